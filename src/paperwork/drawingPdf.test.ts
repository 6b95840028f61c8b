import { execFileSync } from 'node:child_process';
import { existsSync, writeFileSync } from 'node:fs';
import { inflateSync } from 'node:zlib';
import { join } from 'node:path';
import { drawingSvg, niceScale, type Drawing } from '@/core/drawing/strokes';
import {
  drawLayout,
  drawMatFace,
  drawMockups,
  drawSheet,
  drawWrap,
  WHOLE,
} from '@/core/drawing/shopDrawings';
import { NO_FINISH } from '@/core/crop/finish';
import { folder } from '../../tests/unit/helpers/files';
import { drawingPdf } from './drawingPdf';

const FACTS = {
  studio: 'A Print Room',
  at: '2026-11-24T10:00:00Z',
  pictures: new Map<string, string>(),
  notes: ['1 × mat: acid-free'],
};
const ROOM = { left: 10, right: 10, top: 5, bottom: 15 };
const LINE: Drawing = {
  title: 'A hundred',
  width: 100_000,
  height: 40_000,
  room: ROOM,
  strokes: [
    { kind: 'line', x1: 0, y1: 10_000, x2: 100_000, y2: 10_000, pen: 'edge' },
    { kind: 'dimension', x1: 0, y1: 40_000, x2: 100_000, y2: 40_000, off: 6, says: '100 mm' },
  ],
};

/** Drawn lines of a PDF in millimetres, and its page, read out of the file's own streams. */
function readBack(pdf: Buffer) {
  const text = pdf.toString('latin1');
  const [, w, h] = /MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(text)!;
  const lengths: number[] = [];
  for (const m of text.matchAll(/stream\r?\n/g)) {
    const from = m.index + m[0].length;
    let ops: string;
    try {
      ops = inflateSync(pdf.subarray(from, text.indexOf('endstream', from))).toString('latin1');
    } catch {
      continue;
    }
    for (const [, x1, y1, x2, y2] of ops.matchAll(/([\d.-]+) ([\d.-]+) m\n([\d.-]+) ([\d.-]+) l/g))
      lengths.push((Math.hypot(Number(x2) - Number(x1), Number(y2) - Number(y1)) * 25.4) / 72);
  }
  return { width: (Number(w) * 25.4) / 72, height: (Number(h) * 25.4) / 72, lengths };
}

describe('a shop drawing as a page', () => {
  test('at true size a 100 mm line is 100 mm, three times: the thing, its dimension, and the line to measure by', async () => {
    const page = readBack(await drawingPdf({ ...FACTS, drawing: LINE }));
    expect(page.lengths.filter((l) => Math.abs(l - 100) < 0.05)).toHaveLength(3);
    expect(page.width).toBeCloseTo(150, 1);
  });
  test('no page is longer than a page can be: a long roll is drawn at the next scale, and says so', async () => {
    const dir = await folder();
    const pdf = await drawingPdf({
      ...FACTS,
      drawing: {
        ...LINE,
        title: 'A long roll',
        width: 9_000_000,
        strokes: [{ kind: 'line', x1: 0, y1: 0, x2: 9_000_000, y2: 0, pen: 'edge' }],
      },
    });
    const page = readBack(pdf);
    expect(page.width).toBeLessThanOrEqual(5_080);
    expect(page.lengths.some((l) => Math.abs(l - 4_500) < 0.1)).toBe(true);
    expect(page.lengths.some((l) => Math.abs(l - 100) < 0.05)).toBe(true);
    writeFileSync(join(dir, 'long.pdf'), pdf);
    if (existsSync('/usr/bin/pdftotext'))
      expect(execFileSync('/usr/bin/pdftotext', [join(dir, 'long.pdf'), '-']).toString()).toContain(
        '1 : 2',
      );
  });
  test('draughtsmen’s scales only', () =>
    expect([
      niceScale({ width: 400_000, height: 300_000 }, { width: 180, height: 200 }),
      niceScale({ width: 50_000, height: 50_000 }, { width: 180, height: 200 }),
    ]).toEqual([0.2, 2]));
});

describe('a drawing as SVG', () => {
  test('its millimetres are millimetres, and words from outside stay words', () => {
    const svg = drawingSvg({ ...LINE, title: 'A <hundred> & "one"' });
    expect(svg).toContain('width="120mm" height="60mm" viewBox="0 0 120 60"');
    expect(svg).toContain('<line x1="0" y1="10" x2="100" y2="10"');
    expect(svg).not.toContain('<hundred>');
  });
  test('a mirrored part shows the picture turned over beside the face', () => {
    const d = drawWrap({
      title: 'w',
      wrap: {
        face: { width: 400_000, height: 300_000 },
        depth: 38_000,
        foldOver: 40_000,
        edge: 'mirrored',
      },
      unit: 'mm',
      picture: 'p',
      from: WHOLE,
    });
    const parts = d.strokes.filter((s) => s.kind === 'picture');
    // The face, four edges, four corners; 41 of 400 mm are mirrored across.
    expect(parts.map((p) => p.flip ?? 'none').sort()).toEqual([
      'both',
      'both',
      'both',
      'both',
      'none',
      'x',
      'x',
      'y',
      'y',
    ]);
    expect(parts.find((p) => p.flip === 'x')!.from.width).toBeCloseTo(41 / 400, 12);
    expect(drawingSvg(d, 1, () => 'data:x')).toContain('scale(-1 1)');
  });
  test('parts of a mat’s face lie where the figures say; a sheet’s border and torn strip add up', () => {
    const plan = {
      kind: 'mat' as const,
      cutterId: null,
      tolerance: { sheet: 0, image: 0, window: 0, placing: 0 },
      minimumHold: 3_000,
      window: { width: 380_000, height: 280_000 },
      side: 60_000,
      bottom: 70_000,
      board: 1_500,
      glazing: 0,
      backing: 0,
      print: 0,
      frameLip: 6_000,
    };
    const face = drawMatFace({
      title: 'm',
      plan,
      sheet: { width: 450_000, height: 350_000 },
      image: { width: 400_000, height: 300_000 },
      unit: 'mm',
      picture: 'p',
      from: WHOLE,
    });
    expect([face.width, face.height]).toEqual([500_000, 410_000]);
    // 10 mm of the image hidden on each side of 400.
    expect(face.strokes.find((s) => s.kind === 'picture')!.from).toEqual({
      left: 0.025,
      top: 10 / 300,
      width: 0.95,
      height: 280 / 300,
    });
    const sheet = drawSheet({
      title: 's',
      image: { width: 400_000, height: 300_000 },
      borders: { top: 25_000, right: 25_000, bottom: 32_000, left: 25_000 },
      finish: { ...NO_FINISH, deckle: 12_000, title: 'Night Ferry' },
      unit: 'mm',
      picture: null,
      from: WHOLE,
      number: '1/40',
    });
    expect([sheet.width, sheet.height]).toEqual([474_000, 381_000]);
    expect(sheet.strokes.filter((s) => s.kind === 'text').map((s) => s.says)).toEqual([
      '1/40',
      'Night Ferry',
    ]);
  });
  test('mock-ups stand on one line, to one scale, each in the same frame', () => {
    const print = (w: number) => ({
      outer: { width: w, height: w * 0.8 },
      window: { width: w - 100_000, height: w * 0.8 - 110_000 },
      top: 50_000,
      picture: null,
      from: WHOLE,
      says: 'x',
    });
    const d = drawMockups({
      title: 't',
      prints: [print(300_000), print(600_000)],
      frame: 20_000,
      unit: 'mm',
    });
    const frames = d.strokes.filter((s) => s.kind === 'rect' && s.fill === 'frame') as {
      x: number;
      y: number;
      width: number;
      height: number;
    }[];
    expect(frames.map((f) => [f.width, f.y + f.height])).toEqual([
      [340_000, 520_000],
      [640_000, 520_000],
    ]);
    expect(d.width).toBe(340_000 + 60_000 + 640_000);
    expect(d.strokes.filter((s) => s.kind === 'dimension').map((s) => s.says)).toEqual([
      'x, framed 340 × 280',
      'x, framed 640 × 520',
    ]);
  });
  test('a layout numbers the cuts that part pieces, not the trimming', () => {
    const piece = {
      width: 100_000,
      height: 50_000,
      count: 2,
      rotate: false,
      says: 'Ferry',
      workId: null,
      formatId: null,
      picture: null,
      id: 'p1',
    };
    const placements = [
      { id: 'p1#1', x: 5_000, y: 5_000, width: 100_000, height: 50_000, turned: false },
      { id: 'p1#2', x: 5_000, y: 60_000, width: 100_000, height: 50_000, turned: false },
    ];
    const d = drawLayout({
      title: 'l',
      width: 110_000,
      length: 115_000,
      margin: 5_000,
      pieces: [piece],
      placements,
      cuts: [
        { along: 'across', at: 60_000, from: 0, to: 110_000 },
        { along: 'down', at: 5_000, from: 0, to: 60_000, trim: true },
      ],
      unit: 'mm',
    });
    expect(d.strokes.filter((s) => s.kind === 'text').map((s) => s.says)).toEqual([
      'Ferry 100 × 50',
      'Ferry 100 × 50',
      '1',
    ]);
  });
});
