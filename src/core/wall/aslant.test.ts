import fc from 'fast-check';
import { throughSquare, quadToSquareMap, type Quad } from '../capture/quad';
import { InputError } from '../errors';
import { hangAslant, quadOf, tiltOf, type KnownRectangle } from './aslant';
import { placeInPhotograph, pixelsPerMm } from './buyerWall';

const mm = (n: number) => n * 1_000;
/** A camera before a wall: f px, turned by an angle about the upright, the wall so many mm away. Worked out by hand, not by core. */
const camera = ({ degrees, away = 3_000, f = 1_400 }: { degrees: number; away?: number; f?: number }) => {
  const [sin, cos] = [Math.sin((degrees * Math.PI) / 180), Math.cos((degrees * Math.PI) / 180)];
  return (x: number, y: number) => {
    // The wall turned: a point x mm to the right lies x·sin deeper.
    const depth = away + x * sin;
    return { x: 800 + (f * x * cos) / depth, y: 600 + (f * y) / depth };
  };
};
const seen = (look: ReturnType<typeof camera>, x: number, y: number, w: number, h: number): Quad => [
  look(x, y),
  look(x + w, y),
  look(x + w, y + h),
  look(x, y + h),
];
const knownBy = (
  look: ReturnType<typeof camera>,
  [x, y, w, h]: readonly [number, number, number, number],
) => ({ corners: [...seen(look, x, y, w, h)], width: mm(w), height: mm(h) }) as KnownRectangle;

const PIECE = { outer: { width: mm(600), height: mm(400) } };
const WHOLE = { left: 0, top: 0, ...PIECE.outer };

describe('a wall seen aslant', () => {
  test.each([0, 12, 25, -40])(
    'turned by %i°, a frame of 600 × 400 mm beside a known door lies where the camera would see it',
    (degrees) => {
      const look = camera({ degrees });
      const known = knownBy(look, [-900, -200, 700, 900]);
      const hung = hangAslant(PIECE, look(500, -100), known);
      // Its middle at 500, −100: from 200, −300 on.
      const expected = seen(look, 200, -300, 600, 400);
      for (const [i, corner] of quadOf(hung, WHOLE).entries()) {
        expect(corner.x).toBeCloseTo(expected[i]!.x, 4);
        expect(corner.y).toBeCloseTo(expected[i]!.y, 4);
      }
    },
  );

  test('straight on, it is what one known length makes of it', () => {
    const corners: KnownRectangle['corners'] = [
      { x: 100, y: 100 },
      { x: 500, y: 100 },
      { x: 500, y: 300 },
      { x: 100, y: 300 },
    ];
    const hung = hangAslant(PIECE, { x: 700, y: 500 }, { corners, width: mm(800), height: mm(400) });
    const scale = pixelsPerMm({ from: corners[0], to: corners[1], length: mm(800) });
    const framing = {
      ...PIECE,
      moulding: mm(20),
      window: { left: 0, top: 0, width: mm(500), height: mm(300) },
    };
    const { outer } = placeInPhotograph(framing, { x: 700, y: 500 }, scale);
    const [topLeft, , bottomRight] = quadOf(hung, WHOLE);
    expect([topLeft.x, topLeft.y]).toEqual([outer.left, outer.top]);
    expect([bottomRight.x, bottomRight.y]).toEqual([outer.left + outer.width, outer.top + outer.height]);
  });

  test('whichever rectangle of the wall is known, the picture hangs the same', () => {
    const number = (min: number, max: number) => fc.integer({ min, max });
    fc.assert(
      fc.property(
        fc.record({ degrees: number(-35, 35), x: number(-700, 300), y: number(-500, 200) }),
        fc.tuple(number(200, 900), number(200, 900), number(200, 900), number(200, 900)),
        ({ degrees, x, y }, [w1, h1, w2, h2]) => {
          const look = camera({ degrees });
          const middle = look(x, y);
          const [one, other] = [
            knownBy(look, [-600, -300, w1, h1]),
            knownBy(look, [-100, -500, w2, h2]),
          ].map((known) => quadOf(hangAslant(PIECE, middle, known), WHOLE));
          one!.forEach((corner, i) => {
            expect(Math.abs(corner.x - other![i]!.x)).toBeLessThan(1e-3);
            expect(Math.abs(corner.y - other![i]!.y)).toBeLessThan(1e-3);
          });
        },
      ),
    );
  });

  test('how far it is turned is said; straight on it is nothing', () => {
    expect(tiltOf(knownBy(camera({ degrees: 0 }), [0, 0, 400, 400]))).toBeCloseTo(0, 9);
    // At 3 m, turned by 25°: the far side of 400 mm lies 400·sin 25° = 169 mm deeper: 1 − 3000 / 3169.
    expect(tiltOf(knownBy(camera({ degrees: 25 }), [0, 0, 400, 400]))).toBeCloseTo(
      1 - 3_000 / 3_169.05,
      4,
    );
  });

  test.each<[string, Partial<KnownRectangle> & { middle?: { x: number; y: number } }, string]>([
    ['no width', { width: 0 }, 'width'],
    ['no height', { height: -1 }, 'height'],
    [
      'corners that lie on each other',
      { corners: [0, 1, 2, 3].map((k) => ({ x: k, y: 0 })) as KnownRectangle['corners'] },
      'corners',
    ],
    [
      'corners the wrong way round',
      {
        corners: [
          { x: 0, y: 0 },
          { x: 0, y: 90 },
          { x: 90, y: 90 },
          { x: 90, y: 0 },
        ],
      },
      'corners',
    ],
    ['a place where the wall has ended in the distance', { middle: { x: 60_000, y: 600 } }, 'middle'],
  ])('%s is refused', (_, { middle = { x: 800, y: 600 }, ...change }, field) => {
    const known = { ...knownBy(camera({ degrees: 30 }), [-300, -300, 600, 600]), ...change };
    const hang = () => hangAslant(PIECE, middle, known);
    expect(hang).toThrow(InputError);
    try {
      hang();
    } catch (error) {
      expect((error as InputError).field).toBe(field);
    }
  });

  test('the map is the plane’s own: the middle of the known rectangle is not the mean of its corners', () => {
    const look = camera({ degrees: 35 });
    const [a, b, c, d] = seen(look, -500, -500, 1_000, 1_000);
    const { x } = throughSquare(quadToSquareMap([a, b, c, d]), 0.5, 0.5);
    expect(x).toBeCloseTo(look(0, 0).x, 6);
    expect(Math.abs(x - (a.x + b.x + c.x + d.x) / 4)).toBeGreaterThan(15);
  });
});
