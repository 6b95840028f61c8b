import { useState } from 'react';
import { isNone, NO_ADJUSTMENT, sayAdjustment, type Adjustment } from '@/core/colour/adjust';
import { readNumber } from '@/core/measure';
import { Button } from '@/ui/Button';
import { Field, Fields } from '@/ui/Field';
import { PanelTitle, Stack } from '@/ui/Layout';
import { CurveDrawing } from './CurveDrawing';
import { ADJUSTED } from './sheetProps';

const capital = (text: string) => `${text[0]!.toUpperCase()}${text.slice(1)}`;

/** How the picture is adjusted for this sheet, figure by figure. */
export function AdjustmentPanel({
  value,
  onChange,
}: {
  value: Adjustment;
  onChange: (adjust: Adjustment) => void;
}) {
  const none = isNone(value);
  return (
    <section>
      <PanelTitle>Adjusted</PanelTitle>
      <Stack $gap={9} style={{ paddingTop: 8 }}>
        <p>{none ? 'Not at all: the picture as its file is.' : `${capital(sayAdjustment(value))}.`}</p>
        <Fields $columns="1fr 1fr">
          {ADJUSTED.map((s) => (
            <Figure
              key={s.key}
              label={s.name}
              value={value[s.key]}
              onChange={(v) => onChange({ ...value, [s.key]: v })}
            />
          ))}
        </Fields>
        {value.curve.length > 0 && <CurveDrawing curve={value.curve} />}
        {!none && (
          <Button quiet onPress={() => onChange(NO_ADJUSTMENT)}>
            As the file is
          </Button>
        )}
      </Stack>
    </section>
  );
}

/** A number that keeps what is being typed, and says so while it is none. */
function Figure({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number;
  onChange: (v: number) => void;
}) {
  const [text, setText] = useState(String(value));
  const [was, setWas] = useState(value);
  if (was !== value) {
    setWas(value);
    if (readNumber(text) !== value) setText(String(value));
  }
  return (
    <Field
      label={label}
      value={text}
      onChange={(v) => {
        setText(v);
        const n = readNumber(v);
        if (n !== null) onChange(n);
      }}
      wrong={readNumber(text) === null ? 'Expected a number.' : null}
    />
  );
}
