'use client';
import { useRouter } from 'next/navigation';
import { useDeferredValue, useLayoutEffect, useState, type FormEvent, type RefObject } from 'react';
import {
  Autocomplete,
  Header,
  Input,
  ListBox,
  ListBoxItem,
  ListBoxSection,
  SearchField,
} from 'react-aria-components';
import { useFocusWithin } from 'react-aria';
import styled from 'styled-components';
import type { HitGroup } from '@/core/find/hits';
import { FindHolder } from './FindField';
import { narrow, t } from './tokens';
import { useUnits } from './Units';
import { useAsked } from './useAsked';

const Slip = styled.div`
  position: absolute;
  right: 0;
  top: 34px;
  width: 440px;
  max-width: calc(100vw - 24px);
  max-height: min(70vh, 620px);
  overflow-y: auto;
  background: ${t.white};
  border: 1px solid ${t.ink};
  padding: 6px 0;
  p {
    padding: 6px 14px;
    color: ${t.ink2};
  }
  header {
    padding: 9px 14px 2px;
    font-size: 12px;
    color: ${t.ink2};
    border-top: 1px solid ${t.hair};
  }
  section:first-child header {
    border-top: 0;
  }
  ${narrow} {
    right: auto;
    left: 0;
  }
`;
const Line = styled(ListBoxItem)`
  display: block;
  padding: 5px 14px;
  cursor: pointer;
  overflow-wrap: anywhere;
  small {
    display: block;
    color: ${t.ink2};
    font-size: 12px;
  }
  &[data-focused] {
    background: ${t.sheet};
    outline: 2px solid ${t.ink};
    outline-offset: -2px;
  }
`;

/** From here on a letter narrows enough to be worth an answer. */
const FEWEST_LETTERS = 1;

/** The field with its answers under it; it takes over from the plain one with what was typed there, and with the focus. */
export function FindAnything({
  fieldRef,
  typed,
}: {
  fieldRef: RefObject<HTMLInputElement | null>;
  typed: string;
}) {
  const router = useRouter();
  const [query, setQuery] = useState(typed);
  const [isOpen, setIsOpen] = useState(true);
  useLayoutEffect(() => {
    const field = fieldRef.current!;
    field.focus();
    field.setSelectionRange(field.value.length, field.value.length);
  }, [fieldRef]);
  const asked = useDeferredValue(query.trim());
  const { focusWithinProps } = useFocusWithin({ onFocusWithinChange: setIsOpen });
  const isWorth = isOpen && asked.length >= FEWEST_LETTERS;
  const { answer } = useAsked<HitGroup[]>(isWorth ? `/api/find?q=${encodeURIComponent(asked)}` : null);
  const go = (href: string) => {
    setIsOpen(false);
    fieldRef.current?.blur();
    router.push(href);
  };
  const showAll = (event: FormEvent) => {
    event.preventDefault();
    if (query.trim()) go(`/find?q=${encodeURIComponent(query.trim())}`);
  };
  return (
    <FindHolder role="search" onSubmit={showAll} {...focusWithinProps}>
      <Autocomplete disableAutoFocusFirst>
        <SearchField
          aria-label="Find anything"
          value={query}
          onChange={(typed) => {
            setQuery(typed);
            setIsOpen(true);
          }}
          onClear={() => setIsOpen(false)}
        >
          <Input ref={fieldRef} placeholder="Find anything…" autoComplete="off" />
        </SearchField>
        {isWorth && answer && <Answer groups={answer} onGo={go} />}
      </Autocomplete>
    </FindHolder>
  );
}

function Answer({ groups, onGo }: { groups: readonly HitGroup[]; onGo: (href: string) => void }) {
  const { sentence } = useUnits();
  const hrefs = new Map(groups.flatMap(({ hits }) => hits.map((hit) => [hit.id, hit.href] as const)));
  return (
    <Slip onMouseDown={(event) => event.preventDefault()}>
      {groups.length === 0 ? (
        <p role="status">Nothing begins with these words.</p>
      ) : (
        <ListBox aria-label="What was found" onAction={(id) => onGo(hrefs.get(String(id)) ?? '/find')}>
          {groups.map(({ title, hits }) => (
            <ListBoxSection key={title} id={title}>
              <Header>{title}</Header>
              {hits.map(({ id, name, note }) => (
                <Line key={id} id={id} textValue={name}>
                  {sentence(name)}
                  <small>{sentence(note)}</small>
                </Line>
              ))}
            </ListBoxSection>
          ))}
        </ListBox>
      )}
    </Slip>
  );
}
