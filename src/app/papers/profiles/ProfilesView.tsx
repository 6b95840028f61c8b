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
import { useState } from 'react';
import { PapersNav } from '../PapersNav';
import { BringIn } from './BringIn';
import { OneProfile } from './OneProfile';
import { type Props } from './profileProps';

/** How each paper prints, by machine or route and setting, as its ICC profile says. */
export function ProfilesView({ list, papers, routes, machines, spaces, start }: Props) {
  const live = list.filter((l) => !l.profile.archivedAt);
  const [chosen, setChosen] = useState(start ?? '');
  const open = list.find((l) => l.profile.id === chosen) ?? live[0] ?? list[0];
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
          {list.length > 0 && (
            <Panel>
              <PanelTitle>
                All <span>{live.length}</span>
              </PanelTitle>
              <ul>
                {list.map((l) => (
                  <li
                    key={l.profile.id}
                    style={{
                      display: 'flex',
                      gap: 12,
                      alignItems: 'baseline',
                      padding: '4px 0',
                      borderBottom: `1px solid ${t.hair}`,
                      color: l.profile.archivedAt ? t.ink3 : t.ink,
                    }}
                  >
                    <span style={{ flex: 1 }}>
                      <button
                        type="button"
                        onClick={() => setChosen(l.profile.id)}
                        aria-pressed={l === open}
                        style={{
                          border: 0,
                          background: 'none',
                          padding: 0,
                          font: 'inherit',
                          fontWeight: l === open ? 600 : 400,
                          cursor: 'pointer',
                          textAlign: 'left',
                          color: 'inherit',
                        }}
                      >
                        {l.paper}, {l.machine ?? l.route ?? 'any route'}
                        {l.profile.setting ? `, ${l.profile.setting}` : ''}
                      </button>
                      {l.profile.archivedAt ? ' (put away)' : ''}
                    </span>
                    <Small>
                      ICC {l.profile.facts.version}, {l.profile.facts.works}
                    </Small>
                  </li>
                ))}
              </ul>
            </Panel>
          )}
        </Stack>
        <BringIn papers={papers} routes={routes} machines={machines} />
      </Columns>
    </Page>
  );
}
