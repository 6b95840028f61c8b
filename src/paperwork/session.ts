import { Page } from './pdf';

export type SessionFacts = {
  studio: string;
  title: string;
  facts: string;
  plan: string;
  finding: string;
  steps: string[];
  cautions: string[];
  at: string;
  letter: boolean;
};

/** The checklist of a capture session: order of acts with a box each, the plan's figures, cautions, and room to write. */
export async function sessionPdf(f: SessionFacts): Promise<Buffer> {
  const [w, h] = f.letter ? [215.9, 279.4] : [210, 297];
  const page = new Page(w, h, { title: `Capture of ${f.title}`, author: f.studio, at: f.at });
  const left = 20,
    width = w - 40;
  page.text(f.studio, left, 16, { size: 8, colour: '#525b66' });
  let y = page.text(`Capture of ${f.title}`, left, 21, { face: 'title', size: 19, width });
  y = page.text(f.facts, left, y, { size: 9, colour: '#525b66', width });
  page.line(left, y + 2, left + width, y + 2, 0.35);
  y = page.text(f.plan, left, y + 6, { face: 'bold', size: 10.5, width });
  y = page.text(f.finding, left, y + 1, { size: 9.5, width }) + 5;
  for (const [i, step] of f.steps.entries()) {
    page.box(left, y + 0.5, 4.5, 4.5, 0.3);
    page.text(String(i + 1), left + 8, y, { size: 10, colour: '#525b66' });
    y = page.text(step, left + 14, y, { size: 10.5, width: width - 14 }) + 3.2;
  }
  if (f.cautions.length) {
    y += 2;
    page.line(left, y, left + width, y, 0.2);
    y = page.text(f.cautions.join('\n'), left, y + 3, { face: 'title', size: 10, width }) + 2;
  }
  page.text('Files, times and what was different', left, y + 6, { size: 8, colour: '#525b66' });
  for (let line = y + 17; line < h - 18; line += 9) page.line(left, line, left + width, line, 0.12);
  return page.bytes();
}
