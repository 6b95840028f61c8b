import type { StockWay } from '@/core/sheets/stockChoice';
import { findRows, rowById } from '@/store/rows';
import { recordPaper } from '@/studio/papers/paperActions';
import { receiveLot } from '@/studio/papers/lotActions';
import { lotsOnHand } from '@/studio/papers/lots';
import { emptyStudio, PAPER } from '../../../tests/unit/helpers/house';
import { performByName } from '../registry';
import type { Studio } from '../studio';
import { addPieces, beginLayout, countPieces } from './layoutActions';
import { printLayout } from './layoutPrintActions';
import { layOnStock, proposeStock } from './stockActions';

let studio: Studio, paperId: string;
/** Every act at a second of its own. */
let second = 0;
const now = () => new Date(Date.UTC(2026, 10, 24, 10, 0, (second += 1))).toISOString();

beforeEach(async () => {
  studio = await emptyStudio({ now });
  paperId = (await recordPaper(studio, PAPER)).id!;
});
const receive = (name: string, form: 'sheet' | 'roll', size: string, amount: string, price: string) =>
  receiveLot(studio, { paperId, name, form, size, amount, price, receivedOn: '2026-11-02' });

/** Three prints of 300 × 220 on the large sheet: two lie on it, one waits. */
async function threePrints(): Promise<string> {
  const sheet = { name: 'Tuesday', kind: 'sheet' as const, size: '329 x 483 mm' };
  const layoutId = (await beginLayout(studio, { ...sheet, paperId, margin: '5 mm', gap: '5 mm' })).id!;
  const strip = { formatId: null, size: '300 x 220 mm', says: 'ferry', count: 3, rotate: false };
  await addPieces(studio, { id: layoutId, ...strip });
  return layoutId;
}
const ask = (id: string) => ({ id, cuts: 'straight' as const, leastOffcut: '150 mm' });
const usesOf = (way: StockWay) => way.uses.map(({ paper, placements }) => ({ paper, placements }));
const layoutsNow = () => findRows(studio.db, 'layouts', {}, { orderBy: ['name'] });

test('laid on what loses least: a layout for each sheet, and printing them costs what was told', async () => {
  await receive('A3+', 'sheet', '329 x 483 mm', '10', '30');
  await receive('small', 'sheet', '320 x 240 mm', '2', '2.80');
  const id = await threePrints();
  const { ways, seen } = await proposeStock(studio, ask(id));
  // Two on small ones of 1.40, the third on a large one of 3.00, of which 483 − 225 = 258 mm of 483 stay: 5.80 less 1.60.
  expect(ways[0]).toMatchObject({ cost: 580, kept: 160, lost: 420 });
  expect(ways[0]!.uses.map(({ lot }) => lot.name).sort()).toEqual(['A3+', 'small', 'small']);

  const done = await layOnStock(studio, { id, seen, uses: usesOf(ways[0]!) });
  expect(done.message).toMatch(
    /^Laid Tuesday on .*2 × 320 × 240 mm.*The others are layouts of their own\.$/,
  );
  const laid = await layoutsNow();
  expect(laid.map(({ name, placements }) => [name, placements.length])).toEqual([
    ['Tuesday', 1],
    ['Tuesday, 2 of 3', 1],
    ['Tuesday, 3 of 3', 1],
  ]);
  const before = await lotsOnHand(studio.db, [paperId]);
  for (const layout of laid) await printLayout(studio, { id: layout.id });
  const moves = await findRows(studio.db, 'stockMoves', { kind: 'printed' });
  expect(moves.reduce((sum, move) => sum - move.costMinor, 0)).toBe(ways[0]!.cost);
  const left = await lotsOnHand(studio.db, [paperId]);
  expect(left.map((lot, i) => before[i]!.onHand - lot.onHand).sort()).toEqual([1, 2]);
});

test('taken back, the one layout is as it was and the others are gone', async () => {
  await receive('A3+', 'sheet', '329 x 483 mm', '10', '30');
  const id = await threePrints();
  const was = await rowById(studio.db, 'layouts', id, 'layout');
  const { ways, seen } = await proposeStock(studio, ask(id));
  const done = await layOnStock(studio, { id, seen, uses: usesOf(ways[0]!) });
  expect(await layoutsNow()).toHaveLength(ways[0]!.uses.length);
  await performByName(studio, done.undo!.act, done.undo!.input);
  const [only, ...others] = await layoutsNow();
  expect(others).toEqual([]);
  expect(only).toMatchObject({ pieces: was.pieces, placements: was.placements, widthUm: was.widthUm });
});

test('a roll and a sheet: the layout becomes one of a roll, with its length', async () => {
  await receive('roll', 'roll', '610 mm', '12000 mm', '96');
  const id = await threePrints();
  const { ways, seen } = await proposeStock(studio, ask(id));
  // 610 mm less the margins holds one of 300 and no second beside it with its gap: 3 × 225 − 5 + 10 = 680 mm, at 8.00 a metre.
  expect(ways.map(({ cost, uses }) => [cost, uses[0]!.taken])).toEqual([[544, 680_000]]);
  await layOnStock(studio, { id, seen, uses: usesOf(ways[0]!) });
  expect(await rowById(studio.db, 'layouts', id, 'layout')).toMatchObject({
    ...{ kind: 'roll', widthUm: 610_000, heightUm: null, lengthUm: 680_000 },
  });
});

describe('refused, and nothing is changed', () => {
  test('what was changed since it was looked at; a piece too few; a piece over the margin; paper that is not there', async () => {
    await receive('A3+', 'sheet', '329 x 483 mm', '10', '30');
    const id = await threePrints();
    const { ways, seen } = await proposeStock(studio, ask(id));
    const uses = usesOf(ways[0]!);
    const [first, ...rest] = uses;
    const moved = first!.placements.map((p) => ({ ...p, x: 0 }));
    const bad = [
      { id, seen, uses: rest },
      { id, seen, uses: [{ ...first!, placements: moved }, ...rest] },
      { id, seen, uses: [{ ...first!, paper: { width: 700_000, height: 900_000 } }, ...rest] },
      { id, seen: '2026-01-01T00:00:00.000Z', uses },
    ];
    const before = await layoutsNow();
    for (const input of bad) await expect(layOnStock(studio, input)).rejects.toThrow();
    expect(await layoutsNow()).toEqual(before);
    await countPieces(studio, { id, piece: 'p1', count: 2, rotate: false });
    await expect(layOnStock(studio, { id, seen, uses })).rejects.toThrow(/changed meanwhile/);
  });

  test('nothing to be laid; nothing on hand is an answer', async () => {
    const sheet = { name: 'Empty', kind: 'sheet' as const, size: '329 x 483 mm' };
    const id = (await beginLayout(studio, { ...sheet, paperId, margin: '5 mm', gap: '5 mm' })).id!;
    await expect(proposeStock(studio, ask(id))).rejects.toThrow(/add pieces first/);
    expect(await proposeStock(studio, ask(await threePrints()))).toMatchObject({
      ways: [],
      message: expect.stringMatching(/^No sheet or roll/),
    });
  });
});
