/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import type { BuyerWallModel, WallModel } from '@/app/models';
import { emptyWall, type HungPiece, type WallPlan } from '@/core/wall/plan';
import { answering, renderPart } from '../../../tests/unit/helpers/hooks';
import { WallView } from './[id]/WallView';
import { BuyerWallView } from './at/[id]/BuyerWallView';
import { keyOfOffer, offerOfKey } from './WallSheets';
import { WallsView } from './WallsView';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router, usePathname: () => '/wall' };
});
beforeEach(() => window.localStorage.clear());
afterEach(cleanup);

const mm = (v: number) => v * 1_000;
const piece = (id: string, title: string, width: number, height: number): HungPiece => ({
  ...{ id, title, workId: null, formatId: null, picture: null, place: null },
  from: { left: 0, top: 0, width: 1, height: 1 },
  outer: { width: mm(width), height: mm(height) },
  moulding: mm(20),
  window: { left: mm(60), top: mm(60), width: mm(width - 120), height: mm(height - 120) },
  ...{ weight: 4_100_000, drop: mm(60), isDropMeasured: true, hooks: 1 },
});
const plan = (more: Partial<WallPlan> = {}): WallPlan => ({
  ...emptyWall({ width: mm(4_000), height: mm(2_600) }),
  surface: 'wood',
  pieces: [piece('a', 'Kiln', 720, 570), piece('b', 'Boat', 520, 420)],
  ...more,
});
const wall = (more: Partial<WallPlan> = {}): WallModel =>
  ({
    ...{ id: 'w', name: 'The long wall', kind: 'wall', changedAt: '2026-11-20T10:00:00Z' },
    plan: plan(more),
  }) as unknown as WallModel;
const OFFERS = [{ formatId: 'f1', mount: 'mat' as const, says: 'Ferry, 400 × 300 mm, in its mat' }];
const show = (more: Partial<WallPlan> = {}, unit: 'mm' | 'in' = 'mm') =>
  renderPart(<WallView wall={wall(more)} offers={OFFERS} />, { unit });
const hooks = () => screen.getByRole('region', { name: 'Hooks' });
const press = (key: string, target: Element = document.body) =>
  act(async () => void fireEvent.keyDown(target, { key }));

describe('a wall', () => {
  test('the hook table says where each hook goes, in the unit being read', () => {
    show();
    // (4 000 − 720 − 520) ÷ 3 = 920: hooks at 920 + 360 and 920 + 720 + 920 + 260.
    expect(within(hooks()).getByText('1280 mm · 1725 mm')).toBeTruthy();
    expect(within(hooks()).getByText('2820 mm · 1650 mm')).toBeTruthy();
    expect(screen.getByText('Even gaps of 920 mm.')).toBeTruthy();
    cleanup();
    show({}, 'in');
    expect(hooks().textContent).toContain('50 3/8 in · 67 15/16 in');
  });

  test('frames are drawn to one scale, each with its cross', () => {
    show();
    const drawing = screen.getByRole('group', { name: 'The long wall, with 2 pictures' });
    const frames = within(drawing)
      .getAllByRole('button')
      .map((each) => each.querySelectorAll('rect')[1]!)
      .map((rect) => [Number(rect.getAttribute('width')), Number(rect.getAttribute('height'))]);
    expect(frames[0]![0]! / frames[1]![0]!).toBeCloseTo(720 / 520, 6);
    expect(frames[0]![0]! / frames[0]![1]!).toBeCloseTo(720 / 570, 6);
    expect(within(drawing).getAllByRole('button', { name: /Arrows move it/ })).toHaveLength(2);
  });

  test('the chosen picture goes a place to the right by its key, and back in its row when a hand moved it', async () => {
    const sent = answering();
    show();
    await press(']');
    expect(sent.at(-1)).toMatchObject({
      url: '/api/act/orderPieces',
      input: { wallId: 'w', pieceIds: ['b', 'a'] },
    });
    // At the left end there is nothing further to the left.
    await press('[');
    expect(sent).toHaveLength(1);
    cleanup();
    const moved = { ...piece('a', 'Kiln', 720, 570), place: { face: 0, left: mm(10), top: mm(2_000) } };
    show({ pieces: [moved] });
    await act(async () => screen.getByRole('button', { name: 'Back in its row' }).click());
    expect(sent.at(-1)).toMatchObject({
      url: '/api/act/movePiece',
      input: { pieceId: 'a', place: null },
    });
  });

  test('a measure taken after hanging is sent as it was typed, and what to move is said', async () => {
    const sent = answering();
    show({ measures: [{ key: 'left:a', value: mm(917) }] });
    expect(screen.getByRole('table', { name: 'Measures after hanging' }).textContent).toContain(
      '3 mm right',
    );
    const top = screen.getByLabelText('1, upper left corner to the floor, measured');
    await act(async () => void fireEvent.change(top, { target: { value: '70 1/2 in' } }));
    await act(async () => void fireEvent.submit(top));
    expect(sent.at(-1)).toMatchObject({
      url: '/api/act/takeMeasure',
      input: { wallId: 'w', key: 'top:a', value: '70 1/2 in' },
    });
  });

  test('the order is proposed by its key, told with its reasons, and asked for by the other school', async () => {
    const sent = answering();
    show({
      order: {
        school: 'belong',
        says: ['Kiln and Boat are near in colour'],
        score: 0.61,
        nextShare: 0.9,
      },
    });
    expect(screen.getByText(/Kiln and Boat are near in colour\./)).toBeTruthy();
    expect(screen.getByText(/scores 0\.61 of 1; the next best comes to 0\.90/)).toBeTruthy();
    await press('o');
    expect(sent.at(-1)).toMatchObject({ input: { school: 'belong' } });
    await act(async () => screen.getByRole('button', { name: 'Rather what differs plainly' }).click());
    expect(sent.at(-1)).toMatchObject({ url: '/api/act/proposeWallOrder', input: { school: 'differ' } });
  });

  test('a frame without a measured wire is said to be guessed, a public wall sends to someone competent', () => {
    show({ isPublic: true, pieces: [{ ...piece('a', 'Kiln', 720, 570), isDropMeasured: false }] });
    expect(hooks().textContent).toContain('guessed');
    expect(screen.getByText(/is guessed for 1/)).toBeTruthy();
    expect(screen.getByText(/someone competent hangs it\. Ask the house/)).toBeTruthy();
  });

  test('an empty wall teaches, and has neither drill sheet nor order', () => {
    show({ pieces: [] });
    expect(screen.getByText('Nothing hangs here yet')).toBeTruthy();
    expect(screen.queryByRole('link', { name: /Drill sheet/ })).toBeNull();
    expect(screen.queryByRole('button', { name: /Propose the order/ })).toBeNull();
  });

  test('what stands there is listed with what it has room for, and taken off', async () => {
    const sent = answering();
    const bin = { id: 'o1', kind: 'bin' as const, face: 0, left: 0, bottom: 0 };
    show({ obstacles: [{ ...bin, width: mm(620), height: mm(800), depth: mm(500) }] });
    expect(screen.getByText(/about 142 sleeved prints stand in it/)).toBeTruthy();
    await act(async () => screen.getByRole('button', { name: 'Take the bin off' }).click());
    expect(sent.at(-1)).toMatchObject({ url: '/api/act/removeObstacle', input: { obstacleId: 'o1' } });
  });
});

test('a size in one of its mounts is found again by its name in the list; none is a typed frame', () => {
  expect(offerOfKey(OFFERS, keyOfOffer(OFFERS[0]!))).toEqual({ formatId: 'f1', mount: 'mat' });
  expect(offerOfKey(OFFERS, '')).toEqual({ formatId: null, mount: null });
});

describe('the walls', () => {
  test('all are drawn to one scale, each said with its size and what hangs there', () => {
    const small = { ...wall({ pieces: [] }), id: 'x', name: 'Attic' };
    small.plan.faces[0]!.width = mm(2_000);
    renderPart(<WallsView walls={[wall(), small]} buyerWalls={[]} />);
    const [long, attic] = within(screen.getByRole('list', { name: 'Walls and stalls' })).getAllByRole(
      'link',
    );
    expect(long!.textContent).toContain('wall, 4000 mm by 2600 mm; 2 pictures');
    expect(attic!.textContent).toContain('nothing hangs yet');
    const width = (link: Element) => Number(link.querySelector('svg')!.getAttribute('width')) - 2;
    expect(width(long!) / width(attic!)).toBeCloseTo(2, 6);
    expect(screen.getByText('No photograph of a wall yet')).toBeTruthy();
  });
});

describe('a buyer’s wall', () => {
  const buyerWall = (known: boolean): BuyerWallModel =>
    ({
      ...{ id: 'b', name: 'Marta', sha256: 'f'.repeat(64), fileName: 'wall.jpg' },
      ...{ widthPx: 1_600, heightPx: 1_200 },
      hung: {
        known: known ? { from: { x: 0, y: 900 }, to: { x: 800, y: 900 }, length: mm(1_600) } : null,
        pieces: [{ id: 'p', piece: piece('p', 'Ferry', 600, 400), middle: { x: 800, y: 500 } }],
      },
    }) as unknown as BuyerWallModel;

  test('before a length is known nothing hangs; the line lies from a quarter to three quarters', async () => {
    const sent = answering();
    renderPart(<BuyerWallView wall={buyerWall(false)} offers={OFFERS} />);
    expect(screen.getByText(/Nothing hangs to scale before a length is known/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: /^Ferry/ })).toBeNull();
    expect(screen.queryByRole('link', { name: /PNG/ })).toBeNull();
    const length = screen.getByLabelText('It is, from end to end');
    await act(async () => void fireEvent.change(length, { target: { value: '2 m' } }));
    await act(async () => void fireEvent.submit(length));
    expect(sent.at(-1)).toMatchObject({
      url: '/api/act/knowLength',
      input: { buyerWallId: 'b', from: { x: 400, y: 960 }, to: { x: 1_200, y: 960 }, length: '2 m' },
    });
  });

  test('to scale the frame is as large as it is, and taken away by its name', async () => {
    const sent = answering();
    renderPart(<BuyerWallView wall={buyerWall(true)} offers={OFFERS} />);
    expect(screen.getByText(/0\.500 px to the millimetre/)).toBeTruthy();
    const frame = screen.getByRole('button', { name: /^Ferry, 600 × 400 mm/ }).querySelector('rect')!;
    // 0.5 px to the millimetre: 300 × 200 px round 800, 500.
    expect(['x', 'y', 'width', 'height'].map((name) => Number(frame.getAttribute(name)))).toEqual([
      650, 400, 300, 200,
    ]);
    await act(async () => screen.getByRole('button', { name: 'Take Ferry away' }).click());
    expect(sent.at(-1)).toMatchObject({ url: '/api/act/takeAwayAtBuyers', input: { pieceId: 'p' } });
  });
});
