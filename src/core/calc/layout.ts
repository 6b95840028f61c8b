import { layOnSheet } from '../sheets/nup';
import { matCheck, MINIMUM_HOLD_UM } from '../mounting/mat';
import { cutBars } from '../mounting/bars';
import { ratioOf } from '../crop/ratio';
import { nestRoll } from '../sheets/roll';
import { MAX_UNBRACED_UM, WRAP_EDGES, wrapCanvas } from '../mounting/wrap';
import { InputError } from '../errors';
import {
  calc,
  type LengthInput,
  lengthSchema,
  listOf,
  objectSchema,
  oneOf,
  readLength,
  readSize,
  sizeSchema,
  Type,
  wholeNumber,
} from './kit';

const ratioSide = Type.Union([lengthSchema, Type.Number({ exclusiveMinimum: 0 })]);
const flag = Type.Boolean();

/** So many pieces are laid within a fraction of a second. */
const SOON_LAID = 40;

export const layoutCalcs = [
  calc({
    name: 'layout.ratio',
    says: 'How a picture meets frames of other shapes: what filling loses, what fitting leaves white',
    units: {
      'fill.lostShare': '0–1 of the area',
      'fit.left': 'µm',
      'fit.right': 'µm',
      'fit.top': 'µm',
      'fit.bottom': 'µm',
    },
    source: '1 − min(r/q, q/r)',
    schema: objectSchema({
      picture: objectSchema({ width: ratioSide, height: ratioSide }),
      frames: listOf(sizeSchema, { minItems: 1, maxItems: 500 }),
    }),
    run: ({ picture, frames }) => {
      const side = (v: LengthInput, f: string) => (typeof v === 'number' ? v : readLength(v, f));
      const shape = {
        width: side(picture.width, 'picture.width'),
        height: side(picture.height, 'picture.height'),
      };
      return frames.map((f, i) => {
        const frame = readSize(f, `frames[${i}]`);
        return { frame, ...ratioOf(shape, frame) };
      });
    },
  }),
  calc({
    name: 'layout.mat',
    says: 'Whether a mat holds a sheet and covers its image, as drawn, at the worst and as expected',
    units: {
      'hold.width.nominal': 'µm per side',
      'hold.width.worst': 'µm per side',
      'hold.width.expected': 'µm per side',
      'cover.width.nominal': 'µm per side, negative where white shows',
    },
    source:
      'Hold (P − W)/2, cover (I − W)/2; worst nominal − (t₁ + t₂)/2 − a, expected nominal − √((t₁/2)² + (t₂/2)² + a²)',
    schema: objectSchema({
      sheet: sizeSchema,
      image: sizeSchema,
      window: sizeSchema,
      tolerance: objectSchema({
        sheet: lengthSchema,
        image: lengthSchema,
        window: lengthSchema,
        placing: lengthSchema,
      }),
      minimumHold: Type.Optional(lengthSchema),
    }),
    run: (q) =>
      matCheck({
        sheet: readSize(q.sheet, 'sheet'),
        image: readSize(q.image, 'image'),
        window: readSize(q.window, 'window'),
        tolerance: {
          sheet: readLength(q.tolerance.sheet, 'tolerance.sheet'),
          image: readLength(q.tolerance.image, 'tolerance.image'),
          window: readLength(q.tolerance.window, 'tolerance.window'),
          placing: readLength(q.tolerance.placing, 'tolerance.placing'),
        },
        minimumHold:
          q.minimumHold === undefined ? MINIMUM_HOLD_UM : readLength(q.minimumHold, 'minimumHold'),
      }),
  }),
  calc({
    name: 'layout.sheet',
    says: 'How many of a piece go on a sheet, where, and the straight cuts that free them',
    units: { wasteShare: '0–1 of the sheet', 'placements[].x': 'µm', 'cuts[].at': 'µm' },
    source:
      'Best of all cuttings by straight lines, both orientations and mixed strips (Herz 1972, Beasley 1985)',
    schema: objectSchema({
      sheet: sizeSchema,
      piece: sizeSchema,
      margin: lengthSchema,
      gutter: lengthSchema,
      rotate: Type.Optional(flag),
    }),
    run: (q) =>
      layOnSheet({
        sheet: readSize(q.sheet, 'sheet'),
        piece: readSize(q.piece, 'piece'),
        margin: readLength(q.margin, 'margin'),
        gutter: readLength(q.gutter, 'gutter'),
        rotate: q.rotate ?? true,
      }),
  }),
  calc({
    name: 'layout.roll',
    says: 'Pieces of any works on a roll of one width: the least length found, and where each lies',
    units: {
      length: 'µm',
      wasteShare: '0–1 of the length used',
      'placements[].x': 'µm',
      'crossCuts[]': 'µm from the start',
    },
    source:
      'Best fit into the lowest gap (Burke, Kendall, Whitwell 2004), the order improved by exchanges',
    schema: objectSchema({
      width: lengthSchema,
      margin: lengthSchema,
      gap: lengthSchema,
      pieces: listOf(
        objectSchema({
          id: Type.String({ minLength: 1, maxLength: 80 }),
          width: lengthSchema,
          height: lengthSchema,
          count: wholeNumber(1, 2_000),
          rotate: flag,
        }),
        { minItems: 1, maxItems: 2_000 },
      ),
    }),
    takesLong: (q) => q.pieces.reduce((sum, { count }) => sum + count, 0) > SOON_LAID,
    run: (q) => {
      const ids = new Set<string>();
      for (const [i, p] of q.pieces.entries()) {
        if (ids.has(p.id)) throw new InputError(`pieces[${i}].id`, p.id, 'an id that no other piece has');
        ids.add(p.id);
      }
      return nestRoll({
        width: readLength(q.width, 'width'),
        margin: readLength(q.margin, 'margin'),
        gap: readLength(q.gap, 'gap'),
        pieces: q.pieces.map((p, i) => ({
          ...p,
          width: readLength(p.width, `pieces[${i}].width`),
          height: readLength(p.height, `pieces[${i}].height`),
        })),
      });
    },
  }),
  calc({
    name: 'layout.wrap',
    says: 'A canvas over bars: the sheet to cut, its bars and braces, what the face shows',
    units: {
      'sheet.width': 'µm',
      'bars[].length': 'µm',
      'braces[].length': 'µm',
      faceShare: '0–1 of the printed picture',
      diagonal: 'µm',
      coatedArea: 'mm²',
    },
    source: 'Sheet side = face + 2 × (depth + fold-over)',
    schema: objectSchema({
      face: sizeSchema,
      depth: lengthSchema,
      foldOver: lengthSchema,
      edge: oneOf(...WRAP_EDGES),
      maxUnbraced: Type.Optional(lengthSchema),
      barWidth: Type.Optional(lengthSchema),
    }),
    run: (q) =>
      wrapCanvas({
        face: readSize(q.face, 'face'),
        depth: readLength(q.depth, 'depth'),
        foldOver: readLength(q.foldOver, 'foldOver'),
        edge: q.edge,
        maxUnbraced:
          q.maxUnbraced === undefined ? MAX_UNBRACED_UM : readLength(q.maxUnbraced, 'maxUnbraced'),
        barWidth: q.barWidth === undefined ? 0 : readLength(q.barWidth, 'barWidth'),
      }),
  }),
  calc({
    name: 'layout.bars',
    says: 'Which pieces to saw from which stick, so that few sticks are bought',
    units: {
      'sticks[].cuts[]': 'µm',
      'sticks[].left': 'µm',
      'sticks[].length': 'µm',
      wasteShare: '0–1 of the sticks bought',
    },
    source: 'Σ length + kerf × (pieces − 1) ≤ stock; exact search from the fullest-first plan',
    schema: objectSchema({
      stockLength: lengthSchema,
      otherLengths: Type.Optional(listOf(lengthSchema, { maxItems: 12 })),
      offcuts: Type.Optional(listOf(lengthSchema, { maxItems: 40 })),
      kerf: lengthSchema,
      cuts: listOf(objectSchema({ length: lengthSchema, count: wholeNumber(1, 400) }), {
        minItems: 1,
        maxItems: 400,
      }),
    }),
    run: (q) =>
      cutBars({
        stockLength: readLength(q.stockLength, 'stockLength'),
        otherLengths: q.otherLengths?.map((v, i) => readLength(v, `otherLengths[${i}]`)),
        offcuts: q.offcuts?.map((v, i) => readLength(v, `offcuts[${i}]`)),
        kerf: readLength(q.kerf, 'kerf'),
        cuts: q.cuts.map((c, i) => ({
          length: readLength(c.length, `cuts[${i}].length`),
          count: c.count,
        })),
      }),
  }),
];
