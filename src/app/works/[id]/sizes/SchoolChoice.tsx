'use client';
import { useState } from 'react';
import styled from 'styled-components';
import { FAMILY_NAMES, schoolInWords, type FamilyName, type School } from '@/core/resolution';
import { useAction } from '@/app/useAction';
import type { ActionInput } from '@/studio/registry';
import { ErrorCallout } from '@/ui/Actions';
import { Button } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Check, Field } from '@/ui/Field';
import { Small, Stack } from '@/ui/Layout';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { useKeptSheet } from '@/ui/form/useKeptValues';
import { FormDialog, DialogActions } from '@/ui/FormDialog';
import { narrow } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

type Props = {
  workId: string;
  school: School;
  families: FamilyName[];
  own: { school: boolean; families: boolean };
  studioSchool: School;
  showThin: boolean;
  onShowThin: (show: boolean) => void;
};

const Line = styled.div`
  display: flex;
  gap: 4px 28px;
  flex-wrap: wrap;
  align-items: baseline;
  > span {
    display: flex;
    align-items: baseline;
    gap: 2px;
    flex-wrap: wrap;
  }
  ${narrow} {
    flex-direction: column;
    align-items: flex-start;
  }
`;

/** How the sizes are judged and which are shown, said in a line and changed on a sheet. */
export function SchoolChoice({
  workId,
  school,
  families,
  own,
  studioSchool,
  showThin,
  onShowThin,
}: Props) {
  const [open, setOpen] = useState(false);
  return (
    <Line>
      <span>
        Judged by{' '}
        <Button quiet onPress={() => setOpen(true)}>
          {schoolInWords(school)}
        </Button>
        {!own.school && <Small>(the studio’s way)</Small>}
      </span>
      <span>
        Families{' '}
        <Button quiet onPress={() => setOpen(true)}>
          {families.join(', ')}
        </Button>
      </span>
      <Check checked={showThin} onChange={onShowThin}>
        show those too thin
      </Check>
      {open && (
        <SchoolSheet
          workId={workId}
          school={school}
          families={families}
          own={own}
          studioSchool={studioSchool}
          onClose={() => setOpen(false)}
        />
      )}
    </Line>
  );
}

type Kind = 'studio' | School['kind'];

function SchoolSheet({
  workId,
  school,
  families,
  own,
  studioSchool,
  onClose,
}: Omit<Props, 'showThin' | 'onShowThin'> & { onClose: () => void }) {
  const action = useAction();
  const { length, unit, withUnit } = useUnits();
  const [kind, setKind] = useState<Kind>(own.school ? school.kind : 'studio');
  const [ppi, setPpi] = useState(school.kind === 'flat' ? String(school.ppi) : '300');
  const near = school.kind === 'stepped' ? school.steps.find((s) => s.upTo) : undefined;
  const far = school.kind === 'stepped' ? school.steps.find((s) => !s.upTo) : undefined;
  const [upTo, setUpTo] = useState(near?.upTo ? length(near.upTo) : unit === 'mm' ? '500 mm' : '20 in');
  const [nearPpi, setNearPpi] = useState(String(near?.ppi ?? 300));
  const [farPpi, setFarPpi] = useState(String(far?.ppi ?? 200));
  const [distance, setDistance] = useState(
    school.kind === 'distance' && school.distance ? length(school.distance) : '',
  );
  const [chosen, setChosen] = useState<FamilyName[]>(families);
  const kept = useKeptSheet(
    `judgeSizesBy:${workId}`,
    { kind, ppi, upTo, nearPpi, farPpi, distance, chosen },
    (begun) => {
      setKind(begun.kind);
      setPpi(begun.ppi);
      setUpTo(begun.upTo);
      setNearPpi(begun.nearPpi);
      setFarPpi(begun.farPpi);
      setDistance(begun.distance);
      setChosen(begun.chosen);
    },
    onClose,
  );
  const pickedSchool = (): ActionInput<'judgeSizesBy'>['school'] => {
    switch (kind) {
      case 'studio':
        return null;
      case 'flat':
        return { kind, ppi: Number(ppi) };
      case 'stepped': {
        const near = { upTo: withUnit(upTo), ppi: Number(nearPpi) };
        return { kind, steps: [near, { ppi: Number(farPpi) }] };
      }
      default:
        return { kind, ...(distance.trim() && { distance: withUnit(distance) }) };
    }
  };
  const save = async () => {
    const picked = pickedSchool();
    if (await action.run('judgeSizesBy', { workId, school: picked, families: chosen })) kept.close();
  };
  return (
    <FormDialog title="How these sizes are judged" isOpen isWritten={kept.isWritten} onClose={kept.close}>
      <DraftSlip {...kept.slip} />
      <Stack>
        <Select<Kind>
          label="School"
          value={kind}
          onChange={setKind}
          width={420}
          options={[
            { key: 'studio', name: `the studio’s way: ${schoolInWords(studioSchool)}` },
            { key: 'flat', name: 'one figure for all sizes' },
            { key: 'stepped', name: 'steps by the long edge, as a route asks' },
            { key: 'distance', name: 'what an eye parts from the judged distance' },
          ]}
        />
        {kind === 'flat' && (
          <Field
            label="Pixels per inch asked"
            value={ppi}
            onChange={setPpi}
            width={160}
            wrong={action.fieldError('school')}
          />
        )}
        {kind === 'stepped' && (
          <div style={{ display: 'flex', gap: 14, flexWrap: 'wrap' }}>
            <Field
              label="Up to a long edge of"
              value={upTo}
              onChange={setUpTo}
              width={130}
              wrong={action.fieldError('school')}
            />
            <Field label="ppi asked there" value={nearPpi} onChange={setNearPpi} width={110} />
            <Field label="ppi asked above it" value={farPpi} onChange={setFarPpi} width={120} />
          </div>
        )}
        {kind === 'distance' && (
          <Field
            label="Judged from"
            value={distance}
            onChange={setDistance}
            width={160}
            wrong={action.fieldError('school')}
            hint="empty: 1.5 × the diagonal of each print, at least 250 mm"
          />
        )}
        <Stack $gap={7} role="group" aria-label="Families of sizes">
          {FAMILY_NAMES.map((f) => (
            <Check
              key={f}
              checked={chosen.includes(f)}
              onChange={(on) => setChosen(on ? [...chosen, f] : chosen.filter((x) => x !== f))}
            >
              {f}
            </Check>
          ))}
        </Stack>
        <ErrorCallout error={action.error} />
      </Stack>
      <DialogActions
        label="Judge by this"
        busy={action.isPending}
        disabled={chosen.length === 0}
        onDo={() => void save()}
        onClose={kept.close}
      />
    </FormDialog>
  );
}
