/** A word of the craft as this house uses it. */
export type GlossaryWord = {
  word: string;
  /** Other names it goes by. */
  also?: readonly string[];
  says: string;
  /** Where in the house one meets it. */
  href: string;
};

/** The words of the craft, in the order of the alphabet. Source: handbook §1, §3–§14. */
export const GLOSSARY: readonly GlossaryWord[] = [
  {
    word: 'acid-free',
    says: 'Of a board, tape, sleeve or paper: nothing in it that yellows or eats what it touches.',
    href: '/papers',
  },
  {
    word: 'artist’s proof',
    also: ['AP'],
    says: 'An impression outside the numbering that the artist keeps; declared with the edition, signed AP and a roman number.',
    href: '/register',
  },
  {
    word: 'bleed',
    says: 'Picture that is printed past the cut, so that a cut that wanders shows no white.',
    href: '/papers/layouts',
  },
  {
    word: 'break-even',
    says: 'How many must be sold before what was spent at the start has come back, out of what each sale leaves; rounded up.',
    href: '/orders/batch',
  },
  {
    word: 'brightener',
    also: ['OBA', 'optical brightener'],
    says: 'A dye that makes paper look whiter under daylight, and yellows in the end.',
    href: '/papers',
  },
  {
    word: 'captured ppi',
    says: 'Pixels for each inch of the print that a lens or scanner truly read. A file enlarged to 300 has no more of them than before.',
    href: '/works',
  },
  {
    word: 'certificate',
    says: 'The paper that travels with an impression and states what it is, with a code that can be checked.',
    href: '/register',
  },
  {
    word: 'channel',
    says: 'Where things are sold, with its rules of who keeps what of the price.',
    href: '/orders/channels',
  },
  {
    word: 'consignment',
    also: ['on consignment'],
    says: 'Prints that lie in a shop and still belong to you; the shop takes its share when one is sold.',
    href: '/register/consignments',
  },
  {
    word: 'custody',
    says: 'Who has a thing now. Each change of hands is looked at and recorded.',
    href: '/works',
  },
  {
    word: 'deckle',
    also: ['torn edge'],
    says: 'The feathered edge of a hand-made sheet, or one torn along a rule to look like it.',
    href: '/papers/layouts',
  },
  {
    word: 'drop',
    also: ['wire drop'],
    says: 'From the top of a frame down to where its taut wire hangs on the hook.',
    href: '/wall',
  },
  {
    word: 'dry time',
    says: 'Hours until the colours of a fresh print stop moving. It is judged, stacked and framed after that.',
    href: '/papers',
  },
  {
    word: 'edition',
    says: 'A declared run of prints of a work: open, or limited to a number that is never passed.',
    href: '/register',
  },
  {
    word: 'eye line',
    says: 'The height the middle of a picture hangs at, from the floor.',
    href: '/wall',
  },
  {
    word: 'family',
    says: 'A group of sizes that people buy frames for: inch sizes, ISO sizes, metric frames, squares, panoramas.',
    href: '/works',
  },
  {
    word: 'fine print',
    says: 'What the studio allows itself to call a print of its best line: paper, ink, resolution and machine must hold.',
    href: '/studio',
  },
  {
    word: 'finish',
    says: 'How a print leaves: loose, sleeved with a board, mounted, framed, on bars or on a panel.',
    href: '/works',
  },
  {
    word: 'float',
    says: 'A print fixed on a board so that its edges show, with air to the frame on all sides.',
    href: '/works',
  },
  {
    word: 'format',
    also: ['size'],
    says: 'A size a work is offered in: picture, border on each side, sheet, crop and the resolution it wants.',
    href: '/works',
  },
  {
    word: 'formula',
    says: 'The combination that passed as a proof: work, file, route, paper, settings, profile, intent. Change a part, and the proof is stale.',
    href: '/works',
  },
  {
    word: 'gamut',
    says: 'The colours a paper and its inks can show. What lies outside is moved to the nearest that does not.',
    href: '/papers/profiles',
  },
  {
    word: 'giclée',
    also: ['pigment inkjet'],
    says: 'A print made by an inkjet machine with pigment inks.',
    href: '/papers/machines',
  },
  {
    word: 'goods',
    says: 'What is sold and is no print of a work: cards, pins, mats, vouchers.',
    href: '/orders/goods',
  },
  {
    word: 'gsm',
    also: ['g/m²', 'weight of a paper'],
    says: 'Grams a square metre of a paper weighs.',
    href: '/papers',
  },
  {
    word: 'gutter',
    says: 'The strip left between pieces on a sheet so that each can be cut out.',
    href: '/papers/layouts',
  },
  {
    word: 'hors commerce',
    also: ['HC'],
    says: 'An impression outside the numbering and not for sale: for showing.',
    href: '/register',
  },
  {
    word: 'impression',
    also: ['print'],
    says: 'One physical print of an edition, with its own number.',
    href: '/register',
  },
  {
    word: 'intent',
    also: ['rendering intent'],
    says: 'How colours that a paper cannot show are brought into those it can: the nearest for each, or all of them drawn in a little.',
    href: '/works',
  },
  {
    word: 'job account',
    says: 'Quotes, real costs, hours and avoidable losses of one commission or large piece.',
    href: '/orders/accounts',
  },
  {
    word: 'kerf',
    says: 'What the saw itself takes away at each cut of a bar or moulding.',
    href: '/papers/layouts',
  },
  {
    word: 'line',
    says: 'A quality the studio sells in, under its own name: paper, route, signing, what goes in with it.',
    href: '/studio',
  },
  {
    word: 'lot',
    says: 'One delivery of a paper. A new one can print differently.',
    href: '/papers',
  },
  {
    word: 'margin',
    says: 'The share of the price that is left when every cost and fee is paid.',
    href: '/orders/prices',
  },
  {
    word: 'master',
    says: 'One digital capture of a work, kept exactly as it came in.',
    href: '/works',
  },
  {
    word: 'mat',
    also: ['mount', 'passe-partout'],
    says: 'The window of board in front of a print that keeps it off the glazing.',
    href: '/works',
  },
  {
    word: 'paper',
    says: 'What is printed on: base, surface, weight, thickness, brightener, the sizes held, and what it costs.',
    href: '/papers',
  },
  {
    word: 'parcel',
    says: 'What is packed and posted: contents, wrapping, weight, size and the service that carries it.',
    href: '/orders',
  },
  {
    word: 'ppi',
    also: ['pixels per inch', 'dpi'],
    says: 'Pixels of a file for each inch of the print. The dots of a printer are another thing.',
    href: '/works',
  },
  {
    word: 'prep',
    says: 'What was done to a master to make a print file, step by step, so that it can be done again.',
    href: '/works',
  },
  {
    word: 'print file',
    says: 'What is sent to a printer or a lab: one master, one prep, one size.',
    href: '/works',
  },
  {
    word: 'printer’s proof',
    also: ['PP'],
    says: 'An impression outside the numbering that the printer keeps.',
    href: '/register',
  },
  {
    word: 'product',
    says: 'What a buyer can ask for: a size, in a line, with a finish, of one work.',
    href: '/orders/prices',
  },
  {
    word: 'profile',
    also: ['ICC'],
    says: 'The measured colours of a paper with its inks on one machine.',
    href: '/papers/profiles',
  },
  {
    word: 'proof',
    says: 'A trial print, or its likeness on the screen: a piece at full size, the whole made small, a strip of trials.',
    href: '/works',
  },
  {
    word: 'reference proof',
    says: 'The accepted proof that every later print is held against.',
    href: '/works',
  },
  {
    word: 'register',
    says: 'The record of every impression and all that happened to it. Lines are added and never changed.',
    href: '/register',
  },
  {
    word: 'round',
    says: 'One trip through proofing: what was changed, what came back, what was decided.',
    href: '/works',
  },
  {
    word: 'route',
    says: 'A way of getting a print made: own printer, lab, shop, print on demand, darkroom.',
    href: '/papers',
  },
  {
    word: 'snippet',
    says: 'A piece of the picture printed at full size, as a proof. It speaks for that piece and not for the rest.',
    href: '/works',
  },
  {
    word: 'soft proof',
    says: 'The print as paper and inks would show it, on the screen.',
    href: '/works',
  },
  {
    word: 'supplies',
    says: 'Sleeves, boards, mailers, tubes, boxes, corners, tape, interleaving, labels and stamps.',
    href: '/papers',
  },
  {
    word: 'voucher',
    says: 'Part of a price given away for a reason; the margin that is left is shown all the same.',
    href: '/orders/goods',
  },
  {
    word: 'wholesale',
    says: 'Prints a shop buys outright, cheaper, and sells for itself.',
    href: '/orders/channels',
  },
  {
    word: 'work',
    says: 'One original: a painting, a drawing, a photograph, or a picture made on a screen.',
    href: '/works',
  },
  {
    word: 'ΔE00',
    also: ['delta E', 'colour difference'],
    says: 'How far two colours lie apart for the eye. Under 1 nobody sees it; 3 is plain side by side.',
    href: '/works',
  },
];

const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/**
 * The words of the craft that begin as those asked for do, by their own names or others they go by.
 *
 * @example glossaryOf(['gicl']).map((g) => g.word) // ['giclée']
 * @example glossaryOf(['HC']).map((g) => g.word) // ['hors commerce']
 * @example glossaryOf([]) // []
 */
export function glossaryOf(words: readonly string[], most = 4): GlossaryWord[] {
  if (words.length === 0) return [];
  const asked = words.map(plain);
  const named = GLOSSARY.filter((entry) => {
    const names = [entry.word, ...(entry.also ?? [])].flatMap((name) => plain(name).split(/[\s/’-]+/));
    return asked.every((word) => names.some((name) => name.startsWith(word)));
  });
  return named.slice(0, most);
}
