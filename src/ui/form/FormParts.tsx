'use client';
import { get, useFormState } from 'react-hook-form';
import { MarkedText } from '../Verdict';
import type { Ask } from './fields';

/**
 * How many fields need another look, by their labels. One alone is said under its field; from two on they are said together, so
 * that nobody mends them one by one.
 */
export function FaultsOf({ asks }: { asks: readonly Ask[] }) {
  const { errors } = useFormState();
  const wrong = asks.filter(({ name }) => get(errors, name));
  if (wrong.length < 2) return null;
  const names = wrong.map(({ label }) => label);
  return (
    <div role="alert" style={{ marginTop: 12 }}>
      <MarkedText kind="fails">
        {names.length} things need another look: {names.slice(0, -1).join('; ')} and {names.at(-1)}.
      </MarkedText>
    </div>
  );
}
