'use client';
import type { MountModel } from '@/app/models';
import { sheetOf } from '@/core/crop/border';
import { drawSection, THICKEN } from '@/core/drawing/shopDrawings';
import { mounting, type FloatPlan, type FramePlan } from '@/core/mounting/mount';

import { useAction } from '@/app/useAction';
import type { ActionInput } from '@/studio/registry';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { DrawingView } from '@/ui/DrawingView';
import { Field, Fields } from '@/ui/Field';
import { FactList, PanelTitle, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { useTypedLengths } from '../typedLengths';
import { CuttingList } from './CuttingList';
import { attempt } from '../attempt';
import type { Seen } from './MountView';

const NAMES: Record<string, string> = {
  gap: 'Gap round the sheet',
  spacer: 'Spacer',
  glazing: 'Glazing',
  backing: 'Backing board',
  print: 'Print’s paper',
  frameLip: 'Lip of the frame',
};

/** A frame without a mat, or one in which the sheet floats. */
export function FrameDesk({
  kind,
  title,
  seen,
  mount,
}: {
  kind: 'float' | 'frame';
  title: string;
  seen: Seen;
  mount: MountModel | null;
}) {
  const action = useAction();
  const { unit, size, length } = useUnits();
  const image = seen.format.image,
    sheet = sheetOf(image, seen.format.borders);
  const plan = mount?.plan.kind === kind ? (mount.plan as FloatPlan | FramePlan) : null;
  const shared = {
    spacer: plan?.spacer ?? (kind === 'float' ? 8_000 : 4_000),
    glazing: plan?.glazing ?? 2_000,
    backing: plan?.backing ?? 3_000,
    print: plan?.print ?? 480,
  };
  const first: Record<string, number> =
    kind === 'float'
      ? { gap: plan?.kind === 'float' ? plan.gap : 10_000, ...shared }
      : { frameLip: plan?.kind === 'frame' ? plan.frameLip : 6_000, ...shared };
  const f = useTypedLengths(first);
  const now = { kind, ...f.um } as FloatPlan | FramePlan;
  const worked = attempt(() => mounting(now, sheet, image, unit));
  return (
    <>
      <div style={{ display: 'flex', gap: 28, flexWrap: 'wrap', alignItems: 'flex-start' }}>
        <div style={{ flex: '1 1 560px', minWidth: 0 }}>
          {worked.value && (
            <DrawingView
              drawing={drawSection({
                title: `${kind === 'float' ? 'Float' : 'Frame'} of ${title}, section at the lower edge, ${THICKEN} times as deep as it is`,
                mounting: worked.value,
                plan: now,
                sheet,
                unit,
              })}
              name={`${kind}-${seen.format.name}`}
              space={{ width: 600, height: 320 }}
              pdf={mount ? `/api/drawing/section/${mount.id}` : undefined}
            />
          )}
        </div>
        <Stack $gap={14} style={{ flex: '1 1 340px' }}>
          <Fields $columns="1fr 1fr">
            {Object.keys(first).map((k) => (
              <Field
                key={k}
                label={NAMES[k]!}
                value={f.typed[k]!}
                onChange={f.type(k)}
                wrong={action.fieldError(k)}
              />
            ))}
          </Fields>
          {worked.value ? (
            <>
              <FactList
                rows={[
                  ['Sheet', size(sheet)],
                  [kind === 'float' ? 'Inside of the frame' : 'Seen', size(worked.value.sight)],
                  ['Rabbet', `${size(worked.value.rabbet)}, ${length(worked.value.depth)} filled`],
                ]}
              />
              <Stack $gap={6}>
                {worked.value.findings.map((x) => (
                  <Verdict key={x.says} finding={x} />
                ))}
              </Stack>
            </>
          ) : (
            <MarkedText kind="fails">{worked.says}</MarkedText>
          )}
          <Row>
            <Button
              main
              onPress={() =>
                void action.run('keepMount', {
                  kind,
                  formatId: seen.format.id,
                  ...f.sent(),
                } as ActionInput<'keepMount'>)
              }
              isDisabled={action.isPending}
            >
              Keep this {kind}
            </Button>
            {mount && (
              <Button quiet onPress={() => void action.run('dropMount', { id: mount.id })}>
                Drop it
              </Button>
            )}
          </Row>
          <ErrorCallout error={action.error} fields={Object.keys(first)} />
        </Stack>
      </div>
      {worked.value && (
        <section>
          <PanelTitle>
            Cutting list <span>goes in writing to who cuts</span>
          </PanelTitle>
          <CuttingList list={worked.value.list} />
        </section>
      )}
    </>
  );
}
