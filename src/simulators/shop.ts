import type { ListedOrder } from '@/core/order/orderList';
import type { Shop } from '@/studio/ports';

const PEOPLE = [
  ['Ilka Venn', 'Rope Walk 4', '2210 Haldenness', 'Norrholm'],
  ['Ζωή Καρρά', 'Οδός Φάρου 12', '104 31 Αλμύρα', 'Estmark'],
  ['Борис Ветров', 'ул. Маячная, 7', '190 000 Приморск', 'Ost Kroon'],
  ['Tomas Ablet', 'Quay House, Stair 2', '7 Low Quay', 'Norrholm'],
] as const;
const WISHES = ['', 'For a narrow hall.', '', 'No hurry.'];

/**
 * A shop on the net, for practice: it sells on some days one thing and on others two, of what it was given to show. The same day
 * always has the same orders, so that what is fetched twice is seen to be the same.
 *
 * @param shows the things it shows, as the studio calls them
 */
export const simulatedShop = (shows: readonly string[]): Shop => ({
  name: 'the simulated shop',
  simulated: true,
  async orders(today) {
    if (!shows.length) return [];
    const seed = Number(today.replaceAll('-', ''));
    const count = 1 + (seed % 2);
    return Array.from({ length: count }, (_, k): ListedOrder => {
      const [name, ...address] = PEOPLE[(seed + k) % PEOPLE.length]!;
      return {
        reference: `S-${seed}-${k + 1}`,
        lines: [k + 1],
        day: today,
        name,
        address: address.slice(0, -1),
        postcode: '',
        town: '',
        country: address.at(-1)!,
        email: '',
        carriageMinor: 690,
        message: WISHES[(seed + k) % WISHES.length]!,
        giftNote: '',
        items: [{ item: shows[(seed * 7 + k * 3) % shows.length]!, quantity: 1, priceMinor: null }],
      };
    });
  },
});
