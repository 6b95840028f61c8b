import { keys } from './hand';
import { test } from './hands';
import { journey } from './journey';

test('one work, from the original to the posted print, by the keys alone', ({ page, request }) =>
  journey({ page, request, hand: keys }));
