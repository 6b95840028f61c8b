import { InputError } from '../errors';
import { formatMoney, parseSum, readNumber, toDecimals, type Minor } from '../measure';

/**
 * Fees by share as a person lists them, one a line: what for, a comma, per cent.
 *
 * @throws InputError naming the field, with the line that cannot be read
 * @example parseShareLines('market, 6.5 %\npayment, 1,9') // [{ name: 'market', share: 0.065 }, { name: 'payment', share: 0.019 }]
 */
export function parseShareLines(text: string, field = 'shareFees'): { name: string; share: number }[] {
  return linesOf(text).map((line) => {
    const { name, figure } = partsOf(line, field, '"market, 6.5 %"');
    const percent = readNumber(figure.replace('%', '').trim());
    if (percent === null || percent < 0 || percent > 100)
      throw new InputError(field, line, 'a line such as "market, 6.5 %"');
    // 6.5 / 100 is 0.065; 12.3 / 100 is 0.12300000000000001.
    return { name, share: toDecimals(percent / 100, 6) };
  });
}

/**
 * Fees of a fixed sum, one a line.
 *
 * @throws InputError naming the field, with the line that cannot be read
 * @example parseSumLines('payment, 0.30', 'EUR') // [{ name: 'payment', amount: 30 }]
 */
export function parseSumLines(
  text: string,
  currency: string,
  field = 'fixedFees',
): { name: string; amount: Minor }[] {
  return linesOf(text).map((line) => {
    const { name, figure } = partsOf(line, field, '"payment, 0.30"');
    return { name, amount: parseSum(figure, currency, field) };
  });
}

/** @example writeShareLines([{ name: 'market', share: 0.065 }]) // 'market, 6.5 %' */
export const writeShareLines = (fees: readonly { name: string; share: number }[]): string =>
  fees.map((fee) => `${fee.name}, ${toDecimals(fee.share * 100, 4)} %`).join('\n');

/** @example writeSumLines([{ name: 'payment', amount: 30 }], 'EUR') // 'payment, 0.30' */
export const writeSumLines = (
  fees: readonly { name: string; amount: Minor }[],
  currency: string,
): string =>
  fees
    .map(
      (fee) => `${fee.name}, ${formatMoney(fee.amount, currency, { bare: true }).replace(/\u2009/g, '')}`,
    )
    .join('\n');

const linesOf = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);

/** The first comma that a space follows parts the name from its figure; the figure may hold a comma of its own. */
function partsOf(line: string, field: string, such: string): { name: string; figure: string } {
  const at = line.lastIndexOf(', ');
  const name = line.slice(0, at).trim();
  const figure = line.slice(at + 2).trim();
  if (at < 1 || !name || !figure) throw new InputError(field, line, `a line such as ${such}`);
  return { name, figure };
}
