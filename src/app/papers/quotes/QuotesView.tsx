'use client';
import { daysBetween } from '@/core/measure/day';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Compared, quotesOf, sentOut } from '@/studio/routes/routes';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field, Fields, Finder } from '@/ui/Field';
import {
  EmptyState,
  PageHeader,
  Lead,
  PageTitle,
  ScrollArea,
  Panel,
  PanelTitle,
  Small,
  Stack,
  Table,
  Page,
} from '@/ui/Layout';
import { FormDialog, DialogActions, Working } from '@/ui/Callout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { PapersNav } from '../PapersNav';

type Offered = { id: string; title: string; width: number; height: number };
type Props = {
  offered: Offered[];
  chosen: string | null;
  quantity: number;
  rows: Compared[];
  kept: Awaited<ReturnType<typeof quotesOf>>;
  sent: Awaited<ReturnType<typeof sentOut>>;
  routes: { id: string; name: string }[];
  today: string;
};
const OLD_QUOTE_DAYS = 90;

/** Who else could print a size, all in, and what would be given up; quotes kept, and work that is out. */
export function QuotesView({ offered, chosen, quantity, rows, kept, sent, routes, today }: Props) {
  const router = useRouter();
  const action = useAction();
  const { size, money } = useUnits();
  const [n, setN] = useState(String(quantity));
  const [back, setBack] = useState<Props['sent'][number] | null>(null);
  const go = (id: string, count = n) =>
    router.replace(`/papers/quotes?size=${id}&n=${/^\d+$/.test(count.trim()) ? count.trim() : quantity}`);
  const old = (day: string) => daysBetween(day, today) > OLD_QUOTE_DAYS;
  const out = sent.filter((j) => !j.backOn);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Compare routes</PageTitle>
          <Lead>
            One size, one quantity: each price all in, days, what the file must be, and what is out of
            your hands.
          </Lead>
        </div>
      </PageHeader>
      <PapersNav />
      <Panel>
        {!chosen ? (
          <EmptyState title="No size is offered yet">
            <p>Offer a size of a work; every route is then priced for it here.</p>
          </EmptyState>
        ) : (
          <>
            <form
              onSubmit={(e) => {
                e.preventDefault();
                go(chosen);
              }}
            >
              <Row style={{ alignItems: 'end', paddingBottom: 12 }}>
                <Finder
                  label="Prints of"
                  value={chosen}
                  onChange={(id) => go(id)}
                  width={380}
                  options={offered.map((o) => ({ key: o.id, name: `${o.title}, ${size(o)}` }))}
                />
                <Field
                  label="How many"
                  value={n}
                  onChange={setN}
                  width={90}
                  wrong={/^\s*[1-9]\d*\s*$/.test(n) ? null : 'Expected a whole number.'}
                />
                <Button type="submit">Price them</Button>
              </Row>
            </form>
            <ScrollArea>
              <Table aria-label="Routes for this size">
                <thead>
                  <tr>
                    <th>Route</th>
                    <th className="n">Each</th>
                    <th className="n">All in</th>
                    <th className="n">A print</th>
                    <th>Next break</th>
                    <th className="n">Days</th>
                    <th>Of the file</th>
                    <th>Given up</th>
                    <th />
                  </tr>
                </thead>
                <tbody>
                  {rows.map(({ route: r, quote: q, ppi, pixels, loses, old: isOld }) => (
                    <tr key={r.id}>
                      <th scope="row">
                        <Link href={`/papers/route/${r.id}`}>{r.name}</Link>
                        <br />
                        <Small>
                          {r.kind}, {r.process}
                        </Small>
                      </th>
                      {q ? (
                        <>
                          <td className="n">
                            {money(q.each)}
                            <br />
                            <Small>{q.way}</Small>
                          </td>
                          <td className="n">
                            <Working
                              working={{
                                title: `${quantity} at ${r.name}`,
                                steps: [
                                  {
                                    sum: `${quantity} × ${money(q.each)}, set-up and minimum counted`,
                                    result: money(q.prints),
                                  },
                                  { sum: 'carriage', result: q.carriage ? money(q.carriage) : 'free' },
                                ],
                                notes: [q.says + '.'],
                                source: 'Price at its quantity break, or by area; all in.',
                              }}
                            >
                              <strong>{money(q.total)}</strong>
                            </Working>
                          </td>
                          <td className="n">{money(q.perPrint)}</td>
                          <td>
                            {q.nextBreak && (
                              <Small>
                                from {q.nextBreak.from}: {money(q.nextBreak.total)} in all,{' '}
                                {money(q.nextBreak.marginal)} for each more
                              </Small>
                            )}
                          </td>
                        </>
                      ) : (
                        <td colSpan={4}>
                          <MarkedText kind="fails">does not print this size</MarkedText>
                        </td>
                      )}
                      <td className="n">{r.leadDays}</td>
                      <td>
                        <Small>
                          {pixels.width} × {pixels.height} px at {ppi} ppi, {r.space}, {r.fileKinds}
                        </Small>
                      </td>
                      <td>
                        <Small>{loses.join('; ') || 'nothing'}</Small>
                        {isOld && (
                          <>
                            <br />
                            <MarkedText kind="care">prices read {r.readOn}: old, ask again</MarkedText>
                          </>
                        )}
                      </td>
                      <td>
                        {q && (
                          <Button
                            quiet
                            onPress={() =>
                              void action.run('keepQuote', { routeId: r.id, formatId: chosen, quantity })
                            }
                            isDisabled={action.isPending}
                            aria-label={`Keep the quote of ${r.name}`}
                          >
                            Keep
                          </Button>
                        )}
                        {q && r.kind !== 'own printer' && (
                          <Button
                            quiet
                            onPress={() =>
                              void action.run('sendOut', {
                                routeId: r.id,
                                lines: [{ formatId: chosen, quantity }],
                                sentOn: today,
                                expectedOn: null,
                              })
                            }
                            isDisabled={action.isPending}
                            aria-label={`Sent to ${r.name}`}
                          >
                            Sent out
                          </Button>
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            </ScrollArea>
            <ErrorCallout error={action.error} />
          </>
        )}
      </Panel>
      <Panel style={{ marginTop: 18 }}>
        <PanelTitle>
          Quotes kept for this size <span>{kept.length}</span>
        </PanelTitle>
        <Stack $gap={4} style={{ paddingTop: 6 }}>
          {kept.length === 0 && <Small>None. A price that is kept shows later what it was.</Small>}
          {kept.map((q) => (
            <div key={q.id}>
              <MarkedText kind={old(q.keptOn) ? 'care' : 'none'}>
                {q.says}, kept {q.keptOn}
                {old(q.keptOn) && ': old, ask again'}
              </MarkedText>{' '}
              <Button
                quiet
                onPress={() => void action.run('dropQuote', { id: q.id })}
                aria-label={`Drop ${q.says}`}
              >
                Drop
              </Button>
            </div>
          ))}
        </Stack>
      </Panel>
      <Panel style={{ marginTop: 18 }}>
        <PanelTitle>
          Out to be printed <span>{out.length}</span>
        </PanelTitle>
        <Stack $gap={6} style={{ paddingTop: 6 }}>
          {sent.length === 0 && <Small>Nothing has been sent out yet.</Small>}
          {sent.map((j) => (
            <div key={j.id}>
              <MarkedText kind={j.backOn ? 'holds' : j.expectedOn < today ? 'fails' : 'none'}>
                {j.lines.map((l) => `${l.quantity} × ${l.says}`).join('; ')} at{' '}
                {routes.find((r) => r.id === j.routeId)?.name}, {money(j.totalMinor)}, sent {j.sentOn};{' '}
                {j.backOn
                  ? `back ${j.backOn}: ${j.inspection}`
                  : j.expectedOn < today
                    ? `expected ${j.expectedOn}: late, ask`
                    : `expected ${j.expectedOn}`}
              </MarkedText>{' '}
              <a href={`/api/documents/job-sheet/${j.id}`} target="_blank" rel="noreferrer">
                job sheet
              </a>{' '}
              {!j.backOn && (
                <Button quiet onPress={() => setBack(j)}>
                  It came back
                </Button>
              )}
            </div>
          ))}
        </Stack>
      </Panel>
      {back && <BackSheet job={back} today={today} onClose={() => setBack(null)} />}
    </Page>
  );
}

function BackSheet({
  job,
  today,
  onClose,
}: {
  job: Props['sent'][number];
  today: string;
  onClose: () => void;
}) {
  const action = useAction();
  const [f, setF] = useState({ backOn: today, inspection: '' });
  const save = async () => {
    if (await action.run('cameBack', { id: job.id, ...f })) onClose();
  };
  return (
    <FormDialog title="It came back" isOpen onClose={onClose}>
      <Fields $columns="1fr 1fr">
        <Field
          label="On"
          value={f.backOn}
          onChange={(backOn) => setF({ ...f, backOn })}
          type="date"
          wrong={action.fieldError('backOn')}
        />
        <Field
          label="What the inspection found"
          value={f.inspection}
          onChange={(inspection) => setF({ ...f, inspection })}
          hint="size, corners, banding, colour; who bears damage"
          autoFocus
          wrong={action.fieldError('inspection')}
        />
      </Fields>
      <ErrorCallout error={action.error} fields={['backOn', 'inspection']} />
      <DialogActions label="Note it" busy={action.isPending} onDo={() => void save()} onClose={onClose} />
    </FormDialog>
  );
}
