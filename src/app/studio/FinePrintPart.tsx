'use client';
import { PAPER_BASES } from '@/core/stock/paperWords';
import { useState } from 'react';
import { wholeOrTyped } from '@/core/measure';
import { FINE_PRINT, type FinePrint } from '@/core/stock/finePrint';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Check, Field, Fields } from '@/ui/Field';
import { PanelTitle, Small, Stack } from '@/ui/Layout';

/** What the studio calls a fine print. */
export function FinePrintPart({ rule }: { rule: FinePrint | null }) {
  const action = useAction();
  const [f, setF] = useState({ ...(rule ?? FINE_PRINT), ppi: String((rule ?? FINE_PRINT).ppi) });
  return (
    <section>
      <PanelTitle>What is called a fine print</PanelTitle>
      <Stack $gap={10} style={{ marginTop: 10 }}>
        <Row $gap={14} role="group" aria-label="Papers that deserve it">
          {PAPER_BASES.map((b) => (
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
            wrong={action.fieldError('ppi')}
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
              void action.run('defineFinePrint', {
                ...f,
                ppi: wholeOrTyped(f.ppi),
              })
            }
            isDisabled={action.isPending || !f.bases.length}
          >
            Keep the definition
          </Button>
        </Row>
        <ErrorCallout error={action.error} fields={['ppi']} />
        <Small>Every size is held against it where a work is listed.</Small>
      </Stack>
    </section>
  );
}
