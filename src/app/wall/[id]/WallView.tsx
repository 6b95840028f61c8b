'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { WallModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import { judgeWall, wallHeight, wallWidth } from '@/core/wall/check';
import { layWall } from '@/core/wall/lay';
import { moved } from '@/core/wall/order';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Callout } from '@/ui/Callout';
import { useKeys } from '@/ui/Keys';
import {
  Aside,
  Columns,
  EmptyState,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  Small,
  Stack,
} from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { Verdict } from '@/ui/Verdict';
import type { OfferedToHang } from '@/studio/walls/walls';
import { ArrangeSheet, HangSheet, LightSheet, ObstacleSheet, PieceSheet, WallSheet } from '../WallSheets';
import { AfterHanging } from './AfterHanging';
import { Hooks } from './Hooks';
import { Obstacles } from './Obstacles';
import { WallDrawing } from './WallDrawing';

type Sheet = 'hang' | 'piece' | 'arrange' | 'obstacle' | 'light' | 'wall';

/** One wall: what hangs where, the hooks, what speaks against it, and what was measured after. */
export function WallView({ wall, offers }: { wall: WallModel; offers: OfferedToHang[] }) {
  const { id, name, plan, kind } = wall;
  const { unit, length } = useUnits();
  const router = useRouter();
  const action = useAction();
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const [selectedId, setSelected] = useState<string | null>(plan.pieces[0]?.id ?? null);
  const laid = layWall(plan);
  const selected = plan.pieces.find((p) => p.id === selectedId) ?? null;
  const at = selected ? plan.pieces.indexOf(selected) : -1;
  const close = () => setSheet(null);
  const order = (school: 'belong' | 'differ') =>
    void action.run('proposeWallOrder', { wallId: id, school });
  const shift = (by: -1 | 1) => {
    const to = at + by;
    if (!selected || to < 0 || to >= plan.pieces.length) return;
    const pieceIds = moved(plan.pieces, at, to).map((p) => p.id);
    void action.run('orderPieces', { wallId: id, pieceIds });
  };
  useKeys([
    { key: 'h', label: 'hang a picture', run: () => setSheet('hang') },
    { key: 'a', label: 'how they hang', run: () => setSheet('arrange') },
    ...(plan.pieces.length
      ? [
          {
            key: 'd',
            label: 'the drill sheet',
            run: () => window.open(`/api/documents/drill-sheet/${id}`),
          },
        ]
      : []),
    ...(plan.pieces.length > 1
      ? [{ key: 'o', label: 'propose the order', run: () => order(plan.order?.school ?? 'belong') }]
      : []),
    ...(selected
      ? [
          { key: 'm', label: `measure ${selected.title}`, run: () => setSheet('piece') },
          { key: '[', label: 'one place to the left', run: () => shift(-1) },
          { key: ']', label: 'one place to the right', run: () => shift(1) },
        ]
      : []),
    { key: 'g', label: 'back to the walls', run: () => router.push('/wall') },
  ]);
  const things = [...new Set(plan.obstacles.map((o) => o.kind))].map((each) => `a ${each}`);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>{name}</PageTitle>
          <Lead>
            {length(wallWidth(plan))} by {length(wallHeight(plan))},{' '}
            {plan.surface === 'not known' ? 'of what is not known' : plan.surface}
            {things.length > 0 && `; ${things.join(', ')}`}. {plan.pieces.length}{' '}
            {plan.pieces.length === 1 ? 'picture' : 'pictures'}, {length(plan.arrangement.centre)} to
            their middle.
          </Lead>
        </div>
        <Row>
          <Button main={!plan.pieces.length} keyName="h" onPress={() => setSheet('hang')}>
            Hang a picture
          </Button>
          <Button keyName="a" onPress={() => setSheet('arrange')}>
            How they hang
          </Button>
          {plan.pieces.length > 1 && (
            <Button
              keyName="o"
              isDisabled={action.isPending}
              onPress={() => order(plan.order?.school ?? 'belong')}
            >
              Propose the order
            </Button>
          )}
          {plan.pieces.length > 0 && (
            <>
              <ButtonLink href={`/api/documents/wall-labels/${id}`} target="_blank">
                Labels
              </ButtonLink>
              <ButtonLink href={`/quiet/hang?wall=${id}`}>Hang it, step by step</ButtonLink>
              <ButtonLink main keyName="d" href={`/api/documents/drill-sheet/${id}`} target="_blank">
                Drill sheet
              </ButtonLink>
            </>
          )}
        </Row>
      </PageHeader>
      <ErrorCallout error={action.error} />
      <Columns $aside={324}>
        <Panel>
          <Stack $gap={14}>
            <WallDrawing
              name={name}
              plan={plan}
              laid={laid}
              selectedId={selectedId}
              onSelect={setSelected}
              onMove={(pieceId, place) => void action.run('movePiece', { wallId: id, pieceId, place })}
              pdf={`/api/drawing/wall/${id}`}
            />
            {plan.pieces.length === 0 && (
              <EmptyState title="Nothing hangs here yet">
                <p>
                  Hang a work in one of its sizes: it comes framed as its mount is planned. Or type the
                  size of a frame.
                </p>
              </EmptyState>
            )}
            {selected && (
              <Row>
                <strong>
                  {at + 1}, {selected.title}
                </strong>
                <Button keyName="m" onPress={() => setSheet('piece')}>
                  Measured
                </Button>
                <Button keyName="[" isDisabled={at === 0} onPress={() => shift(-1)}>
                  To the left
                </Button>
                <Button keyName="]" isDisabled={at === plan.pieces.length - 1} onPress={() => shift(1)}>
                  To the right
                </Button>
                {selected.place && (
                  <Button
                    onPress={() =>
                      void action.run('movePiece', { wallId: id, pieceId: selected.id, place: null })
                    }
                  >
                    Back in its row
                  </Button>
                )}
                <Button onPress={() => void action.run('takeDown', { wallId: id, pieceId: selected.id })}>
                  Take down
                </Button>
              </Row>
            )}
            {plan.order && (
              <p>
                <strong>Why this order</strong>{' '}
                {plan.order.says.length
                  ? `${plan.order.says.join('; ')}.`
                  : 'Nothing speaks for another.'}{' '}
                <Small>
                  It scores {plan.order.score.toFixed(2)} of 1; the next best comes to{' '}
                  {plan.order.nextShare.toFixed(2)} of that. Pictures that{' '}
                  {plan.order.school === 'belong' ? 'belong together' : 'differ plainly'} stand beside
                  each other.{' '}
                </Small>
                <Button
                  quiet
                  onPress={() => order(plan.order!.school === 'belong' ? 'differ' : 'belong')}
                >
                  {plan.order.school === 'belong'
                    ? 'Rather what differs plainly'
                    : 'Rather what belongs together'}
                </Button>
              </p>
            )}
          </Stack>
        </Panel>
        <Aside>
          <Hooks plan={plan} laid={laid} selectedId={selectedId} onSelect={setSelected} />
          {plan.pieces.length > 0 && (
            <Stack $gap={9} role="list" aria-label="What is said of this hang">
              {judgeWall(plan, unit, laid).map((finding) => (
                <div role="listitem" key={finding.says}>
                  <Verdict finding={finding} />
                </div>
              ))}
            </Stack>
          )}
          {plan.pieces.length > 0 && (
            <AfterHanging wallId={id} plan={plan} laid={laid} selectedId={selectedId} />
          )}
          <Obstacles wall={wall} onAdd={() => setSheet('obstacle')} />
          <Row>
            <Button onPress={() => setSheet('light')}>Light on it</Button>
            <Button onPress={() => setSheet('wall')}>Its measures</Button>
            <Button
              onPress={() =>
                void action
                  .run('archiveWall', { wallId: id })
                  .then((done) => done && router.push('/wall'))
              }
            >
              Put it away
            </Button>
          </Row>
          <Callout>
            <h3>Before you drill</h3>
            Look for cables and pipes with a detector. Fixings are rated for twice the weight, by their
            maker’s word.{' '}
            {plan.isPublic
              ? 'The public walks by: someone competent hangs it. Ask the house and its rules.'
              : 'A heavy piece is hung by two; in a public room someone competent hangs it: ask the house.'}
          </Callout>
        </Aside>
      </Columns>
      {sheet === 'hang' && <HangSheet wallId={id} offers={offers} onClose={close} />}
      {sheet === 'piece' && selected && <PieceSheet wallId={id} piece={selected} onClose={close} />}
      {sheet === 'arrange' && <ArrangeSheet wallId={id} arrangement={plan.arrangement} onClose={close} />}
      {sheet === 'obstacle' && <ObstacleSheet wall={wall} onClose={close} />}
      {sheet === 'light' && <LightSheet wallId={id} light={plan.light} onClose={close} />}
      {sheet === 'wall' && <WallSheet wall={wall} kind={kind} onClose={close} />}
    </Page>
  );
}
