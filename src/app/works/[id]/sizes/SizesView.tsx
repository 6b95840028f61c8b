'use client';
import type { FormatModel } from '@/app/models';
import { orientationOf, type Size } from '@/core/measure';
import {
  countVerdicts,
  type FamilyName,
  type ResolutionCheck,
  type Rung,
  type School,
} from '@/core/resolution';
import { useMemo, useState } from 'react';
import styled from 'styled-components';

import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Callout } from '@/ui/Callout';
import { Field, Select } from '@/ui/Field';
import { useKeys } from '@/ui/Keys';
import { EmptyState, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { LadderDrawing } from './LadderDrawing';
import { LadderTable } from './LadderTable';
import { OfferedFormats } from './OfferedFormats';
import { SchoolChoice } from './SchoolChoice';
import { SetSheet } from './SetSheet';

export type Offered = { format: FormatModel; check: ResolutionCheck | null };
type Props = {
  workId: string;
  picture: string | null;
  hasFile: boolean;
  detailShare: number | null;
  mayPrint: 'yes' | 'not yet' | 'no';
  rungs: Rung[];
  offered: Offered[];
  school: School;
  families: FamilyName[];
  own: { school: boolean; families: boolean };
  studioSchool: School;
  /** Rungs of the other orientation: the picture cropped to lie across its own way. */
  across: Rung[];
  largest: Size | null;
  routes: RoutePrice[];
};
export type RoutePrice = { id: string; name: string; pricePerM2Minor: number; minimumMinor: number };

const Two = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 640px);
  gap: 20px;
  align-items: start;
  margin-top: 14px;
  @media (max-width: 1100px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

type Lying = 'as the picture' | 'the other way' | 'both';
const LYING = (['as the picture', 'the other way', 'both'] as const).map((key) => ({ key, name: key }));

/** Whether a format is a rung of the ladder: the same size, lying the same way. */
const isRung = (f: FormatModel, r: Rung) =>
  f.image.width === r.frame.width && f.image.height === r.frame.height;

/** The ladder of sizes, drawn and in figures; what is ticked is offered. */
export function SizesView({
  workId,
  picture,
  hasFile,
  detailShare,
  mayPrint,
  rungs,
  offered,
  school,
  families,
  own,
  studioSchool,
  across,
  largest,
  routes,
}: Props) {
  const [showThin, setShowThin] = useState(true);
  const [lying, setLying] = useState<Lying>('as the picture');
  const [routeId, setRoute] = useState(routes[0]?.id ?? '');
  const [making, setMaking] = useState(false);
  const all = useMemo(
    () => (lying === 'the other way' ? across : lying === 'both' ? [...rungs, ...across] : rungs),
    [lying, across, rungs],
  );
  const shown = useMemo(
    () => (showThin ? all : all.filter((r) => r.check.verdict !== 'too thin')),
    [all, showThin],
  );
  const route = routes.find((r) => r.id === routeId) ?? null;
  const offeredRungs = shown.filter((r) => offered.some((o) => isRung(o.format, r)));
  // Of several sizes on offer the middle one shows the picture largest without hiding the sizes about it.
  const firstOffered = offeredRungs[Math.floor((offeredRungs.length - 1) / 2 + 0.5)];
  const [chosenKey, setChosen] = useState<string | null>(null);
  const chosen =
    shown.find((r) => r.key === chosenKey) ??
    firstOffered ??
    shown.find((r) => r.check.verdict === 'holds') ??
    shown[0];
  const [lit, setLit] = useState<string | null>(null);
  const action = useAction();
  const { size } = useUnits();
  const formatOf = (r: Rung) => offered.find((o) => isRung(o.format, r))?.format;
  const toggle = (r: Rung) => {
    const format = formatOf(r);
    if (format) void action.run('withdrawFormat', { id: format.id, withdrawn: true });
    else
      void action.run('offerFormat', {
        workId,
        size: r.frame,
        family: r.family,
      });
  };
  const step = (by: number) => () => {
    const at = shown.findIndex((r) => r.key === chosen?.key);
    const next = shown[(at + by + shown.length) % shown.length];
    if (next) setChosen(next.key);
  };
  useKeys([
    { key: 'n', label: 'the next size of the ladder', run: step(1) },
    { key: 'b', label: 'the size before', run: step(-1) },
    { key: 'm', label: 'make a set of sizes', run: () => setMaking(true) },
    {
      key: 'o',
      label: 'offer the chosen size, or stop offering it',
      run: () => {
        if (chosen) toggle(chosen);
      },
    },
  ]);
  if (!hasFile || !chosen) {
    return (
      <EmptyState title="No size can be judged yet">
        <p>
          Sizes are judged against the pixels of the current master. Bring a file in under Capture; every
          size of the chosen families is then worked out at once.
        </p>
      </EmptyState>
    );
  }
  const n = countVerdicts(all);
  const hidden = all.length - shown.length;
  return (
    <div>
      <SchoolChoice
        workId={workId}
        school={school}
        families={families}
        own={own}
        studioSchool={studioSchool}
        showThin={showThin}
        onShowThin={setShowThin}
      />
      <Row $gap={18} style={{ marginTop: 8, alignItems: 'end' }}>
        <Select<Lying>
          label="Frames lying"
          value={lying}
          onChange={setLying}
          options={LYING}
          width={150}
        />
        {routes.length > 0 && (
          <Select
            label="Priced by"
            value={routeId}
            onChange={setRoute}
            options={routes.map((r) => ({ key: r.id, name: r.name }))}
            width={210}
          />
        )}
        <Button keyName="m" onPress={() => setMaking(true)} isDisabled={!largest}>
          Make a set
        </Button>
        {!showThin && hidden > 0 && (
          <Small>{hidden} hidden: their pixels are under two thirds of what is asked.</Small>
        )}
      </Row>
      {making && largest && (
        <SetSheet
          workId={workId}
          rungs={rungs}
          largest={largest}
          offered={offered.map((o) => o.format.image)}
          onClose={() => setMaking(false)}
        />
      )}
      {mayPrint !== 'yes' && (
        <Callout style={{ marginTop: 12 }}>
          <h3>
            {mayPrint === 'no' ? 'This work may not be printed' : 'This work may not be printed yet'}
          </h3>
          Sizes can be looked at; an edition opens only when Original says it may be printed.
        </Callout>
      )}
      <Two>
        <Stack $gap={22}>
          <LadderDrawing
            rungs={shown}
            chosen={chosen}
            lit={lit}
            onLit={setLit}
            onChoose={setChosen}
            picture={picture}
          />
          <OfferedFormats
            offered={offered}
            picture={picture}
            workId={workId}
            lying={largest && orientationOf(largest)}
          />
        </Stack>
        <Stack $gap={14}>
          <LadderTable
            rungs={shown}
            chosen={chosen}
            lit={lit}
            onLit={setLit}
            onChoose={setChosen}
            isOffered={(r) => formatOf(r) !== undefined}
            onOffer={toggle}
            busy={action.isPending}
            detailShare={detailShare}
            route={route}
          />
          <Small>
            {n.holds} hold, {n.stretched} stretched, {n.tooThin} too thin. Keys: n next size, o offer it.
            Chosen now: {size(chosen.frame)}.
          </Small>
          <ErrorCallout error={action.error} fields={['size']} />
          <OwnSize workId={workId} />
        </Stack>
      </Two>
    </div>
  );
}

/** A size of one's own, written the way people write them. */
function OwnSize({ workId }: { workId: string }) {
  const action = useAction();
  const { unit, withUnit } = useUnits();
  const [typed, setTyped] = useState('');
  const offer = async () => {
    if (await action.run('offerFormat', { workId, size: withUnit(typed), family: 'own' })) setTyped('');
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void offer();
      }}
    >
      <Row style={{ alignItems: 'flex-start' }}>
        <Field
          label="A size of your own"
          value={typed}
          onChange={setTyped}
          width={230}
          hint={unit === 'mm' ? '365 x 274 mm, A3+, 12x12 in' : '14 3/8 x 10 3/4 in, A3+'}
          wrong={action.fieldError('size')}
        />
        <div style={{ paddingTop: 18 }}>
          <Button type="submit" isDisabled={!typed.trim() || action.isPending}>
            Offer it
          </Button>
        </div>
      </Row>
      <ErrorCallout error={action.error} fields={['size']} />
    </form>
  );
}
