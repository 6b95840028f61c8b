import type { UnitSystem } from './measure';

/** How people of a place measure and pay. */
export type Place = { unit: UnitSystem; currency: string };

const PLACES: readonly [zone: RegExp, place: Place][] = [
  [
    /^(US\/|Pacific\/Honolulu|America\/(New_York|Chicago|Denver|Phoenix|Los_Angeles|Anchorage|Detroit|Boise|Indiana\/|Kentucky\/|North_Dakota\/))/,
    { unit: 'in', currency: 'USD' },
  ],
  [
    /^(Canada\/|America\/(Toronto|Vancouver|Edmonton|Winnipeg|Halifax|Regina|St_Johns|Montreal))/,
    { unit: 'in', currency: 'CAD' },
  ],
  [/^Europe\/(London|Belfast|Jersey|Guernsey|Isle_of_Man)$/, { unit: 'mm', currency: 'GBP' }],
  [/^Europe\/(Zurich|Vaduz)$/, { unit: 'mm', currency: 'CHF' }],
  [/^Europe\/Stockholm$/, { unit: 'mm', currency: 'SEK' }],
  [/^Europe\/Oslo$/, { unit: 'mm', currency: 'NOK' }],
  [/^(Europe\/Copenhagen|Atlantic\/Faroe)$/, { unit: 'mm', currency: 'DKK' }],
  [/^Europe\/Warsaw$/, { unit: 'mm', currency: 'PLN' }],
  [/^Europe\/Prague$/, { unit: 'mm', currency: 'CZK' }],
  [/^Europe\/Budapest$/, { unit: 'mm', currency: 'HUF' }],
  [/^Europe\/Bucharest$/, { unit: 'mm', currency: 'RON' }],
  [/^Atlantic\/Reykjavik$/, { unit: 'mm', currency: 'ISK' }],
  [/^Asia\/(Tokyo)$/, { unit: 'mm', currency: 'JPY' }],
  [/^Asia\/Seoul$/, { unit: 'mm', currency: 'KRW' }],
  [/^Asia\/(Kolkata|Calcutta)$/, { unit: 'mm', currency: 'INR' }],
  [/^Asia\/Singapore$/, { unit: 'mm', currency: 'SGD' }],
  [/^Asia\/Hong_Kong$/, { unit: 'mm', currency: 'HKD' }],
  [/^Australia\//, { unit: 'mm', currency: 'AUD' }],
  [/^(Pacific\/Auckland|NZ)$/, { unit: 'mm', currency: 'NZD' }],
  [/^Africa\/Johannesburg$/, { unit: 'mm', currency: 'ZAR' }],
  [/^America\/Sao_Paulo$/, { unit: 'mm', currency: 'BRL' }],
  [/^America\/Mexico_City$/, { unit: 'mm', currency: 'MXN' }],
];
const ELSEWHERE: Place = { unit: 'mm', currency: 'EUR' };

/**
 * What a studio in a time zone most likely measures and pays in: offered, never taken for known.
 *
 * @example placeOf('America/Denver') // { unit: 'in', currency: 'USD' }
 * @example placeOf('Europe/Lisbon') // { unit: 'mm', currency: 'EUR' }
 */
export const placeOf = (timeZone: string): Place =>
  PLACES.find(([zone]) => zone.test(timeZone))?.[1] ?? ELSEWHERE;
