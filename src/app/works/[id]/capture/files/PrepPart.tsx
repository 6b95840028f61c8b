'use client';
import { useAction } from '@/app/useAction';
import type { Signature } from '@/core/works';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { useState } from 'react';
import type { OfferedSize, PrepLog } from './fileProps';
import { OnePrep } from './OnePrep';

export function PrepPart({
  masterId,
  sizes,
  preps,
  signature,
}: {
  masterId: string;
  sizes: OfferedSize[];
  preps: PrepLog[];
  signature: Signature;
}) {
  const { size } = useUnits();
  const action = useAction();
  const [name, setName] = useState('');
  const [formatId, setFormat] = useState(sizes[0]?.id ?? '');
  const [copyFrom, setCopy] = useState('');
  const begin = async () => {
    if (
      await action.run('beginPrep', {
        masterId,
        formatId: formatId || null,
        name: name.trim() || `Prep for ${sizeName(formatId)}`,
        copyFrom: copyFrom || null,
      })
    )
      setName('');
  };
  const sizeName = (id: string) => {
    const found = sizes.find((s) => s.id === id);
    return found ? size(found.image) : 'all sizes';
  };
  return (
    <section>
      <PanelTitle>
        Prep log <span>{preps.length}</span>
      </PanelTitle>
      <Stack $gap={18} style={{ paddingTop: 6 }}>
        {preps.map((p) => (
          <OnePrep
            signature={signature}
            key={p.id}
            prep={p}
            forSize={p.formatId ? sizeName(p.formatId) : 'all sizes'}
          />
        ))}
        {!preps.length && (
          <Small>
            What was done to a master on the way to a print, in order, with its figures: so that what
            passed once can be done again.
          </Small>
        )}
        <form
          onSubmit={(e) => {
            e.preventDefault();
            void begin();
          }}
        >
          <Stack $gap={8}>
            <Fields $columns="1fr 1fr">
              <Select
                label="Begin one for"
                value={formatId}
                onChange={setFormat}
                options={[
                  ...sizes.map((s) => ({ key: s.id, name: size(s.image) })),
                  { key: '', name: 'all sizes' },
                ]}
              />
              <Select
                label="Beginning with"
                value={copyFrom}
                onChange={setCopy}
                options={[
                  { key: '', name: 'nothing' },
                  ...preps.map((p) => ({ key: p.id, name: `the steps of ${p.name}` })),
                ]}
              />
            </Fields>
            <Row style={{ alignItems: 'end' }}>
              <Field
                label="Called"
                value={name}
                onChange={setName}
                width={220}
                placeholder={`Prep for ${sizeName(formatId)}`}
                wrong={action.fieldError('name')}
              />
              <Button type="submit" isDisabled={action.isPending}>
                Begin a prep
              </Button>
            </Row>
            <ErrorCallout error={action.error} fields={['name']} />
          </Stack>
        </form>
      </Stack>
    </section>
  );
}
