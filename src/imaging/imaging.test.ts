import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { readdir, readFile, stat, utimes } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { OPRGB_GAMMA, OPRGB_PRIMARIES, writeMatrixProfile } from '@/core/colour/icc';
import { NotHeldError, RefusedError } from '@/core/errors';
import { folder, inPieces, picture, saved, tiff } from '../../tests/unit/helpers/files';
import { derive, TILE_PX } from './derive';
import { readFacts } from './facts';
import { kindOrRefuse, sniff } from './kinds';
import { ObjectStore } from './objects';
import { ImagingPool } from './pool';

const ENDINGS = [
  ['PNG', 'png'],
  ['JPEG', 'jpg'],
  ['WebP', 'webp'],
] as const;
const OPRGB = writeMatrixProfile('opRGB (IEC 61966-2-5)', OPRGB_PRIMARIES, OPRGB_GAMMA);
let dir: string;
beforeAll(async () => {
  sharp.cache(false);
  dir = await folder();
});
const factsOf = async (name: string, bytes: Uint8Array) => readFacts(await saved(dir, name, bytes), name);
const refusal = async (work: Promise<unknown>): Promise<string> => {
  try {
    await work;
  } catch (error) {
    if (error instanceof RefusedError) return error.message;
    throw error;
  }
  throw new Error('it was taken in');
};

describe('what a file says of itself', () => {
  test('a 16-bit TIFF with a profile, density and date', async () => {
    expect(
      await factsOf(
        'a.tif',
        await tiff({ width: 300, height: 200, ppi: 630, profile: OPRGB, taken: '2026:11:04 10:12:00' }),
      ),
    ).toMatchObject({
      kind: 'TIFF',
      width: 300,
      height: 200,
      bits: 16,
      channels: 3,
      alpha: false,
      colour: 'RGB',
      density: 630,
      densityUnit: 'inch',
      orientation: 1,
      profileLabel: 'opRGB (IEC 61966-2-5)',
      capturedAt: '2026-11-04T10:12:00',
    });
  });
  test('no density, no profile and no date are said to be none', async () => {
    expect(await factsOf('b.tif', await tiff({ width: 30, height: 20, bits: 8 }))).toMatchObject({
      bits: 8,
      profileLabel: null,
      profileBytes: 0,
      capturedAt: null,
      density: null,
      densityUnit: 'none',
      compression: 'no',
    });
  });
  test.each([
    [
      'lzw tiles',
      () =>
        picture(600, 400)
          .tiff({ compression: 'lzw', tile: true, tileWidth: 256, tileHeight: 256 })
          .toBuffer(),
      { kind: 'TIFF', compression: 'lzw' },
    ],
    [
      'deflate strips',
      () => picture(60, 40).tiff({ compression: 'deflate' }).toBuffer(),
      { kind: 'TIFF', compression: 'deflate' },
    ],
    ['BigTIFF', () => picture(60, 40).tiff({ bigtiff: true }).toBuffer(), { kind: 'TIFF', width: 60 }],
    [
      'JPEG turned by flag',
      () => picture(60, 40).withMetadata({ orientation: 6 }).jpeg().toBuffer(),
      { kind: 'JPEG', width: 60, height: 40, orientation: 6 },
    ],
    [
      '16-bit PNG with alpha',
      () => picture(60, 40, 4).toColourspace('rgb16').png().toBuffer(),
      { kind: 'PNG', bits: 16, channels: 4, alpha: true },
    ],
    ['palette PNG', () => picture(60, 40).png({ palette: true }).toBuffer(), { kind: 'PNG', width: 60 }],
    ['WebP', () => picture(60, 40).webp().toBuffer(), { kind: 'WebP', bits: 8 }],
    [
      'greyscale',
      () => picture(60, 40, 1).toColourspace('b-w').tiff().toBuffer(),
      { colour: 'grey', channels: 1 },
    ],
    [
      'CMYK',
      () => picture(60, 40).toColourspace('cmyk').withIccProfile('cmyk').tiff().toBuffer(),
      { colour: 'CMYK', channels: 4 },
    ],
    [
      'density in cm',
      () => picture(60, 40).withMetadata({ density: 254 }).tiff({ resolutionUnit: 'cm' }).toBuffer(),
      { densityUnit: 'cm' },
    ],
  ])('%s', async (name, make, expected) => {
    expect(
      await factsOf(`odd.${ENDINGS.find(([kind]) => name.includes(kind))?.[1] ?? 'tif'}`, await make()),
    ).toMatchObject(expected);
  });

  test.each([
    [
      'not a picture',
      'notes.tif',
      () => Buffer.from('This is only a text that calls itself a picture.'),
      /is not a picture Glassine reads/,
    ],
    ['empty', 'empty.jpg', () => Buffer.alloc(0), /is empty: 0 bytes/],
    [
      'a JPEG that says TIFF',
      'lies.tif',
      () => picture(20, 20).jpeg().toBuffer(),
      /says it is TIFF but holds JPEG\. Give it the ending \.jpg/,
    ],
    [
      'a PNG that says JPEG',
      'lies.jpeg',
      () => picture(20, 20).png().toBuffer(),
      /says it is JPEG but holds PNG/,
    ],
    [
      'a TIFF of twelve bytes',
      'short.tif',
      () => Buffer.from('II*\0\x08\0\0\0\0\0\0\0', 'latin1'),
      /cannot be read/,
    ],
    [
      'a PNG that claims 60 000 × 60 000',
      'vast.png',
      () => pngHeader(60_000, 60_000),
      /3600 megapixels\. Up to 1000 are taken in/,
    ],
    [
      'a PNG of no pixels',
      'none.png',
      () => pngHeader(0, 10),
      /no-pixels|cannot be read|no picture in it/,
    ],
  ])('%s is refused with a sentence', async (_, name, make, says) => {
    expect(await refusal(factsOf(name, await make()))).toMatch(says);
  });

  test('known by first bytes alone', () => {
    expect([
      sniff(Buffer.from('II+\0')),
      sniff(Buffer.from('MM\0*', 'latin1')),
      sniff(Buffer.from('RIFF....WEBP')),
      sniff(Buffer.from('RIFF....WAVE')),
      sniff(Buffer.from('%PDF-1.7')),
    ]).toEqual(['TIFF', 'TIFF', 'WebP', null, null]);
    expect(kindOrRefuse('scan', Buffer.from([0xff, 0xd8, 0xff, 0xe0]))).toBe('JPEG');
  });
});

describe('what is made of a master', () => {
  test('tiles, view and small picture, in colour, upright, all of the picture', async () => {
    const path = await saved(dir, 'large.tif', await tiff({ width: 2300, height: 1500, profile: OPRGB }));
    const into = join(dir, 'derived-large');
    await derive(path, into, 'large.tif');
    const view = await sharp(join(into, 'view.jpg'))
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect([view.info.width, view.info.height, view.info.channels]).toEqual([1600, 1043, 3]);
    const at = (x: number, y: number) => [
      ...view.data.subarray((y * 1600 + x) * 3, (y * 1600 + x) * 3 + 3),
    ];
    const [white, red, green] = [at(20, 20), at(500, 500), at(1300, 500)];
    expect(Math.min(...white)).toBeGreaterThan(245);
    expect(red[0]).toBeGreaterThan(100);
    expect(red[1]).toBeLessThan(40);
    expect(green[1]).toBeGreaterThan(140);
    // opRGB 20, 160, 40 worked by hand through XYZ: its red lies outside sRGB, its green is 161, its blue falls to 17.
    expect(green[0]).toBeLessThan(6);
    expect(Math.abs(green[1]! - 161)).toBeLessThan(4);
    expect(Math.abs(green[2]! - 17)).toBeLessThan(14);
    expect(Math.max((await sharp(join(into, 'thumb.jpg')).metadata()).width!, 0)).toBe(360);
    const tile = await sharp(join(into, 'tiles_files', '0', '0_0.jpeg')).metadata();
    expect(tile.icc?.length).toBe(OPRGB.length);
    const full = (await readdir(join(into, 'tiles_files')))
      .map(Number)
      .filter(Number.isInteger)
      .sort((a, b) => b - a)[0]!;
    expect(
      (await readdir(join(into, 'tiles_files', String(full)))).filter((n) => n.endsWith('.jpeg')),
    ).toHaveLength(Math.ceil(2300 / TILE_PX) * Math.ceil(1500 / TILE_PX));
  });

  test('an orientation flag is applied for view and the master stays as it is', async () => {
    const bytes = await picture(90, 60).withMetadata({ orientation: 6 }).jpeg({ quality: 95 }).toBuffer();
    const path = await saved(dir, 'turned.jpg', bytes);
    await derive(path, join(dir, 'derived-turned'), 'turned.jpg');
    const view = await sharp(join(dir, 'derived-turned', 'view.jpg')).metadata();
    expect([view.width, view.height]).toEqual([60, 90]);
    expect(await readFile(path)).toEqual(bytes);
  });

  test.each(['jpg', 'tif', 'png'])(
    'a %s that is cut short is refused and leaves no folder',
    async (kind) => {
      const whole =
        kind === 'tif'
          ? await tiff({ width: 900, height: 700 })
          : kind === 'jpg'
            ? await picture(900, 700).jpeg().toBuffer()
            : await picture(900, 700).png().toBuffer();
      const path = await saved(dir, `cut.${kind}`, whole.subarray(0, Math.floor(whole.length * 0.6)));
      expect(await refusal(derive(path, join(dir, `derived-cut-${kind}`), `cut.${kind}`))).toMatch(
        /cannot be read to its end .* cut short/,
      );
      await expect(stat(join(dir, `derived-cut-${kind}`))).rejects.toThrow();
      await expect(stat(join(dir, `derived-cut-${kind}.part`))).rejects.toThrow();
    },
  );
});

describe('the folder of pictures', () => {
  test('a file arrives byte for byte under its SHA-256, once', async () => {
    const store = new ObjectStore(join(dir, 'objects-a'));
    const bytes = await tiff({ width: 32, height: 32 });
    const received = await store.receive(inPieces(bytes, 7), 'x.tif');
    expect(received).toMatchObject({
      sha256: createHash('sha256').update(bytes).digest('hex'),
      bytes: bytes.length,
    });
    expect(await readFile((await store.keep(received)).place)).toEqual(bytes);
    await store.keep(await store.receive(inPieces(bytes), 'again.tif'));
    expect(await readdir(join(dir, 'objects-a', 'incoming'))).toEqual([]);
    await store.remove(received.sha256);
    expect(await store.has(received.sha256)).toBe(false);
  });
  test('over the limit, broken off, or not a picture: nothing stays behind', async () => {
    const store = new ObjectStore(join(dir, 'objects-b'));
    const bytes = await tiff({ width: 200, height: 200 });
    expect(await refusal(store.receive(inPieces(bytes), 'large.tif', { limit: 100_000 }))).toMatch(
      /larger than/,
    );
    async function* broken() {
      yield bytes.subarray(0, 5_000);
      throw new Error('the line broke');
    }
    await expect(store.receive(broken(), 'broken.tif')).rejects.toThrow('the line broke');
    // Refused by its first bytes, before the rest is read.
    let pulled = 0;
    async function* text() {
      for (; pulled < 1_000; pulled++) yield Buffer.from('only words, nothing but words; ');
    }
    expect(await refusal(store.receive(text(), 'words.tif'))).toMatch(/is not a picture/);
    expect(pulled).toBeLessThan(3);
    expect(await readdir(join(dir, 'objects-b', 'incoming'))).toEqual([]);
  });
  test('where the stream broke off it goes on later, from any byte that is held, and is the same file', async () => {
    const store = new ObjectStore(join(dir, 'objects-c'));
    const bytes = await tiff({ width: 60, height: 40 });
    async function* until(end: number, from = 0) {
      yield* inPieces(bytes.subarray(from, end), 777);
      if (end < bytes.length) throw new Error('the line broke');
    }
    await fc.assert(
      fc.asyncProperty(
        fc.uniqueArray(fc.nat(bytes.length - 1), { minLength: 1, maxLength: 4 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        async (breaks, share) => {
          const key = `sending-${breaks.join('-')}`.slice(0, 64);
          const announced = bytes.length;
          let from = 0;
          for (const end of [...breaks.sort((a, b) => a - b), bytes.length]) {
            const arriving = store.receive(until(end, from), 'x.tif', {
              announced,
              resume: { key, from },
            });
            if (end === bytes.length) {
              const received = await arriving;
              expect(received.sha256).toBe(createHash('sha256').update(bytes).digest('hex'));
              expect((await readFile(received.path)).equals(bytes)).toBe(true);
              await store.drop(received);
              continue;
            }
            await expect(arriving).rejects.toThrow('the line broke');
            expect(await store.heldOf(key)).toBe(end);
            // The sender may know of less than came in.
            from = Math.floor(end * share);
          }
          expect(await store.heldOf(key)).toBe(0);
        },
      ),
      { numRuns: 40 },
    );
    const resume = { key: 'sending-never', from: 10 };
    await expect(store.receive(until(bytes.length, 10), 'x.tif', { resume })).rejects.toBeInstanceOf(
      NotHeldError,
    );
    expect(await readdir(join(dir, 'objects-c', 'incoming'))).toEqual([]);
  });
  test('what is refused is not held; what is held waits a day, also while Glassine does not run', async () => {
    const store = new ObjectStore(join(dir, 'objects-d'));
    const incoming = join(dir, 'objects-d', 'incoming');
    const bytes = await tiff({ width: 60, height: 40 });
    async function* broken(start: Uint8Array) {
      yield start;
      throw new Error('the line broke');
    }
    const hold = async (key: string, start: Uint8Array = bytes.subarray(0, 5_000)) =>
      store.receive(broken(start), 'x.tif', { resume: { key, from: 0 } }).catch(() => {});
    await hold('no-picture', Buffer.from('only words, nothing but words; '.repeat(40)));
    expect(await readdir(incoming)).toEqual([]);
    await hold('this-hour');
    await hold('yesterday');
    await utimes(join(incoming, 'held-yesterday.part'), 1_000, 1_000);
    await saved(incoming, 'half-made', bytes);
    await new ObjectStore(join(dir, 'objects-d')).sweep();
    expect(await readdir(incoming)).toEqual(['held-this-hour.part']);
    await store.dropHeld('this-hour');
    expect(await store.heldOf('this-hour')).toBe(0);
  });
  test('only a hash becomes a path', () => {
    const store = new ObjectStore(dir);
    for (const bad of ['../../etc/passwd', 'ABCD', '', 'g'.repeat(64)])
      expect(() => store.pathOf(bad)).toThrow('not a SHA-256');
  });
});

describe('the workers', () => {
  const pool = new ImagingPool();
  afterAll(() => pool.end());
  test('errors of ours come through as sentences; stopping one leaves the others', async () => {
    const path = await saved(dir, 'p.tif', await tiff({ width: 800, height: 600 }));
    expect(
      await refusal(
        pool.facts(await saved(dir, 'words.tif', Buffer.from('not a picture at all')), 'words.tif').done,
      ),
    ).toMatch(/is not a picture/);
    const stopped = pool.derive(path, join(dir, 'stopped'), 'p.tif');
    const kept = pool.derive(path, join(dir, 'kept'), 'p.tif');
    stopped.cancel();
    expect(await refusal(stopped.done)).toMatch(/Stopped before/);
    await kept.done;
    expect((await stat(join(dir, 'kept', 'view.jpg'))).size).toBeGreaterThan(1_000);
  });
});

/** A PNG's signature and header with no picture after it. */
function pngHeader(width: number, height: number): Buffer {
  const ihdr = Buffer.alloc(25);
  ihdr.writeUInt32BE(13, 0);
  ihdr.write('IHDR', 4, 'latin1');
  ihdr.writeUInt32BE(width, 8);
  ihdr.writeUInt32BE(height, 12);
  ihdr.set([8, 2, 0, 0, 0], 16);
  ihdr.writeUInt32BE(crc32(ihdr.subarray(4, 21)), 21);
  const idat = Buffer.alloc(12);
  idat.write('IDAT', 4, 'latin1');
  idat.writeUInt32BE(crc32(idat.subarray(4, 8)), 8);
  return Buffer.concat([Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'), ihdr, idat]);
}
function crc32(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (const b of bytes) {
    c ^= b;
    for (let k = 0; k < 8; k++) c = c & 1 ? (c >>> 1) ^ 0xedb88320 : c >>> 1;
  }
  return (c ^ 0xffffffff) >>> 0;
}
