'use client';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { useState } from 'react';
import { type Setting } from './paperProps';

export function SettingsPart({
  paperId,
  machines,
  settings,
}: {
  paperId: string;
  machines: { id: string; name: string }[];
  settings: Setting[];
}) {
  const action = useAction();
  const [f, setF] = useState({
    machineId: machines[0]?.id ?? '',
    setting: settings[0]?.setting ?? '',
    feed: settings[0]?.feed ?? '',
    notes: settings[0]?.notes ?? '',
  });
  if (!machines.length) return null;
  return (
    <section>
      <PanelTitle>The setting that worked</PanelTitle>
      <Stack $gap={8} style={{ paddingTop: 6 }}>
        {settings.map((s) => (
          <div key={s.id}>
            <strong>{machines.find((m) => m.id === s.machineId)?.name}</strong>: {s.setting}
            {s.feed && `, ${s.feed}`} <Small>{s.notes}</Small>
          </div>
        ))}
        <Fields $columns="1fr 1fr">
          <Select
            label="Printer"
            value={f.machineId}
            onChange={(machineId) => setF({ ...f, machineId })}
            options={machines.map((m) => ({ key: m.id, name: m.name }))}
          />
          <Field
            label="Media setting"
            value={f.setting}
            onChange={(setting) => setF({ ...f, setting })}
            wrong={action.fieldError('setting')}
          />
          <Field
            label="Feed"
            value={f.feed}
            onChange={(feed) => setF({ ...f, feed })}
            hint="rear, sheet by sheet"
          />
          <Field label="Quality, platen" value={f.notes} onChange={(notes) => setF({ ...f, notes })} />
        </Fields>
        <Row>
          <Button
            onPress={() => void action.run('keepMediaSetting', { paperId, ...f })}
            isDisabled={action.isPending || !f.setting.trim()}
          >
            Keep the setting
          </Button>
        </Row>
        <ErrorCallout error={action.error} fields={['setting']} />
      </Stack>
    </section>
  );
}
