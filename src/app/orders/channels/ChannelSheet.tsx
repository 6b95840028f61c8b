'use client';
import { ActionSheet } from '@/app/ActionSheet';
import { InputError } from '@/core/errors';
import { parseShareLines, parseSumLines, writeShareLines, writeSumLines } from '@/core/price/feeLines';
import { CHANNEL_KINDS, type ChannelKind } from '@/core/product/words';
import type { Ask } from '@/ui/form/fields';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { ListedChannel } from '@/studio/sales/channelsPage';

type Figure = number | string | null;
const orNone = (figure: number | null | undefined): Figure => figure || null;
const sum = (figure: Figure): string | number => figure ?? '';
const count = (figure: Figure): number => Number(figure ?? 0);

/** A channel's rules as data: percent, sums, what is due by the month, a partner's list, a stall. */
export function ChannelSheet({
  channel,
  onClose,
}: {
  channel: ListedChannel | null;
  onClose: () => void;
}) {
  const { currency } = useUnits();
  const rules = channel?.rules;
  const first = {
    name: channel?.name ?? '',
    kind: (channel?.kind ?? 'own site') as ChannelKind,
    shareFees: writeShareLines(rules?.shareFees ?? []),
    fixedFees: writeSumLines(rules?.fixedFees ?? [], currency),
    shareOfRetail: orNone(rules?.shareOfRetail),
    taxOnFees: orNone(rules?.taxOnFees),
    monthly: orNone(rules?.monthly),
    perListing: orNone(rules?.perListing),
    listings: orNone(rules?.listings),
    perM2: orNone(rules?.partner?.perM2),
    minimum: orNone(rules?.partner?.minimum),
    deposit: orNone(rules?.partner?.deposit),
    heldDays: orNone(rules?.partner?.heldDays),
    fee: orNone(rules?.stall?.fee),
    hours: orNone(rules?.stall?.hours),
    km: orNone(rules?.stall?.km),
    perKm: orNone(rules?.stall?.perKm),
    days: orNone(rules?.stall?.days ?? 1),
    perMonth: orNone(rules?.stall?.perMonth),
    readOn: channel?.readOn ?? '',
    notes: channel?.notes ?? '',
  };
  const asks = (values: typeof first): Ask[] => [
    { kind: 'text', name: 'name', label: 'Name', required: true },
    { kind: 'choice', name: 'kind', label: 'What it is', options: CHANNEL_KINDS },
    {
      kind: 'prose',
      name: 'shareFees',
      label: 'Fees by share, one a line',
      hint: '“market, 6.5 %”: of all the buyer pays',
      lines: 3,
    },
    {
      kind: 'prose',
      name: 'fixedFees',
      label: `Fees for each sale, ${currency}`,
      hint: '“payment, 0.30”',
      lines: 3,
    },
    ...(values.kind === 'shop or gallery'
      ? [
          {
            kind: 'share' as const,
            name: 'shareOfRetail',
            label: 'Keeps of the price',
            hint: 'sale or return, or bought outright',
          },
        ]
      : []),
    { kind: 'share', name: 'taxOnFees', label: 'Tax put on its fees' },
    { kind: 'money', name: 'monthly', label: `A month, ${currency}` },
    { kind: 'money', name: 'perListing', label: `A month for each listed, ${currency}` },
    { kind: 'whole', name: 'listings', label: 'How many are listed' },
    ...(values.kind === 'partner prints'
      ? [
          { kind: 'money' as const, name: 'perM2', label: `Asks for a m², ${currency}` },
          { kind: 'money' as const, name: 'minimum', label: `Asks at the least, ${currency}` },
          {
            kind: 'share' as const,
            name: 'deposit',
            label: 'Of it, put down with the order',
            hint: 'empty: it is taken from the sale',
          },
          { kind: 'number' as const, name: 'heldDays', label: 'Days until you are paid out' },
        ]
      : []),
    ...(values.kind === 'fair'
      ? [
          { kind: 'money' as const, name: 'fee', label: `The stall, ${currency} a day` },
          { kind: 'number' as const, name: 'hours', label: 'Hours a day' },
          { kind: 'number' as const, name: 'km', label: 'Way there and back, km' },
          { kind: 'money' as const, name: 'perKm', label: `A km, ${currency}` },
          { kind: 'whole' as const, name: 'days', label: 'Days' },
          { kind: 'number' as const, name: 'perMonth', label: 'Such fairs a month' },
        ]
      : []),
    { kind: 'day', name: 'readOn', label: 'Read on', hint: 'empty: today' },
    { kind: 'prose', name: 'notes', label: 'Notes' },
  ];
  return (
    <ActionSheet
      act="saveChannel"
      title={channel ? channel.name : 'A new channel'}
      label="Keep it"
      about={channel?.id ?? 'new'}
      width={640}
      first={first}
      asks={asks}
      isDisabled={(values) => faultOfFees(values, currency) !== null}
      below={(values) => {
        const fault = faultOfFees(values, currency);
        return fault ? <MarkedText kind="fails">{fault}</MarkedText> : null;
      }}
      input={(values) => ({
        id: channel?.id ?? null,
        name: values.name,
        kind: values.kind,
        shareFees: parseShareLines(values.shareFees),
        fixedFees: parseSumLines(values.fixedFees, currency),
        shareOfRetail: values.kind === 'shop or gallery' ? count(values.shareOfRetail) : 0,
        taxOnFees: count(values.taxOnFees),
        monthly: sum(values.monthly),
        perListing: sum(values.perListing),
        listings: count(values.listings),
        partner:
          values.kind === 'partner prints'
            ? {
                perM2: sum(values.perM2),
                minimum: sum(values.minimum),
                deposit: count(values.deposit),
                heldDays: count(values.heldDays),
              }
            : null,
        stall:
          values.kind === 'fair'
            ? {
                fee: sum(values.fee),
                hours: count(values.hours),
                km: count(values.km),
                perKm: sum(values.perKm),
                days: Math.max(1, count(values.days)),
                perMonth: count(values.perMonth),
              }
            : null,
        readOn: values.readOn || null,
        notes: values.notes,
      })}
      onClose={onClose}
    />
  );
}

/** What of the fees cannot be read; null where all can. */
function faultOfFees(values: { shareFees: string; fixedFees: string }, currency: string): string | null {
  try {
    parseShareLines(values.shareFees);
    parseSumLines(values.fixedFees, currency);
    return null;
  } catch (error) {
    if (error instanceof InputError) return `“${String(error.value)}”: expected ${error.expected}.`;
    throw error;
  }
}
