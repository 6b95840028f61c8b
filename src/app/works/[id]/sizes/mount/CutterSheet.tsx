'use client';
import { ActionSheet } from '@/app/ActionSheet';
import type { CutterModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import type { Ask } from '@/ui/form/fields';
import { useUnits } from '@/ui/Units';

const WIDTH_HINT = 'the full width: ± 1 mm is 2 mm';
const ASKS: readonly Ask[] = [
  { kind: 'text', name: 'name', label: 'Name', required: true, autoFocus: true },
  { kind: 'day', name: 'readOn', label: 'Said on', required: true },
  {
    kind: 'length',
    name: 'sheet',
    label: 'Sheet, widest to narrowest',
    hint: WIDTH_HINT,
    required: true,
  },
  {
    kind: 'length',
    name: 'image',
    label: 'Image, widest to narrowest',
    hint: WIDTH_HINT,
    required: true,
  },
  {
    kind: 'length',
    name: 'window',
    label: 'Window, widest to narrowest',
    hint: WIDTH_HINT,
    required: true,
  },
  {
    kind: 'length',
    name: 'placing',
    label: 'Laid off the middle by up to',
    hint: 'either way',
    required: true,
  },
  { kind: 'text', name: 'notes', label: 'Notes' },
];

/** Someone who cuts, and by how much their parts vary. */
export function CutterSheet({
  cutter,
  today,
  onClose,
}: {
  cutter: CutterModel | null;
  today: string;
  onClose: () => void;
}) {
  const action = useAction();
  const { unit } = useUnits();
  const usual = unit === 'mm' ? '1 mm' : '1/32 in';
  const putAway = async (id: string) => {
    if (await action.run('putAwayCutter', { id, away: true })) onClose();
  };
  return (
    <ActionSheet
      act="recordCutter"
      title={cutter?.name ?? 'Who cuts'}
      label="Keep it"
      about={cutter?.id ?? 'new'}
      asks={ASKS}
      first={{
        name: cutter?.name ?? '',
        readOn: cutter?.readOn ?? today,
        notes: cutter?.notes ?? '',
        sheet: cutter?.toleranceSheetUm ?? usual,
        image: cutter?.toleranceImageUm ?? usual,
        window: cutter?.toleranceWindowUm ?? usual,
        placing: cutter?.placingUm ?? usual,
      }}
      input={(values) => ({ id: cutter?.id ?? null, ...values })}
      onClose={onClose}
      below={() =>
        cutter && (
          <Row style={{ marginTop: 10 }}>
            <Button quiet onPress={() => void putAway(cutter.id)}>
              Put away
            </Button>
            <ErrorCallout error={action.error} />
          </Row>
        )
      }
    />
  );
}
