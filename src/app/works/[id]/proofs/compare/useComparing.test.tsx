/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { answering, renderModel } from '../../../../../../tests/unit/helpers/hooks';
import { signed, type CompareProps, type Comparison, type ProofChoice } from './compareProps';
import { useComparing } from './useComparing';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});
const captured: string[] = [];
let refusal: string | null = null;
jest.mock('@/ui/sendFile', () => ({
  sendFile: async (url: string, file: File) => {
    captured.push(url);
    return refusal
      ? { error: { message: refusal } }
      : { done: { sha256: `hash of ${file.name}`, fileName: file.name, extra: 1 } };
  },
}));
beforeEach(() => {
  captured.length = 0;
  refusal = null;
});

const proof = (id: string, more: Partial<ProofChoice> = {}): ProofChoice => ({
  id,
  round: 1,
  kind: 'whole',
  format: '400 × 300 mm',
  paper: 'Harrow Rag',
  state: 'made',
  sheet: true,
  practice: true,
  ...more,
});
const compared = (proofId: string) =>
  ({ id: `c-${proofId}`, proofId, at: '', fileNames: [] }) as unknown as Comparison;
const desk = (more: Partial<CompareProps> = {}) =>
  renderModel(() =>
    useComparing({
      workId: 'w',
      aim: 'match',
      limits: { mean: 2, p95: 5 } as CompareProps['limits'],
      untagged: false,
      start: null,
      proofs: [proof('a'), proof('b')],
      comparisons: [],
      ...more,
    }),
  ).result;
const file = (name: string) => new File(['x'], name);

test('looks at the proof that was asked for, else one that was compared, else the first', () => {
  expect(desk({ start: 'b' }).current.proof?.id).toBe('b');
  expect(desk({ comparisons: [compared('b')] }).current.proof?.id).toBe('b');
  expect(desk({ start: 'gone' }).current.proof?.id).toBe('a');
  expect(desk({ proofs: [] }).current.proof).toBeUndefined();
});

test('a proof not made yet is there only for the practice press, and is not compared', () => {
  const waiting = proof('a', { state: 'asked' });
  expect(desk({ proofs: [{ ...waiting, practice: false }] }).current.able).toEqual([]);
  const model = desk({ proofs: [waiting] });
  act(() => model.current.takeCapture('first')(file('scan.tif')));
  act(() => model.current.takeText('readings')(file('r.csv')));
  expect(model.current).toMatchObject({ isMade: false, canCompare: false, canCompareReadings: false });
});

test('shows what was compared of the chosen proof only', () => {
  const model = desk({ comparisons: [compared('a'), compared('b')], start: 'a' });
  expect(model.current.own.map((c) => c.id)).toEqual(['c-a']);
  act(() => model.current.choose('b'));
  expect(model.current.own.map((c) => c.id)).toEqual(['c-b']);
});

test('captures go in first, then they are compared by their hashes', async () => {
  const sent = answering({ compareCaptures: { message: 'begun', job: 'j' } });
  const model = desk();
  expect(model.current.canCompare).toBe(false);
  act(() => model.current.takeCapture('first')(file('one scan.tif')));
  act(() => model.current.takeCapture('second')(file('two.tif')));
  expect(model.current.canCompare).toBe(true);
  await act(() => model.current.compareCaptures());
  expect(captured).toEqual([
    '/api/proofs/a/capture?name=one%20scan.tif',
    '/api/proofs/a/capture?name=two.tif',
  ]);
  expect(sent[0]).toEqual({
    url: '/api/act/compareCaptures',
    input: {
      proofId: 'a',
      captures: [
        { sha256: 'hash of one scan.tif', fileName: 'one scan.tif' },
        { sha256: 'hash of two.tif', fileName: 'two.tif' },
      ],
      untaggedIs: null,
    },
  });
  expect(model.current.job.goesOn).toBe(true);
});

test('a capture that does not come in is said, and nothing is compared', async () => {
  const sent = answering();
  refusal = 'That is no picture.';
  const model = desk();
  act(() => model.current.takeCapture('first')(file('a.txt')));
  await act(() => model.current.compareCaptures());
  expect([model.current.refusal, sent]).toEqual(['That is no picture.', []]);
});

test('the practice press is told the room’s warmth with either decimal sign', async () => {
  const sent = answering({ practice: { job: 'j' } });
  const model = desk();
  act(() => model.current.setCelsius('21,5'));
  act(() => model.current.setScannedTwice(false));
  await act(() => model.current.practise());
  expect(sent[0]).toEqual({
    url: '/api/practice',
    input: { what: 'proof', proofId: 'a', celsius: 21.5, twice: false, untaggedIs: null },
  });
});

test('readings are sent as text, with their reference where there is one', async () => {
  const sent = answering();
  const model = desk();
  const text = (name: string, body: string) => Object.assign(file(name), { text: async () => body });
  act(() => model.current.takeText('readings')(text('r.csv', 'id;L')));
  await act(() => model.current.compareReadings());
  act(() => model.current.takeText('reference')(text('ref.csv', 'ref')));
  await act(() => model.current.compareReadings());
  expect(sent.map((s) => s.input)).toEqual([
    { proofId: 'a', fileName: 'r.csv', readings: 'id;L', reference: null },
    { proofId: 'a', fileName: 'r.csv', readings: 'id;L', reference: 'ref' },
  ]);
});

test.each([
  [1.24, '+1.2'],
  [-1.26, '−1.3'],
  [0.04, '0.0'],
  [-0.04, '0.0'],
  [-0.06, '−0.1'],
])('%d is written %s', (value, text) => expect(signed(value)).toBe(text));
