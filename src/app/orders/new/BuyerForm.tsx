'use client';
import { Check, Field, Fields } from '@/ui/Field';
import { useUnits } from '@/ui/Units';

export type BuyerValues = {
  name: string;
  preferredName: string;
  email: string;
  address: string;
  country: string;
  mayWriteSince: string | null;
  notes: string;
  /** Word for word as it came. */
  addressTyped?: string;
};
export const EMPTY_BUYER: BuyerValues = {
  name: '',
  preferredName: '',
  email: '',
  address: '',
  country: '',
  mayWriteSince: null,
  notes: '',
};

/** Who a buyer is, and where parcels to them go. */
export function BuyerForm({
  values,
  onChange,
  wrong,
  countries,
}: {
  values: BuyerValues;
  onChange: (v: BuyerValues) => void;
  wrong: (field: string) => string | null;
  countries: string[];
}) {
  const units = useUnits();
  const set = (field: keyof BuyerValues) => (value: string) => onChange({ ...values, [field]: value });
  const today = units.today();
  return (
    <>
      <Fields $columns="1fr 1fr 1fr">
        <Field label="Name" value={values.name} onChange={set('name')} required wrong={wrong('name')} />
        <Field
          label="Likes to be called"
          value={values.preferredName}
          onChange={set('preferredName')}
          hint="for the card"
        />
        <Field label="E-mail" value={values.email} onChange={set('email')} wrong={wrong('email')} />
      </Fields>
      <Fields $columns="2fr 1fr">
        <Field
          label="Address"
          value={values.address}
          onChange={set('address')}
          lines={3}
          required
          hint="a line each, as on the label"
          wrong={wrong('address')}
        />
        <Field
          label="Country"
          value={values.country}
          onChange={set('country')}
          required
          list={countries}
          wrong={wrong('country')}
        />
      </Fields>
      <Check
        checked={values.mayWriteSince !== null}
        onChange={(on) => onChange({ ...values, mayWriteSince: on ? today : null })}
      >
        They agreed that we may write to them{values.mayWriteSince ? ` (${values.mayWriteSince})` : ''}
      </Check>
    </>
  );
}
