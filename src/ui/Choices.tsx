'use client';
import {
  useId,
  useLayoutEffect,
  useRef,
  useState,
  type KeyboardEvent,
  type ReactNode,
  type Ref,
  type RefObject,
} from 'react';
import styled from 'styled-components';
import { chosenIn, FindBox, Hint, Name, Wrong, writtenIn } from './fieldParts';
import { lists } from './lateParts';

export type SelectProps<K extends string> = {
  label: string;
  value: K;
  options: readonly { key: K; name: string }[];
  onChange: (value: K) => void;
  width?: number;
  wrong?: string | null;
  hint?: ReactNode;
  hideLabel?: boolean;
  onBlur?: () => void;
  buttonRef?: Ref<HTMLButtonElement>;
};
export type FinderProps = {
  label: string;
  value: string;
  options: readonly { key: string; name: string }[];
  onChange: (key: string) => void;
  /** Called with what is typed, where there are more choices than those at hand. */
  onSearch?: (typed: string) => void;
  width?: number;
  wrong?: string | null;
  hint?: ReactNode;
};
/** What a hand has done to a field before its list was there: the list goes on from it. */
export type Arrival = { how: 'untouched' | 'focused' | 'pressed'; typed?: string };

/** What is marked in a field, from and to. */
export type Selection = [number, number] | null;

const UNTOUCHED: Arrival = { how: 'untouched' };

const Holder = styled.div<{ $width?: number }>`
  display: flex;
  flex-direction: column;
  gap: 3px;
  ${(p) => p.$width && `width: ${p.$width}px; max-width: 100%;`}
`;
const Box = styled.button`
  ${chosenIn}
`;
const Line = styled.input`
  ${writtenIn}
`;
const OPENS = ['Enter', ' ', 'ArrowDown', 'ArrowUp'];

/**
 * A choice of one among a few. The lists that hang from fields are a fifth of all script: they are fetched when a hand first comes
 * to one, and until then the field shows what is chosen and remembers that it was pressed.
 */
export function Select<K extends string>(props: SelectProps<K>) {
  const part = lists.usePart();
  const [arrival, setArrival] = useState(UNTOUCHED);
  const [labelId, valueId] = [useId(), useId()];
  if (part) return <part.SelectList {...props} arrival={arrival} />;
  const { label, value, options, width, wrong, hint, hideLabel, onBlur, buttonRef } = props;
  const come = (how: Arrival['how']) => {
    // The press comes first and the focus after it: what was pressed stays pressed.
    setArrival((was) => (was.how === 'pressed' ? was : { how }));
    lists.fetch();
  };
  return (
    <Holder $width={width} data-invalid={wrong ? true : undefined}>
      <Name id={labelId} as="span" className={hideLabel ? 'visually-hidden' : undefined}>
        {label}
      </Name>
      <Box
        ref={buttonRef}
        type="button"
        aria-haspopup="listbox"
        aria-expanded={false}
        aria-labelledby={`${valueId} ${labelId}`}
        onPointerEnter={lists.fetch}
        onFocus={() => come('focused')}
        onPointerDown={() => come('pressed')}
        onClick={() => come('pressed')}
        onKeyDown={(event: KeyboardEvent) => {
          if (OPENS.includes(event.key)) come('pressed');
        }}
        onBlur={() => {
          setArrival(UNTOUCHED);
          onBlur?.();
        }}
      >
        <span id={valueId}>{options.find((o) => o.key === value)?.name ?? 'choose'}</span>
      </Box>
      {wrong ? <Wrong>{wrong}</Wrong> : hint ? <Hint>{hint}</Hint> : null}
    </Holder>
  );
}

/** A choice among many: typing narrows it. Its list is fetched like that of a `Select`; what is typed meanwhile is kept. */
export function Finder(props: FinderProps) {
  const part = lists.usePart();
  const [arrival, setArrival] = useState(UNTOUCHED);
  const selection = useRef<Selection>(null);
  if (part) return <part.FinderList {...props} arrival={arrival} selection={selection} />;
  return <PlainFinder {...props} {...{ arrival, setArrival, selection }} />;
}

function PlainFinder({
  label,
  value,
  options,
  onSearch,
  width,
  wrong,
  hint,
  arrival,
  setArrival,
  selection,
}: FinderProps & {
  arrival: Arrival;
  setArrival: (arrival: Arrival) => void;
  selection: RefObject<Selection>;
}) {
  const labelId = useId();
  const line = useRef<HTMLInputElement>(null);
  // All of it marked to be written over stays marked when the list takes the field's place.
  useLayoutEffect(() => {
    const field = line.current!;
    return () => {
      selection.current = [field.selectionStart ?? 0, field.selectionEnd ?? 0];
    };
  }, [selection]);
  const come = (typed = arrival.typed) => {
    setArrival({ how: 'focused', typed });
    lists.fetch();
  };
  return (
    <Holder $width={width} data-invalid={wrong ? true : undefined}>
      <Name id={labelId} as="span">
        {label}
      </Name>
      <FindBox>
        <Line
          ref={line}
          role="combobox"
          aria-autocomplete="list"
          aria-expanded={false}
          aria-labelledby={labelId}
          autoComplete="off"
          value={arrival.typed ?? options.find((o) => o.key === value)?.name ?? ''}
          onChange={(event) => {
            come(event.target.value);
            onSearch?.(event.target.value);
          }}
          onPointerEnter={lists.fetch}
          onFocus={() => come()}
          onBlur={() => setArrival(UNTOUCHED)}
        />
        <button
          type="button"
          tabIndex={-1}
          aria-label={`Show the choices for ${label}`}
          onClick={() => come()}
        />
      </FindBox>
      {wrong ? <Wrong>{wrong}</Wrong> : hint ? <Hint>{hint}</Hint> : null}
    </Holder>
  );
}
