'use client';
import type { ReactNode } from 'react';
import { cutWords } from '@/core/sheets/nup';
import { shortness } from '@/core/sheets/shortness';
import { Working } from '@/ui/Callout';
import { FactList, PanelTitle, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { isRoll, sheetOf } from './layoutProps';
import type { LayoutDesk } from './useLayoutDesk';

const MM2_PER_M2 = 1e6;
const squareMetres = (mm2: number) => `${(mm2 / MM2_PER_M2).toFixed(4)} m²`;

/** The paper, waste, cost and ink of a layout as it lies now, and what stands in the way of printing it. */
export function WhatItTakes({ desk }: { desk: LayoutDesk }) {
  const { length, size, money } = useUnits();
  const { layout, facts, placements, wanted } = desk;
  const { ground } = layout;
  return (
    <section>
      <PanelTitle>
        What it takes{' '}
        <span>
          {placements.length} of {wanted} pieces
        </span>
      </PanelTitle>
      <Stack $gap={8} style={{ paddingTop: 6 }}>
        <FactList
          rows={[
            isRoll(ground) ? ['Length', length(facts.taken)] : ['Sheet', size(sheetOf(ground))],
            ...shortnessRows(desk, length),
            ['Waste', <Waste key="waste" desk={desk} />],
            [
              'Cost',
              `${money(facts.cost)} ${facts.lot ? `from lot ${facts.lot.name}` : 'by the square metre: no lot fits'}`,
            ],
            ['Ink', desk.ink && <Ink key="ink" ink={desk.ink} desk={desk} />],
          ]}
        />
        <Remarks desk={desk} />
      </Stack>
    </section>
  );
}

/** How near to the shortest it is, once all pieces lie where they may; and what straight cuts cost in length. */
function shortnessRows(
  { shortest, facts, waiting }: LayoutDesk,
  length: (um: number) => string,
): [string, ReactNode][] {
  if (!shortest || waiting > 0 || facts.clash.length > 0) return [];
  const { isShortest, says } = shortness(facts.taken, shortest.bound);
  // As it lies it may be a layout that straight cuts free.
  const straight = facts.cuts ? Math.min(shortest.straight, facts.taken) : shortest.straight;
  const more = straight - facts.taken;
  return [
    [
      'Shortest?',
      <MarkedText key="shortest" kind={isShortest ? 'holds' : 'none'}>
        {says}
      </MarkedText>,
    ],
    [
      'Straight cuts',
      more > 0
        ? `${length(straight)}: ${length(more)} more of the roll`
        : more === 0
          ? `${length(straight)}: no longer than this`
          : `${length(straight)}: ${length(-more)} less than this, lay it anew`,
    ],
  ];
}

function Waste({ desk: { layout, facts } }: { desk: LayoutDesk }) {
  const { length } = useUnits();
  const share = `${(100 * facts.waste).toFixed(1)} %`;
  const sum = `1 − ${squareMetres(facts.used)} ÷ (${length(layout.ground.width)} × ${length(facts.taken)})`;
  return (
    <Working
      working={{
        title: 'waste',
        steps: [{ sum, result: share }],
        notes: ['Gaps and margins count as waste.'],
        source: 'Bare share of what is used.',
      }}
    >
      {share}
    </Working>
  );
}

function Ink({ ink, desk }: { ink: NonNullable<LayoutDesk['ink']>; desk: LayoutDesk }) {
  const { money } = useUnits();
  const { facts, placements } = desk;
  const all = Math.round((facts.used / MM2_PER_M2) * ink.perM2Minor);
  const each = Math.round(((facts.used / MM2_PER_M2) * ink.perM2Minor) / Math.max(1, placements.length));
  const steps = [
    { sum: `${squareMetres(facts.used)} × ${money(ink.perM2Minor)} for all colours`, result: money(all) },
    { sum: `÷ ${placements.length} pieces, on average`, result: money(each) },
  ];
  return (
    <Working
      working={{
        title: 'ink of this layout',
        steps: placements.length ? steps : steps.slice(0, 1),
        notes: ['Learned from cartridges that ran out; a dark picture takes more.'],
        source: 'Area × coverage × price of the ink.',
      }}
    >
      about {money(all)} on {ink.name}
    </Working>
  );
}

function Remarks({ desk }: { desk: LayoutDesk }) {
  const { length, day } = useUnits();
  const { layout, facts, placements, isPrinted, waiting } = desk;
  const { clash, cuts, lot, taken } = facts;
  const isCuttable = placements.length > 0 && !clash.length;
  return (
    <>
      {isPrinted && (
        <MarkedText kind="holds">Printed {day(layout.printedAt)}; its paper left the drawer.</MarkedText>
      )}
      {clash.length > 0 && (
        <MarkedText kind="fails">
          {clash.length === 1 ? 'One piece lies' : `${clash.length} pieces lie`} too near another, or over
          the margin.
        </MarkedText>
      )}
      {waiting > 0 && (
        <MarkedText kind="care">{waiting} did not fit: they wait for another sheet.</MarkedText>
      )}
      {isCuttable && cuts && (
        <MarkedText kind="holds">
          {cutWords(cuts)} free every piece; the order stands beside the lines.
        </MarkedText>
      )}
      {isCuttable && !cuts && (
        <MarkedText kind="care">
          No order of straight cuts frees every piece: lay it for straight cuts, or cut round some.
        </MarkedText>
      )}
      {!isPrinted && !lot && placements.length > 0 && (
        <MarkedText kind="care">
          No lot on hand is{' '}
          {isRoll(layout.ground)
            ? `${length(layout.ground.width)} wide and ${length(taken)} long`
            : 'this sheet'}
          : receive one before it is printed.
        </MarkedText>
      )}
    </>
  );
}
