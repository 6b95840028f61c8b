'use client';
import { useState } from 'react';
import styled from 'styled-components';
import { useAskedChoices } from '@/app/useAskedChoices';
import type { SizePick } from '@/studio/formats/sizePicks';
import { QUIET_KINDS, QUIET_NAMES } from '@/core/quiet/tasks';
import { ButtonLink, Row } from '@/ui/Button';
import { Finder } from '@/ui/Choices';
import { Lead, Page, PageHeader, PageTitle, Panel, Small, Stack } from '@/ui/Layout';
import { narrow } from '@/ui/tokens';

type Option = { key: string; name: string };

const Acts = styled.div`
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 10px;
  ${narrow} {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const NONE: Option = { key: 'none', name: 'none chosen' };

const idOf = ({ id }: SizePick): string => id;

/** Which act of the hands, and what it is done to: the figures of that stand in its steps. */
export function QuietListView({ sizes, walls }: { sizes: SizePick[]; walls: Option[] }) {
  const { choices, search } = useAskedChoices('/api/formats/find', sizes, idOf);
  const [format, setFormat] = useState(NONE.key);
  const [wall, setWall] = useState(NONE.key);
  const hrefOf = (kind: string) => {
    if (kind === 'hang') return `/quiet/hang${wall === NONE.key ? '' : `?wall=${wall}`}`;
    return `/quiet/${kind}${format === NONE.key ? '' : `?format=${format}`}`;
  };
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Quiet screens</PageTitle>
          <Lead>
            One step at a time, large enough to read from the table. On scrap first; space, a pedal or a
            tap goes on.
          </Lead>
        </div>
        <Row>
          <ButtonLink href="/">The bench</ButtonLink>
        </Row>
      </PageHeader>
      <Panel>
        <Stack $gap={18}>
          <Row>
            <Finder
              label="The size it is done to"
              value={format}
              options={[
                NONE,
                ...choices.map(({ id, title, name }) => ({ key: id, name: `${title}, ${name}` })),
              ]}
              onSearch={search}
              onChange={setFormat}
              width={340}
            />
            <Finder
              label="The wall that is hung"
              value={wall}
              options={[NONE, ...walls]}
              onChange={setWall}
              width={260}
            />
          </Row>
          <Small>Without one the steps are the same, and speak of no figures.</Small>
          <Acts>
            {QUIET_KINDS.map((kind) => (
              <ButtonLink key={kind} href={hrefOf(kind)}>
                {QUIET_NAMES[kind]}
              </ButtonLink>
            ))}
          </Acts>
        </Stack>
      </Panel>
    </Page>
  );
}
