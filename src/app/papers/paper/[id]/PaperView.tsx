'use client';
import { useAction } from '@/app/useAction';
import type { LotModel } from '@/app/models';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { DataTable, type Column } from '@/ui/DataTable';
import {
  Aside,
  Columns,
  EmptyState,
  FactList,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Stack,
} from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import Link from 'next/link';
import { useState, type ReactNode } from 'react';
import { PapersNav } from '../../PapersNav';
import { ReceiveSheet } from '../../ReceiveSheet';
import { DeskPart } from './DeskPart';
import { HeldPart } from './HeldPart';
import { LotSheet } from './LotSheet';
import { SettingsPart } from './SettingsPart';
import { type Props } from './paperProps';

type Doing = { lot: LotModel; what: 'count' | 'spoil' | 'cut' } | null;

/** An amount of a lot: metres of a roll, or sheets. */
function useAmount() {
  const { run } = useUnits();
  return (form: 'sheet' | 'roll', amount: number) =>
    form === 'roll' ? run(amount) : `${amount} ${Math.abs(amount) === 1 ? 'sheet' : 'sheets'}`;
}

/** One paper: what is on hand and when more is needed, its samples, settings, and what hangs on it. */
export function PaperView(props: Props & { notes: ReactNode }) {
  const { paper, today, held, suppliers, moves, machines, settings } = props;
  const shown = useAmount();
  const [doing, setDoing] = useState<Doing>(null);
  const [receiving, setReceiving] = useState(false);
  return (
    <Page>
      <Top {...props} onReceive={() => setReceiving(true)} />
      <PapersNav />
      <Columns $aside={380}>
        <Stack $gap={18}>
          {paper.discontinued && <NoLongerMade {...props} />}
          <Panel>
            <PanelTitle>On hand</PanelTitle>
            {held.length === 0 && (
              <EmptyState title="None received yet">
                <p>
                  Receive a lot, sheets or a roll; what is printed, spoiled or cut leaves it from then on,
                  and its reorder day is worked out.
                </p>
              </EmptyState>
            )}
            <Stack $gap={24} style={{ paddingTop: 8 }}>
              {held.map((h) => (
                <HeldPart
                  key={h.key}
                  held={h}
                  today={today}
                  name={paper.name}
                  shown={shown}
                  onDo={(lot, what) => setDoing({ lot, what })}
                />
              ))}
            </Stack>
          </Panel>
          {moves.length > 0 && <Moves moves={moves} />}
        </Stack>
        <Aside>
          <DeskPart key={`${paper.sample} ${paper.supplierId}`} paper={paper} suppliers={suppliers} />
          <SettingsPart paperId={paper.id} machines={machines} settings={settings} />
          <PassedOnIt passed={props.passed} />
          <Kept paper={paper} />
          {props.notes}
        </Aside>
      </Columns>
      {receiving && <ReceiveSheet paper={paper} today={today} onClose={() => setReceiving(false)} />}
      {doing && (
        <LotSheet key={`${doing.lot.id} ${doing.what}`} {...doing} onClose={() => setDoing(null)} />
      )}
    </Page>
  );
}

function Top({
  paper,
  nearest,
  onReceive,
}: Pick<Props, 'paper' | 'nearest'> & { onReceive: () => void }) {
  const action = useAction();
  const beside = [paper.id, ...nearest.slice(0, 2).map((near) => near.paper.id)].join(',');
  const turn = { id: paper.id, discontinued: !paper.discontinued };
  return (
    <PageHeader>
      <div>
        <PageTitle>{paper.name}</PageTitle>
        <Lead>
          {paper.base}, {paper.surface}, {paper.gsm} g/m², {(paper.thicknessUm / 1_000).toFixed(2)} mm;
          brightener {paper.brightener}; {paper.mayRoll ? 'flat or rolled' : 'flat only'}; dries{' '}
          {paper.dryHours} h{paper.gasOutHours > 0 && `, ${paper.gasOutHours} h before glazing`}.{' '}
          <Link href={`/papers/compare?ids=${beside}`}>Beside its nearest</Link>
        </Lead>
      </div>
      <Row>
        <Button onPress={onReceive}>Receive a lot</Button>
        <Button onPress={() => void action.run('discontinuePaper', turn)}>
          {paper.discontinued ? 'It is made again' : 'No longer made'}
        </Button>
      </Row>
      <ErrorCallout error={action.error} />
    </PageHeader>
  );
}

/** What hangs on a paper that cannot be had any more, and what comes nearest to it. */
function NoLongerMade({ consequences, nearest }: Pick<Props, 'consequences' | 'nearest'>) {
  return (
    <Panel>
      <PanelTitle>
        No longer made: what hangs on it <span>{consequences.length}</span>
      </PanelTitle>
      <Stack $gap={6} style={{ paddingTop: 6 }}>
        {consequences.length === 0 && (
          <MarkedText kind="holds">
            Nothing: no running edition and no reference proof is on it.
          </MarkedText>
        )}
        {consequences.map((each, i) => (
          <MarkedText key={i} kind="care">
            <Link href={`/works/${each.workId}/edition`}>{each.title}</Link>: {each.says}.
          </MarkedText>
        ))}
        <p style={{ paddingTop: 6 }}>Nearest by base, surface, weight and white:</p>
        {nearest.map((near) => (
          <MarkedText key={near.paper.id} kind="none">
            <Link href={`/papers/paper/${near.paper.id}`}>{near.paper.name}</Link>, {near.differs}
          </MarkedText>
        ))}
      </Stack>
    </Panel>
  );
}

type MoveLine = Props['moves'][number];

/** What came and went, the newest first. */
function Moves({ moves }: Pick<Props, 'moves'>) {
  const { day, money } = useUnits();
  const shown = useAmount();
  const columns: Column<MoveLine>[] = [
    { key: 'day', head: 'Day', by: ({ move }) => move.at, cell: ({ move }) => day(move.at) },
    { key: 'lot', head: 'Lot', isName: true, by: ({ lot }) => lot, cell: ({ lot }) => lot },
    { key: 'what', head: 'What', by: ({ move }) => move.kind, cell: ({ move }) => move.kind },
    {
      key: 'amount',
      head: 'Amount',
      isFigure: true,
      by: ({ move }) => move.amount,
      cell: ({ move, form }) => `${move.amount > 0 ? '+' : '−'}${shown(form, Math.abs(move.amount))}`,
    },
    {
      key: 'cost',
      head: 'Cost',
      isFigure: true,
      by: ({ move }) => Math.abs(move.costMinor),
      cell: ({ move }) => money(Math.abs(move.costMinor)),
    },
    { key: 'why', head: 'Why', cell: ({ move }) => <Small>{move.why}</Small> },
  ];
  return (
    <Panel>
      <PanelTitle>
        What came and went <span>the last {moves.length}</span>
      </PanelTitle>
      <DataTable label="Moves" rows={moves} columns={columns} keyOf={({ move }) => move.id} />
    </Panel>
  );
}

function PassedOnIt({ passed }: Pick<Props, 'passed'>) {
  const { date } = useUnits();
  return (
    <section>
      <PanelTitle>
        Passed on it <span>{passed.length}</span>
      </PanelTitle>
      <ul style={{ display: 'grid', gap: 4, paddingTop: 6 }}>
        {passed.length === 0 && (
          <li>
            <Small>No proof has been accepted on it.</Small>
          </li>
        )}
        {passed.slice(0, 12).map((each, i) => (
          <li key={i}>
            <Link href={`/works/${each.workId}/proofs`}>{each.title}</Link>{' '}
            <Small>
              {each.format}, round {each.round}, {date(each.on)}
            </Small>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Kept({ paper }: Pick<Props, 'paper'>) {
  return (
    <section>
      <PanelTitle>Kept</PanelTitle>
      <FactList
        rows={[
          ['Permanence', paper.permanence || 'no claim on record'],
          ['Scuffs', paper.scuffs ? 'yes: interleave, gloves, no stacking' : 'no'],
          ['Storage', paper.storage],
          ['Notes', paper.notes],
        ]}
      />
      <Small>
        A permanence figure is only as good as its test: ink, glazing, light, and who says so.
      </Small>
    </section>
  );
}
