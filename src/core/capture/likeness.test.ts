import fc from 'fast-check';
import type { Lab } from '../colour/difference';
import { bitsApart, isAlike, likenessOf, readLikeness, writeLikeness } from './likeness';

/** A scene of soft shapes, large and small: what a painting is to somebody who squints. */
function scene(seed: number, width = 72, height = 54) {
  let state = seed * 2_654_435_761;
  const roll = () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
  const shapes = Array.from({ length: 48 }, () => ({
    ...{ x: roll(), y: roll(), size: 0.03 + roll() ** 2 * 0.22, lightness: roll() * 24 - 12 },
  }));
  const at = (x: number, y: number): number => {
    let lightness = 50 + 20 * (y - 0.5);
    for (const shape of shapes)
      lightness +=
        shape.lightness * Math.exp(-((x - shape.x) ** 2 + (y - shape.y) ** 2) / (2 * shape.size ** 2));
    return lightness;
  };
  return { width, height, at, roll };
}
type Scene = ReturnType<typeof scene>;
const drawn = (s: Scene, change: (lightness: number, x: number, y: number) => number = (l) => l) => ({
  width: s.width,
  height: s.height,
  lab: Array.from({ length: s.width * s.height }, (_, i): Lab => {
    const [x, y] = [((i % s.width) + 0.5) / s.width, (Math.floor(i / s.width) + 0.5) / s.height];
    return [Math.max(0, Math.min(100, change(s.at(x, y), x, y))), 0, 0];
  }),
});

test('one scene stays itself when it is made smaller, lighter, flatter, noisy, lit from a side, or cut a little', () => {
  for (let seed = 1; seed <= 20; seed++) {
    const s = scene(seed);
    const own = likenessOf(drawn(s));
    const others = {
      small: likenessOf(drawn({ ...s, width: 40, height: 30 })),
      lighter: likenessOf(drawn(s, (l) => l + 9)),
      flatter: likenessOf(drawn(s, (l) => 50 + (l - 50) * 0.6)),
      noisy: likenessOf(drawn(s, (l) => l + (s.roll() - 0.5) * 12)),
      aslant: likenessOf(drawn(s, (l, x) => l - 6 * x)),
      cut: likenessOf(drawn({ ...s, at: (x, y) => s.at(0.015 + x * 0.97, 0.015 + y * 0.97) })),
    };
    for (const [name, other] of Object.entries(others))
      expect([seed, name, isAlike(own, other)]).toEqual([seed, name, true]);
  }
});

test('two hundred scenes are told apart, each from every other', () => {
  const all = Array.from({ length: 200 }, (_, i) => likenessOf(drawn(scene(i + 100))));
  const pairs = all.flatMap((a, i) => all.slice(i + 1).map((b) => bitsApart(a.bits, b.bits)));
  expect(pairs.filter((apart) => apart <= 10)).toEqual([]);
});

test('another shape is another picture, however alike it looks', () => {
  const s = scene(3);
  const own = likenessOf(drawn(s));
  const wide = likenessOf(drawn({ ...s, width: 90 }));
  expect(bitsApart(own.bits, wide.bits)).toBeLessThanOrEqual(4);
  expect(isAlike(own, wide)).toBe(false);
});

test('as it is kept it is read again; bits apart are a distance', () => {
  const bits = fc.array(fc.constantFrom(...'0123456789abcdef'), { minLength: 16, maxLength: 16 });
  fc.assert(
    fc.property(bits, bits, bits, (a, b, c) => {
      const [x, y, z] = [a.join(''), b.join(''), c.join('')];
      expect(readLikeness(writeLikeness({ bits: x, aspect: 1.25 }))).toEqual({ bits: x, aspect: 1.25 });
      expect(bitsApart(x, x)).toBe(0);
      expect(bitsApart(x, y)).toBe(bitsApart(y, x));
      expect(bitsApart(x, z)).toBeLessThanOrEqual(bitsApart(x, y) + bitsApart(y, z));
    }),
  );
  expect(() => likenessOf({ width: 6, height: 90, lab: [] })).toThrow('at least 8 px');
});
