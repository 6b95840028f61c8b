'use client';
import {
  Columns,
  EmptyState,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Stack,
} from '@/ui/Layout';
import { t } from '@/ui/tokens';
import Link from 'next/link';
import styled from 'styled-components';
import { PapersNav } from '../PapersNav';
import { BringIn } from './BringIn';
import { OneProfile } from './OneProfile';
import { type Props } from './profileProps';

/** How each paper prints, by machine or route and setting, as its ICC profile says. */
export function ProfilesView({ lines, open, papers, routes, machines, spaces }: Props) {
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Profiles</PageTitle>
          <Lead>
            A profile says how a machine prints on a paper at a setting. It is kept by its hash, with what
            it is for; proofs name the one they went through.
          </Lead>
        </div>
      </PageHeader>
      <PapersNav />
      <Columns $aside={340}>
        <Stack>
          {open ? (
            <OneProfile key={open.profile.id} line={open} spaces={spaces} />
          ) : (
            <Panel>
              <EmptyState title="No profile yet">
                <p>
                  Bring in the ICC file your printer, lab or paper maker gives, or have the practice press
                  profile one of your papers.
                </p>
              </EmptyState>
            </Panel>
          )}
          {open && <AllProfiles lines={lines} openId={open.profile.id} />}
        </Stack>
        <BringIn papers={papers} routes={routes} machines={machines} />
      </Columns>
    </Page>
  );
}

function AllProfiles({ lines, openId }: { lines: Props['lines']; openId: string }) {
  return (
    <Panel>
      <PanelTitle>
        All <span>{lines.filter((line) => !line.archivedAt).length}</span>
      </PanelTitle>
      <ul>
        {lines.map((line) => (
          <Named key={line.id} $away={line.archivedAt !== null}>
            <span>
              <Link
                href={`/papers/profiles?open=${line.id}`}
                replace
                scroll={false}
                aria-current={line.id === openId || undefined}
              >
                {line.paper}, {line.machine ?? line.route ?? 'any route'}
                {line.setting ? `, ${line.setting}` : ''}
              </Link>
              {line.archivedAt ? ' (put away)' : ''}
            </span>
            <Small>
              ICC {line.version}, {line.works}
            </Small>
          </Named>
        ))}
      </ul>
    </Panel>
  );
}

const Named = styled.li<{ $away: boolean }>`
  display: flex;
  gap: 12px;
  align-items: baseline;
  padding: 4px 0;
  border-bottom: 1px solid ${t.hair};
  color: ${(p) => (p.$away ? t.ink3 : t.ink)};
  > :first-child {
    flex: 1;
  }
  a {
    color: inherit;
    text-decoration: none;
    &:hover {
      text-decoration: underline;
    }
    &[aria-current] {
      font-weight: 600;
    }
  }
`;
