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
import type { RungCost, ShownCost } from '@/studio/prices/shownCosts';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Callout } from '@/ui/Callout';
import { Select } from '@/ui/Choices';
import { Field } from '@/ui/Field';
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
  routes: { id: string; name: string }[];
  /** What the products of the offered sizes cost. */
  costs: ShownCost[];
  /** What each size would cost by each route, as a loose print. */
  rungCosts: Record<string, Record<string, RungCost>>;
};

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

/** Which frames are looked at, which of them is chosen, and what is offered. */
function useLadder({ workId, rungs, across, offered, routes }: Props) {
  const action = useAction();
  const [showThin, setShowThin] = useState(true);
  const [lying, setLying] = useState<Lying>('as the picture');
  const [routeId, setRoute] = useState(routes[0]?.id ?? '');
  const [chosenKey, setChosen] = useState<string | null>(null);
  const [lit, setLit] = useState<string | null>(null);
  const all = useMemo(() => lyingSo(lying, rungs, across), [lying, across, rungs]);
  const shown = useMemo(
    () => (showThin ? all : all.filter((r) => r.check.verdict !== 'too thin')),
    [all, showThin],
  );
  const offeredRungs = shown.filter((r) => offered.some((o) => isRung(o.format, r)));
  // Of several sizes on offer the middle one shows the picture largest without hiding the sizes about it.
  const firstOffered = offeredRungs[Math.floor((offeredRungs.length - 1) / 2 + 0.5)];
  const chosen =
    shown.find((r) => r.key === chosenKey) ??
    firstOffered ??
    shown.find((r) => r.check.verdict === 'holds') ??
    shown[0];
  const formatOf = (r: Rung) => offered.find((o) => isRung(o.format, r))?.format;
  const toggle = (r: Rung) => {
    const format = formatOf(r);
    if (format) void action.run('withdrawFormat', { id: format.id, withdrawn: true });
    else void action.run('offerFormat', { workId, size: r.frame, family: r.family });
  };
  const step = (by: number) => () => {
    const at = shown.findIndex((r) => r.key === chosen?.key);
    const next = shown[(at + by + shown.length) % shown.length];
    if (next) setChosen(next.key);
  };
  return {
    action,
    all,
    shown,
    chosen,
    setChosen,
    lit,
    setLit,
    lying,
    setLying,
    showThin,
    setShowThin,
    route: routes.find((r) => r.id === routeId) ?? null,
    setRoute,
    formatOf,
    toggle,
    step,
  };
}
type Ladder = ReturnType<typeof useLadder>;

function lyingSo(lying: Lying, rungs: Rung[], across: Rung[]): Rung[] {
  if (lying === 'both') return [...rungs, ...across];
  return lying === 'the other way' ? across : rungs;
}

/** The ladder of sizes, drawn and in figures; what is ticked is offered. */
export function SizesView(props: Props) {
  const { workId, hasFile, mayPrint, rungs, offered, largest } = props;
  const [making, setMaking] = useState(false);
  const ladder = useLadder(props);
  const { chosen, step, toggle } = ladder;
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
  return (
    <div>
      <SchoolChoice {...props} showThin={ladder.showThin} onShowThin={ladder.setShowThin} />
      <Choices {...props} ladder={ladder} onMake={() => setMaking(true)} />
      {making && largest && (
        <SetSheet
          workId={workId}
          rungs={rungs}
          largest={largest}
          offered={offered.map((o) => o.format.image)}
          onClose={() => setMaking(false)}
        />
      )}
      {mayPrint !== 'yes' && <NotToBePrinted mayPrint={mayPrint} />}
      <DrawnAndInFigures {...props} ladder={ladder} chosen={chosen} />
    </div>
  );
}

/** How the frames lie, whose price is shown, and the making of a set. */
function Choices({
  routes,
  largest,
  ladder,
  onMake,
}: Pick<Props, 'routes' | 'largest'> & { ladder: Ladder; onMake: () => void }) {
  const hidden = ladder.all.length - ladder.shown.length;
  return (
    <Row $gap={18} style={{ marginTop: 8, alignItems: 'end' }}>
      <Select<Lying>
        label="Frames lying"
        value={ladder.lying}
        onChange={ladder.setLying}
        options={LYING}
        width={150}
      />
      {ladder.route && (
        <Select
          label="Priced by"
          value={ladder.route.id}
          onChange={ladder.setRoute}
          options={routes.map((r) => ({ key: r.id, name: r.name }))}
          width={210}
        />
      )}
      <Button keyName="m" onPress={onMake} isDisabled={!largest}>
        Make a set
      </Button>
      {!ladder.showThin && hidden > 0 && (
        <Small>{hidden} hidden: their pixels are under two thirds of what is asked.</Small>
      )}
    </Row>
  );
}

function NotToBePrinted({ mayPrint }: { mayPrint: 'not yet' | 'no' }) {
  return (
    <Callout style={{ marginTop: 12 }}>
      <h3>{mayPrint === 'no' ? 'This work may not be printed' : 'This work may not be printed yet'}</h3>
      Sizes can be looked at; an edition opens only when Original says it may be printed.
    </Callout>
  );
}

function DrawnAndInFigures({
  workId,
  picture,
  offered,
  largest,
  detailShare,
  costs,
  rungCosts,
  ladder,
  chosen,
}: Props & { ladder: Ladder; chosen: Rung }) {
  const { size } = useUnits();
  const { shown, lit, setLit, setChosen, action } = ladder;
  const n = countVerdicts(ladder.all);
  const looking = { rungs: shown, chosen, lit, onLit: setLit, onChoose: setChosen };
  return (
    <Two>
      <Stack $gap={22}>
        <LadderDrawing {...looking} picture={picture} />
        <OfferedFormats
          offered={offered}
          picture={picture}
          workId={workId}
          costs={costs}
          lying={largest && orientationOf(largest)}
        />
      </Stack>
      <Stack $gap={14}>
        <LadderTable
          {...looking}
          isOffered={(r) => ladder.formatOf(r) !== undefined}
          onOffer={ladder.toggle}
          detailShare={detailShare}
          route={ladder.route}
          costs={rungCosts}
        />
        <Small>
          {n.holds} hold, {n.stretched} stretched, {n.tooThin} too thin. Keys: n next size, o offer it.
          Chosen now: {size(chosen.frame)}.
        </Small>
        <ErrorCallout error={action.error} fields={['size']} />
        <OwnSize workId={workId} />
      </Stack>
    </Two>
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
