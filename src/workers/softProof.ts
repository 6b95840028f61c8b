// Shows a picture as it would print: fetches what is in view, in the picture's own numbers, and takes it through the colour
// engine. A worker of its own, so that a slider never waits.
import * as Comlink from 'comlink';
import { softened } from '@/core/colour/eye';
import { INTENTS, type Intent } from '@/core/colour/intents';
import { cellSamples, moveTable, OUT_ABOVE, TABLE_BITS, type MoveTable } from '@/core/colour/outOfGamut';
import { transformOf, type Transform } from '@/imaging/transforms';
import { engine, fetched, SCREENS } from './engine';
import { TILE, tileAt, type PictureSource } from './tiles';

export type ProofView = { x: number; y: number; zoom: number };
export type ProofPaper = { profileId: string; intent: Intent; bpc: boolean; paperWhite: boolean };
export type ProofAsk = {
  source: PictureSource;
  view: ProofView;
  width: number;
  height: number;
  /** The screen's own pixels to one of the page's. */ ratio: number;
  /** The colours it has. */ screen: PredefinedColorSpace;
  papers: ProofPaper[];
  /** ΔE00 above which a colour is marked; nothing: no map. */ threshold: number | null;
  /** Softened for the eye, px; nothing: as it is. */ sigma: number | null;
};
export type ProofShown = {
  before: ImageBitmap;
  after: { picture: ImageBitmap; /** Of the picture in view. */ outShare: number }[];
  soft: ImageBitmap | null;
  /** Of the picture in view, what this screen has no colour for. */ beyondScreen: number;
  view: ProofView;
  width: number;
  height: number;
  ms: number;
};

const transforms = new Map<string, Transform<Uint8Array>>();
const keyOf = (source: string, screen: PredefinedColorSpace, paper: ProofPaper | null) =>
  `${source} ${screen} ${paper ? `${paper.profileId} ${paper.intent} ${paper.bpc} ${paper.paperWhite}` : 'screen'}`;
async function transformFor(
  source: string,
  screen: PredefinedColorSpace,
  paper: ProofPaper | null,
): Promise<Transform<Uint8Array>> {
  const key = keyOf(source, screen, paper);
  let t = transforms.get(key);
  if (!t) {
    const from = await fetched(source),
      profile = paper && (await fetched(`/api/profiles/${paper.profileId}`));
    if (transforms.size > 24) {
      const oldest = transforms.keys().next().value!;
      transforms.get(oldest)!.end();
      transforms.delete(oldest);
    }
    t = transformOf<Uint8Array>(await engine(), {
      from,
      to: SCREENS[screen],
      intent: paper?.intent ?? 'relative colorimetric',
      bpc: paper?.bpc ?? true,
      bits: 8,
      padded: true,
      ...(profile && {
        screen: true,
        proof: { profile, shown: paper!.paperWhite ? 'paper white' : 'screen white' },
      }),
    });
    transforms.set(key, t);
  }
  return t;
}

const tables = new Map<string, MoveTable>();
/** How far colours move on the way to a paper, or to a screen, and back. */
async function tableFor(
  source: string,
  channels: 3 | 4,
  to: { profileId: string } | { screen: PredefinedColorSpace },
): Promise<MoveTable> {
  const key = `${source} ${'screen' in to ? to.screen : to.profileId}`;
  let table = tables.get(key);
  if (!table) {
    const e = await engine(),
      from = await fetched(source),
      profile = 'screen' in to ? SCREENS[to.screen] : await fetched(`/api/profiles/${to.profileId}`);
    const lab = transformOf<Float32Array>(e, {
      from,
      to: 'Lab',
      intent: 'relative colorimetric',
      bpc: false,
      bits: 16,
    });
    const there = transformOf<Uint16Array>(e, {
      from: 'Lab',
      to: profile,
      intent: 'relative colorimetric',
      bpc: false,
      bits: 16,
    });
    const back = transformOf<Float32Array>(e, {
      from: profile,
      to: 'Lab',
      intent: 'relative colorimetric',
      bpc: false,
      bits: 16,
    });
    const bits = TABLE_BITS[channels];
    const own = lab.run(cellSamples(channels, bits));
    table = moveTable(channels, bits, own, back.run(there.run(own)));
    for (const t of [lab, there, back]) t.end();
    tables.set(key, table);
  }
  return table;
}

/** Pixels in the picture's own numbers: three samples each or four, and one more that is nought outside the picture. */
type Raw = { key: string; channels: 3 | 4; samples: Uint8ClampedArray };
let last: Raw | null = null;

/** What is in view, as the picture's own numbers. */
async function rawView(ask: ProofAsk): Promise<Raw> {
  const { source: s, view: v, width, height } = ask;
  const key = `${s.sha256} ${s.isInks ? 'inks' : 'tiles'} ${v.x} ${v.y} ${v.zoom} ${width} ${height}`;
  if (last?.key === key) return last;
  last = s.isInks
    ? { key, channels: 4, samples: interleaved(await Promise.all(INKS.map((ink) => laid(ask, ink)))) }
    : { key, channels: 3, samples: await laid(ask) };
  return last;
}

const INKS = [0, 1, 2, 3];

/** Four inks, each as a grey picture, to one of four samples and one more. */
function interleaved(inks: readonly Uint8ClampedArray[]): Uint8ClampedArray {
  const pixels = inks[0]!.length / 4;
  const samples = new Uint8ClampedArray(pixels * 5);
  for (let i = 0, from = 0, to = 0; i < pixels; i++, from += 4, to += 5) {
    for (let ink = 0; ink < 4; ink++) samples[to + ink] = inks[ink]![from]!;
    samples[to + 4] = inks[0]![from + 3]!;
  }
  return samples;
}

/** The tiles in view laid beside each other; outside the picture the fourth sample is nought. */
async function laid(
  { source: s, view: v, width, height }: ProofAsk,
  ink?: number,
): Promise<Uint8ClampedArray> {
  const most = Math.max(0, Math.ceil(Math.log2(Math.max(s.width, s.height) / TILE)));
  const level = Math.min(most, Math.max(0, most + Math.ceil(Math.log2(Math.max(1e-6, v.zoom)) - 0.01)));
  const k = 2 ** (most - level);
  const canvas = new OffscreenCanvas(width, height),
    ctx = canvas.getContext('2d', { willReadFrequently: true })!;
  ctx.imageSmoothingEnabled = v.zoom < 2.5;
  ctx.imageSmoothingQuality = 'high';
  const [x0, y0] = [v.x - width / 2 / v.zoom, v.y - height / 2 / v.zoom];
  const clamp = (n: number, top: number) => Math.min(top - 1, Math.max(0, n));
  const cols = Math.ceil(s.width / k / TILE),
    rows = Math.ceil(s.height / k / TILE);
  const wanted: Promise<void>[] = [];
  for (
    let row = clamp(Math.floor(y0 / k / TILE), rows);
    row <= clamp(Math.floor((y0 + height / v.zoom) / k / TILE), rows);
    row++
  ) {
    for (
      let col = clamp(Math.floor(x0 / k / TILE), cols);
      col <= clamp(Math.floor((x0 + width / v.zoom) / k / TILE), cols);
      col++
    ) {
      wanted.push(
        tileAt(s.sha256, level, col, row, ink).then((tile) => {
          if (tile)
            ctx.drawImage(
              tile,
              (col * TILE * k - x0) * v.zoom,
              (row * TILE * k - y0) * v.zoom,
              tile.width * k * v.zoom,
              tile.height * k * v.zoom,
            );
        }),
      );
    }
  }
  await Promise.all(wanted);
  return ctx.getImageData(0, 0, width, height).data;
}

const picture = (
  rgba: Uint8ClampedArray,
  width: number,
  height: number,
  colorSpace: PredefinedColorSpace,
) =>
  createImageBitmap(new ImageData(rgba as Uint8ClampedArray<ArrayBuffer>, width, height, { colorSpace }));

function through(t: Transform<Uint8Array>, raw: Raw): Uint8ClampedArray {
  const out = new Uint8ClampedArray(t.run(raw.samples).buffer as ArrayBuffer);
  // What lies outside the picture stays outside.
  const step = raw.channels + 1;
  for (let to = 3, from = raw.channels; to < out.length; to += 4, from += step)
    out[to] = raw.samples[from]!;
  return out;
}

let views: { raw: string; seen: Map<string, Uint8ClampedArray> } = { raw: '', seen: new Map() };
/** What is in view by a paper or by none, kept as long as nothing else is looked at. */
async function seenThrough(
  raw: Raw,
  profileUrl: string,
  screen: PredefinedColorSpace,
  paper: ProofPaper | null,
): Promise<Uint8ClampedArray> {
  const about = `${profileUrl} ${screen} ${raw.key}`,
    key = paper ? JSON.stringify(paper) : 'picture';
  if (views.raw !== about) views = { raw: about, seen: new Map() };
  let seen = views.seen.get(key);
  if (!seen) {
    seen = through(await transformFor(profileUrl, screen, paper), raw);
    if (views.seen.size > 6) views.seen.delete([...views.seen.keys()].find((k) => k !== 'picture')!);
    views.seen.set(key, seen);
  }
  return seen;
}

/** Where a table has the cell of a pixel. */
function cellAt(samples: Uint8ClampedArray, at: number, { channels, bits }: MoveTable): number {
  const shift = 8 - bits;
  let cell = 0;
  for (let c = 0; c < channels; c++) cell = (cell << bits) | (samples[at + c]! >> shift);
  return cell;
}

/** Marks what is out of gamut with slanting lines, black and white in turn: seen on any colour, and by any eye. */
function mark(
  { samples, channels }: Raw,
  out: Uint8ClampedArray | null,
  table: MoveTable,
  threshold: number,
  width: number,
): number {
  const limit = Math.round(threshold * 10),
    step = channels + 1;
  let inside = 0,
    over = 0;
  for (let at = 0, p = 0; at < samples.length; at += step, p++) {
    if (samples[at + channels]! < 128) continue;
    inside++;
    if (table.tenths[cellAt(samples, at, table)]! <= limit) continue;
    over++;
    if (!out) continue;
    const stripe = ((p % width) + Math.floor(p / width)) % 8;
    if (stripe < 4) out.fill(stripe < 2 ? 0 : 255, 4 * p, 4 * p + 3);
  }
  return inside ? over / inside : 0;
}

/** Nobody asked anything for so long: time to make ready what may be asked next. */
const IDLE_MS = 700;
let idle: ReturnType<typeof setTimeout> | undefined;

/** Makes the transforms of the other intents and whites of a paper, one at a time, for as long as nothing is asked. */
function makeReady(source: string, screen: PredefinedColorSpace, paper: ProofPaper) {
  clearTimeout(idle);
  const wanted: ProofPaper[] = [paper.intent, ...INTENTS].flatMap((intent) =>
    [paper.paperWhite, !paper.paperWhite].map((paperWhite) => ({ ...paper, intent, paperWhite })),
  );
  const next = [...wanted, { ...paper, bpc: !paper.bpc }].find(
    (p) => !transforms.has(keyOf(source, screen, p)),
  );
  if (next)
    idle = setTimeout(
      () =>
        void transformFor(source, screen, next).then(
          () => makeReady(source, screen, paper),
          () => {},
        ),
      IDLE_MS,
    );
}

const api = {
  async render(ask: ProofAsk): Promise<ProofShown> {
    clearTimeout(idle);
    const started = performance.now();
    const { source, ratio, screen } = ask;
    const width = Math.round(ask.width * ratio),
      height = Math.round(ask.height * ratio);
    const raw = await rawView({
      ...ask,
      width,
      height,
      view: { ...ask.view, zoom: ask.view.zoom * ratio },
    });
    const before = await seenThrough(raw, source.profileUrl, screen, null);
    const after: ProofShown['after'] = [];
    for (const paper of ask.papers) {
      // Marks are drawn on a copy: what is under them is wanted again when only the threshold moves.
      const plain = await seenThrough(raw, source.profileUrl, screen, paper),
        shown = ask.threshold === null ? plain : plain.slice();
      const outShare = mark(
        raw,
        ask.threshold === null ? null : shown,
        await tableFor(source.profileUrl, raw.channels, paper),
        ask.threshold ?? OUT_ABOVE,
        width,
      );
      after.push({ picture: await picture(shown, width, height, screen), outShare });
    }
    const soft =
      ask.sigma === null
        ? null
        : await picture(softened(before, width, height, ask.sigma * ratio), width, height, screen);
    const shown: ProofShown = {
      before: await picture(before, width, height, screen),
      after,
      soft,
      beyondScreen: mark(
        raw,
        null,
        await tableFor(source.profileUrl, raw.channels, { screen }),
        OUT_ABOVE,
        width,
      ),
      view: ask.view,
      width: ask.width,
      height: ask.height,
      ms: performance.now() - started,
    };
    if (ask.papers[0]) makeReady(source.profileUrl, screen, ask.papers[0]);
    return Comlink.transfer(shown, [
      shown.before,
      ...after.map((a) => a.picture),
      ...(soft ? [soft] : []),
    ]);
  },
};
export type SoftProofWorker = typeof api;
Comlink.expose(api);
