import type { Finding, Mark } from '../finding';
import { InputError } from '../errors';
import {
  formatLength,
  formatMoney,
  formatSize,
  UM_PER_INCH,
  type Minor,
  type Size,
  type Um,
  type UnitSystem,
} from '../measure';
import type { Pixels } from '../resolution';
import { cameraDistance, planCamera, type CameraPlan } from './camera';
import { planCanvas, planFilm } from './canvas';
import { lampDistance } from './light';
import { planScan, type ScanPlan, type Scanner } from './scan';
import { USUAL_OVERLAP, type TileGrid } from './tiles';

/** Own things to capture with. Times are what the owner measured. */
export type OwnScanner = Scanner & {
  name: string;
  /** Seconds of one pass over the whole bed at 600 ppi. */ secondsAt600: number;
  /** For film alone: no original is laid on it. */ film: boolean;
};
export type OwnCamera = { name: string; sensor: Pixels; sensorSize: Size };
export type OwnLens = { name: string; focal: Um };
export type Professional = { name: string; price: Minor; days: number; pixels: Pixels };

export type Subject = {
  kind: 'painting' | 'drawing' | 'photograph on film' | 'digital photograph' | 'born digital';
  /** The original's sides; of a film, the frame's. Null for what has no size yet. */
  original: Size | null;
  smears: boolean;
  /** Ridges, collage, warped board: it will not lie flat on glass. */
  thick: boolean;
  /** Varnish or wet gloss: it mirrors lamps. */
  gloss: boolean;
};

export type PlanQuestion = {
  subject: Subject;
  print: Size;
  ppi: number;
  overlap?: number;
  bits?: 8 | 16;
  fill?: number;
  scanners: readonly OwnScanner[];
  cameras: readonly OwnCamera[];
  lenses: readonly OwnLens[];
  professionals: readonly Professional[];
  /** What an hour of one's own is worth, what a print leaves after its costs, and how many are expected to sell. */
  hourMinor: Minor;
  leftPerPrint: Minor;
  expected: number;
  currency: string;
  unit?: UnitSystem;
  memoryBytes?: number;
};

export type WayKind = 'flatbed' | 'film scan' | 'camera' | 'digital canvas' | 'professional';
export type Way = {
  kind: WayKind;
  name: string;
  finding: Finding;
  costMinor: Minor;
  minutes: number;
  /** Largest print it carries at the ppi asked, proportions of the original; null for a canvas still to be made. */
  largest: Size | null;
  pixels: Pixels;
  bytes: { at8: number; at16: number };
  scan?: ScanPlan & { minutesScanning: number };
  camera?: CameraPlan & { distance: Um; lamp: Um; lens: string; sensorSize: Size };
  /** The scanner's glass. */
  bed?: Size;
  payBack?: { prints: number | null };
};
export type CapturePlan = { ways: Way[]; advised: string | null; advice: string };

/** Past this many tiles an original goes to a camera. The handbook's own example needs six. */
export const MOST_TILES = 6;
/** Minutes of one's own hands: laying a tile, setting up a camera and lamps, each frame, joining. */
const LAY = 1.5,
  SET_UP = 35,
  FRAME = 2,
  JOIN = 12;

/**
 * Every way of capturing a work for the largest print wanted, side by side, and the one advised with its reason.
 *
 * @throws InputError for a print or ppi not above zero, or a work that needs a size and has none
 * Source: handbook §4.
 */
export function planCapture(q: PlanQuestion): CapturePlan {
  if (!(q.print.width > 0 && q.print.height > 0))
    throw new InputError('print', q.print, 'two sides above zero');
  if (!(q.ppi > 0)) throw new InputError('ppi', q.ppi, 'pixels per inch above zero');
  const { kind, original } = q.subject;
  if (kind !== 'born digital' && kind !== 'digital photograph' && !original)
    throw new InputError('original', null, 'the size of the original');
  const ways: Way[] = [];
  if (kind === 'born digital') ways.push(canvasWay(q));
  if (kind === 'photograph on film')
    for (const s of q.scanners.filter((x) => x.film)) ways.push(filmWay(q, original!, s));
  if (original && (kind === 'painting' || kind === 'drawing'))
    for (const s of q.scanners.filter((x) => !x.film)) ways.push(flatbedWay(q, original, s));
  if (original && kind !== 'born digital' && kind !== 'digital photograph')
    for (const c of q.cameras) ways.push(cameraWay(q, original, c));
  if (original && kind !== 'born digital')
    for (const p of q.professionals) ways.push(professionalWay(q, original, p));
  return { ways, ...advise(q, ways) };
}

function flatbedWay(q: PlanQuestion, original: Size, s: OwnScanner): Way {
  const { print, ppi, overlap = USUAL_OVERLAP, bits = 16, subject } = q;
  const scan = planScan({ original, print: alike(print, original), ppi, scanner: s, overlap, bits });
  const count = scan.tiles.columns * scan.tiles.rows;
  const pass = (s.secondsAt600 * scan.scanPpi) / 600 / 60;
  const minutesScanning = count * pass;
  const minutes = Math.ceil(minutesScanning + count * LAY + (count > 1 ? JOIN : 0) + 5);
  const tiles =
    count === 1 ? 'in one pass' : `in ${scan.tiles.columns} × ${scan.tiles.rows} = ${count} tiles`;
  const base = `${tiles} at ${scan.scanPpi} ppi (${scan.neededPpi.toFixed(0)} needed)`;
  const [verdict, word, says] = bedVerdict(subject, scan, s.opticalPpi, base);
  const sees = Math.min(scan.scanPpi, s.opticalPpi);
  return {
    kind: 'flatbed',
    name: s.name,
    finding: finding(verdict, word, says, [
      ['needed', scan.neededPpi.toFixed(1), 'ppi'],
      ['tiles', count],
      ['optical', s.opticalPpi, 'ppi'],
    ]),
    costMinor: own(q, minutes),
    minutes,
    largest: grown(original, s.opticalPpi / ppi),
    pixels: { width: px(original.width, sees), height: px(original.height, sees) },
    bytes: bytesOf(scan.pixels),
    bed: s.bed,
    scan: { ...scan, minutesScanning },
  };
}

type Said = [verdict: Mark, word: string, says: string];

/** What speaks against the bed, the gravest first; nothing: it is good. */
function bedVerdict(subject: Subject, scan: ScanPlan, opticalPpi: number, base: string): Said {
  if (subject.smears)
    return [
      'fails',
      'never',
      'Never face down on glass: this surface smears, and every tile would be dragged over what the last one left.',
    ];
  if (subject.thick)
    return [
      'fails',
      'not flat',
      'It will not lie flat on the glass: what stands off by a few millimetres is out of the scanner’s focus.',
    ];
  if (scan.tiles.columns * scan.tiles.rows > MOST_TILES)
    return [
      'fails',
      'too many tiles',
      `Too large for this bed: ${base}, more than ${MOST_TILES} tiles drift apart in tone and place.`,
    ];
  if (scan.finding.word === 'no step so high')
    return ['fails', 'no step so high', `Not for this print: ${scan.finding.says}`];
  if (scan.interpolated)
    return [
      'care',
      'interpolated',
      `Possible, ${base}, but the scanner sees only ${opticalPpi} ppi: the dots above that are made up and add nothing.`,
    ];
  if (subject.gloss)
    return [
      'care',
      'mirrors',
      `Possible, ${base}; a gloss surface mirrors the scanner’s lamp where it is not quite flat.`,
    ];
  return ['holds', 'good', `Good: ${base}.`];
}

function filmWay(q: PlanQuestion, frame: Size, s: OwnScanner): Way {
  const steps = [...s.steps].sort((a, b) => a - b);
  const needed =
    q.ppi *
    Math.max(alike(q.print, frame).width / frame.width, alike(q.print, frame).height / frame.height);
  const scanPpi = Math.min(steps.find((x) => x >= needed - 1e-6) ?? steps.at(-1)!, Math.max(...steps));
  const film = planFilm({ frame, scanPpi, print: alike(q.print, frame) });
  const minutes = Math.ceil((s.secondsAt600 * scanPpi) / 600 / 60 + 15);
  const enough = Math.min(scanPpi, s.opticalPpi) >= needed - 1e-6;
  const [verdict, word, says]: [Mark, string, string] = !enough
    ? [
        'care',
        'short of pixels',
        `${Math.min(scanPpi, s.opticalPpi)} ppi of the ${needed.toFixed(0)} needed: the print would have ${((q.ppi * Math.min(scanPpi, s.opticalPpi)) / needed).toFixed(0)} ppi.`,
      ]
    : film.grain
      ? [
          'care',
          'grain',
          `Enough pixels, and an enlargement of ${film.enlargement.toFixed(1)} ×: past about 12 × grain, not pixels, sets the limit. Judge a snippet.`,
        ]
      : [
          'holds',
          'good',
          `Good: ${scanPpi} ppi, an enlargement of ${film.enlargement.toFixed(1)} × from the film.`,
        ];
  return {
    kind: 'film scan',
    name: s.name,
    finding: finding(verdict, word, says, [
      ['needed', needed.toFixed(0), 'ppi'],
      ['enlargement', film.enlargement.toFixed(1), '×'],
    ]),
    costMinor: own(q, minutes),
    minutes,
    largest: grown(frame, s.opticalPpi / q.ppi),
    pixels: film.pixels,
    bytes: bytesOf(film.pixels),
  };
}

function cameraWay(q: PlanQuestion, original: Size, c: OwnCamera): Way {
  const fill = q.fill ?? 0.9;
  const plan = planCamera({
    original,
    sensor: c.sensor,
    fill,
    print: alike(q.print, original),
    ppi: q.ppi,
    overlap: q.overlap,
  });
  const shots = plan.shots.columns * plan.shots.rows;
  const lens = [...q.lenses].sort(
    (a, b) =>
      Math.abs(a.focal - c.sensorSize.width * (5 / 3)) - Math.abs(b.focal - c.sensorSize.width * (5 / 3)),
  )[0];
  const governs =
    original.width / original.height >= c.sensorSize.width / c.sensorSize.height ? 'width' : 'height';
  const sensorSide = (governs === 'width' ? c.sensorSize.width : c.sensorSize.height) * fill;
  const distance = lens ? cameraDistance(lens.focal, original[governs], sensorSide) : 0;
  const minutes = SET_UP + shots * FRAME + (shots > 1 ? JOIN + 2 * shots : 0);
  const one = `one frame gives ${plan.ppi.toFixed(0)} ppi`;
  const [verdict, word, says]: [Mark, string, string] =
    shots === 1
      ? ['holds', 'good', `Good: ${one} of the ${q.ppi} asked.`]
      : shots <= MOST_TILES
        ? [
            'care',
            'joined frames',
            `Needs ${plan.shots.columns} × ${plan.shots.rows} = ${shots} joined frames: ${one}, ${q.ppi} asked.`,
          ]
        : ['fails', 'too few pixels', `${shots} joined frames for this print: ${one}, ${q.ppi} asked.`];
  return {
    kind: 'camera',
    name: c.name,
    finding: finding(verdict, word, says, [
      ['one frame', plan.ppi.toFixed(1), 'ppi'],
      ['frames', shots],
    ]),
    costMinor: own(q, minutes),
    minutes,
    largest: grown(original, plan.pixelsOnPicture.width / (original.width / UM_PER_INCH) / q.ppi),
    pixels: plan.pixelsOnPicture,
    bytes: bytesOf(plan.pixelsOnPicture),
    camera: {
      ...plan,
      distance,
      lamp: lampDistance(original),
      lens: lens?.name ?? 'no lens recorded',
      sensorSize: c.sensorSize,
    },
  };
}

function canvasWay(q: PlanQuestion): Way {
  const plan = planCanvas({
    largest: q.print,
    ppi: q.ppi,
    bits: q.bits ?? 16,
    channels: 4,
    budgetBytes: q.memoryBytes ?? 8 * 1024 ** 3,
  });
  const few = plan.layers < 8;
  return {
    kind: 'digital canvas',
    name: 'a new canvas',
    minutes: 0,
    costMinor: 0,
    largest: q.print,
    pixels: plan.pixels,
    bytes: bytesOf(plan.pixels),
    finding: finding(
      few ? 'care' : 'holds',
      few ? 'few layers' : 'good',
      `Begin at ${plan.pixels.width} × ${plan.pixels.height} px: ${(plan.layerBytes / 1e6).toFixed(1)} MB a layer, ${plan.layers} layers in the memory given.`,
      [
        ['a layer', (plan.layerBytes / 1e6).toFixed(1), 'MB'],
        ['layers', plan.layers],
      ],
    ),
  };
}

function professionalWay(q: PlanQuestion, original: Size, p: Professional): Way {
  const scale = Math.min(
    p.pixels.width / Math.max(original.width, original.height),
    p.pixels.height / Math.min(original.width, original.height),
  );
  const pixels = {
    width: Math.round(original.width * scale),
    height: Math.round(original.height * scale),
  };
  const print = alike(q.print, original);
  const ppi = pixels.width / (print.width / UM_PER_INCH);
  const prints = q.leftPerPrint > 0 ? Math.ceil(p.price / q.leftPerPrint) : null;
  const pays = prints !== null && prints <= q.expected;
  const money = formatMoney(p.price, q.currency);
  const enough = ppi >= q.ppi;
  const says = `${enough ? '' : `Only ${ppi.toFixed(0)} of ${q.ppi} ppi. `}${money}, ${p.days} working days: ${prints === null ? 'a print leaves nothing to pay it back with.' : `${prints} ${prints === 1 ? 'print' : 'prints'} must sell to pay it back, ${q.expected} expected.`}`;
  return {
    kind: 'professional',
    name: p.name,
    finding: finding(
      !enough ? 'fails' : pays ? 'holds' : 'care',
      !enough ? 'too few pixels' : pays ? 'pays back' : 'dear',
      says,
      [['pay-back', prints ?? '–', 'prints']],
    ),
    costMinor: p.price,
    minutes: 60,
    largest: grown(original, (ppi / q.ppi) * (print.width / original.width)),
    pixels,
    bytes: bytesOf(pixels),
    payBack: { prints },
  };
}

const RANK: Record<Mark, number> = { holds: 0, care: 1, fails: 2 };

function advise(q: PlanQuestion, ways: Way[]): { advised: string | null; advice: string } {
  const { subject } = q;
  if (subject.kind === 'digital photograph')
    return {
      advised: null,
      advice:
        'The photograph is its own capture: bring its file in as it came from the camera, not a copy made smaller.',
    };
  if (!ways.length)
    return {
      advised: null,
      advice:
        'Nothing to capture with is recorded. Record a scanner, a camera or a professional’s price, and they stand side by side here.',
    };
  // The better finding wins; of two alike, the one that costs less.
  const best = [...ways].sort(
    (a, b) => RANK[a.finding.verdict] - RANK[b.finding.verdict] || a.costMinor - b.costMinor,
  )[0]!;
  const flatbed = ways.find((w) => w.kind === 'flatbed');
  const because = becauseOf(subject, best, flatbed, q.currency);
  if (best.finding.verdict === 'fails')
    return {
      advised: null,
      advice: `None of these carries ${formatSize(q.print, q.unit ?? 'mm')} at ${q.ppi} ppi: plan a smaller print, or a professional with a larger camera. The nearest is ${best.name}: ${best.finding.says}`,
    };
  return { advised: best.name, advice: `Use ${best.name}: ${because}. ${best.finding.says}` };
}

/** A print laid the way the original lies. */
const alike = (print: Size, original: Size): Size =>
  print.width >= print.height === original.width >= original.height
    ? print
    : { width: print.height, height: print.width };
const px = (um: Um, ppi: number) => Math.round((um / UM_PER_INCH) * ppi);
const grown = (s: Size, k: number): Size => ({
  width: Math.floor(s.width * k),
  height: Math.floor(s.height * k),
});
const own = (q: PlanQuestion, minutes: number): Minor => Math.round((q.hourMinor * minutes) / 60);
const bytesOf = (p: Pixels) => ({ at8: p.width * p.height * 3, at16: p.width * p.height * 6 });
const finding = (
  verdict: Mark,
  word: string,
  says: string,
  because: [string, number | string, string?][],
): Finding => ({
  verdict,
  word,
  says,
  because: because.map(([name, value, unit]) => ({ name, value, ...(unit && { unit }) })),
});

/**
 * Where the tiles of a scan lie on the original, spread evenly so that neighbours share at least the overlap asked.
 *
 * @returns the tile's sides as laid, and the top left corner of each, row by row
 * @example tilesLaid({ width: 400000, height: 500000 }, { width: 216000, height: 297000 }, { columns: 3, rows: 2 }).at.length // 6
 */
export function tilesLaid(
  original: Size,
  bed: Size,
  grid: TileGrid,
  overlap = USUAL_OVERLAP,
): { tile: Size; at: { x: Um; y: Um }[]; share: number } {
  const fits = (t: Size) =>
    covers(original.width, t.width, grid.columns, overlap) &&
    covers(original.height, t.height, grid.rows, overlap);
  const turned = { width: bed.height, height: bed.width };
  const tile = fits(bed) || !fits(turned) ? bed : turned;
  const place = (side: Um, t: Um, n: number, i: number) =>
    n === 1 ? Math.round((side - t) / 2) : Math.round((i * (side - t)) / (n - 1));
  const at = Array.from({ length: grid.columns * grid.rows }, (_, i) => ({
    x: place(original.width, tile.width, grid.columns, i % grid.columns),
    y: place(original.height, tile.height, grid.rows, Math.floor(i / grid.columns)),
  }));
  const shares = [
    [original.width, tile.width, grid.columns],
    [original.height, tile.height, grid.rows],
  ]
    .filter(([, , n]) => n! > 1)
    .map(([side, t, n]) => 1 - (side! - t!) / (n! - 1) / t!);
  return { tile, at, share: shares.length ? Math.min(...shares) : 1 };
}
const covers = (side: Um, tile: Um, n: number, overlap: number) =>
  n * tile - (n - 1) * overlap * tile >= side - 1;

/** The session's order of acts, for paper: what to do, with this plan's figures. @example sessionSteps('digital canvas', { smears: false, gloss: false })[0] // 'Decide the largest print before the first stroke; begin at the pixels of the plan.' */
export function sessionSteps(
  kind: WayKind,
  q: { smears: boolean; gloss: boolean; way?: Way; overlap?: number; unit?: UnitSystem },
): string[] {
  const unit = q.unit ?? 'mm';
  const { scan, camera } = q.way ?? {};
  switch (kind) {
    case 'digital canvas':
      return [
        'Decide the largest print before the first stroke; begin at the pixels of the plan.',
        'Work in a wide space at 16 bit.',
        'Keep the layered file; the master is a flattened copy, saved as TIFF with its profile.',
      ];
    case 'flatbed':
    case 'film scan':
      return [
        'Clean the glass and let it dry. Dust the original with a soft brush; nothing wet.',
        ...(kind === 'film scan'
          ? ['Emulsion side as the holder says; blow dust off with a bulb, never with breath.']
          : []),
        'Warm the scanner up for ten minutes. Turn off sharpening, dust removal and automatic tone.',
        `Set ${scan ? `${scan.scanPpi} ppi` : 'the ppi of the plan'}, 16 bit, the widest space it offers, TIFF.`,
        ...(scan && scan.tiles.columns * scan.tiles.rows > 1
          ? [
              `Scan ${scan.tiles.columns} × ${scan.tiles.rows} tiles, at least ${Math.round((q.overlap ?? USUAL_OVERLAP) * 100)} % over each other, the same way up, with the same settings. Lift the work between tiles: never drag it.`,
            ]
          : []),
        'Scan the target, or a grey card, with the same settings.',
        'Bring the files in and read the findings before the original is put away.',
      ];
    case 'camera':
      return [
        'Even out dull, sunken passages of an oil first, if the painter allows it. Dust the work.',
        'Hang or lay the work flat, landscape way up: light falls off from the top.',
        `Two equal lamps at 45°${camera ? `, ${formatLength(camera.lamp, unit)} or more from the middle of the work` : ''}; or open shade, no sun. Nothing else lit. Lamps are hot and cables trail: tape them down.`,
        `Camera on a tripod, lens at the middle of the work${camera?.distance ? `, ${camera.lens} at ${formatLength(camera.distance, unit)}` : ''}. Move the camera, not the zoom.`,
        'Level it both ways; the sensor parallel to the work. Check that opposite edges run parallel in the finder.',
        ...(q.gloss
          ? [
              'A gloss surface: lower the lamps towards the wall until no lamp shows in the picture, or put crossed polarisers on lamps and lens.',
            ]
          : []),
        'Lowest sensitivity, f/8, timer or cable. Raw and 16 bit. White balance from a grey card.',
        'One frame of blank board in the same place, for evenness. One with the target.',
        ...(camera && camera.shots.columns * camera.shots.rows > 1
          ? [
              `${camera.shots.columns} × ${camera.shots.rows} frames with ${Math.round((q.overlap ?? USUAL_OVERLAP) * 100)} % overlap: slide the camera along a straight rail.`,
            ]
          : []),
        'Bring the files in and read the findings before the lamps are taken down.',
      ];
    case 'professional':
      return [
        'Ask for 16 bit TIFF in a wide space, unsharpened, with the target in a second frame.',
        'Write down who carries it, who insures it, and its state before it leaves: photographs of corners and surface.',
        'Say the largest print; ask what pixels that gives.',
        'On return look at corners and surface again; bring the file in and read its findings before paying.',
      ];
  }
}

/** Why the way that is advised is the one: what rules the bed out, else what it costs. */
function becauseOf(subject: Subject, best: Way, flatbed: Way | undefined, currency: string): string {
  const isBed = best.kind === 'flatbed';
  if (subject.smears && !isBed) return 'the surface smears, so it never goes face down on glass';
  if (subject.thick && !isBed) return 'it does not lie flat, so a scanner cannot keep it sharp';
  if (flatbed?.finding.word === 'too many tiles' && !isBed) {
    const { columns, rows } = flatbed.scan!.tiles;
    return `the bed would need ${columns * rows} tiles, and more than ${MOST_TILES} drift apart`;
  }
  if (best.finding.verdict !== 'holds') return 'no way holds fully, and this one comes nearest';
  return `of the ways that hold it costs least, ${formatMoney(best.costMinor, currency)} and ${best.minutes} min`;
}
