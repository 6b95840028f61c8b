'use client';
import { useState } from 'react';
import { ActionSheet } from '@/app/ActionSheet';
import type { GoodsModel } from '@/app/models';
import { GOODS_KINDS, type GoodsKind } from '@/core/product/words';
import { Button, Row } from '@/ui/Button';
import { DataTable, type Column } from '@/ui/DataTable';
import { EmptyState, Lead, Page, PageHeader, PageTitle, Panel, Small } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { SalesNav } from '../SalesNav';

type Goods = GoodsModel & { sold: number };

/** What is sold and is no print of a work: what each leaves, how many there are, and their coming and going. */
export function GoodsView({ goods }: { goods: Goods[] }) {
  const [editing, setEditing] = useState<Goods | 'new' | null>(null);
  const [moving, setMoving] = useState<Goods | null>(null);
  const { money } = useUnits();
  const left = goods.reduce((sum, each) => sum + each.sold * (each.priceMinor - each.costMinor), 0);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Goods</PageTitle>
          <Lead>
            Cards, pins, mats, vouchers: what is sold and is no print of a work.
            {goods.length > 0 && ` What was sold of them left ${money(left)}, before fees.`}
          </Lead>
        </div>
        <Button main onPress={() => setEditing('new')}>
          Record goods
        </Button>
      </PageHeader>
      <SalesNav />
      {goods.length === 0 ? (
        <Panel>
          <EmptyState title="No goods yet">
            <p>Each with what it costs you, what it sells for, how many there are, and what it weighs.</p>
          </EmptyState>
        </Panel>
      ) : (
        <Panel>
          <GoodsTable goods={goods} onEdit={setEditing} onMove={setMoving} />
        </Panel>
      )}
      {editing && (
        <GoodsSheet goods={editing === 'new' ? null : editing} onClose={() => setEditing(null)} />
      )}
      {moving && <MoveSheet goods={moving} onClose={() => setMoving(null)} />}
    </Page>
  );
}

function GoodsTable({
  goods,
  onEdit,
  onMove,
}: {
  goods: Goods[];
  onEdit: (goods: Goods) => void;
  onMove: (goods: Goods) => void;
}) {
  const { bareMoney, currency, weight, length } = useUnits();
  const columns: Column<Goods>[] = [
    { key: 'name', head: 'What', cell: (g) => g.name, by: (g) => g.name, isName: true },
    { key: 'kind', head: 'Kind', cell: (g) => g.kind, by: (g) => g.kind },
    {
      key: 'cost',
      head: `Costs, ${currency}`,
      cell: (g) => bareMoney(g.costMinor),
      by: (g) => g.costMinor,
      isFigure: true,
    },
    {
      key: 'price',
      head: `Sells for, ${currency}`,
      cell: (g) => bareMoney(g.priceMinor),
      by: (g) => g.priceMinor,
      isFigure: true,
    },
    {
      key: 'left',
      head: 'Leaves',
      cell: (g) =>
        g.priceMinor > g.costMinor ? (
          `${bareMoney(g.priceMinor - g.costMinor)}, ${Math.round((100 * (g.priceMinor - g.costMinor)) / g.priceMinor)} %`
        ) : (
          <MarkedText kind="care">nothing</MarkedText>
        ),
      by: (g) => g.priceMinor - g.costMinor,
      isFigure: true,
    },
    {
      key: 'hand',
      head: 'On hand',
      cell: (g) => (g.onHand === 0 ? <MarkedText kind="fails">none</MarkedText> : g.onHand),
      by: (g) => g.onHand,
      isFigure: true,
    },
    { key: 'sold', head: 'Sold', cell: (g) => g.sold, by: (g) => g.sold, isFigure: true },
    {
      key: 'weighs',
      head: 'Weighs, thick',
      cell: (g) => (
        <Small>
          {weight(g.weightMg)}, {length(g.thicknessUm)}
        </Small>
      ),
      by: (g) => g.weightMg,
    },
    {
      key: 'do',
      head: 'To do',
      isUnheaded: true,
      cell: (g) => (
        <Row $gap={6}>
          <Button quiet aria-label={`${g.name} came or went`} onPress={() => onMove(g)}>
            Came or went
          </Button>
          <Button quiet aria-label={`Change ${g.name}`} onPress={() => onEdit(g)}>
            Change
          </Button>
        </Row>
      ),
    },
  ];
  return <DataTable label="Goods" rows={goods} columns={columns} keyOf={(g) => g.id} />;
}

function GoodsSheet({ goods, onClose }: { goods: Goods | null; onClose: () => void }) {
  const { currency } = useUnits();
  return (
    <ActionSheet
      act="saveGoods"
      title={goods?.name ?? 'New goods'}
      label="Record it"
      about={goods?.id ?? 'new'}
      first={{
        name: goods?.name ?? '',
        kind: (goods?.kind ?? 'card') as GoodsKind,
        cost: (goods?.costMinor ?? null) as number | string | null,
        price: (goods?.priceMinor ?? null) as number | string | null,
        onHand: (goods?.onHand ?? 0) as number | string,
        weight: (goods?.weightMg ?? null) as number | string | null,
        thickness: (goods?.thicknessUm ?? null) as number | string | null,
        notes: goods?.notes ?? '',
      }}
      asks={[
        { kind: 'text', name: 'name', label: 'Name', required: true },
        { kind: 'choice', name: 'kind', label: 'Kind', options: GOODS_KINDS },
        { kind: 'money', name: 'cost', label: `Costs you, ${currency}` },
        { kind: 'money', name: 'price', label: `Sells for, ${currency}`, required: true },
        { kind: 'whole', name: 'onHand', label: 'On hand', required: true },
        { kind: 'weight', name: 'weight', label: 'Weighs', required: true },
        { kind: 'thickness', name: 'thickness', label: 'Thick', required: true },
        { kind: 'prose', name: 'notes', label: 'Notes' },
      ]}
      input={(values) => ({
        id: goods?.id ?? null,
        name: values.name,
        kind: values.kind,
        cost: values.cost ?? '',
        price: values.price ?? '',
        onHand: Number(values.onHand),
        weight: values.weight ?? '',
        thickness: values.thickness ?? '',
        notes: values.notes,
      })}
      onClose={onClose}
    />
  );
}

function MoveSheet({ goods, onClose }: { goods: Goods; onClose: () => void }) {
  return (
    <ActionSheet
      act="moveGoods"
      title={`${goods.name}: ${goods.onHand} on hand`}
      label="Note it"
      about={goods.id}
      first={{ kind: 'sold' as 'sold' | 'received' | 'gave', count: 1 as number | string, why: '' }}
      asks={[
        {
          kind: 'choice',
          name: 'kind',
          label: 'What happened',
          options: [
            { key: 'sold', name: 'sold' },
            { key: 'received', name: 'came in' },
            { key: 'gave', name: 'given away' },
          ],
        },
        { kind: 'whole', name: 'count', label: 'How many', required: true },
        { kind: 'text', name: 'why', label: 'Where, or why' },
      ]}
      input={({ kind, count, why }) => ({ id: goods.id, kind, count: Number(count), why })}
      onClose={onClose}
    />
  );
}
