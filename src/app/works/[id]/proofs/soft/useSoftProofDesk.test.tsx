/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { answering, renderModel } from '../../../../../../tests/unit/helpers/hooks';
import type { PaperChoice, SoftProofProps } from './softProps';
import { useSoftProofDesk } from './useSoftProofDesk';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});
// The worker that draws has tests of its own.
jest.mock('@/app/useSoftProof', () => ({
  screenRatio: () => 2,
  useSoftProof: () => ({ shown: null, error: null }),
}));

const paper = (id: string): PaperChoice => ({
  id,
  paper: `paper ${id}`,
  by: 'the back room',
  setting: '',
  intents: [],
  white: [96, 0, 1],
  black: [12, 0, 0],
  volume: 480_000,
});
const desk = (more: Partial<SoftProofProps> = {}, outer = { width: 832, height: 500 }) =>
  renderModel(() =>
    useSoftProofDesk(
      {
        workId: 'w',
        title: 'Night Ferry',
        master: {
          id: 'm',
          sha256: 'f'.repeat(64),
          fileName: 'a.tif',
          untagged: false,
          isInks: false,
          width: 4_000,
          height: 3_000,
        },
        papers: ['a', 'b', 'c', 'd'].map(paper),
        counts: [{ profileId: 'b', at: '' } as SoftProofProps['counts'][number]],
        screen: { surround: 6 } as SoftProofProps['screen'],
        screenSays: {} as SoftProofProps['screenSays'],
        start: null,
        ...more,
      },
      outer,
    ),
  ).result;

test('begins with the paper that was asked for, else the first', () => {
  expect(desk({ start: 'c' }).current.first.id).toBe('c');
  expect(desk({ start: 'gone' }).current.first.id).toBe('a');
});

test('up to three papers side by side, never none; another first one keeps its neighbours', () => {
  const model = desk();
  act(() => model.current.lookAt('a', false));
  expect(model.current.chosen).toEqual(['a']);
  for (const id of ['b', 'c', 'd']) act(() => model.current.lookAt(id, true));
  expect(model.current.chosen).toEqual(['b', 'c', 'd']);
  act(() => model.current.takeFirst('a'));
  expect(model.current.chosen).toEqual(['a', 'c', 'd']);
  act(() => model.current.takeFirst('d'));
  expect(model.current.chosen).toEqual(['d', 'c']);
  act(() => model.current.lookAt('c', false));
  expect(model.current.chosen).toEqual(['d']);
});

test('the room is shared by what is side by side', () => {
  const model = desk();
  // 832 less twice 26 of surround.
  expect(model.current.box).toEqual({ width: 780, height: 448 });
  act(() => model.current.setShow('beside'));
  expect(model.current.box.width).toBe((780 - 14) / 2);
  act(() => model.current.lookAt('b', true));
  expect(model.current.box.width).toBe(Math.floor((780 - 28) / 3));
  expect(desk({}, { width: 60, height: 10 }).current.box).toEqual({ width: 120, height: 200 });
});

test('what is asked of the worker: papers, intent, and a threshold only while it is marked', () => {
  const model = desk();
  expect(model.current.ask).toMatchObject({
    width: 780,
    height: 448,
    ratio: 2,
    threshold: null,
    papers: [{ profileId: 'a', intent: 'relative colorimetric', bpc: true, paperWhite: false }],
  });
  act(() => model.current.setMarked(true));
  act(() => model.current.setThreshold(4.5));
  act(() => model.current.setIntent('perceptual'));
  expect(model.current.ask).toMatchObject({ threshold: 4.5, papers: [{ intent: 'perceptual' }] });
});

test('an untagged file is not drawn until somebody says what its numbers mean', () => {
  const master = { ...desk().current.master, untagged: true };
  const model = desk({ master });
  expect([model.current.isKnown, model.current.ask]).toEqual([false, null]);
  act(() => model.current.setUntaggedIs('opRGB'));
  expect(model.current.ask?.source.profileUrl).toBe('/api/masters/m/profile?is=opRGB');
});

test('one to one and back to the whole', () => {
  const model = desk();
  expect(model.current.isWhole).toBe(true);
  act(() => model.current.oneToOne());
  expect([model.current.isWhole, model.current.view.zoom]).toEqual([false, 1]);
  act(() => model.current.showWhole());
  expect(model.current.view.zoom).toBeLessThan(1);
});

test('the keys do what the controls do', () => {
  const model = desk();
  const press = (key: string) =>
    act(() => void document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true })));
  const seen: string[] = [];
  for (let n = 0; n < 4; n++) {
    press('v');
    seen.push(model.current.show);
  }
  expect(seen).toEqual(['proof', 'picture', 'split', 'proof']);
  press('g');
  press('i');
  press('w');
  press('1');
  expect(model.current).toMatchObject({
    isMarked: true,
    intent: 'perceptual',
    paperWhite: true,
    isWhole: false,
  });
  press('0');
  expect(model.current.isWhole).toBe(true);
});

test('counts the whole file on the first paper, and knows what was counted before', async () => {
  const sent = answering({ countGamut: { message: 'begun', job: 'j' } });
  const model = desk();
  expect(model.current.count).toBeUndefined();
  await act(() => model.current.countWholeFile());
  expect(sent[0]).toEqual({
    url: '/api/act/countGamut',
    input: { masterId: 'm', profileId: 'a', untaggedIs: null },
  });
  expect(model.current.job.goesOn).toBe(true);
  act(() => model.current.takeFirst('b'));
  expect(model.current.count?.profileId).toBe('b');
});
