import fc from 'fast-check';
import type { Lab } from '../colour/difference';
import { InputError } from '../errors';
import { pixelsPerMm, placeInPhotograph } from './buyerWall';
import { afterHanging, judgeLight, judgeWall } from './check';
import { drawWall } from './drawWall';
import { drillTiles } from './drill';
import { hangRow } from './hang';
import { fixingFor, hooksOf } from './hooks';
import { alongSpans, clearSpans, layWall } from './lay';
import { moved, proposeOrder, scoreOrder } from './order';
import { emptyWall, heightAt, type HungPiece, type Obstacle, type WallPlan } from './plan';
import { binHolds, furnitureFinding } from './stall';
import { traitsOf, type LabPicture, type Traits } from './traits';

const mm = (v: number) => v * 1_000;

const piece = (
  id: string,
  width: number,
  height: number,
  drop = 50,
  rest: Partial<HungPiece> = {},
): HungPiece => ({
  id,
  workId: null,
  formatId: null,
  title: id,
  picture: null,
  from: { left: 0, top: 0, width: 1, height: 1 },
  outer: { width: mm(width), height: mm(height) },
  moulding: mm(20),
  window: { left: mm(60), top: mm(60), width: mm(width - 120), height: mm(height - 120) },
  weight: 3_000_000,
  drop: mm(drop),
  isDropMeasured: true,
  hooks: 1,
  place: null,
  ...rest,
});
const obstacle = (
  kind: Obstacle['kind'],
  left: number,
  bottom: number,
  width: number,
  height: number,
): Obstacle => ({
  ...{ id: kind, kind, face: 0, depth: 0 },
  ...{ left: mm(left), bottom: mm(bottom), width: mm(width), height: mm(height) },
});
const LIBRARY: [number, number, number][] = [
  [720, 570, 60],
  [520, 420, 45],
  [930, 750, 80],
  [430, 430, 40],
  [390, 470, 45],
];
const library = (): WallPlan => ({
  ...emptyWall({ width: mm(4_200), height: mm(2_600) }),
  pieces: LIBRARY.map(([w, h, d], i) => piece(`p${i}`, w, h, d)),
});

describe('hooks', () => {
  test('worked by hand: five frames on 4 200 mm, 1 500 mm to their middle', () => {
    // (4 200 − 720 − 520 − 930 − 430 − 390) ÷ 6 = 201.667; the first middle at 201.667 + 360.
    const { hooks, gap } = hangRow({
      span: mm(4_200),
      centre: mm(1_500),
      frames: LIBRARY.map(([w, h, d]) => ({ width: mm(w), height: mm(h), drop: mm(d) })),
    });
    expect(gap).toBe(201_667);
    expect(hooks.map(({ x, y }) => [Math.round(x / 1_000), y / 1_000])).toEqual([
      [562, 1_725],
      [1_383, 1_665],
      [2_310, 1_795],
      [3_192, 1_675],
      [3_803, 1_690],
    ]);
  });

  test('a given gap: the group stands in the middle', () => {
    const frames = [1, 2].map(() => ({ width: mm(300), height: mm(200), drop: 0 }));
    const { hooks, gap } = hangRow({ span: mm(1_000), centre: mm(1_500), frames, gap: mm(100) });
    // 1 000 − 600 − 100 = 300 left, 150 before the group: middles at 300 and 700.
    expect({ hooks, gap }).toEqual({
      hooks: [
        { x: mm(300), y: mm(1_600) },
        { x: mm(700), y: mm(1_600) },
      ],
      gap: mm(100),
    });
  });

  test.each([
    ['frames', { frames: [{ width: 2_000, height: 10, drop: 0 }] }],
    ['gap', { gap: 900, frames: [1, 2].map(() => ({ width: 100, height: 10, drop: 0 })) }],
    ['frames[0].drop', { frames: [{ width: 100, height: 10, drop: 10 }] }],
    ['centre', { centre: 4, frames: [{ width: 100, height: 10, drop: 0 }] }],
    ['span', { span: 0 }],
    ['frames', { frames: [] }],
  ])('refused at %s, by its name', (field, q) => {
    const frames = [{ width: 100, height: 10, drop: 0 }];
    let error: unknown;
    try {
      hangRow({ span: 1_000, centre: 1_500, frames, ...q });
    } catch (thrown) {
      error = thrown;
    }
    expect(error).toBeInstanceOf(InputError);
    expect((error as InputError).field).toBe(field);
  });

  test('in a mirror the hooks are mirrored, and nothing leaves the span', () => {
    const frame = fc.record({
      width: fc.integer({ min: 10_000, max: 900_000 }),
      height: fc.integer({ min: 10_000, max: 900_000 }),
      drop: fc.integer({ min: 0, max: 9_000 }),
    });
    fc.assert(
      fc.property(
        fc.array(frame, { minLength: 1, maxLength: 9 }),
        fc.integer({ min: 0, max: 500_000 }),
        (frames, slack) => {
          const span = frames.reduce((sum, f) => sum + f.width, 0) + slack;
          const there = hangRow({ span, centre: 1_500_000, frames });
          const back = hangRow({ span, centre: 1_500_000, frames: [...frames].reverse() });
          there.hooks.forEach((hook, i) => {
            expect(Math.abs(hook.x + back.hooks.at(-1 - i)!.x - span)).toBeLessThanOrEqual(1);
            expect(hook.x - frames[i]!.width / 2).toBeGreaterThanOrEqual(-1);
            expect(hook.x + frames[i]!.width / 2).toBeLessThanOrEqual(span + 1);
          });
        },
      ),
    );
  });

  test('two hooks stand a third of the width apart, on one height', () => {
    expect(
      hooksOf({ outer: { width: 900, height: 600 }, drop: 80, hooks: 2 }, { left: 100, top: 1_800 }),
    ).toEqual([
      { x: 400, y: 1_720 },
      { x: 700, y: 1_720 },
    ]);
  });

  test('a heavy one on one hook wants two, the heaviest someone competent; a known wall names its fixing', () => {
    const of = (kg: number, hooks: 1 | 2, surface: 'wood' | 'not known' = 'wood') =>
      fixingFor({ title: 'Ferry', weight: kg * 1e6, hooks }, surface, 'mm');
    expect(of(4, 1)).toMatchObject({
      verdict: 'holds',
      says: expect.stringMatching(/rated for 8(\.0+)? kg or more/),
    });
    expect(of(7.8, 1)).toMatchObject({ verdict: 'care', word: 'two hooks' });
    expect(of(7.8, 2)).toMatchObject({
      verdict: 'holds',
      says: expect.stringMatching(/each hook rated for 7\.8 kg/),
    });
    expect(of(20, 2)).toMatchObject({ verdict: 'care', word: 'heavy' });
    expect(of(1, 1, 'not known').verdict).toBe('care');
  });
});

describe('a wall laid out', () => {
  test('a row agrees with the hooks of wall.hang', () => {
    const laid = layWall(library());
    const { hooks } = hangRow({
      span: mm(4_200),
      centre: mm(1_500),
      frames: LIBRARY.map(([w, h, d]) => ({ width: mm(w), height: mm(h), drop: mm(d) })),
    });
    laid.at.forEach((at, i) => {
      const hook = hooksOf(library().pieces[i]!, at)[0]!;
      expect(Math.abs(hook.x - hooks[i]!.x)).toBeLessThanOrEqual(1);
      expect(hook.y).toBe(hooks[i]!.y);
    });
    expect(laid.gap).toBe(201_667);
    expect(laid.gaps).toHaveLength(6);
    for (const gap of laid.gaps) expect(Math.abs(gap.to - gap.from - 201_667)).toBeLessThanOrEqual(1);
  });

  test('a door divides the row; what lies below the row does not', () => {
    const plan = library();
    plan.obstacles = [obstacle('door', 1_500, 0, 900, 2_000), obstacle('radiator', 100, 100, 800, 600)];
    const laid = layWall(plan);
    for (const [i, at] of laid.at.entries()) {
      const right = at.left + plan.pieces[i]!.outer.width;
      expect(right <= mm(1_450) || at.left >= mm(2_450)).toBe(true);
    }
    expect(clearSpans(plan, plan.obstacles.slice(0, 1))).toEqual([
      { face: 0, from: 0, to: mm(1_450) },
      { face: 0, from: mm(2_450), to: mm(4_200) },
    ]);
  });

  test('a switch that no frame comes near moves nothing, one under a frame does', () => {
    const beside = library();
    beside.obstacles = [obstacle('switch', 90, 1_060, 85, 85)];
    expect(layWall(beside)).toEqual(layWall(library()));
    const under = library();
    // The ferry hangs from 1 845 to 2 775, down to 1 125.
    under.obstacles = [obstacle('switch', 2_000, 1_060, 85, 85)];
    const { at } = layWall(under);
    expect(at[2]!.left).not.toBe(layWall(library()).at[2]!.left);
    expect(at[2]!.left >= mm(2_135) || at[2]!.left + mm(930) <= mm(1_950)).toBe(true);
  });

  test('round a corner no frame lies in the corner', () => {
    const plan = library();
    plan.faces = [
      { name: 'north', width: mm(1_800), leftHeight: mm(2_600), rightHeight: mm(2_600) },
      { name: 'east', width: mm(2_400), leftHeight: mm(2_600), rightHeight: mm(2_600) },
    ];
    const laid = layWall(plan);
    laid.at.forEach((at, i) => {
      expect(at.left).toBeGreaterThanOrEqual(0);
      expect(at.left + plan.pieces[i]!.outer.width).toBeLessThanOrEqual(plan.faces[at.face]!.width);
    });
    expect(new Set(laid.at.map(({ face }) => face))).toEqual(new Set([0, 1]));
  });

  test('over several spans the smallest gap is as large as any division makes it: against all of them', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 200, max: 3_000 }), { minLength: 1, maxLength: 3 }),
        fc.array(fc.integer({ min: 50, max: 600 }), { minLength: 1, maxLength: 6 }),
        (clear, widths) => {
          const spans = clear.map((to, face) => ({ face, from: 0, to }));
          const least = (cuts: number[]): number =>
            Math.min(
              ...spans.map((span, s) => {
                const mine = widths.slice(cuts[s], cuts[s + 1]);
                return mine.length
                  ? (span.to - mine.reduce((sum, w) => sum + w, 0)) / (mine.length + 1)
                  : Infinity;
              }),
            );
          const divisions = (left: number, from: number): number[][] =>
            left === 1
              ? [[from, widths.length]]
              : Array.from({ length: widths.length - from + 1 }, (_, k) => k + from).flatMap((to) =>
                  divisions(left - 1, to).map((rest) => [from, ...rest]),
                );
          const best = Math.max(...divisions(spans.length, 0).map(least));
          expect(alongSpans(spans, widths, null).gap).toBe(Math.round(best));
        },
      ),
    );
  });

  test('a grid: columns under each other, rows round the line of the eye, the last row from the left', () => {
    const plan = library();
    plan.pieces = Array.from({ length: 5 }, (_, i) => piece(`g${i}`, 300, 200));
    plan.arrangement = { ...plan.arrangement, kind: 'grid', columns: 3, gap: mm(50), rowGap: mm(60) };
    const { at } = layWall(plan);
    // 3 × 300 + 2 × 50 = 1 000, in the middle of 4 200; 2 × 200 + 60 = 460 round 1 500.
    expect(at.map(({ left, top }) => [left / 1_000, top / 1_000])).toEqual([
      [1_600, 1_730],
      [1_950, 1_730],
      [2_300, 1_730],
      [1_600, 1_470],
      [1_950, 1_470],
    ]);
  });

  test('two rows share the pieces; what was moved by hand keeps its place', () => {
    const plan = library();
    plan.arrangement = { ...plan.arrangement, kind: 'rows', rows: 2 };
    plan.pieces[4]!.place = { face: 0, left: mm(3_000), top: mm(2_500) };
    const { at } = layWall(plan);
    expect(at[4]).toEqual({ id: 'p4', face: 0, left: mm(3_000), top: mm(2_500), isByHand: true });
    expect(at[0]!.top).toBeGreaterThan(at[2]!.top);
    expect(at[0]!.top - mm(570) / 2).toBe(at[1]!.top - mm(420) / 2);
  });
});

describe('what is said of a hang', () => {
  const says = (plan: WallPlan) => judgeWall(plan, 'mm').map((f) => f.says);

  test('even gaps hold; warm air, the ceiling, a switch and overlaps are said with their figures', () => {
    expect(says(library())).toEqual(['Even gaps of 201.7 mm.']);
    const plan = library();
    // The fifth’s foot is at 1 500 − 235 = 1 265, the radiator’s top at 785.
    plan.obstacles = [obstacle('radiator', 3_500, 100, 500, 685)];
    expect(says(plan)[0]).toBe(
      'Over the radiator: 5 hangs 480 mm above it; warm air bows a mat. A shelf between them or another wall is kinder.',
    );
    plan.pieces[0]!.place = { face: 0, left: mm(4_000), top: mm(2_700) };
    expect(says(plan)).toEqual(
      expect.arrayContaining([
        '1 reaches 520 mm past the corner.',
        expect.stringMatching(/^1 reaches 100 mm into the ceiling/),
      ]),
    );
    plan.pieces[0]!.place = { face: 0, left: mm(3_300), top: mm(780) };
    expect(says(plan)).toContain('1 hangs over the radiator.');
    plan.pieces[1]!.place = { face: 0, left: mm(3_350), top: mm(790) };
    expect(says(plan)).toContain('1 and 2 lie over each other.');
  });

  test('under a slope the ceiling is lower', () => {
    const face = { name: '', width: mm(4_000), leftHeight: mm(2_600), rightHeight: mm(1_400) };
    expect(heightAt(face, mm(1_000))).toBe(mm(2_300));
    const plan = { ...library(), faces: [face] };
    expect(says(plan).some((s) => /^5 reaches .* into the ceiling/.test(s))).toBe(true);
  });

  test('frames wider than the wall are said so, and by how much', () => {
    const plan = library();
    plan.faces[0]!.width = mm(2_000);
    // (2 000 − 2 990) ÷ 6 = −165.
    expect(says(plan)).toContain(
      'Together the frames are wider than what is clear: 165 mm too much for every gap. Fewer pieces, two rows, or another wall.',
    );
  });

  test('light: a year’s dose, sun, and a warm lamp', () => {
    expect(judgeLight({ lux: 120, hoursADay: 9, kelvin: 4_000, hasSun: false })).toEqual([]);
    expect(
      judgeLight({ lux: 400, hoursADay: 10, kelvin: 2_700, hasSun: true }).map((f) => f.word),
    ).toEqual(['sun', 'much light', 'warm light']);
    // 400 lx × 10 h × 365 = 1 460 000 lx h.
    expect(judgeLight({ lux: 400, hoursADay: 10, kelvin: 5_000, hasSun: false })[0]!.says).toContain(
      '1460 thousand',
    );
  });

  test('after hanging: which way to move, and by how much', () => {
    const plan = library();
    const planned = (key: string) =>
      afterHanging(plan, layWall(plan), 'mm').find((l) => l.key === key)!.planned;
    plan.measures = [
      { key: 'left:p2', value: planned('left:p2') - mm(3) },
      { key: 'top:p2', value: planned('top:p2') },
      { key: 'level:p2', value: planned('level:p2') + mm(2) },
      { key: 'gap:p1:p2', value: planned('gap:p1:p2') + mm(4) },
    ];
    const told = new Map(afterHanging(plan, layWall(plan), 'mm').map((l) => [l.key, l.move?.says]));
    expect(told.get('left:p2')).toBe('3 mm right');
    expect(told.get('top:p2')).toBe('as planned');
    expect(told.get('level:p2')).toBe('2 mm down');
    expect(told.get('gap:p1:p2')).toBe('4 mm less');
    expect(told.get('left:p0')).toBeUndefined();
    expect([...told.keys()].filter((key) => key.startsWith('gap:'))).toHaveLength(4);
  });
});

describe('the drill sheet', () => {
  const A4 = { width: mm(297), height: mm(210), margin: mm(10) };

  test('every hook lies on one page with its surroundings, and no page is without one', () => {
    const size = fc.tuple(fc.integer({ min: 100, max: 900 }), fc.integer({ min: 100, max: 900 }));
    fc.assert(
      fc.property(fc.array(size, { minLength: 1, maxLength: 7 }), (sizes) => {
        const plan = { ...library(), pieces: sizes.map(([w, h], i) => piece(`p${i}`, w, h, 20)) };
        const tiles = drillTiles(plan, A4);
        const numbers = tiles.flatMap((tile) => tile.crosses.map((c) => c.number)).sort((a, b) => a - b);
        expect(numbers).toEqual(sizes.map((_, i) => i + 1));
        for (const tile of tiles)
          for (const c of tile.crosses) {
            expect(c.x - mm(12)).toBeGreaterThanOrEqual(tile.left);
            expect(c.x + mm(12)).toBeLessThanOrEqual(tile.left + tile.width);
            expect(c.y - mm(12)).toBeGreaterThanOrEqual(tile.bottom);
            expect(c.y + mm(12)).toBeLessThanOrEqual(tile.bottom + tile.height);
          }
      }),
    );
  });

  test('five hooks of the library on five pages of one grid', () => {
    const tiles = drillTiles(library(), A4);
    expect(tiles.map((t) => t.crosses.map((c) => c.says))).toEqual([['1'], ['2'], ['3'], ['4'], ['5']]);
    expect((tiles[1]!.left - tiles[0]!.left) % mm(277 - 30)).toBe(0);
  });
});

test('the drawing has every frame at its size, and a cross for every hook', () => {
  const drawing = drawWall({ title: 'wall', plan: library(), unit: 'mm' });
  const frames = drawing.strokes.flatMap((s) =>
    s.kind === 'rect' && s.fill === 'frame' ? [[s.width, s.height]] : [],
  );
  expect(frames).toEqual(LIBRARY.map(([w, h]) => [mm(w), mm(h)]));
  const crosses = drawing.strokes.filter(
    (s) => s.kind === 'line' && s.y1 === s.y2 && s.x2 - s.x1 === mm(50),
  );
  expect(crosses).toHaveLength(5);
});

describe('the order', () => {
  /** A grey picture with a dark band that runs out at the right, and one that comes in at the left. */
  const banded = (leftAt: number | null, rightAt: number | null, tone = 60, slope = 0): LabPicture => {
    const [width, height] = [80, 60];
    const lab: Lab[] = [];
    for (let y = 0; y < height; y += 1)
      for (let x = 0; x < width; x += 1) {
        const isLeft = x < width / 2;
        const at = isLeft ? leftAt : rightAt;
        const edge =
          at === null
            ? Infinity
            : at * height + (isLeft ? -slope : slope) * (x - (isLeft ? 0 : width - 1));
        lab.push([y >= edge ? 15 : tone, 0, 0]);
      }
    return { width, height, lab };
  };

  test('a line is found where it leaves, with its fall and its strength', () => {
    const { left, right } = traitsOf(banded(null, 0.7));
    expect(right.line.strength).toBe(1);
    expect(Math.abs(right.line.at - 0.7)).toBeLessThan(0.03);
    expect(Math.abs(right.line.falls)).toBeLessThan(0.05);
    expect(left.line.strength).toBe(0);
    // Falling outwards by a third of a row to the column: 1/3 × 80/60 of the height to the width.
    const falling = traitsOf(banded(null, 0.5, 60, 1 / 3)).right.line;
    expect(falling.falls).toBeGreaterThan(0.2);
    expect(traitsOf(banded(null, 0.5, 60, -1 / 3)).right.line.falls).toBeLessThan(-0.2);
  });

  test('mean, spread and tone are those of the picture', () => {
    const flat: LabPicture = { width: 40, height: 30, lab: Array<Lab>(1_200).fill([40, 10, -20]) };
    expect(traitsOf(flat)).toMatchObject({ mean: [40, 10, -20], hueSpread: 0 });
    expect(traitsOf(flat).left.tone).toBeCloseTo(40, 9);
    const two: LabPicture = {
      ...flat,
      lab: flat.lab.map((_, i): Lab => (i % 2 ? [50, 40, 0] : [50, -40, 0])),
    };
    expect(traitsOf(two).hueSpread).toBe(1);
  });

  test('pictures with known edges: lines that leave are taken up by the next', () => {
    const pictures = [
      { title: 'opens', traits: traitsOf(banded(null, 0.25)) },
      { title: 'carries', traits: traitsOf(banded(0.25, 0.75)) },
      { title: 'closes', traits: traitsOf(banded(0.75, null)) },
    ];
    for (const given of [
      [0, 1, 2],
      [2, 0, 1],
      [1, 2, 0],
    ]) {
      const proposed = proposeOrder(
        given.map((i) => pictures[i]!),
        'belong',
      );
      expect(proposed.order.map((i) => pictures[given[i]!]!.title)).toEqual([
        'opens',
        'carries',
        'closes',
      ]);
      expect(proposed.nextShare).toBeLessThan(1);
      expect(proposed.says.join('; ')).toMatch(/what leaves opens at its upper third runs into carries/);
      expect(proposed.says.join('; ')).toMatch(/no strong line leads off either end/);
    }
  });

  test('the score is what its parts come to, by hand', () => {
    const flat = (L: number): Traits => {
      const side = { tone: L, line: { at: 0.5, falls: 0, strength: 0 } };
      return { mean: [L, 0, 0], hueSpread: 0, left: side, right: side };
    };
    // No lines, edges 20 apart (1 − 20/50 = 0.6), the darkest of two is at an end but two have no middle, ends are quiet.
    const two = scoreOrder([flat(40), flat(60)], 'belong');
    expect(two.pairs[0]).toMatchObject({ line: 0, edge: 0.6 });
    expect(two).toMatchObject({ middle: 1, ends: 1 });
    expect(two.score).toBeCloseTo(0.2 * 0.6 + 0.2 * two.pairs[0]!.colour + 0.15 + 0.15, 12);
    expect(scoreOrder([flat(60), flat(20), flat(60)], 'belong').middle).toBe(1);
    expect(scoreOrder([flat(20), flat(60), flat(60)], 'belong').middle).toBe(0);
    // Belonging together and differing plainly are two sides of one figure.
    expect(
      two.pairs[0]!.colour + scoreOrder([flat(40), flat(60)], 'differ').pairs[0]!.colour,
    ).toBeCloseTo(1, 12);
  });

  test('many pictures: never worse than the order they came in', () => {
    const many = Array.from({ length: 11 }, (_, i) => ({
      title: `n${i}`,
      traits: traitsOf(banded(((i * 7) % 10) / 10 || null, ((i * 3) % 10) / 10 || null, 30 + 5 * i)),
    }));
    const proposed = proposeOrder(many, 'differ');
    expect([...proposed.order].sort((a, b) => a - b)).toEqual(many.map((_, i) => i));
    expect(proposed.score).toBeGreaterThanOrEqual(
      scoreOrder(
        many.map((m) => m.traits),
        'differ',
      ).score,
    );
  });

  test('moving one member keeps the others in their order', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer(), { minLength: 1, maxLength: 9 }),
        fc.nat(),
        fc.nat(),
        (list, a, b) => {
          const [from, to] = [a % list.length, b % list.length];
          const result = moved(list, from, to);
          expect(result[to]).toBe(list[from]);
          expect(result.filter((v) => v !== list[from])).toEqual(list.filter((v) => v !== list[from]));
        },
      ),
    );
  });
});

describe('a stall', () => {
  test('a bin holds its depth in boards and air; a table what lies side by side either way round', () => {
    expect(binHolds(mm(400))).toBe(114);
    expect(() => binHolds(0)).toThrow(InputError);
    const table: Obstacle = { ...obstacle('table', 0, 720, 1_200, 30), depth: mm(600) };
    const says = (o: Obstacle) => furnitureFinding(o, [{ width: mm(400), height: mm(300) }], 'mm')?.says;
    // Lying: 3 × 2 = 6; turned: 4 × 1 = 4.
    expect(says(table)).toContain('6 of 400 × 300 mm');
    expect(says({ ...table, kind: 'shelf' })).toContain('3 of 400 × 300 mm');
    expect(says({ ...table, kind: 'bin', width: mm(250) })).toMatch(/1 of 1 sizes are wider/);
    expect(says(obstacle('door', 0, 0, 900, 2_000))).toBeUndefined();
  });
});

describe('a buyer’s wall', () => {
  test('a known length makes the scale; the frame is true to it with its moulding', () => {
    const scale = pixelsPerMm({ from: { x: 100, y: 900 }, to: { x: 900, y: 300 }, length: mm(2_000) });
    // √(800² + 600²) = 1 000 px for 2 000 mm.
    expect(scale).toBe(0.5);
    const placed = placeInPhotograph(piece('a', 600, 400), { x: 500, y: 500 }, scale);
    expect(placed.outer).toEqual({ left: 350, top: 400, width: 300, height: 200 });
    expect(placed.inner).toEqual({ left: 360, top: 410, width: 280, height: 180 });
    expect(placed.window).toEqual({ left: 380, top: 430, width: 240, height: 140 });
  });

  test('no length, or one of a few pixels, is refused', () => {
    const p = { x: 1, y: 1 };
    expect(() => pixelsPerMm({ from: p, to: { x: 5, y: 1 }, length: 1 })).toThrow(/at least 10 px/);
    expect(() => pixelsPerMm({ from: p, to: { x: 50, y: 1 }, length: 0 })).toThrow(/above nothing/);
  });
});
