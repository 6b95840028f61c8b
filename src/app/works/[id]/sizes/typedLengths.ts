'use client';
import { useState } from 'react';
import { lengthOrNull } from '@/core/measure';
import { useUnits } from '@/ui/Units';

/**
 * Lengths as they are typed, beside the micrometres they were last understood as: what is half typed never breaks a
 * drawing, and what nobody touched keeps its micrometres.
 */
export function useTypedLengths<K extends string>(first: Record<K, number>) {
  const { unit, length, withUnit } = useUnits();
  const keys = Object.keys(first) as K[];
  const [shown] = useState(() => Object.fromEntries(keys.map((k) => [k, length(first[k])])) as Record<K, string>);
  const [typed, setTyped] = useState(shown);
  const [um, setUm] = useState(first);
  return {
    typed, um,
    type: (key: K) => (text: string) => {
      setTyped((was) => ({ ...was, [key]: text }));
      const v = text === shown[key] ? first[key] : lengthOrNull(withUnit(text), unit);
      if (v !== null) setUm((was) => ({ ...was, [key]: v }));
    },
    set: (values: Partial<Record<K, number>>) => { setUm((was) => ({ ...was, ...values })); setTyped((was) => ({ ...was, ...(Object.fromEntries(Object.entries(values).map(([k, v]) => [k, length(v as number)])) as Partial<Record<K, string>>) })); },
    /** What goes to the server: exact where it was understood, else just as it was typed, so that the answer names it. */
    sent: () => Object.fromEntries(keys.map((k) => [k, typed[k] === shown[k] ? `${first[k]} um` : lengthOrNull(withUnit(typed[k]), unit) === null ? typed[k] : typed[k] === length(um[k]) ? `${um[k]} um` : withUnit(typed[k])])) as Record<K, string>,
  };
}
