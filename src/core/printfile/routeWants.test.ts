import { fileKindOfRoute, spaceOfRoute } from './routeWants';
import { staleWords } from './staleWords';

test.each([
  ['opRGB', 'opRGB'],
  ['sRGB IEC61966-2.1', 'sRGB'],
  ['SRGB', 'sRGB'],
  ['CMYK', 'CMYK'],
  ['CMYK, coated', 'CMYK'],
  ['RGB or CMYK', 'RGB + CMYK pair'],
  ['sRGB and cmyk', 'RGB + CMYK pair'],
  ['', 'opRGB'],
])('a route that says %j wants %s', (words, space) => expect(spaceOfRoute(words)).toBe(space));

test.each([
  ['TIFF 8 or 16 bit', 'TIFF'],
  ['JPEG or tiff', 'TIFF'],
  ['JPEG', 'JPEG'],
  ['PDF', 'JPEG'],
])('one that takes %j is sent a %s', (words, kind) => expect(fileKindOfRoute(words)).toBe(kind));

describe('what a print file no longer agrees with', () => {
  const current = { id: 'm2', fileName: 'new.tif', receivedAt: '2026-11-10T00:00:00.000Z' };

  test('nothing, when nothing changed since it was made of the current master', () => {
    const made = { masterId: 'm2', madeAt: '2026-11-11T00:00:00.000Z' };
    expect(staleWords(made, [], current)).toEqual([]);
  });

  test('its size or crop, an earlier master, or a master that came in again', () => {
    const early = '2026-11-09T00:00:00.000Z';
    expect(staleWords({ masterId: 'm1', madeAt: early }, ['its border', 'its crop'], current)).toEqual([
      'Stale: its border and its crop changed since it was made. Make it again before it is printed.',
      'Made from an earlier master: the current one is new.tif.',
    ]);
    expect(staleWords({ masterId: 'm2', madeAt: early }, [], current)).toEqual([
      'Older than its master.',
    ]);
  });

  test('one made elsewhere has no master to be held against', () => {
    expect(staleWords({ masterId: null, madeAt: '2020-01-01T00:00:00.000Z' }, [], current)).toEqual([]);
  });
});
