'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { ActionSheet } from '@/app/ActionSheet';
import type { BuyerWallModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import { tiltOf } from '@/core/wall/aslant';
import { pixelsPerMm, type PixelPoint } from '@/core/wall/buyerWall';
import { MOULDING_UM } from '@/core/wall/framing';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { useKeys } from '@/ui/Keys';
import {
  Aside,
  Columns,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Stack,
  WorkTitle,
} from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { OfferedToHang } from '@/studio/walls/walls';
import { keyOfOffer, offerOfKey, useHangs } from '../../WallSheets';
import { PhotographedWall, type Marked } from './PhotographedWall';

type Figure = number | string | null;

/** Where the marks stand before anybody moved them: along the foot of the photograph, or round its middle. */
function firstMarks({ widthPx, heightPx, hung }: BuyerWallModel): Record<Marked['by'], Marked> {
  const at = (x: number, y: number): PixelPoint => ({
    x: Math.round(widthPx * x),
    y: Math.round(heightPx * y),
  });
  return {
    length: { by: 'length', ends: hung.known ?? { from: at(0.25, 0.8), to: at(0.75, 0.8) } },
    rectangle: {
      by: 'rectangle',
      corners: hung.rectangle?.corners ?? [at(0.3, 0.3), at(0.7, 0.3), at(0.7, 0.7), at(0.3, 0.7)],
    },
  };
}

/** A photograph of somebody's wall: one length in it is said, and pictures hang in it as large as they are. */
export function BuyerWallView({ wall, offers }: { wall: BuyerWallModel; offers: OfferedToHang[] }) {
  const { id, name, hung } = wall;
  const { length, size } = useUnits();
  const router = useRouter();
  const action = useAction();
  const { choices, search } = useHangs(offers);
  const first = firstMarks(wall);
  const [marked, setMarked] = useState<Marked>(first[hung.rectangle ? 'rectangle' : 'length']);
  const [typed, setTyped] = useState(
    hung.rectangle ? size(hung.rectangle) : hung.known ? length(hung.known.length) : '',
  );
  const [isHanging, setHanging] = useState(false);
  const isKnown = Boolean(hung.known ?? hung.rectangle);
  useKeys([
    ...(isKnown ? [{ key: 'h', label: 'hang a picture', run: () => setHanging(true) }] : []),
    { key: 'g', label: 'back to the walls', run: () => router.push('/wall') },
  ]);
  const know = () =>
    void (marked.by === 'length'
      ? action.run('knowLength', { buyerWallId: id, ...marked.ends, length: typed })
      : action.run('knowRectangle', { buyerWallId: id, corners: marked.corners, size: typed }));
  const markBy = (by: Marked['by']) => {
    setMarked(first[by]);
    setTyped('');
  };
  const move = (pieceId: string, middle: PixelPoint) =>
    void action.run('moveAtBuyers', { buyerWallId: id, pieceId, middle });
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>The wall of {name}</PageTitle>
          <Lead>
            <Scale hung={hung} />
          </Lead>
        </div>
        <Row>
          <Button
            main={isKnown && !hung.pieces.length}
            keyName="h"
            isDisabled={!isKnown}
            onPress={() => setHanging(true)}
          >
            Hang a picture
          </Button>
          {isKnown && (
            <ButtonLink
              main={hung.pieces.length > 0}
              href={`/api/documents/buyer-wall/${id}`}
              target="_blank"
            >
              The picture to send, PNG
            </ButtonLink>
          )}
        </Row>
      </PageHeader>
      <ErrorCallout error={action.error} />
      <Columns $aside={300}>
        <Panel>
          <PhotographedWall wall={wall} marked={marked} onMarked={setMarked} onMove={move} />
        </Panel>
        <Aside>
          <section aria-label="A known length">
            <PanelTitle>
              A known length <span>in the photograph</span>
            </PanelTitle>
            <form
              onSubmit={(event) => {
                event.preventDefault();
                know();
              }}
            >
              <Stack $gap={8}>
                <Select
                  label="The photograph was taken"
                  value={marked.by}
                  onChange={markBy}
                  options={[
                    { key: 'length', name: 'straight on' },
                    { key: 'rectangle', name: 'aslant' },
                  ]}
                />
                <p>
                  {marked.by === 'length'
                    ? 'Drag the ends of the line, or move them by the arrows: along a door, a sofa, a sheet of paper.'
                    : 'Drag the four corners, or move them by the arrows, onto something square that lies on the wall: a door, a window, a picture.'}
                </p>
                <Row style={{ alignItems: 'flex-end' }}>
                  <Field
                    label={marked.by === 'length' ? 'It is, from end to end' : 'It is, width × height'}
                    value={typed}
                    onChange={setTyped}
                    width={140}
                  />
                  <Button type="submit" main={!isKnown} isDisabled={!typed.trim() || action.isPending}>
                    Keep it
                  </Button>
                </Row>
                <Small>
                  {marked.by === 'length'
                    ? 'True for a wall taken straight on, and for what lies as near as the wall itself: a sofa before it looks larger.'
                    : 'True for all of that wall, and for nothing that stands before it.'}
                </Small>
              </Stack>
            </form>
          </section>
          <section aria-label="What hangs there">
            <PanelTitle>
              What hangs there <span>{hung.pieces.length}</span>
            </PanelTitle>
            <ul>
              {hung.pieces.map(({ id: pieceId, piece }) => (
                <li key={pieceId} style={{ padding: '4px 0' }}>
                  <WorkTitle>{piece.title}</WorkTitle>
                  <Row>
                    <Small style={{ flex: 1 }}>
                      {size(piece.outer)}
                      {piece.moulding > 0
                        ? ` with its frame, face ${length(piece.moulding)}`
                        : ', over bars'}
                    </Small>
                    <Button
                      quiet
                      aria-label={`Take ${piece.title} away`}
                      onPress={() => void action.run('takeAwayAtBuyers', { buyerWallId: id, pieceId })}
                    >
                      take away
                    </Button>
                  </Row>
                </li>
              ))}
            </ul>
            {!isKnown && (
              <MarkedText kind="none">Nothing hangs to scale before a length is known.</MarkedText>
            )}
          </section>
          <Row>
            <Button
              onPress={() =>
                void action
                  .run('archiveBuyerWall', { buyerWallId: id })
                  .then((done) => done && router.push('/wall'))
              }
            >
              Put it away
            </Button>
          </Row>
        </Aside>
      </Columns>
      {isHanging && (
        <ActionSheet
          act="hangAtBuyers"
          title="Hang a picture"
          label="Hang it"
          about={id}
          columns="1fr"
          asks={[
            {
              kind: 'find',
              name: 'formatId',
              label: 'A work in a size',
              options: choices.map((offer) => ({ key: keyOfOffer(offer), name: offer.says })),
              onSearch: search,
            },
            { kind: 'length', name: 'moulding', label: 'Face of the frame', required: true },
          ]}
          first={{ formatId: offers[0] ? keyOfOffer(offers[0]) : '', moulding: MOULDING_UM as Figure }}
          input={(v) => {
            const { formatId, mount } = offerOfKey(choices, v.formatId);
            return { buyerWallId: id, formatId: formatId ?? '', mount, moulding: v.moulding ?? '' };
          }}
          onClose={() => setHanging(false)}
        />
      )}
    </Page>
  );
}

/** By what the photograph is to scale. */
function Scale({ hung }: Pick<BuyerWallModel, 'hung'>) {
  const { length, size } = useUnits();
  if (hung.rectangle)
    return (
      <>
        To scale by {size(hung.rectangle)} on the wall, which is seen aslant: its sides are{' '}
        {Math.round(100 * tiltOf(hung.rectangle))} % apart.
      </>
    );
  if (!hung.known) return 'Lay the line along something whose length is known, and say how long it is.';
  return (
    <>
      To scale by {length(hung.known.length)} in the photograph: {pixelsPerMm(hung.known).toFixed(3)} px
      to the millimetre.
    </>
  );
}
