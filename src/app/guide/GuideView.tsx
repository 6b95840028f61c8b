'use client';
import styled from 'styled-components';
import { sayWay, type WayStep } from '@/core/guide/way';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { IntakeZone } from '@/ui/Intake';
import { Lead, Page, PageHeader, PageTitle, Panel, PanelTitle, Small, WorkTitle } from '@/ui/Layout';
import { StepNumber } from '@/ui/StepNumber';
import { narrow, t } from '@/ui/tokens';
import { useFollowing } from './useFollowing';

type Props = { work: { id: string; title: string } | null; steps: WayStep[]; isFollowed: boolean };

/** From a picture to a parcel that has gone: each step as the records have it, and where it is done. */
export function GuideView({ work, steps, isFollowed }: Props) {
  const follow = useFollowing();
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>The whole way</PageTitle>
          <Lead>
            {work ? (
              <>
                One work from its picture to a parcel that has gone: <WorkTitle>{work.title}</WorkTitle>.{' '}
                {sayWay(steps)}
              </>
            ) : (
              'One work from its picture to a parcel that has gone. It begins with a picture.'
            )}
          </Lead>
        </div>
        {work && (
          <Row>
            {isFollowed ? (
              <Button onPress={() => follow(null)}>No longer over every page</Button>
            ) : (
              <Button main onPress={() => follow(work.id)}>
                Keep the next step over every page
              </Button>
            )}
          </Row>
        )}
      </PageHeader>
      <Panel>
        <PanelTitle>
          Steps <span>as the records have them now; nothing is ticked by hand</span>
        </PanelTitle>
        <Steps aria-label="Steps of the whole way">
          {steps.map((step, i) => (
            <Step key={step.key} step={step} number={i + 1} hasWork={work !== null} />
          ))}
        </Steps>
      </Panel>
    </Page>
  );
}

function Step({ step, number, hasWork }: { step: WayStep; number: number; hasWork: boolean }) {
  const { key, name, why, says, state, href } = step;
  return (
    <li aria-current={state === 'next' ? 'step' : undefined}>
      <StepNumber number={number} isDone={state === 'done'} />
      <div>
        <strong>{name}</strong>
        {state === 'done' && <span className="visually-hidden">, done</span>}
        <br />
        <Small>{why}</Small>
      </div>
      <p>{says}</p>
      <div className="act">
        {key === 'picture' && !hasWork ? (
          <IntakeZone workId={null} label="Bring a picture in" openWork />
        ) : (
          <ButtonLink href={href} main={state === 'next'} quiet={state !== 'next'}>
            {state === 'done' ? 'Look at it' : 'Go there'}
          </ButtonLink>
        )}
      </div>
    </li>
  );
}

const Steps = styled.ol`
  li {
    display: grid;
    grid-template-columns: 30px minmax(0, 3fr) minmax(0, 2fr) 120px;
    gap: 16px;
    align-items: center;
    padding: 9px 0 9px 12px;
    border-bottom: 1px solid ${t.hair};
  }
  li[aria-current] {
    box-shadow: inset 3px 0 0 ${t.ink};
  }
  .act {
    text-align: right;
  }
  ${narrow} {
    li {
      grid-template-columns: 30px minmax(0, 1fr);
    }
    p,
    .act {
      grid-column: 2;
      text-align: left;
    }
  }
`;
