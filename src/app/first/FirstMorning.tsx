import Link from 'next/link';
import { PracticePart } from '../PracticePart';
import type { FirstSteps } from '@/store/firstSteps';
import { ButtonLink } from '@/ui/Button';
import { IntakeZone } from '@/ui/Intake';
import { Lead, Page, PageHeader, PageTitle, Panel, PanelTitle, Small, Stack } from '@/ui/Layout';
import { StepNumber } from '@/ui/StepNumber';
import { Steps } from './Steps';
import { WhoAndWhat, type Who } from './WhoAndWhat';

/** A studio's first ten minutes: who it is, what it has, and the way to the first size with a price. Every step can be left out. */
export function FirstMorning({
  kept,
  hasBegun,
  steps,
}: {
  kept: Who;
  hasBegun: boolean;
  steps: FirstSteps;
}) {
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>First morning</PageTitle>
          <Lead>
            Ten minutes to the first size with a price. Each step can be left out and done later; nothing
            is taken for known that you did not say.
          </Lead>
        </div>
        <ButtonLink href="/" quiet>
          To the bench
        </ButtonLink>
      </PageHeader>
      <Stack $gap={20}>
        <WhoAndWhat kept={kept} hasBegun={hasBegun} />
        <Panel>
          <PanelTitle>
            The way to a price <span>about five minutes</span>
          </PanelTitle>
          <Way steps={steps} />
          <p style={{ marginTop: 12 }}>
            <Link href="/guide" prefetch={false}>
              The whole way, from a picture to a parcel that has gone
            </Link>
          </p>
        </Panel>
        <Panel>
          <PracticePart />
        </Panel>
      </Stack>
    </Page>
  );
}

/** What stands between an empty studio and a size with a price. */
function Way({ steps: { workId, hasPicture, hasSize, hasPrice } }: { steps: FirstSteps }) {
  const station = (name: string) => (workId ? `/works/${workId}/${name}` : null);
  return (
    <Steps>
      <Step number={1} isDone={hasPicture} name="Bring the first picture in">
        {hasPicture ? (
          <Small>it is here</Small>
        ) : (
          <IntakeZone workId={null} label="Bring a picture in" openWork />
        )}
      </Step>
      <Step number={2} isDone={hasSize} name="See which sizes its pixels hold, and offer one">
        <Go href={station('sizes')} isDone={hasSize} isNext={hasPicture && !hasSize} label="Its sizes" />
      </Step>
      <Step number={3} isDone={hasPrice} name="Work out what it costs, and give it a price">
        <Go
          href={hasSize ? station('price') : null}
          isDone={hasPrice}
          isNext={hasSize && !hasPrice}
          label="Its price"
        />
      </Step>
    </Steps>
  );
}

function Step({
  number,
  isDone,
  name,
  children,
}: {
  number: number;
  isDone: boolean;
  name: string;
  children: React.ReactNode;
}) {
  return (
    <li>
      <StepNumber number={number} isDone={isDone} />
      <span>
        {name}
        {isDone && <span className="visually-hidden">, done</span>}
      </span>
      <div>{children}</div>
    </li>
  );
}

function Go({
  href,
  isDone,
  isNext,
  label,
}: {
  href: string | null;
  isDone: boolean;
  isNext: boolean;
  label: string;
}) {
  if (!href) return <Small>after the step before</Small>;
  return (
    <ButtonLink href={href} main={isNext} quiet={isDone}>
      {label}
    </ButtonLink>
  );
}
