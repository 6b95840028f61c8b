'use client';
import type { MasterModel, WorkModel } from '@/app/models';
import Link from 'next/link';
import { usePathname, useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import styled from 'styled-components';

import type { StationFinding } from '@/studio/works/workPage';
import { useKeys } from '@/ui/Keys';
import { CONTENT, PageTitle, Small, Thumbnail } from '@/ui/Layout';
import { middling, narrow, t } from '@/ui/tokens';
import { useCurrentShown } from '@/ui/useCurrentShown';
import { useUnits } from '@/ui/Units';
import { Mark } from '@/ui/Verdict';

const Head = styled.div`
  display: grid;
  grid-template-columns: 113px minmax(0, 1fr) auto;
  gap: 20px;
  padding: 13px 24px 12px;
  align-items: end;
  nav {
    display: flex;
    gap: 14px;
    color: ${t.ink2};
  }
  ${narrow} {
    grid-template-columns: 84px minmax(0, 1fr);
    padding: 10px 8px;
    gap: 12px;
    > :first-child,
    > :first-child img {
      max-width: 84px;
      max-height: 63px;
    }
    nav {
      grid-column: 1 / -1;
    }
  }
`;
const Strip = styled.ol`
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  margin: 0 24px;
  ${narrow} {
    margin: 0;
    grid-template-columns: repeat(7, 150px);
    overflow-x: auto;
  }
`;
const Cut = styled.li`
  border-left: 1px solid ${t.hair};
  position: relative;
  &:last-child {
    border-right: 1px solid ${t.hair};
  }
  a {
    display: block;
    height: 100%;
    min-height: 64px;
    padding: 8px 10px 9px;
    text-decoration: none;
    color: ${t.ink2};
    font-size: 12px;
    line-height: 15px;
  }
  a:hover {
    background: #e4e4e4;
  }
  strong {
    display: flex;
    gap: 7px;
    align-items: center;
    color: ${t.ink};
    font-size: 13px;
    line-height: 16px;
    padding-bottom: 3px;
    text-transform: capitalize;
  }
  span {
    overflow-wrap: anywhere;
    display: -webkit-box;
    -webkit-line-clamp: 2;
    -webkit-box-orient: vertical;
    overflow: hidden;
  }
  &[data-open] {
    background: ${t.sheet};
    box-shadow:
      inset 0 1px 0 ${t.ink},
      inset 1px 0 0 ${t.ink},
      inset -1px 0 0 ${t.ink},
      0 1px 0 ${t.sheet};
    z-index: 1;
    border-color: transparent;
  }
  &[data-open] a:hover {
    background: none;
  }
`;
/** On a tool the work is one line: its picture, its title, its stations by their marks; the room is the tool's. */
const Folded = styled.div`
  display: grid;
  grid-template-columns: auto minmax(120px, 1fr) auto auto;
  gap: 14px;
  align-items: end;
  padding: 0 24px;
  min-height: 44px;
  h1 {
    align-self: center;
    font-size: 19px;
    line-height: 24px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  > span {
    align-self: center;
  }
  ol {
    display: flex;
    margin-bottom: -1px;
  }
  li a {
    display: flex;
    gap: 6px;
    align-items: center;
    height: 38px;
    padding: 0 10px;
    text-decoration: none;
    text-transform: capitalize;
    color: ${t.ink2};
    font-size: 12px;
  }
  li a:hover {
    background: #e4e4e4;
  }
  li[data-open] {
    background: ${t.sheet};
    border: 1px solid ${t.ink};
    border-bottom: 0;
  }
  li[data-open] a {
    color: ${t.ink};
    font-weight: 600;
  }
  > nav:last-child {
    align-self: center;
    display: flex;
    gap: 10px;
    color: ${t.ink2};
  }
  > nav:last-child a {
    padding: 6px;
    text-decoration: none;
  }
  ${middling} {
    grid-template-columns: auto minmax(0, 1fr) auto;
    > nav:nth-child(3) {
      grid-column: 1 / -1;
      grid-row: 2;
    }
  }
  ${narrow} {
    grid-template-columns: auto minmax(0, 1fr) auto;
    gap: 8px 10px;
    padding: 6px 8px 0;
    > nav:nth-child(3) {
      grid-column: 1 / -1;
      grid-row: 2;
      overflow-x: auto;
    }
    li a,
    > nav:last-child a {
      min-height: 44px;
    }
  }
`;
const Below = styled.div`
  background: ${t.sheet};
  border-top: 1px solid ${t.ink};
  padding: 14px 24px 84px;
  min-height: calc(100vh - 229px);
  outline: none;
  &[data-tool] {
    min-height: calc(100vh - 97px);
  }
  ${narrow} {
    padding: 12px 8px 96px;
  }
`;

type Props = {
  work: WorkModel;
  current: MasterModel | null;
  findings: StationFinding[];
  beside: { before: string | null; after: string | null };
  children: ReactNode;
};

/** The long table of a work: its head, the seven stations with their findings, and the open one cut into the sheet below. */
export function WorkTable({ work, current, findings, beside, children }: Props) {
  const router = useRouter();
  const path = usePathname().split('/');
  const here = path[3] ?? 'sizes';
  const index = findings.findIndex((f) => f.station === here);
  const to = (step: number) => () => {
    const f = findings[index + step];
    if (f) router.push(`/works/${work.id}/${f.station}`);
  };
  useKeys([
    { key: '[', label: 'the station before', run: to(-1) },
    { key: ']', label: 'the station after', run: to(1) },
    ...(beside.before
      ? [
          {
            key: ',',
            label: 'the work before',
            run: () => router.push(`/works/${beside.before}/${here}`),
          },
        ]
      : []),
    ...(beside.after
      ? [{ key: '.', label: 'the work after', run: () => router.push(`/works/${beside.after}/${here}`) }]
      : []),
  ]);
  const isTool = path.length > 4 || path[3] === 'price';
  const Top = isTool ? FoldedHead : LongHead;
  return (
    <main>
      <Top
        work={work}
        current={current}
        findings={findings}
        here={here}
        before={beside.before && `/works/${beside.before}/${here}`}
        after={beside.after && `/works/${beside.after}/${here}`}
      />
      <Below id={CONTENT} tabIndex={-1} data-tool={isTool || undefined}>
        {children}
      </Below>
    </main>
  );
}

type HeadProps = Pick<Props, 'work' | 'current' | 'findings'> & {
  /** The station that is open. */
  here: string;
  /** Addresses of the same station of the works beside this one. */
  before: string | null;
  after: string | null;
};

function FoldedHead({ work, current, findings, here, before, after }: HeadProps) {
  const { sentence } = useUnits();
  const strip = useCurrentShown<HTMLElement>(here);
  return (
    <Folded>
      <WorkThumbnail work={work} current={current} width={46} height={36} />
      <PageTitle title={work.title}>{work.title}</PageTitle>
      <nav aria-label="Stations" ref={strip}>
        <ol>
          {findings.map((f) => (
            <li key={f.station} data-open={f.station === here || undefined}>
              <Link
                href={`/works/${work.id}/${f.station}`}
                prefetch={false}
                aria-current={f.station === here ? 'page' : undefined}
                title={sentence(f.says)}
              >
                <Mark kind={f.mark} />
                {f.station}
              </Link>
            </li>
          ))}
        </ol>
      </nav>
      <nav aria-label="Works beside this one">
        {before && (
          <Link href={before} prefetch={false} aria-label="Work before">
            ←
          </Link>
        )}
        {after && (
          <Link href={after} prefetch={false} aria-label="Work after">
            →
          </Link>
        )}
      </nav>
    </Folded>
  );
}

function LongHead({ work, current, findings, here, before, after }: HeadProps) {
  const { size, sentence } = useUnits();
  const strip = useCurrentShown<HTMLOListElement>(here);
  const facts = [
    work.medium,
    work.widthUm && work.heightUm ? size({ width: work.widthUm, height: work.heightUm }) : '',
    work.year,
    work.owner && `kept by ${work.owner}`,
  ].filter(Boolean);
  return (
    <>
      <Head>
        <WorkThumbnail work={work} current={current} width={113} height={85} />
        <div>
          <PageTitle>{work.title}</PageTitle>
          <p>{facts.join(' · ') || 'Nothing recorded of the original yet.'}</p>
          {current && (
            <Small>
              Current master {current.widthPx} × {current.heightPx} px, {current.bits} bit,{' '}
              {current.profileLabel ?? 'no profile'}
              {current.method ? `, ${current.method}` : ''}
            </Small>
          )}
        </div>
        <nav aria-label="Works beside this one">
          {before && (
            <Link href={before} prefetch={false}>
              ← work before
            </Link>
          )}
          {after && (
            <Link href={after} prefetch={false}>
              work after →
            </Link>
          )}
        </nav>
      </Head>
      <nav aria-label="Stations">
        <Strip ref={strip}>
          {findings.map((f) => (
            <Cut key={f.station} data-open={f.station === here || undefined}>
              <Link
                href={`/works/${work.id}/${f.station}`}
                prefetch={false}
                aria-current={f.station === here ? 'page' : undefined}
                title={sentence(f.says)}
              >
                <strong>
                  <Mark kind={f.mark} />
                  {f.station}
                </strong>
                <span>{sentence(f.says)}</span>
              </Link>
            </Cut>
          ))}
        </Strip>
      </nav>
    </>
  );
}

function WorkThumbnail({
  work,
  current,
  width,
  height,
}: Pick<Props, 'work' | 'current'> & { width: number; height: number }) {
  return (
    <Thumbnail $w={width} $h={height}>
      {current?.state === 'ready' ? (
        <img src={`/api/pictures/${current.sha256}/thumb`} alt={`${work.title}, small`} />
      ) : (
        <Small>{width > 100 ? 'no picture yet' : '–'}</Small>
      )}
    </Thumbnail>
  );
}
