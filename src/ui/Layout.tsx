'use client';
import Link from 'next/link';
import { useEffect, useRef, useState, type HTMLAttributes } from 'react';
import styled, { css } from 'styled-components';
import { narrow, t } from './tokens';

/** Where the way past the places leads: the page itself. */
export const CONTENT = 'content';

/** The wall a page's sheets lie on. */
export const Page = styled.main.attrs({ id: CONTENT, tabIndex: -1 })`
  outline: none;
  padding: 18px 24px 72px;
  max-width: 1680px;
  ${narrow} {
    padding: 12px 8px 88px;
  }
`;
export const PageTitle = styled.h1`
  font: italic 27px/32px ${t.serif};
  letter-spacing: -0.005em;
  text-wrap: balance;
`;
export const WorkTitle = styled.em`
  font: italic 1.16em/1.2 ${t.serif};
`;
export const Lead = styled.p`
  color: ${t.ink2};
  margin-top: 3px;
  max-width: 120ch;
  text-wrap: pretty;
`;
export const PageHeader = styled.div`
  display: flex;
  justify-content: space-between;
  align-items: flex-end;
  gap: 24px;
  padding-bottom: 14px;
  flex-wrap: wrap;
`;

/** A sheet lying on the wall: near white, one dark hairline where it begins. */
export const Panel = styled.section`
  background: ${t.sheet};
  border-top: 1px solid ${t.ink};
  border-right: 1px solid ${t.line};
  padding: 16px;
  min-width: 0;
  ${narrow} {
    padding: 12px;
    border-right: 0;
  }
`;
export const PanelTitle = styled.h2`
  font-weight: 600;
  padding-bottom: 6px;
  border-bottom: 1px solid ${t.ink};
  margin-bottom: 4px;
  display: flex;
  justify-content: space-between;
  gap: 12px;
  span {
    font-weight: 400;
    color: ${t.ink3};
  }
`;
export const Small = styled.span`
  color: ${t.ink2};
  font-size: 12px;
  line-height: 15px;
`;
export const Aside = styled.div`
  min-width: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 26px;
  align-content: start;
`;
/** A wide sheet and a margin beside it. */
export const Columns = styled.div<{ $aside?: number }>`
  display: grid;
  grid-template-columns: minmax(0, 1fr) ${(p) => p.$aside ?? 304}px;
  gap: 24px;
  align-items: start;
  ${narrow} {
    grid-template-columns: minmax(0, 1fr);
  }
  @media (max-width: 980px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;
export const Stack = styled.div<{ $gap?: number }>`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: ${(p) => p.$gap ?? 16}px;
  min-width: 0;
  align-content: start;
`;

const cells = css`
  padding: 5px 16px 5px 0;
  vertical-align: baseline;
  &:last-child {
    padding-right: 0;
  }
`;
/** A table of figures: hairlines, figures to the right, names to the left. */
export const Table = styled.table<{ $middle?: boolean; $tight?: boolean }>`
  thead th {
    ${cells} border-bottom: 1px solid ${t.ink};
    padding-bottom: 5px;
    font-size: 12px;
    white-space: nowrap;
  }
  tbody td,
  tbody th {
    ${cells} border-bottom: 1px solid ${t.hair};
  }
  tbody th {
    color: ${t.ink};
    font-weight: 600;
  }
  ${(p) =>
    p.$tight &&
    css`
      tbody td,
      tbody th,
      thead th {
        padding-right: 10px;
      }
    `}
  ${(p) =>
    p.$middle &&
    css`
      tbody td,
      tbody th {
        vertical-align: middle;
      }
    `}
  .n {
    text-align: right;
    white-space: nowrap;
  }
  tr[tabindex]:focus-visible {
    outline: 2px solid ${t.ink};
    outline-offset: -2px;
  }
  tr[data-lit] td,
  tr[data-lit] th {
    background: ${t.pressed};
  }
  tr.group td {
    color: ${t.ink3};
    font-size: 12px;
    padding-top: 14px;
    border-bottom-color: ${t.line};
  }
`;
const Scrolled = styled.div`
  /* What is placed for ears only stays within, and makes nothing wider. */
  position: relative;
  overflow-x: auto;
  max-width: 100%;
  form + & {
    margin-top: 12px;
  }
`;

/** What may be wider than its place. Where it is, it can be reached and moved by keys too. */
export function ScrollArea(props: HTMLAttributes<HTMLDivElement>) {
  const ref = useRef<HTMLDivElement>(null);
  const [isWider, setWider] = useState(false);
  useEffect(() => {
    const area = ref.current!;
    const look = () => setWider(area.scrollWidth > area.clientWidth + 1);
    const observer = new ResizeObserver(look);
    observer.observe(area);
    if (area.firstElementChild) observer.observe(area.firstElementChild);
    return () => observer.disconnect();
  }, []);
  return (
    <Scrolled
      ref={ref}
      {...props}
      {...(isWider && {
        tabIndex: 0,
        role: 'region',
        'aria-label': props['aria-label'] ?? 'Wider than the page',
      })}
    />
  );
}

const Pairs = styled.dl`
  display: grid;
  grid-template-columns: minmax(84px, max-content) 1fr;
  gap: 4px 14px;
  dt {
    color: ${t.ink2};
  }
  dd {
    min-width: 0;
    overflow-wrap: anywhere;
  }
  dd a {
    text-decoration: underline dotted;
    text-underline-offset: 3px;
  }
`;
/** Names and what they are. Lines without a value are left out. */
export function FactList({
  rows,
}: {
  rows: readonly (readonly [string, React.ReactNode] | null | false)[];
}) {
  return (
    <Pairs>
      {rows
        .filter(
          (r): r is readonly [string, React.ReactNode] =>
            Boolean(r) && (r as readonly unknown[])[1] !== null && (r as readonly unknown[])[1] !== '',
        )
        .map(([k, v]) => (
          <div key={k} style={{ display: 'contents' }}>
            <dt>{k}</dt>
            <dd>{v}</dd>
          </div>
        ))}
    </Pairs>
  );
}

/** Links to what can be saved or opened, one a line. */
export const LinkList = styled.ul`
  display: grid;
  gap: 6px;
  a {
    text-decoration: underline dotted;
    text-underline-offset: 3px;
  }
`;

const Nothing = styled.div`
  padding: 34px 16px;
  color: ${t.ink2};
  max-width: 62ch;
  h3 {
    font: italic 19px/24px ${t.serif};
    color: ${t.ink};
    margin-bottom: 4px;
  }
  p + div {
    margin-top: 14px;
  }
`;
/** An empty place teaches: what belongs here, and the first step. */
export function EmptyState({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <Nothing>
      <h3>{title}</h3>
      {children}
    </Nothing>
  );
}

/** Picture in a list, on neutral grey, never cropped. */
export const Thumbnail = styled.span<{ $w: number; $h: number }>`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  width: ${(p) => p.$w}px;
  height: ${(p) => p.$h}px;
  flex: none;
  img {
    max-width: ${(p) => p.$w}px;
    max-height: ${(p) => p.$h}px;
    display: block;
    border: 1px solid ${t.line};
  }
`;

const Pager = styled.nav`
  display: flex;
  gap: 16px;
  align-items: baseline;
  padding-top: 12px;
  color: ${t.ink2};
  a {
    text-decoration: underline dotted;
    text-underline-offset: 3px;
  }
`;
export function Pagination({
  page,
  perPage,
  total,
  href,
}: {
  page: number;
  perPage: number;
  total: number;
  href: (page: number) => string;
}) {
  const last = Math.max(0, Math.ceil(total / perPage) - 1);
  if (last === 0) return null;
  return (
    <Pager aria-label="Pages">
      {page > 0 && (
        <Link href={href(page - 1)} prefetch={false}>
          ← before
        </Link>
      )}
      <span>
        {page * perPage + 1}–{Math.min(total, (page + 1) * perPage)} of {total}
      </span>
      {page < last && (
        <Link href={href(page + 1)} prefetch={false}>
          next →
        </Link>
      )}
    </Pager>
  );
}
