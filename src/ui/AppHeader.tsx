'use client';
import Link from 'next/link';
import { usePathname, useRouter } from 'next/navigation';
import { useRef } from 'react';
import styled from 'styled-components';
import { useUndo } from './Actions';
import { FindField } from './FindField';
import { useKeys } from './Keys';
import { CONTENT } from './Layout';
import { middling, narrow, t } from './tokens';
import { useCurrentShown } from './useCurrentShown';
import { useUnits } from './Units';

export const PLACES = [
  { href: '/', name: 'Bench' },
  { href: '/works', name: 'Works' },
  { href: '/papers', name: 'Papers' },
  { href: '/register', name: 'Register' },
  { href: '/orders', name: 'Orders' },
  { href: '/wall', name: 'Wall' },
  { href: '/journal/prints', name: 'Journal' },
  { href: '/studio', name: 'Studio' },
] as const;

const DIVISION = 104;

const Head = styled.header`
  position: sticky;
  top: 0;
  z-index: 40;
  height: 52px;
  background: ${t.sheet};
  border-bottom: 1px solid ${t.ink};
  padding: 0 24px;
  display: flex;
  justify-content: space-between;
  > svg {
    position: absolute;
    left: 24px;
    right: 24px;
    bottom: 0;
    width: calc(100% - 48px);
    pointer-events: none;
  }
  ${narrow} {
    > svg {
      display: none;
    }
  }
  ${middling} {
    padding: 0 12px;
    > svg {
      display: none;
    }
  }
  ${narrow} {
    padding: 0 8px;
    height: auto;
    flex-wrap: wrap;
  }
  @media print {
    display: none;
  }
`;
const Scale = styled.nav`
  display: flex;
  position: relative;
  height: 51px;
  a {
    width: ${DIVISION}px;
    padding-top: 10px;
    color: ${t.ink2};
    position: relative;
    text-decoration: none;
    white-space: nowrap;
  }
  a:hover {
    color: ${t.ink};
  }
  a[aria-current] {
    color: ${t.ink};
    font-weight: 600;
  }
  a[aria-current]::after {
    content: '';
    position: absolute;
    left: 0;
    bottom: 0;
    width: ${DIVISION}px;
    height: 4px;
    background: ${t.ink};
  }
  b {
    color: ${t.fails};
    font-weight: 400;
    font-size: 12px;
    margin-left: 5px;
  }
  ${middling} {
    flex: 1;
    min-width: 0;
    a {
      width: auto;
      padding-right: 15px;
    }
    a[aria-current]::after {
      width: calc(100% - 8px);
    }
  }
  ${narrow} {
    overflow-x: auto;
    width: 100%;
    height: 48px;
    /* More places lie beyond the edge. */
    mask-image: linear-gradient(to right, #000 calc(100% - 28px), transparent);
    a:last-child {
      margin-right: 28px;
    }
    a {
      width: auto;
      padding: 14px 12px 0;
    }
    a[aria-current]::after {
      width: 100%;
    }
  }
`;
const Tools = styled.div`
  display: flex;
  align-items: center;
  gap: 22px;
  height: 38px;
  ${middling} {
    gap: 12px;
  }
  ${narrow} {
    width: 100%;
    justify-content: space-between;
    padding: 0 8px 6px;
    height: 44px;
  }
`;
const Flip = styled.button`
  border: 0;
  background: none;
  cursor: pointer;
  padding: 4px 2px;
  color: ${t.ink3};
  span[data-on] {
    color: ${t.ink};
    font-weight: 600;
    border-bottom: 2px solid ${t.ink};
  }
  ${narrow} {
    min-height: 44px;
    min-width: 60px;
  }
`;

const Skip = styled.a`
  position: fixed;
  left: 8px;
  top: -60px;
  z-index: 80;
  padding: 10px 14px;
  background: ${t.ink};
  color: ${t.white};
  &:focus {
    top: 6px;
  }
`;
/** The first stop of the keyboard: past the places, to the page. */
export const SkipLink = () => <Skip href={`#${CONTENT}`}>To the page</Skip>;

/** The places of the house, drawn as divisions of a rule; the present one is marked by a solid length on the scale. */
export function AppHeader({ counts }: { counts: { bench: number; orders: number } }) {
  const path = usePathname();
  const router = useRouter();
  const { unit, flip } = useUnits();
  const undo = useUndo();
  const places = useCurrentShown<HTMLElement>(path);
  const field = useRef<HTMLInputElement>(null);
  const here = (href: string) => {
    if (href === '/') return path === '/' || path === '/week' || path.startsWith('/quiet');
    // A place is all that stands under its first word, whichever of its pages is opened first.
    return path.startsWith(`/${href.split('/')[1]}`);
  };
  const count = { '/': counts.bench, '/orders': counts.orders } as Record<string, number>;
  useKeys([
    ...PLACES.map((p, i) => ({
      key: String(i + 1),
      label: `go to ${p.name}`,
      run: () => router.push(p.href),
    })),
    { key: '/', label: 'find anything', run: () => field.current?.focus() },
    { key: 'x', label: 'flip millimetres and inches', run: flip },
    ...(undo ? [{ key: 'u', label: 'undo the last act', run: undo }] : []),
  ]);
  return (
    <Head>
      <Ticks />
      <Scale aria-label="Places" ref={places}>
        {PLACES.map((p) => (
          <Link
            key={p.href}
            href={p.href}
            prefetch={false}
            aria-current={here(p.href) ? 'page' : undefined}
          >
            {p.name}
            {count[p.href] ? <b title="want hands">{count[p.href]}</b> : null}
          </Link>
        ))}
      </Scale>
      <Tools>
        <FindField fieldRef={field} />
        <Flip
          type="button"
          onClick={flip}
          aria-label={`Sizes in ${unit === 'mm' ? 'millimetres' : 'inches'}; flip`}
        >
          <span data-on={unit === 'mm' || undefined}>mm</span> /{' '}
          <span data-on={unit === 'in' || undefined}>in</span>
        </Flip>
      </Tools>
    </Head>
  );
}

/** The divisions of the rule, from edge to edge of the page; the pattern repeats with every place. */
function Ticks() {
  const step = DIVISION / 8;
  const lines = Array.from(
    { length: 8 },
    (_, i) => `M${(i * step + 0.5).toFixed(1)} 12V${i === 0 ? 0 : i === 4 ? 4 : 8}`,
  );
  return (
    <svg width="100%" height="12" aria-hidden="true">
      <defs>
        <pattern id="rule" width={DIVISION} height="12" patternUnits="userSpaceOnUse">
          <path d={lines.join('')} stroke={t.ink} strokeWidth="1" />
        </pattern>
      </defs>
      <rect width="100%" height="12" fill="url(#rule)" opacity="0.75" />
    </svg>
  );
}
