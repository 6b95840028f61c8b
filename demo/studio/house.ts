// The made-up studio itself: who it is, what lies in its drawers, who prints and who carries. Nothing here exists.

export const SETTINGS = {
  name: 'Skerry Lane Print Room', artist: 'Maren Tolvik', address: 'Skerry Lane Print Room\nThe Old Rope Walk, Skerry Lane 4\nHaldenness', unit: 'mm' as const, currency: 'EUR', timeZone: 'UTC',
  school: { kind: 'flat' as const, ppi: 300 }, families: ['metric frames', 'ISO A', 'squares', 'panoramas', 'the studio’s own'] as const, ownSizes: '350 x 262.5 mm\n450 x 300 mm\n640 x 160 mm',
  handlingDays: 3, workdays: [1, 2, 3, 4, 5], remake: 'remake' as const, border: '25 mm',
};

export const PAPERS = {
  rag: { name: 'Harrow Rag 310', base: 'cotton', surface: 'matte', gsm: 310, thickness: '0.48 mm', brightener: 'none', mayRoll: true, scuffs: true, dryHours: 24, pricePerM2: '19.40', sizes: 'A3+ sheets, 610 mm roll', permanence: 'Mill’s claim: 120 years behind glass at 450 lux for 12 h a day', notes: 'Printable side: the rougher one, faces in on the roll. Setting that worked: heavy matte, platen one up.' },
  kelp: { name: 'Kelp Textured 285', base: 'cotton', surface: 'textured matte', gsm: 285, thickness: '0.52 mm', brightener: 'little', mayRoll: true, scuffs: true, dryHours: 24, pricePerM2: '22.80', sizes: 'A3+ sheets', permanence: '', notes: 'Shows hard edges softer than they are: proof line drawings on something else.' },
  lantern: { name: 'Lantern Satin 260', base: 'resin-coated', surface: 'satin', gsm: 260, thickness: '0.26 mm', brightener: 'much', mayRoll: true, scuffs: false, dryHours: 48, pricePerM2: '8.60', sizes: '610 mm roll', permanence: '', notes: 'Gasses out for two days before glazing.' },
  sound: { name: 'Sound Gloss 300', base: 'alpha cellulose', surface: 'gloss', gsm: 300, thickness: '0.32 mm', brightener: 'little', mayRoll: true, scuffs: false, dryHours: 24, pricePerM2: '15.20', sizes: '610 mm roll, A2 sheets', permanence: '', notes: '' },
  sailcloth: { name: 'Sailcloth Canvas 380', base: 'canvas', surface: 'matte', gsm: 380, thickness: '0.45 mm', brightener: 'none', mayRoll: true, scuffs: true, dryHours: 48, pricePerM2: '17.00', sizes: '610 mm roll', permanence: '', notes: 'Roll it paint side out only, on 100 mm.' },
  tin: { name: 'Tin Sheet Metallic 290', base: 'resin-coated', surface: 'metallic', gsm: 290, thickness: '0.30 mm', brightener: 'little', mayRoll: false, scuffs: false, dryHours: 48, pricePerM2: '24.50', sizes: 'A3 sheets', permanence: '', notes: 'Creases at a look: never roll it.' },
  ledger: { name: 'Pale Ledger 230', base: 'alpha cellulose', surface: 'matte', gsm: 230, thickness: '0.31 mm', brightener: 'little', mayRoll: true, scuffs: false, dryHours: 12, pricePerM2: '9.90', sizes: 'A4 sheets, 40 left', permanence: '', notes: 'The mill stopped making it in spring.' },
} as const;

export const ROUTES = {
  own: { name: 'the 610 in the back room', kind: 'own printer', process: 'pigment inkjet (giclée)', leadDays: 1, ppi: 300, space: 'opRGB', fileKinds: 'TIFF 8 or 16 bit', addsBorder: true, givesProofs: true, pricePerM2: '21.00', minimum: '0.60', notes: 'Ten pigment inks; nozzle check every morning it prints.' },
  lab: { name: 'Breakwater Lab', kind: 'lab', process: 'chromogenic, exposed by laser', leadDays: 6, ppi: 254, space: 'sRGB', fileKinds: 'JPEG, TIFF 8 bit', addsBorder: false, givesProofs: true, pricePerM2: '58.00', minimum: '6.50', notes: 'Wants the white border inside the file.' },
  quay: { name: 'Quay Copy', kind: 'quick-print shop', process: 'laser on card', leadDays: 2, ppi: 200, space: 'CMYK with RGB beside it', fileKinds: 'PDF, TIFF', addsBorder: false, givesProofs: false, pricePerM2: '30.00', minimum: '1.20', notes: 'For cards; bleed of 3 mm.' },
} as const;

type SupplyRow = [kind: string, name: string, size: string, weight: string, onHand: number, reorderAt: number, price: string];
const SUPPLY_ROWS: SupplyRow[] = [
  ['board', 'Grey board 300 × 240', '300 x 240 mm', '52 g', 46, 20, '0.38'],
  ['board', 'Grey board 370 × 370', '370 x 370 mm', '98 g', 34, 16, '0.55'],
  ['board', 'Grey board 470 × 370', '470 x 370 mm', '125 g', 58, 20, '0.68'],
  ['sleeve', 'Clear sleeve 320 × 260', '320 x 260 mm', '9 g', 80, 30, '0.14'],
  ['sleeve', 'Clear sleeve 390 × 390', '390 x 390 mm', '14 g', 30, 20, '0.19'],
  ['sleeve', 'Clear sleeve 500 × 400', '500 x 400 mm', '18 g', 42, 25, '0.24'],
  ['sleeve', 'Long sleeve 120 × 760', '120 x 760 mm', '12 g', 16, 10, '0.30'],
  ['mailer', 'Rigid mailer 330 × 270', '330 x 270 mm', '105 g', 26, 15, '0.92'],
  ['mailer', 'Rigid mailer 400 × 400', '400 x 400 mm', '180 g', 18, 10, '1.45'],
  ['mailer', 'Rigid mailer 520 × 420', '520 x 420 mm', '230 g', 21, 12, '1.95'],
  ['tube', 'Tube 76 × 320', '76 x 320 mm', '128 g', 6, 4, '1.60'],
  ['tube', 'Tube 76 × 720', '76 x 720 mm', '262 g', 4, 4, '2.75'],
  ['tube', 'Tube 100 × 760', '100 x 760 mm', '380 g', 3, 2, '4.20'],
  ['interleaving', 'Interleaving 480 × 380', '480 x 380 mm', '7 g', 120, 40, '0.08'],
  ['interleaving', 'Interleaving 900 × 700', '900 x 700 mm', '22 g', 40, 20, '0.21'],
  ['card', 'Thank-you card', '', '6 g', 88, 30, '0.35'],
  ['care sheet', 'Care sheet', '', '5 g', 140, 40, '0.06'],
  ['label', 'Labels 100 × 150', '', '1 g', 12, 25, '0.04'],
];
/** What makers say of what touches a print; the tubes' said nothing. */
const ACID: Record<string, 'yes' | 'no'> = { board: 'yes', sleeve: 'yes', interleaving: 'yes', mailer: 'no' };
export const SUPPLIES = SUPPLY_ROWS.map(([kind, name, size, weight, onHand, reorderAt, price]) => ({ kind, name, size, weight, onHand, reorderAt, price, ...(ACID[kind] && { acidFree: ACID[kind] }) }));

/** Carriers' services; the day their price was read is so many days back, one of them long ago. */
export const SERVICES = [
  { carrier: 'Coast Post', name: 'large letter', tracked: false, insured: '0', days: 3, maxLength: '540 mm', maxWeight: '1 kg', price: '4.10', readDaysAgo: 40 },
  { carrier: 'Coast Post', name: 'tracked parcel', tracked: true, insured: '100', days: 2, maxLength: '900 mm', maxWeight: '5 kg', price: '7.80', readDaysAgo: 40 },
  { carrier: 'Gannet Carriers', name: 'next day', tracked: true, insured: '500', days: 1, maxLength: '1500 mm', maxWeight: '15 kg', price: '14.60', readDaysAgo: 12 },
  { carrier: 'Packet & Line', name: 'overseas', tracked: true, insured: '300', days: 8, maxLength: '1200 mm', maxWeight: '10 kg', price: '23.50', readDaysAgo: 260 },
] as const;

type BuyerRow = [name: string, preferredName: string, address: string, country: string, mayWrite: boolean];
const BUYER_ROWS: BuyerRow[] = [
  ['Oda Brennick', '', 'Lower Mole 12\nHaldenness', 'Norrholm', true],
  ['Pell & Sorrow, framers', 'Agda', 'Smithy Yard\nOst Kroon', 'Norrholm', true],
  ['Tomas Ewerloft', 'Tom', 'Lamp Street 3, second stair\nKarrvik', 'Norrholm', false],
  ['Ysolde Marchbank', '', 'The Tide Mill\nSaltby', 'Estmark', true],
  ['Ruben Haggerholm', '', 'Ferry Steps 9\nUnder Stang', 'Norrholm', false],
  ['Dr. Ines Quillfeather', 'Ines', 'Observatory Road 1\nVell', 'Estmark', true],
  ['The Harbour Shop', 'Jorun', 'Quay 2\nHaldenness', 'Norrholm', true],
  ['Béla Szákorvány', 'Béla', 'Mészégető utca 14\nNagysó', 'Szalánia', false],
  ['Greta Winterbourne-Achterdam', '', 'Flat 4, The Maltings\nWest Kiln', 'Estmark', false],
  ['Anselm Fjordhaven', '', 'Quarry Lodge\nSlate', 'Norrholm', true],
  ['Noor van Zeilmoer', 'Noor', 'Dijkpad 77\nLaagwater', 'Polderland', true],
  ['Captain (ret.) H. Osterquist', 'Harald', 'Signal House\nFar Skerry', 'Norrholm', false],
  ['Municipal Library of Vell', '', 'Market 1\nVell', 'Estmark', true],
];
export const BUYERS = BUYER_ROWS.map(([name, preferredName, address, country, mayWrite]) => ({ name, preferredName, address, country, mayWrite }));
