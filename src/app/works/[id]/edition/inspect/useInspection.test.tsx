/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { INSPECTION } from '@/core/proof/inspection';
import { answering, renderModel } from '../../../../../../tests/unit/helpers/hooks';
import { useInspection } from './useInspection';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

const inspectionOf = (id: string | null = 'i1') => renderModel(() => useInspection(id)).result;
type Model = ReturnType<typeof inspectionOf>;
const markAll = (model: Model, ...how: ('right' | 'wrong')[]) => {
  for (const each of how) act(() => model.current.mark(each));
};
const allRight = INSPECTION.map(() => 'right' as const);
const kept = async (model: Model) => {
  const sent = answering();
  await act(() => model.current.keep().then(() => {}));
  return sent;
};

test('a print passes when every point was looked at and is right', async () => {
  const model = inspectionOf();
  expect(model.current.mayKeep).toBe(false);
  markAll(model, ...allRight.slice(1));
  expect([model.current.left, model.current.mayKeep]).toEqual([1, false]);
  markAll(model, 'right');
  expect([model.current.left, model.current.mayKeep]).toEqual([0, true]);
  expect((await kept(model))[0]!.input).toEqual({
    impressionId: 'i1',
    points: Object.fromEntries(INSPECTION.map((p) => [p, 'right'])),
    measured: '',
    words: '',
    bears: null,
  });
});

test('one wrong point spoils it at once, and says who bears the cost', async () => {
  const model = inspectionOf();
  markAll(model, 'right', 'wrong');
  expect([model.current.wrong, model.current.mayKeep]).toEqual([[INSPECTION[1]], true]);
  act(() => model.current.setBears('the paper’s maker'));
  act(() => model.current.setWords('A crease at the corner'));
  expect((await kept(model))[0]!.input).toMatchObject({
    bears: 'the paper’s maker',
    words: 'A crease at the corner',
    points: { [INSPECTION[0]!]: 'right', [INSPECTION[1]!]: 'wrong', [INSPECTION[2]!]: 'not looked at' },
  });
});

test('a point marked by mistake is gone back to and marked anew; who bears it is asked no more', async () => {
  const model = inspectionOf();
  markAll(model, 'wrong');
  act(() => model.current.back());
  expect(model.current.here).toBe(0);
  markAll(model, ...allRight);
  expect(model.current.wrong).toEqual([]);
  expect((await kept(model))[0]!.input).toMatchObject({ bears: null });
});

test('past the last point one stays at it, before the first too', () => {
  const model = inspectionOf();
  act(() => model.current.back());
  expect(model.current.here).toBe(0);
  markAll(model, ...allRight, 'right', 'wrong');
  expect(model.current.here).toBe(INSPECTION.length);
  // The last one is the one that was changed.
  expect(model.current.wrong).toEqual([INSPECTION.at(-1)]);
});

test('any point may be marked by hand, and one goes on behind it', () => {
  const model = inspectionOf();
  act(() => model.current.mark('right', 3));
  expect([model.current.points[INSPECTION[3]!], model.current.here, model.current.left]).toEqual([
    'right',
    4,
    INSPECTION.length - 1,
  ]);
});

test('without a print nothing is sent', async () => {
  expect(await kept(inspectionOf(null))).toEqual([]);
});
