import { formatMoney, toDecimals } from '@/core/measure';
import { RATE_COLUMNS } from '@/core/parcel/rateTable';
import { csv } from '@/paperwork/csv';
import { allServices } from '@/store/orders';
import type { Studio } from '../studio';

/** Every carrier's table as one file, in the columns it is read back by. */
export async function ratesCsv(studio: Studio): Promise<string> {
  const { currency } = await studio.settings();
  const money = (minor: number | undefined) =>
    minor === undefined ? '' : formatMoney(minor, currency, { bare: true }).replace(/\u2009/g, '');
  const mm = (um: number | undefined) => (um === undefined ? '' : `${um / 1_000} mm`);
  const rows = (await allServices(studio.db)).flatMap((s) => {
    const zones = s.rates?.zones ?? [
      {
        zone: 'everywhere',
        countries: ['*'],
        days: s.days,
        steps: [{ upToGrams: s.maxWeightMg / 1_000, price: s.priceMinor }],
      },
    ];
    return zones.flatMap((zone) =>
      zone.steps.map((step) => [
        s.carrier,
        s.name,
        zone.zone,
        zone.countries.join('; '),
        zone.days,
        `${step.upToGrams} g`,
        money(step.price),
        s.tracked ? 'yes' : 'no',
        money(s.insuredMinor),
        mm(s.maxLengthUm),
        mm(s.rates?.maxWidth),
        mm(s.rates?.maxHeight),
        mm(s.rates?.maxGirth),
        s.rates?.maxVolume ? s.rates.maxVolume / 1e6 : '',
        s.rates?.divisor ?? '',
        money(s.rates?.rigidSurcharge),
        mm(s.rates?.thickSurcharge?.over),
        money(s.rates?.thickSurcharge?.price),
        s.rates?.fuelShare ? toDecimals(s.rates.fuelShare * 100, 4) : '',
        (s.rates?.insurance ?? []).map((step) => `${money(step.upTo)}=${money(step.price)}`).join('; '),
      ]),
    );
  });
  return csv([[...RATE_COLUMNS], ...rows]);
}
