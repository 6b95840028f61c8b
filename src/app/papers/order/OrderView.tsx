'use client';
import { useState } from 'react';
import { inGroups } from '@/core/groups';
import type { OrderLine, Supplier } from '@/studio/paperDesk';
import { TroubleNote, useAct } from '@/ui/Acts';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Field, Fields } from '@/ui/Field';
import { Empty, Head, Lead, PageTitle, Scroll, Sheet, SheetTitle, Small, Table, Wall } from '@/ui/Layout';
import { SheetDialog, SheetEnd } from '@/ui/Slip';
import { useUnits } from '@/ui/Units';
import { PapersNav } from '../PapersNav';

/** What is at its reorder point, by supplier, and who the suppliers are. */
export function OrderView({ lines, suppliers }: { lines: OrderLine[]; suppliers: Supplier[] }) {
  const { money } = useUnits();
  const [open, setOpen] = useState<Supplier | 'new' | null>(null);
  const groups = inGroups(lines, (l) => l.supplier?.name ?? 'No supplier on record');
  return (
    <Wall>
      <Head>
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
      </Head>
      <PapersNav />
      <Sheet>
        {lines.length === 0 ? (
          <Empty title="Nothing has to be ordered">
            <p>
              Every paper lasts past its delivery at the present rate, and no supply is at its reorder
              point.
            </p>
          </Empty>
        ) : (
          <Scroll>
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
          </Scroll>
        )}
      </Sheet>
      <Sheet style={{ marginTop: 18 }}>
        <SheetTitle>
          Suppliers <span>{suppliers.length}</span>
        </SheetTitle>
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
      </Sheet>
      {open && <SupplierSheet supplier={open === 'new' ? null : open} onClose={() => setOpen(null)} />}
    </Wall>
  );
}

function SupplierSheet({ supplier, onClose }: { supplier: Supplier | null; onClose: () => void }) {
  const act = useAct();
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
      await act.run('recordSupplier', {
        id: supplier?.id ?? null,
        ...f,
        deliveryDays: /^\s*\d+\s*$/.test(f.deliveryDays) ? Number(f.deliveryDays) : f.deliveryDays,
      })
    )
      onClose();
  };
  return (
    <SheetDialog title={supplier?.name ?? 'A supplier'} isOpen onClose={onClose}>
      <Fields $columns="1fr 1fr">
        <Field label="Name" value={f.name} onChange={set('name')} autoFocus wrong={act.wrong('name')} />
        <Field
          label="Days from ordering to having it"
          value={f.deliveryDays}
          onChange={set('deliveryDays')}
          wrong={act.wrong('deliveryDays')}
        />
        <Field
          label={`Carriage, ${currency}`}
          value={f.carriage}
          onChange={set('carriage')}
          wrong={act.wrong('carriage')}
        />
        <Field
          label={`Carriage free from, ${currency}`}
          value={f.freeFrom}
          onChange={set('freeFrom')}
          hint="empty: never"
          wrong={act.wrong('freeFrom')}
        />
        <Field label="Notes" value={f.notes} onChange={set('notes')} />
      </Fields>
      <TroubleNote trouble={act.trouble} fields={['name', 'deliveryDays', 'carriage', 'freeFrom']} />
      <SheetEnd label="Keep it" busy={act.busy} onDo={() => void save()} onClose={onClose} />
    </SheetDialog>
  );
}
