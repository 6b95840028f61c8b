'use client';
import Link from 'next/link';
import type { CSSProperties } from 'react';
import styled from 'styled-components';
import type { Um } from '@/core/measure';
import type { WorkLine } from '@/store/works';
import { Small, WorkTitle } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

type Sized = Pick<WorkLine, 'id' | 'title' | 'widthUm' | 'heightUm' | 'sha256' | 'state'>;

/** The largest work of a page takes so much of the screen, and every other as much less as it is smaller. */
const WIDEST_PX = 460;
const TALLEST_PX = 340;

const Floor = styled.ul`
  display: flex;
  flex-wrap: wrap;
  align-items: flex-end;
  gap: 26px 28px;
  padding: 18px 4px;
  a {
    display: grid;
    gap: 6px;
    text-decoration: none;
    justify-items: start;
  }
  span[data-picture] {
    display: block;
    background: ${t.line};
    border: 1px solid ${t.ink3};
    overflow: hidden;
    /* In a narrow window all of them shrink by one factor. */
    width: min(calc(var(--wide) * 1px), calc(var(--wide) * (100vw - 72px) / ${WIDEST_PX}));
    height: min(calc(var(--high) * 1px), calc(var(--high) * (100vw - 72px) / ${WIDEST_PX}));
  }
  img {
    display: block;
    width: 100%;
    height: 100%;
    object-fit: cover;
  }
  div {
    max-width: 200px;
    line-height: 16px;
  }
`;

/** Screen pixels to a micrometre, the same for all works of a page. @example scaleOf([{ widthUm: 460000, heightUm: 100000 }]) // 0.001 */
export function scaleOf(works: readonly Pick<Sized, 'widthUm' | 'heightUm'>[]): number {
  const widest = Math.max(1, ...works.map(({ widthUm }) => widthUm ?? 0));
  const tallest = Math.max(1, ...works.map(({ heightUm }) => heightUm ?? 0));
  return Math.min(WIDEST_PX / widest, TALLEST_PX / tallest);
}

/** Works standing beside each other at their true sizes; those whose size nobody noted are named under them. */
export function TrueSizes({ works, scale }: { works: readonly Sized[]; scale: number }) {
  const { size } = useUnits();
  const hasSize = (work: Sized): work is Sized & { widthUm: Um; heightUm: Um } =>
    Boolean(work.widthUm && work.heightUm);
  const sized = works.filter(hasSize);
  const bare = works.filter((work) => !hasSize(work));
  return (
    <>
      {sized.length > 0 && (
        <Floor aria-label="Works at their true sizes">
          {sized.map(({ id, title, widthUm, heightUm, sha256, state }) => (
            <li key={`${id} ${widthUm} ${heightUm}`}>
              <Link href={`/works/${id}/original`} prefetch={false}>
                <span
                  data-picture
                  style={{ '--wide': widthUm * scale, '--high': heightUm * scale } as CSSProperties}
                >
                  {sha256 && state === 'ready' && (
                    <img src={`/api/pictures/${sha256}/thumb`} alt="" loading="lazy" />
                  )}
                </span>
                <div>
                  <WorkTitle>{title}</WorkTitle>
                  <br />
                  <Small>{size({ width: widthUm, height: heightUm })}</Small>
                </div>
              </Link>
            </li>
          ))}
        </Floor>
      )}
      {bare.length > 0 && (
        <Small>
          Without a size:{' '}
          {bare.map(({ id, title }, i) => (
            <span key={id}>
              {i > 0 && ', '}
              <Link href={`/works/${id}/original`} prefetch={false}>
                {title}
              </Link>
            </span>
          ))}
        </Small>
      )}
    </>
  );
}
