'use client';
import { plain } from '@/core/find/pick';
import { useLayoutEffect, useRef, useState, type RefObject } from 'react';
import {
  Button as AriaButton,
  ComboBox,
  Input,
  ListBox,
  ListBoxItem,
  Popover,
  Select as AriaSelect,
  SelectValue,
} from 'react-aria-components';
import styled from 'styled-components';
import type { Arrival, FinderProps, Selection, SelectProps } from './Choices';
import { Hint, Name, Wrong } from './ariaFieldParts';
import { chosenIn, FindBox, writtenIn } from './fieldParts';
import { narrow, t } from './tokens';

const Line = styled(Input)`
  ${writtenIn}
`;
const Pick = styled(AriaButton)`
  ${chosenIn}
`;
const SelectHolder = styled(AriaSelect)<{ $width?: number }>`
  display: flex;
  flex-direction: column;
  gap: 3px;
  ${(p) => p.$width && `width: ${p.$width}px; max-width: 100%;`}
`;
const List = styled(Popover)`
  background: ${t.white};
  border: 1px solid ${t.ink};
  min-width: var(--trigger-width);
  max-height: 320px;
  overflow: auto;
  z-index: 60;
`;
const Choice = styled(ListBoxItem)`
  padding: 6px 10px;
  cursor: pointer;
  outline: none;
  &[data-focused] {
    background: ${t.ink};
    color: ${t.white};
  }
  &[data-selected] {
    font-weight: 600;
  }
  ${narrow} {
    padding: 12px;
  }
`;

/** Takes the focus over from the field that stood here without a list, in the same moment: a Tab pressed then goes on from here. */
function useFocusOf(part: 'button' | 'input', { how }: Arrival, selection?: RefObject<Selection>) {
  const holder = useRef<HTMLDivElement>(null);
  const isTouched = useRef(how !== 'untouched');
  useLayoutEffect(() => {
    const field = isTouched.current ? holder.current?.querySelector(part) : null;
    field?.focus();
    if (field instanceof HTMLInputElement && selection?.current)
      field.setSelectionRange(...selection.current);
  }, [part, selection]);
  return holder;
}

/** A choice of one among a few, with its list. */
export function SelectList<K extends string>({
  label,
  value,
  options,
  onChange,
  width,
  wrong,
  hint,
  hideLabel,
  onBlur,
  buttonRef,
  arrival,
}: SelectProps<K> & { arrival: Arrival }) {
  const holder = useFocusOf('button', arrival);
  return (
    <SelectHolder
      value={value}
      onChange={(key) => onChange(key as K)}
      $width={width}
      isInvalid={Boolean(wrong)}
      placeholder="choose"
      ref={holder}
      defaultOpen={arrival.how === 'pressed'}
    >
      <Name className={hideLabel ? 'visually-hidden' : undefined}>{label}</Name>
      <Pick ref={buttonRef} onBlur={onBlur}>
        <SelectValue>
          {({ selectedText }) => selectedText || options.find((o) => o.key === value)?.name || 'choose'}
        </SelectValue>
      </Pick>
      {wrong ? <Wrong>{wrong}</Wrong> : hint ? <Hint slot="description">{hint}</Hint> : null}
      <List>
        <ListBox items={options.map((o) => ({ id: o.key, name: o.name }))}>
          {(o) => (
            <Choice id={o.id} textValue={o.name}>
              {o.name}
            </Choice>
          )}
        </ListBox>
      </List>
    </SelectHolder>
  );
}

const FindHolder = styled.div<{ $width?: number }>`
  ${(p) => p.$width && `width: ${p.$width}px; max-width: 100%;`} > div {
    display: flex;
    flex-direction: column;
    gap: 3px;
  }
`;
/** More lines than this help nobody; another letter narrows them. */
const FOUND_AT_MOST = 40;

/** The names with what was typed as it stands; where none has it, those with all its words in whatever order. */
function fitting<T extends { name: string }>(options: readonly T[], typed: string): readonly T[] {
  const asked = plain(typed);
  const texts = options.map(({ name }) => plain(name));
  const whole = options.filter((_, i) => texts[i]!.includes(asked));
  if (whole.length > 0) return whole;
  const words = asked.split(/[\s,]+/).filter(Boolean);
  return options.filter((_, i) => words.every((word) => texts[i]!.includes(word)));
}

/** A choice among many: typing narrows it. */
export function FinderList({
  label,
  value,
  options,
  onChange,
  onSearch,
  width,
  wrong,
  hint,
  arrival,
  selection,
}: FinderProps & { arrival: Arrival; selection: RefObject<Selection> }) {
  const holder = useFocusOf('input', arrival, selection);
  const chosen = options.find((o) => o.key === value);
  const [typed, setTyped] = useState(arrival.typed ?? chosen?.name ?? '');
  // A choice that came from elsewhere, as of a draft taken up again, is shown like one's own.
  const [shown, setShown] = useState(value);
  if (shown !== value) {
    setShown(value);
    setTyped(chosen?.name ?? '');
  }
  const asked = typed.trim().toLowerCase();
  const found = (asked && typed !== chosen?.name ? fitting(options, asked) : options).slice(
    0,
    FOUND_AT_MOST,
  );
  const choose = (key: string | null) => {
    const option = options.find((o) => o.key === key);
    if (!option) return;
    setTyped(option.name);
    onChange(option.key);
  };
  return (
    <FindHolder $width={width}>
      <ComboBox
        items={found.map((o) => ({ id: o.key, name: o.name }))}
        inputValue={typed}
        onInputChange={(text) => {
          setTyped(text);
          if (text !== chosen?.name) onSearch?.(text);
        }}
        value={value}
        onChange={(key) => choose(key === null ? null : String(key))}
        isInvalid={Boolean(wrong)}
        menuTrigger="focus"
        ref={holder}
        allowsEmptyCollection
        onBlur={() => setTyped(chosen?.name ?? '')}
      >
        <Name>{label}</Name>
        <FindBox>
          <Line autoComplete="off" />
          <AriaButton aria-label={`Show the choices for ${label}`} />
        </FindBox>
        {wrong ? <Wrong>{wrong}</Wrong> : hint ? <Hint slot="description">{hint}</Hint> : null}
        <List>
          <ListBox
            renderEmptyState={() => (
              <Hint style={{ padding: 10, display: 'block' }}>nothing of that name</Hint>
            )}
          >
            {(o: { id: string; name: string }) => (
              <Choice id={o.id} textValue={o.name}>
                {o.name}
              </Choice>
            )}
          </ListBox>
        </List>
      </ComboBox>
    </FindHolder>
  );
}
