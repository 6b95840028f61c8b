'use client';
import { useContext, useId, type ComponentProps, type ReactNode, type Ref } from 'react';
import { useObjectRef, useTextField } from 'react-aria';
import { Checkbox as AriaCheckbox } from 'react-aria-components';
import styled from 'styled-components';
import { DateField } from './DateField';
import { Hint, Name, Wrong, writtenIn } from './fieldParts';
import { RowRest } from './RowRest';
import { narrow, t } from './tokens';

const Holder = styled.div<{ $width?: number }>`
  display: flex;
  flex-direction: column;
  gap: 3px;
  ${(p) => p.$width && `width: ${p.$width}px; max-width: 100%;`}
`;
const Line = styled.input`
  ${writtenIn}
`;
const Area = styled.textarea`
  ${writtenIn} resize: vertical;
  min-height: 62px;
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

/** One thing to write, or a day. What is wrong with it is said under it, and what was written stays. */
export function Field(props: FieldProps) {
  return props.type === 'date' ? <DateField {...props} /> : <WrittenField {...props} />;
}

type Written = HTMLInputElement & HTMLTextAreaElement;

function WrittenField({
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
  const ref = useObjectRef<Written>(inputRef);
  const { labelProps, inputProps, descriptionProps, errorMessageProps } = useTextField(
    {
      label,
      value,
      onChange,
      onBlur,
      type,
      name,
      autoFocus,
      placeholder,
      inputMode,
      autoComplete: lines ? undefined : autoComplete,
      isInvalid: Boolean(wrong),
      isRequired: required,
      validationBehavior: 'aria',
      inputElementType: lines ? 'textarea' : 'input',
      description: hint,
      errorMessage: wrong,
    },
    ref,
  );
  return (
    <Holder $width={width} data-invalid={wrong ? true : undefined} data-required={required || undefined}>
      <Name {...labelProps} className={hideLabel ? 'visually-hidden' : undefined}>
        {label}
      </Name>
      {lines ? (
        <Area {...(inputProps as ComponentProps<'textarea'>)} ref={ref} rows={lines} />
      ) : (
        <Line {...(inputProps as ComponentProps<'input'>)} ref={ref} list={list && listId} />
      )}
      {list && (
        <datalist id={listId}>
          {list.map((each) => (
            <option key={each} value={each} />
          ))}
        </datalist>
      )}
      {wrong ? (
        <Wrong {...errorMessageProps}>{wrong}</Wrong>
      ) : hint ? (
        <Hint {...descriptionProps}>{hint}</Hint>
      ) : null}
    </Holder>
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
