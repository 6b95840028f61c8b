'use client';
import { useRouter } from 'next/navigation';
import { useState, type FormEvent, type RefObject } from 'react';
import styled from 'styled-components';
import { middling, narrow, t } from './tokens';

export const FindHolder = styled.form`
  position: relative;
  input {
    width: 190px;
    border: 0;
    border-bottom: 1px solid ${t.ink3};
    background: transparent;
    padding: 4px 2px;
    border-radius: 0;
    &::placeholder {
      color: ${t.ink3};
    }
    &::-webkit-search-cancel-button {
      display: none;
    }
  }
  ${middling} {
    input {
      width: clamp(104px, 16vw, 170px);
    }
  }
  ${narrow} {
    input {
      font-size: 16px;
      width: 58vw;
    }
  }
`;
type Answering = typeof import('./FindAnything').FindAnything;

/**
 * The one field that finds: what is typed is looked for at once, arrows choose, Enter alone shows all that was found.
 *
 * It stands on every page and is used on few: what answers is fetched when somebody goes to it, a tenth of all script. Until that
 * is there it is a field like any other, and nothing typed into it is lost.
 */
export function FindField({ fieldRef }: { fieldRef: RefObject<HTMLInputElement | null> }) {
  const router = useRouter();
  const [typed, setTyped] = useState('');
  const [Answering, setAnswering] = useState<Answering | null>(null);
  if (Answering) return <Answering fieldRef={fieldRef} typed={typed} />;
  const fetchIt = async () => {
    // Where it cannot be fetched, Enter still leads to all that is found.
    const part = await import('./FindAnything').catch(() => null);
    // Somebody who has gone on meanwhile is not called back.
    if (part && document.activeElement === fieldRef.current) setAnswering(() => part.FindAnything);
  };
  const showAll = (event: FormEvent) => {
    event.preventDefault();
    if (typed.trim()) router.push(`/find?q=${encodeURIComponent(typed.trim())}`);
  };
  return (
    <FindHolder role="search" onSubmit={showAll}>
      <input
        ref={fieldRef}
        type="search"
        aria-label="Find anything"
        placeholder="Find anything…"
        autoComplete="off"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onFocus={() => void fetchIt()}
      />
    </FindHolder>
  );
}
