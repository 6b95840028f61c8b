import type { Borders } from '@/core/layout/sheet';
import type { Size } from '@/core/measure';
import type { Format } from '@/store/works';

export const imageOf = (f: Format): Size => ({ width: f.imageWidthUm, height: f.imageHeightUm });
export const bordersOf = (f: Format): Borders => ({ top: f.borderTopUm, right: f.borderRightUm, bottom: f.borderBottomUm, left: f.borderLeftUm });
