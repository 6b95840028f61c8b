'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import type { BuyerWallModel, WallModel } from '@/app/models';
import { wallHeight, wallWidth } from '@/core/wall/check';
import { ErrorCallout, useAnnounce, type ActionError } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { FilePick } from '@/ui/FilePick';
import { useKeys } from '@/ui/Keys';
import {
  EmptyState,
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
import { UploadProgress, useUpload } from '@/ui/useUpload';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { SmallWall } from './SmallWall';
import { WallSheet } from './WallSheets';

const Walls = styled.ul`
  display: flex;
  flex-wrap: wrap;
  align-items: flex-end;
  gap: 26px 30px;
  padding-top: 14px;
  li {
    min-width: 0;
    max-width: 100%;
  }
  a {
    display: grid;
    gap: 6px;
    text-decoration: none;
    color: ${t.ink};
  }
  a:hover em {
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  img {
    display: block;
    height: 150px;
    max-width: 260px;
    object-fit: cover;
    border: 1px solid ${t.line};
  }
`;

/** All walls are drawn to one scale: the longest takes so much of the page. */
const LONGEST_PX = 520;

/** Walls and stalls drawn small to one scale, and the walls of buyers as they were photographed. */
export function WallsView({ walls, buyerWalls }: { walls: WallModel[]; buyerWalls: BuyerWallModel[] }) {
  const { length } = useUnits();
  const [sheet, setSheet] = useState<'wall' | 'stall' | 'buyer' | null>(null);
  useKeys([{ key: 'n', label: 'a new wall', run: () => setSheet('wall') }]);
  const k = LONGEST_PX / Math.max(1_000_000, ...walls.map(({ plan }) => wallWidth(plan)));
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Wall</PageTitle>
          <Lead>
            Where pictures hang: in what order, how far apart, and where each hook goes. Drawn to one
            scale.
          </Lead>
        </div>
        <Row>
          <Button main keyName="n" onPress={() => setSheet('wall')}>
            A wall
          </Button>
          <Button onPress={() => setSheet('stall')}>A stall</Button>
          <Button onPress={() => setSheet('buyer')}>A buyer’s wall</Button>
        </Row>
      </PageHeader>
      <Stack $gap={18}>
        <Panel>
          <PanelTitle>
            Walls and stalls <span>{walls.length}</span>
          </PanelTitle>
          {walls.length === 0 ? (
            <EmptyState title="No wall yet">
              <p>
                Measure a wall from corner to corner and up to the ceiling, say what is in the way, and
                hang framed works on it. The hooks, the gaps and a drill sheet come of themselves.
              </p>
            </EmptyState>
          ) : (
            <Walls aria-label="Walls and stalls">
              {walls.map(({ id, name, kind, plan }) => (
                <li key={id}>
                  <Link href={`/wall/${id}`} prefetch={false}>
                    <SmallWall plan={plan} k={k} />
                    <WorkTitle>{name}</WorkTitle>
                    <Small>
                      {kind}, {length(wallWidth(plan))} by {length(wallHeight(plan))};{' '}
                      {plan.pieces.length === 0
                        ? 'nothing hangs yet'
                        : `${plan.pieces.length} ${plan.pieces.length === 1 ? 'picture' : 'pictures'}`}
                    </Small>
                  </Link>
                </li>
              ))}
            </Walls>
          )}
        </Panel>
        <Panel>
          <PanelTitle>
            Buyers’ walls <span>{buyerWalls.length}</span>
          </PanelTitle>
          {buyerWalls.length === 0 ? (
            <EmptyState title="No photograph of a wall yet">
              <p>
                Ask a buyer for a photograph of the wall, taken straight on, and for one length in it: a
                door, a sofa, a sheet of paper. Then every size hangs there as large as it is.
              </p>
            </EmptyState>
          ) : (
            <Walls aria-label="Buyers’ walls">
              {buyerWalls.map(({ id, name, sha256, hung }) => (
                <li key={id}>
                  <Link href={`/wall/at/${id}`} prefetch={false}>
                    <img src={`/api/pictures/${sha256}/thumb`} alt="" loading="lazy" />
                    <WorkTitle>{name}</WorkTitle>
                    <Small>
                      {hung.known
                        ? `to scale, ${hung.pieces.length} hung`
                        : 'no length known yet: nothing is to scale'}
                    </Small>
                  </Link>
                </li>
              ))}
            </Walls>
          )}
        </Panel>
      </Stack>
      {(sheet === 'wall' || sheet === 'stall') && (
        <WallSheet wall={null} kind={sheet} onClose={() => setSheet(null)} />
      )}
      {sheet === 'buyer' && <BuyerWallPart onClose={() => setSheet(null)} />}
    </Page>
  );
}

/** Asks for the photograph; what comes next is on its own page. */
function BuyerWallPart({ onClose }: { onClose: () => void }) {
  const router = useRouter();
  const say = useAnnounce();
  const [whose, setWhose] = useState('');
  const [file, setFile] = useState<File | null>(null);
  const { upload, isSending, send: sendUp } = useUpload();
  const [error, setError] = useState<ActionError | null>(null);
  const send = async () => {
    if (!file) return;
    setError(null);
    const query = new URLSearchParams({ whose, name: file.name });
    const answer = await sendUp(`/api/walls?${query}`, file);
    if ('error' in answer) return setError(answer.error);
    say(answer.done);
    router.push(`/wall/at/${answer.done.id}`);
  };
  return (
    <Panel style={{ marginTop: 18 }} aria-label="A buyer’s wall">
      <PanelTitle>A buyer’s wall</PanelTitle>
      <Stack $gap={12} style={{ paddingTop: 8, maxWidth: 520 }}>
        <Field label="Whose wall it is" value={whose} onChange={setWhose} />
        <FilePick label="The photograph" onFile={setFile} accept="image/*" />
        <Row>
          <Button main isDisabled={!file || !whose.trim() || isSending} onPress={() => void send()}>
            Keep it
          </Button>
          <Button onPress={onClose}>Let it be</Button>
        </Row>
        <UploadProgress upload={upload} />
        <ErrorCallout error={error} />
      </Stack>
    </Panel>
  );
}
