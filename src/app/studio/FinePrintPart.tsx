'use client';
import { useState } from 'react';
import { FINE_PRINT, type FinePrint } from '@/core/stock/finePrint';
import { TroubleNote, useAct } from '@/ui/Acts';
import { Button, Row } from '@/ui/Button';
import { Check, Field, Fields, Select } from '@/ui/Field';
import { SheetTitle, Small, Stack } from '@/ui/Layout';

const BASES = ['cotton', 'alpha cellulose', 'resin-coated', 'canvas', 'washi', 'card'];

/** What the studio calls a fine print. */
export function FinePrintPart({ rule }: { rule: FinePrint | null }) {
  const act = useAct();
  const [f, setF] = useState({ ...(rule ?? FINE_PRINT), ppi: String((rule ?? FINE_PRINT).ppi) });
  return (
    <section>
      <SheetTitle>What is called a fine print</SheetTitle>
      <Stack $gap={10} style={{ marginTop: 10 }}>
        <Row $gap={14} role="group" aria-label="Papers that deserve it">
          {BASES.map((b) => (
            <Check
              key={b}
              checked={f.bases.includes(b)}
              onChange={(on) =>
                setF({ ...f, bases: on ? [...f.bases, b] : f.bases.filter((x) => x !== b) })
              }
            >
              {b}
            </Check>
          ))}
        </Row>
        <Fields $columns="1fr 1fr 1fr">
          <Field
            label="The process says"
            value={f.process}
            onChange={(process) => setF({ ...f, process })}
            hint="pigment"
          />
          <Field
            label="At least, ppi"
            value={f.ppi}
            onChange={(ppi) => setF({ ...f, ppi })}
            wrong={act.wrong('ppi')}
          />
          <Select<'none' | 'little' | 'much'>
            label="Brightener at most"
            value={f.brightener}
            onChange={(brightener) => setF({ ...f, brightener })}
            options={(['none', 'little', 'much'] as const).map((key) => ({ key, name: key }))}
          />
        </Fields>
        <Row>
          <Button
            onPress={() =>
              void act.run('defineFinePrint', {
                ...f,
                ppi: /^\s*\d+\s*$/.test(f.ppi) ? Number(f.ppi) : f.ppi,
              })
            }
            isDisabled={act.busy || !f.bases.length}
          >
            Keep the definition
          </Button>
        </Row>
        <TroubleNote trouble={act.trouble} fields={['ppi']} />
        <Small>Every size is held against it where a work is listed.</Small>
      </Stack>
    </section>
  );
}
