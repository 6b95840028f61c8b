import type { Finding } from '../finding';
import { formatLength, formatMoney, formatWeight, type Minor } from '../measure';
import type { RatedParcel, RatedService, PostNeeds, RateRow } from './rate';
import { rateParcel } from './rate';
import { rateRowFor, type RatedServiceRecord } from './rateTable';

/** A service held against a parcel: what it costs, and whether it will do. */
export type ServiceChoice<S> = { service: S; price: Minor | null; days: number; fit: Finding };

/**
 * Every service for a parcel, the cheapest that meets what is asked first, the others with why they fell out.
 *
 * @example chooseService([{ id: 'a', carrier: 'Coast', name: 'letter', tracked: false, insuredMinor: 0, days: 2, maxLengthUm: 350000, maxWeightMg: 500000, priceMinor: 460, rates: null }], { parcel: { length: 300000, width: 200000, height: 10000, weightGrams: 120, value: 0, rigid: false }, needs: { tracked: false, insured: false, days: null }, country: 'Norrholm', currency: 'EUR' })[0].price // 460
 */
export function chooseService<S extends RatedServiceRecord>(
  services: readonly S[],
  q: { parcel: RatedParcel; needs: PostNeeds; country: string; currency: string },
): ServiceChoice<S>[] {
  return services
    .map((service): ServiceChoice<S> => {
      const row = rateRowFor(service, q.country);
      if (!row || !row.steps.length)
        return { service, price: null, days: service.days, fit: notThere(service, q.country) };
      const rated = rateParcel(q.parcel, q.needs, [row], q.currency).services[0]!;
      return {
        service,
        price: rated.price,
        days: rated.days,
        fit: serviceFinding(q.parcel, row, rated, q.currency),
      };
    })
    .sort(
      (a, b) =>
        Number(a.fit.verdict === 'fails') - Number(b.fit.verdict === 'fails') ||
        (a.price ?? Infinity) - (b.price ?? Infinity) ||
        a.days - b.days,
    );
}

const notThere = (service: RatedServiceRecord, country: string): Finding => ({
  verdict: 'fails',
  word: 'does not go there',
  says: `${service.carrier} ${service.name} does not go to ${country}.`,
  because: [{ name: 'country', value: country }],
});

function serviceFinding(
  parcel: RatedParcel,
  row: RateRow,
  rated: RatedService,
  currency: string,
): Finding {
  const because = [
    { name: 'longest side', value: formatLength(parcel.length, 'mm') },
    { name: 'thickness', value: formatLength(parcel.height, 'mm') },
    { name: 'weight', value: formatWeight(parcel.weightGrams * 1_000) },
    { name: 'value', value: formatMoney(parcel.value, currency) },
  ];
  const says = `${rated.why.charAt(0).toUpperCase()}${rated.why.slice(1)}.`;
  if (!rated.fits) return { verdict: 'fails', word: 'falls out', says, because };
  return parcel.value > row.insuredTo
    ? { verdict: 'care', word: 'under-insured', says, because }
    : { verdict: 'holds', word: 'fits', says, because };
}
