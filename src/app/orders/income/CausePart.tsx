'use client';
import { useState } from 'react';
import { ActionSheet } from '@/app/ActionSheet';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { PanelTitle, ScrollArea, Small, Stack, Table } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import type { IncomePage } from '@/studio/sales/incomePage';

/** What is promised to a cause out of what was sold, what was paid of it, and the proof. */
export function CausePart({ promised, since, payments, today }: IncomePage['cause']) {
  const { money, date, currency } = useUnits();
  const action = useAction();
  const [isPaying, setPaying] = useState(false);
  if (promised === 0 && payments.length === 0) return null;
  return (
    <Stack $gap={10}>
      <PanelTitle>
        Promised to a cause <span>each product’s share of its price that is given away</span>
      </PanelTitle>
      <p>
        {since ? `Of what was sold since ${date(since)}` : 'Of what was sold in a year'}{' '}
        <b>{money(promised)}</b> {promised > 0 ? 'are due.' : 'are due: nothing now.'}
      </p>
      {payments.length > 0 && (
        <ScrollArea>
          <Table aria-label="Payments to causes" $tight>
            <thead>
              <tr>
                <th>To</th>
                <th className="n">Sum, {currency}</th>
                <th>For what was sold until</th>
                <th>Paid</th>
                <th>Proof</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {payments.map((payment) => (
                <tr key={payment.id}>
                  <th scope="row">{payment.cause}</th>
                  <td className="n">{money(payment.sum)}</td>
                  <td>{date(payment.until)}</td>
                  <td>{date(payment.paidOn)}</td>
                  <td>
                    <Small>{payment.proof}</Small>
                  </td>
                  <td>
                    <Button
                      quiet
                      isDisabled={action.isPending}
                      aria-label={`The payment to ${payment.cause} was a mistake`}
                      onPress={() => void action.run('forgetCausePayment', { id: payment.id })}
                    >
                      Take back
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        </ScrollArea>
      )}
      <ErrorCallout error={action.error} fields={[]} />
      <Row>
        <Button onPress={() => setPaying(true)}>It is paid</Button>
      </Row>
      {isPaying && (
        <ActionSheet
          act="payCause"
          title="Paid to a cause"
          label="Note it"
          about="cause"
          first={{
            cause: payments[0]?.cause ?? '',
            sum: (promised || null) as number | string | null,
            until: today,
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
