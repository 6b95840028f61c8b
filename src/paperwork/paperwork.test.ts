import { proofPageHtml } from './proofPage';
import Papa from 'papaparse';
import fc from 'fast-check';
import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import { folder } from '../../tests/unit/helpers/files';
import { csv } from './csv';
import { Page, sender } from './pdf';
import { isSignedBy } from '@/checker/signature';
import { codeBody, cutSigned, readCode, shortCode } from '@/core/edition/code';
import { isSignedWith, renewStudioKey, signed, studioKey } from './seal';

describe('the code on a certificate', () => {
  const claim = {
    certificate: '01ABC',
    issue: 1,
    number: '13/40',
    title: 'Salt | Pans, “low sun”',
    image: { width: 400_000, height: 300_000 },
    sheet: { width: 450_000, height: 360_000 },
    printedOn: '2026-11-24',
    issuedOn: '2026-11-25',
  };

  test('is signed with the studio’s key, which nobody else can read, and any change of it is found by both checkers', async () => {
    const dir = await folder();
    const key = await studioKey(dir);
    const code = signed(key, codeBody({ ...claim, key: key.name }));
    expect((await stat(join(dir, 'keys', 'certificates.pem'))).mode & 0o077).toBe(0);
    expect((await studioKey(dir)).name).toBe(key.name);
    const other = await studioKey(await folder());
    const spoken = key.publicKey.toString('base64url');
    expect(isSignedWith(key.publicKey, code)).toBe(true);
    expect(isSignedBy(spoken, code)).toBe(true);
    expect(isSignedWith(other.publicKey, code)).toBe(false);
    expect(readCode(cutSigned(code)!.body)).toEqual({ ...claim, key: key.name });
    fc.assert(
      fc.property(fc.nat(code.length - 1), fc.constantFrom('0', 'x', '|'), (at, sign) => {
        const forged = code.slice(0, at) + sign + code.slice(at + 1);
        const isGood = isSignedWith(key.publicKey, forged);
        return isGood === (forged === code) && isSignedBy(spoken, forged) === isGood;
      }),
      { numRuns: 60 },
    );
    for (const last of 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_') {
      const forged = code.slice(0, -1) + last;
      expect([isSignedWith(key.publicKey, forged), isSignedBy(spoken, forged)]).toEqual([
        forged === code,
        forged === code,
      ]);
    }
    expect(shortCode(code)).toMatch(/^([0-9A-F]{4} ){3}[0-9A-F]{4}$/);
    for (const odd of ['', '|', 'GL1|a|b', 'GL9|a|b|c|d|e']) {
      expect(isSignedWith(key.publicKey, odd)).toBe(false);
      expect(isSignedBy(spoken, odd)).toBe(false);
    }
  });

  test('of a renewed key: the old one signs no more, and what it signed is still good', async () => {
    const dir = await folder();
    const first = await studioKey(dir);
    const code = signed(first, codeBody({ ...claim, key: first.name }));
    const { old, key } = await renewStudioKey(dir);
    expect(old.name).toBe(first.name);
    expect(key.name).not.toBe(first.name);
    expect((await studioKey(dir)).name).toBe(key.name);
    expect(isSignedWith(old.publicKey, code)).toBe(true);
    expect(isSignedWith(key.publicKey, code)).toBe(false);
    expect((await stat(join(dir, 'keys', `retired-${old.name}.pem`))).mode & 0o077).toBe(0);
  });
});

describe('tables', () => {
  test.each([
    ['=1+1', `"'=1+1"`],
    ['+358 40', `"'+358 40"`],
    ['-3', `"'-3"`],
    ['@x', `"'@x"`],
    ['\tx', `"'\tx"`],
    ['a,b', '"a,b"'],
    ['a "b"', '"a ""b"""'],
    ['two\nlines', '"two\nlines"'],
    ['5; 6', '"5; 6"'],
    ['5; -6', `"5; '-6"`],
    ['plain', 'plain'],
  ])('%j becomes %j', (cell, out) => {
    expect(csv([[cell]])).toBe(`\uFEFF${out}\r\n`);
  });
  const awkward = fc
    .array(fc.constantFrom(...'a1 ;,"=+-@\n'), { maxLength: 8 })
    .map((letters) => letters.join(''));
  test('whatever is written is read back, but for the apostrophes that disarm it', () => {
    fc.assert(
      fc.property(fc.array(awkward, { minLength: 1, maxLength: 4 }), (cells) => {
        const { data } = Papa.parse<string[]>(csv([cells]).slice(1), { newline: '\r\n', delimiter: ',' });
        expect(data[0]!.map((c) => c.replaceAll("'", ''))).toEqual(cells);
      }),
    );
  });
  test('is no formula to a reader that parts cells by semicolons, either', () => {
    fc.assert(
      fc.property(fc.array(awkward, { minLength: 1, maxLength: 4 }), (cells) => {
        for (const piece of csv([cells]).slice(1).split(';').slice(1))
          expect(piece).not.toMatch(/^\s*[=+\-@]/);
      }),
      { numRuns: 500 },
    );
  });
  test('numbers stay numbers, nothing stays empty', () =>
    expect(csv([[1, null, -2]])).toBe('\uFEFF1,,-2\r\n'));
});

test('a sender whose address begins with its own name is named once', () => {
  expect(sender('Skerry Lane', ['Skerry Lane', 'Rope Walk 4'])).toEqual(['Skerry Lane', 'Rope Walk 4']);
  expect(sender('Skerry Lane', ['Rope Walk 4', 'Skerry Lane'])).toEqual([
    'Skerry Lane',
    'Rope Walk 4',
    'Skerry Lane',
  ]);
});

describe('setting type', () => {
  const page = new Page(100, 150, { title: 't', author: 'a', at: '2026-11-24T00:00:00Z' });
  test('no line is wider than its column, no letter is lost', () => {
    fc.assert(
      fc.property(
        fc.lorem({ maxCount: 30 }),
        fc.integer({ min: 15, max: 90 }),
        fc.integer({ min: 6, max: 18 }),
        (text, width, size) => {
          const lines = page.linesOf(text, width, 'sans', size);
          return (
            lines.every((l) => page.widthOf(l, 'sans', size) <= width + 0.01 || l.length === 1) &&
            lines.join('').replace(/\s/g, '') === text.replace(/\s/g, '')
          );
        },
      ),
      { numRuns: 60 },
    );
  });
  test('a word longer than the column is cut, and a name too long is set smaller', () => {
    expect(
      page.linesOf('Winterbourne-Achterdam-von-und-zu-Überallundnirgends', 20, 'bold', 14).length,
    ).toBeGreaterThan(3);
    expect(page.fitting('Greta Winterbourne-Achterdam', 88, 'bold', 17, 10)).toBeGreaterThan(
      page.fitting('Greta Winterbourne-Achterdam-Quillfeather-Osterquist', 88, 'bold', 17, 10),
    );
  });
});

describe('a proof’s page for a client', () => {
  const page = {
    studio: 'Skerry & Lane',
    title: '<Night> "Ferry"',
    pictures: [{ says: 'The proof, photographed', jpeg: new Uint8Array([1, 2, 3]) }],
    facts: [['Paper', 'Harrow <Rag>']] as const,
    cautions: ['A screen shows colours only nearly.'],
  };

  test('says everything as text, whatever was typed', async () => {
    const html = await proofPageHtml({ ...page, facts: [...page.facts] });
    expect(html).toMatch(/^<!doctype html>\n<html lang="en">/);
    expect(html).toContain('<h1>&lt;Night&gt; &quot;Ferry&quot;</h1>');
    expect(html).toContain('<dt>Paper</dt><dd>Harrow &lt;Rag&gt;</dd>');
    expect(html).toContain('A proof from Skerry &amp; Lane');
    expect(html).toContain('<li>A screen shows colours only nearly.</li>');
  });

  test('carries its pictures within itself: no script, no link, nothing fetched', async () => {
    const html = await proofPageHtml({ ...page, facts: [...page.facts] });
    expect(html).toContain('src="data:image/jpeg;base64,AQID"');
    expect(html).not.toMatch(/<script|<link|https?:|url\(/i);
  });

  test('without cautions there is no heading for them', async () => {
    expect(await proofPageHtml({ ...page, facts: [], cautions: [] })).not.toContain('Please know');
  });
});
