'use client';
import type { MasterModel } from '@/app/models';
import type { CaptureCheck } from '@/core/capture/checks';

import { Row } from '@/ui/Button';
import { PanelTitle, Stack } from '@/ui/Layout';
import { MarkedText } from '@/ui/Verdict';
import { useRouter } from 'next/navigation';
import { SendFile } from './SendFile';

const JOINT_MARKS = {
  joins: 'holds',
  'step of tone': 'care',
  'no overlap found': 'fails',
} as const;

export function JointPart({
  master,
  check,
}: {
  master: MasterModel;
  check?: Extract<CaptureCheck, { kind: 'joint' }>;
}) {
  const router = useRouter();
  const r = check?.reading;
  return (
    <section>
      <PanelTitle>Joint to the next tile</PanelTitle>
      <Stack $gap={8}>
        <MarkedText kind={r ? JOINT_MARKS[r.word] : 'none'}>
          {r
            ? `${check!.besideName}: ${r.says}`
            : 'Bring in the neighbouring tile of the same scan: where they overlap, and any step of tone between them, is found.'}
        </MarkedText>
        <Row>
          <SendFile
            url={`/api/check/${master.id}/beside`}
            label="Bring in the tile beside it"
            onSaid={() => router.refresh()}
          />
        </Row>
      </Stack>
    </section>
  );
}
