'use client';
import type { MasterModel, WorkModel } from '@/app/models';
import Link from 'next/link';
import { usePathname, useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import styled from 'styled-components';

import type { StationFinding } from '@/studio/works/workPage';
import { useKeys } from '@/ui/Keys';
import { PageTitle, Small, Thumbnail } from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
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
const Below = styled.main`
  background: ${t.sheet};
  border-top: 1px solid ${t.ink};
  padding: 14px 24px 84px;
  min-height: calc(100vh - 229px);
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
  const { size } = useUnits();
  const router = useRouter();
  const here = usePathname().split('/')[3] ?? 'sizes';
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
  const facts = [
    work.medium,
    work.widthUm && work.heightUm ? size({ width: work.widthUm, height: work.heightUm }) : '',
    work.year,
    work.owner && `kept by ${work.owner}`,
  ]
    .filter(Boolean)
    .join(' · ');
  return (
    <>
      <Head>
        <Thumbnail $w={113} $h={85}>
          {current?.state === 'ready' ? (
            <img src={`/api/pictures/${current.sha256}/thumb`} alt={`${work.title}, small`} />
          ) : (
            <Small>no picture yet</Small>
          )}
        </Thumbnail>
        <div>
          <PageTitle>{work.title}</PageTitle>
          <p>{facts || 'Nothing recorded of the original yet.'}</p>
          {current && (
            <Small>
              Current master {current.widthPx} × {current.heightPx} px, {current.bits} bit,{' '}
              {current.profileLabel ?? 'no profile'}
              {current.method ? `, ${current.method}` : ''}
            </Small>
          )}
        </div>
        <nav aria-label="Works beside this one">
          {beside.before && (
            <Link href={`/works/${beside.before}/${here}`} prefetch={false}>
              ← work before
            </Link>
          )}
          {beside.after && (
            <Link href={`/works/${beside.after}/${here}`} prefetch={false}>
              work after →
            </Link>
          )}
        </nav>
      </Head>
      <nav aria-label="Stations">
        <Strip>
          {findings.map((f) => (
            <Cut key={f.station} data-open={f.station === here || undefined}>
              <Link
                href={`/works/${work.id}/${f.station}`}
                prefetch={false}
                aria-current={f.station === here ? 'page' : undefined}
                title={f.says}
              >
                <strong>
                  <Mark kind={f.mark} />
                  {f.station}
                </strong>
                <span>{f.says}</span>
              </Link>
            </Cut>
          ))}
        </Strip>
      </nav>
      <Below>{children}</Below>
    </>
  );
}
