'use client';
import { ActionSheet } from '@/app/ActionSheet';
import { useAction } from '@/app/useAction';
import { areaMm2 } from '@/core/measure';
import { ErrorCallout } from '@/ui/Actions';
import { Button } from '@/ui/Button';
import { DataTable, type Column } from '@/ui/DataTable';
import { Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import type { PriceProps } from './priceProps';

type MarketNote = PriceProps['market'][number];

/** What others ask for prints like these, each with the day it was seen; one more is written below. */
export function MarketSheet({ workId, market, onClose }: PriceProps & { onClose: () => void }) {
  const { currency } = useUnits();
  return (
    <ActionSheet
      act="noteMarketPrice"
      title="What others ask"
      label="Note it"
      about={workId}
      width={720}
      first={{
        says: '',
        price: null as number | string | null,
        size: '',
        seenOn: '',
        isOfThis: true,
      }}
      asks={[
        {
          kind: 'text',
          name: 'says',
          label: 'What was seen, and where',
          required: true,
          hint: 'a print like it, signed, at a gallery’s wall',
        },
        { kind: 'money', name: 'price', label: `It costs, ${currency}`, required: true },
        { kind: 'text', name: 'size', label: 'Its picture', required: true, hint: 'such as 30 × 40 cm' },
        { kind: 'day', name: 'seenOn', label: 'Seen on', hint: 'empty: today' },
        { kind: 'tick', name: 'isOfThis', label: 'It is like this work' },
      ]}
      input={({ isOfThis, seenOn, price, ...values }) => ({
        ...values,
        price: price ?? '',
        seenOn: seenOn || null,
        workId: isOfThis ? workId : null,
      })}
      onClose={onClose}
    >
      <Seen market={market} />
    </ActionSheet>
  );
}

function Seen({ market }: { market: MarketNote[] }) {
  const { money, size, date, currency, bareMoney } = useUnits();
  const action = useAction();
  if (market.length === 0)
    return <Small>Nothing is noted yet. Three or four honest notes are worth more than a feeling.</Small>;
  const perArea = (note: MarketNote) => note.minor / (areaMm2(note.size) / 1e4);
  const columns: Column<MarketNote>[] = [
    { key: 'says', head: 'What', cell: (note) => note.says, by: (note) => note.says, isName: true },
    { key: 'size', head: 'Picture', cell: (note) => size(note.size), by: (note) => areaMm2(note.size) },
    {
      key: 'price',
      head: 'Asked',
      cell: (note) => money(note.minor),
      by: (note) => note.minor,
      isFigure: true,
    },
    {
      key: 'area',
      head: `A dm², ${currency}`,
      cell: (note) => bareMoney(Math.round(perArea(note))),
      by: perArea,
      isFigure: true,
    },
    { key: 'seen', head: 'Seen', cell: (note) => date(note.seenOn), by: (note) => note.seenOn },
    {
      key: 'acts',
      head: '',
      cell: (note) => (
        <Button
          quiet
          aria-label={`Take away: ${note.says}`}
          onPress={() => void action.run('forgetMarketPrice', { id: note.id })}
        >
          Take away
        </Button>
      ),
    },
  ];
  return (
    <Stack $gap={8} style={{ marginBottom: 14 }}>
      <DataTable label="What others ask" rows={market} columns={columns} keyOf={(note) => note.id} />
      <ErrorCallout error={action.error} fields={[]} />
    </Stack>
  );
}
