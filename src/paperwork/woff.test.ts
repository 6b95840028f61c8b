import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { create, type Font } from 'fontkit';
import { unpackWoff } from './woff';

/** What is held against each other beyond what papers need of a font. */
type Whole = Record<'postscriptName' | 'numGlyphs' | 'descent', unknown> & {
  layout: (text: string) => {
    glyphs: { id: number; advanceWidth: number; path: { toSVG: () => string } }[];
  };
};
const open = (bytes: Buffer) => create(bytes) as Font & Whole;

const FILES = join(process.cwd(), 'node_modules/@fontsource');
const fileOf = (name: string) => readFileSync(join(FILES, name));
const FONTS = [
  'archivo/files/archivo-latin-400-normal.woff',
  'newsreader/files/newsreader-latin-400-italic.woff',
  'noto-sans-arabic/files/noto-sans-arabic-arabic-400-normal.woff',
];

test.each(FONTS)('%s: unpacked, it is the same font to the letter', (name) => {
  const woff = fileOf(name);
  const plain = unpackWoff(woff);
  const [a, b] = [open(woff), open(plain)];
  for (const key of ['postscriptName', 'numGlyphs', 'unitsPerEm', 'ascent', 'descent'] as const)
    expect(b[key]).toEqual(a[key]);
  for (const text of ['Night Ferry, 3/40', 'قمر']) {
    const laid = (font: Whole) =>
      font.layout(text).glyphs.map((g) => [g.id, g.advanceWidth, g.path.toSVG()]);
    expect(laid(b)).toEqual(laid(a));
  }
});

test('its tables are where its list says, each with the sum the format asks for', () => {
  const plain = unpackWoff(fileOf(FONTS[0]!));
  const count = plain.readUInt16BE(4);
  // Source: OpenType, “Table Directory”: the sum of a table's four-byte words, the rest filled with nothing.
  for (let i = 0; i < count; i++) {
    const at = 12 + 16 * i;
    const [sum, offset, length] = [4, 8, 12].map((k) => plain.readUInt32BE(at + k)) as [
      number,
      number,
      number,
    ];
    expect(offset % 4).toBe(0);
    const table = Buffer.alloc((length + 3) & ~3);
    plain.copy(table, 0, offset, offset + length);
    // The head's own sum is over the file and left out.
    if (plain.toString('latin1', at, at + 4) === 'head') table.writeUInt32BE(0, 8);
    let own = 0;
    for (let k = 0; k < table.length; k += 4) own = (own + table.readUInt32BE(k)) >>> 0;
    expect(own).toBe(sum);
  }
});

test('what is no such file is refused', () => {
  expect(() => unpackWoff(Buffer.from('OTTO and more'))).toThrow('no WOFF');
});
