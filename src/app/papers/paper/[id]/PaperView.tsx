'use client';
import { useAction } from '@/app/useAction';
import type { LotModel } from '@/app/models';
import { Button, Row } from '@/ui/Button';
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
  ScrollArea,
  Small,
  Stack,
  Table,
} from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import Link from 'next/link';
import { useState } from 'react';
import { PapersNav } from '../../PapersNav';
import { ReceiveSheet } from '../../ReceiveSheet';
import { DeskPart } from './DeskPart';
import { HeldPart } from './HeldPart';
import { LotSheet } from './LotSheet';
import { SettingsPart } from './SettingsPart';
import { type Props } from './paperProps';

type Doing = { lot: LotModel; what: 'count' | 'spoil' | 'cut' } | null;

/** One paper: what is on hand and when more is needed, its samples, settings, and what hangs on it. */
export function PaperView({
  paper,
  today,
  held,
  suppliers,
  nearest,
  consequences,
  passed,
  moves,
  machines,
  settings,
}: Props) {
  const { day } = useUnits();
  const action = useAction();
  const { length, money } = useUnits();
  const [doing, setDoing] = useState<Doing>(null);
  const [receiving, setReceiving] = useState(false);
  const shown = (form: 'sheet' | 'roll', v: number) =>
    form === 'roll' ? length(v) : `${v} ${Math.abs(v) === 1 ? 'sheet' : 'sheets'}`;
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>{paper.name}</PageTitle>
          <Lead>
            {paper.base}, {paper.surface}, {paper.gsm} g/m², {(paper.thicknessUm / 1000).toFixed(2)} mm;
            brightener {paper.brightener}; {paper.mayRoll ? 'flat or rolled' : 'flat only'}; dries{' '}
            {paper.dryHours} h{paper.gasOutHours > 0 && `, ${paper.gasOutHours} h before glazing`}.{' '}
            <Link
              href={`/papers/compare?ids=${[paper.id, ...nearest.slice(0, 2).map((n) => n.paper.id)].join(',')}`}
            >
              Beside its nearest
            </Link>
          </Lead>
        </div>
        <Row>
          <Button onPress={() => setReceiving(true)}>Receive a lot</Button>
          <Button
            onPress={() =>
              void action.run('discontinuePaper', { id: paper.id, discontinued: !paper.discontinued })
            }
          >
            {paper.discontinued ? 'It is made again' : 'No longer made'}
          </Button>
        </Row>
      </PageHeader>
      <PapersNav />
      <Columns $aside={380}>
        <Stack $gap={18}>
          {paper.discontinued && (
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
                {consequences.map((c, i) => (
                  <MarkedText key={i} kind="care">
                    <Link href={`/works/${c.workId}/edition`}>{c.title}</Link>: {c.says}.
                  </MarkedText>
                ))}
                <p style={{ paddingTop: 6 }}>Nearest by base, surface, weight and white:</p>
                {nearest.map((n) => (
                  <MarkedText key={n.paper.id} kind="none">
                    <Link href={`/papers/paper/${n.paper.id}`}>{n.paper.name}</Link>, {n.differs}
                  </MarkedText>
                ))}
              </Stack>
            </Panel>
          )}
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
          {moves.length > 0 && (
            <Panel>
              <PanelTitle>
                What came and went <span>the last {moves.length}</span>
              </PanelTitle>
              <ScrollArea>
                <Table aria-label="Moves">
                  <thead>
                    <tr>
                      <th>Day</th>
                      <th>Lot</th>
                      <th>What</th>
                      <th className="n">Amount</th>
                      <th className="n">Cost</th>
                      <th>Why</th>
                    </tr>
                  </thead>
                  <tbody>
                    {moves.map((m) => (
                      <tr key={m.move.id}>
                        <td>{day(m.move.at)}</td>
                        <th scope="row">{m.lot}</th>
                        <td>{m.move.kind}</td>
                        <td className="n">
                          {m.move.amount > 0 ? '+' : '−'}
                          {shown(m.form, Math.abs(m.move.amount))}
                        </td>
                        <td className="n">{money(Math.abs(m.move.costMinor))}</td>
                        <td>
                          <Small>{m.move.why}</Small>
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </Table>
              </ScrollArea>
            </Panel>
          )}
        </Stack>
        <Aside>
          <DeskPart key={`${paper.sample} ${paper.supplierId}`} paper={paper} suppliers={suppliers} />
          <SettingsPart paperId={paper.id} machines={machines} settings={settings} />
          <section>
            <PanelTitle>
              Passed on it <span>{passed.length}</span>
            </PanelTitle>
            <ul style={{ display: 'grid', gap: 4, paddingTop: 6 }}>
              {passed.length === 0 && <Small>No proof has been accepted on it.</Small>}
              {passed.slice(0, 12).map((p, i) => (
                <li key={i}>
                  <Link href={`/works/${p.workId}/proofs`}>{p.title}</Link>{' '}
                  <Small>
                    {p.format}, round {p.round}, {p.on}
                  </Small>
                </li>
              ))}
            </ul>
          </section>
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
        </Aside>
      </Columns>
      {receiving && <ReceiveSheet paper={paper} today={today} onClose={() => setReceiving(false)} />}
      {doing && (
        <LotSheet key={`${doing.lot.id} ${doing.what}`} {...doing} onClose={() => setDoing(null)} />
      )}
    </Page>
  );
}
