'use client';
import { useAction } from '@/app/useAction';
import { wholeOrTyped } from '@/core/measure';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Finder } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { useState } from 'react';
import { useAskedChoices } from '@/app/useAskedChoices';
import type { SizePick } from '@/studio/formats/sizePicks';
import type { AskedProof } from './layoutProps';

const idOf = ({ id }: SizePick): string => id;

export function AddPart({
  layoutId,
  offered,
  proofs,
}: {
  layoutId: string;
  offered: SizePick[];
  proofs: AskedProof[];
}) {
  const action = useAction();
  const { size, withUnit, unit } = useUnits();
  const { choices, search } = useAskedChoices('/api/formats/find?which=printable', offered, idOf);
  const [formatId, setFormat] = useState(offered[0]?.id ?? '');
  const [count, setCount] = useState('1');
  const [strip, setStrip] = useState({ says: '', size: '' });
  const n = wholeOrTyped(count);
  return (
    <section>
      <PanelTitle>Add</PanelTitle>
      <Stack $gap={12} style={{ paddingTop: 6 }}>
        <Finder
          label="Prints of"
          value={formatId}
          onChange={setFormat}
          onSearch={search}
          width={380}
          options={choices.map((o) => ({ key: o.id, name: `${o.title}, ${size(o)}` }))}
        />
        <Row style={{ alignItems: 'end' }}>
          <Field
            label="How many"
            value={count}
            onChange={setCount}
            width={80}
            wrong={action.fieldError('count')}
          />
          <Button
            onPress={() =>
              void action.run('addPieces', {
                id: layoutId,
                formatId,
                size: '',
                says: '',
                count: n,
                rotate: true,
              })
            }
            isDisabled={action.isPending || !formatId}
          >
            Add prints
          </Button>
        </Row>
        {proofs.map((p) => (
          <Row key={p.id}>
            <Button
              quiet
              onPress={() =>
                void action.run('addPieces', {
                  id: layoutId,
                  formatId: null,
                  size: { width: p.width, height: p.height },
                  says: p.says,
                  count: 1,
                  rotate: true,
                })
              }
              isDisabled={action.isPending}
            >
              Add the {p.says}, {size(p)}
            </Button>
          </Row>
        ))}
        <Row style={{ alignItems: 'end' }}>
          <Field
            label="A proof or strip"
            value={strip.says}
            onChange={(says) => setStrip({ ...strip, says })}
            width={140}
            placeholder="test strip"
          />
          <Field
            label="Its size"
            value={strip.size}
            onChange={(v) => setStrip({ ...strip, size: v })}
            width={120}
            placeholder={unit === 'mm' ? '200 x 60 mm' : '8 x 2 1/2 in'}
            wrong={action.fieldError('size')}
          />
          <Button
            onPress={() =>
              void action.run('addPieces', {
                id: layoutId,
                formatId: null,
                size: withUnit(strip.size),
                says: strip.says,
                count: 1,
                rotate: true,
              })
            }
            isDisabled={action.isPending || !strip.size.trim()}
          >
            Add it
          </Button>
        </Row>
        <Small>A print takes its whole sheet: border, bleed and the strip that is torn off.</Small>
        <ErrorCallout error={action.error} fields={['count', 'size']} />
      </Stack>
    </section>
  );
}
