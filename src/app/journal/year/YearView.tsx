'use client';
import styled from 'styled-components';
import { MonthsChart } from '@/app/orders/income/MonthsChart';
import type { RateLine } from '@/core/sales/lookBack';
import type { LookBack } from '@/studio/reports/lookBack';
import { Button, Row } from '@/ui/Button';
import { useKeys } from '@/ui/Keys';
import {
  Columns,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  ScrollArea,
  Small,
  Stack,
  Table,
} from '@/ui/Layout';
import { NavStrip } from '@/ui/NavStrip';
import { JournalNav } from '../JournalNav';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';

const Answers = styled.dl`
  display: grid;
  gap: 2px;
  dt {
    font: italic 16px/22px ${t.serif};
    margin-top: 8px;
  }
  dd {
    max-width: 90ch;
  }
`;
/** On paper the year is one page: what is only for the hand stays off it. */
const Sheet = styled.div`
  @media print {
    zoom: 0.72;
    nav,
    button {
      display: none;
    }
  }
`;

/** A year on one page: what sold and what it left, what went wrong, promises, and the questions it is asked. */
export function YearView({ back }: { back: LookBack }) {
  const { money } = useUnits();
  const { year, years, totals, promises, spoiled } = back;
  useKeys([{ key: 'p', label: 'print the year', run: () => window.print() }]);
  return (
    <Page>
      <Sheet>
        <PageHeader>
          <div>
            <PageTitle>Looking back on {year}</PageTitle>
            <Lead>
              {totals.count} sold for {money(totals.income)}, of which {money(totals.left)} stayed by
              today’s costs; {totals.printed} printed, {totals.spoiled} of them spoiled; {totals.sent}{' '}
              sent.
              {!back.isWhole && ' The year is not over.'}
            </Lead>
          </div>
          <Row>
            <Button main keyName="p" onPress={() => window.print()}>
              Print the year
            </Button>
          </Row>
        </PageHeader>
        <JournalNav />
        <NavStrip
          label="Years"
          places={[
            { href: '/journal', name: 'Journal', isHere: false },
            ...years.map((each) => ({
              href: `/journal/year?year=${each}`,
              name: each,
              isHere: each === year,
            })),
          ]}
        />
        <Columns $aside={400}>
          <Stack $gap={18}>
            <Panel>
              <MonthsChart months={back.months} />
            </Panel>
            <Panel>
              <PanelTitle>
                What the year is asked <span>from the records</span>
              </PanelTitle>
              <Answers>
                {back.answers.map(({ question, answer }) => (
                  <div key={question}>
                    <dt>{question}</dt>
                    <dd>{answer}</dd>
                  </div>
                ))}
              </Answers>
            </Panel>
          </Stack>
          <Stack $gap={22}>
            <Earned title="By work" lines={back.works} />
            <Earned title="Where it was sold" lines={back.channels} />
            <section aria-label="Promises">
              <PanelTitle>
                Promises <span>a day to leave</span>
              </PanelTitle>
              <p style={{ paddingTop: 6 }}>
                <MarkedText kind={promises.kept === promises.of ? 'holds' : 'care'}>
                  {promises.of === 0
                    ? 'No day has passed that anything was promised for.'
                    : `${promises.kept} of ${promises.of} kept.`}
                </MarkedText>
              </p>
              {promises.late.length > 0 && (
                <Small>
                  Late:{' '}
                  {promises.late
                    .slice(0, 6)
                    .map(
                      ({ number, days }) => `order ${number} by ${days} ${days === 1 ? 'day' : 'days'}`,
                    )
                    .join(', ')}
                  {promises.late.length > 6 && ` and ${promises.late.length - 6} more`}.
                </Small>
              )}
            </section>
            <Rates title="Spoiled, by paper" lines={spoiled.paper} />
            <Rates title="Spoiled, by machine" lines={spoiled.machine} />
            <Rates title="Spoiled, by route" lines={spoiled.route} />
            <Rates title="Came to grief on the way, by carrier" lines={back.returned} />
          </Stack>
        </Columns>
      </Sheet>
    </Page>
  );
}

function Earned({ title, lines }: { title: string; lines: LookBack['works'] }) {
  const { money } = useUnits();
  return (
    <section aria-label={title}>
      <PanelTitle>
        {title} <span>sold · came in · stayed</span>
      </PanelTitle>
      {lines.length === 0 ? (
        <Small>Nothing was sold.</Small>
      ) : (
        <ScrollArea>
          <Table $tight aria-label={title}>
            <tbody>
              {lines.map((line) => (
                <tr key={line.key}>
                  <th scope="row">{line.name}</th>
                  <td className="n">{line.count}</td>
                  <td className="n">{money(line.income)}</td>
                  <td className="n">{money(line.left)}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        </ScrollArea>
      )}
    </section>
  );
}

const BAR_PX = 120;

/** How often, and how sure that is: a line from what it could well be at the least to the most, a stroke where it was seen. */
function Rates({ title, lines }: { title: string; lines: readonly RateLine[] }) {
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  return (
    <section aria-label={title}>
      <PanelTitle>
        {title} <span>of how many · could well be</span>
      </PanelTitle>
      {lines.length === 0 && <Small>Nothing is recorded of it.</Small>}
      {lines.length > 0 && (
        <ScrollArea>
          <Table $tight $middle aria-label={title}>
            <tbody>
              {lines.map((line) => (
                <tr key={line.name}>
                  <th scope="row">{line.name}</th>
                  <td className="n">
                    {line.bad} of {line.of}
                  </td>
                  <td>
                    <svg
                      width={BAR_PX}
                      height="12"
                      role="img"
                      aria-label={`${percent(line.share)}, could well be ${percent(line.range[0])} to ${percent(line.range[1])}`}
                    >
                      <path d={`M0 6H${BAR_PX}`} stroke={t.hair} />
                      <path
                        d={`M${line.range[0] * BAR_PX} 6H${line.range[1] * BAR_PX}`}
                        stroke={t.ink3}
                        strokeWidth="3"
                      />
                      <path
                        d={`M${Math.min(BAR_PX - 1, line.share * BAR_PX)} 0V12`}
                        stroke={t.ink}
                        strokeWidth="2"
                      />
                    </svg>
                  </td>
                  <td className="n">
                    {percent(line.range[0])} to {percent(line.range[1])}
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        </ScrollArea>
      )}
    </section>
  );
}
