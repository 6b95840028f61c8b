import { sql } from 'drizzle-orm';
import { REMOVED_NAME } from '@/core/people/letter';
import { rowById } from '@/store/rows';
import { furnished, order, refused, withPrints } from '../../../tests/unit/helpers/house';
import { checkStudio } from '../care/studioCheck';
import { closeOrder, markPaid, pickOrder, recordBuyer } from '../orders/orderActions';
import { addNote } from '../notes/noteActions';
import { noteKeeper } from '../editions/keeperActions';
import { dispatchOrder, packParcel, sealParcel } from '../orders/parcelActions';
import { recordService } from '../orders/shelfActions';
import { findAnything } from '../reports/find';
import { performByName } from '../registry';
import type { Studio } from '../studio';
import { letterCsv, letterPage, peopleList, personPage } from './people';
import { forgetBuyer, setPermission } from './personActions';

const PERSON = {
  ...{ preferredName: 'Quilla', email: 'quilla@post.example', address: 'Zebrastraat 99', notes: '' },
  ...{ name: 'Quillon Vexmoor', country: 'Estmark', mayWriteSince: null },
};
const NOBODY = { search: '', kind: null, country: null, page: 0 };

/** Every row of every table, and what the index holds, as one text: whatever can be read from the database at all. */
async function wholeText(studio: Studio): Promise<string> {
  const tables = await studio.db.all<{ name: string }>(
    sql`SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name NOT LIKE 'found%'`,
  );
  const texts: string[] = [];
  for (const { name } of tables)
    texts.push(JSON.stringify(await studio.db.all(sql.raw(`SELECT * FROM "${name}"`))));
  for (const name of ['found_data', 'found_lines_data']) {
    const blocks = await studio.db.all<{ hex: string }>(sql.raw(`SELECT hex(block) AS hex FROM ${name}`));
    texts.push(blocks.map(({ hex }) => Buffer.from(hex, 'hex').toString('latin1')).join(' '));
  }
  return texts.join('\n').toLowerCase();
}

/** A buyer with a print delivered to them. */
async function served() {
  const f = await furnished({ withMaster: false });
  const { studio } = f;
  const { editionId, ids } = await withPrints(f, 5, 3);
  const buyerId = (await recordBuyer(studio, PERSON)).id!;
  const orderId = await order({ ...f, buyerId }, editionId);
  await pickOrder(studio, { id: orderId });
  await packParcel(studio, { orderId, form: 'flat', reason: 'no boards' });
  await sealParcel(studio, { orderId, ticked: [ids[0]!], reason: 'not weighed' });
  const serviceId = (
    await recordService(studio, {
      ...{ carrier: 'Coastline', name: 'Tracked', tracked: false, insured: '', days: 3 },
      ...{ maxLength: '1000 mm', maxWeight: '5 kg', price: '6', readOn: '2026-11-01' },
    })
  ).id!;
  await dispatchOrder(studio, { orderId, serviceId, tracking: 'X1' });
  return { ...f, buyerId, orderId, editionId, impressionId: ids[0]! };
}

test('what somebody is follows from what they did, and their page says what they have', async () => {
  const f = await served();
  const { lines, countries } = await peopleList(f.studio, { ...NOBODY, search: 'vex' });
  expect(lines).toMatchObject([
    { name: 'Quillon Vexmoor', roles: ['buyer'], bought: { orders: 1, prints: 1, cases: 0 } },
  ]);
  expect(lines[0]!.letter).toMatchObject({ word: 'not to be written to' });
  expect(countries).toContain('Estmark');
  const page = await personPage(f.studio, f.buyerId);
  expect(page).toMatchObject({
    is: 'buyer',
    prints: [{ id: f.impressionId, label: '1/5', title: 'Night Ferry' }],
    orders: [{ orderId: f.orderId, cases: null, what: expect.stringContaining('Night Ferry') }],
  });
  expect(await personPage(f.studio, 'nobody')).toBeNull();
});

test('a letter goes to who agreed and has a mail; its list is what the page shows, quoted for a table', async () => {
  const f = await served();
  const { studio, buyerId, workId } = f;
  const ask = { workId, share: 0.1 };
  expect((await letterPage(studio, ask)).goesTo).toEqual([]);
  await setPermission(studio, { buyerId, since: '2026-11-02', how: 'at the fair, on a card' });
  const other = await recordBuyer(studio, { ...PERSON, name: 'No Mail', email: '' });
  await setPermission(studio, { buyerId: other.id!, since: '2026-11-02', how: '' });
  const stale = await recordBuyer(studio, { ...PERSON, name: 'Long Ago' });
  await setPermission(studio, { buyerId: stale.id!, since: '2020-01-02', how: '' });
  const page = await letterPage(studio, ask);
  expect(page.goesTo.map(({ name, hasWork }) => [name, hasWork])).toEqual([['Quillon Vexmoor', true]]);
  expect(page.withoutMail.map(({ name }) => name)).toEqual(['No Mail']);
  expect(page.askAgain.map(({ name }) => name)).toEqual(['Long Ago']);
  const text = await letterCsv(
    studio,
    new URLSearchParams({ work: workId, voucher: '10', word: 'FERRY10' }),
  );
  const [head, line, ...rest] = text
    .replace(/^\uFEFF/, '')
    .trim()
    .split('\r\n');
  expect(head).toMatch(/^name,called,mail/);
  expect(line).toBe(
    'Quillon Vexmoor,Quilla,quilla@post.example,Estmark,2026-11-02,"at the fair, on a card",1,' +
      `${page.goesTo[0]!.lastOrderOn},yes,Night Ferry,FERRY10,10`,
  );
  expect(rest).toEqual([]);
  const wrong = refused(letterCsv(studio, new URLSearchParams({ voucher: '120' })));
  expect(await wrong).toMatchObject({ field: 'voucher' });
});

describe('forgetting somebody', () => {
  test('waits until nothing is owed on either side, and says what is', async () => {
    const f = await served();
    const error = await refused(forgetBuyer(f.studio, { buyerId: f.buyerId }));
    expect(error.message).toMatch(/order \d+ is dispatched/);
  });

  test('leaves their name nowhere in the database, and every number, sum and line of the register', async () => {
    const f = await served();
    const { studio, buyerId, orderId, impressionId } = f;
    await closeOrder(studio, { id: orderId, outcome: 'delivered', note: '' });
    await markPaid(studio, { id: orderId, paid: true });
    await noteKeeper(studio, {
      ...{ impressionId, name: 'Quillon Vexmoor', how: 'bought', sinceOn: '2026-11-02', note: '' },
    });
    await addNote(studio, {
      ...{ subject: 'person', subjectId: buyerId, text: 'Quillon likes it dark', isLesson: true },
    });
    const kept = await sums(studio);
    expect(/vexmoor[^]*zebrastraat/.test(await wholeText(studio))).toBe(true);
    expect((await findAnything(studio, 'vexmoor', 5)).length).toBeGreaterThan(0);
    const { message, undo } = await forgetBuyer(studio, { buyerId });
    expect([undo, message]).toEqual([undefined, expect.stringMatching(/^They are forgotten here/)]);
    expect((await wholeText(studio)).match(/.{0,60}(quill|vexmoor|zebrastraat).{0,60}/g)).toBeNull();
    expect(await findAnything(studio, 'vexmoor', 5)).toEqual([]);
    expect(await sums(studio)).toEqual(kept);
    expect((await checkStudio(studio)).faults).toEqual([]);
    expect(await rowById(studio.db, 'buyers', buyerId)).toMatchObject({
      ...{ name: REMOVED_NAME, email: '', mayWriteSince: null, country: 'Estmark' },
    });
  });

  test('somebody forgotten is not recorded over, sold to, written to or forgotten twice', async () => {
    const f = await furnished({ withMaster: false });
    const { studio } = f;
    const { editionId } = await withPrints(f, 5, 3);
    const buyerId = (await recordBuyer(studio, PERSON)).id!;
    await forgetBuyer(studio, { buyerId });
    for (const late of [
      () => forgetBuyer(studio, { buyerId }),
      () => recordBuyer(studio, { ...PERSON, id: buyerId }),
      () => setPermission(studio, { buyerId, since: '2026-11-02', how: '' }),
      () => order({ ...f, buyerId }, editionId),
    ])
      expect((await refused(late())).message).toMatch(/forgotten/);
    const { lines } = await peopleList(studio, { ...NOBODY, kind: 'buyer' });
    expect(lines.find(({ id }) => id === buyerId)).toMatchObject({ roles: ['forgotten'], letter: null });
  });

  test('a name that is also a word changes nothing that is not about them, and takes no way back from others', async () => {
    const { studio, workId } = await furnished({ withMaster: false });
    const ferry = await recordBuyer(studio, { ...PERSON, name: 'Night' });
    const noted = await addNote(studio, {
      ...{ subject: 'work', subjectId: workId, text: 'sells at Night markets', isLesson: false },
    });
    const { message } = await forgetBuyer(studio, { buyerId: ferry.id! });
    expect(message).toMatch(/A name of one word may mean something else/);
    const says = async (words: string) =>
      (await findAnything(studio, words, 9)).find(({ title }) => title === 'Journal')?.hits.length;
    expect(await says('night ferry')).toBeGreaterThan(0);
    expect(await says('recorded the buyer night')).toBeUndefined();
    await performByName(studio, 'undo', noted.undo!.input);
  });

  test('a name inside other words is not that name', async () => {
    const { studio, workId } = await furnished({ withMaster: false });
    const id = (await recordBuyer(studio, { ...PERSON, name: 'Ann Lee' })).id!;
    await addNote(studio, {
      ...{ subject: 'work', subjectId: workId, text: 'for JoAnn Leeds', isLesson: false },
    });
    await forgetBuyer(studio, { buyerId: id });
    const journal = (await findAnything(studio, 'leeds', 9)).find(({ title }) => title === 'Journal');
    expect(journal!.hits[0]!.name).toContain('for JoAnn Leeds');
  });

  test('somebody of the same name keeps theirs', async () => {
    const { studio } = await furnished({ withMaster: false });
    const [one, two] = [await recordBuyer(studio, PERSON), await recordBuyer(studio, PERSON)];
    const { message } = await forgetBuyer(studio, { buyerId: one.id! });
    expect(message).toMatch(/Somebody else has the same name/);
    expect((await rowById(studio.db, 'buyers', two.id!)).name).toBe('Quillon Vexmoor');
    const lines = (await findAnything(studio, 'vexmoor', 9)).find(({ title }) => title === 'Journal');
    expect(lines!.hits).toHaveLength(1);
  });
});

/** What must outlast a name. */
const sums = async (studio: Studio) =>
  studio.db.all(sql`
    SELECT (SELECT group_concat(hash) FROM register) AS hashes, (SELECT sum(price_minor * quantity) FROM order_lines) AS sum,
      (SELECT group_concat(number || state) FROM impressions ORDER BY id) AS numbers, (SELECT count(*) FROM journal WHERE act <> 'removed') AS lines`);
