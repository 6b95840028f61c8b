import { canonical } from '@/core/edition/chain';
import { cutSigned, headBody, readHead, shortCode, type VoidList } from '@/core/edition/code';
import { judgeCode } from '@/core/edition/verdict';
import { STATE_WORDS } from '@/core/edition/impressionStates';
import type { Finding } from '@/core/finding';
import { localDay } from '@/core/measure';
import { isSignedWith, signed, studioKey } from '@/paperwork/seal';
import { registerEnd } from '@/store/editions';
import { findRow, findRows, rowById } from '@/store/rows';
import type { Studio } from '../studio';
import { knownKeys } from './signingKeys';

/** What is to be said of a code here, where the register is: the signature, and what became of the certificate and the print. */
export async function checkCode(studio: Studio, typed: string) {
  const keys = await knownKeys(studio);
  const { timeZone } = await studio.settings();
  const older = olderCode(typed, keys);
  if (older) return { finding: older, claim: null, impression: null, short: shortCode(typed.trim()) };
  const verdict = judgeCode(
    typed,
    keys.map((key) => ({
      name: key.id,
      retiredOn: key.retiredAt ? localDay(key.retiredAt, timeZone) : null,
    })),
    (text, name) => isSignedWith(keys.find((key) => key.id === name)!.publicKey, text),
    [],
  );
  const base = { ...verdict, short: shortCode(typed.trim()), impression: null };
  if (verdict.finding.verdict === 'fails' || !verdict.claim) return base;
  const certificate = await findRow(studio.db, 'certificates', verdict.claim.certificate);
  if (!certificate)
    return {
      ...base,
      finding: {
        ...verdict.finding,
        verdict: 'care' as const,
        word: 'not on record',
        says: 'Signed with the studio’s key, and no certificate of this studio: it was taken back, or belongs to records that were restored from before it.',
      },
    };
  const impression = await rowById(studio.db, 'impressions', certificate.impressionId);
  const where = {
    id: impression.id,
    editionId: impression.editionId,
    word: STATE_WORDS[impression.state],
  };
  if (!certificate.voidedAt)
    return {
      ...base,
      impression: where,
      finding: {
        ...verdict.finding,
        verdict: 'holds' as const,
        word: 'genuine',
        says: `Signed by the studio, and on record here: ${verdict.claim.number} of ${verdict.claim.title}, printed ${verdict.claim.printedOn}.`,
      },
    };
  return {
    ...base,
    impression: where,
    finding: {
      ...verdict.finding,
      verdict: 'care' as const,
      word: 'void',
      says: `Signed by the studio, and void since ${localDay(certificate.voidedAt, timeZone)}: ${certificate.voidWhy || 'replaced by another'}.`,
    },
  };
}

export type CheckedCode = Awaited<ReturnType<typeof checkCode>>;

/** Codes of before sizes stood in them: number, title and day, signed all the same. */
function olderCode(typed: string, keys: readonly { id: string; publicKey: Buffer }[]): Finding | null {
  const cut = cutSigned(typed);
  const [version, , number, made, title, ...rest] = cut?.body.split('|') ?? [];
  if (version !== 'GL1' || title === undefined || rest.length) return null;
  const isGenuine = keys.some((key) => isSignedWith(key.publicKey, typed.trim()));
  return isGenuine
    ? {
        verdict: 'holds',
        word: 'genuine, older',
        says: `Signed by the studio: ${number} of ${decodeURIComponent(title)}, printed ${made}. A code of this age holds no sizes.`,
        because: [],
      }
    : {
        verdict: 'fails',
        word: 'altered',
        says: 'The signature does not fit these words, or it was never signed here.',
        because: [],
      };
}

/** Certificates that no longer speak for a print, signed as a whole, to be published beside the checking page. */
export async function voidList(studio: Studio): Promise<{ list: VoidList; signed: string }> {
  const { name, timeZone } = await studio.settings();
  const all = await findRows(studio.db, 'certificates', {}, { orderBy: ['id'] });
  const standing = new Map(
    all.filter((row) => row.voidedAt === null).map((row) => [row.impressionId, row]),
  );
  const lines = await Promise.all(
    all
      .filter((row) => row.voidedAt !== null)
      .map(async (row) => {
        const impression = await rowById(studio.db, 'impressions', row.impressionId);
        const edition = await rowById(studio.db, 'editions', impression.editionId);
        const work = await rowById(studio.db, 'works', edition.workId);
        return {
          certificate: row.id,
          number: row.facts.number,
          title: work.title,
          voidedOn: localDay(row.voidedAt!, timeZone),
          replacedBy: standing.get(row.impressionId)?.id ?? null,
        };
      }),
  );
  const key = await studioKey(studio.options.dataDir);
  const list: VoidList = { studio: name, at: studio.now(), key: key.name, lines };
  return { list, signed: signed(key, canonical(list)) };
}

/** The end of the register, signed, in one line: printed out or sent to oneself, it finds a register that was written anew. */
export async function signedHead(studio: Studio): Promise<string> {
  const key = await studioKey(studio.options.dataDir);
  const end = await registerEnd(studio.db);
  return signed(key, headBody({ entries: end.seq, hash: end.hash, at: studio.now(), key: key.name }));
}

/** Holds a kept head against the register as it is: whether that line still stands where and as it stood. */
export async function checkHead(studio: Studio, typed: string): Promise<Finding> {
  const cut = cutSigned(typed);
  const head = cut && readHead(cut.body);
  const fails = (word: string, says: string): Finding => ({ verdict: 'fails', word, says, because: [] });
  if (!head)
    return fails('no head', 'This is no head of a register: it begins with GLH1. Copy all of it.');
  const key = (await knownKeys(studio)).find((each) => each.id === head.key);
  if (!key || !isSignedWith(key.publicKey, typed.trim()))
    return fails(
      'altered',
      'The signature does not fit: this line was altered, or was not written by this studio.',
    );
  const [line] = await findRows(studio.db, 'register', { seq: head.entries });
  if (head.entries > 0 && !line)
    return fails(
      'cut short',
      `The register had ${head.entries} entries on ${head.at.slice(0, 10)} and has fewer now: it was cut short, or an older backup was restored.`,
    );
  if (line && line.hash !== head.hash)
    return fails(
      'written anew',
      `Entry ${head.entries} is not what it was on ${head.at.slice(0, 10)}: something up to it was written anew, to its end. Compare with a backup of that day.`,
    );
  return {
    verdict: 'holds',
    word: 'the same',
    says: `Entry ${head.entries} stands as it stood on ${head.at.slice(0, 10)}; everything up to it is as it was if the chain is whole.`,
    because: [{ name: 'entries', value: head.entries }],
  };
}
