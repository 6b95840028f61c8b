'use client';
import styled from 'styled-components';
import { readNumber } from '@/core/measure';
import { Field } from '@/ui/Field';
import { t } from '@/ui/tokens';

const Both = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 76px;
  gap: 0 14px;
  align-items: center;
  font-size: 12px;
  color: ${t.ink2};
  input[type='range'] {
    width: 100%;
    accent-color: ${t.ink};
    min-height: 24px;
  }
`;

/** A figure that is pushed along or typed; typed, it may lie beyond where the slide ends. */
export function FigureSlide({
  label,
  value,
  onChange,
  range: [least, most, step],
  wrong,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  range: readonly [number, number, number];
  wrong: string | null;
}) {
  return (
    <Both>
      <div>
        <span aria-hidden="true">{label}</span>
        <input
          type="range"
          min={least}
          max={most}
          step={step}
          value={readNumber(value) ?? least}
          onChange={(e) => onChange(e.target.value)}
          aria-label={`${label}: slide`}
        />
      </div>
      <Field
        label={label}
        hideLabel
        value={value}
        onChange={onChange}
        inputMode="decimal"
        wrong={wrong}
      />
    </Both>
  );
}
