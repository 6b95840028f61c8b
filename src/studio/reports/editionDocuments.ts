import { orNotRecorded, whatItIs, type AsPrinted } from '@/core/edition/asPrinted';
import { proofShareFinding } from '@/core/edition/declare';
import { impressionLabel } from '@/core/edition/impressionStates';
import { lineWords } from '@/core/edition/lineWords';
import { numbersInWords, tierPrice } from '@/core/edition/terms';
import { InputError, RefusedError } from '@/core/errors';
import { formatMoney, formatSize, localDay, shareOf, type Size } from '@/core/measure';
import { fileWords } from '@/core/words';
import { backLabelPdf, certificatesPdf, type CertificateSheet } from '@/paperwork/certificate';
import { statementPdf } from '@/paperwork/statements';
import { consignmentLines } from '@/store/consignments';
import { pricesOn } from '@/store/products';
import { registerCount, registerOfEdition, registerPieces } from '@/store/reports';
import { findRow, findRows, rowById, type Row } from '@/store/rows';
import { currentMaster } from '@/store/works';
import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Settings, Studio } from '../studio';
import type { Document } from './documents';

/** The certificate of an impression: the one that speaks for it, or by its own id an earlier one. */
export async function certificate(studio: Studio, id: string): Promise<Document> {
  const row = await certificateOf(studio, id);
  const sheet = await sheetFor(studio, row);
  const bytes = await certificatesPdf([sheet], await paperOf(studio));
  return { name: `certificate_${fileName(sheet)}.pdf`, bytes };
}

/** Certificates of several impressions, one after another. @param ids of impressions, joined by commas */
export async function certificates(studio: Studio, ids: string): Promise<Document> {
  const wanted = ids.split(',').filter(Boolean);
  if (!wanted.length || wanted.length > 500)
    throw new InputError('certificates', wanted.length, '1 to 500 impressions');
  const sheets: CertificateSheet[] = [];
  for (const id of wanted) sheets.push(await sheetFor(studio, await certificateOf(studio, id)));
  const bytes = await certificatesPdf(sheets, await paperOf(studio));
  return { name: `certificates_${fileWords(sheets[0]!.title, 'print')}.pdf`, bytes };
}

/** A label for the back of a print that there is nowhere to sign. */
export async function backLabel(studio: Studio, id: string): Promise<Document> {
  const sheet = await sheetFor(studio, await certificateOf(studio, id));
  const bytes = await backLabelPdf(sheet, { at: studio.now() });
  return { name: `back-label_${fileName(sheet)}.pdf`, bytes };
}

const fileName = (sheet: CertificateSheet): string =>
  `${fileWords(sheet.title, 'print')}_${fileWords(sheet.number.replace('/', '-of-'), 'number')}`;

const paperOf = async (studio: Studio) => ({
  letter: (await studio.settings()).unit === 'in',
  at: studio.now(),
});

/** @throws RefusedError where none was written */
async function certificateOf(studio: Studio, id: string): Promise<Row<'certificates'>> {
  const { db } = studio;
  const itself = await findRow(db, 'certificates', id);
  if (itself) return itself;
  const impression = await rowById(db, 'impressions', id, 'impression');
  const all = await findRows(db, 'certificates', { impressionId: id }, { orderBy: ['-issue'] });
  const found = all.find((row) => row.voidedAt === null) ?? all[0];
  if (found) return found;
  const edition = await rowById(db, 'editions', impression.editionId);
  const label = impressionLabel(impression.kind, impression.number, edition.size, edition.name);
  throw new RefusedError(
    `${label} has no certificate: it is not printed and passed, or none was written yet. Write it at its sheet.`,
  );
}

/** The sheet as it was written: from what is frozen with the print and the certificate, never from what is so today. */
async function sheetFor(studio: Studio, row: Row<'certificates'>): Promise<CertificateSheet> {
  const { db } = studio;
  const settings = await studio.settings();
  const impression = await rowById(db, 'impressions', row.impressionId);
  const edition = await rowById(db, 'editions', impression.editionId);
  const now = impression.asPrinted;
  // A number that was made again has other facts now than when this certificate was written.
  const facts = now && now.printedAt <= row.issuedAt ? now : await factsOfRegister(studio, row);
  if (!facts) throw new RefusedError(`What ${row.facts.number} was printed as is not on record.`);
  const master = await currentMaster(db, edition.workId);
  const sha = facts.master?.sha256 ?? master?.sha256;
  const { facts: said } = row;
  return {
    studio: settings.name,
    title: facts.work.title,
    artist: facts.work.artist,
    number: said.number,
    whatItIs: whatItIs(facts),
    rows: [
      ...rowsOf(facts, settings),
      ['Edition', said.covers],
      ...(said.sisters.length ? ([['Sister runs', said.sisters.join('; ')]] as [string, string][]) : []),
    ],
    words: said.words,
    care: said.care,
    issuedOn: localDay(row.issuedAt, settings.timeZone),
    issue: row.issue,
    code: row.code,
    picture: sha ? await smallPicture(studio, sha) : null,
    isVoid: row.voidedAt
      ? `since ${localDay(row.voidedAt, settings.timeZone)}: ${row.voidWhy || 'replaced'}`
      : null,
  };
}

/** What a print was, where its number was given back to be made again: its line in the register still says so. */
async function factsOfRegister(studio: Studio, row: Row<'certificates'>): Promise<AsPrinted | null> {
  const lines = await findRows(
    studio.db,
    'register',
    { impressionId: row.impressionId, act: 'printed' },
    { orderBy: ['-seq'] },
  );
  const line = lines.find((each) => each.at <= row.issuedAt);
  return ((line?.body ?? {}) as { facts?: AsPrinted }).facts ?? null;
}

function rowsOf(facts: AsPrinted, settings: Settings): [string, string][] {
  const both = (size: Size) =>
    `${formatSize(size, settings.unit)} (${formatSize(size, settings.unit === 'mm' ? 'in' : 'mm')})`;
  const { name, base, surface, gsm } = facts.paper;
  return [
    [
      'Printed',
      `${localDay(facts.printedAt, settings.timeZone)}, ${orNotRecorded(facts.process, 'process')}`,
    ],
    ['Paper', `${name}, ${base}, ${surface}, ${gsm} g/m²`],
    ['Picture', both(facts.image)],
    ['Sheet', both(facts.sheet)],
    ...(facts.reconstructed
      ? ([['Note', 'these facts were put together after the printing, from what was still known']] as [
          string,
          string,
        ][])
      : []),
  ];
}

async function smallPicture(studio: Studio, sha256: string): Promise<string | null> {
  const picture = join(studio.objects.derivedDir(sha256), 'view.jpg');
  return stat(picture).then(
    () => picture,
    () => null,
  );
}

/** What an edition declared, to be kept and handed out. */
export async function openingStatement(studio: Studio, editionId: string): Promise<Document> {
  const { db } = studio;
  const edition = await rowById(db, 'editions', editionId, 'edition');
  const [work, settings] = await Promise.all([rowById(db, 'works', edition.workId), studio.settings()]);
  const { AP, PP, HC } = edition.proofs;
  const { terms } = edition;
  const first = await lowestPrice(studio, edition.workId);
  const rows: [string, string][] = [
    ['Work', [work.title, work.medium, work.year].filter(Boolean).join(', ')],
    ['Artist', settings.artist || settings.name],
    ['Kind', edition.kind === 'open' ? 'open, no total' : `limited to ${edition.size}`],
    ...(edition.name ? ([['Name of the run', edition.name]] as [string, string][]) : []),
    ['Proofs outside it', edition.kind === 'open' ? 'none' : `${AP} AP, ${PP} PP, ${HC} HC`],
    ['Signed', edition.signing],
    ['A destroyed number', edition.remake === 'remake' ? 'is made again, recorded' : 'is retired'],
    ['Numbers are sold', terms.numbers === 'next free' ? 'in their order' : 'as the buyer chooses'],
    ...(terms.heldBack.length
      ? ([['Kept by the artist', numbersInWords(terms.heldBack)]] as [string, string][])
      : []),
    ['Declared on', localDay(edition.openedAt, settings.timeZone)],
    ...(edition.closedAt
      ? ([['Closed on', localDay(edition.closedAt, settings.timeZone)]] as [string, string][])
      : []),
  ];
  const bytes = await statementPdf(
    {
      kind: 'Opening statement of an edition',
      title: work.title,
      studio: settings.name,
      address: settings.address,
      says: edition.covers,
      rows,
      table: terms.tiers.length
        ? {
            heads: ['From number', 'Raised by', first === null ? '' : 'Smallest price then'],
            widths: [45, 45, 60],
            rows: terms.tiers.map((tier) => [
              String(tier.from),
              `${Math.round(tier.raise * 1_000) / 10} %`,
              first === null
                ? ''
                : formatMoney(
                    tierPrice(first, tier.from, terms.tiers, settings.currency),
                    settings.currency,
                  ),
            ]),
          }
        : undefined,
      notes: [
        ...(edition.kind === 'limited' && edition.size
          ? [proofShareFinding(edition.size, edition.proofs).says]
          : []),
        'What is declared here is kept: the number never grows, and nothing outside the run is moved into it. The run can be closed early, and the register then says with how many.',
        'The law of some places says what a statement of an edition must contain; this page does not claim to satisfy it. Ask someone licensed there.',
      ],
      signatures: [settings.artist || settings.name],
      day: localDay(studio.now(), settings.timeZone),
    },
    await paperOf(studio),
  );
  return { name: `edition_${fileWords(work.title, 'work')}.pdf`, bytes };
}

async function lowestPrice(studio: Studio, workId: string): Promise<number | null> {
  const prices = await pricesOn(studio.db, await studio.today(), { workIds: [workId] });
  return prices.length ? Math.min(...prices.map((price) => price.priceMinor)) : null;
}

/** What a shop was given, on which terms; two signatures. */
export async function consignmentNote(studio: Studio, id: string): Promise<Document> {
  const { db } = studio;
  const note = await rowById(db, 'consignments', id, 'consignment');
  const [shop, lines, settings] = await Promise.all([
    rowById(db, 'buyers', note.buyerId),
    consignmentLines(db, note.id),
    studio.settings(),
  ]);
  const money = (minor: number) => formatMoney(minor, settings.currency);
  const total = lines.reduce((sum, { item }) => sum + item.priceMinor, 0);
  const theirs = shareOf(total, note.theirShare);
  const bytes = await statementPdf(
    {
      kind: `Consignment note ${note.number}`,
      title: shop.name,
      studio: settings.name,
      address: settings.address,
      says: `${lines.length === 1 ? 'One print' : `${lines.length} prints`} on sale or return from ${note.sinceOn} to ${note.dueOn}. They stay the property of ${settings.artist || settings.name} until they are sold and paid.`,
      rows: [
        ['To', [shop.name, ...shop.address, shop.country].join(', ')],
        ['Due back or paid by', note.dueOn],
        ['Their share', `${Math.round(note.theirShare * 1_000) / 10} % of what each sells for`],
        ['All of it', `${money(total)}: ${money(theirs)} theirs, ${money(total - theirs)} the artist’s`],
        ['Damage is borne by', note.bearsDamage],
        ...(note.notes ? ([['Agreed beside', note.notes]] as [string, string][]) : []),
      ],
      table: {
        heads: ['Print', 'Number', 'Size and paper', 'Sells for', 'Now'],
        widths: [48, 22, 54, 26, 20],
        rows: lines.map(({ item, impression, edition, title }) => [
          title,
          impressionLabel(impression.kind, impression.number, edition.size, edition.name),
          impression.asPrinted
            ? `${formatSize(impression.asPrinted.image, settings.unit)}, ${impression.asPrinted.paper.name}`
            : '',
          money(item.priceMinor),
          item.outcome === 'there' ? '' : item.outcome,
        ]),
      },
      notes: [
        'Each print was looked over at the handing over and found whole, unless it says otherwise here. Prices are without tax.',
        'Local law may say more about who owns, insures and answers for goods on consignment; ask someone licensed there.',
      ],
      signatures: ['Handed over', 'Received whole'],
      day: localDay(studio.now(), settings.timeZone),
    },
    await paperOf(studio),
  );
  return { name: `consignment_${note.number}.pdf`, bytes };
}

/** Every line the register has of an edition, on paper. */
export async function editionRegister(studio: Studio, editionId: string): Promise<Document> {
  const { db } = studio;
  const edition = await rowById(db, 'editions', editionId, 'edition');
  const [work, settings, lines] = await Promise.all([
    rowById(db, 'works', edition.workId),
    studio.settings(),
    registerOfEdition(db, edition.id),
  ]);
  const bytes = await statementPdf(
    {
      kind: 'The register of an edition',
      title: work.title,
      studio: settings.name,
      address: settings.address,
      says: edition.covers,
      rows: [['Lines', String(lines.length)]],
      table: {
        heads: ['Entry', 'Day', 'Number', 'What happened', 'Hash'],
        widths: [14, 22, 24, 82, 26],
        rows: lines.map(({ r, i }) => [
          String(r.seq),
          localDay(r.at, settings.timeZone),
          i ? impressionLabel(i.kind, i.number, edition.size, edition.name) : '',
          r.act === 'declared' ? 'Declared' : r.act === 'closed' ? 'Closed' : lineWords(r.act, r.body),
          r.hash.slice(0, 12),
        ]),
      },
      notes: [
        'Each line carries the hash of the one before it over the whole register of the studio; here stand its first twelve signs.',
      ],
      signatures: [settings.artist || settings.name],
      day: localDay(studio.now(), settings.timeZone),
    },
    await paperOf(studio),
  );
  return { name: `register_${fileWords(work.title, 'work')}.pdf`, bytes };
}

/** More lines than this are no paper any more: 40 to a page, they would be a thousand pages. */
const MOST_PRINTED = 40_000;

/**
 * The register of the whole studio on paper, or a year of it.
 *
 * @param span a year such as "2026", or "all"
 * @throws InputError for anything else
 * @throws RefusedError where it is more than can be bound
 */
export async function studioRegister(studio: Studio, span: string): Promise<Document> {
  if (span !== 'all' && !/^\d{4}$/.test(span))
    throw new InputError('register', span, '"all", or a year such as 2026');
  const { db } = studio;
  const settings = await studio.settings();
  const within =
    span === 'all'
      ? { from: '', before: '9999' }
      : { from: `${span}-01-01`, before: `${Number(span) + 1}-01-01` };
  const count = await registerCount(db, within);
  if (count > MOST_PRINTED)
    throw new RefusedError(
      `${count} lines are more than ${MOST_PRINTED}: take it year by year, or as CSV or JSON, which have no end.`,
    );
  const rows: string[][] = [];
  for await (const lines of registerPieces(db, within))
    for (const [seq, at, , act, title, kind, number, size, run, body, , hash] of lines)
      rows.push([
        String(seq),
        localDay(at, settings.timeZone),
        title ?? '',
        kind && number !== null ? impressionLabel(kind, number, size, run ?? '') : '',
        act === 'declared' ? 'Declared' : act === 'closed' ? 'Closed' : lineWords(act, JSON.parse(body)),
        hash.slice(0, 12),
      ]);
  const when = span === 'all' ? 'From its first line' : `The year ${span}`;
  const bytes = await statementPdf(
    {
      kind: 'The register of impressions',
      title: settings.name,
      studio: settings.name,
      address: settings.address,
      says: `${when}: ${rows.length} ${rows.length === 1 ? 'line' : 'lines'}, each chained to the one before.`,
      rows: [],
      table: {
        heads: ['Entry', 'Day', 'Work', 'Number', 'What happened', 'Hash'],
        widths: [14, 21, 38, 20, 49, 26],
        rows,
      },
      notes: [
        'Each line carries the hash of the one before it over the whole register; here stand its first twelve signs. Days are those of the studio; years are parted by universal time.',
      ],
      signatures: [settings.artist || settings.name],
      day: localDay(studio.now(), settings.timeZone),
    },
    await paperOf(studio),
  );
  return { name: `register_${span}.pdf`, bytes };
}
