'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { sellable } from '@/store/orders';
import { moneyOrNull, wholeOrTyped } from '@/core/measure';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Check, Field, Fields, Finder } from '@/ui/Field';
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
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { BuyerForm, EMPTY_BUYER, type BuyerValues } from './BuyerForm';

type Thing = Awaited<ReturnType<typeof sellable>>[number];
type Line = { key: number; thing: string; quantity: string; price: string };
const thingKey = (x: Thing) => `${x.editionId}:${x.formatId}`;
let count = 0;

/** Takes an order: who buys, what, and what carriage they pay. */
export function NewOrder({
  buyers,
  things,
  handlingDays,
}: {
  buyers: { id: string; name: string; country: string }[];
  things: Thing[];
  handlingDays: number;
}) {
  const router = useRouter();
  const action = useAction();
  const { money, bareMoney, currency } = useUnits();
  const newLine = (): Line => ({
    key: ++count,
    thing: things[0] ? thingKey(things[0]) : '',
    quantity: '1',
    price: '',
  });
  const [buyerId, setBuyer] = useState(buyers[0]?.id ?? 'new');
  const [fresh, setFresh] = useState<BuyerValues>(EMPTY_BUYER);
  const [lines, setLines] = useState<Line[]>(() => [newLine()]);
  const [carriage, setCarriage] = useState('');
  const [message, setMessage] = useState('');
  const [wantsSignature, setSignature] = useState(false);
  const [paid, setPaid] = useState(true);
  const [notes, setNotes] = useState('');
  const change = (key: number, patch: Partial<Line>) =>
    setLines((all) => all.map((l) => (l.key === key ? { ...l, ...patch } : l)));
  const thingOf = (l: Line) => things.find((x) => thingKey(x) === l.thing);
  const sumOf = (l: Line) => {
    const each = l.price.trim() ? moneyOrNull(l.price, currency) : (thingOf(l)?.priceMinor ?? null);
    return each === null ? null : each * (Number(l.quantity) || 0);
  };
  const sums = lines.map(sumOf);
  const carriageMinor = carriage.trim() ? moneyOrNull(carriage, currency) : 0;
  const total =
    sums.every((s) => s !== null) && carriageMinor !== null
      ? sums.reduce((a, s) => a + s!, 0) + carriageMinor
      : null;
  const save = async () => {
    let id = buyerId;
    if (id === 'new') {
      const recorded = await action.run('recordBuyer', fresh);
      if (!recorded) return;
      id = recorded.id!;
    }
    const done = await action.run('placeOrder', {
      buyerId: id,
      carriage,
      message,
      wantsSignature,
      paid,
      orderedOn: null,
      notes,
      lines: lines.map((l) => ({
        editionId: thingOf(l)?.editionId ?? '',
        formatId: thingOf(l)?.formatId ?? '',
        quantity: wholeOrTyped(l.quantity),
        price: l.price,
      })),
    });
    if (done) router.push(`/orders/${done.id}`);
    else if (id !== buyerId) setBuyer(id);
  };
  if (things.length === 0) {
    return (
      <Page>
        <PageHeader>
          <PageTitle>A new order</PageTitle>
        </PageHeader>
        <Panel>
          <EmptyState title="Nothing can be sold yet">
            <p>
              A print can be sold when its work has a size on offer (Sizes) and an edition (Edition). A
              price makes it quicker.
            </p>
          </EmptyState>
        </Panel>
      </Page>
    );
  }
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>A new order</PageTitle>
          <Lead>
            Leaves within {handlingDays} working days of today. A numbered print is chosen at picking,
            from the register, never before.
          </Lead>
        </div>
      </PageHeader>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        <Stack $gap={18}>
          <Panel>
            <Stack>
              <PanelTitle>Who buys</PanelTitle>
              <Finder
                label="Buyer"
                value={buyerId}
                onChange={setBuyer}
                width={340}
                options={[
                  { key: 'new', name: 'somebody new' },
                  ...buyers.map((b) => ({ key: b.id, name: `${b.name}, ${b.country}` })),
                ]}
                wrong={action.fieldError('buyerId')}
              />
              {buyerId === 'new' && (
                <BuyerForm values={fresh} onChange={setFresh} wrong={action.fieldError} />
              )}
            </Stack>
          </Panel>
          <Panel>
            <Stack $gap={10}>
              <PanelTitle>What they buy</PanelTitle>
              {lines.map((l, i) => {
                const thing = thingOf(l);
                return (
                  <div key={l.key}>
                    <Row style={{ alignItems: 'flex-start' }}>
                      <Finder
                        label="Print"
                        value={l.thing}
                        onChange={(key) => change(l.key, { thing: key })}
                        width={420}
                        options={things.map((x) => ({
                          key: thingKey(x),
                          name: `${x.title}, ${x.formatName}, ${x.kind === 'open' ? 'open' : `of ${x.size}${x.runName ? `, ${x.runName}` : ''}, ${x.free} free`}${x.isClosed ? ', closed' : ''}`,
                        }))}
                        wrong={action.fieldError(`lines[${i}].formatId`)}
                      />
                      <Field
                        label="How many"
                        value={l.quantity}
                        onChange={(quantity) => change(l.key, { quantity })}
                        width={80}
                        wrong={action.fieldError(`lines[${i}].quantity`)}
                      />
                      <Field
                        label={`Price each, ${currency}`}
                        value={l.price}
                        onChange={(price) => change(l.key, { price })}
                        width={130}
                        placeholder={thing?.priceMinor != null ? bareMoney(thing.priceMinor) : 'none set'}
                        wrong={action.fieldError(`lines[${i}].price`)}
                      />
                      {lines.length > 1 && (
                        <div style={{ paddingTop: 18 }}>
                          <Button quiet onPress={() => setLines(lines.filter((x) => x !== l))}>
                            Leave out
                          </Button>
                        </div>
                      )}
                    </Row>
                    {thing && (
                      <MarkedText kind={thing.ready >= (Number(l.quantity) || 0) ? 'holds' : 'none'}>
                        <Small>
                          {thing.ready === 0
                            ? 'none ready in the drawer: to print first'
                            : `${thing.ready} ready in the drawer`}
                        </Small>
                      </MarkedText>
                    )}
                  </div>
                );
              })}
              <div>
                <Button quiet onPress={() => setLines([...lines, newLine()])}>
                  Add another print
                </Button>
              </div>
            </Stack>
          </Panel>
          <Panel>
            <Stack>
              <PanelTitle>How it goes</PanelTitle>
              <Fields>
                <Field
                  label={`Carriage they pay, ${currency}`}
                  value={carriage}
                  onChange={setCarriage}
                  hint="empty: in the price"
                  wrong={action.fieldError('carriage')}
                />
                <div style={{ paddingTop: 20, display: 'grid', gap: 8 }}>
                  <Check checked={paid} onChange={setPaid}>
                    It is paid
                  </Check>
                  <Check checked={wantsSignature} onChange={setSignature}>
                    They wish a signature
                  </Check>
                </div>
              </Fields>
              <Fields $columns="1fr 1fr">
                <Field
                  label="Their message"
                  value={message}
                  onChange={setMessage}
                  lines={2}
                  hint="stands on the packing screen"
                />
                <Field label="Notes" value={notes} onChange={setNotes} lines={2} />
              </Fields>
            </Stack>
          </Panel>
          <ErrorCallout
            error={action.error}
            fields={[
              'buyerId',
              'lines[0].quantity',
              'lines[0].price',
              'carriage',
              'name',
              'address',
              'country',
            ]}
          />
          <Row>
            <Button main type="submit" isDisabled={action.isPending}>
              Take the order
            </Button>
            <span>
              {total === null ? (
                'A price is missing.'
              ) : (
                <>
                  Together <strong>{money(total)}</strong>
                </>
              )}
            </span>
          </Row>
        </Stack>
      </form>
    </Page>
  );
}
