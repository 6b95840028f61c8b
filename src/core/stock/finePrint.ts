import type { Finding } from '../finding';
import { BRIGHTENERS, type Brightener, type PaperBase } from './paperWords';

/** What a print must be to be called a fine print by the studio: its own definition, checked for every size. */
export type FinePrint = {
  /** Bases of paper that deserve it. */
  bases: PaperBase[];
  /** The process must say this, such as "pigment". */ process: string;
  ppi: number;
  /** At most so much brightener: none, little or much. */ brightener: Brightener;
};
export const FINE_PRINT: FinePrint = {
  bases: ['cotton', 'alpha cellulose'],
  process: 'pigment',
  ppi: 240,
  brightener: 'little',
};

/**
 * Whether a print may be called a fine print, and what stands against it.
 *
 * @param ppi of the file at that size; null where there is none
 * Source: handbook §17: a definition per product, checked.
 * @example finePrintFinding({ bases: ['cotton'], process: 'pigment', ppi: 240, brightener: 'little' }, 'A4', { base: 'cotton', brightener: 'none', process: 'pigment inkjet', ppi: 300 }).verdict // 'holds'
 */
export function finePrintFinding(
  rule: FinePrint,
  size: string,
  print: { base: string | null; brightener: string | null; process: string | null; ppi: number | null },
): Finding {
  const against = [
    print.base === null
      ? 'no accepted proof says on which paper'
      : !(rule.bases as readonly string[]).includes(print.base) &&
        `its paper is ${print.base}, not ${rule.bases.join(' or ')}`,
    print.brightener !== null &&
      (BRIGHTENERS as readonly string[]).indexOf(print.brightener) >
        BRIGHTENERS.indexOf(rule.brightener) &&
      `brightener ${print.brightener}, at most ${rule.brightener}`,
    print.process !== null &&
      rule.process.trim() !== '' &&
      !print.process.toLowerCase().includes(rule.process.trim().toLowerCase()) &&
      `it is ${print.process}, not ${rule.process}`,
    print.ppi === null
      ? 'there is no file'
      : print.ppi < rule.ppi && `${Math.round(print.ppi)} ppi, ${rule.ppi} asked`,
  ].filter((x) => x !== false);
  const because = [
    { name: 'ppi', value: print.ppi === null ? 'none' : Math.round(print.ppi) },
    { name: 'paper', value: print.base ?? 'none' },
  ];
  return against.length
    ? {
        verdict: 'care',
        word: 'not a fine print',
        says: `${size} is not to be called a fine print: ${against.join('; ')}.`,
        because,
      }
    : {
        verdict: 'holds',
        word: 'a fine print',
        says: `${size} may be called a fine print: ${print.process ?? rule.process} on ${print.base}, ${Math.round(print.ppi!)} ppi.`,
        because,
      };
}
