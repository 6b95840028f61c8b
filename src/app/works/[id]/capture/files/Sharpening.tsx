'use client';
import { Row } from '@/ui/Button';
import { Check, Field } from '@/ui/Field';
import type { PrintFileForm } from './usePrintFileForm';

const FIGURES = [
  { key: 'amount', label: 'Amount, %', width: 76 },
  { key: 'radius', label: 'Radius, px', width: 76 },
  { key: 'threshold', label: 'Threshold, of 255', width: 110 },
] as const;

/** The unsharp mask and its three figures; and whether the border is part of the file. */
export function Sharpening({ form: { asked, set, action } }: { form: PrintFileForm }) {
  return (
    <Row $gap={18} style={{ alignItems: 'end' }}>
      <Check checked={asked.sharpen} onChange={set('sharpen')}>
        Unsharp mask, after resampling
      </Check>
      {asked.sharpen &&
        FIGURES.map(({ key, label, width }) => (
          <Field
            key={key}
            label={label}
            value={asked[key]}
            onChange={set(key)}
            width={width}
            wrong={action.fieldError(`sharpen.${key}`)}
          />
        ))}
      <Check checked={asked.borderInFile} onChange={set('borderInFile')}>
        Border in the file
      </Check>
    </Row>
  );
}
