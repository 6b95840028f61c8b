import { useState } from 'react';
import { draftMessages } from '@/core/order/messages';
import { Button, Row } from '@/ui/Button';
import { Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import type { PackingModel } from './packingModel';

/** What a buyer is told at each step, in the studio's words, to be copied. */
export function MessageDrafts({ table }: { table: PackingModel }) {
  const { order, buyer, lines, goods, parcel, services, arrival, today } = table;
  const { date } = useUnits();
  const [copied, setCopied] = useState<string | null>(null);
  const service = services.find((s) => s.service.id === parcel?.serviceId)?.service;
  const things = [...new Set([...lines.map(({ title }) => title), ...goods.map(({ name }) => name)])];
  const drafts = draftMessages({
    name: buyer.preferredName || buyer.name,
    studio: table.studioName,
    number: order.number,
    things: things.join(' and '),
    service: service ? `${service.carrier} ${service.name}` : null,
    tracking: parcel?.tracking ?? '',
    leaves: date(order.shipBy),
    arrives: arrival ? date(arrival.expectedOn) : null,
    isLate: parcel?.dispatchedAt ? (arrival?.daysLate ?? 0) > 0 : order.shipBy < today,
  });
  return (
    <Stack $gap={12} style={{ marginTop: 8 }}>
      {drafts.map((draft) => (
        <div key={draft.name}>
          <Row $gap={10}>
            <strong>{draft.name}</strong>
            <Button
              quiet
              aria-label={`Copy: ${draft.name}`}
              onPress={() =>
                void navigator.clipboard.writeText(draft.text).then(() => setCopied(draft.name))
              }
            >
              {copied === draft.name ? 'Copied' : 'Copy'}
            </Button>
          </Row>
          <p style={{ whiteSpace: 'pre-line' }}>{draft.text}</p>
        </div>
      ))}
    </Stack>
  );
}
