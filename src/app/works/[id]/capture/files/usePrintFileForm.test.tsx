/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { answering, renderModel } from '../../../../../../tests/unit/helpers/hooks';
import type { OfferedSize, PrepLog, RouteChoice } from './fileProps';
import { stepLines } from './fileSteps';
import { usePrintFileForm } from './usePrintFileForm';

jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh: () => {}, push: () => {} }) }));

const master = {
  id: 'm',
  fileName: 'night-ferry.tif',
  isUntagged: false,
  sha256: 'a',
  pixels: { width: 9_449, height: 7_087 },
  bits: 16,
  space: 'opRGB',
};
const borders = { top: 25_000, right: 25_000, bottom: 40_000, left: 25_000 };
const size = (
  id: string,
  width: number,
  height: number,
  more: Partial<OfferedSize> = {},
): OfferedSize => ({
  id,
  image: { width, height },
  borders,
  isWrapped: false,
  check: null,
  crop: null,
  passed: [],
  ...more,
});
const small = size('small', 400_000, 300_000);
const large = size('large', 800_000, 600_000, { isWrapped: true });
const lab: RouteChoice = {
  id: 'lab',
  name: 'the lab',
  ppiSteps: [{ upTo: 500_000, ppi: 300 }, { ppi: 200 }],
  addsBorder: false,
  space: 'sRGB',
  fileKind: 'JPEG',
};
const own: RouteChoice = {
  ...lab,
  id: 'own',
  ppiSteps: [{ ppi: 360 }],
  addsBorder: true,
  fileKind: 'TIFF',
};
const prep: PrepLog = {
  id: 'p',
  name: 'first',
  masterId: 'm',
  formatId: null,
  factor: 1.2,
  steps: [],
};
const form = (offer: Partial<Parameters<typeof usePrintFileForm>[0]> = {}) =>
  renderModel(() =>
    usePrintFileForm({ master, sizes: [small, large], routes: [lab, own], preps: [], ...offer }),
  ).result;

test('begins with what the first route asks, and the prep of this master', () => {
  const model = form({ preps: [{ ...prep, id: 'other', masterId: 'old' }, prep] }).current;
  expect(model.asked).toMatchObject({
    formatId: 'small',
    routeId: 'lab',
    ppi: '300',
    space: 'sRGB',
    borderInFile: true,
    prepId: 'p',
  });
  // 450 × 365 mm at 300 ppi, rounded once; the image is 400 × 300 mm of it.
  expect(model.sheet).toEqual({ width: 450_000, height: 365_000 });
  expect(model.pixels?.sheet).toEqual({ width: 5_315, height: 4_311 });
  expect(model.pixels?.image.width).toBe(4_725);
});

test('without a route it is 300 ppi, opRGB, and no border in the file', () => {
  const model = form({ routes: [] }).current;
  expect(model.asked).toMatchObject({ ppi: '300', space: 'opRGB', routeId: '', borderInFile: false });
  expect(model.pixels?.sheet).toEqual({ width: 4_724, height: 3_543 });
});

test('a route asks less of large prints: its figure follows the size', () => {
  const model = form();
  act(() => model.current.takeFormat('large'));
  expect(model.current.asked.ppi).toBe('200');
  act(() => model.current.takeFormat('small'));
  expect(model.current.asked.ppi).toBe('300');
});

test('what was typed over it stays', () => {
  const model = form();
  act(() => model.current.set('ppi')('240'));
  act(() => model.current.takeFormat('large'));
  expect(model.current.asked.ppi).toBe('240');
});

test('another route brings its resolution, space, file kind and border', () => {
  const model = form();
  act(() => model.current.takeRoute('own'));
  expect(model.current.asked).toMatchObject({ ppi: '360', file: 'TIFF', borderInFile: false });
  act(() => model.current.takeRoute('lab'));
  expect(model.current.asked).toMatchObject({ ppi: '300', file: 'JPEG', borderInFile: true });
});

test.each(['29', '1441', 'many', '1,250', ''])('a resolution of %j makes no file', (ppi) => {
  const model = form();
  act(() => model.current.set('ppi')(ppi));
  expect(model.current.pixels).toBeNull();
});

test('how far the master is enlarged goes with the resolution', () => {
  const check = { factor: 1.5, requiredPpi: 300 } as OfferedSize['check'];
  const model = form({ sizes: [{ ...small, check }] });
  expect(model.current.factor).toBeCloseTo(1.5, 12);
  act(() => model.current.set('ppi')('360'));
  expect(model.current.factor).toBeCloseTo(1.8, 12);
});

test('what is asked of the server is what was typed, in numbers; JPEG has eight bits', async () => {
  const sent = answering({ makePrintFile: { message: 'It is being made.', job: 'j1' } });
  const model = form();
  act(() => model.current.takeFormat('large'));
  act(() => model.current.set('ppi')('239,5'));
  act(() => model.current.set('bits')('16'));
  act(() => model.current.set('file')('JPEG'));
  act(() => model.current.set('forWhat')('wrap'));
  await act(() => model.current.make());
  expect(sent).toEqual([
    {
      url: '/api/act/makePrintFile',
      input: {
        formatId: 'large',
        masterId: 'm',
        prepId: null,
        routeId: 'lab',
        ppi: 239.5,
        kernel: 'lanczos3',
        sharpen: { amount: 60, radius: 1, threshold: 2 },
        space: 'sRGB',
        intent: 'relative colorimetric',
        bits: 8,
        file: { jpeg: 94 },
        borderInFile: true,
        untaggedIs: null,
        forWhat: 'wrap',
      },
    },
  ]);
  expect(model.current.job).toBe('j1');
});

test('a size that is not wrapped is always made as a sheet; 16 bit where it is a TIFF; no mask where none is wanted', async () => {
  const sent = answering();
  const model = form();
  act(() => model.current.set('forWhat')('wrap'));
  act(() => model.current.set('bits')('16'));
  act(() => model.current.set('sharpen')(false));
  await act(() => model.current.make());
  expect(sent[0]!.input).toMatchObject({ forWhat: 'sheet', bits: 16, file: 'TIFF', sharpen: null });
});

test('a refusal stands at its field, and no work begins', async () => {
  answering({ makePrintFile: { error: { message: 'no', field: 'ppi', expected: 'less' } } });
  const model = form();
  await act(() => model.current.make());
  expect(model.current.action.fieldError('ppi')).toBe('Expected less.');
  expect(model.current.job).toBeNull();
});

test('settings that passed are taken over, the capture’s and the print’s, and are sent as they stand', async () => {
  const sent = answering({ makePrintFile: { message: 'Making.', job: 'j' } });
  const model = form();
  act(() =>
    model.current.takePassed({
      kernel: 'mitchell',
      capture: { amount: 35, radius: 0.6, threshold: 1 },
      smooth: { strength: 40, levels: 5 },
      sharpen: { amount: 95, radius: 1.3, threshold: 3 },
    }),
  );
  expect(model.current.shownSteps).toEqual({
    capture: {
      sharpen: { amount: 35, radius: 0.6, threshold: 1 },
      smooth: { strength: 40, levels: 5 },
    },
    sharpen: { amount: 95, radius: 1.3, threshold: 3 },
  });
  await act(() => model.current.make());
  expect(sent[0]!.input).toMatchObject({
    kernel: 'mitchell',
    capture: model.current.shownSteps.capture,
    sharpen: model.current.shownSteps.sharpen,
  });
  // What passed without them leaves them out, and a print made so is asked for without a capture step.
  act(() => model.current.takePassed({ kernel: null, capture: null, smooth: null, sharpen: null }));
  await act(() => model.current.make());
  expect(sent[1]!.input).toMatchObject({ kernel: 'mitchell', sharpen: null });
  expect(sent[1]!.input).not.toHaveProperty('capture');
});

test('while a figure is still typed, what is shown keeps within what can be made', () => {
  const model = form();
  act(() => {
    model.current.set('amount')('9999');
    model.current.set('radius')('');
  });
  expect(model.current.shownSteps.sharpen).toEqual({ amount: 500, radius: 0.2, threshold: 2 });
});

test('every step says its figure; what is not asked for says so by its mark', () => {
  const model = form();
  const said = { length: (um: number) => `${um / 1_000} mm` };
  const of = (step: string) =>
    stepLines(model.current, { ...master, isUntagged: true }, said).find((line) => line.step === step)!;
  expect(of('master')).toMatchObject({ figure: '9449 × 7087', mark: 'fails' });
  expect(of('capture')).toMatchObject({ figure: 'not', mark: 'none' });
  expect(of('border')).toMatchObject({ figure: '25 · 25 · 40 · 25', detail: 'in the file' });
  act(() => {
    model.current.set('untaggedIs')('sRGB');
    model.current.set('captureSharpen')(true);
    model.current.set('sharpen')(false);
    model.current.set('borderInFile')(false);
  });
  expect(of('master').mark).toBe('holds');
  expect(of('capture')).toMatchObject({ figure: '40 % · 0.7 px', detail: 'noise left', mark: 'holds' });
  expect(of('output').mark).toBe('care');
  expect(of('border').figure).toBe('none in the file');
  act(() => model.current.set('ppi')('5'));
  expect(of('file').mark).toBe('fails');
});
