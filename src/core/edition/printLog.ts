import type { AsPrinted } from './asPrinted';
import { impressionLabel, type ImpressionKind } from './impressionStates';
import { groupBy } from '../groups';

/** One print as the register has it, with what the register says of it afterwards, in turn. */
export type LoggedPrint = {
  seq: number;
  at: string;
  who: string;
  editionId: string;
  impressionId: string;
  kind: ImpressionKind;
  number: number;
  size: number | null;
  runName: string;
  formatId: string | null;
  paperId: string | null;
  workId: string;
  title: string;
  facts: AsPrinted | null;
  /** Why it was printed although something spoke against it. */
  override: string | null;
  after: readonly string[];
};

/** What came of prints: so many looked at and good, spoiled, and not looked at yet. */
export type PrintResult = { good: number; spoiled: number; open: number };

/** Prints that were made together: of one edition, in one size, on one paper, at one moment. */
export type PrintRun = {
  key: string;
  at: string;
  who: string;
  editionId: string;
  workId: string;
  title: string;
  formatId: string | null;
  paperId: string | null;
  format: string;
  paper: string;
  /** By which machine or route, with which file and intent: what would have to be the same to do it again. */
  how: string[];
  numbers: string[];
  result: PrintResult;
  override: string | null;
};

/** With these a print has left the bench: what befalls it later is no fault of its printing. */
const LEFT = ['dispatched', 'delivered', 'consigned', 'gifted', 'kept'];
const LOST = ['spoiled', 'destroyed', 'lost'];

/**
 * What came of a print, as a print: good once it was passed or has left, spoiled if it was lost to the studio before that.
 *
 * @example fateOf(['passed', 'signed', 'spoiled', 'destroyed']) // 'spoiled'
 * @example fateOf(['passed', 'allocated', 'dispatched', 'returned', 'destroyed']) // 'good'
 * @example fateOf([]) // 'open'
 */
export function fateOf(after: readonly string[]): keyof PrintResult {
  const decides = after.find((act) => LEFT.includes(act) || LOST.includes(act));
  if (decides && LOST.includes(decides)) return 'spoiled';
  return decides || after.includes('passed') ? 'good' : 'open';
}

/** Prints put together to runs, the newest first. */
export function printRuns(prints: readonly LoggedPrint[]): PrintRun[] {
  const runs = groupBy(prints, ({ at, editionId, formatId, paperId }) =>
    [at, editionId, formatId, paperId].join(' '),
  );
  return [...runs]
    .map(([key, own]) => runOf(key, own))
    .sort((a, b) => b.at.localeCompare(a.at) || a.key.localeCompare(b.key));
}

function runOf(key: string, own: readonly LoggedPrint[]): PrintRun {
  const first = own[0]!;
  const result: PrintResult = { good: 0, spoiled: 0, open: 0 };
  for (const { after } of own) result[fateOf(after)] += 1;
  const { facts } = first;
  return {
    ...{ key, at: first.at, who: first.who, editionId: first.editionId },
    ...{ workId: first.workId, title: first.title },
    ...{ formatId: first.formatId, paperId: first.paperId },
    format: facts?.format ?? '',
    paper: facts?.paper.name ?? '',
    how: facts ? howOf(facts) : [],
    numbers: [...own]
      .sort((a, b) => a.number - b.number)
      .map(({ kind, number, size, runName }) => impressionLabel(kind, number, size, runName)),
    result,
    override: own.find(({ override }) => override)?.override ?? null,
  };
}

/** What a print was made by, as far as it was recorded. */
const howOf = ({ machine, route, process, file, intent, profile, proof, lot }: AsPrinted): string[] =>
  [
    machine ?? route,
    process,
    file && `file ${file.name}`,
    profile && `profile ${profile}`,
    intent,
    lot && `lot ${lot}`,
    proof && `as proof round ${proof.round}`,
  ].filter((part): part is string => Boolean(part));

/** A result in a few words. @example resultSays({ good: 3, spoiled: 1, open: 0 }) // '3 good, 1 spoiled' */
export function resultSays({ good, spoiled, open }: PrintResult): string {
  const parts = [
    good && `${good} good`,
    spoiled && `${spoiled} spoiled`,
    open && `${open} not looked at yet`,
  ].filter(Boolean);
  return parts.join(', ');
}
