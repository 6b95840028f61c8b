import { orNotRecorded } from '@/core/edition/asPrinted';
import {
  fillWords,
  USUAL_CARE,
  USUAL_WORDS,
  type CertificateFacts,
  type WordingField,
} from '@/core/edition/certificate';
import { codeBody } from '@/core/edition/code';
import { coversShort } from '@/core/edition/declare';
import {
  certifiedState,
  mayDo,
  STATE_WORDS,
  type ImpressionState,
} from '@/core/edition/impressionStates';
import { InputError, RefusedError } from '@/core/errors';
import { localDay } from '@/core/measure';
import { signed } from '@/paperwork/seal';
import type { Db, Tx } from '@/store/db';
import { appendToRegister, editionsOf, type Edition, type Impression } from '@/store/editions';
import { findRows, insertRow, patchRow, patchRows, rowById, type Row } from '@/store/rows';
import { defineAction } from '../action';
import { id, ids, name, objectSchema, Type } from '../schemas';
import { noteInJournal, type Studio } from '../studio';
import { chosenOf } from './chosen';
import { labelOf, labelsOf } from './labels';
import { keyInUse } from './signingKeys';

/** The certificate of each of some impressions that speaks for it now. */
export async function standingCertificates(
  tx: Db,
  impressionIds: readonly string[],
): Promise<Map<string, Row<'certificates'>>> {
  const rows: Row<'certificates'>[] = [];
  for (let i = 0; i < impressionIds.length; i += 500)
    rows.push(
      ...(await findRows(tx, 'certificates', {
        impressionId: impressionIds.slice(i, i + 500),
        voidedAt: null,
      })),
    );
  return new Map(rows.map((row) => [row.impressionId, row]));
}

/**
 * Writes the certificates of some impressions: what they say is kept with them, and signed. Each print has one; another is a
 * reissue, and recorded as such.
 */
export const writeCertificates = defineAction({
  name: 'writeCertificates',
  input: objectSchema({ editionId: id, impressionIds: ids }),

  async run({ studio, tx, input }) {
    const edition = await rowById(tx, 'editions', input.editionId, 'editionId');
    const chosen = await chosenOf(tx, edition.id, input.impressionIds);
    return { message: await certify(studio, tx, edition, chosen) };
  },
});

/** Writes the certificates of some impressions, their lines in the register and the journal; says what was done. */
export async function certify(
  studio: Studio,
  tx: Tx,
  edition: Edition,
  chosen: readonly Impression[],
): Promise<string> {
  const standing = await standingCertificates(
    tx,
    chosen.map((i) => i.id),
  );
  for (const i of chosen) {
    const label = labelOf(i, edition);
    if (!mayDo('certified', i.state) || !i.asPrinted)
      throw new RefusedError(
        `${label} is ${STATE_WORDS[i.state]}: it is not printed and passed, and has no certificate.`,
      );
    if (standing.has(i.id))
      throw new RefusedError(`${label} has its certificate: another one is a reissue, with its reason.`);
  }
  await writeFor(studio, tx, edition, chosen, '');
  await certifiedRows(studio, tx, edition, chosen, 'certified', {});
  const which = labelsOf(chosen, edition);
  await noteInJournal(studio, tx, {
    act: 'certified',
    subject: 'edition',
    subjectId: edition.id,
    says: `Certificates written for ${which}`,
  });
  return `${chosen.length === 1 ? 'The certificate' : 'Certificates'} of ${which} written.`;
}

/** Writes another certificate in place of one that was lost or spoiled: the first is void, and both stay on record. */
export const reissueCertificate = defineAction({
  name: 'reissueCertificate',
  input: objectSchema({ impressionId: id, why: name }),
  final: true,

  async run({ studio, tx, input }) {
    const impression = await rowById(tx, 'impressions', input.impressionId, 'impressionId');
    const edition = await rowById(tx, 'editions', impression.editionId);
    const label = labelOf(impression, edition);
    const before = (await standingCertificates(tx, [impression.id])).get(impression.id);
    if (!before)
      throw new RefusedError(`${label} has no certificate that stands: there is nothing to replace.`);
    const why = input.why.trim();
    await voidCertificates(studio, tx, [impression.id], why);
    await writeFor(studio, tx, edition, [impression], why);
    await certifiedRows(studio, tx, edition, [impression], 'reissued', {
      issue: before.issue + 1,
      note: why,
    });
    await noteInJournal(studio, tx, {
      act: 'certified',
      subject: 'impression',
      subjectId: impression.id,
      says: `Certificate of ${label} reissued: ${why}`,
    });
    return {
      message: `${label} has a certificate anew, number ${before.issue + 1}. The one before is void: publish the list of void certificates beside the checking page.`,
    };
  },
});

/** No certificate speaks any longer for what was destroyed, spoiled, or is to be made again. */
export async function voidCertificates(
  studio: Studio,
  tx: Tx,
  impressionIds: readonly string[],
  why: string,
): Promise<void> {
  const standing = await standingCertificates(tx, impressionIds);
  await patchRows(
    tx,
    'certificates',
    [...standing.values()].map((row) => row.id),
    { voidedAt: studio.now(), voidWhy: why },
  );
}

async function writeFor(
  studio: Studio,
  tx: Tx,
  edition: Edition,
  chosen: readonly Impression[],
  why: string,
): Promise<void> {
  const key = await keyInUse(studio, tx);
  const settings = await studio.settings(tx);
  const sisters = await sistersOf(tx, edition);
  const who = await studio.who(tx);
  const at = studio.now();
  const earlier = await findRows(tx, 'certificates', { impressionId: chosen.map((i) => i.id) });
  for (const i of chosen) {
    const facts = i.asPrinted;
    if (!facts) throw new InputError('impressionIds', i.id, 'a print whose facts are on record');
    const number = labelOf(i, edition);
    const issue = 1 + earlier.filter((row) => row.impressionId === i.id).length;
    const certificateId = studio.newId();
    const printedOn = localDay(facts.printedAt, settings.timeZone);
    const words = fillWords(settings.certificateWords || USUAL_WORDS, {
      title: facts.work.title,
      artist: facts.work.artist,
      number,
      paper: facts.paper.name,
      process: orNotRecorded(facts.process, 'process'),
      year: printedOn.slice(0, 4),
      edition: edition.covers,
    });
    const said: CertificateFacts = {
      number,
      covers: edition.covers,
      sisters,
      care: settings.careWords || USUAL_CARE,
      words: words.words,
      yearOfPrint: Number(printedOn.slice(0, 4)),
      signing: edition.signing,
    };
    const code = signed(
      key,
      codeBody({
        certificate: certificateId,
        issue,
        number,
        title: facts.work.title,
        image: facts.image,
        sheet: facts.sheet,
        printedOn,
        issuedOn: localDay(at, settings.timeZone),
        key: key.name,
      }),
    );
    await insertRow(tx, 'certificates', {
      id: certificateId,
      impressionId: i.id,
      issue,
      issuedAt: at,
      who,
      code,
      facts: said,
      why,
    });
  }
}

/** Other limited runs of the same work: whoever buys of one is told of the others. */
async function sistersOf(tx: Tx, edition: Edition): Promise<string[]> {
  const sisters = (await editionsOf(tx, edition.workId)).filter(
    (each) => each.id !== edition.id && each.kind === 'limited',
  );
  const named = await Promise.all(
    sisters.map(async (each) => {
      const format = each.formatId ? (await rowById(tx, 'formats', each.formatId)).name : null;
      return coversShort({ size: each.size!, name: each.name, format });
    }),
  );
  return named;
}

async function certifiedRows(
  studio: Studio,
  tx: Tx,
  edition: Edition,
  chosen: readonly Impression[],
  act: 'certified' | 'reissued',
  more: Record<string, unknown>,
): Promise<void> {
  const at = studio.now();
  for (const state of new Set<ImpressionState>(chosen.map((i) => i.state)))
    await patchRows(
      tx,
      'impressions',
      chosen.filter((i) => i.state === state).map((i) => i.id),
      { state: certifiedState(state), certifiedAt: at, changedAt: at },
    );
  const who = await studio.who(tx);
  await appendToRegister(
    tx,
    chosen.map((i) => ({
      at,
      who,
      act,
      editionId: edition.id,
      impressionId: i.id,
      body: { number: labelOf(i, edition), ...more },
    })),
  );
}

const PLACEHOLDERS: Record<WordingField, string> = {
  title: '',
  artist: '',
  number: '',
  paper: '',
  process: '',
  year: '',
  edition: '',
};

/** The words of certificates and of care, with their fields in braces. */
export const setCertificateWords = defineAction({
  name: 'setCertificateWords',
  input: objectSchema({
    certificate: Type.String({ maxLength: 600 }),
    care: Type.String({ maxLength: 600 }),
  }),

  async run({ studio, tx, input }) {
    const { unknown } = fillWords(input.certificate, PLACEHOLDERS);
    if (unknown.length)
      throw new InputError(
        'certificate',
        `{${unknown[0]}}`,
        `fields that there are: ${Object.keys(PLACEHOLDERS)
          .map((field) => `{${field}}`)
          .join(', ')}`,
      );
    const { id: studioId } = await studio.settings(tx);
    await patchRow(tx, 'studio', studioId, {
      certificateWords: input.certificate.trim(),
      careWords: input.care.trim(),
    });
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'studio',
      subjectId: studioId,
      says: 'Changed the words of certificates',
    });
    return { message: 'Certificates written from now on bear these words; earlier ones keep theirs.' };
  },
});
