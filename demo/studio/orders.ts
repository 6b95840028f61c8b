import type { OrderState } from '@/core/order/orderStates';

type Line = [work: string, size: string, quantity: number];
export type DemoOrder = {
  buyer: number;
  lines: Line[];
  daysAgo: number;
  reaches: OrderState | 'packed, off';
  carriage?: string;
  message?: string;
  signature?: boolean;
  paid?: boolean;
  note?: string;
  rolled?: boolean;
};

const order = (
  buyer: number,
  daysAgo: number,
  reaches: DemoOrder['reaches'],
  lines: Line[],
  more: Partial<DemoOrder> = {},
): DemoOrder => ({ buyer, daysAgo, reaches, lines, ...more });

/** Thirty-one orders, oldest first, ending in every state there is. */
export const ORDERS: readonly DemoOrder[] = [
  order(0, 118, 'delivered', [['ferry', '400 x 300 mm', 1]], {
    message: 'For my father, who sailed on her.',
    signature: true,
  }),
  order(3, 112, 'delivered', [['lamp', '210 x 297 mm', 1]]),
  order(
    6,
    104,
    'delivered',
    [
      ['ferry', '240 x 180 mm', 2],
      ['kiln', '240 x 180 mm', 1],
    ],
    { carriage: '9' },
  ),
  order(5, 97, 'delivered', [['kiln', '400 x 300 mm', 1]]),
  order(9, 92, 'delivered', [['quarry', '300 x 240 mm', 1]]),
  order(1, 85, 'delivered', [['ferry', '400 x 300 mm', 2]], {
    message: 'Two alike for a pair of frames, please.',
  }),
  order(8, 77, 'lost', [['kiln', '240 x 180 mm', 1]], {
    note: 'Scanned at the depot in Ost Kroon, never after. Claim 5521 made.',
  }),
  order(2, 70, 'delivered', [['chart', '300 x 240 mm', 1]]),
  order(
    12,
    62,
    'delivered',
    [
      ['pans', '300 x 300 mm', 1],
      ['chart', '300 x 240 mm', 1],
    ],
    { message: 'Invoice to the library, please.' },
  ),
  order(7, 58, 'returned', [['ferry', '400 x 300 mm', 1]], {
    note: 'Corner of the mailer crushed; the print looks sound.',
    carriage: '23.50',
  }),
  order(4, 51, 'delivered', [['kiln', '400 x 300 mm', 1]]),
  order(10, 45, 'delivered', [['ferry', '800 x 600 mm', 1]], { carriage: '14.60', rolled: true }),
  order(11, 40, 'delivered', [['lamp', '210 x 297 mm', 2]], { signature: true }),
  order(0, 33, 'delivered', [['pans', '200 x 200 mm', 3]]),
  order(3, 29, 'delivered', [['breakwater', '800 x 200 mm', 1]]),
  order(5, 26, 'cancelled', [['kiln', '400 x 300 mm', 1]], {
    note: 'Found the smaller one at the Harbour Shop.',
  }),
  order(9, 22, 'delivered', [['ferry', '240 x 180 mm', 1]]),
  order(
    6,
    17,
    'delivered',
    [
      ['pans', '200 x 200 mm', 4],
      ['chart', '300 x 240 mm', 2],
    ],
    { carriage: '12' },
  ),
  order(2, 12, 'delivered', [['kiln', '240 x 180 mm', 1]]),
  order(8, 9, 'dispatched', [['ferry', '400 x 300 mm', 1]]),
  order(7, 8, 'dispatched', [['breakwater', '800 x 200 mm', 1]], {
    carriage: '23.50',
    message: 'Kérem, ne hajlítsák meg!',
  }),
  order(12, 7, 'dispatched', [['quarry', '300 x 240 mm', 1]]),
  order(1, 7, 'new', [['ferry', '800 x 600 mm', 2]], {
    message: 'For the window by the stair.',
    signature: true,
  }),
  order(10, 4, 'sealed', [['ferry', '800 x 600 mm', 1]], {
    rolled: true,
    message: 'Please leave it with the neighbour at 79.',
  }),
  order(4, 4, 'packed', [['pans', '300 x 300 mm', 1]]),
  order(11, 3, 'packed, off', [['pans', '200 x 200 mm', 2]]),
  order(0, 3, 'picked', [['kiln', '400 x 300 mm', 1]], {
    message: 'A birthday: could the card say “Runa, fifty”?',
  }),
  order(9, 2, 'picked', [
    ['lamp', '210 x 297 mm', 1],
    ['chart', '300 x 240 mm', 1],
  ]),
  order(5, 1, 'new', [
    ['kiln', '400 x 300 mm', 1],
    ['ferry', '240 x 180 mm', 1],
  ]),
  order(3, 1, 'new', [['ferry', '400 x 300 mm', 1]], { paid: false }),
  order(2, 0, 'new', [['pans', '200 x 200 mm', 1]], { message: 'No hurry at all.' }),
];
