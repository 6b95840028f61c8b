import { daysBetween } from '../measure/day';
import type { Finding } from '../finding';

/** Munsell neutrals a picture is judged in front of. */
export const SURROUNDS = [5, 6, 7, 8] as const;
/** The screen proofs are looked at on. White in kelvin, luminance in candela to the square metre. */
export type Screen = {
  calibratedOn: string | null;
  everyDays: number;
  whiteK: number;
  luminance: number;
  /** Grey round a picture being judged, as Munsell steps N5 to N8. */
  surround: (typeof SURROUNDS)[number];
};

/** Source: ISO 3664 (D50 for viewing) and ISO 12646 for screens; 120 cd/m² suits a D50 booth of ordinary brightness. */
export const USUAL_SCREEN: Screen = {
  calibratedOn: null,
  everyDays: 30,
  whiteK: 5_000,
  luminance: 120,
  surround: 6,
};

/** sRGB code value of a Munsell neutral. Source: ASTM D1535, luminance factor of N5–N8, under the sRGB curve. @example surroundGrey(5) // '#7b7b7b' */
export const surroundGrey = (n: Screen['surround']): string =>
  ({ 5: '#7b7b7b', 6: '#959595', 7: '#afafaf', 8: '#cacaca' })[n];

/**
 * Whether the screen may be trusted: how long ago it was calibrated, against how often that is due.
 *
 * @param today YYYY-MM-DD
 * @example screenFinding({ calibratedOn: '2026-10-01', everyDays: 30, whiteK: 5000, luminance: 120, surround: 6 }, '2026-11-25').word // 'overdue'
 */
export function screenFinding(screen: Screen, today: string): Finding {
  if (!screen.calibratedOn)
    return {
      verdict: 'care',
      word: 'not known',
      says: 'When this screen was last calibrated is not noted: what it shows is a guess. Note it under Studio.',
      because: [],
    };
  const days = daysBetween(screen.calibratedOn, today),
    left = screen.everyDays - days;
  const because = [
    { name: 'calibrated', value: screen.calibratedOn },
    { name: 'due every', value: screen.everyDays, unit: 'days' },
  ];
  const to = `to ${screen.whiteK} K and ${screen.luminance} cd/m²`;
  if (left < 0)
    return {
      verdict: 'care',
      word: 'overdue',
      says: `The screen was calibrated ${days} days ago, ${to}; every ${screen.everyDays} days is asked, so it is ${-left} days overdue.`,
      because,
    };
  return {
    verdict: 'holds',
    word: 'calibrated',
    says: `The screen was calibrated ${days === 0 ? 'today' : `${days} ${days === 1 ? 'day' : 'days'} ago`}, ${to}; due again in ${left} days.`,
    because,
  };
}

/**
 * Which of black and white is read on a surround: from N5 up it is black, 4.7 to 1 where white has 4.5 and less on lighter greys.
 *
 * @param munsell the surround's Munsell value
 * @example readableOn(6) // '#000'
 */
export const readableOn = (munsell: number): '#000' | '#fff' => (munsell >= 5 ? '#000' : '#fff');
