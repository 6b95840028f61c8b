import { parseSize } from '../measure';
import { quoteRoute, type RoutePrice, type RouteTerms } from './prices';

const line = (size: string | null, from: number, price: number, paper = ''): RoutePrice => ({
  width: size ? parseSize(size).width : null,
  height: size ? parseSize(size).height : null,
  from,
  price,
  paper,
});
const LAB: RoutePrice[] = [
  line('300x400 mm', 1, 1_250),
  line('300x400 mm', 5, 1_080),
  line('300x400 mm', 20, 890),
  line('A4', 1, 640),
  line('A4', 10, 540),
  line('500x700 mm', 1, 3_400),
  line('500x700 mm', 5, 2_990),
  line(null, 1, 9_800),
  line(null, 10, 8_600),
];
const TERMS: RouteTerms = { minimum: 900, carriage: 690, freeFrom: 10_000, setUp: 150 };

describe('a route’s price, all in', () => {
  // Four formats and three quantities, each worked with pencil: prints + set-up (at least 9.00), carriage 6.90 until 100.00.
  test.each([
    // 6.40 + 1.50 = 7.90, so the minimum of 9.00.
    ['210x297 mm', 1, 'standard', 640, 900, 690, 1_590],
    ['210x297 mm', 6, 'standard', 640, 3_990, 690, 4_680],
    ['210x297 mm', 25, 'standard', 540, 13_650, 0, 13_650],
    ['400x300 mm', 1, 'standard', 1_250, 1_400, 690, 2_090],
    ['400x300 mm', 6, 'standard', 1_080, 6_630, 690, 7_320],
    ['400x300 mm', 25, 'standard', 890, 22_400, 0, 22_400],
    ['500x700 mm', 1, 'standard', 3_400, 3_550, 690, 4_240],
    ['500x700 mm', 6, 'standard', 2_990, 18_090, 0, 18_090],
    ['500x700 mm', 25, 'standard', 2_990, 74_900, 0, 74_900],
    // 0.365 × 0.274 = 0.10001 m²: 98.00 × 0.10001 = 9.80; from ten on 86.00: 8.60.
    ['365x274 mm', 1, 'custom', 980, 1_130, 690, 1_820],
    ['365x274 mm', 6, 'custom', 980, 6_030, 690, 6_720],
    ['365x274 mm', 25, 'custom', 860, 21_650, 0, 21_650],
  ] as const)(
    '%s × %i: %s, %i each, %i of prints, %i carriage, %i in all',
    (size, quantity, way, each, prints, carriage, total) => {
      expect(quoteRoute(LAB, TERMS, parseSize(size), quantity)).toMatchObject({
        way,
        each,
        prints,
        carriage,
        total,
      });
    },
  );
  test('the next break is told by its margin, not by its average: five cost less than four', () => {
    // Four: 50.00 + 1.50 + 6.90 = 58.40. Five: 54.00 + 1.50 + 6.90 = 62.40: the fifth costs 4.00.
    expect(quoteRoute(LAB, TERMS, parseSize('300x400 mm'), 4)!.nextBreak).toEqual({
      from: 5,
      total: 6_240,
      marginal: 400,
    });
    expect(quoteRoute(LAB, TERMS, parseSize('300x400 mm'), 20)!.nextBreak).toBeNull();
  });
  test('a size with neither a line nor custom prices is not printed there; a paper’s own line is its own', () => {
    expect(
      quoteRoute(
        LAB.filter((l) => l.width !== null),
        TERMS,
        parseSize('365x274 mm'),
        1,
      ),
    ).toBeNull();
    const own = [...LAB, line('A4', 1, 990, 'Cotton 300')];
    expect(
      quoteRoute(
        own.filter((l) => l.paper),
        TERMS,
        parseSize('A4'),
        1,
        'Cotton 300',
      )!.each,
    ).toBe(990);
    expect(
      quoteRoute(
        own.filter((l) => l.paper),
        TERMS,
        parseSize('A4'),
        1,
        'Kelp',
      ),
    ).toBeNull();
  });
  test('no prints at all cannot be priced', () =>
    expect(() => quoteRoute(LAB, TERMS, parseSize('A4'), 0)).toThrow(
      expect.objectContaining({ field: 'quantity' }),
    ));
});
