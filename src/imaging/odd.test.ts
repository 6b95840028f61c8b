import sharp from 'sharp';
import { OPRGB_GAMMA, OPRGB_PRIMARIES, writeGreyProfile, writeMatrixProfile } from '@/core/colour/icc';
import { findingsOf } from '@/core/capture/readings';
import { RefusedError } from '@/core/errors';
import { join } from 'node:path';
import { folder, picture, saved, tiff } from '../../tests/unit/helpers/files';
import { derive } from './derive';
import { readFacts } from './facts';
import { measurePicture } from './measure';

const OPRGB = writeMatrixProfile('opRGB', OPRGB_PRIMARIES, OPRGB_GAMMA);
let dir: string;
beforeAll(async () => {
  sharp.cache(false);
  dir = await folder();
});

const half = (b: Buffer) => b.subarray(0, Math.floor(b.length / 2));
const withProfile = async (make: (p: Uint8Array) => Promise<Buffer>, profile: Uint8Array) =>
  make(profile);
const profiled = (profile: Uint8Array) => tiff({ width: 60, height: 40, bits: 16, profile });
/** A TIFF's tag given another value. */
function bent(bytes: Buffer, tag: number, value: number): Buffer {
  const out = Buffer.from(bytes);
  const at = out.readUInt32LE(4);
  for (let i = 0; i < out.readUInt16LE(at); i++) {
    const e = at + 2 + 12 * i;
    if (out.readUInt16LE(e) === tag) out.writeUInt32LE(value, e + 8);
  }
  return out;
}
async function twoPages(): Promise<Buffer> {
  return sharp(
    await Promise.all([picture(40, 30).png().toBuffer(), picture(40, 30).negate().png().toBuffer()]),
    { join: { animated: true } } as never,
  )
    .tiff()
    .toBuffer();
}
const animated = async (kind: 'webp') =>
  sharp(
    await Promise.all([picture(40, 30).png().toBuffer(), picture(40, 30).negate().png().toBuffer()]),
    { join: { animated: true } } as never,
  )
    [kind]()
    .toBuffer();
/** CMYK JPEG; its numbers are stored turned round, as the usual programs store them. */
const cmykJpeg = () => picture(60, 40).toColourspace('cmyk').withIccProfile('cmyk').jpeg().toBuffer();

type Right = { facts: object; view?: [number, number]; finding?: RegExp };
type Case = [name: string, file: string, make: () => Promise<Buffer> | Buffer, expected: RegExp | Right];

/** Each odd file with its sentence, or with its right reading. */
const CASES: Case[] = [
  [
    'a TIFF cut in its strips',
    'a.tif',
    async () => half(await tiff({ width: 400, height: 300 })),
    /cannot be read to its end .* cut short/,
  ],
  [
    'a TIFF cut in its first bytes',
    'a.tif',
    async () => (await tiff({ width: 40, height: 30 })).subarray(0, 20),
    /begins like a TIFF but cannot be read/,
  ],
  [
    'a JPEG cut in the middle',
    'a.jpg',
    async () => half(await picture(400, 300).jpeg().toBuffer()),
    /cut short/,
  ],
  [
    'a JPEG cut in its tables',
    'a.jpg',
    async () => (await picture(400, 300).jpeg().toBuffer()).subarray(0, 100),
    /cannot be read/,
  ],
  [
    'a PNG cut in the middle',
    'a.png',
    async () => half(await picture(400, 300).png({ compressionLevel: 0 }).toBuffer()),
    /cut short/,
  ],
  [
    'a WebP cut in the middle',
    'a.webp',
    async () => half(await picture(400, 300).webp({ lossless: true }).toBuffer()),
    /cut short|cannot be read/,
  ],
  [
    'a BigTIFF cut short',
    'a.tif',
    async () => half(await picture(400, 300).tiff({ bigtiff: true }).toBuffer()),
    /cannot be read|cut short/,
  ],
  [
    'a JPEG that calls itself TIFF',
    'a.tif',
    () => picture(40, 30).jpeg().toBuffer(),
    /says it is TIFF but holds JPEG/,
  ],
  [
    'a TIFF that calls itself JPEG',
    'a.jpeg',
    () => tiff({ width: 40, height: 30 }),
    /says it is JPEG but holds TIFF/,
  ],
  [
    'a PNG that calls itself WebP',
    'a.webp',
    () => picture(40, 30).png().toBuffer(),
    /says it is WebP but holds PNG/,
  ],
  [
    'a WebP that calls itself PNG',
    'a.png',
    () => picture(40, 30).webp().toBuffer(),
    /says it is PNG but holds WebP/,
  ],
  ['nothing at all', 'a.tif', () => Buffer.alloc(0), /is empty: 0 bytes/],
  ['one byte', 'a.tif', () => Buffer.from([0x49]), /is not a picture Glassine reads/],
  [
    'a text',
    'a.jpg',
    () => Buffer.from('Dear printer, here is my file.'),
    /is not a picture Glassine reads/,
  ],
  ['a PDF', 'a.pdf', () => Buffer.from('%PDF-1.7 something else'), /is not a picture Glassine reads/],
  [
    'an animated GIF',
    'a.gif',
    () => Buffer.from('GIF89a\x01\0\x01\0\0\0\0;', 'latin1'),
    /is not a picture Glassine reads/,
  ],
  [
    'a photograph of a camera’s own raw kind',
    'a.heic',
    () => Buffer.from('\0\0\0\x18ftypheic\0\0\0\0mif1heic', 'latin1'),
    /is not a picture Glassine reads/,
  ],
  [
    'a TIFF of no width',
    'a.tif',
    async () => bent(await tiff({ width: 40, height: 30 }), 256, 0),
    /cannot be read|no picture in it/,
  ],
  [
    'a TIFF that says it is a hundred times as high',
    'a.tif',
    async () => bent(await tiff({ width: 40, height: 30 }), 257, 3_000),
    /cannot be read|cut short/,
  ],
  [
    'a TIFF that claims 4 000 megapixels',
    'a.tif',
    async () => bent(bent(await tiff({ width: 40, height: 30 }), 256, 65_000), 257, 65_000),
    /megapixels\. Up to 1000 are taken in|cannot be read/,
  ],
  [
    'JPEG noise after a right beginning',
    'a.jpg',
    () => Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(2_000, 7)]),
    /cannot be read/,
  ],
  [
    '8-bit TIFF in tiles, deflate',
    'a.tif',
    () =>
      picture(300, 200)
        .tiff({ tile: true, tileWidth: 64, tileHeight: 64, compression: 'deflate' })
        .toBuffer(),
    { facts: { bits: 8, compression: 'deflate', width: 300 }, view: [300, 200] },
  ],
  [
    '8-bit TIFF by lines of repeats',
    'a.tif',
    () => picture(300, 200).tiff({ compression: 'packbits' }).toBuffer(),
    { facts: { bits: 8, compression: 'packbits' }, view: [300, 200] },
  ],
  [
    'TIFF holding a JPEG',
    'a.tif',
    () => picture(300, 200).tiff({ compression: 'jpeg' }).toBuffer(),
    { facts: { bits: 8, compression: 'jpeg' }, view: [300, 200] },
  ],
  [
    'LZW with prediction',
    'a.tif',
    () => picture(300, 200).tiff({ compression: 'lzw', predictor: 'horizontal' }).toBuffer(),
    { facts: { compression: 'lzw' }, view: [300, 200] },
  ],
  [
    'BigTIFF',
    'a.tif',
    () => picture(60, 40).tiff({ bigtiff: true }).toBuffer(),
    { facts: { kind: 'TIFF', width: 60, height: 40 }, view: [60, 40] },
  ],
  [
    '16-bit grey with alpha',
    'a.png',
    () => picture(60, 40, 1).toColourspace('grey16').ensureAlpha(0.5).png().toBuffer(),
    { facts: { bits: 16, channels: 2, alpha: true, colour: 'grey' }, view: [60, 40] },
  ],
  [
    '16-bit grey',
    'a.tif',
    () => tiff({ width: 60, height: 40, channels: 1 }),
    { facts: { bits: 16, channels: 1, colour: 'grey' }, view: [60, 40], finding: /No profile/ },
  ],
  [
    'grey with its own profile',
    'a.tif',
    () => tiff({ width: 60, height: 40, channels: 1, profile: writeGreyProfile('grey', 2.2) }),
    { facts: { colour: 'grey' }, finding: /Grey, though the work has colour/ },
  ],
  [
    'a palette PNG',
    'a.png',
    () => picture(60, 40).png({ palette: true, colours: 8 }).toBuffer(),
    { facts: { kind: 'PNG', colour: 'RGB' }, view: [60, 40] },
  ],
  [
    'a one-bit PNG',
    'a.png',
    () => picture(64, 40, 1).threshold(90).png({ palette: true, colours: 2 }).toBuffer(),
    { facts: { kind: 'PNG' }, view: [64, 40] },
  ],
  [
    'an interlaced PNG',
    'a.png',
    () => picture(60, 40).png({ progressive: true }).toBuffer(),
    { facts: { kind: 'PNG' }, view: [60, 40] },
  ],
  [
    'CMYK JPEG with its numbers turned round',
    'a.jpg',
    cmykJpeg,
    { facts: { colour: 'CMYK', channels: 4 }, view: [60, 40], finding: /^CMYK: colours already fitted/ },
  ],
  [
    'CMYK TIFF',
    'a.tif',
    () => picture(60, 40).toColourspace('cmyk').withIccProfile('cmyk').tiff().toBuffer(),
    { facts: { colour: 'CMYK' }, view: [60, 40], finding: /^CMYK/ },
  ],
  [
    'a progressive JPEG',
    'a.jpg',
    () => picture(60, 40).jpeg({ progressive: true }).toBuffer(),
    { facts: { kind: 'JPEG', bits: 8 }, view: [60, 40] },
  ],
  [
    'a JPEG at quality 40',
    'a.jpg',
    () => picture(160, 160).jpeg({ quality: 40 }).toBuffer(),
    { facts: { kind: 'JPEG' }, finding: /written at quality 40/ },
  ],
  [
    'turned on its side by a flag',
    'a.jpg',
    () => picture(60, 40).withMetadata({ orientation: 8 }).jpeg().toBuffer(),
    {
      facts: { width: 60, height: 40, orientation: 8 },
      view: [40, 60],
      finding: /Turned by its orientation flag \(8\)/,
    },
  ],
  [
    'mirrored by a flag',
    'a.jpg',
    () => picture(60, 40).withMetadata({ orientation: 2 }).jpeg().toBuffer(),
    { facts: { orientation: 2 }, view: [60, 40], finding: /flag \(2\)/ },
  ],
  [
    'density in centimetres',
    'a.tif',
    () => picture(60, 40).withMetadata({ density: 254 }).tiff({ resolutionUnit: 'cm' }).toBuffer(),
    { facts: { densityUnit: 'cm' }, finding: /shown and never believed/ },
  ],
  [
    'no density',
    'a.tif',
    () => tiff({ width: 60, height: 40 }),
    { facts: { density: null, densityUnit: 'none' } },
  ],
  [
    'more than one page',
    'a.tif',
    twoPages,
    { facts: { pages: 2, width: 40, height: 30 }, view: [40, 30] },
  ],
  [
    'an animated WebP',
    'a.webp',
    () => animated('webp'),
    { facts: { pages: 2, width: 40, height: 30 }, view: [40, 30] },
  ],
  [
    'a profile cut short',
    'a.tif',
    () => withProfile(profiled, OPRGB.subarray(0, 200)),
    { facts: { profileLabel: 'a damaged profile' }, finding: /profile is damaged/ },
  ],
  [
    'a profile of noise',
    'a.tif',
    () => profiled(new Uint8Array(400).fill(9)),
    { facts: { profileLabel: 'a damaged profile' }, finding: /profile is damaged/ },
  ],
  [
    'a profile whose label lies',
    'a.tif',
    () => profiled(writeMatrixProfile('sRGB IEC61966-2.1', OPRGB_PRIMARIES, OPRGB_GAMMA)),
    {
      facts: { profileLabel: 'sRGB IEC61966-2.1' },
      finding: /Read as opRGB: its label says sRGB, its numbers say opRGB/,
    },
  ],
  [
    '8 bit in a wide space',
    'a.tif',
    () => tiff({ width: 60, height: 40, bits: 8, profile: OPRGB }),
    { facts: { bits: 8 }, finding: /8 bit in opRGB/ },
  ],
  [
    'see-through WebP',
    'a.webp',
    () => picture(60, 40, 4).webp().toBuffer(),
    { facts: { alpha: false }, view: [60, 40] },
  ],
  [
    'one pixel',
    'a.png',
    () => picture(1, 1).png().toBuffer(),
    { facts: { width: 1, height: 1 }, view: [1, 1], finding: /Too small or too plain/ },
  ],
  [
    'very long and one high',
    'a.tif',
    () => tiff({ width: 3_000, height: 1, bits: 8 }),
    { facts: { width: 3_000, height: 1 }, view: [1_600, 1], finding: /Too small or too plain/ },
  ],
];

test('there are at least forty', () => expect(CASES.length).toBeGreaterThanOrEqual(40));

test.each(CASES.map((c, i) => [c[0], i] as const))('%s', async (_, i) => {
  const [, file, make, expected] = CASES[i]!;
  const name = `${i}-${file}`;
  const path = await saved(dir, name, await make());
  const into = join(dir, `derived-${i}`);
  const look = async () => {
    const facts = await readFacts(path, name);
    await derive(path, into, name);
    return { facts, readings: await measurePicture(path, join(dir, `scratch-${i}`)) };
  };
  if (expected instanceof RegExp) {
    const says = await look().then(
      () => 'taken in',
      (error: unknown) => {
        if (error instanceof RefusedError) return error.message;
        throw error;
      },
    );
    expect(says).toMatch(expected);
    return;
  }
  const { facts, readings } = await look();
  expect(facts).toMatchObject(expected.facts);
  if (expected.view) {
    const view = await sharp(join(into, 'view.jpg')).metadata();
    expect([view.width, view.height]).toEqual(expected.view);
  }
  if (expected.finding) {
    const says = findingsOf(readings, {
      fileKind: facts.kind,
      orientation: facts.orientation,
      density: facts.density,
      widthPx: facts.width,
      colourExpected: true,
      bits: facts.bits,
    }).map((f) => f.says);
    expect(says).toContainEqual(expect.stringMatching(expected.finding));
  }
});
