'use client';
import type { MasterModel } from '@/app/models';
import type { CaptureCheck } from '@/core/capture/checks';
import { checkOf, useCorners } from './useCorners';

import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Aside, Columns, Small, Stack } from '@/ui/Layout';
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

/** Evenness, target, squareness and joints of the current capture. */
export function ChecksView({ workId, master, size, checks, practice, hasTarget }: Props) {
  const corners = useCorners({ masterId: master.id, size, checks });
  const { of, quad, middles, action } = corners;
  const find = <K extends CaptureCheck['kind']>(kind: K) => checkOf(checks, kind);
  return (
    <Columns $aside={404}>
      <Stack $gap={10}>
        <Row $gap={14}>
          <Select
            label="The four corners are those of"
            value={of}
            onChange={corners.setThoseOf}
            options={[
              { key: 'square', name: 'the work, for its squareness' },
              { key: 'target', name: 'a 24-patch target' },
            ]}
            width={230}
          />
          <Button onPress={() => void corners.guess()} isDisabled={action.isPending}>
            Find them for me
          </Button>
          {of === 'square' && (
            <Button onPress={corners.toggleMiddles}>
              {middles ? 'Leave the edges out' : 'Set the edges’ middles too'}
            </Button>
          )}
        </Row>
        <Corners
          master={master}
          size={size}
          quad={quad}
          mids={middles}
          onMove={corners.moveCorner}
          onMid={corners.moveMiddle}
          grid={of === 'target'}
        />
        <Small>
          Drag a corner, or move it with the arrow keys once it has the focus: one pixel, ten with shift.
          The wheel looks closer.
        </Small>
        <ErrorCallout error={action.error} />
      </Stack>
      <Aside>
        {of === 'square' ? (
          <Squareness master={master} quad={quad} mids={middles} check={find('keystone')} />
        ) : (
          <TargetPart master={master} quad={quad} check={find('target')} practice={practice} />
        )}
        <EvennessPart workId={workId} master={master} check={find('evenness')} />
        <JointPart master={master} check={find('joint')} />
        {of === 'square' && hasTarget && !find('target') && <FitHere master={master} />}
        <Practice workId={workId} />
      </Aside>
    </Columns>
  );
}
