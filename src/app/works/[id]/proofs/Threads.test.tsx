/** @jest-environment jsdom */
import { act, cleanup, screen, within } from '@testing-library/react';
import { NO_ADJUSTMENT } from '@/core/colour/adjust';
import { answering, renderPart } from '../../../../../tests/unit/helpers/hooks';
import type { ProofLine } from './proofLine';
import { Threads, type Compared } from './Threads';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});
afterEach(cleanup);

type Given = Partial<ProofLine['proof']> & { format?: string; paper?: string };
function lineOf({ format = 'A', paper = 'Harrow Rag', ...proof }: Given): ProofLine {
  return {
    proof: {
      id: `p${proof.round}${format}`,
      round: 1,
      kind: 'whole',
      state: 'made',
      changes: [],
      changed: '',
      adjust: null,
      costMinor: 0,
      words: '',
      client: null,
      plan: null,
      printFileSha: null,
      photoSha: null,
      reference: false,
      askedAt: '2026-11-20T10:00:00Z',
      judgedAt: null,
      distanceUm: 600_000,
      ...proof,
    },
    format: { id: format, name: format },
    paper: { id: paper, name: paper, dryHours: 24 },
    route: { id: 'r', name: 'the back room', leadDays: 3 },
    dry: { hours: 30, left: 0 },
    stale: [],
    lot: null,
    days: null,
  } as unknown as ProofLine;
}

const judged: ProofLine[] = [];
const show = (lines: ProofLine[], compared: Record<string, Compared> = {}) =>
  renderPart(
    <Threads
      lines={lines}
      workId="w"
      compared={compared}
      next={lines[0]}
      onJudge={(line) => judged.push(line)}
    />,
  );
const thread = (name: string) => within(screen.getByLabelText(name));

test('rounds stand by size and paper, each thread with how it stands', () => {
  show([
    lineOf({ round: 2 }),
    lineOf({ round: 1, format: 'B', state: 'accepted' }),
    lineOf({ round: 1, state: 'adjust' }),
  ]);
  expect(thread('A on Harrow Rag').getByText(/^2 rounds, to judge/)).toBeTruthy();
  expect(thread('A on Harrow Rag').getByLabelText('Rounds, newest first').children).toHaveLength(2);
  expect(thread('B on Harrow Rag').getByText(/^one round, accepted/)).toBeTruthy();
});

test('what moved between two rounds is shown with both figures, against the round of its own thread', () => {
  show([
    lineOf({ round: 3, adjust: { ...NO_ADJUSTMENT, lightness: 6 } }),
    lineOf({ round: 2, format: 'B', adjust: { ...NO_ADJUSTMENT, lightness: -9 } }),
    lineOf({ round: 1, state: 'adjust', adjust: { ...NO_ADJUSTMENT, lightness: 4 } }),
  ]);
  expect(screen.getByLabelText('What moved since round 1').textContent).toBe('L*+4.0+6.0');
  // The first round of a thread has nothing to differ from: its adjustment is said whole.
  expect(thread('B on Harrow Rag').getByText('Adjusted: lower L* by 9.0')).toBeTruthy();
});

test('a comparison is drawn against its limits, and leads to its figures', () => {
  const compared: Compared = {
    verdict: 'holds',
    word: 'within the limits',
    mean: 2,
    p95: 3.6,
    limits: { mean: 3, p95: 6 },
  };
  show([lineOf({ round: 1 })], { p1A: compared });
  expect(screen.getByText(/Compared back: within the limits, mean 2\.0 ΔE00/)).toBeTruthy();
  const bars = [...document.querySelectorAll('svg[width="152"]')];
  expect(bars).toHaveLength(2);
  const [mean] = bars.map((svg) => ({
    value: Number(svg.querySelector('rect')!.getAttribute('width')),
    limit: Number(/^M([\d.]+)/.exec(svg.querySelector('path')!.getAttribute('d')!)![1]) - 1,
  }));
  expect(mean!.value / mean!.limit).toBeCloseTo(2 / 3, 6);
  expect(screen.getByText('the figures').getAttribute('href')).toBe('/works/w/proofs/compare?proof=p1A');
  expect(screen.queryByText('Compare it back')).toBeNull();
});

test('one asked for is noted as here; one that is here is judged', async () => {
  const sent = answering();
  show([lineOf({ round: 2 }), lineOf({ round: 1, format: 'B', state: 'asked' })]);
  await act(async () => screen.getByText('It is here').click());
  expect(sent[0]).toMatchObject({ url: '/api/act/proofMade', input: { id: 'p1B' } });
  await act(async () => screen.getByText('Judge it').click());
  expect(judged.map(({ proof }) => proof.id)).toEqual(['p2A']);
});
