import { Button } from '@/ui/Button';
import { ErrorCallout } from '@/ui/Actions';
import { Select } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { PanelTitle, Stack } from '@/ui/Layout';
import type { ProofSheetForm } from './useProofSheetForm';

/** What was changed, what it costs, and the making. */
export function MakePanel({ form, isUntagged }: { form: ProofSheetForm; isUntagged: boolean }) {
  const { make, job } = form;
  return (
    <section>
      <PanelTitle>Make it</PanelTitle>
      <Stack $gap={9} style={{ paddingTop: 8 }}>
        {isUntagged && (
          <Select
            label="The untagged file’s numbers mean"
            value={form.untaggedIs}
            onChange={form.choose('untaggedIs')}
            options={[
              { key: '', name: 'say which' },
              { key: 'sRGB', name: 'sRGB' },
              { key: 'opRGB', name: 'opRGB' },
            ]}
          />
        )}
        <Field
          label="Changed since the last round, in your words"
          value={form.changed}
          onChange={form.choose('changed')}
          hint="Glassine lists what it sees itself"
          wrong={make.fieldError('changed')}
        />
        <Field
          label="What it costs"
          value={form.cost}
          onChange={form.choose('cost')}
          width={120}
          wrong={make.fieldError('cost')}
        />
        {job.line}
        {!job.goesOn && (
          <Button main onPress={() => void form.makeSheet()} isDisabled={!form.canMake}>
            Make the proof sheet
          </Button>
        )}
        <ErrorCallout error={make.error} fields={['changed', 'cost', 'ppi']} />
      </Stack>
    </section>
  );
}
