'use client';
import { useState } from 'react';
import { squareCheck } from '@/core/mounting/wrap';
import { lengthOrNull } from '@/core/measure';
import { Field, Fields } from '@/ui/Field';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { Verdict } from '@/ui/Verdict';

/** Two diagonals measured on the assembled bars, and whether they are square. */
export function SquareCheck() {
  const { unit, withUnit } = useUnits();
  const [one, setOne] = useState('');
  const [other, setOther] = useState('');
  const [a, b] = [one, other].map((text) => (text.trim() ? lengthOrNull(withUnit(text), unit) : null));
  return (
    <section style={{ maxWidth: 620 }}>
      <PanelTitle>Are the bars square?</PanelTitle>
      <Stack $gap={8} style={{ paddingTop: 6 }}>
        <Fields $columns="1fr 1fr">
          <Field
            label="One diagonal"
            value={one}
            onChange={setOne}
            wrong={
              one.trim() && a === null ? 'Expected a length such as "721.5 mm" or "28 3/8 in".' : null
            }
          />
          <Field
            label="The other"
            value={other}
            onChange={setOther}
            wrong={
              other.trim() && b === null ? 'Expected a length such as "721.5 mm" or "28 3/8 in".' : null
            }
          />
        </Fields>
        {a && b ? (
          <Verdict finding={squareCheck(a, b, unit)} />
        ) : (
          <Small>Measure corner to corner both ways before the first staple.</Small>
        )}
      </Stack>
    </section>
  );
}
