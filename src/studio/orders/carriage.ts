import { needsOf, servesCountry, USUAL_POLICY, type PostPolicy } from '@/core/order/policy';
import type { Finding } from '@/core/finding';
import { chooseService, type ServiceChoice } from '@/core/parcel/choose';
import type { Minor, Mg } from '@/core/measure';
import type { PackForm, PackPlan } from '@/core/parcel/pack';
import type { Order, Service } from '@/store/orders';
import type { Studio } from '../studio';

/** What a parcel is when it is posted. */
export type PostedParcel = {
  form: PackForm;
  outer: PackPlan['outer'];
  weight: Mg;
  value: Minor;
  country: string;
};
export type Choice = ServiceChoice<Service>;

export const policyOf = async (studio: Studio): Promise<PostPolicy> =>
  (await studio.settings()).postPolicy ?? USUAL_POLICY;

/** Every service held against a parcel, by what the order and the policy ask. */
export function servicesFor(
  services: readonly Service[],
  order: Pick<Order, 'needsTracked' | 'insureMinor' | 'needsDays'>,
  parcel: PostedParcel,
  { policy, currency }: { policy: PostPolicy; currency: string },
): Choice[] {
  return chooseService(services, {
    parcel: {
      ...parcel.outer,
      weightGrams: Math.max(parcel.weight, 1) / 1_000,
      value: parcel.value,
      // A board makes it stiff, and a tube or a box is.
      rigid: true,
    },
    needs: needsOf(
      { tracked: order.needsTracked, insure: order.insureMinor, days: order.needsDays },
      parcel.value,
      policy,
    ),
    country: parcel.country,
    currency,
  });
}

/** A country that is not served, as the studio's own policy has it. */
export function countryFinding(policy: PostPolicy, country: string): Finding | null {
  if (servesCountry(policy, country)) return null;
  return {
    verdict: 'care',
    word: 'not served',
    says: `${country} is not among the countries the studio sends to: ${policy.countries.join(', ')}.`,
    because: [{ name: 'country', value: country }],
  };
}
