'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import styled from 'styled-components';
import { resultSays, type PrintRun } from '@/core/edition/printLog';
import { inGroups } from '@/core/groups';
import { ButtonLink } from '@/ui/Button';
import { WorkFinder } from '@/app/WorkFinder';
import type { WorkPick } from '@/studio/works/workPicks';
import {
  EmptyState,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  Small,
  Thumbnail,
  WorkTitle,
} from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { JournalNav } from '../JournalNav';

export type LoggedRun = PrintRun & { picture: string | null; isOpen: boolean };

const Day = styled.section`
  h2 {
    padding: 18px 0 6px;
    color: ${t.ink2};
    font-size: 12px;
    font-weight: 400;
    border-bottom: 1px solid ${t.line};
  }
`;
const Run = styled.article`
  display: grid;
  grid-template-columns: 72px minmax(0, 1.2fr) minmax(0, 1.4fr) 190px 130px;
  gap: 4px 16px;
  align-items: start;
  padding: 10px 0;
  border-bottom: 1px solid ${t.hair};
  overflow-wrap: anywhere;
  ${narrow} {
    grid-template-columns: 72px minmax(0, 1fr);
    > :nth-child(n + 3) {
      grid-column: 1 / -1;
    }
  }
`;

/** What was printed when, how, with which result; and the way to do it again. */
export function PrintLogView({
  runs,
  works,
  workId,
  older,
}: {
  runs: LoggedRun[];
  /** The first to choose from, and the one that is chosen. */
  works: WorkPick[];
  workId: string | null;
  /** The line of the register before which there is more. */
  older: number | null;
}) {
  const { day } = useUnits();
  const router = useRouter();
  const hrefOf = (query: Record<string, string>) => `/journal/prints?${new URLSearchParams(query)}`;
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Print log</PageTitle>
          <Lead>
            What was printed when and how, as the register has it, and what came of it: a good result can
            be done again as it was.
          </Lead>
        </div>
        <WorkFinder
          label="Of which work"
          width={260}
          value={workId ?? ''}
          works={works}
          none="of all works"
          onChange={(work) => router.push(hrefOf(work ? { work } : {}))}
        />
      </PageHeader>
      <JournalNav />
      <Panel>
        {runs.length === 0 && (
          <EmptyState title="Nothing printed yet">
            <p>
              Prints recorded in an edition, or out of the print queue, stand here with paper, machine,
              file and what came of each.
            </p>
          </EmptyState>
        )}
        {inGroups(runs, ({ at }) => day(at)).map(({ key, items }) => (
          <Day key={key}>
            <h2>{key}</h2>
            {items.map((run) => (
              <OneRun key={run.key} run={run} />
            ))}
          </Day>
        ))}
        {older !== null && (
          <p style={{ paddingTop: 14 }}>
            <Link
              href={hrefOf({ before: String(older), ...(workId && { work: workId }) })}
              prefetch={false}
            >
              Older prints
            </Link>
          </p>
        )}
      </Panel>
    </Page>
  );
}

function OneRun({ run }: { run: LoggedRun }) {
  const { time } = useUnits();
  const count = run.numbers.length;
  const again = new URLSearchParams({
    do: 'print',
    ...(run.formatId && { format: run.formatId }),
    ...(run.paperId && { paper: run.paperId }),
  });
  return (
    <Run aria-label={`${run.title}, ${run.format}`}>
      <Thumbnail $w={72} $h={52}>
        {run.picture && <img src={`/api/pictures/${run.picture}/thumb`} alt="" loading="lazy" />}
      </Thumbnail>
      <div>
        <Link href={`/register/${run.editionId}`} prefetch={false}>
          <WorkTitle>{run.title}</WorkTitle>
        </Link>
        <br />
        {run.format || 'size not recorded'}
        <br />
        <Small>
          {time(run.at)}, {run.who}
        </Small>
      </div>
      <div>
        {run.paper || 'paper not recorded'}
        <br />
        <Small>{run.how.join(' · ') || 'how it was made is not recorded'}</Small>
        {run.override && (
          <>
            <br />
            <MarkedText kind="care">
              <Small>printed all the same: {run.override}</Small>
            </MarkedText>
          </>
        )}
      </div>
      <div>
        <MarkedText kind={run.result.spoiled ? 'care' : run.result.open ? 'none' : 'holds'}>
          {resultSays(run.result)}
        </MarkedText>
        <br />
        <Small>
          {count <= 3
            ? run.numbers.join(', ')
            : `${run.numbers[0]} to ${run.numbers.at(-1)}, ${count} prints`}
        </Small>
      </div>
      <div>
        {run.isOpen ? (
          <ButtonLink
            href={`/register/${run.editionId}?${again}`}
            aria-label={`Do it again: ${run.title}, ${run.format}`}
          >
            Do it again
          </ButtonLink>
        ) : (
          <Small>its edition is closed</Small>
        )}
      </div>
    </Run>
  );
}
