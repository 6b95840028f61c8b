import { readPriceRow, readPriceTable } from './readTable';

describe('a price table from a spreadsheet', () => {
  test('columns by their names in any order, semicolons, a mark of bytes, sums with commas, inches with fractions, custom by area', () => {
    const { rows, bad } = readPriceTable(
      '\uFEFFPaper;Price each;Qty;Size\nCotton 300;12,50;1;300x400 mm\n;9.80;10+;8 1/2 x 11 in\n;98,00 EUR;;custom\n',
      'EUR',
      'mm',
    );
    expect(bad).toEqual([]);
    expect(rows).toEqual([
      { width: 300_000, height: 400_000, paper: 'Cotton 300', from: 1, price: 1_250 },
      { width: 215_900, height: 279_400, paper: '', from: 10, price: 980 },
      { width: null, height: null, paper: '', from: 1, price: 9_800 },
    ]);
  });
  test('bad rows are named by their line in the file and kept out; blank lines and cells over several lines do not shift them', () => {
    const { rows, bad } = readPriceTable(
      'size,from,price,note\nA4,1,6.40,"over\ntwo lines"\n\nlarge,1,9,\nA3,0,9,\nA3,1,free,\nA4,1,7,\n',
      'EUR',
      'mm',
    );
    expect(rows).toHaveLength(1);
    expect(bad.map((b) => [b.line, b.field])).toEqual([
      [5, 'size'],
      [6, 'from'],
      [7, 'price'],
      [8, 'size'],
    ]);
    expect(bad[3]!.expected).toContain('line 2');
  });
  test('a file that is no price table says which columns it wants', () => {
    expect(() => readPriceTable('name,email\nOda,x\n', 'EUR', 'mm')).toThrow(
      expect.objectContaining({ field: 'table' }),
    );
    expect(() => readPriceTable('', 'EUR', 'mm')).toThrow(expect.objectContaining({ field: 'table' }));
  });
});

describe('one line of a price table', () => {
  const line = { size: 'A4', from: '10', price: '4.20', paper: 'rag' };

  test.each([
    [{}, { width: 210_000, height: 297_000, from: 10, price: 420, paper: 'rag' }],
    [{ size: { width: 1, height: 2 } }, { width: 1, height: 2 }],
    [{ size: '' }, { width: null, height: null }],
    [{ size: 'custom' }, { width: null, height: null }],
    [{ size: 'per m²' }, { width: null, height: null }],
    [{ from: '' }, { from: 1 }],
    [{ from: 25 }, { from: 25 }],
    [{ from: '10+' }, { from: 10 }],
    [{ from: '10-24' }, { from: 10 }],
    [{ price: 420 }, { price: 420 }],
    [{ price: '4.20 CHF' }, { price: 420 }],
  ])('%j reads %j', (typed, row) =>
    expect(readPriceRow({ ...line, ...typed }, 'EUR', 'mm')).toMatchObject(row),
  );

  test.each([
    [{ size: 'large' }, 'size'],
    [{ from: '0' }, 'from'],
    [{ from: 'many' }, 'from'],
    [{ price: '0' }, 'price'],
    [{ price: -5 }, 'price'],
    [{ price: 'dear' }, 'price'],
  ])('%j is refused at its field', (typed, field) => {
    expect(() => readPriceRow({ ...line, ...typed }, 'EUR', 'mm')).toThrow(
      expect.objectContaining({ field }),
    );
  });
});
