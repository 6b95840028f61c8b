import type { Finding } from '../finding';
import type { Size, Um } from '../measure';

/** What a paper is on hand as: sheets of a size, or so much of a roll. */
export type OnHand =
  { form: 'sheet'; width: Um; height: Um; count: number } | { form: 'roll'; width: Um; length: Um };

/** What one more print of an edition takes. */
export type OneMade = {
  sheet: Size;
  format: string;
  paper: string;
  onHand: readonly OnHand[];
  /** Of the fullest use: ink that is left of the colour that runs out first, and what one print takes of it. */
  ink: { colour: string; ml: number; perPrint: number } | null;
  /** What wraps one, and how many lie there. */
  wrapping: readonly { name: string; onHand: number }[];
  /** Minutes for one, by the stopwatch or as typed. */
  inspectMinutes: number;
  signMinutes: number;
};

/** Left between prints that are cut from one sheet or roll. */
const GAP_UM = 5_000;

/**
 * How many prints a stock gives, all lying one way or all turned, whichever is more. A gang of mixed pieces may give one more; this is
 * what is certain.
 *
 * @example printsFrom({ form: 'roll', width: 610000, length: 2000000 }, { width: 450000, height: 350000 }) // 5
 */
export function printsFrom(stock: OnHand, sheet: Size): number {
  const fit = (length: Um, side: Um): number =>
    Math.max(0, Math.floor((length + GAP_UM) / (side + GAP_UM)));
  const grid = (width: Um, height: Um): number =>
    Math.max(
      fit(width, sheet.width) * fit(height, sheet.height),
      fit(width, sheet.height) * fit(height, sheet.width),
    );
  return stock.form === 'sheet'
    ? stock.count * grid(stock.width, stock.height)
    : grid(stock.width, stock.length);
}

/** What is needed to have so many more ready, each with what is there: paper, ink, wrapping, hours of hands. */
export function toHaveReady(one: OneMade, count: number): Finding[] {
  const paper = one.onHand.reduce((sum, stock) => sum + printsFrom(stock, one.sheet), 0);
  const findings: Finding[] = [
    enough('paper', paper, count, `${one.paper} for ${paper} at ${one.format} is on hand`),
  ];
  if (one.ink) {
    const { colour, ml, perPrint } = one.ink;
    const prints = perPrint > 0 ? Math.floor(ml / perPrint) : count;
    const needed = (perPrint * count).toFixed(1);
    findings.push(
      enough(
        'ink',
        prints,
        count,
        `${needed} ml of ${colour}, the colour that runs out first; ${ml.toFixed(1)} ml are left`,
      ),
    );
  }
  for (const { name, onHand } of one.wrapping)
    findings.push(enough('wrapping', onHand, count, `${name}: ${onHand} on hand`));
  const minutes = count * (one.inspectMinutes + one.signMinutes);
  findings.push({
    verdict: 'holds',
    word: 'hands',
    says: `${hours(minutes)}: ${hours(count * one.inspectMinutes)} to inspect and ${hours(count * one.signMinutes)} to sign.`,
    because: [{ name: 'hands', value: minutes, unit: 'min' }],
  });
  return findings;
}

function enough(word: string, there: number, count: number, says: string): Finding {
  const short = count - there;
  return {
    verdict: short > 0 ? 'fails' : 'holds',
    word,
    says: short > 0 ? `${says}; ${short} short.` : `${says}.`,
    because: [
      { name: 'wanted', value: count },
      { name: 'there', value: there },
    ],
  };
}

const hours = (minutes: number): string =>
  minutes < 90 ? `${Math.round(minutes)} min` : `${(minutes / 60).toFixed(1)} h`;
