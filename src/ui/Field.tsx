'use client';
import { plain } from '@/core/find/pick';
import dynamic from 'next/dynamic';
import { useContext, useId, useState, type ReactNode, type Ref } from 'react';
import {
  Button as AriaButton,
  Checkbox as AriaCheckbox,
  ComboBox,
  Input,
  ListBox,
  ListBoxItem,
  Popover,
  Select as AriaSelect,
  SelectValue,
  TextArea,
  TextField,
} from 'react-aria-components';
import styled, { css } from 'styled-components';
import { Hint, Name, Wrong } from './fieldParts';
import { RowRest } from './RowRest';
import { narrow, t } from './tokens';

/** A calendar is a fifth of all script: it comes with the first field that asks for a day. */
const DateField = dynamic(() => import('./DateField').then((part) => part.DateField), {
  loading: () => <div style={{ minHeight: 50 }} />,
});

const box = css`
  width: 100%;
  min-height: 32px;
  padding: 6px 8px;
  border: 1px solid ${t.ink3};
  border-radius: 0;
  background: ${t.white};
  color: ${t.ink};
  &[data-focused],
  &:focus {
    outline: 2px solid ${t.ink};
    outline-offset: -1px;
  }
  &[data-invalid],
  [data-invalid] & {
    border-color: ${t.fails};
    box-shadow: inset 3px 0 0 ${t.fails};
  }
  ${narrow} {
    min-height: 44px;
    font-size: 16px;
  }
`;
const Holder = styled(TextField)<{ $width?: number }>`
  display: flex;
  flex-direction: column;
  gap: 3px;
  ${(p) => p.$width && `width: ${p.$width}px; max-width: 100%;`}
`;
const SelectHolder = styled(AriaSelect)<{ $width?: number }>`
  display: flex;
  flex-direction: column;
  gap: 3px;
  ${(p) => p.$width && `width: ${p.$width}px; max-width: 100%;`}
`;
const Line = styled(Input)`
  ${box}
`;
const Area = styled(TextArea)`
  ${box} resize: vertical;
  min-height: 62px;
`;
const Pick = styled(AriaButton)`
  ${box} display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  cursor: pointer;
  text-align: left;
  &::after {
    content: '';
    width: 7px;
    height: 7px;
    margin-top: -3px;
    border: solid ${t.ink};
    border-width: 0 1.5px 1.5px 0;
    transform: rotate(45deg);
    flex: none;
  }
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

type FieldProps = {
  label: string;
  value: string;
  onChange: (value: string) => void;
  hint?: ReactNode;
  wrong?: string | null;
  width?: number;
  lines?: number;
  required?: boolean;
  placeholder?: string;
  type?: string;
  autoFocus?: boolean;
  name?: string;
  hideLabel?: boolean;
  onBlur?: () => void;
  inputRef?: Ref<HTMLInputElement & HTMLTextAreaElement>;
  /** Which keyboard a phone shows. */
  inputMode?: 'text' | 'decimal' | 'numeric';
  /** What the browser, its address book or a password manager may fill in. */
  autoComplete?: string;
  /** What can be meant, offered while it is typed; anything else is taken too. */
  list?: readonly string[];
};

/** One thing to write. What is wrong with it is said under it, and what was written stays. */
export function Field({
  label,
  value,
  onChange,
  hint,
  wrong,
  width,
  lines,
  required,
  placeholder,
  type,
  autoFocus,
  name,
  hideLabel,
  onBlur,
  inputRef,
  inputMode,
  autoComplete = 'off',
  list,
}: FieldProps) {
  const listId = useId();
  if (type === 'date')
    return <DateField {...{ label, value, onChange, onBlur, hint, wrong, required, autoFocus }} />;
  return (
    <Holder
      value={value}
      onChange={onChange}
      isInvalid={Boolean(wrong)}
      isRequired={required}
      $width={width}
      type={type as 'text'}
      autoFocus={autoFocus}
      name={name}
      onBlur={onBlur}
      inputMode={inputMode}
      validationBehavior="aria"
    >
      <Name className={hideLabel ? 'visually-hidden' : undefined}>{label}</Name>
      {lines ? (
        <Area ref={inputRef} rows={lines} placeholder={placeholder} />
      ) : (
        <Line
          ref={inputRef}
          placeholder={placeholder}
          autoComplete={autoComplete}
          list={list && listId}
        />
      )}
      {list && (
        <datalist id={listId}>
          {list.map((each) => (
            <option key={each} value={each} />
          ))}
        </datalist>
      )}
      {wrong ? <Wrong>{wrong}</Wrong> : hint ? <Hint slot="description">{hint}</Hint> : null}
    </Holder>
  );
}

/** A choice of one among a few. */
export function Select<K extends string>({
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
}: {
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
}) {
  return (
    <SelectHolder
      value={value}
      onChange={(key) => onChange(key as K)}
      $width={width}
      isInvalid={Boolean(wrong)}
      placeholder="choose"
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
const FindBox = styled.div`
  position: relative;
  input {
    padding-right: 28px;
  }
  button {
    position: absolute;
    right: 0;
    top: 0;
    bottom: 0;
    width: 28px;
    border: 0;
    background: none;
    cursor: pointer;
    &::after {
      content: '';
      display: block;
      width: 7px;
      height: 7px;
      margin: -3px auto 0;
      border: solid ${t.ink};
      border-width: 0 1.5px 1.5px 0;
      transform: rotate(45deg);
    }
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
export function Finder({
  label,
  value,
  options,
  onChange,
  onSearch,
  width,
  wrong,
  hint,
}: {
  label: string;
  value: string;
  options: readonly { key: string; name: string }[];
  onChange: (key: string) => void;
  /** Called with what is typed, where there are more choices than those at hand. */
  onSearch?: (typed: string) => void;
  width?: number;
  wrong?: string | null;
  hint?: ReactNode;
}) {
  const chosen = options.find((o) => o.key === value);
  const [typed, setTyped] = useState(chosen?.name ?? '');
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

const Tick = styled(AriaCheckbox)`
  display: inline-flex;
  align-items: flex-start;
  gap: 8px;
  cursor: pointer;
  min-height: 18px;
  .box {
    width: 16px;
    height: 16px;
    margin-top: 1px;
    border: 1px solid ${t.ink};
    background: ${t.white};
    flex: none;
    display: grid;
    place-items: center;
  }
  &[data-focus-visible] .box {
    outline: 2px solid ${t.ink};
    outline-offset: 2px;
  }
  &[data-disabled] {
    color: ${t.ink3};
    cursor: default;
    .box {
      border-color: ${t.line};
    }
  }
  ${narrow} {
    min-height: 44px;
    align-items: center;
    .box {
      width: 24px;
      height: 24px;
      margin: 0;
    }
  }
`;

/** A box to tick, with a pencil's stroke in it. */
export function Check({
  checked,
  onChange,
  children,
  disabled,
  label,
}: {
  checked: boolean;
  onChange: (checked: boolean) => void;
  children?: ReactNode;
  disabled?: boolean;
  label?: string;
}) {
  const rests = useContext(RowRest);
  return (
    <Tick
      isSelected={checked}
      onChange={onChange}
      isDisabled={disabled}
      aria-label={label}
      excludeFromTabOrder={rests}
    >
      <span className="box" aria-hidden="true">
        {checked && (
          <svg width="12" height="12" viewBox="0 0 12 12">
            <path d="M1.5 6.5L4.6 10 10.6 1.6" fill="none" stroke={t.ink} strokeWidth="2" />
          </svg>
        )}
      </span>
      {children && <span>{children}</span>}
    </Tick>
  );
}

/** Fields beside each other, under each other where it is narrow. */
export const Fields = styled.div<{ $columns?: string }>`
  display: grid;
  grid-template-columns: ${(p) => p.$columns ?? 'repeat(auto-fill, minmax(180px, 1fr))'};
  gap: 14px 16px;
  align-items: start;
  ${narrow} {
    grid-template-columns: minmax(0, 1fr);
  }
`;
