'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { EditionModel, FormatModel, PaperModel } from '@/app/models';
import { PAPER_STATES, type PaperState } from '@/core/edition/fromPaper';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Callout } from '@/ui/Callout';
import { Select } from '@/ui/Choices';
import { Check, Field, Fields } from '@/ui/Field';
import { FilePick } from '@/ui/FilePick';
import { Columns, Lead, Page, PageHeader, PageTitle, Panel, ScrollArea, Small, Table } from '@/ui/Layout';
import { MarkedText } from '@/ui/Verdict';
import { isSettled, useNotebook, type Decided } from './useNotebook';

const STATE_NAMES: Record<PaperState, string> = {
  declared: 'not printed',
  inspected: 'printed, to sign',
  signed: 'signed, in the drawer',
  delivered: 'sold',
  gifted: 'given',
  kept: 'kept',
  lost: 'lost',
  destroyed: 'destroyed',
};
const STATES = PAPER_STATES.map((key) => ({ key, name: STATE_NAMES[key] }));

/** Brings a run that was begun on paper into the register, its doubtful lines decided one by one. */
export function NotebookView({
  edition,
  title,
  formats,
  papers,
}: {
  edition: EditionModel;
  title: string;
  formats: FormatModel[];
  papers: Pick<PaperModel, 'id' | 'name'>[];
}) {
  const router = useRouter();
  const book = useNotebook(edition.id);
  const [typed, setTyped] = useState('');
  const [formatId, setFormatId] = useState(formats[0]?.id ?? '');
  const [paperId, setPaperId] = useState(papers[0]?.id ?? '');
  const isReady =
    book.lines !== null && book.open.length === 0 && book.twice === null && book.taken.length > 0;
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>From a notebook</PageTitle>
          <Lead>
            {title}, run of {edition.size}. What was kept on paper goes into the register line by line;
            each line says where it comes from.
          </Lead>
        </div>
      </PageHeader>
      <Columns $aside={340}>
        <Panel>
          {book.lines === null ? (
            <>
              <FilePick
                label="A table, as CSV"
                accept=".csv,.txt,text/csv,text/plain"
                onFile={(file) => void file?.text().then(book.read)}
              />
              <p style={{ margin: '12px 0 4px' }}>Or type it, a number a line:</p>
              <Field
                label="The notebook"
                value={typed}
                onChange={setTyped}
                lines={8}
                placeholder={'number,state,buyer,date\n1,sold,Ane Morvik,2024-05-17\n2,signed,,'}
              />
              <Row style={{ marginTop: 12 }}>
                <Button main isDisabled={!typed.trim()} onPress={() => void book.read(typed)}>
                  Read it
                </Button>
              </Row>
              <ErrorCallout error={book.error} />
            </>
          ) : (
            <>
              <p role="status" style={{ marginBottom: 10 }}>
                {book.open.length > 0 ? (
                  <MarkedText kind="care">
                    {book.open.length} of {book.lines.length} lines are doubtful: decide each, or leave it
                    out.
                  </MarkedText>
                ) : book.twice !== null ? (
                  <MarkedText kind="fails">
                    Number {book.twice} stands there twice: leave one out.
                  </MarkedText>
                ) : (
                  <MarkedText kind="holds">{book.taken.length} lines are clear.</MarkedText>
                )}
              </p>
              <Lines lines={book.lines} decide={book.decide} />
              <div style={{ height: 16 }} />
              <Fields>
                <Select
                  label="All of this size"
                  value={formatId}
                  onChange={setFormatId}
                  options={formats.map((format) => ({ key: format.id, name: format.name }))}
                />
                <Select
                  label="On this paper"
                  value={paperId}
                  onChange={setPaperId}
                  options={papers.map((paper) => ({ key: paper.id, name: paper.name }))}
                />
              </Fields>
              <ErrorCallout error={book.action.error} />
              <Row style={{ marginTop: 12 }}>
                <Button
                  main
                  isDisabled={!isReady || book.action.isPending}
                  onPress={() =>
                    void book.keep(formatId, paperId).then((kept) => {
                      if (kept) router.push(`/register/${edition.id}`);
                    })
                  }
                >
                  Bring {book.taken.length} over
                </Button>
              </Row>
            </>
          )}
        </Panel>
        <Callout>
          <h3>What comes over</h3>
          Number, what became of it, who has it and the day. Sizes and paper are put together from what is
          so today, and marked as that. Names stand beside the register, not in it. Lines once brought
          over stay: this is not taken back.
        </Callout>
      </Columns>
    </Page>
  );
}

function Lines({
  lines,
  decide,
}: {
  lines: readonly Decided[];
  decide: (line: number, change: Partial<Decided>) => void;
}) {
  return (
    <ScrollArea>
      <Table aria-label="Lines of the notebook" $middle>
        <thead>
          <tr>
            <th className="n">Line</th>
            <th>Number</th>
            <th>What became of it</th>
            <th>Who</th>
            <th>Day</th>
            <th>Doubts</th>
            <th>Leave out</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.line} style={line.isLeftOut ? { textDecoration: 'line-through' } : undefined}>
              <td className="n">{line.line}</td>
              <td>
                <Field
                  label={`Number of line ${line.line}`}
                  hideLabel
                  width={70}
                  value={line.number === null ? '' : String(line.number)}
                  onChange={(text) =>
                    decide(line.line, { number: /^\d{1,5}$/.test(text.trim()) ? Number(text) : null })
                  }
                />
              </td>
              <td>
                <Select
                  label={`State of line ${line.line}`}
                  hideLabel
                  value={line.state ?? ''}
                  onChange={(state) => decide(line.line, { state: state as PaperState })}
                  options={line.state === null ? [{ key: '', name: 'say which' }, ...STATES] : STATES}
                />
              </td>
              <td>{line.buyer}</td>
              <td>{line.on}</td>
              <td>
                {line.doubts.map((doubt) => (
                  <div key={doubt}>
                    <MarkedText kind={isSettled(line) ? 'none' : 'care'}>{doubt}</MarkedText>
                  </div>
                ))}
                {!isSettled(line) && line.number !== null && line.state !== null && (
                  <Button quiet onPress={() => decide(line.line, {})}>
                    It is right as it stands
                  </Button>
                )}
                {line.doubts.length === 0 && <Small>none</Small>}
              </td>
              <td>
                <Check
                  checked={line.isLeftOut}
                  onChange={(isLeftOut) => decide(line.line, { isLeftOut })}
                >
                  <span className="visually-hidden">Leave out line {line.line}</span>
                </Check>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </ScrollArea>
  );
}
