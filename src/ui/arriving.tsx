'use client';
import { useEffect, useState, type ComponentType } from 'react';
import styled from 'styled-components';
import { t } from './tokens';

/**
 * A part that is fetched when it is first needed: a sheet that most visits never open is no script that every visit loads. Until
 * it is there single keys rest, so that what somebody types for the sheet does nothing to the page; where it cannot be fetched
 * that is said, and the page stays as it is.
 */
export function arriving<P extends object>(fetchPart: () => Promise<ComponentType<P>>): ComponentType<P> {
  let here: ComponentType<P> | null = null;
  return function Arriving(props: P) {
    const [Part, setPart] = useState<ComponentType<P> | null>(() => here);
    const [hasFailed, setFailed] = useState(false);
    useEffect(() => {
      if (here) return;
      let isWanted = true;
      fetchPart().then(
        (part) => {
          here = part;
          if (isWanted) setPart(() => part);
        },
        () => isWanted && setFailed(true),
      );
      return () => {
        isWanted = false;
      };
    }, []);
    if (Part) return <Part {...props} />;
    if (!hasFailed) return <span data-arriving hidden />;
    return (
      <Missing role="alert">
        This part of the page could not be fetched. Is Glassine still running? Load the page again then:
        what is written elsewhere on it is kept as a draft.
      </Missing>
    );
  };
}

/** Over the page, where it is seen: what did not come has no place of its own in it. */
const Missing = styled.p`
  position: fixed;
  left: 16px;
  right: 16px;
  bottom: 24px;
  z-index: 60;
  max-width: 560px;
  margin-inline: auto;
  padding: 10px 12px;
  border: 1px solid ${t.care};
  background: ${t.white};
  color: ${t.ink};
`;
