'use client';
import type { MasterModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import type { CaptureCheck } from '@/core/capture/checks';
import type { Point, Quad } from '@/core/capture/quad';

import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Field';
import { Aside, Columns, Small, Stack } from '@/ui/Layout';
import { useState } from 'react';
import { Corners } from './Corners';
import { EvennessPart } from './EvennessPart';
import { FitHere } from './FitHere';
import { JointPart } from './JointPart';
import { Practice } from './Practice';
import { Squareness } from './Squareness';
import { TargetPart } from './TargetPart';

type Check = { id: string; at: string; body: CaptureCheck };

type Props = {
  workId: string;
  master: MasterModel;
  size: { width: number; height: number };
  checks: Check[];
  practice: string;
  names: Record<string, string>;
  hasTarget: boolean;
};

type Shows = 'square' | 'target';

const midsOf = (q: Quad): Quad =>
  q.map((p, i) => ({
    x: Math.round((p.x + q[(i + 1) % 4]!.x) / 2),
    y: Math.round((p.y + q[(i + 1) % 4]!.y) / 2),
  })) as unknown as Quad;

/** Evenness, target, squareness and joints of the current capture. */
export function ChecksView({ workId, master, size, checks, practice, hasTarget }: Props) {
  const find = <K extends CaptureCheck['kind']>(kind: K) =>
    checks.find((c) => c.body.kind === kind)?.body as Extract<CaptureCheck, { kind: K }> | undefined;
  const [shows, setShows] = useState<Shows>('square');
  const kept = shows === 'square' ? find('keystone')?.corners : find('target')?.corners;
  const inset = { x: size.width * 0.08, y: size.height * 0.08 };
  const [corners, setCorners] = useState<Record<Shows, Quad | null>>({ square: null, target: null });
  const quad: Quad = corners[shows] ??
    kept ?? [
      { x: inset.x, y: inset.y },
      { x: size.width - inset.x, y: inset.y },
      { x: size.width - inset.x, y: size.height - inset.y },
      { x: inset.x, y: size.height - inset.y },
    ];
  const [mids, setMids] = useState<Quad | null>(null);
  const action = useAction();
  const move = (i: number) => (p: Point) =>
    setCorners((was) => ({
      ...was,
      [shows]: quad.map((c, j) =>
        j === i
          ? {
              x: Math.round(Math.min(size.width, Math.max(0, p.x))),
              y: Math.round(Math.min(size.height, Math.max(0, p.y))),
            }
          : c,
      ) as unknown as Quad,
    }));
  const guess = async () => {
    const done = await action.run('guessCorners', { id: master.id });
    if (done?.corners) setCorners((was) => ({ ...was, [shows]: done.corners as Quad }));
  };
  return (
    <Columns $aside={404}>
      <Stack $gap={10}>
        <Row $gap={14}>
          <Select
            label="The four corners are those of"
            value={shows}
            onChange={(k) => {
              setShows(k);
              setMids(null);
            }}
            options={[
              { key: 'square', name: 'the work, for its squareness' },
              { key: 'target', name: 'a 24-patch target' },
            ]}
            width={230}
          />
          <Button onPress={() => void guess()} isDisabled={action.isPending}>
            Find them for me
          </Button>
          {shows === 'square' && (
            <Button onPress={() => setMids(mids ? null : midsOf(quad))}>
              {mids ? 'Leave the edges out' : 'Set the edges’ middles too'}
            </Button>
          )}
        </Row>
        <Corners
          master={master}
          size={size}
          quad={quad}
          mids={mids}
          onMove={move}
          onMid={(i) => (p) =>
            setMids((was) => (was ? (was.map((m, j) => (j === i ? p : m)) as unknown as Quad) : was))
          }
          grid={shows === 'target'}
        />
        <Small>
          Drag a corner, or move it with the arrow keys once it has the focus: one pixel, ten with shift.
          The wheel looks closer.
        </Small>
        <ErrorCallout error={action.error} />
      </Stack>
      <Aside>
        {shows === 'square' ? (
          <Squareness master={master} quad={quad} mids={mids} check={find('keystone')} />
        ) : (
          <TargetPart master={master} quad={quad} check={find('target')} practice={practice} />
        )}
        <EvennessPart workId={workId} master={master} check={find('evenness')} />
        <JointPart master={master} check={find('joint')} />
        {shows === 'square' && hasTarget && !find('target') && <FitHere master={master} />}
        <Practice workId={workId} />
      </Aside>
    </Columns>
  );
}
