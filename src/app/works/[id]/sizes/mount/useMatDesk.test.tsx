/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { answering, renderModel } from '../../../../../../tests/unit/helpers/hooks';
import type { CutterModel, FormatModel, MountModel, SupplyModel } from '../../../../models';
import { firstWindow, toleranceOf, useMatDesk } from './useMatDesk';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

const all = (um: number) => ({ top: um, right: um, bottom: um, left: um });
const format: FormatModel = {
  id: 'f',
  name: '400 × 300 mm',
  image: { width: 400_000, height: 300_000 },
  borders: all(20_000),
  crop: null,
  finish: null,
};
const exact = {
  id: 'c',
  name: 'Framer at the bridge',
  toleranceSheetUm: 2_000,
  toleranceImageUm: 1_000,
  toleranceWindowUm: 3_000,
  placingUm: 1_000,
} as unknown as CutterModel;
const kit = (id: string, outer: [number, number], window: [number, number] | null) =>
  ({
    id,
    name: `mat ${id}`,
    widthUm: outer[0] * 1_000,
    heightUm: outer[1] * 1_000,
    windowWidthUm: window && window[0] * 1_000,
    windowHeightUm: window && window[1] * 1_000,
    onHand: 2,
  }) as unknown as SupplyModel;
const desk = ({
  mount = null,
  kits = [],
  unit = 'mm',
  cutters = [exact],
}: {
  mount?: MountModel | null;
  kits?: SupplyModel[];
  unit?: 'mm' | 'in';
  cutters?: CutterModel[];
} = {}) =>
  renderModel(
    () =>
      useMatDesk({
        title: 'Night Ferry',
        seen: { format, picture: null, from: { left: 0, top: 0, width: 1, height: 1 } },
        mount,
        cutters,
        kits,
      }),
    { unit },
  ).result;

test('the first window covers the edge by 3 mm, or shows 5 mm of white where one signs', () => {
  expect(firstWindow(format.image, all(20_000))).toEqual({ width: 394_000, height: 294_000 });
  expect(firstWindow(format.image, all(25_000))).toEqual({ width: 410_000, height: 310_000 });
  // The narrowest border decides: a wide one below takes no window out to the others.
  expect(firstWindow(format.image, { ...all(10_000), bottom: 60_000 }).width).toBe(394_000);
});

test('works the overlaps with the cutter’s tolerances, and with a millimetre each where nobody was asked', () => {
  const model = desk();
  const held = model.current.worked.value!.overlaps.find((l) => l.what === 'hold' && l.axis === 'width')!;
  // The sheet is 440 mm, the window 394: (440 − 394) / 2 = 23; less (2 + 3) / 2 and 1 mm of placing: 19.5.
  expect([held.overlap.nominal, held.overlap.worst]).toEqual([23_000, 19_500]);
  act(() => model.current.setCutter(''));
  const plain = model.current.worked.value!.overlaps[0]!;
  expect(plain.overlap.worst).toBe(23_000 - 1_000 - 1_000);
  expect(toleranceOf(null)).toEqual({ sheet: 1_000, image: 1_000, window: 1_000, placing: 1_000 });
});

test('a window that lets the sheet fall through is said in a sentence, and the figures wait', () => {
  const model = desk();
  act(() => model.current.lengths.type('windowWidth')('441'));
  expect(model.current.worked.value).toBeNull();
  expect(model.current.worked.says).toMatch(/window’s width.*440 mm/);
  act(() => model.current.lengths.type('windowWidth')('394'));
  expect(model.current.worked.value).not.toBeNull();
});

test('of mats cut beforehand, those that take the sheet, hold it and show the image', () => {
  const kits = [
    kit('right', [500, 400], [394, 294]),
    kit('too small outside', [430, 400], [394, 294]),
    kit('falls through', [500, 400], [439, 339]),
    kit('hides 15 mm', [500, 400], [370, 270]),
    kit('board', [500, 400], null),
    kit('window larger than the sheet', [700, 600], [600, 500]),
  ];
  expect(desk({ kits }).current.fitting.map((k) => k.id)).toEqual(['right']);
});

test('what was kept comes back to the micrometre, in inches too, and is kept so', async () => {
  const sent = answering();
  const plan = {
    kind: 'mat',
    cutterId: null,
    tolerance: toleranceOf(null),
    minimumHold: 4_001,
    window: { width: 391_003, height: 290_007 },
    side: 61_001,
    bottom: 72_001,
    board: 1_501,
    glazing: 2_001,
    backing: 3_001,
    print: 481,
    frameLip: 6_001,
  };
  const mount = { id: 'm', formatId: 'f', kind: 'mat', plan, changedAt: '' } as unknown as MountModel;
  const model = desk({ mount, unit: 'in' });
  expect(model.current.outer).toEqual({
    width: 391_003 + 2 * 61_001,
    height: 290_007 + 61_001 + 72_001,
  });
  await act(() => model.current.keep().then(() => {}));
  const { tolerance: _tolerance, ...figures } = plan;
  expect(sent[0]).toMatchObject({
    url: '/api/act/keepMount',
    // Nobody had been asked when it was kept, and opening it asks nobody.
    input: { ...figures, cutterId: null, formatId: 'f' },
  });
});

test('what cannot be read goes as it was typed, so that the answer names it', async () => {
  const sent = answering();
  const model = desk();
  act(() => model.current.lengths.type('board')('thick'));
  act(() => model.current.lengths.type('windowHeight')('about 300'));
  await act(() => model.current.keep().then(() => {}));
  expect(sent[0]!.input).toMatchObject({ board: 'thick', window: '394000 um x about 300' });
});

test('a mat is taken from the shelf for this size of this work', async () => {
  const sent = answering();
  const model = desk({ kits: [kit('right', [500, 400], [394, 294])] });
  await act(() => model.current.takeKit('right').then(() => {}));
  expect(sent[0]).toMatchObject({
    url: '/api/act/useSupply',
    input: { id: 'right', count: 1, why: 'Night Ferry, 400 × 300 mm' },
  });
});
