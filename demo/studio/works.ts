import type { WorkInput } from '@/studio/recordWork';

type Recorded = Omit<WorkInput, 'notes' | 'rights' | 'soldPrice' | 'varnish' | 'surface' | 'drySince' | 'owner' | 'smears'> & Partial<WorkInput>;

/** One work of the demo studio: what is recorded of it, the picture it was captured as, and the sizes it is offered in. */
export type DemoWork = { key: string; record: Recorded; picture?: string; method?: string; sizes: string[]; daysAgo: number };

export const WORKS: readonly DemoWork[] = [
  {
    key: 'ferry', picture: 'night-ferry', method: 'flatbed at 630 ppi, four tiles', sizes: ['240 x 180 mm', '400 x 300 mm', '800 x 600 mm'], daysAgo: 200,
    record: { title: 'Night Ferry, Slack Water', year: 2025, medium: 'gouache on board', kind: 'painting', size: '380 x 285 mm', owner: 'the studio', varnish: 'none', surface: 'thin, matt, marks at a touch', drySince: '2025-03-14', mayPrint: 'yes', signature: 'stays in prints', notes: 'Signed lower right, in the picture.' },
  },
  {
    key: 'kiln', picture: 'kiln-yard', method: 'camera, two lamps at 45°', sizes: ['240 x 180 mm', '400 x 300 mm'], daysAgo: 190,
    record: { title: 'Kiln Yard in Frost', year: 2026, medium: 'oil on canvas', kind: 'painting', size: '600 x 450 mm', owner: 'O. Brennick', soldPrice: '1850', varnish: 'satin, even', surface: 'thick ridges at the chimneys', signature: 'to be removed', drySince: '2026-02-01', mayPrint: 'yes', rights: 'Sold; the right to print was kept, in the bill of sale.' },
  },
  {
    key: 'pans', picture: 'salt-pans', method: 'photographed by a neighbour; the file came without a profile', sizes: ['200 x 200 mm', '300 x 300 mm'], daysAgo: 140,
    record: { title: 'Salt Pans, Low Sun', year: 2026, medium: 'pastel on sanded paper', kind: 'drawing', size: '300 x 300 mm', owner: 'the studio', surface: 'loose pigment', smears: true, mayPrint: 'yes' },
  },
  {
    key: 'lamp', picture: 'signal-lamp', method: 'flatbed at 400 ppi, grey', sizes: ['210 x 297 mm', '297 x 420 mm'], daysAgo: 300,
    record: { title: 'Signal Lamp', year: 2025, medium: 'ink and wash on paper', kind: 'drawing', size: '210 x 297 mm', owner: 'Captain Osterquist', soldPrice: '420', drySince: '2025-09-30', mayPrint: 'yes' },
  },
  {
    key: 'slate', picture: 'slate-terraces', method: 'sent by the client, already enlarged', sizes: ['150 x 100 mm', '600 x 400 mm'], daysAgo: 2,
    record: { title: 'Slate Terraces, Late Sun', year: 2026, medium: 'digital photograph', kind: 'digital photograph', size: '', owner: 'the studio', mayPrint: 'yes', signature: 'none in the picture' },
  },
  {
    key: 'quarry', picture: 'quarry-face', method: 'drum scan of a 4 × 5 inch negative', sizes: ['300 x 240 mm', '500 x 400 mm'], daysAgo: 400,
    record: { title: 'Quarry Face, Fourth Bench', year: 2024, medium: 'colour negative, large format', kind: 'photograph on film', size: '102 x 127 mm', owner: 'the studio', mayPrint: 'yes' },
  },
  {
    key: 'chart', picture: 'harbour-chart', method: 'drawn on the screen at its own pixels', sizes: ['300 x 240 mm', '500 x 400 mm'], daysAgo: 120,
    record: { title: 'Harbour Chart for Nobody', year: 2026, medium: 'drawn on the screen', kind: 'born digital', size: '', owner: 'the studio', mayPrint: 'yes' },
  },
  {
    key: 'breakwater', picture: 'long-breakwater', method: 'nine frames, joined', sizes: ['800 x 200 mm', '1000 x 250 mm'], daysAgo: 80,
    record: { title: 'The Long Breakwater', year: 2026, medium: 'digital photograph, nine frames', kind: 'digital photograph', size: '', owner: 'the studio', mayPrint: 'yes', signature: 'none in the picture' },
  },
  {
    key: 'boat', picture: 'tin-boat', method: 'came from a magazine’s printer, in CMYK', sizes: ['240 x 180 mm'], daysAgo: 260,
    record: { title: 'Tin Boat, Neap Tide', year: 2023, medium: 'oil on board', kind: 'painting', size: '400 x 300 mm', owner: 'a collector in Vell', soldPrice: '980', mayPrint: 'yes', notes: 'The painting is gone and this CMYK file is all there is of it.' },
  },
  {
    key: 'buoys', picture: 'buoy-store', method: 'telephone, by the window', sizes: [], daysAgo: 4,
    record: { title: 'Buoy Store', year: 2026, medium: 'acrylic on canvas', kind: 'painting', size: '800 x 600 mm', owner: 'the Harbour Shop', mayPrint: 'not yet', rights: 'A commission: may be printed when Jorun has agreed in writing.' },
  },
  {
    key: 'lamproom', sizes: [], daysAgo: 3,
    record: { title: 'Lamp Room, Unlit', year: 2026, medium: 'charcoal and chalk', kind: 'drawing', size: '700 x 500 mm', owner: 'the studio', surface: 'unfixed charcoal', smears: true, mayPrint: 'yes' },
  },
  {
    key: 'portrait', sizes: [], daysAgo: 350,
    record: { title: 'The Harbour Master’s Daughter', year: 2022, medium: 'oil on linen', kind: 'painting', size: '500 x 600 mm', owner: 'the family', soldPrice: '1400', mayPrint: 'no', rights: 'Her likeness: the family asked that it is not printed.' },
  },
];
