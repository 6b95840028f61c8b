'use client';
import type { SupplierModel } from '@/app/models';
import { useState } from 'react';
import { wholeOrTyped } from '@/core/measure';
import { inGroups } from '@/core/groups';
import type { OrderLine as OrderRecord } from '@/studio/papers/papers';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Field, Fields } from '@/ui/Field';
import {
  EmptyState,
  PageHeader,
  Lead,
  PageTitle,
  ScrollArea,
  Panel,
  PanelTitle,
  Small,
  Table,
  Page,
} from '@/ui/Layout';
import { FormDialog, DialogActions } from '@/ui/Callout';
import { useUnits } from '@/ui/Units';
import { PapersNav } from '../PapersNav';

type OrderLine = Omit<OrderRecord, 'supplier'> & { supplier: SupplierModel | null };

/** What is at its reorder point, by supplier, and who the suppliers are. */
export function OrderView({ lines, suppliers }: { lines: OrderLine[]; suppliers: SupplierModel[] }) {
  const { money } = useUnits();
  const [open, setOpen] = useState<SupplierModel | 'new' | null>(null);
  const groups = inGroups(lines, (l) => l.supplier?.name ?? 'No supplier on record');
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>To order</PageTitle>
          <Lead>
            Papers that fall to their reorder point before a delivery could come, and supplies at theirs.
          </Lead>
        </div>
        {lines.length > 0 && (
          <Row>
            <ButtonLink href="/api/export/to-order.csv">CSV</ButtonLink>
            <ButtonLink href="/api/documents/to-order/now" target="_blank">
              PDF
            </ButtonLink>
          </Row>
        )}
      </PageHeader>
      <PapersNav />
      <Panel>
        {lines.length === 0 ? (
          <EmptyState title="Nothing has to be ordered">
            <p>
              Every paper lasts past its delivery at the present rate, and no supply is at its reorder
              point.
            </p>
          </EmptyState>
        ) : (
          <ScrollArea>
            <Table aria-label="To order">
              <thead>
                <tr>
                  <th>What</th>
                  <th className="n">How much</th>
                  <th>Why</th>
                  <th>By</th>
                  <th className="n">About</th>
                </tr>
              </thead>
              <tbody>
                {groups.map(({ key, items }) => [
                  <tr key={key} className="group">
                    <td colSpan={5}>
                      {key}
                      {items[0]!.supplier &&
                        `, ${items[0]!.supplier.deliveryDays} days; about ${money(items.reduce((a, l) => a + l.costMinor, 0))} in all${items[0]!.supplier.freeFromMinor !== null && items.reduce((a, l) => a + l.costMinor, 0) < items[0]!.supplier.freeFromMinor ? `, carriage is free from ${money(items[0]!.supplier.freeFromMinor)}` : ''}`}
                    </td>
                  </tr>,
                  ...items.map((l) => (
                    <tr key={l.what}>
                      <th scope="row">{l.what}</th>
                      <td className="n">{l.amount}</td>
                      <td>{l.why}</td>
                      <td>{l.by}</td>
                      <td className="n">{money(l.costMinor)}</td>
                    </tr>
                  )),
                ])}
              </tbody>
            </Table>
          </ScrollArea>
        )}
      </Panel>
      <Panel style={{ marginTop: 18 }}>
        <PanelTitle>
          Suppliers <span>{suppliers.length}</span>
        </PanelTitle>
        {suppliers.length === 0 && (
          <Small>
            None yet: a paper’s reorder day is worked out with 7 days of delivery until its supplier is
            known.
          </Small>
        )}
        <ul style={{ display: 'grid', gap: 6, padding: '6px 0 10px' }}>
          {suppliers.map((s) => (
            <li key={s.id}>
              <Button quiet onPress={() => setOpen(s)}>
                {s.name}
              </Button>{' '}
              {s.deliveryDays} days, carriage {money(s.carriageMinor)}
              {s.freeFromMinor !== null && `, free from ${money(s.freeFromMinor)}`}{' '}
              <Small>{s.notes}</Small>
            </li>
          ))}
        </ul>
        <Button onPress={() => setOpen('new')}>Record a supplier</Button>
      </Panel>
      {open && <SupplierSheet supplier={open === 'new' ? null : open} onClose={() => setOpen(null)} />}
    </Page>
  );
}

function SupplierSheet({ supplier, onClose }: { supplier: SupplierModel | null; onClose: () => void }) {
  const action = useAction();
  const { bareMoney, currency } = useUnits();
  const [f, setF] = useState({
    name: supplier?.name ?? '',
    deliveryDays: String(supplier?.deliveryDays ?? 7),
    carriage: supplier ? bareMoney(supplier.carriageMinor) : '',
    freeFrom: supplier?.freeFromMinor ? bareMoney(supplier.freeFromMinor) : '',
    notes: supplier?.notes ?? '',
  });
  const set = (key: keyof typeof f) => (value: string) => setF((was) => ({ ...was, [key]: value }));
  const save = async () => {
    if (
      await action.run('recordSupplier', {
        id: supplier?.id ?? null,
        ...f,
        deliveryDays: wholeOrTyped(f.deliveryDays),
      })
    )
      onClose();
  };
  return (
    <FormDialog title={supplier?.name ?? 'A supplier'} isOpen onClose={onClose}>
      <Fields $columns="1fr 1fr">
        <Field
          label="Name"
          value={f.name}
          onChange={set('name')}
          autoFocus
          wrong={action.fieldError('name')}
        />
        <Field
          label="Days from ordering to having it"
          value={f.deliveryDays}
          onChange={set('deliveryDays')}
          wrong={action.fieldError('deliveryDays')}
        />
        <Field
          label={`Carriage, ${currency}`}
          value={f.carriage}
          onChange={set('carriage')}
          wrong={action.fieldError('carriage')}
        />
        <Field
          label={`Carriage free from, ${currency}`}
          value={f.freeFrom}
          onChange={set('freeFrom')}
          hint="empty: never"
          wrong={action.fieldError('freeFrom')}
        />
        <Field label="Notes" value={f.notes} onChange={set('notes')} />
      </Fields>
      <ErrorCallout error={action.error} fields={['name', 'deliveryDays', 'carriage', 'freeFrom']} />
      <DialogActions label="Keep it" busy={action.isPending} onDo={() => void save()} onClose={onClose} />
    </FormDialog>
  );
}
