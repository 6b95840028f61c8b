import { InputError } from '../errors';
import { isDay } from '../measure/day';
import type { ImpressionState } from './impressionStates';

/** States that a run kept on paper can be brought over in. */
export const PAPER_STATES = [
  'declared',
  'inspected',
  'signed',
  'delivered',
  'gifted',
  'kept',
  'lost',
  'destroyed',
] as const;
export type PaperState = (typeof PAPER_STATES)[number] & ImpressionState;

/** One line of a notebook, read; what is doubtful about it in sentences. */
export type PaperLine = {
  /** In the file, the first is 1. */
  line: number;
  number: number | null;
  state: PaperState | null;
  buyer: string;
  /** When it was sold, given, or last handled. */
  on: string | null;
  doubts: string[];
};

/** Words that people write, and what they mean. */
const STATE_WORDS: readonly [RegExp, PaperState][] = [
  [/^(|to print|not (yet )?(printed|made)|free|open|unsold|-|–)$/i, 'declared'],
  [/^(printed|made|unsigned|to sign)$/i, 'inspected'],
  [/^(signed|ready|in (the )?drawer|here|stock)$/i, 'signed'],
  [/^(sold|gone|sent|delivered|posted|shipped)$/i, 'delivered'],
  [/^(given|gift|gifted|present)$/i, 'gifted'],
  [/^(kept|mine|own|artist|archive)$/i, 'kept'],
  [/^(lost|missing|stolen)$/i, 'lost'],
  [/^(destroyed|spoiled|spoilt|damaged|torn|burnt)$/i, 'destroyed'],
];
const HEADS = {
  number: /^(no\.?|nr\.?|num(ber)?|#|print)$/i,
  state: /^(state|status|what|where|now)/i,
  buyer: /^(buyer|name|who|to|customer|collector)/i,
  on: /^(date|day|on|when|sold on)/i,
} as const;

const GONE: readonly PaperState[] = ['delivered', 'gifted'];

/**
 * Reads the rows of a notebook kept on paper: number, state, buyer, day. Nothing is guessed in silence: what does not fit is said line
 * by line and decided by a person.
 *
 * @param rows the table with its first line of heads
 * @throws InputError when no column tells the numbers
 * @example readPaperRows([['no', 'state'], ['3/40', 'sold']], { size: 40, today: '2026-11-24' })[0].state // 'delivered'
 */
export function readPaperRows(
  rows: readonly (readonly string[])[],
  q: { size: number; today: string },
): PaperLine[] {
  const heads = (rows[0] ?? []).map((head) => head.trim());
  const at = Object.fromEntries(
    Object.entries(HEADS).map(([key, name]) => [key, heads.findIndex((head) => name.test(head))]),
  ) as Record<keyof typeof HEADS, number>;
  if (at.number < 0)
    throw new InputError(
      'table',
      heads.join(', ').slice(0, 80),
      'a first line that names its columns: number, state, buyer, date',
    );
  const lines = rows.slice(1).map((cells, i) => {
    const cell = (key: keyof typeof HEADS) => (at[key] < 0 ? '' : (cells[at[key]] ?? '').trim());
    return readRow(
      { number: cell('number'), state: cell('state'), buyer: cell('buyer'), on: cell('on') },
      i + 2,
      q,
    );
  });
  return withTwice(lines);
}

function readRow(
  cell: { number: string; state: string; buyer: string; on: string },
  line: number,
  q: { size: number; today: string },
): PaperLine {
  const doubts: string[] = [];
  const number = numberOf(cell.number, q.size, doubts);
  const state = STATE_WORDS.find(([words]) => words.test(cell.state))?.[1] ?? null;
  if (state === null) doubts.push(`“${cell.state}” is no state that is known.`);
  const on = dayOf(cell.on);
  if (cell.on && !on) doubts.push(`“${cell.on}” is no day that can be read: write 2024-05-17.`);
  if (on && on > q.today) doubts.push(`${on} has not come yet.`);
  if (state && GONE.includes(state) && !cell.buyer) doubts.push('It has gone, and nobody is named.');
  if (state === 'delivered' && !cell.on) doubts.push('It was sold, and no day says when.');
  if (state === 'declared' && cell.buyer)
    doubts.push(`${cell.buyer} is named, and it is not said to be sold.`);
  return { line, number, state, buyer: cell.buyer.slice(0, 200), on, doubts };
}

/** "3", "3/40", "no. 3". */
function numberOf(text: string, size: number, doubts: string[]): number | null {
  const match = /^(?:no\.?\s*)?(\d{1,6})(?:\s*(?:\/|of)\s*(\d{1,6}))?$/i.exec(text);
  if (!match) {
    doubts.push(`“${text}” is no number.`);
    return null;
  }
  const number = Number(match[1]);
  if (match[2] !== undefined && Number(match[2]) !== size)
    doubts.push(`It says “of ${match[2]}”, and the run is of ${size}.`);
  if (number < 1 || number > size) {
    doubts.push(`${number} is not in a run of ${size}.`);
    return null;
  }
  return number;
}

/** 2024-05-17, 17.5.2024, 17/5/2024 where the day cannot be a month. */
function dayOf(text: string): string | null {
  if (!text) return null;
  if (/^\d{4}-\d{2}-\d{2}$/.test(text)) return isDay(text) ? text : null;
  const match = /^(\d{1,2})([./])(\d{1,2})\2(\d{4})$/.exec(text);
  if (!match) return null;
  // With strokes, 5/6 is a day in June here and in May there: only what can be one of them is read.
  if (match[2] === '/' && Number(match[1]) <= 12 && match[1] !== match[3]) return null;
  const day = `${match[4]}-${match[3]!.padStart(2, '0')}-${match[1]!.padStart(2, '0')}`;
  return isDay(day) ? day : null;
}

function withTwice(lines: PaperLine[]): PaperLine[] {
  const first = new Map<number, number>();
  return lines.map((each) => {
    if (each.number === null) return each;
    const before = first.get(each.number);
    if (before === undefined) {
      first.set(each.number, each.line);
      return each;
    }
    return {
      ...each,
      doubts: [...each.doubts, `Number ${each.number} stands in line ${before} already.`],
    };
  });
}
