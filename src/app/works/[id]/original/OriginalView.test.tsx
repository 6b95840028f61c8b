/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import type { MoveModel, WorkModel } from '@/app/models';
import { answering, renderPart } from '../../../../../tests/unit/helpers/hooks';
import { CustodyLog } from './CustodyLog';
import { OriginalView } from './OriginalView';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});
beforeEach(() => window.localStorage.clear());
afterEach(cleanup);

const work = {
  id: 'w',
  title: 'Kiln Yard in Frost',
  year: 2026,
  medium: 'oil on canvas',
  kind: 'painting',
  widthUm: 600_000,
  heightUm: 450_000,
  owner: 'O. Brennick',
  soldPriceMinor: 185_000,
  drySince: null,
  varnish: '',
  surface: '',
  smears: true,
  mayPrint: 'not yet',
  rights: '',
  signature: 'not said',
  notes: '',
  archivedAt: null,
} as unknown as WorkModel;
const show = (given: Partial<WorkModel> = {}) =>
  renderPart(<OriginalView work={{ ...work, ...given }} artist="Maren Tolvik" picture={null} />);
const label = () => screen.getByLabelText('Its label').textContent!;

test('the label says what is known, in both systems, and nothing of what is not', () => {
  show();
  for (const words of [
    'Maren Tolvik',
    'Kiln Yard in Frost, 2026',
    '600 × 450 mm (23 5/8 × 17 11/16 in)',
    'May not be printed yet',
    'never face down on glass',
  ])
    expect(label()).toContain(words);
  for (const words of ['Varnish', 'Dry since', 'Signature', 'Notes'])
    expect(label()).not.toContain(words);
});

test('the object is drawn to one scale with what it is held beside', () => {
  show();
  const drawing = screen.getByRole('img', { name: /beside a sheet of A4$/ });
  const [object, sheet] = [...drawing.querySelectorAll('g > rect')].map((rect) => ({
    width: Number(rect.getAttribute('width')),
    height: Number(rect.getAttribute('height')),
  }));
  expect(object!.width / object!.height).toBeCloseTo(600 / 450, 6);
  expect(sheet!.width / object!.width).toBeCloseTo(210 / 600, 6);
});

test('one without a size says so instead of being drawn; a miniature is held beside a postcard', () => {
  show({ widthUm: null, heightUm: null });
  expect(screen.getByText('No size is known')).toBeTruthy();
  cleanup();
  show({ widthUm: 90_000, heightUm: 70_000 });
  expect(screen.getByRole('img', { name: /beside a postcard$/ })).toBeTruthy();
});

test('the facts are changed in place, by the key too, and the label is back once they are kept', async () => {
  const sent = answering();
  show();
  act(() => void fireEvent.keyDown(document.body, { key: 'e' }));
  const medium = await screen.findByLabelText('Medium');
  await act(async () => void fireEvent.change(medium, { target: { value: 'oil on linen' } }));
  await act(async () => screen.getByText('Keep these facts').click());
  expect(sent[0]).toMatchObject({
    url: '/api/act/recordWork',
    // What nobody touched goes back to the micrometre and the cent.
    input: {
      id: 'w',
      medium: 'oil on linen',
      size: { width: 600_000, height: 450_000 },
      soldPrice: 185_000,
      year: 2026,
      drySince: null,
    },
  });
  expect(label()).toContain('Kiln Yard in Frost');
});

const move = (more: Partial<MoveModel>) =>
  ({
    id: 'm',
    leftOn: '2026-10-01',
    backOn: '2026-10-12',
    dueOn: null,
    who: 'Halden Repro',
    place: 'Mole Street 4',
    why: 'scanning',
    conditionOut: 'sound',
    conditionBack: 'a rub at the left chimney',
    ...more,
  }) as MoveModel;
const log = (...moves: MoveModel[]) =>
  renderPart(<CustodyLog workId="w" title="Kiln Yard" moves={moves} today="2026-11-01" />);

test('whose hands it went through is a line of time: away with whom and how it came back, home in between', () => {
  log(move({}));
  const spans = [...screen.getByLabelText('Whose hands it went through').children].map((li) => [
    li.getAttribute('data-where'),
    li.textContent,
  ]);
  expect(spans).toEqual([
    ['home', 'Mon 12 Oct to now, 20 daysat home'],
    [
      'away',
      'Thu 1 Oct to Mon 12 Oct, 11 daysHalden Repro, Mole Street 4: scanningLeft: sound. Came back: a rub at the left chimney.',
    ],
  ]);
});

test('what is late is said on the line and above it, and can only come back', () => {
  log(move({ backOn: null, dueOn: '2026-10-20' }));
  expect(screen.getByText(/due back Tue 20 Oct: late/)).toBeTruthy();
  expect(screen.queryByText('It leaves the studio')).toBeNull();
  expect(screen.getByText('It is back')).toBeTruthy();
});
