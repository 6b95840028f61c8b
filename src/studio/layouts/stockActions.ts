import { InputError, RefusedError } from '@/core/errors';
import { formatLength, formatSize, parseLength, type Um, type UnitSystem } from '@/core/measure';
import { groupBy } from '@/core/groups';
import { isOfSize } from '@/core/sheets/layoutFacts';
import type { Laid, LaidPiece } from '@/core/sheets/pieces';
import type { StockWay } from '@/core/sheets/stockChoice';
import { insertRow, patchRow } from '@/store/rows';
import { defineAction, defineLongAction } from '../action';
import { lotsOnHand } from '../papers/lots';
import { id, lengthInput, line, listOf, objectSchema, oneOf, orNull } from '../schemas';
import { noteInJournal } from '../studio';
import { LONG_EFFORT } from './layoutActions';
import { laidSchema, refuseMisplaced, um } from './placed';
import { unprintedLayout } from './unprintedLayout';

/** Many sheets are tried, each for a short time; what is told in the end as long as one that is laid anew. */
const STOCK_EFFORT = 150_000;

/** Which sheets and rolls of its paper on hand a layout's pieces are best cut from. Nothing is changed. */
export const proposeStock = defineLongAction({
  name: 'proposeStock',
  input: objectSchema({ id, cuts: oneOf('tight', 'straight'), leastOffcut: lengthInput }),
  final: true,

  async run({ studio, input }) {
    const { unit } = await studio.settings();
    const layout = await unprintedLayout(studio.db, input.id);
    if (!layout.pieces.length) throw new RefusedError('Nothing is to be laid yet: add pieces first.');
    const lots = (await lotsOnHand(studio.db, [layout.paperId])).filter((lot) => lot.onHand > 0);
    const ways: StockWay[] = await studio.imaging.do('stock', [
      {
        pieces: layout.pieces,
        lots: lots.map((lot) => ({
          ...{ id: lot.id, name: lot.name, form: lot.form, width: lot.widthUm, height: lot.heightUm },
          ...{ onHand: lot.onHand, received: lot.received, price: lot.priceMinor },
        })),
        ...{ margin: layout.marginUm, gap: layout.gapUm, cuts: input.cuts },
        ...{ effort: STOCK_EFFORT, lastEffort: LONG_EFFORT },
        leastOffcut: parseLength(input.leastOffcut, unit, 'leastOffcut'),
      },
    ]).done;
    const count = `${ways.length} ${ways.length === 1 ? 'way' : 'ways'}`;
    return {
      message: ways.length
        ? `${count} to cut them from what is on hand.`
        : 'No sheet or roll of this paper on hand is enough for all of them.',
      ways,
      seen: layout.changedAt,
    };
  },
});

const useSchema = objectSchema({
  paper: objectSchema({ width: um, height: orNull(um) }),
  placements: listOf(laidSchema, { minItems: 1, maxItems: 2_000 }),
});

/**
 * Lays a layout's pieces on the sheets and rolls of a way that was proposed: the first takes the place of the paper it lay on, each
 * of the others becomes a layout of its own, so that each is printed, and leaves the stock, by itself.
 */
export const layOnStock = defineAction({
  name: 'layOnStock',
  input: objectSchema({ id, seen: line, uses: listOf(useSchema, { minItems: 1, maxItems: 60 }) }),

  async run({ studio, tx, input }) {
    const { unit } = await studio.settings();
    const layout = await unprintedLayout(tx, input.id);
    if (layout.changedAt !== input.seen)
      throw new RefusedError('The layout was changed meanwhile: look at what is on hand once more.');
    const lots = await lotsOnHand(tx, [layout.paperId]);
    const parts = input.uses.map((use, i) => {
      const { width, height } = use.paper;
      if (!lots.some((lot) => isOfSize({ width: lot.widthUm, height: lot.heightUm }, use.paper)))
        throw new InputError(`uses[${i}].paper`, width, 'the size of a lot of this paper');
      const pieces = piecesOn(layout.pieces, use.placements);
      refuseMisplaced(
        { width, height, margin: layout.marginUm, gap: layout.gapUm },
        pieces,
        use.placements,
        unit,
      );
      return { ...use, pieces };
    });
    refuseOthers(layout.pieces, parts);

    const now = studio.now();
    const newIds: string[] = [];
    for (const [i, { paper, pieces, placements }] of parts.entries()) {
      const laid = {
        kind: paper.height === null ? ('roll' as const) : ('sheet' as const),
        ...{ widthUm: paper.width, heightUm: paper.height, pieces, placements },
        lengthUm: paper.height ?? endOf(placements) + layout.marginUm,
        ...{ state: 'laid' as const, changedAt: now },
      };
      if (i === 0) {
        await patchRow(tx, 'layouts', layout.id, laid);
        continue;
      }
      const newId = studio.newId();
      newIds.push(newId);
      const { paperId, marginUm, gapUm } = layout;
      await insertRow(tx, 'layouts', {
        ...{ id: newId, name: `${layout.name}, ${i + 1} of ${parts.length}` },
        ...{ paperId, marginUm, gapUm, createdAt: now },
        ...laid,
      });
    }
    const says = `Laid ${layout.name} on ${sheetsInWords(parts, unit)}`;
    await noteInJournal(studio, tx, {
      act: 'changed',
      subject: 'layout',
      subjectId: layout.id,
      says,
      before: { pieces: layout.pieces, placements: layout.placements },
      after: { pieces: parts[0]!.pieces, others: newIds },
    });
    const others = newIds.length
      ? ` The others are ${newIds.length === 1 ? 'a layout' : 'layouts'} of their own.`
      : '';
    return { message: `${says}.${others}`, id: layout.id };
  },
});

const endOf = (placements: readonly Laid[]): Um => Math.max(...placements.map((p) => p.y + p.height));
const baseOf = (placement: Laid): string => placement.id.split('#')[0]!;

/** The pieces that lie on one sheet, each with how many of it do. */
function piecesOn(pieces: readonly LaidPiece[], placements: readonly Laid[]): LaidPiece[] {
  return pieces.flatMap((piece) => {
    const count = placements.filter((placement) => baseOf(placement) === piece.id).length;
    return count ? [{ ...piece, count }] : [];
  });
}

/** Every piece lies somewhere, and no more of it than there are. */
function refuseOthers(
  pieces: readonly LaidPiece[],
  parts: readonly { placements: readonly Laid[] }[],
): void {
  const laid = parts.flatMap(({ placements }) => placements);
  for (const piece of pieces) {
    const count = laid.filter((placement) => baseOf(placement) === piece.id).length;
    if (count !== piece.count) throw new InputError('uses', count, `${piece.count} of ${piece.says}`);
  }
}

type Paper = { width: Um; height: Um | null };

/** Sheets counted by their sizes, and each roll. */
function sheetsInWords(parts: readonly { paper: Paper }[], unit: UnitSystem): string {
  const names = parts.map(({ paper: { width, height } }) =>
    height === null ? `a roll of ${formatLength(width, unit)}` : formatSize({ width, height }, unit),
  );
  const counts = groupBy(names, (name) => name);
  return [...counts]
    .map(([name, all]) => (name.startsWith('a roll') ? name : `${all.length} × ${name}`))
    .join(' and ');
}
