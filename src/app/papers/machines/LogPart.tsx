'use client';
import type { MachineEntryModel, MachineModel } from '@/app/models';
import { useAction } from '@/app/useAction';

import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { useState } from 'react';

const LOG_KINDS = (['nozzle check', 'cleaning', 'fault', 'service', 'note'] as const).map((key) => ({
  key,
  name: key,
}));

export function LogPart({
  machine,
  log,
  today,
}: {
  machine: MachineModel;
  log: MachineEntryModel[];
  today: string;
}) {
  const action = useAction();
  const { money, date } = useUnits();
  const [f, setF] = useState({
    day: today,
    kind: 'nozzle check' as (typeof LOG_KINDS)[number]['key'],
    says: '',
    cost: '',
  });
  const note = async () => {
    if (await action.run('logMachine', { machineId: machine.id, ...f }))
      setF({ ...f, says: '', cost: '' });
  };
  return (
    <section>
      <PanelTitle>
        Log <span>{log.length}</span>
      </PanelTitle>
      <Stack $gap={8} style={{ paddingTop: 6 }}>
        <Fields $columns="1fr 1fr">
          <Select
            label="What"
            value={f.kind}
            onChange={(kind) => setF({ ...f, kind })}
            options={LOG_KINDS}
          />
          <Field
            label="On"
            value={f.day}
            onChange={(day) => setF({ ...f, day })}
            type="date"
            wrong={action.fieldError('day')}
          />
          <Field
            label="In words"
            value={f.says}
            onChange={(says) => setF({ ...f, says })}
            wrong={action.fieldError('says')}
          />
          <Field
            label="Cost"
            value={f.cost}
            onChange={(cost) => setF({ ...f, cost })}
            wrong={action.fieldError('cost')}
          />
        </Fields>
        <Row>
          <Button onPress={() => void note()} isDisabled={action.isPending}>
            Write it down
          </Button>
        </Row>
        <ErrorCallout error={action.error} fields={['day', 'says', 'cost']} />
        <ul style={{ display: 'grid', gap: 3 }}>
          {log.slice(0, 10).map((l) => (
            <li key={l.id}>
              <Small>{date(l.day)}</Small>{' '}
              {l.kind === 'fault' ? (
                <MarkedText kind="fails">fault: {l.says}</MarkedText>
              ) : (
                <>
                  {l.kind}
                  {l.says && `, ${l.says}`}
                </>
              )}
              {l.costMinor > 0 && <Small> {money(l.costMinor)}</Small>}
            </li>
          ))}
        </ul>
      </Stack>
    </section>
  );
}
