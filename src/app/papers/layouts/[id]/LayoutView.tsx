'use client';
import Link from 'next/link';
import { wholeOrTyped } from '@/core/measure';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { cutWords } from '@/core/sheets/nup';
import { areaOf, cutsOf, tooNear, type Laid } from '@/core/sheets/pieces';
import type { Paper } from '@/store/proofs';
import type { Layout } from '@/studio/layouts/layouts';
import type { LotOnHand } from '@/studio/papers/lots';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Check, Field, Finder } from '@/ui/Field';
import {
  Columns,
  Aside,
  EmptyState,
  FactList,
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
import { Working } from '@/ui/Callout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { PaperTable } from './PaperTable';

type Offered = { id: string; title: string; width: number; height: number };
type Props = {
  ink: { name: string; perM2Minor: number } | null;
  layout: Layout;
  paper: Paper;
  offered: Offered[];
  lots: LotOnHand[];
  /** Proofs asked for on this paper. */ asked: {
    id: string;
    says: string;
    width: number;
    height: number;
  }[];
};

/** One sheet or roll with what lies on it: added, laid anew, moved by hand, sent to be printed. */
export function LayoutView({ ink, layout, paper, offered, lots, asked: proofsAsked }: Props) {
  const { day } = useUnits();
  const action = useAction();
  const router = useRouter();
  const { length, size, money } = useUnits();
  const [placements, setPlacements] = useState<Laid[]>(layout.placements);
  const isRoll = layout.kind === 'roll',
    done = layout.state === 'printed';
  const taken = isRoll
    ? placements.length
      ? Math.max(...placements.map((p) => p.y + p.height)) + layout.marginUm
      : 0
    : layout.heightUm!;
  const area = { width: layout.widthUm, height: taken };
  const used = areaOf(placements),
    whole = (layout.widthUm / 1_000) * (taken / 1_000);
  const waste = whole > 0 ? 1 - used / whole : 0;
  const clash = placements.filter(
    (a, i) =>
      placements.some((b, k) => k !== i && tooNear(a, b, layout.gapUm)) ||
      a.x < layout.marginUm ||
      a.y < layout.marginUm ||
      a.x + a.width > layout.widthUm - layout.marginUm ||
      (!isRoll && a.y + a.height > layout.heightUm! - layout.marginUm),
  );
  const cuts = clash.length || !placements.length ? null : cutsOf(placements, area);
  const moved = JSON.stringify(placements) !== JSON.stringify(layout.placements);
  const asked = layout.pieces.reduce((a, p) => a + p.count, 0);
  const lot =
    lots.find(
      (l) => l.form === layout.kind && l.widthUm === layout.widthUm && l.onHand >= (isRoll ? taken : 1),
    ) ?? null;
  const cost = lot
    ? Math.round((lot.priceMinor * (isRoll ? taken : 1)) / Math.max(1, lot.received))
    : Math.round((paper.pricePerM2Minor * whole) / 1e6);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>{layout.name}</PageTitle>
          <Lead>
            {paper.name},{' '}
            {isRoll
              ? `${length(layout.widthUm)} roll`
              : size({ width: layout.widthUm, height: layout.heightUm! })}
            ; margin {length(layout.marginUm)}, gap {length(layout.gapUm)}.{' '}
            <Link href="/papers/layouts">All layouts</Link>
          </Lead>
        </div>
        <Row>
          {placements.length > 0 && (
            <ButtonLink href={`/api/drawing/layout/${layout.id}`} target="_blank">
              PDF at true size
            </ButtonLink>
          )}
          {layout.state === 'laid' && (
            <Button
              main
              onPress={() => void action.run('queueLayout', { id: layout.id, queued: true })}
              isDisabled={action.isPending || moved || !placements.length}
            >
              Send to the print queue
            </Button>
          )}
          {layout.state === 'queued' && (
            <>
              <Button
                quiet
                onPress={() => void action.run('queueLayout', { id: layout.id, queued: false })}
              >
                Take it back
              </Button>
              <Button
                main
                onPress={() => void action.run('printLayout', { id: layout.id })}
                isDisabled={action.isPending}
              >
                It is printed
              </Button>
            </>
          )}
        </Row>
      </PageHeader>
      <ErrorCallout error={action.error} fields={['count']} />
      <Columns $aside={400}>
        <Panel>
          {placements.length ? (
            <PaperTable
              layout={layout}
              placements={placements}
              taken={taken}
              cuts={cuts ?? []}
              onMove={done || action.settling ? null : setPlacements}
              clash={new Set(clash.map((p) => p.id))}
            />
          ) : (
            <EmptyState title="Nothing lies on it yet">
              <p>Add prints of any works at the side; room is found for each as it comes.</p>
            </EmptyState>
          )}
        </Panel>
        <Aside>
          <section>
            <PanelTitle>
              What it takes{' '}
              <span>
                {placements.length} of {asked} pieces
              </span>
            </PanelTitle>
            <Stack $gap={8} style={{ paddingTop: 6 }}>
              <FactList
                rows={[
                  [
                    isRoll ? 'Length' : 'Sheet',
                    isRoll ? length(taken) : size({ width: layout.widthUm, height: layout.heightUm! }),
                  ],
                  [
                    'Waste',
                    <Working
                      key="w"
                      working={{
                        title: 'waste',
                        steps: [
                          {
                            sum: `1 − ${(used / 1e6).toFixed(4)} m² ÷ (${length(layout.widthUm)} × ${length(taken)})`,
                            result: `${(100 * waste).toFixed(1)} %`,
                          },
                        ],
                        notes: ['Gaps and margins count as waste.'],
                        source: 'Bare share of what is used.',
                      }}
                    >
                      {(100 * waste).toFixed(1)} %
                    </Working>,
                  ],
                  [
                    'Cost',
                    `${money(cost)} ${lot ? `from lot ${lot.name}` : 'by the square metre: no lot fits'}`,
                  ],
                  [
                    'Ink',
                    ink && (
                      <Working
                        key="i"
                        working={{
                          title: 'ink of this layout',
                          steps: [
                            {
                              sum: `${(used / 1e6).toFixed(4)} m² × ${money(ink.perM2Minor)} for all colours`,
                              result: money(Math.round((used / 1e6) * ink.perM2Minor)),
                            },
                            ...(placements.length
                              ? [
                                  {
                                    sum: `÷ ${placements.length} pieces, on average`,
                                    result: money(
                                      Math.round(((used / 1e6) * ink.perM2Minor) / placements.length),
                                    ),
                                  },
                                ]
                              : []),
                          ],
                          notes: ['Learned from cartridges that ran out; a dark picture takes more.'],
                          source: 'Area × coverage × price of the ink.',
                        }}
                      >
                        about {money(Math.round((used / 1e6) * ink.perM2Minor))} on {ink.name}
                      </Working>
                    ),
                  ],
                ]}
              />
              {done && (
                <MarkedText kind="holds">
                  Printed {day(layout.printedAt)}; its paper left the drawer.
                </MarkedText>
              )}
              {clash.length > 0 && (
                <MarkedText kind="fails">
                  {clash.length === 1 ? 'One piece lies' : `${clash.length} pieces lie`} too near another,
                  or over the margin.
                </MarkedText>
              )}
              {asked > placements.length && (
                <MarkedText kind="care">
                  {asked - placements.length} did not fit: they wait for another sheet.
                </MarkedText>
              )}
              {placements.length > 0 && !clash.length && (
                <MarkedText kind={cuts ? 'holds' : 'care'}>
                  {cuts
                    ? `${cutWords(cuts)} free every piece; the order stands beside the lines.`
                    : 'No order of straight cuts frees every piece: lay it for straight cuts, or cut round some.'}
                </MarkedText>
              )}
              {!done && !lot && placements.length > 0 && (
                <MarkedText kind="care">
                  No lot on hand is{' '}
                  {isRoll ? `${length(layout.widthUm)} wide and ${length(taken)} long` : 'this sheet'}:
                  receive one before it is printed.
                </MarkedText>
              )}
            </Stack>
          </section>
          {!done && (
            <Row>
              <Button
                onPress={() => void action.run('layAnew', { id: layout.id, cuts: 'tight' })}
                isDisabled={action.isPending || !asked}
              >
                Lay tight
              </Button>
              <Button
                onPress={() => void action.run('layAnew', { id: layout.id, cuts: 'straight' })}
                isDisabled={action.isPending || !asked}
              >
                For straight cuts
              </Button>
              {moved && (
                <>
                  <Button
                    main
                    onPress={() => void action.run('arrangeLayout', { id: layout.id, placements })}
                    isDisabled={action.isPending || clash.length > 0}
                  >
                    Keep what I moved
                  </Button>
                  <Button quiet onPress={() => setPlacements(layout.placements)}>
                    Put it back
                  </Button>
                </>
              )}
            </Row>
          )}
          <Pieces layout={layout} done={done} />
          {!done && <AddPart layoutId={layout.id} offered={offered} proofs={proofsAsked} />}
          {!done && (
            <Row>
              <Button
                quiet
                onPress={() =>
                  void action
                    .run('removeLayout', { id: layout.id })
                    .then((ok) => ok && router.push('/papers/layouts'))
                }
              >
                Remove this layout
              </Button>
            </Row>
          )}
        </Aside>
      </Columns>
    </Page>
  );
}

function Pieces({ layout, done }: { layout: Layout; done: boolean }) {
  const action = useAction();
  const { bareSize, unit } = useUnits();
  if (!layout.pieces.length) return null;
  return (
    <section>
      <PanelTitle>Pieces</PanelTitle>
      <ScrollArea>
        <Table aria-label="Pieces" $middle>
          <thead>
            <tr>
              <th>Piece</th>
              <th className="n">Cut to, {unit}</th>
              <th className="n">Count</th>
              <th>May turn</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {layout.pieces.map((p) => (
              <tr key={p.id}>
                <th scope="row">{p.says}</th>
                <td className="n">{bareSize(p)}</td>
                <td className="n">{p.count}</td>
                <td>
                  <Check
                    checked={p.rotate}
                    disabled={done || action.isPending}
                    onChange={(rotate) =>
                      void action.run('countPieces', {
                        id: layout.id,
                        piece: p.id,
                        count: p.count,
                        rotate,
                      })
                    }
                    label={`${p.says} may turn`}
                  />
                </td>
                <td>
                  {!done && (
                    <Row $gap={4} style={{ flexWrap: 'nowrap' }}>
                      <Button
                        quiet
                        onPress={() =>
                          void action.run('countPieces', {
                            id: layout.id,
                            piece: p.id,
                            count: p.count + 1,
                            rotate: p.rotate,
                          })
                        }
                        isDisabled={action.isPending}
                        aria-label={`One more ${p.says}`}
                      >
                        more
                      </Button>
                      <Button
                        quiet
                        onPress={() =>
                          void action.run('countPieces', {
                            id: layout.id,
                            piece: p.id,
                            count: p.count - 1,
                            rotate: p.rotate,
                          })
                        }
                        isDisabled={action.isPending}
                        aria-label={`One ${p.says} less`}
                      >
                        less
                      </Button>
                    </Row>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </ScrollArea>
      <ErrorCallout error={action.error} />
    </section>
  );
}

function AddPart({
  layoutId,
  offered,
  proofs,
}: {
  layoutId: string;
  offered: Offered[];
  proofs: Props['asked'];
}) {
  const action = useAction();
  const { size, withUnit, unit } = useUnits();
  const [formatId, setFormat] = useState(offered[0]?.id ?? '');
  const [count, setCount] = useState('1');
  const [strip, setStrip] = useState({ says: '', size: '' });
  const n = wholeOrTyped(count);
  return (
    <section>
      <PanelTitle>Add</PanelTitle>
      <Stack $gap={12} style={{ paddingTop: 6 }}>
        <Finder
          label="Prints of"
          value={formatId}
          onChange={setFormat}
          width={380}
          options={offered.map((o) => ({ key: o.id, name: `${o.title}, ${size(o)}` }))}
        />
        <Row style={{ alignItems: 'end' }}>
          <Field
            label="How many"
            value={count}
            onChange={setCount}
            width={80}
            wrong={action.fieldError('count')}
          />
          <Button
            onPress={() =>
              void action.run('addPieces', {
                id: layoutId,
                formatId,
                size: '',
                says: '',
                count: n,
                rotate: true,
              })
            }
            isDisabled={action.isPending || !formatId}
          >
            Add prints
          </Button>
        </Row>
        {proofs.map((p) => (
          <Row key={p.id}>
            <Button
              quiet
              onPress={() =>
                void action.run('addPieces', {
                  id: layoutId,
                  formatId: null,
                  size: `${p.width} um x ${p.height} um`,
                  says: p.says,
                  count: 1,
                  rotate: true,
                })
              }
              isDisabled={action.isPending}
            >
              Add the {p.says}, {size(p)}
            </Button>
          </Row>
        ))}
        <Row style={{ alignItems: 'end' }}>
          <Field
            label="A proof or strip"
            value={strip.says}
            onChange={(says) => setStrip({ ...strip, says })}
            width={140}
            placeholder="test strip"
          />
          <Field
            label="Its size"
            value={strip.size}
            onChange={(v) => setStrip({ ...strip, size: v })}
            width={120}
            placeholder={unit === 'mm' ? '200 x 60 mm' : '8 x 2 1/2 in'}
            wrong={action.fieldError('size')}
          />
          <Button
            onPress={() =>
              void action.run('addPieces', {
                id: layoutId,
                formatId: null,
                size: withUnit(strip.size),
                says: strip.says,
                count: 1,
                rotate: true,
              })
            }
            isDisabled={action.isPending || !strip.size.trim()}
          >
            Add it
          </Button>
        </Row>
        <Small>A print takes its whole sheet: border, bleed and the strip that is torn off.</Small>
        <ErrorCallout error={action.error} fields={['count', 'size']} />
      </Stack>
    </section>
  );
}
