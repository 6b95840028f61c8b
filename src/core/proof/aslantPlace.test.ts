import { quadToSquareMap, reversedMap, throughSquare, type Quad } from '../capture/quad';
import type { Plane } from './plane';
import { findPhotographed, findWhole } from './register';

const PAGE = { width: 240, height: 180 };
const noise = (n: number) => {
  let h = Math.imul(n + 1, 0x9e3779b1);
  h = Math.imul(h ^ (h >>> 15), 0x85ebca6b);
  return ((h ^ (h >>> 13)) >>> 0) / 4_294_967_296;
};
/** Blots of many sizes on a page with a bare border. */
const blots = Array.from({ length: 220 }, (_, i) => ({
  x: 24 + noise(4 * i) * 192,
  y: 20 + noise(4 * i + 1) * 140,
  r: 2 + 18 * noise(4 * i + 2) ** 3,
  L: 20 + 70 * noise(4 * i + 3),
}));
function toneAt(x: number, y: number): number {
  if (x < 20 || y < 16 || x > PAGE.width - 20 || y > PAGE.height - 16) return 100;
  let L = 55;
  for (const b of blots) if ((x - b.x) ** 2 + (y - b.y) ** 2 < b.r * b.r) L = b.L;
  return L;
}
const page: Plane = {
  ...PAGE,
  data: Float32Array.from({ length: PAGE.width * PAGE.height }, (_, i) =>
    toneAt((i % PAGE.width) + 0.5, Math.floor(i / PAGE.width) + 0.5),
  ),
};

/** The page's corners as a camera sees them, so many degrees off its perpendicular about an axis through the middle. */
function cornersSeen(tilt: number, about: number, frame: { width: number; height: number }): Quad {
  const [t, a] = [tilt, about].map((degrees) => (degrees * Math.PI) / 180) as [number, number];
  const distance = 2.2 * PAGE.width;
  const corner = (x: number, y: number) => {
    // Along the axis nothing comes nearer; across it, it does.
    const along = x * Math.cos(a) + y * Math.sin(a),
      across = -x * Math.sin(a) + y * Math.cos(a);
    const near = distance / (distance + across * Math.sin(t)),
      [u, v] = [along * near, across * Math.cos(t) * near];
    return {
      x: frame.width / 2 + 1.05 * (u * Math.cos(a) - v * Math.sin(a)) + 6,
      y: frame.height / 2 + 1.05 * (u * Math.sin(a) + v * Math.cos(a)) - 4,
    };
  };
  const [w, h] = [PAGE.width / 2, PAGE.height / 2];
  return [corner(-w, -h), corner(w, -h), corner(w, h), corner(-w, h)];
}

/** What is seen of it on a table, with noise and light that falls off by half from one side to the other. */
function photographOf(quad: Quad, frame: { width: number; height: number }): Plane {
  const back = reversedMap(quadToSquareMap(quad));
  const data = new Float32Array(frame.width * frame.height);
  for (let y = 0, i = 0; y < frame.height; y++)
    for (let x = 0; x < frame.width; x++, i++) {
      let sum = 0;
      for (const dy of [0.25, 0.75])
        for (const dx of [0.25, 0.75]) {
          const p = throughSquare(back, x + dx, y + dy);
          const isOn = p.x >= 0 && p.y >= 0 && p.x <= 1 && p.y <= 1;
          sum += isOn ? toneAt(p.x * PAGE.width, p.y * PAGE.height) : 34;
        }
      data[i] = (sum / 4) * (1 - (0.3 * x) / frame.width) + 2 * (noise(i + 99_999) - 0.5);
    }
  return { ...frame, data };
}

const FRAME = { width: 330, height: 260 };
test.each([
  [15, 0],
  [15, 90],
  [12, 40],
])('photographed %d° aslant about an axis at %d°, it is found to a third of a pixel', (tilt, about) => {
  const quad = cornersSeen(tilt, about, FRAME);
  const seen = photographOf(quad, FRAME);
  const found = findWhole(page, seen) ?? findPhotographed(page, seen);
  expect(found!.likeness).toBeGreaterThan(0.75);
  const map = quadToSquareMap(quad);
  for (const u of [0.1, 0.5, 0.9])
    for (const v of [0.1, 0.5, 0.9]) {
      const want = throughSquare(map, u, v),
        got = throughSquare(found!.map, u * PAGE.width, v * PAGE.height);
      expect(Math.hypot(want.x - got.x, want.y - got.y)).toBeLessThan(0.34);
    }
  const side = (i: number) =>
    Math.hypot(quad[i]!.x - quad[(i + 1) % 4]!.x, quad[i]!.y - quad[(i + 1) % 4]!.y);
  const longer = (i: number) => Math.max(side(i) / side(i + 2), side(i + 2) / side(i)) - 1;
  expect(found!.keystone).toBeCloseTo(Math.max(longer(0), longer(1)), 2);
});

test('seen square on it is a place and no perspective; on a bare table there is none', () => {
  const seen = photographOf(cornersSeen(0, 0, FRAME), FRAME);
  const found = findWhole(page, seen)!;
  expect([found.keystone, found.map.slice(6)]).toEqual([0, [0, 0, 1]]);
  const table = { ...FRAME, data: Float32Array.from(seen.data, (_, i) => 34 + noise(i)) };
  expect([findWhole(page, table), findPhotographed(page, table)]).toEqual([null, null]);
});
