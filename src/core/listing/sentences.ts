import { formatMoney, formatSize, type Minor, type Size, type UnitSystem } from '../measure';

export type ListedSize = {
  /** Of the product, so that its sentence is found again. */
  id: string;
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
  /** Who makes it, where it is not the studio itself. */
  makers: string[];
  /** Countries that are served; none: everywhere. */
  countries: string[];
  returnDays: number;
};

/** One sentence of a listing, with the name of the fact it rests on. */
export type Sentence = { key: string; says: string };

/**
 * What a listing says, in plain words, from the records alone: only sizes that hold and have a price reach it.
 *
 * @returns a sentence for each fact, in the order a buyer reads them
 * Source: handbook §14.
 * @example listingSentences({ title: 'Pans', artist: 'I. Voss', medium: '', year: null, sizes: [], edition: null, handlingDays: 3, unit: 'mm', currency: 'EUR', makers: [], countries: [], returnDays: 14 })[0] // { key: 'title', says: 'Pans, by I. Voss' }
 */
export function listingSentences(f: ListingFacts): Sentence[] {
  const work = [f.medium, f.year].filter(Boolean).join(', ');
  const both = (s: Size) => `${formatSize(s, f.unit)} (${formatSize(s, f.unit === 'mm' ? 'in' : 'mm')})`;
  const made = (s: ListedSize) =>
    capitalised([s.process, s.paper && `on ${s.paper}`].filter(Boolean).join(' '));
  const days = (n: number, kind = '') => `${n} ${kind}${n === 1 ? 'day' : 'days'}`;
  return [
    { key: 'title', says: `${f.title}, by ${f.artist}` },
    {
      key: 'original',
      says: work ? `A print after the original: ${work}.` : 'A print after the original.',
    },
    ...f.sizes.map((s) => ({
      key: `size:${s.id}`,
      says: `Picture ${both(s.image)} on a sheet of ${both(s.sheet)}${s.finish && `, ${s.finish}`}: ${formatMoney(s.priceMinor, f.currency)}.${made(s) ? ` ${made(s)}.` : ''}`,
    })),
    ...(f.edition
      ? [
          {
            key: 'edition',
            says: `${f.edition.covers}${f.edition.left !== null ? ` ${f.edition.left} are still to be had.` : ''}`,
          },
        ]
      : []),
    {
      key: 'unframed',
      says: f.sizes.some((s) => s.finish)
        ? 'Where nothing else is said, the print comes unframed and without a mat.'
        : 'The print comes unframed and without a mat.',
    },
    ...(f.makers.length
      ? [{ key: 'maker', says: `It is printed for the studio by ${f.makers.join(' and ')}.` }]
      : []),
    { key: 'leaves', says: `It leaves within ${days(f.handlingDays, 'working ')}.` },
    ...(f.countries.length
      ? [{ key: 'countries', says: `It is sent to ${f.countries.join(', ')}.` }]
      : []),
    { key: 'returns', says: `It may be sent back within ${days(f.returnDays)}.` },
  ];
}

const capitalised = (text: string): string => text && text[0]!.toUpperCase() + text.slice(1);
