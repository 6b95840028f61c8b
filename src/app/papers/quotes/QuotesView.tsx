'use client';
import { EvidenceStrip } from '@/app/EvidenceStrip';
import type { Evidence } from '@/core/notes';
import { daysBetween } from '@/core/measure/day';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { QuoteModel, SentJobModel } from '@/app/models';
import type { Compared } from '@/studio/routes/routes';
import { ProductCosts } from '@/app/ProductCosts';
import type { ShownCost } from '@/studio/prices/shownCosts';
import { useAction } from '@/app/useAction';
import { useAskedChoices } from '@/app/useAskedChoices';
import type { SizePick } from '@/studio/formats/sizePicks';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Finder } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import {
  EmptyState,
  PageHeader,
  Lead,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Stack,
  Page,
} from '@/ui/Layout';
import { Working } from '@/ui/Callout';
import { FormDialog, DialogActions } from '@/ui/FormDialog';
import { DataTable, type Column } from '@/ui/DataTable';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { PapersNav } from '../PapersNav';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { useKeptSheet } from '@/ui/form/useKeptValues';

type Props = {
  /** Sizes to choose from, the first of them and the one that is open. */
  offered: SizePick[];
  chosen: string | null;
  quantity: number;
  rows: Compared[];
  /** What the products of the size cost as they are made today. */
  costs: ShownCost[];
  kept: QuoteModel[];
  sent: SentJobModel[];
  routes: { id: string; name: string }[];
  today: string;
  /** Photographs of what came back, by the job. */
  pictures: Record<string, Evidence[]>;
};
const OLD_QUOTE_DAYS = 90;

/** Who else could print a size, all in, and what would be given up; quotes kept, and work that is out. */
export function QuotesView(props: Props) {
  const { offered, chosen, quantity, rows, costs, kept, sent, routes, today, pictures } = props;
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Compare routes</PageTitle>
          <Lead>
            One size, one quantity: each price all in, days, what the file must be, and what is out of
            your hands.
          </Lead>
        </div>
      </PageHeader>
      <PapersNav />
      <Panel>
        {chosen ? (
          <Compare
            offered={offered}
            chosen={chosen}
            quantity={quantity}
            rows={rows}
            costs={costs}
            today={today}
          />
        ) : (
          <EmptyState title="No size is offered yet">
            <p>Offer a size of a work; every route is then priced for it here.</p>
          </EmptyState>
        )}
      </Panel>
      <KeptQuotes kept={kept} today={today} />
      <SentOut sent={sent} routes={routes} today={today} pictures={pictures} />
    </Page>
  );
}

function Compare({
  offered,
  chosen,
  quantity,
  rows,
  costs,
  today,
}: Pick<Props, 'offered' | 'quantity' | 'rows' | 'costs' | 'today'> & { chosen: string }) {
  const action = useAction();
  const { money } = useUnits();
  const columns: Column<Compared>[] = [
    {
      key: 'route',
      head: 'Route',
      isName: true,
      by: ({ route }) => route.name,
      cell: ({ route }) => (
        <>
          <Link href={`/papers/route/${route.id}`}>{route.name}</Link>
          <br />
          <Small style={{ fontWeight: 400 }}>
            {route.kind}, {route.process}
          </Small>
        </>
      ),
    },
    {
      key: 'each',
      head: 'Each',
      isFigure: true,
      by: ({ quote }) => quote?.each,
      cell: ({ quote }) =>
        quote && (
          <>
            {money(quote.each)}
            <br />
            <Small>{quote.way}</Small>
          </>
        ),
    },
    {
      key: 'all in',
      head: 'All in',
      isFigure: true,
      by: ({ quote }) => quote?.total,
      cell: ({ quote, route }) =>
        quote ? (
          <AllIn quote={quote} quantity={quantity} routeName={route.name} />
        ) : (
          <MarkedText kind="fails">does not print this size</MarkedText>
        ),
    },
    {
      key: 'a print',
      head: 'A print',
      isFigure: true,
      by: ({ quote }) => quote?.perPrint,
      cell: ({ quote }) => quote && money(quote.perPrint),
    },
    {
      key: 'break',
      head: 'Next break',
      cell: ({ quote }) =>
        quote?.nextBreak && (
          <Small>
            from {quote.nextBreak.from}: {money(quote.nextBreak.total)} in all,{' '}
            {money(quote.nextBreak.marginal)} for each more
          </Small>
        ),
    },
    {
      key: 'days',
      head: 'Days',
      isFigure: true,
      by: ({ route }) => route.leadDays,
      cell: ({ route }) => route.leadDays,
    },
    {
      key: 'file',
      head: 'Of the file',
      by: ({ ppi }) => ppi,
      cell: ({ pixels, ppi, route }) => (
        <Small>
          {pixels.width} × {pixels.height} px at {ppi} ppi, {route.space}, {route.fileKinds}
        </Small>
      ),
    },
    {
      key: 'loses',
      head: 'Given up',
      by: ({ loses }) => loses.length,
      cell: (row) => <GivenUp row={row} />,
    },
    {
      key: 'acts',
      head: 'What to do',
      isUnheaded: true,
      cell: ({ route, quote }) =>
        quote && (
          <>
            <Button
              quiet
              onPress={() =>
                void action.run('keepQuote', { routeId: route.id, formatId: chosen, quantity })
              }
              isDisabled={action.isPending}
              aria-label={`Keep the quote of ${route.name}`}
            >
              Keep
            </Button>
            {route.kind !== 'own printer' && (
              <Button
                quiet
                onPress={() =>
                  void action.run('sendOut', {
                    routeId: route.id,
                    lines: [{ formatId: chosen, quantity }],
                    sentOn: today,
                    expectedOn: null,
                  })
                }
                isDisabled={action.isPending}
                aria-label={`Sent to ${route.name}`}
              >
                Sent out
              </Button>
            )}
          </>
        ),
    },
  ];
  return (
    <>
      <Question offered={offered} chosen={chosen} quantity={quantity} />
      <ProductCosts costs={costs} />
      <DataTable
        label="Routes for this size"
        rows={rows}
        columns={columns}
        keyOf={({ route }) => route.id}
      />
      <ErrorCallout error={action.error} />
    </>
  );
}

const idOf = ({ id }: SizePick): string => id;

/** Which size, and how many of it. */
function Question({
  offered,
  chosen,
  quantity,
}: Pick<Props, 'offered' | 'quantity'> & { chosen: string }) {
  const router = useRouter();
  const { size } = useUnits();
  const { choices, search } = useAskedChoices('/api/formats/find', offered, idOf);
  const [count, setCount] = useState(String(quantity));
  const isCount = /^\s*[1-9]\d*\s*$/.test(count);
  const ask = (id: string) =>
    router.replace(`/papers/quotes?size=${id}&n=${isCount ? count.trim() : quantity}`);
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        ask(chosen);
      }}
    >
      <Row style={{ alignItems: 'end', paddingBottom: 12 }}>
        <Finder
          label="Prints of"
          value={chosen}
          onChange={ask}
          onSearch={search}
          width={380}
          options={choices.map((o) => ({ key: o.id, name: `${o.title}, ${size(o)}` }))}
        />
        <Field
          label="How many"
          value={count}
          onChange={setCount}
          width={90}
          wrong={isCount ? null : 'Expected a whole number.'}
        />
        <Button type="submit">Price them</Button>
      </Row>
    </form>
  );
}

function GivenUp({ row: { route, loses, old } }: { row: Compared }) {
  const { date } = useUnits();
  return (
    <>
      <Small>{loses.join('; ') || 'nothing'}</Small>
      {old && (
        <>
          <br />
          <MarkedText kind="care">prices read {date(route.readOn)}: old, ask again</MarkedText>
        </>
      )}
    </>
  );
}

function AllIn({
  quote,
  quantity,
  routeName,
}: {
  quote: NonNullable<Compared['quote']>;
  quantity: number;
  routeName: string;
}) {
  const { money } = useUnits();
  return (
    <Working
      working={{
        title: `${quantity} at ${routeName}`,
        steps: [
          {
            sum: `${quantity} × ${money(quote.each)}, set-up and minimum counted`,
            result: money(quote.prints),
          },
          { sum: 'carriage', result: quote.carriage ? money(quote.carriage) : 'free' },
        ],
        notes: [quote.says + '.'],
        source: 'Price at its quantity break, or by area; all in.',
      }}
    >
      <strong>{money(quote.total)}</strong>
    </Working>
  );
}

function KeptQuotes({ kept, today }: Pick<Props, 'kept' | 'today'>) {
  const { date } = useUnits();
  const action = useAction();
  const isOld = (day: string) => daysBetween(day, today) > OLD_QUOTE_DAYS;
  return (
    <Panel style={{ marginTop: 18 }}>
      <PanelTitle>
        Quotes kept for this size <span>{kept.length}</span>
      </PanelTitle>
      <Stack $gap={4} style={{ paddingTop: 6 }}>
        {kept.length === 0 && <Small>None. A price that is kept shows later what it was.</Small>}
        {kept.map((quote) => (
          <div key={quote.id}>
            <MarkedText kind={isOld(quote.keptOn) ? 'care' : 'none'}>
              {quote.says}, kept {date(quote.keptOn)}
              {isOld(quote.keptOn) && ': old, ask again'}
            </MarkedText>{' '}
            <Button
              quiet
              onPress={() => void action.run('dropQuote', { id: quote.id })}
              aria-label={`Drop ${quote.says}`}
            >
              Drop
            </Button>
          </div>
        ))}
        <ErrorCallout error={action.error} />
      </Stack>
    </Panel>
  );
}

function SentOut({
  sent,
  routes,
  today,
  pictures,
}: Pick<Props, 'sent' | 'routes' | 'today' | 'pictures'>) {
  const [back, setBack] = useState<SentJobModel | null>(null);
  const out = sent.filter((job) => !job.backOn);
  return (
    <Panel style={{ marginTop: 18 }}>
      <PanelTitle>
        Out to be printed <span>{out.length}</span>
      </PanelTitle>
      <Stack $gap={6} style={{ paddingTop: 6 }}>
        {sent.length === 0 && <Small>Nothing has been sent out yet.</Small>}
        {sent.map((job) => (
          <SentLine
            key={job.id}
            job={job}
            routeName={routes.find((r) => r.id === job.routeId)?.name ?? ''}
            today={today}
            pictures={pictures[job.id] ?? []}
            onBack={() => setBack(job)}
          />
        ))}
      </Stack>
      {back && <BackSheet job={back} today={today} onClose={() => setBack(null)} />}
    </Panel>
  );
}

function SentLine({
  job,
  routeName,
  today,
  pictures,
  onBack,
}: {
  pictures: readonly Evidence[];
  job: SentJobModel;
  routeName: string;
  today: string;
  onBack: () => void;
}) {
  const { money, date } = useUnits();
  const { kind, says } = whereItIs(job, today, date);
  return (
    <div>
      <MarkedText kind={kind}>
        {job.lines.map((l) => `${l.quantity} × ${l.says}`).join('; ')} at {routeName},{' '}
        {money(job.totalMinor)}, sent {date(job.sentOn)}; {says}.
      </MarkedText>{' '}
      <a href={`/api/documents/job-sheet/${job.id}`} target="_blank" rel="noreferrer">
        Its job sheet, PDF
      </a>{' '}
      {!job.backOn && (
        <Button quiet onPress={onBack}>
          It came back
        </Button>
      )}
      {job.backOn && (
        <EvidenceStrip
          subject="sent job"
          subjectId={job.id}
          about={`what came back from ${routeName}`}
          pictures={pictures}
        />
      )}
    </div>
  );
}

function whereItIs(
  job: SentJobModel,
  today: string,
  date: (day: string) => string,
): { kind: 'holds' | 'fails' | 'none'; says: string } {
  if (job.backOn) return { kind: 'holds', says: `back ${date(job.backOn)}: ${job.inspection}` };
  if (job.expectedOn < today)
    return { kind: 'fails', says: `expected ${date(job.expectedOn)}: late, ask` };
  return { kind: 'none', says: `expected ${date(job.expectedOn)}` };
}

function BackSheet({ job, today, onClose }: { job: SentJobModel; today: string; onClose: () => void }) {
  const action = useAction();
  const [f, setF] = useState({ backOn: today, inspection: '' });
  const kept = useKeptSheet(`cameBack:${job.id}`, f, setF, onClose);
  const save = async () => {
    if (await action.run('cameBack', { id: job.id, ...f })) kept.close();
  };
  return (
    <FormDialog title="It came back" isOpen isWritten={kept.isWritten} onClose={kept.close}>
      <DraftSlip {...kept.slip} />
      <Fields $columns="1fr 1fr">
        <Field
          label="On"
          value={f.backOn}
          onChange={(backOn) => setF({ ...f, backOn })}
          type="date"
          wrong={action.fieldError('backOn')}
        />
        <Field
          label="What the inspection found"
          value={f.inspection}
          onChange={(inspection) => setF({ ...f, inspection })}
          hint="size, corners, banding, colour; who bears damage"
          autoFocus
          wrong={action.fieldError('inspection')}
        />
      </Fields>
      <ErrorCallout error={action.error} fields={['backOn', 'inspection']} />
      <DialogActions
        label="Note it"
        busy={action.isPending}
        onDo={() => void save()}
        onClose={kept.close}
      />
    </FormDialog>
  );
}
