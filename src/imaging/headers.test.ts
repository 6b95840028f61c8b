import sharp from 'sharp';
import { folder, picture, saved } from '../../tests/unit/helpers/files';
import { plainReason, readFacts } from './facts';

let dir: string;
beforeAll(async () => {
  dir = await folder();
});
const facts = async (name: string, bytes: Buffer) => readFacts(await saved(dir, name, bytes), name);
const refusal = async (name: string, bytes: Buffer) =>
  facts(name, bytes).then(
    () => 'it was taken',
    (error: { message: string }) => error.message,
  );

type Tag = [tag: number, type: 3 | 4, values: number[]];

/** A TIFF written by hand: folders of tags, each pointing to the next, with a little grey for every strip. */
function tiffOf(folders: Tag[][], subFolders: Tag[][] = []): Buffer {
  const out = Buffer.alloc(16_384);
  out.write('II*\0', 0, 'latin1');
  let free = 8 + 4_096;
  const places: number[] = [];
  const write = (tags: Tag[]): number => {
    const at = free;
    free += 2 + 12 * tags.length + 4;
    places.push(at);
    out.writeUInt16LE(tags.length, at);
    tags.forEach(([tag, type, values], i) => {
      const e = at + 2 + 12 * i;
      const size = type === 3 ? 2 : 4;
      out.writeUInt16LE(tag, e);
      out.writeUInt16LE(type, e + 2);
      out.writeUInt32LE(values.length, e + 4);
      const inside = values.length * size <= 4;
      const to = inside ? e + 8 : free;
      if (!inside) {
        out.writeUInt32LE(free, e + 8);
        free += values.length * size;
      }
      values.forEach((v, k) =>
        size === 2 ? out.writeUInt16LE(v, to + 2 * k) : out.writeUInt32LE(v, to + 4 * k),
      );
    });
    return at;
  };
  const subs = subFolders.map(write);
  const mains = folders.map((tags, i) =>
    write(i === 0 && subs.length ? [...tags, [330, 4, subs] as Tag].sort((a, b) => a[0] - b[0]) : tags),
  );
  out.writeUInt32LE(mains[0]!, 4);
  return out.subarray(0, free + 1_024);
}
const grey = (width: number, height: number, more: Tag[] = []): Tag[] =>
  [
    [256, 4, [width]],
    [257, 4, [height]],
    [258, 3, [8]],
    [259, 3, [1]],
    [262, 3, [1]],
    [273, 4, [64]],
    [277, 3, [1]],
    [278, 4, [height]],
    [279, 4, [width * height]],
    ...more,
  ].sort((a, b) => (a[0] as number) - (b[0] as number)) as Tag[];

describe('a camera’s raw file is refused as such, by content', () => {
  test.each([
    ['the open kind', tiffOf([grey(8, 8, [[50706, 4, [1, 4, 0, 0]]])])],
    [
      'a sensor’s pattern in a folder below',
      tiffOf([grey(8, 8)], [grey(40, 30).map((t) => (t[0] === 262 ? [262, 3, [32803]] : t) as Tag)]),
    ],
    [
      'linear light of a sensor',
      tiffOf([grey(8, 8).map((t) => (t[0] === 262 ? [262, 3, [34892]] : t) as Tag)]),
    ],
    ['a mark behind the header', Object.assign(tiffOf([grey(8, 8)]), { 8: 67, 9: 82 })],
  ])('%s', async (name, bytes) => {
    expect(await refusal(`${name}.tif`, bytes as Buffer)).toMatch(
      /is a camera’s raw file.*Develop it first/,
    );
  });

  test('an ordinary TIFF of two folders is two pages, and folders that go round in a circle end', async () => {
    expect(await facts('plain.tif', tiffOf([grey(8, 8)]))).toMatchObject({
      width: 8,
      height: 8,
      bits: 8,
      colour: 'grey',
    });
    const round = tiffOf([grey(8, 8)]);
    const at = round.readUInt32LE(4);
    round.writeUInt32LE(at, at + 2 + 12 * round.readUInt16LE(at));
    expect((await facts('round.tif', round)).width).toBe(8);
  });
});

describe('bits, pictures and pages are said as they are', () => {
  test.each([1, 2, 4] as const)('a PNG of %i bit', async (bits) => {
    const bytes = await picture(40, 30)
      .png({ palette: true, colours: 2 ** bits, bitdepth: bits } as never)
      .toBuffer();
    expect((await facts(`p${bits}.png`, bytes)).bits).toBe(bits);
  });

  test('a TIFF of one bit', async () => {
    const bytes = await picture(64, 32).toColourspace('b-w').tiff({ bitdepth: 1 }).toBuffer();
    expect(await facts('line.tif', bytes)).toMatchObject({ bits: 1, colour: 'grey' });
  });

  test('an animated PNG has as many pictures as it says, a still one has one', async () => {
    const still = await picture(40, 30).png().toBuffer();
    const control = Buffer.alloc(20);
    control.writeUInt32BE(8, 0);
    control.write('acTL', 4, 'latin1');
    control.writeUInt32BE(7, 8);
    // The sum of a chunk that a still reader passes over is not looked at here.
    const animated = Buffer.concat([still.subarray(0, 33), control, still.subarray(33)]);
    expect((await facts('still.png', still)).pages).toBe(1);
    const { readHeader } = await import('./headers');
    expect((await readHeader(await saved(dir, 'moving.png', animated), 'PNG')).pictures).toBe(7);
  });

  test('a JPEG that carries further pictures says how many', async () => {
    const plain = await picture(40, 30).jpeg().toBuffer();
    const list = Buffer.alloc(4 + 4 + 8 + 2 + 12 + 4);
    list.writeUInt16BE(0xffe2, 0);
    list.writeUInt16BE(list.length - 2, 2);
    list.write('MPF\0', 4, 'latin1');
    list.write('II*\0', 8, 'latin1');
    list.writeUInt32LE(8, 12);
    list.writeUInt16LE(1, 16);
    list.writeUInt16LE(0xb001, 18);
    list.writeUInt16LE(4, 20);
    list.writeUInt32LE(1, 22);
    list.writeUInt32LE(3, 26);
    const several = Buffer.concat([plain.subarray(0, 2), list, plain.subarray(2)]);
    expect((await facts('several.jpg', several)).pages).toBe(3);
    expect((await facts('one.jpg', plain)).pages).toBe(1);
  });

  test('orientation that only a PNG’s own data hold is read', async () => {
    const bytes = await picture(40, 30).withMetadata({ orientation: 6 }).png().toBuffer();
    expect(await facts('turned.png', bytes)).toMatchObject({ orientation: 6, width: 40, height: 30 });
  });
});

describe('what cannot be read is said without a library’s words', () => {
  test('a JPEG with no data for the size it claims is refused at once', async () => {
    const small = await sharp({ create: { width: 16, height: 16, channels: 3, background: '#888' } })
      .jpeg()
      .toBuffer();
    const at = small.indexOf(Buffer.from([0xff, 0xc0]));
    small.writeUInt16BE(31_000, at + 5);
    small.writeUInt16BE(31_000, at + 7);
    expect(await refusal('hollow.jpg', small)).toMatch(
      /says it has 961 megapixels, and its \d+ bytes cannot hold them/,
    );
  });

  test('a JPEG of one colour from edge to edge is not taken for a hollow one', async () => {
    const flat = await sharp({ create: { width: 6_000, height: 4_000, channels: 3, background: '#888' } })
      .jpeg({ quality: 20, progressive: true })
      .toBuffer();
    expect((await facts('flat.jpg', flat)).width).toBe(6_000);
  });

  test('CIELab in eight bits is refused with what would be right', async () => {
    const asLab: Tag[] = [
      [262, 3, [8]],
      [277, 3, [3]],
      [258, 3, [8, 8, 8]],
    ];
    const lab = tiffOf([grey(8, 8).map((t) => asLab.find(([tag]) => tag === t[0]) ?? t)]);
    expect(await refusal('lab.tif', lab)).toMatch(
      /CIELab colours in 8 bits, which are not read. Save it with 16 bits/,
    );
  });

  test.each([
    ['VipsJpeg: premature end of JPEG image', 'it ends too early'],
    ['pngload: libspng read error', 'it ends too early'],
    ['Input file has corrupt header: tiffload: unable to open', 'its header is damaged'],
    ['tiff2vips: unsupported compression 34676', 'it is packed in a way that is not read'],
    ['webp: something nobody foresaw', 'its data are damaged'],
  ])('%s', (complaint, says) => expect(plainReason(new Error(complaint))).toBe(says));

  test('a file that begins like a PNG and is none is a sentence', async () => {
    const bytes = Buffer.concat([Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'), Buffer.alloc(40, 7)]);
    expect(await refusal('broken.png', bytes)).toMatch(
      /^“broken.png” begins like a PNG but cannot be read: [a-z ]+\.$/,
    );
  });
});
