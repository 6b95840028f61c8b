'use client';
import type { ReactNode } from 'react';
import { useController, useFormContext } from 'react-hook-form';
import { Finder, Select } from '../Choices';
import { Check, Field } from '../Field';
import { useUnits } from '../Units';
import { faultOf, shownFigure, type Figure, type FigureKind } from './figures';

/** Which keyboard a phone shows, and what its password manager and address book may fill in. */
const KEYBOARDS: Record<FigureKind, 'decimal' | 'numeric' | 'text'> = {
  // Inches are typed with a fraction's stroke, an inch mark or an x between two sides.
  length: 'text',
  thickness: 'text',
  size: 'text',
  stockSize: 'text',
  weight: 'text',
  money: 'decimal',
  share: 'decimal',
  number: 'decimal',
  whole: 'numeric',
};

type Common = {
  name: string;
  label: string;
  hint?: ReactNode;
  required?: boolean;
  width?: number;
  autoFocus?: boolean;
  hideLabel?: boolean;
};

const NEEDED = 'Expected something written here.';

/** The value of one field of the form about it, and what is wrong with it. */
function useField(name: string, validate?: (value: unknown) => string | null) {
  const { control } = useFormContext();
  const { field, fieldState } = useController({
    name,
    control,
    rules: { validate: (value) => validate?.(value) ?? true },
  });
  return { ...field, wrong: fieldState.error?.message ?? null };
}

/** A line or several of text. */
export function TextField({
  name,
  label,
  required,
  lines,
  autoComplete,
  type,
  ...look
}: Common & { lines?: number; autoComplete?: string; type?: 'email' | 'tel' | 'url' | 'password' }) {
  const field = useField(name, (value) => (required && !String(value).trim() ? NEEDED : null));
  return (
    <Field
      {...look}
      {...{ label, required, lines, autoComplete, type, name }}
      value={String(field.value ?? '')}
      onChange={field.onChange}
      onBlur={field.onBlur}
      inputRef={field.ref}
      wrong={field.wrong}
    />
  );
}

/**
 * A figure, typed as people write it. As long as nobody types, the field holds the figure it was filled with to the last
 * micrometre; after that, what was typed.
 */
function FigureField({ kind, name, label, required, hint, ...look }: Common & { kind: FigureKind }) {
  const { unit, currency } = useUnits();
  const reading = { unit, currency };
  const field = useField(name, (value) => {
    if (typeof value !== 'string') return required && value === null ? NEEDED : null;
    if (required && !value.trim()) return NEEDED;
    return faultOf(kind, value, reading);
  });
  const value = field.value as Figure | string | null | undefined;
  const isKnown = value !== null && value !== undefined && typeof value !== 'string';
  return (
    <Field
      {...look}
      {...{ label, required, hint, name }}
      inputMode={KEYBOARDS[kind]}
      value={isKnown ? shownFigure(kind, value, reading) : (value ?? '')}
      onChange={field.onChange}
      onBlur={field.onBlur}
      inputRef={field.ref}
      wrong={field.wrong}
    />
  );
}

/** A length: "420 mm", "16 1/2 in", or bare in the unit that is read. */
const LengthField = (props: Common) => <FigureField kind="length" {...props} />;
/** Two sides: "400 x 300", "8x10 in", "A3". */
const SizeField = (props: Common) => <FigureField kind="size" {...props} />;
/** A sum in the studio's currency. */
const MoneyField = (props: Common) => <FigureField kind="money" {...props} />;
/** A weight: "142 g", "5 oz". */
const WeightField = (props: Common) => <FigureField kind="weight" {...props} />;
/** A part of the whole, in per cent. */
const ShareField = (props: Common) => <FigureField kind="share" {...props} />;
/** A count. */
const CountField = (props: Common) => <FigureField kind="whole" {...props} />;

/** The thickness of a paper or a board, or a focal length: in millimetres wherever the studio is. */
const ThicknessField = (props: Common) => <FigureField kind="thickness" {...props} />;
/** A number with decimals. */
const NumberField = (props: Common) => <FigureField kind="number" {...props} />;
/** Paper as it is bought: two sides of a sheet, the width of a roll. */
const StockSizeField = (props: Common) => <FigureField kind="stockSize" {...props} />;

const FIGURE_FIELDS: Record<FigureKind, (props: Common) => ReactNode> = {
  length: LengthField,
  thickness: ThicknessField,
  size: SizeField,
  stockSize: StockSizeField,
  money: MoneyField,
  weight: WeightField,
  share: ShareField,
  whole: CountField,
  number: NumberField,
};

/** A day of the calendar. */
export function DayField({ name, label, required, ...look }: Common) {
  const field = useField(name, (value) => (required && !value ? 'Expected a day.' : null));
  return (
    <Field
      {...look}
      {...{ label, required }}
      type="date"
      value={String(field.value ?? '')}
      onChange={field.onChange}
      onBlur={field.onBlur}
      wrong={field.wrong}
    />
  );
}

export type Option = { key: string; name: string };

/** One of a few. */
export function ChoiceField({ name, label, options, ...look }: Common & { options: readonly Option[] }) {
  const field = useField(name);
  return (
    <Select
      {...look}
      {...{ label, options }}
      value={String(field.value ?? '')}
      onChange={field.onChange}
      onBlur={field.onBlur}
      buttonRef={field.ref}
      wrong={field.wrong}
    />
  );
}

/** One of many, found by typing. */
export function FindField({
  name,
  label,
  options,
  onSearch,
  required,
  ...look
}: Common & { options: readonly Option[]; onSearch?: ((typed: string) => void) | undefined }) {
  const field = useField(name, (value) => (required && !value ? 'Expected one of the list.' : null));
  return (
    <Finder
      {...look}
      {...{ label, options }}
      {...(onSearch && { onSearch })}
      value={String(field.value ?? '')}
      onChange={field.onChange}
      wrong={field.wrong}
    />
  );
}

/** Yes or no. */
export function TickField({ name, label }: Pick<Common, 'name' | 'label'>) {
  const field = useField(name);
  return (
    <Check checked={field.value === true} onChange={field.onChange}>
      {label}
    </Check>
  );
}

/** One thing a form asks for: what it is called, how it is asked, and how it is sent. */
export type Ask = { name: string; label: string; hint?: ReactNode; autoFocus?: boolean } & (
  | {
      kind: 'text' | 'prose';
      required?: boolean;
      lines?: number;
      autoComplete?: string;
      type?: 'email' | 'tel' | 'url';
    }
  | { kind: FigureKind | 'day'; required?: boolean }
  | { kind: 'choice'; options: readonly (string | Option)[] }
  | {
      kind: 'find';
      options: readonly (string | Option)[];
      /** Called with what is typed, where there are more choices than those at hand. */
      onSearch?: (typed: string) => void;
    }
  | { kind: 'tick' }
);

const optionOf = (option: string | Option): Option =>
  typeof option === 'string' ? { key: option, name: option } : option;

/** The field for what is asked. */
export function AskField({ ask }: { ask: Ask }) {
  const { name, label, hint, autoFocus } = ask;
  switch (ask.kind) {
    case 'choice':
      return <ChoiceField {...{ name, label, hint }} options={ask.options.map(optionOf)} />;
    case 'find':
      return (
        <FindField
          {...{ name, label, hint }}
          options={ask.options.map(optionOf)}
          onSearch={ask.onSearch}
        />
      );
    case 'tick':
      return <TickField {...{ name, label }} />;
    case 'day':
      return <DayField {...{ name, label, hint, autoFocus }} required={ask.required} />;
    case 'text':
    case 'prose': {
      const { required, autoComplete, type } = ask;
      const lines = ask.kind === 'prose' ? (ask.lines ?? 2) : undefined;
      return <TextField {...{ name, label, hint, autoFocus, required, autoComplete, type, lines }} />;
    }
    default: {
      const FieldOfKind = FIGURE_FIELDS[ask.kind];
      return <FieldOfKind {...{ name, label, hint, autoFocus }} required={ask.required} />;
    }
  }
}
