import { changeBorder } from '@/studio/formats/formatActions';
import { recordPaper } from '@/studio/papers/paperActions';
import { entryHash } from '@/core/edition/chain';
import { cutSigned, readCode } from '@/core/edition/code';
import { findRow, findRows } from '@/store/rows';
import { certificates as certificateRows } from '@/store/schema';
import {
  furnished,
  numbersOf,
  PAPER,
  refused,
  withPrints,
  WORK,
} from '../../../tests/unit/helpers/house';
import { pagesOfPdf, textOfPdf } from '../../../tests/unit/helpers/pdf';
import { checkStudio } from '../care/studioCheck';
import { performByName } from '../registry';
import {
  backLabel,
  certificate,
  certificates,
  editionRegister,
  openingStatement,
} from '../reports/editionDocuments';
import { registerJson, REGISTER_SCHEMA } from '../reports/exports';
import { recordWork } from '../works/workActions';
import { reissueCertificate, setCertificateWords, writeCertificates } from './certificateActions';
import { checkCode, checkHead, signedHead, voidList } from './checking';
import { checkRegister, impressionPage } from './editions';
import { handleImpressions, printImpressions } from './impressionActions';
import { renewSigningKey } from './signingKeyActions';
import Ajv from 'ajv';

async function ready(prints = 3) {
  const f = await furnished({ withMaster: false });
  const { editionId, ids } = await withPrints(f, 10, prints);
  const write = (...which: number[]) =>
    writeCertificates(f.studio, { editionId, impressionIds: which.map((n) => ids[n]!) });
  const hand = (n: number, act: 'spoiled' | 'destroyed' | 'remade', note: string) =>
    handleImpressions(f.studio, { editionId, impressionIds: [ids[n]!], act, note });
  return { ...f, editionId, ids, write, hand };
}
const codeOf = async (f: Awaited<ReturnType<typeof ready>>, n: number) =>
  (await findRows(f.studio.db, 'certificates', { impressionId: f.ids[n]!, voidedAt: null }))[0]!.code;

describe('what was printed is frozen with the impression', () => {
  test('a border, a paper and a title changed later change no certificate and no code', async () => {
    const f = await ready();
    await f.write(0);
    const before = await textOfPdf((await certificate(f.studio, f.ids[0]!)).bytes);
    const code = await codeOf(f, 0);
    await changeBorder(f.studio, {
      id: f.formatId,
      top: '30 mm',
      right: '30 mm',
      bottom: '40 mm',
      left: '30 mm',
    });
    await recordPaper(f.studio, { ...PAPER, id: f.paperId, name: 'Another rag 200', gsm: 200 });
    await recordWork(f.studio, { ...WORK, id: f.workId, title: 'Day Ferry', medium: 'pencil' });
    await f.write(1);
    for (const n of [0, 1]) {
      const text = await textOfPdf((await certificate(f.studio, f.ids[n]!)).bytes);
      expect(text).toContain('Night Ferry');
      expect(text).toContain('Harrow Rag 310, cotton, matte, 310 g/m²');
      expect(text).toContain('A print after the original, gouache on board, 2025.');
    }
    expect(await textOfPdf((await certificate(f.studio, f.ids[0]!)).bytes)).toBe(before);
    expect(await codeOf(f, 0)).toBe(code);
    // Issued after the border grew, and of the sheet that was printed all the same.
    const claim = readCode(cutSigned(await codeOf(f, 1))!.body)!;
    expect(claim).toMatchObject({ number: '2/10', title: 'Night Ferry', issue: 1 });
    expect(claim.sheet).toEqual(readCode(cutSigned(code)!.body)!.sheet);
  });

  test('no hand changes it, not even in the database; the register holds the same', async () => {
    const f = await ready();
    const [line] = await findRows(f.studio.db, 'register', { impressionId: f.ids[0]!, act: 'printed' });
    const row = (await findRow(f.studio.db, 'impressions', f.ids[0]!))!;
    expect((line!.body as { facts: unknown }).facts).toEqual(row.asPrinted);
    await expect(
      f.studio.store.client.execute(
        `UPDATE impressions SET as_printed = replace(as_printed, 'Night', 'Noon') WHERE id = '${f.ids[0]}'`,
      ),
    ).rejects.toThrow(/printed as cannot be changed/);
  });

  test('a number made again has the facts of its new print; the void certificate keeps those of the old', async () => {
    const f = await ready();
    await f.write(0);
    const [old] = await findRows(f.studio.db, 'certificates', { impressionId: f.ids[0]! });
    await f.hand(0, 'destroyed', 'coffee');
    await f.hand(0, 'remade', '');
    expect((await findRow(f.studio.db, 'impressions', f.ids[0]!))!.asPrinted).toBeNull();
    expect(await textOfPdf((await certificate(f.studio, old!.id)).bytes)).toMatch(/Void.*coffee/s);
    const paperId = (await recordPaper(f.studio, { ...PAPER, name: 'Kelp Silk 290' })).id!;
    await printImpressions(f.studio, {
      editionId: f.editionId,
      impressionIds: [f.ids[0]!],
      count: null,
      formatId: f.formatId,
      paperId,
      reason: 'again',
      lot: 'roll 7',
    });
    const page = await impressionPage(f.studio, f.ids[0]!);
    expect(page.impression.asPrinted).toMatchObject({ paper: { name: 'Kelp Silk 290' }, lot: 'roll 7' });
    expect(await textOfPdf((await certificate(f.studio, old!.id)).bytes)).toContain('Harrow Rag 310');
  });
});

describe('certificates', () => {
  test('one each; another is a reissue with its reason, and the first is void', async () => {
    const f = await ready();
    await f.write(0, 1);
    expect((await refused(f.write(0))).message).toMatch(
      /^1\/10 has its certificate: another one is a reissue/,
    );
    const first = await codeOf(f, 0);
    await reissueCertificate(f.studio, { impressionId: f.ids[0]!, why: 'lost in a move' });
    const second = await codeOf(f, 0);
    expect((await checkCode(f.studio, first)).finding).toMatchObject({ verdict: 'care', word: 'void' });
    expect((await checkCode(f.studio, second)).finding.word).toBe('genuine');
    const { list } = await voidList(f.studio);
    expect(list.lines).toHaveLength(1);
    expect(list.lines[0]).toMatchObject({ number: '1/10', title: 'Night Ferry' });
    expect(list.lines[0]!.replacedBy).toBe(readCode(cutSigned(second)!.body)!.certificate);
    expect(await textOfPdf((await certificate(f.studio, f.ids[0]!)).bytes)).toContain(
      'Certificate, reissued (2)',
    );
    expect((await checkStudio(f.studio)).faults).toEqual([]);
  });

  test('may be written after the print has left, and is void when the print is destroyed', async () => {
    const f = await ready();
    await handleImpressions(f.studio, {
      editionId: f.editionId,
      impressionIds: [f.ids[0]!],
      act: 'gifted',
      note: 'a friend',
    });
    await f.write(0);
    expect((await findRow(f.studio.db, 'impressions', f.ids[0]!))!.state).toBe('gifted');
    await f.write(1);
    const code = await codeOf(f, 1);
    await f.hand(1, 'spoiled', 'scuffed');
    expect((await checkCode(f.studio, code)).finding.says).toContain('scuffed');
    const unprinted = (await numbersOf(f.studio, f.editionId))[5]!.id;
    const early = writeCertificates(f.studio, { editionId: f.editionId, impressionIds: [unprinted] });
    expect((await refused(early)).message).toMatch(/is to print: it is not printed and passed/);
  });

  test('an altered number, title or size is refused, as is another studio’s code', async () => {
    const f = await ready();
    await f.write(0);
    const code = await codeOf(f, 0);
    expect((await checkCode(f.studio, code)).finding).toMatchObject({ verdict: 'holds' });
    for (const [from, to] of [
      ['1%2F10', '2%2F10'],
      ['Night%20Ferry', 'Night%20Fairy'],
      ['100000x75000', '100001x75000'],
    ]) {
      expect(code).toContain(from);
      expect((await checkCode(f.studio, code.replace(from!, to!))).finding.word).toBe('altered');
    }
    const other = await ready(1);
    expect((await checkCode(other.studio, code)).finding.word).toBe('unknown key');
    expect((await checkCode(f.studio, 'hello')).finding.word).toBe('no code');
    await f.studio.db.delete(certificateRows);
    expect((await checkCode(f.studio, code)).finding.word).toBe('not on record');
  });

  test('taken back, its code is known to be none', async () => {
    const f = await ready();
    const done = await performByName(f.studio, 'writeCertificates', {
      editionId: f.editionId,
      impressionIds: [f.ids[0]!],
    });
    const code = await codeOf(f, 0);
    await performByName(f.studio, done.undo!.act, done.undo!.input);
    expect((await checkCode(f.studio, code)).finding.word).toBe('not on record');
    expect((await findRow(f.studio.db, 'impressions', f.ids[0]!))!.state).toBe('signed');
  });

  test('of a retired key stay good; a new one signs from then on', async () => {
    const f = await ready();
    await f.write(0);
    const first = await codeOf(f, 0);
    await renewSigningKey(f.studio, { why: 'the laptop was stolen' });
    await f.write(1);
    expect((await checkCode(f.studio, first)).finding.word).toBe('genuine');
    expect((await checkCode(f.studio, await codeOf(f, 1))).finding.word).toBe('genuine');
    expect(await findRows(f.studio.db, 'signingKeys')).toHaveLength(2);
  });

  test('bear the studio’s own words; a field there is none of is refused', async () => {
    const f = await ready();
    const set = (words: string) =>
      setCertificateWords(f.studio, { certificate: words, care: 'Keep it from the sea.' });
    expect(await refused(set('{price}'))).toMatchObject({ field: 'certificate' });
    await set('No. {number} of “{title}”, made {year}.');
    await f.write(0);
    const text = (await textOfPdf((await certificate(f.studio, f.ids[0]!)).bytes)).replace(/\s+/g, ' ');
    expect(text).toContain('No. 1/10 of “Night Ferry”, made 20');
    expect(text).toContain('Keep it from the sea.');
  });

  test('is half a sheet, with nothing too small to be read, however long its title and its sentence', async () => {
    const title = 'The Long Breakwater at Low Water, Looking North from the Second Mole in November';
    for (const [unit, size] of [
      ['mm', [595, 420]],
      ['in', [612, 396]],
    ] as const) {
      const f = await ready();
      await f.studio.store.client.execute(`UPDATE studio SET unit = '${unit}'`);
      await f.studio.store.client.execute({ sql: 'UPDATE works SET title = ?', args: [title] });
      await f.hand(0, 'destroyed', 'x');
      await f.hand(0, 'remade', '');
      await printImpressions(f.studio, {
        editionId: f.editionId,
        impressionIds: [f.ids[0]!],
        count: null,
        formatId: f.formatId,
        paperId: f.paperId,
        reason: 'again',
      });
      const pass = { editionId: f.editionId, impressionIds: [f.ids[0]!], note: '' };
      await handleImpressions(f.studio, { ...pass, act: 'passed' });
      await f.write(0);
      const pages = await pagesOfPdf((await certificate(f.studio, f.ids[0]!)).bytes);
      expect(pages[0]!.size.map(Math.round)).toEqual(size);
      for (const page of pages) expect(page.smallest).toBeGreaterThanOrEqual(8);
      expect(pages.map((page) => page.text).join(' ')).toContain('One run of 10');
    }
  });

  test('a batch is one PDF; label, statement and register are papers of their own', async () => {
    const f = await ready();
    await f.write(0, 1, 2);
    const batch = await certificates(f.studio, f.ids.join(','));
    const text = await textOfPdf(batch.bytes);
    for (const number of ['1/10', '2/10', '3/10']) expect(text).toContain(number);
    expect(await textOfPdf((await backLabel(f.studio, f.ids[1]!)).bytes)).toContain('2/10');
    const statement = await textOfPdf((await openingStatement(f.studio, f.editionId)).bytes);
    expect(statement.replace(/\s+/g, ' ')).toContain('One run of 10 for all sizes and papers together');
    expect(await textOfPdf((await editionRegister(f.studio, f.editionId)).bytes)).toContain(
      'Certificate written',
    );
    expect(await refused(certificates(f.studio, ','))).toMatchObject({ field: 'certificates' });
  });
});

describe('the chain, and its head kept elsewhere', () => {
  test('a chain written anew to its end is whole to itself, and found by the kept head', async () => {
    const f = await ready();
    const head = await signedHead(f.studio);
    expect(await checkHead(f.studio, head)).toMatchObject({ verdict: 'holds' });
    await f.write(0);
    expect(await checkHead(f.studio, head)).toMatchObject({ verdict: 'holds' });
    const { client } = f.studio.store;
    await client.execute('DROP TRIGGER register_never_changed');
    const lines = await findRows(f.studio.db, 'register', {}, { orderBy: ['seq'] });
    let prevHash = lines[1]!.prevHash;
    for (const line of lines.slice(1)) {
      const entry = { ...line, who: line.seq === 2 ? 'somebody else' : line.who, prevHash };
      prevHash = entryHash(entry);
      await client.execute({
        sql: 'UPDATE register SET who = ?, prev_hash = ?, hash = ? WHERE seq = ?',
        args: [entry.who, entry.prevHash, prevHash, line.seq],
      });
    }
    expect(await checkRegister(f.studio)).toMatchObject({ whole: true });
    expect(await checkHead(f.studio, head)).toMatchObject({ verdict: 'fails', word: 'written anew' });
    expect((await checkHead(f.studio, head.replace('GLH1|', 'GLH1|1'))).word).toBe('altered');
    expect((await checkHead(f.studio, 'nothing')).word).toBe('no head');
  });

  test('a register cut short is found too; a long one is walked in a process of its own', async () => {
    const f = await ready();
    const head = await signedHead(f.studio);
    const { client } = f.studio.store;
    await client.execute('DROP TRIGGER register_never_removed');
    await client.execute('DELETE FROM register WHERE seq > 3');
    expect((await checkHead(f.studio, head)).word).toBe('cut short');
    await client.execute('DROP TRIGGER register_never_changed');
    const [first] = await findRows(f.studio.db, 'register', { seq: 3 });
    let last = first!;
    const many: (typeof last)[] = [];
    for (let seq = 4; seq <= 5_000; seq++) {
      const line = { ...last, seq, act: 'noted', prevHash: last.hash };
      last = { ...line, hash: entryHash(line) };
      many.push(last);
    }
    await client.batch(
      many.map((line) => ({
        sql: 'INSERT INTO register (seq, at, who, act, edition_id, impression_id, body, prev_hash, hash) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)',
        args: [
          line.seq,
          line.at,
          line.who,
          line.act,
          line.editionId,
          line.impressionId,
          JSON.stringify(line.body),
          line.prevHash,
          line.hash,
        ],
      })),
      'write',
    );
    expect(await checkRegister(f.studio)).toMatchObject({
      whole: true,
      entries: 5_000,
      lastHash: last.hash,
    });
    await client.execute(`UPDATE register SET body = replace(body, 'Night', 'Nacht') WHERE seq = 2`);
    expect(await checkRegister(f.studio, { fromStart: false })).toMatchObject({ whole: true });
    expect(await checkRegister(f.studio)).toMatchObject({ whole: false, brokenAt: 2 });
  });

  test('as JSON it has its schema, and anybody can walk it', async () => {
    const f = await ready();
    let text = '';
    for await (const piece of registerJson(f.studio)) text += piece;
    const json = JSON.parse(text) as { genesis: string; entries: Parameters<typeof entryHash>[0][] };
    const { $schema: _, ...schema } = REGISTER_SCHEMA;
    expect(new Ajv({ strict: false }).validate(schema, json)).toBe(true);
    let before = json.genesis;
    for (const entry of json.entries as (Parameters<typeof entryHash>[0] & { hash: string })[]) {
      expect([entry.prevHash, entryHash(entry)]).toEqual([before, entry.hash]);
      before = entry.hash;
    }
  });
});
