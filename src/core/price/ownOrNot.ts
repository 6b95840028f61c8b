import { InputError } from '../errors';
import { roundHalfEven, type Minor } from '../measure';
import type { PaybackQuestion } from './payback';

export const OWN_KINDS = ['printer', 'capture', 'label printer', 'framing'] as const;
export type OwnKind = (typeof OWN_KINDS)[number];

type Of<K extends OwnKind, F> = { kind: K; perMonth: number } & F;
/** What is asked of each thing that could be one's own, in the words of whoever buys it. */
export type OwnOrNot =
  | Of<
      'printer',
      {
        machine: Minor;
        /** The first set, so far as it comes apart from the machine. */
        firstInks: Minor;
        /** What others ask for a print. */
        labPrint: Minor;
        /** Paper and ink of one print made by oneself. */
        ownMaterial: Minor;
        minutes: number;
        ratePerHour: Minor;
      }
    >
  | Of<
      'capture',
      {
        /** What the professional asks for it. */
        asked: Minor;
        /** What a capture of one's own costs: hours, hire. */
        ownCapture: Minor;
        /** What a print leaves as it is sold now. */
        leavesNow: Minor;
        /** What it leaves with the better file: larger, or for more. */
        leavesThen: Minor;
      }
    >
  | Of<
      'label printer',
      {
        machine: Minor;
        /** One label of the sheets, with what of a sheet is spoiled. */
        sheetLabel: Minor;
        /** One label of the roll. */
        rollLabel: Minor;
        minutesNow: number;
        minutesThen: number;
        ratePerHour: Minor;
      }
    >
  | Of<
      'framing',
      {
        /** Mitre saw, glass cutter, joiner. */
        tools: Minor;
        framerAsks: Minor;
        /** Moulding, glass, board and fittings of one frame, with what is cut away. */
        ownMaterial: Minor;
        minutes: number;
        ratePerHour: Minor;
        /** Of so many, the share that is cut wrong, 0 to under 1. */
        spoilRate: number;
      }
    >;

/**
 * The one question behind them all: what is paid once, and what each piece costs without it and with it.
 *
 * A capture that is bought pays by what each print leaves more: what it saves a piece is that difference.
 *
 * @throws InputError for a figure below nothing, or a spoil rate of 1 and more
 * Source: handbook §11; the parts of each are what a careful practitioner counts.
 * @example asPayback({ kind: 'framing', tools: 60000, framerAsks: 9500, ownMaterial: 3800, minutes: 45, ratePerHour: 2400, spoilRate: 0.05, perMonth: 3 }) // { outlay: 60000, labPrice: 9500, ownCost: 5800, perMonth: 3 }
 */
export function asPayback(q: OwnOrNot): PaybackQuestion {
  for (const [field, value] of Object.entries(q))
    if (field !== 'kind' && !((value as number) >= 0))
      throw new InputError(field, value, 'a figure not below nothing');
  const { perMonth } = q;
  switch (q.kind) {
    case 'printer':
      return {
        outlay: q.machine + q.firstInks,
        labPrice: q.labPrint,
        ownCost: q.ownMaterial + timeOf(q.minutes, q.ratePerHour),
        perMonth,
      };
    case 'capture':
      return {
        outlay: Math.max(0, q.asked - q.ownCapture),
        labPrice: q.leavesThen,
        ownCost: q.leavesNow,
        perMonth,
      };
    case 'label printer':
      return {
        outlay: q.machine,
        labPrice: q.sheetLabel + timeOf(q.minutesNow, q.ratePerHour),
        ownCost: q.rollLabel + timeOf(q.minutesThen, q.ratePerHour),
        perMonth,
      };
    case 'framing':
      if (!(q.spoilRate < 1))
        throw new InputError('spoilRate', q.spoilRate, 'a share from 0 to under 1, where 0.05 is 5 %');
      return {
        outlay: q.tools,
        labPrice: q.framerAsks,
        // A frame cut wrong costs its material once more; the hands' time is paid for the good one.
        ownCost: roundHalfEven(q.ownMaterial / (1 - q.spoilRate)) + timeOf(q.minutes, q.ratePerHour),
        perMonth,
      };
  }
}

const timeOf = (minutes: number, ratePerHour: Minor): Minor =>
  roundHalfEven((minutes / 60) * ratePerHour);
