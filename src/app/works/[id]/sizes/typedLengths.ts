'use client';
import { useState } from 'react';
import { lengthOrNull, type Size } from '@/core/measure';
import { useUnits } from '@/ui/Units';

/**
 * Lengths as they are typed, beside the micrometres they were last understood as: what is half typed never breaks a
 * drawing, what nobody touched keeps its micrometres, and reads in whichever unit is being read.
 */
export function useTypedLengths<K extends string>(first: Record<K, number>) {
  const { unit, length, withUnit } = useUnits();
  const keys = Object.keys(first) as K[];
  const [um, setUm] = useState(first);
  const [texts, setTexts] = useState<Partial<Record<K, { text: string; understood: boolean }>>>({});
  return {
    um,
    typed: Object.fromEntries(keys.map((k) => [k, texts[k]?.text ?? length(um[k])])) as Record<K, string>,
    touched: keys.some((k) => um[k] !== first[k] || texts[k]?.understood === false),
    type: (key: K) => (text: string) => {
      const v = lengthOrNull(withUnit(text), unit);
      setTexts((was) => ({ ...was, [key]: { text, understood: v !== null } }));
      if (v !== null) setUm((was) => ({ ...was, [key]: v }));
    },
    set: (values: Partial<Record<K, number>>) => {
      setUm((was) => ({ ...was, ...values }));
      setTexts(
        (was) => Object.fromEntries(Object.entries(was).filter(([k]) => !(k in values))) as typeof was,
      );
    },
    /** What goes to the server: micrometres where it was understood, else just as it was typed, so that the answer names it. */
    sent: () =>
      Object.fromEntries(
        keys.map((k) => [k, texts[k]?.understood === false ? texts[k]!.text : um[k]]),
      ) as Record<K, string | number>,
  };
}

/** Two lengths as they go to the server: as a size where both were understood, else as they were typed. */
export function typedSides(width: string | number, height: string | number): string | Size {
  if (typeof width === 'number' && typeof height === 'number') return { width, height };
  const asTyped = (side: string | number) => (typeof side === 'number' ? `${side} um` : side);
  return `${asTyped(width)} x ${asTyped(height)}`;
}
