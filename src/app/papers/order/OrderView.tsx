'use client';
import type { SupplierModel } from '@/app/models';
import { useState } from 'react';
import { clockOf } from '@/core/week/clock';
import type { OrderLine as OrderRecord } from '@/studio/papers/papers';
import { ActionSheet } from '@/app/ActionSheet';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { DataTable, type Column } from '@/ui/DataTable';
import { EmptyState, PageHeader, Lead, PageTitle, Panel, PanelTitle, Small, Page } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { PapersNav } from '../PapersNav';

type OrderLine = Omit<OrderRecord, 'supplier'> & { supplier: SupplierModel | null };

/** What is at its reorder point, by supplier, and who the suppliers are. */
export function OrderView({ lines, suppliers }: { lines: OrderLine[]; suppliers: SupplierModel[] }) {
  const { date, money } = useUnits();
  const [open, setOpen] = useState<SupplierModel | 'new' | null>(null);
  const columns: readonly Column<OrderLine>[] = [
    { key: 'what', head: 'What', cell: (line) => line.what, by: (line) => line.what, isName: true },
    { key: 'amount', head: 'How much', cell: (line) => line.amount, isFigure: true },
    { key: 'why', head: 'Why', cell: (line) => line.why },
    { key: 'by', head: 'By', cell: (line) => date(line.by), by: (line) => line.by },
    {
      key: 'cost',
      head: 'About',
      cell: (line) => money(line.costMinor),
      by: (line) => line.costMinor,
      isFigure: true,
    },
  ];
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
          <DataTable
            label="To order"
            rows={lines}
            columns={columns}
            keyOf={(line) => line.what}
            groupOf={(line) => line.supplier?.name ?? 'No supplier on record'}
            groupSays={(group) => supplierWords(group, money)}
          />
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
              {s.freeFromMinor !== null && `, free from ${money(s.freeFromMinor)}`}
              {s.cutoffMinute !== null && `, leaves the same day until ${clockOf(s.cutoffMinute)}`}{' '}
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

/** How long a supplier takes, what is to be ordered there in all, and what would save the carriage. */
function supplierWords(lines: readonly OrderLine[], money: (minor: number) => string): string {
  const supplier = lines[0]?.supplier;
  if (!supplier) return '';
  const sum = lines.reduce((all, line) => all + line.costMinor, 0);
  const isShort = supplier.freeFromMinor !== null && sum < supplier.freeFromMinor;
  const free = isShort ? `, carriage is free from ${money(supplier.freeFromMinor!)}` : '';
  return `, ${supplier.deliveryDays} days; about ${money(sum)} in all${free}`;
}

function SupplierSheet({ supplier, onClose }: { supplier: SupplierModel | null; onClose: () => void }) {
  const { currency } = useUnits();
  return (
    <ActionSheet
      act="recordSupplier"
      title={supplier?.name ?? 'A supplier'}
      label="Keep it"
      about={supplier?.id ?? 'new'}
      asks={[
        { kind: 'text', name: 'name', label: 'Name', required: true, autoFocus: true },
        { kind: 'whole', name: 'deliveryDays', label: 'Days from ordering to having it', required: true },
        { kind: 'money', name: 'carriage', label: `Carriage, ${currency}` },
        {
          kind: 'money',
          name: 'freeFrom',
          label: `Carriage free from, ${currency}`,
          hint: 'empty: never',
        },
        {
          kind: 'text',
          name: 'cutoff',
          label: 'Leaves the same day until',
          hint: '14:00; empty: nobody said',
        },
        { kind: 'text', name: 'notes', label: 'Notes' },
      ]}
      first={{
        name: supplier?.name ?? '',
        deliveryDays: supplier?.deliveryDays ?? 7,
        carriage: (supplier?.carriageMinor ?? null) as number | string | null,
        freeFrom: (supplier?.freeFromMinor ?? null) as number | string | null,
        cutoff: supplier?.cutoffMinute == null ? '' : clockOf(supplier.cutoffMinute),
        notes: supplier?.notes ?? '',
      }}
      input={({ carriage, freeFrom, ...values }) => ({
        ...values,
        id: supplier?.id ?? null,
        carriage: carriage ?? '',
        freeFrom: freeFrom ?? '',
      })}
      onClose={onClose}
    />
  );
}
