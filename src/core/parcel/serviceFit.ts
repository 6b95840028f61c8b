import type { Finding } from '../finding';
import { formatLength, formatMoney, formatWeight, type Mg, type Minor, type Um } from '../measure';

export type ServiceLimits = {
  name: string;
  tracked: boolean;
  insuredMinor: Minor;
  maxLengthUm: Um;
  maxWeightMg: Mg;
};
export type ParcelToSend = { length: Um; weight: Mg; value: Minor };

/**
 * Whether a carrier's service takes a parcel: inside its length and weight it holds; worth more than it is insured for, it
 * is sent with care.
 *
 * @example serviceFit({ length: 700000, weight: 500000, value: 9000 }, { name: 'Letter', tracked: false, insuredMinor: 0, maxLengthUm: 600000, maxWeightMg: 2000000 }, 'EUR').verdict // 'fails'
 */
export function serviceFit(parcel: ParcelToSend, s: ServiceLimits, currency: string): Finding {
  const because = [
    { name: 'longest side', value: parcel.length / 1_000, unit: 'mm' },
    { name: 'weight', value: parcel.weight / 1_000, unit: 'g' },
    { name: 'value', value: parcel.value, unit: currency },
  ];
  if (parcel.length > s.maxLengthUm) {
    return {
      verdict: 'fails',
      word: 'too long',
      says: `${formatLength(parcel.length, 'mm')} long; ${s.name} takes up to ${formatLength(s.maxLengthUm, 'mm')}.`,
      because,
    };
  }
  if (parcel.weight > s.maxWeightMg)
    return {
      verdict: 'fails',
      word: 'too heavy',
      says: `${formatWeight(parcel.weight)}; ${s.name} takes up to ${formatWeight(s.maxWeightMg)}.`,
      because,
    };
  if (parcel.value > s.insuredMinor) {
    const insured = s.insuredMinor
      ? `insured to ${formatMoney(s.insuredMinor, currency)}`
      : 'not insured';
    return {
      verdict: 'care',
      word: 'under-insured',
      says: `Worth ${formatMoney(parcel.value, currency)}; ${s.name} is ${insured}.`,
      because,
    };
  }
  return {
    verdict: 'holds',
    word: 'fits',
    says: `Fits, and is insured to ${formatMoney(s.insuredMinor, currency)}.`,
    because,
  };
}
