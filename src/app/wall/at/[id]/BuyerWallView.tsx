'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { ActionSheet } from '@/app/ActionSheet';
import type { BuyerWallModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import { pixelsPerMm, type PixelPoint } from '@/core/wall/buyerWall';
import { MOULDING_UM } from '@/core/wall/framing';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
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
import { keyOfOffer, offerOfKey } from '../../WallSheets';
import { PhotographedWall, type Ends } from './PhotographedWall';

type Figure = number | string | null;

/** Where the two ends stand before anybody moved them: along the foot of the photograph. */
const firstEnds = ({ widthPx, heightPx }: BuyerWallModel): Ends => ({
  from: { x: Math.round(widthPx * 0.25), y: Math.round(heightPx * 0.8) },
  to: { x: Math.round(widthPx * 0.75), y: Math.round(heightPx * 0.8) },
});

/** A photograph of somebody's wall: one length in it is said, and pictures hang in it as large as they are. */
export function BuyerWallView({ wall, offers }: { wall: BuyerWallModel; offers: OfferedToHang[] }) {
  const { id, name, hung } = wall;
  const { length, size } = useUnits();
  const router = useRouter();
  const action = useAction();
  const [ends, setEnds] = useState<Ends>(hung.known ?? firstEnds(wall));
  const [typed, setTyped] = useState(hung.known ? length(hung.known.length) : '');
  const [isHanging, setHanging] = useState(false);
  const scale = hung.known && pixelsPerMm(hung.known);
  useKeys([
    ...(hung.known ? [{ key: 'h', label: 'hang a picture', run: () => setHanging(true) }] : []),
    { key: 'g', label: 'back to the walls', run: () => router.push('/wall') },
  ]);
  const know = () => void action.run('knowLength', { buyerWallId: id, ...ends, length: typed });
  const move = (pieceId: string, middle: PixelPoint) =>
    void action.run('moveAtBuyers', { buyerWallId: id, pieceId, middle });
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>The wall of {name}</PageTitle>
          <Lead>
            {hung.known && scale
              ? `To scale by ${length(hung.known.length)} in the photograph: ${scale.toFixed(3)} px to the millimetre.`
              : 'Lay the line along something whose length is known, and say how long it is.'}
          </Lead>
        </div>
        <Row>
          <Button
            main={Boolean(hung.known) && !hung.pieces.length}
            keyName="h"
            isDisabled={!hung.known}
            onPress={() => setHanging(true)}
          >
            Hang a picture
          </Button>
          {hung.known && (
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
          <PhotographedWall wall={wall} ends={ends} onEnds={setEnds} onMove={move} />
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
                <p>
                  Drag the ends of the line, or move them by the arrows: along a door, a sofa, a sheet of
                  paper.
                </p>
                <Row style={{ alignItems: 'flex-end' }}>
                  <Field label="It is, from end to end" value={typed} onChange={setTyped} width={140} />
                  <Button type="submit" main={!hung.known} isDisabled={!typed.trim() || action.isPending}>
                    Keep it
                  </Button>
                </Row>
                <Small>
                  True for a wall taken straight on, and for what lies as near as the wall itself: a sofa
                  before it looks larger.
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
            {!hung.known && (
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
              options: offers.map((offer) => ({ key: keyOfOffer(offer), name: offer.says })),
            },
            { kind: 'length', name: 'moulding', label: 'Face of the frame', required: true },
          ]}
          first={{ formatId: offers[0] ? keyOfOffer(offers[0]) : '', moulding: MOULDING_UM as Figure }}
          input={(v) => {
            const { formatId, mount } = offerOfKey(offers, v.formatId);
            return { buyerWallId: id, formatId: formatId ?? '', mount, moulding: v.moulding ?? '' };
          }}
          onClose={() => setHanging(false)}
        />
      )}
    </Page>
  );
}
