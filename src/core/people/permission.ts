import type { Finding } from '../finding';
import { daysBetween, type Day } from '../measure/day';

/** After so long without a sign a permission is asked for anew: most places' rules call it stale by then. */
export const PERMISSION_YEARS = 2;
const DAYS_A_YEAR = 365;

/** What is known of a permission to write to somebody. */
export type Permission = { since: Day | null; how: string; lastOrderOn: Day | null };

/**
 * Whether somebody may be written to, and on what ground: by a permission that was given, and not so long ago that it is stale.
 * An order since then keeps it alive. Rules differ by place: it says so itself.
 *
 * @example permissionFinding({ since: null, how: '', lastOrderOn: null }, '2026-11-24').word // 'not to be written to'
 * @example permissionFinding({ since: '2026-05-02', how: 'at the spring fair', lastOrderOn: null }, '2026-11-24').says // 'Agreed on 2026-05-02, at the spring fair.'
 */
export function permissionFinding({ since, how, lastOrderOn }: Permission, today: Day): Finding {
  if (since === null)
    return {
      verdict: 'fails',
      word: 'not to be written to',
      says: 'They never agreed to be written to, or took it back: only what their own orders need is sent.',
      because: [],
    };
  const lastSign = lastOrderOn !== null && lastOrderOn > since ? lastOrderOn : since;
  const days = daysBetween(lastSign, today);
  const ground = `Agreed on ${since}${how ? `, ${how}` : ''}`;
  const because = [{ name: 'days since the last sign', value: days, unit: 'd' }];
  if (days > PERMISSION_YEARS * DAYS_A_YEAR)
    return {
      verdict: 'care',
      word: 'ask again',
      says: `${ground}; no sign of them for ${Math.floor(days / DAYS_A_YEAR)} years. Ask again before writing.`,
      because,
    };
  return { verdict: 'holds', word: 'may be written to', says: `${ground}.`, because };
}

/** Whether a letter goes to them: only what holds is written to. */
export const mayBeWrittenTo = (permission: Permission, today: Day): boolean =>
  permissionFinding(permission, today).verdict === 'holds';
