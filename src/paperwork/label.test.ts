import { BinaryBitmap, Code128Reader, HybridBinarizer, RGBLuminanceSource } from '@zxing/library';
import sharp from 'sharp';
import { pagesOfPdf, textOfPdf } from '../../tests/unit/helpers/pdf';
import { DotSheet, dotsOf, LABEL_DPI } from './dots';
import { envelopePdf, labelPdf, labelPng, labelsTwoUp, type LabelFacts } from './label';
import { customsPdf, giftSlipPdf, manifestPdf, packingSlipPdf } from './packingSlip';
import { Page } from './pdf';
import { PT_PER_MM } from './sheet';
import { ascentOf, fontOf, fontsOfLetters, unprintable } from './typeface';

const AT = '2026-11-29T10:00:00Z';
const label = (more: Partial<LabelFacts> = {}): LabelFacts => ({
  studio: 'The Print Room',
  from: ['Rope Walk 4', 'Haldenness', 'Norrholm'],
  buyer: 'Oda Brennick',
  to: ['Lower Mole 12', '2210 Haldenness'],
  country: 'Norrholm',
  orderNumber: 126,
  weight: '441 g',
  service: 'Coast Post large letter',
  code: 'ORDER-126',
  form: 'flat',
  at: AT,
  ...more,
});

/** What an independent reader finds in the bars of a picture. */
async function codeIn(png: Buffer): Promise<string> {
  const { data, info } = await sharp(png).greyscale().raw().toBuffer({ resolveWithObject: true });
  const grey = new Uint8ClampedArray(data);
  const source = new RGBLuminanceSource(grey, info.width, info.height);
  return new Code128Reader().decode(new BinaryBitmap(new HybridBinarizer(source)), undefined).getText();
}

describe('names and addresses in any script', () => {
  const WRITTEN: readonly [script: string, name: string, line: string][] = [
    ['Greek', 'Ελένη Θαλασσινού', 'Οδός Φάρου 12'],
    ['Cyrillic', 'Борис Маячный', 'ул. Портовая, д. 7'],
    ['Chinese', '陈海燕', '灯塔路 18 号'],
    ['Japanese', '灯台 ひかり', '港町 3-5 コーポ'],
    ['Korean', '김바다', '등대로 27'],
    ['Hebrew', 'נועה ים', 'רחוב המגדלור 12'],
    ['Arabic', 'نور البحر', 'شارع المنارة ١٢'],
    ['Devanagari', 'सागर दीप', 'प्रकाश मार्ग ४'],
    ['Thai', 'ประภา ทะเล', 'ถนนท่าเรือ 9'],
    ['Georgian', 'ნინო ზღვისპირელი', 'შუქურის ქუჩა 5'],
    ['Armenian', 'Արամ Ծովյան', 'Փարոսի փողոց 3'],
    ['Vietnamese', 'Nguyễn Thị Biển', '5 Đường Hải Đăng'],
    ['Hungarian', 'Béla Szőkeőrvényű', 'Mészégető utca 14'],
  ];
  test.each(WRITTEN)(
    '%s is on the label letter by letter, by an independent reader',
    async (_, buyer, line) => {
      const text = await textOfPdf(await labelPdf([label({ buyer, to: [line, 'Haldenness'] })]));
      // A reader orders right-to-left words by itself, and joins or parts them as it sees gaps: letters are compared.
      const letters = (of: string) =>
        [...of.normalize('NFKC').replace(/[\s.,-]/gu, '')].filter((c) => !/\p{M}/u.test(c)).sort();
      const found = new Set(letters(text));
      const missing = [...letters(buyer), ...letters(line)].filter((letter) => !found.has(letter));
      expect(missing).toEqual([]);
      expect(text).not.toContain('\uFFFD');
      expect(unprintable(buyer + line)).toEqual([]);
    },
  );

  test('what no font has is named, so that nobody prints an empty box', () => {
    expect(unprintable('Oda 𓀀 Brennick')).toEqual(['𓀀']);
    expect(unprintable('Ζωή, 北京, עמית, Đặng')).toEqual([]);
  });

  test('letters of Japan stay in Japan’s hand where kana stand beside them', () => {
    const faceOf = (text: string, face: 'sans' | 'bold') =>
      new Set(fontsOfLetters(text, face).map(({ font }) => font.replace(/-\d+$/, '')));
    expect(faceOf('灯台ひかり', 'sans')).toEqual(new Set(['sans:japanese']));
    expect(faceOf('灯', 'bold')).toEqual(new Set(['bold:chinese-simplified']));
    // Every letter is in the slice it is looked for in.
    for (const { letter, font } of fontsOfLetters('陈海燕灯塔路한국어ひかりカ', 'bold'))
      expect([letter, fontOf(font).hasGlyphForCodePoint(letter.codePointAt(0)!)]).toEqual([letter, true]);
  });

  test('a right-to-left line stands at the right, its words in their order from there, figures as they are read', () => {
    class Seen extends DotSheet {
      runs: { text: string; x: number }[] = [];
      protected override drawRun(...args: Parameters<DotSheet['drawRun']>): void {
        this.runs.push({ text: args[0].text, x: args[1] });
        super.drawRun(...args);
      }
    }
    const sheet = new Seen(100, 50);
    sheet.text('רחוב המגדלור 12', 6, 10, { width: 88, size: 12 });
    const figures = sheet.runs.find(({ text }) => text.includes('12'))!;
    const words = sheet.runs.find(({ text }) => text.includes('רחוב'))!;
    // The number comes last in the line, so it stands at its left; the whole ends at the right edge.
    expect(figures.x).toBeLessThan(words.x);
    expect(words.x + sheet.widthOf(words.text, 'sans', 12)).toBeCloseTo(94, 0);
    const plain = new Seen(100, 50);
    plain.text('Lower Mole 12', 6, 10, { width: 88, size: 12 });
    expect(plain.runs[0]!.x).toBe(6);
  });
});

describe('labels', () => {
  test('100 × 150 mm are 800 × 1200 dots at 203 to the inch, black or white', async () => {
    const png = await labelPng(label());
    const { width, height, density } = await sharp(png).metadata();
    expect([width, height]).toEqual([800, 1_200]);
    expect(Math.round(density!)).toBe(LABEL_DPI);
    const { data } = await sharp(png).greyscale().raw().toBuffer({ resolveWithObject: true });
    expect(new Set(data)).toEqual(new Set([0, 255]));
    expect([dotsOf(100), dotsOf(150)]).toEqual([800, 1_200]);
  });
  test.each(['ORDER-126', 'ORDER-100204', 'CO707124133', 'GA70712413301NH'])(
    'the bars of %s are read back by an independent reader',
    async (code) => expect(await codeIn(await labelPng(label({ code })))).toBe(code),
  );
  test.each(['陈海燕', 'نور البحر', 'Борис'])(
    'the dots of %s are a page of ink, not of boxes',
    async (buyer) => {
      const ink = async (name: string) => {
        const { data } = await sharp(await labelPng(label({ buyer: name })))
          .greyscale()
          .raw()
          .toBuffer({ resolveWithObject: true });
        return data.filter((dot) => dot === 0).length;
      };
      expect(await ink(buyer)).toBeGreaterThan((await ink('')) + 300);
    },
  );
  test('the PDF is 100 × 150 mm, nothing on it under 9 pt, one to a page', async () => {
    const pages = await pagesOfPdf(
      await labelPdf([label(), label({ orderNumber: 127, code: 'ORDER-127' })]),
    );
    expect(pages).toHaveLength(2);
    for (const { size, smallest } of pages) {
      expect(size.map((pt) => Math.round((pt / 72) * 25.4))).toEqual([100, 150]);
      expect(smallest).toBeGreaterThanOrEqual(8.99);
    }
    expect(pages[1]!.text).toContain('ORDER-127');
  });
  test.each([
    [false, [297, 210]],
    [true, [279, 216]],
  ])('two up, letter %s', async (letter, size) => {
    const three = [126, 127, 128].map((n) => label({ orderNumber: n, code: `ORDER-${n}` }));
    const pages = await pagesOfPdf(await labelsTwoUp(three, letter));
    expect(pages).toHaveLength(2);
    expect(pages[0]!.size.map((pt) => Math.round((pt / 72) * 25.4))).toEqual(size);
    expect(pages[0]!.text).toMatch(/ORDER-126.*ORDER-127/s);
    expect(pages[1]!.text).toContain('ORDER-128');
  });
  test('an envelope has both addresses', async () => {
    const text = await textOfPdf(await envelopePdf(label(), 'C5'));
    expect(text).toMatch(/Rope Walk 4.*Oda Brennick.*NORRHOLM/s);
  });
  test('a very long name and eight lines stay on the label', async () => {
    const to = Array.from(
      { length: 6 },
      (_, i) => `Building ${i}, a street with a name that is long enough`,
    );
    const [page] = await pagesOfPdf(
      await labelPdf([label({ buyer: 'Greta Winterbourne-Achterdam of the Maltings', to })]),
    );
    expect(page!.text).toContain('Building 5');
  });
});

describe('what lies in the parcel', () => {
  const slip = (more: object = {}) => ({
    studio: 'The Print Room',
    address: ['Rope Walk 4'],
    orderNumber: 126,
    orderedOn: '2026-11-20',
    leavesBy: '2026-11-30',
    buyer: 'Ελένη Θαλασσινού',
    to: ['Οδός Φάρου 12', 'Estmark'],
    message: 'For the hall.',
    wantsSignature: true,
    lines: [
      {
        title: 'Night Ferry',
        size: '400 × 300 mm',
        paper: 'Harrow Rag',
        numbers: '3/40',
        quantity: 1,
        each: '95.00',
        sum: '95.00',
      },
    ],
    carriage: '6.90',
    total: '91.90 EUR',
    tax: null,
    paid: true,
    packing: [],
    packed: null,
    code: 'PICK-126',
    discount: { sum: '10.00', why: 'a friend' },
    at: AT,
    letter: false,
    ...more,
  });
  test('a slip has nothing under 9 pt, and says nothing of weights before it is packed', async () => {
    const [page] = await pagesOfPdf(await packingSlipPdf(slip()));
    expect(page!.smallest).toBeGreaterThanOrEqual(8.99);
    expect(page!.text).not.toMatch(/should weigh|not packed yet/);
    expect(page!.text).toMatch(/Θαλασσινού/);
    expect(page!.text).toMatch(/a friend.*−10\.00/s);
    expect(page!.text).toContain('PICK-126');
    const packed = await textOfPdf(
      await packingSlipPdf(
        slip({ packed: { form: 'flat', weight: '441 g' }, packing: [{ name: 'board', count: 2 }] }),
      ),
    );
    expect(packed).toMatch(/Packed flat; it should weigh 441 g/);
  });
  test('a gift slip has no price', async () => {
    const text = await textOfPdf(
      await giftSlipPdf({
        studio: 'The Print Room',
        address: [],
        orderNumber: 126,
        buyer: 'Runa',
        note: 'For the kiln.',
        lines: [{ title: 'Kiln', about: '1 × 240 × 180 mm' }],
        at: AT,
      }),
    );
    expect(text).toMatch(/Runa.*For the kiln\..*Kiln/s);
    expect(text).not.toMatch(/EUR|\d+\.\d\d/);
  });
  test('a customs statement has contents, value, weight, origin and a heading that is to be checked', async () => {
    const [page] = await pagesOfPdf(
      await customsPdf({
        studio: 'The Print Room',
        from: ['Rope Walk 4'],
        buyer: '陈海燕',
        to: ['灯塔路 18 号'],
        country: 'Polderland',
        orderNumber: 126,
        isGift: false,
        lines: [
          { what: 'Printed picture', quantity: 2, weight: '40 g', value: '190.00', heading: '4911.91' },
        ],
        weight: '441 g',
        total: '190.00 EUR',
        origin: 'Norrholm',
        at: AT,
      }),
    );
    expect(page!.text).toMatch(/4911\.91/);
    expect(page!.text).toMatch(/190\.00 EUR/);
    expect(page!.text).toMatch(/made in Norrholm.*to be checked for Polderland/s);
    // Letters of two slices are two pieces of text, side by side.
    expect(page!.text.replace(/\s/g, '')).toContain('陈海燕');
    expect(page!.smallest).toBeGreaterThanOrEqual(8.99);
  });
  test('a long list for the counter goes on to further pages, none of it lost', async () => {
    const parcels = Array.from({ length: 90 }, (_, i) => ({
      number: 1_000 + i,
      buyer: `Buyer ${i}`,
      service: 'letter',
      tracking: `T${i}`,
      weight: '441 g',
    }));
    const pages = await pagesOfPdf(
      await manifestPdf({
        studio: 'The Print Room',
        address: [],
        day: '2026-11-29',
        carriers: [{ carrier: 'Coast Post', where: 'to the counter', parcels }],
        letter: false,
        at: AT,
      }),
    );
    expect(pages.length).toBeGreaterThan(1);
    const text = pages.map((page) => page.text).join(' ');
    for (const { number } of parcels) expect(text).toContain(String(number));
  });
});

test('letters of two scripts in one line stand on one baseline', () => {
  class Seen extends DotSheet {
    baselines: number[] = [];
    protected override drawRun(...args: Parameters<DotSheet['drawRun']>): void {
      this.baselines.push(args[2] + (ascentOf(args[0].font) * args[3]) / PT_PER_MM);
      super.drawRun(...args);
    }
  }
  const sheet = new Seen(100, 50);
  sheet.text('灯塔路 18 号, Quay', 6, 10, { size: 14 });
  expect(sheet.baselines.length).toBeGreaterThan(2);
  expect(Math.max(...sheet.baselines) - Math.min(...sheet.baselines)).toBeLessThan(1e-9);
});

test('a page and its dots agree on how wide a line is', () => {
  const page = new Page(100, 150, { title: 't', author: 'a', at: AT });
  const dots = new DotSheet(100, 150);
  for (const line of ['Oda Brennick', 'Ζωή Καρρά', '陈海燕', 'نور البحر'])
    expect(dots.widthOf(line, 'sans', 14)).toBeCloseTo(page.widthOf(line, 'sans', 14), 1);
});
