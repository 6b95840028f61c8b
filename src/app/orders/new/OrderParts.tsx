'use client';
import { useState } from 'react';
import { ORDER_KINDS } from '@/core/order/orderWords';
import { postJson } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { DateField } from '@/ui/DateField';
import { Select } from '@/ui/Choices';
import { Check, Field, Fields } from '@/ui/Field';
import { Panel, PanelTitle, Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { offerKey, type Offer } from './offers';
import { type GoodsLine, type OrderForm } from './useOrderForm';

/** Goods beside the prints, with what lies there of them. */
export function GoodsRow({ form, line, index }: { form: OrderForm; line: GoodsLine; index: number }) {
  const { bareMoney, currency } = useUnits();
  const change = (patch: Partial<GoodsLine>) =>
    form.setGoodsLines((all) =>
      all.map((each) => (each.key === line.key ? { ...each, ...patch } : each)),
    );
  const goods = form.goods.find(({ id }) => id === line.goodsId);
  const wrong = (field: string) => form.action.fieldError(`goods[${index}].${field}`);
  return (
    <Row style={{ alignItems: 'flex-start' }}>
      <Select
        label="Goods"
        value={line.goodsId}
        onChange={(goodsId) => change({ goodsId })}
        width={420}
        options={form.goods.map(({ id, name, onHand }) => ({
          key: id,
          name: `${name}, ${onHand} there`,
        }))}
      />
      <Field
        label="How many"
        value={line.quantity}
        onChange={(quantity) => change({ quantity })}
        width={80}
        wrong={wrong('quantity')}
      />
      <Field
        label={`Price each, ${currency}`}
        value={line.price}
        onChange={(price) => change({ price })}
        width={130}
        placeholder={goods ? bareMoney(goods.priceMinor) : ''}
        wrong={wrong('price')}
      />
      <div style={{ paddingTop: 18 }}>
        <Button
          quiet
          onPress={() => form.setGoodsLines((all) => all.filter(({ key }) => key !== line.key))}
        >
          Leave out
        </Button>
      </div>
    </Row>
  );
}

type Pasted = {
  name: string;
  address: string[];
  country: string;
  items: {
    item: string;
    quantity: number;
    editionId: string | null;
    formatId: string | null;
    productId: string | null;
    is: string | null;
  }[];
  /** What the lines are here, so that each can be shown. */
  offers: Offer[];
};

/** An order that came as text: who and where, an empty line, and what, a line each. */
export function PasteOrder({
  form,
  hasOffers,
  onOffers,
}: {
  form: OrderForm;
  hasOffers: boolean;
  onOffers: (offers: readonly Offer[]) => void;
}) {
  const [text, setText] = useState('');
  const [says, setSays] = useState<string | null>(null);
  const read = async () => {
    const answer = await postJson<Pasted>('/api/orders/paste', { text });
    if ('error' in answer) {
      setSays(answer.error.message);
      return;
    }
    const body = answer.done;
    onOffers(body.offers);
    const known = body.items.filter(({ editionId, formatId }) => editionId && formatId);
    const unknown = body.items.filter((item) => !known.includes(item));
    form.paste({
      buyer: {
        name: body.name,
        address: body.address.join('\n'),
        country: body.country,
        addressTyped: text.split(/\r?\n[ \t]*\r?\n/)[0] ?? '',
      },
      lines: known.map((item) => ({
        offer: offerKey({
          editionId: item.editionId!,
          formatId: item.formatId!,
          productId: item.productId,
        }),
        quantity: String(item.quantity),
      })),
    });
    const missing = unknown.map(({ item }) => `“${item}”`).join(', ');
    setSays(
      unknown.length
        ? `Filled in below. ${missing}: nothing that is sold here goes by that alone; choose it below.`
        : 'Filled in below: look it over.',
    );
  };
  if (!hasOffers) return null;
  return (
    <details>
      <summary>Paste an order that came as text</summary>
      <Stack $gap={8} style={{ marginTop: 8 }}>
        <Field
          label="The text"
          value={text}
          onChange={setText}
          lines={6}
          hint="name, address and country, a line each; an empty line; then 2 x Night Ferry 400 x 300 mm"
        />
        <Row>
          <Button isDisabled={!text.trim()} onPress={() => void read()}>
            Read it
          </Button>
          <span aria-live="polite">{says && <Small>{says}</Small>}</span>
        </Row>
      </Stack>
    </details>
  );
}

/** What most orders do not have: a present, a friend’s price, a pre-order, stages, a service that is asked for. */
export function WhatIsSpecial({ form }: { form: OrderForm }) {
  const { terms, setTerm, action } = form;
  const { currency } = useUnits();
  return (
    <Panel>
      <details>
        <summary>A present, a friend’s price, a pre-order, a commission, tracked or insured</summary>
        <Stack style={{ marginTop: 10 }}>
          <Fields $columns="2fr 1fr 1fr">
            <Field
              label="Note for a present"
              value={terms.giftNote}
              onChange={setTerm('giftNote')}
              lines={2}
              hint="no prices in the parcel then"
            />
            <Field
              label={`Taken off, ${currency}`}
              value={terms.discount}
              onChange={setTerm('discount')}
              wrong={action.fieldError('discount')}
            />
            <Field
              label="Why"
              value={terms.discountWhy}
              onChange={setTerm('discountWhy')}
              hint="a voucher, a friend"
            />
          </Fields>
          <Fields $columns="1fr 1fr 1fr">
            <Select
              label="What it is"
              value={terms.kind}
              onChange={setTerm('kind')}
              options={ORDER_KINDS.filter((kind) => kind !== 'resend').map((key) => ({ key, name: key }))}
            />
            <DateField
              label="Not before"
              value={terms.notBeforeOn ?? ''}
              onChange={(day) => setTerm('notBeforeOn')(day || null)}
              wrong={action.fieldError('notBeforeOn')}
            />
            <div style={{ paddingTop: 20 }}>
              <Check checked={terms.needsTracked} onChange={setTerm('needsTracked')}>
                It must be tracked
              </Check>
            </div>
            <Field
              label={`Insured to, ${currency}`}
              value={terms.insure}
              onChange={setTerm('insure')}
              hint="empty: by the policy"
              wrong={action.fieldError('insure')}
            />
            <Field
              label="There within days"
              value={terms.needsDays}
              onChange={setTerm('needsDays')}
              wrong={action.fieldError('needsDays')}
            />
          </Fields>
          {terms.kind === 'commission' && <StageRows form={form} />}
          {terms.discount.trim() !== '' && (
            <MarkedText kind="none">
              <Small>
                What is taken off comes out of the margin: the order shows what is left all the same.
              </Small>
            </MarkedText>
          )}
        </Stack>
      </details>
    </Panel>
  );
}

/** The stages of a commission: what falls due when. */
function StageRows({ form }: { form: OrderForm }) {
  const { currency } = useUnits();
  const change = (key: number, patch: object) =>
    form.setStages((all) => all.map((stage) => (stage.key === key ? { ...stage, ...patch } : stage)));
  return (
    <Stack $gap={8}>
      <PanelTitle>Stages and deposits</PanelTitle>
      {form.stages.map((stage) => (
        <Row key={stage.key} style={{ alignItems: 'flex-start' }}>
          <Field
            label="Stage"
            value={stage.name}
            onChange={(name) => change(stage.key, { name })}
            width={240}
          />
          <Field
            label={`Falls due, ${currency}`}
            value={stage.amount}
            onChange={(amount) => change(stage.key, { amount })}
            width={130}
          />
          <DateField
            label="On"
            value={stage.dueOn ?? ''}
            onChange={(dueOn) => change(stage.key, { dueOn: dueOn || null })}
          />
          <div style={{ paddingTop: 18 }}>
            <Button
              quiet
              onPress={() => form.setStages((all) => all.filter(({ key }) => key !== stage.key))}
            >
              Leave out
            </Button>
          </div>
        </Row>
      ))}
      <div>
        <Button
          quiet
          onPress={() =>
            form.setStages((all) => [
              ...all,
              { key: (all.at(-1)?.key ?? 0) + 1, name: '', dueOn: null, amount: '' },
            ])
          }
        >
          Add a stage
        </Button>
      </div>
    </Stack>
  );
}
