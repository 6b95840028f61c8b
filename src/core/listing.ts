import { formatMoney, formatSize, type Minor, type Size, type UnitSystem } from './measure';

export type ListedSize = {
  image: Size;
  sheet: Size;
  priceMinor: Minor;
  paper: string | null;
  process: string | null;
  /** How it comes, where it is more than a loose print; empty: a loose one. */
  finish: string;
};
export type ListingFacts = {
  title: string;
  artist: string;
  medium: string;
  year: number | null;
  sizes: ListedSize[];
  edition: { covers: string; left: number | null } | null;
  handlingDays: number;
  unit: UnitSystem;
  currency: string;
};

/**
 * What a listing says, in plain words, from the records alone: only sizes that hold and have a price reach it.
 *
 * @returns paragraphs in the order a buyer reads them
 * Source: handbook §14.
 * @example listingText({ title: 'Pans', artist: 'I. Voss', medium: '', year: null, sizes: [], edition: null, handlingDays: 3, unit: 'mm', currency: 'EUR' })[0] // 'Pans, by I. Voss'
 */
export function listingText(f: ListingFacts): string[] {
  const work = [f.medium, f.year].filter(Boolean).join(', ');
  const both = (s: Size) => `${formatSize(s, f.unit)} (${formatSize(s, f.unit === 'mm' ? 'in' : 'mm')})`;
  const made = (s: ListedSize) =>
    sentence([s.process, s.paper && `on ${s.paper}`].filter(Boolean).join(' '));
  return [
    `${f.title}, by ${f.artist}`,
    work ? `A print after the original: ${work}.` : 'A print after the original.',
    ...f.sizes.map(
      (s) =>
        `Picture ${both(s.image)} on a sheet of ${both(s.sheet)}${s.finish && `, ${s.finish}`}: ${formatMoney(s.priceMinor, f.currency)}.${made(s) ? ` ${made(s)}.` : ''}`,
    ),
    ...(f.edition
      ? [`${f.edition.covers}${f.edition.left !== null ? ` ${f.edition.left} are still to be had.` : ''}`]
      : []),
    f.sizes.some((s) => s.finish)
      ? 'Where nothing else is said, the print comes unframed and without a mat.'
      : 'The print comes unframed and without a mat.',
    `It leaves within ${f.handlingDays} working days.`,
  ];
}

const sentence = (text: string): string => text && text[0]!.toUpperCase() + text.slice(1);
