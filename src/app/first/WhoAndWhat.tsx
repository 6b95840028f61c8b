'use client';
import { useSyncExternalStore } from 'react';
import { useWatch, type UseFormReturn } from 'react-hook-form';
import { PageForm } from '@/app/PageForm';
import { useActionForm } from '@/app/useActionForm';
import { inGroups } from '@/core/groups';
import { placeOf } from '@/core/place';
import { STARTING_KEYS, STARTING_SETS, type StartingSet } from '@/core/startingSets';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Callout } from '@/ui/Callout';
import { Check, Fields } from '@/ui/Field';
import { AskField, type Ask } from '@/ui/form/fields';
import { FaultsOf } from '@/ui/form/FormParts';
import { Panel, PanelTitle, Small, Stack } from '@/ui/Layout';

export type Who = {
  name: string;
  artist: string;
  unit: 'mm' | 'in';
  currency: string;
  timeZone: string;
};
type Values = Who & { sets: StartingSet[] };

const nothingChanges = () => () => {};
/** Where this browser is; the server does not know. */
const useOwnZone = (): string | null =>
  useSyncExternalStore(
    nothingChanges,
    () => Intl.DateTimeFormat().resolvedOptions().timeZone,
    () => null,
  );

/** Currencies and zones as this browser names them; those that were kept are among them. */
const namesOf = (kind: 'currency' | 'timeZone', kept: string) => {
  const names = new Intl.DisplayNames('en', { type: 'currency' });
  const keys = new Set([...Intl.supportedValuesOf(kind), kept, ...(kind === 'timeZone' ? ['UTC'] : [])]);
  return [...keys].map((key) => ({
    key,
    name: kind === 'currency' ? `${key}, ${names.of(key)}` : key.replaceAll('_', ' '),
  }));
};

const asksOf = ({ currency, timeZone }: Who): readonly Ask[] => [
  { kind: 'text', name: 'name', label: 'Name of the studio', required: true },
  {
    kind: 'text',
    name: 'artist',
    label: 'Who signs',
    required: true,
    hint: 'as it stands on certificates',
  },
  {
    kind: 'choice',
    name: 'unit',
    label: 'Measured in',
    options: [
      { key: 'mm', name: 'millimetres' },
      { key: 'in', name: 'inches' },
    ],
  },
  { kind: 'find', name: 'currency', label: 'Paid in', options: namesOf('currency', currency) },
  {
    kind: 'find',
    name: 'timeZone',
    label: 'Where the studio is',
    hint: 'its time zone: days and promises are counted by it',
    options: namesOf('timeZone', timeZone),
  },
];

/** Who works here, how they measure, and what they have. */
export function WhoAndWhat({ kept, hasBegun }: { kept: Who; hasBegun: boolean }) {
  const zone = useOwnZone();
  // A studio that has begun says where it is; of a new one only the browser is known.
  const known = !hasBegun && zone ? { ...kept, ...placeOf(zone), timeZone: zone } : kept;
  const first: Values = { ...known, name: hasBegun ? kept.name : '', sets: [] };
  const asks = asksOf(known);
  const { form, error, isPending, draft, submit } = useActionForm({
    act: 'beginStudio',
    asks,
    first,
    about: 'studio',
    input: (values) => values,
  });
  return (
    <PageForm {...{ form, draft, submit }}>
      <Panel>
        <PanelTitle>
          Who you are, and how you measure <span>two minutes</span>
        </PanelTitle>
        <Stack>
          <Fields>
            {asks.map((ask) => (
              <AskField key={ask.name} ask={ask} />
            ))}
          </Fields>
          {!hasBegun && zone && (
            <Small>Unit, currency and zone are offered from where this browser is ({zone}).</Small>
          )}
        </Stack>
      </Panel>
      <Panel style={{ marginTop: 20 }}>
        <PanelTitle>
          What you have <span>one minute; leave it out if you like</span>
        </PanelTitle>
        <Sets form={form} />
        <FaultsOf asks={asks} />
        <ErrorCallout error={error} fields={asks.map(({ name }) => name)} />
        <Row style={{ marginTop: 14 }}>
          <Button main={!hasBegun} type="submit" isDisabled={isPending}>
            {hasBegun ? 'Keep this, and add what is ticked' : 'Begin the studio'}
          </Button>
        </Row>
      </Panel>
    </PageForm>
  );
}

/** Kinds of things, ticked; what they come with says that it is a start. */
function Sets({ form }: { form: UseFormReturn<Values> }) {
  const chosen = useWatch({ control: form.control, name: 'sets' });
  const turn = (key: StartingSet) => (isOn: boolean) =>
    form.setValue('sets', isOn ? [...chosen, key] : chosen.filter((each) => each !== key), {
      shouldDirty: true,
    });
  return (
    <Stack>
      <Fields $columns="repeat(auto-fit, minmax(240px, 1fr))">
        {inGroups(STARTING_KEYS, (key) => STARTING_SETS[key].group).map(({ key: group, items }) => (
          <div key={group} role="group" aria-label={group}>
            <Small>{group}</Small>
            <Stack $gap={8} style={{ marginTop: 6 }}>
              {items.map((key) => (
                <Check key={key} checked={chosen.includes(key)} onChange={turn(key)}>
                  {STARTING_SETS[key].name}
                  <br />
                  <Small>{STARTING_SETS[key].says}</Small>
                </Check>
              ))}
            </Stack>
          </div>
        ))}
      </Fields>
      <Callout>
        <h3>Starting figures</h3>
        What is ticked is recorded with figures that are usual for its kind, and says so in its notes. It
        comes without a price: type yours when you have it to hand.
      </Callout>
    </Stack>
  );
}
