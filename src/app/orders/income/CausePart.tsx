'use client';
import { useState } from 'react';
import { ActionSheet } from '@/app/ActionSheet';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { DataTable, figureColumn, type Column } from '@/ui/DataTable';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { CAUSE_PERIODS, type CausePeriod } from '@/core/sales/cause';
import type { IncomePage } from '@/studio/sales/incomePage';

/** What is promised to a cause out of what was sold, what was paid of it, and the proof. */
export function CausePart({ promised, since, payments, today, terms, due }: IncomePage['cause']) {
  const { money, date, currency } = useUnits();
  const action = useAction();
  // The first span that is over is what is paid next; else all there is.
  const owed = due.find(({ isRunning }) => !isRunning);
  const [isPaying, setPaying] = useState(false);
  const [isAgreeing, setAgreeing] = useState(false);
  const columns: readonly Column<IncomePage['cause']['payments'][number]>[] = [
    { key: 'cause', head: 'To', cell: (each) => each.cause, by: (each) => each.cause, isName: true },
    figureColumn('sum', `Sum, ${currency}`, (each) => each.sum, money),
    {
      key: 'until',
      head: 'For what was sold until',
      cell: (each) => date(each.until),
      by: (each) => each.until,
    },
    { key: 'paid', head: 'Paid', cell: (each) => date(each.paidOn), by: (each) => each.paidOn },
    { key: 'proof', head: 'Proof', cell: (each) => <Small>{each.proof}</Small> },
    {
      key: 'acts',
      head: 'What to do',
      cell: (each) => (
        <Button
          quiet
          isDisabled={action.isPending}
          aria-label={`The payment to ${each.cause} was a mistake`}
          onPress={() => void action.run('forgetCausePayment', { id: each.id })}
        >
          Take back
        </Button>
      ),
      isUnheaded: true,
    },
  ];
  if (promised === 0 && payments.length === 0 && !terms) return null;
  return (
    <Stack $gap={10}>
      <PanelTitle>
        Promised to a cause <span>each product’s share of its price that is given away</span>
      </PanelTitle>
      <p>
        {since ? `Of what was sold since ${date(since)}` : 'Of what was sold in a year'}{' '}
        <b>{money(promised)}</b> {promised > 0 ? 'are due.' : 'are due: nothing now.'}
      </p>
      {terms ? (
        <Dues terms={terms} due={due} />
      ) : (
        <Small>Nobody has said by when it is paid: say it, and each span has its day.</Small>
      )}
      {payments.length > 0 && (
        <DataTable
          label="Payments to causes"
          rows={payments}
          columns={columns}
          keyOf={(payment) => payment.id}
          isTight
        />
      )}
      <ErrorCallout error={action.error} fields={[]} />
      <Row>
        <Button onPress={() => setPaying(true)}>It is paid</Button>
        <Button quiet onPress={() => setAgreeing(true)}>
          What was agreed
        </Button>
      </Row>
      {isAgreeing && <TermsSheet terms={terms} onClose={() => setAgreeing(false)} />}
      {isPaying && (
        <ActionSheet
          act="payCause"
          title="Paid to a cause"
          label="Note it"
          about="cause"
          first={{
            cause: terms?.name ?? payments[0]?.cause ?? '',
            sum: (owed?.sum ?? (promised || null)) as number | string | null,
            until: owed?.until ?? today,
            paidOn: today,
            proof: '',
          }}
          asks={[
            { kind: 'text', name: 'cause', label: 'To whom', required: true },
            { kind: 'money', name: 'sum', label: `Sum, ${currency}`, required: true },
            { kind: 'day', name: 'until', label: 'For what was sold until', required: true },
            { kind: 'day', name: 'paidOn', label: 'Paid on' },
            {
              kind: 'text',
              name: 'proof',
              label: 'Proof',
              required: true,
              hint: 'the receipt’s number, where it lies',
            },
          ]}
          input={({ sum, paidOn, ...values }) => ({ ...values, sum: sum ?? '', paidOn: paidOn || null })}
          onClose={() => setPaying(false)}
        />
      )}
    </Stack>
  );
}

type Cause = IncomePage['cause'];

/** Each span that owes something, and the day by which it is paid. */
function Dues({ terms, due }: { terms: NonNullable<Cause['terms']>; due: Cause['due'] }) {
  const { money, date } = useUnits();
  return (
    <ul aria-label="When it is due">
      {due.length === 0 && <li>Nothing is owed to {terms.name}.</li>}
      {due.map((each) => {
        const span = `${money(each.sum)} for ${date(each.from)} to ${date(each.until)}`;
        if (each.isRunning)
          return (
            <li key={each.from}>
              {span} so far; due by {date(each.dueOn)}
            </li>
          );
        return (
          <li key={each.from}>
            {each.late > 0 ? (
              <MarkedText kind="fails">
                {span}: due {date(each.dueOn)}, {each.late} {each.late === 1 ? 'day' : 'days'} late
              </MarkedText>
            ) : (
              <MarkedText kind="care">
                {span}: due by {date(each.dueOn)}
              </MarkedText>
            )}
          </li>
        );
      })}
    </ul>
  );
}

function TermsSheet({ terms, onClose }: { terms: Cause['terms']; onClose: () => void }) {
  return (
    <ActionSheet
      act="setCauseTerms"
      title="What was agreed with the cause"
      label="Keep it"
      about="cause terms"
      first={{
        name: terms?.name ?? '',
        every: (terms?.every ?? 'quarter') as CausePeriod,
        withinDays: (terms?.withinDays ?? 30) as number | string | null,
      }}
      asks={[
        { kind: 'text', name: 'name', label: 'Who gets it', hint: 'empty: no cause any more' },
        { kind: 'choice', name: 'every', label: 'Reckoned by the', options: CAUSE_PERIODS },
        { kind: 'whole', name: 'withinDays', label: 'Paid within, days after it is over' },
      ]}
      input={({ name, every, withinDays }) => ({
        terms: name.trim() ? { name: name.trim(), every, withinDays: Number(withinDays ?? 0) } : null,
      })}
      onClose={onClose}
    />
  );
}
