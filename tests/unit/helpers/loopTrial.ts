// Practises the whole loop: proof, scan twice, compare, adjust, over works and papers; prints what came of each case, and
// what the print truly was. A process of its own: the colour engine does not start inside the test runner.
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Adjustment } from '@/core/colour/adjust';
import { wholePlan } from '@/core/proof/plan';
import { compareBack, type BackAsk } from '@/imaging/compareBack';
import { writePaperProfile } from '@/imaging/paperProfile';
import { practiceScan } from '@/imaging/practice';
import { makeProofSheet } from '@/imaging/proofing';
import { practicePress } from '@/simulators/practicePress';
import { smallPictures } from './smallPictures';

const dir = mkdtempSync(join(tmpdir(), 'glassine-loop-'));
const papers = [
  { name: 'Harrow Rag 310', base: 'cotton', surface: 'matte', brightener: 'none' },
  { name: 'Lantern Satin 260', base: 'resin-coated', surface: 'satin', brightener: 'little' },
  { name: 'Sound Gloss 300', base: 'resin-coated', surface: 'gloss', brightener: 'much' },
];
const limits = { mean: 3, p95: 6 },
  intent = 'relative colorimetric' as const;
const models = await Promise.all(
  papers.map(async (p, i) => {
    const model = practicePress.paperModel(p),
      profile = join(dir, `p${i}.icc`);
    await writePaperProfile({
      label: p.name,
      version: i % 2 ? 4 : 2,
      model,
      gridTo: 17,
      gridBack: 21,
      out: profile,
    });
    return { model, profile, drift: practicePress.drift({ lot: `${p.name} lot`, celsius: 29 }) };
  }),
);
// Eight works: all but the smallest photograph and the panorama.
const works = (await smallPictures(dir, 480)).filter(
  (w) => w.key !== 'buoy-store' && w.key !== 'long-breakwater',
);
const cases = [];
// Every other case, where two processes share the work.
const isSample = process.argv[2] === 'sample';
const part = process.argv[2] && !isSample ? Number(process.argv[2]) : null;
let turn = 0;
for (const w of works)
  for (const [i, m] of models.entries()) {
    if (part !== null && turn++ % 2 !== part) continue;
    // Two works, each on one paper.
    if (isSample && !(w === works[1 + 3 * (i / 2)] && i !== 1)) continue;
    const rounds: {
      mean: number;
      p95: number;
      verdict: string;
      word: string;
      trueMean: number;
      trueP95: number;
      likeness: number;
    }[] = [];
    let adjust: Adjustment | null = null,
      inGamut = 1;
    for (let round = 1; round <= 3; round++) {
      const image = { width: 110_000, height: Math.round((110_000 * w.height) / w.width) };
      const plan = wholePlan({
        crop: { left: 0, top: 0, width: w.width, height: w.height },
        image,
        picture: w,
        caption: `Round ${round}`,
        ppi: 100,
        adjust,
      });
      const file = join(dir, 'sheet.tif'),
        scans = [join(dir, 'a.tif'), join(dir, 'b.tif'), join(dir, 'true.tif')];
      await makeProofSheet({
        master: w.path,
        scratch: join(dir, 'scratch'),
        out: file,
        plan,
        untaggedIs: 'sRGB',
        space: 'opRGB',
        intent,
        kernel: 'mitchell',
        sharpen: null,
        bits: 16,
      });
      const faultless = {
        scale: 1,
        shiftX: 0,
        shiftY: 0,
        degrees: 0,
        noise: 0,
        cast: [1, 1, 1] as const,
      };
      for (const [k, out] of scans.entries())
        await practiceScan({
          file,
          profile: m.profile,
          intent,
          model: m.model,
          drift: m.drift,
          untaggedIs: null,
          out,
          scan: { ...practicePress.scan(round * 10 + k), ...(k === 2 && faultless), long: 460 },
        });
      const ask = (files: string[]): BackAsk => ({
        master: w.path,
        untaggedIs: 'sRGB',
        plan,
        scans: files,
        profile: m.profile,
        was: adjust,
        limits,
        long: 260,
      });
      try {
        const seen = await compareBack(ask(scans.slice(0, 2)));
        // What it truly is matters where a pass was reported, and where it began.
        const truth =
          round === 1 || seen.finding.verdict === 'holds' ? await compareBack(ask(scans.slice(2))) : seen;
        inGamut = seen.cells / (seen.cells + seen.outCells);
        rounds.push({
          mean: seen.mean,
          p95: seen.p95,
          verdict: seen.finding.verdict,
          word: seen.finding.word,
          trueMean: truth.mean,
          trueP95: truth.p95,
          likeness: seen.likeness,
        });
        if (seen.finding.verdict === 'holds') break;
        adjust = seen.advice;
      } catch (error) {
        // Hardly a cell that this paper can show: nothing to compare, and said so.
        rounds.push({
          mean: -1,
          p95: -1,
          verdict: 'refused',
          word: error instanceof Error ? error.message : '',
          trueMean: -1,
          trueP95: -1,
          likeness: 0,
        });
        inGamut = 0;
        break;
      }
    }
    cases.push({ work: w.key, paper: papers[i]!.name, inGamut, rounds });
  }
process.stdout.write(JSON.stringify(cases));
