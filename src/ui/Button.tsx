'use client';
import Link from 'next/link';
import { useState, type ReactNode } from 'react';
import { Button as AriaButton, type ButtonProps } from 'react-aria-components';
import styled, { css } from 'styled-components';
import { narrow, t } from './tokens';

const look = css<{ $main?: boolean; $quiet?: boolean }>`
  display: inline-flex;
  align-items: center;
  justify-content: space-between;
  gap: 18px;
  min-height: 32px;
  padding: 6px 12px 6px 10px;
  border: 1px solid ${t.ink};
  border-radius: 0;
  background: ${(p) => (p.$main ? t.ink : t.white)};
  color: ${(p) => (p.$main ? t.white : t.ink)};
  cursor: pointer;
  text-align: left;
  white-space: nowrap;
  text-decoration: none;
  ${(p) =>
    p.$quiet &&
    css`
      border-color: transparent;
      background: transparent;
      text-decoration: underline dotted ${t.ink3};
      text-underline-offset: 3px;
      padding-inline: 4px;
    `}
  &:hover {
    background: ${(p) => (p.$main ? '#2b3745' : p.$quiet ? 'transparent' : t.pressed)};
    text-decoration: ${(p) => (p.$quiet ? 'underline' : 'none')};
  }
  &[data-pressed] {
    background: ${(p) => (p.$main ? '#000' : t.hair)};
  }
  &[data-disabled],
  &[data-pending] {
    border-color: ${t.line};
    color: ${t.ink3};
    background: ${t.second};
    cursor: default;
  }
  html[data-key-mode='off'] & kbd {
    display: none;
  }
  kbd {
    font: inherit;
    opacity: 0.62;
    text-transform: uppercase;
  }
  ${narrow} {
    min-height: 44px;
    white-space: normal;
  }
`;
const Face = styled(AriaButton)<{ $main?: boolean; $quiet?: boolean }>`
  ${look}
`;
const LinkFace = styled(Link)<{ $main?: boolean; $quiet?: boolean }>`
  ${look}
`;

type Look = { main?: boolean; quiet?: boolean; keyName?: string };

/** A thing to do. The one that comes next on a page is filled; its key stands at its end. */
export function Button({
  main,
  quiet,
  keyName,
  children,
  isDisabled,
  ...props
}: Omit<ButtonProps, 'children'> & Look & { children: ReactNode }) {
  const [isUnderHand, setUnderHand] = useState(false);
  // Switched off under the hand it would drop the focus to the page: it waits in place instead.
  const waits = isDisabled && isUnderHand;
  return (
    <Face
      {...props}
      isDisabled={isDisabled && !waits}
      isPending={waits}
      onFocusChange={setUnderHand}
      $main={main}
      $quiet={quiet}
      data-main={main || undefined}
      aria-keyshortcuts={keyName}
    >
      {children}
      {keyName && <kbd aria-hidden="true">{keyName}</kbd>}
    </Face>
  );
}

/** A place to go, in the look of a thing to do. */
export function ButtonLink({
  main,
  quiet,
  keyName,
  href,
  children,
  ...props
}: Look & {
  href: string;
  children: ReactNode;
  target?: string;
  id?: string;
  'aria-label'?: string;
}) {
  return (
    <LinkFace
      href={href}
      {...props}
      prefetch={false}
      $main={main}
      $quiet={quiet}
      aria-keyshortcuts={keyName}
    >
      {children}
      {keyName && <kbd aria-hidden="true">{keyName}</kbd>}
    </LinkFace>
  );
}

export const Row = styled.div<{ $gap?: number }>`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: ${(p) => p.$gap ?? 10}px;
  > a:not([class]) {
    text-decoration: underline dotted;
    text-underline-offset: 3px;
  }
`;
