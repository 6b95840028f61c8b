import { bordersOf, sheetOf } from '@/core/crop/border';
import type { Finding } from '@/core/finding';
import { formatSize } from '@/core/measure';
import { USUAL_POLICY } from '@/core/order/policy';
import { listingSentences, type ListedSize, type Sentence } from '@/core/listing/sentences';
import { FINE_PRINT, finePrintFinding } from '@/core/stock/finePrint';
import { papersAndRoutes } from '@/store/proofs';
import { freeOf } from '@/store/soundness';
import type { Studio } from '../studio';
import { formatCheck, type WorkPage } from '../works/workPage';
import type { CostBook } from './costs';
import { nameOf, pricedProducts } from './products';

/** Ways of making that are the studio’s own. */
const OWN_HANDS = new Set<string>(['own printer', 'hand-made darkroom print']);

/** A product that stands in a listing, with what is asked of it beside the text. */
export type OfferedHere = {
  productId: string;
  formatId: string;
  name: string;
  size: string;
  finish: string;
  priceMinor: number;
  paperId: string | null;
  routeId: string | null;
};

export type Listing = {
  finePrint: Finding[];
  /** A sentence for each fact, as it is so today. */
  sentences: Sentence[];
  paragraphs: string[];
  /** What can be bought of it today. */
  offered: OfferedHere[];
  left: { name: string; why: string }[];
  ready: boolean;
  /** Numbers still to be had; nothing: an open run, or none. */
  free: number | null;
};

/** What can be written of a work today, and which sizes stay out of it and why. */
export async function listingOf(studio: Studio, w: WorkPage, book?: CostBook): Promise<Listing> {
  const { settings, current, formats, proofs, editions, work } = w;
  const [products, { papers, routes }] = await Promise.all([
    pricedProducts(studio, { workIds: [work.id] }, book),
    papersAndRoutes(studio.db),
  ]);
  const left: Listing['left'] = [];
  const sizes: ListedSize[] = [];
  const offered: OfferedHere[] = [];
  const makers = new Set<string>();
  for (const f of formats) {
    const priced = products.filter((p) => p.format.id === f.id && p.price);
    const check = current ? formatCheck(f, current, w.school) : null;
    if (!check) left.push({ name: f.name, why: 'there is no file to judge it by' });
    else if (check.verdict === 'too thin')
      left.push({ name: f.name, why: 'the file is too thin for it' });
    else if (!priced.length) left.push({ name: f.name, why: 'it has no price' });
    else {
      const image = { width: f.imageWidthUm, height: f.imageHeightUm };
      const reference = proofs.find((p) => p.format.id === f.id && p.proof.reference);
      for (const { product, line, price } of priced) {
        const paper = papers.find((p) => p.id === line.paperId) ?? reference?.paper;
        const route = routes.find((r) => r.id === line.routeId) ?? reference?.route;
        if (route && !OWN_HANDS.has(route.kind)) makers.add(route.name);
        offered.push({
          productId: product.id,
          formatId: f.id,
          name: nameOf(f.name, line.name, product.finish),
          size: formatSize(image, settings.unit),
          finish: product.finish,
          priceMinor: price!.priceMinor,
          paperId: paper?.id ?? null,
          routeId: route?.id ?? null,
        });
        sizes.push({
          id: product.id,
          image,
          sheet: sheetOf(image, bordersOf(f)),
          priceMinor: price!.priceMinor,
          paper: paper ? `${paper.name} (${paper.base}, ${paper.gsm} g/m²)` : null,
          process: route?.process ?? null,
          finish: product.finish === 'loose' ? '' : product.finish,
        });
      }
    }
  }
  const finePrint = formats.map((f) => {
    const reference = proofs.find((p) => p.format.id === f.id && p.proof.reference);
    return finePrintFinding(settings.finePrint ?? FINE_PRINT, f.name, {
      base: reference?.paper.base ?? null,
      brightener: reference?.paper.brightener ?? null,
      process: reference?.route.process ?? null,
      ppi: current ? formatCheck(f, current, w.school).ppi : null,
    });
  });
  const edition = editions.find((e) => !e.closedAt) ?? null;
  const free = edition ? await freeOf(studio.db, edition.id, await studio.today()) : null;
  const policy = settings.postPolicy ?? USUAL_POLICY;
  const sentences = listingSentences({
    title: work.title,
    artist: settings.artist || settings.name,
    medium: work.medium,
    year: work.year,
    sizes,
    edition: edition ? { covers: edition.covers, left: free === null ? null : Math.max(0, free) } : null,
    handlingDays: settings.handlingDays,
    unit: settings.unit,
    currency: settings.currency,
    makers: [...makers].sort(),
    countries: policy.countries,
    returnDays: policy.returnDays,
  });
  return {
    finePrint,
    left,
    offered,
    free,
    ready: sizes.length > 0 && edition !== null,
    sentences,
    paragraphs: sentences.map(({ says }) => says),
  };
}
