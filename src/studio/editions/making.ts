import { bordersOf, imageOf, sheetOf } from '@/core/crop/border';
import type { OneMade, OnHand } from '@/core/edition/toHaveReady';
import { isSignedBefore } from '@/core/edition/impressionStates';
import { FIRST_RATES } from '@/core/cost/rates';
import { planPack } from '@/core/parcel/pack';
import { lastPrinted, type Edition } from '@/store/editions';
import { shelf as shelfOf } from '@/store/orders';
import { findRow } from '@/store/rows';
import { formatsOf } from '@/store/works';
import { inkReport, machinesAtHand } from '../machines/machines';
import { lotsOnHand, type LotOnHand } from '../papers/lots';
import type { Studio } from '../studio';

/** What one more print of an edition takes, in the size and on the paper it was last printed; nothing: it never was. */
export async function oneMore(studio: Studio, edition: Edition): Promise<OneMade | null> {
  const { db } = studio;
  const last = await lastPrinted(db, edition.id);
  if (!last?.paperId || !last.formatId || edition.closedAt) return null;
  const format = (await formatsOf(db, edition.workId)).find((each) => each.id === last.formatId);
  const paper = await findRow(db, 'papers', last.paperId);
  if (!format || !paper) return null;
  const { costRates } = await studio.settings();
  const { minutes } = costRates ?? FIRST_RATES;
  const sheet = sheetOf(imageOf(format), bordersOf(format));
  const [lots, shelf] = await Promise.all([lotsOnHand(db, [paper.id]), shelfOf(db)]);
  const plan = planPack([{ name: format.name, sheet, gsm: paper.gsm, mayRoll: paper.mayRoll }], shelf);
  return {
    sheet,
    format: format.name,
    paper: paper.name,
    onHand: lots.filter((lot) => lot.onHand > 0).map(onHandOf),
    ink: await scarcestInk(
      studio,
      Math.min(sheet.width, sheet.height),
      (sheet.width / 1e6) * (sheet.height / 1e6),
    ),
    wrapping: plan.needs.map((need) => ({
      name: need.supply?.name ?? `no ${need.kind} on the shelf fits`,
      onHand: need.supply ? Math.floor(need.supply.onHand / Math.max(1, need.count)) : 0,
    })),
    inspectMinutes: minutes.inspect,
    signMinutes: isSignedBefore(edition.signing) ? minutes.sign : 0,
  };
}

const onHandOf = (lot: LotOnHand): OnHand =>
  lot.form === 'roll' || lot.heightUm === null
    ? { form: 'roll', width: lot.widthUm, length: lot.onHand }
    : { form: 'sheet', width: lot.widthUm, height: lot.heightUm, count: lot.onHand };

/** The colour that gives the fewest prints, on the narrowest machine that takes the sheet. @param areaM2 of one sheet */
async function scarcestInk(studio: Studio, sideUm: number, areaM2: number): Promise<OneMade['ink']> {
  const [machine] = (await machinesAtHand(studio.db))
    .filter((each) => each.widthUm >= sideUm)
    .sort((a, b) => a.widthUm - b.widthUm);
  if (!machine) return null;
  const colours = (await inkReport(studio, machine)).flatMap(({ colour, level, fit }) =>
    level ? [{ colour, ml: level.ml, perPrint: fit.coverage * areaM2 }] : [],
  );
  return (
    colours
      .filter((each) => each.perPrint > 0)
      .sort((a, b) => a.ml / a.perPrint - b.ml / b.perPrint)[0] ?? null
  );
}
