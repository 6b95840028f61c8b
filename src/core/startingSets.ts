import type { PaperBase } from './stock/paperWords';

/** What a starting figure is told by, wherever it is read. */
export const STARTING_NOTE = 'Starting figures, not yours: put your own in when you know them.';

/**
 * Things most studios have one of, with figures that are usual for their kind. They stand in for what is not typed yet, say so in
 * their notes, and have no price: a price that nobody was asked is worse than none.
 */
export const STARTING_SETS = {
  flatbed: { group: 'To capture with', name: 'A flatbed scanner, A4', says: '216 × 297 mm, 2400 ppi' },
  camera: {
    group: 'To capture with',
    name: 'A camera of 24 megapixels',
    says: '6000 × 4000 px on 36 × 24 mm, with a lens of 60 mm',
  },
  sheetPrinter: {
    group: 'To print with',
    name: 'A pigment printer for sheets',
    says: 'to 329 mm wide, drying 24 h',
  },
  rollPrinter: {
    group: 'To print with',
    name: 'A pigment printer for rolls',
    says: 'to 610 mm wide, drying 24 h',
  },
  lab: { group: 'To print with', name: 'A photographic lab', says: 'sRGB, JPEG, 300 ppi, five days' },
  cotton: { group: 'To print on', name: 'Cotton, matte', says: '310 g/m², 0.5 mm' },
  photo: { group: 'To print on', name: 'Photographic, lustre', says: '260 g/m², 0.26 mm' },
  canvas: { group: 'To print on', name: 'Canvas, matte', says: '380 g/m², 0.45 mm' },
} as const;
export type StartingSet = keyof typeof STARTING_SETS;
export const STARTING_KEYS = Object.keys(STARTING_SETS) as StartingSet[];

/** A paper of its kind; thickness in µm, weight in g/m². */
export type StartingPaper = {
  base: PaperBase;
  surface: 'matte' | 'lustre';
  gsm: number;
  thicknessUm: number;
  brightener: 'none' | 'little';
  dryHours: number;
  scuffs: boolean;
};
export const STARTING_PAPERS: Partial<Record<StartingSet, StartingPaper>> = {
  cotton: {
    base: 'cotton',
    surface: 'matte',
    gsm: 310,
    thicknessUm: 500,
    brightener: 'none',
    dryHours: 24,
    scuffs: true,
  },
  photo: {
    base: 'resin-coated',
    surface: 'lustre',
    gsm: 260,
    thicknessUm: 260,
    brightener: 'little',
    dryHours: 24,
    scuffs: false,
  },
  canvas: {
    base: 'canvas',
    surface: 'matte',
    gsm: 380,
    thicknessUm: 450,
    brightener: 'none',
    dryHours: 48,
    scuffs: true,
  },
};
/** How wide each printer takes paper, µm. */
export const STARTING_PRINTERS: Partial<Record<StartingSet, number>> = {
  sheetPrinter: 329_000,
  rollPrinter: 610_000,
};
