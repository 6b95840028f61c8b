'use client';
import Link from 'next/link';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Finder, Select } from '@/ui/Choices';
import { Check, Field, Fields } from '@/ui/Field';
import {
  EmptyState,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Stack,
} from '@/ui/Layout';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { SetOffer } from '@/studio/prices/sets';
import { useAskedChoices } from '@/app/useAskedChoices';
import { PromiseChart } from '../PromiseChart';
import { usePromise } from '../usePromise';
import { BuyerForm } from './BuyerForm';
import { GoodsRow, PasteOrder, WhatIsSpecial } from './OrderParts';
import { offerKey, offerName, type Offer } from './offers';
import {
  SOMEBODY_NEW,
  useOrderForm,
  type GoodsOffer,
  type OrderForm,
  type OrderLine,
} from './useOrderForm';

type BuyerChoice = { id: string; name: string; country: string };
const idOf = ({ id }: BuyerChoice): string => id;
type Channel = { id: string; name: string };
type Props = {
  buyers: BuyerChoice[];
  offers: readonly Offer[];
  sets: readonly SetOffer[];
  goods: GoodsOffer[];
  channels: Channel[];
  countries: string[];
  handlingDays: number;
};

/** Takes an order: who buys, what, and what carriage they pay. */
export function NewOrder({ handlingDays, ...props }: Props) {
  if (props.offers.length + props.goods.length === 0) return <NothingToSell />;
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
      <Order {...props} />
    </Page>
  );
}

function NothingToSell() {
  return (
    <Page>
      <PageHeader>
        <PageTitle>A new order</PageTitle>
      </PageHeader>
      <Panel>
        <EmptyState title="Nothing can be sold yet">
          <p>
            A print can be sold when its work has a size on offer (Sizes) and an edition (Edition). A
            price makes it quicker. <Link href="/works">To the works</Link>
          </p>
        </EmptyState>
      </Panel>
    </Page>
  );
}

function Order({ goods, sets, channels, countries, ...first }: Omit<Props, 'handlingDays'>) {
  const {
    choices: offers,
    search: searchOffers,
    add: addOffers,
  } = useAskedChoices('/api/orders/offers', first.offers, offerKey);
  const { choices: buyers, search: searchBuyers } = useAskedChoices(
    '/api/people/find',
    first.buyers,
    idOf,
  );
  const form = useOrderForm({ buyers, offers, goods });
  const addSet = (set: SetOffer) => {
    addOffers(set.parts);
    form.addSet(set);
  };
  const country =
    form.buyerId === SOMEBODY_NEW
      ? form.newBuyer.country
      : (buyers.find(({ id }) => id === form.buyerId)?.country ?? '');
  const promise = usePromise({ lines: form.cart, country, notBefore: form.terms.notBeforeOn });
  const goodsFields = form.goodsLines.flatMap((_, i) =>
    ['goodsId', 'quantity', 'price'].map((field) => `goods[${i}].${field}`),
  );
  const lineFields = form.lines.flatMap((_, i) =>
    ['formatId', 'quantity', 'price', 'setId'].map((field) => `lines[${i}].${field}`),
  );
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void form.take();
      }}
    >
      <DraftSlip {...form.slip} />
      <Stack $gap={18}>
        <PasteOrder form={form} hasOffers={offers.length > 0} onOffers={addOffers} />
        <WhoBuys form={form} buyers={buyers} onSearch={searchBuyers} countries={countries} />
        <WhatTheyBuy {...{ form, offers, sets }} onSearch={searchOffers} onAddSet={addSet} />
        <HowItGoes form={form} channels={channels} />
        <WhatIsSpecial form={form} />
        {promise && (
          <Panel>
            <PanelTitle>
              Before you say yes <span>the honest day, and why</span>
            </PanelTitle>
            <div style={{ marginTop: 8 }} aria-live="polite">
              <PromiseChart promise={promise} />
            </div>
          </Panel>
        )}
        <ErrorCallout
          error={form.action.error}
          fields={[
            'buyerId',
            ...lineFields,
            ...goodsFields,
            'carriage',
            'discount',
            'insure',
            'needsDays',
            'notBeforeOn',
            'name',
            'email',
            'address',
            'country',
          ]}
        />
        <Row>
          <Button main type="submit" isDisabled={form.action.isPending}>
            Take the order
          </Button>
          <Total form={form} />
        </Row>
      </Stack>
    </form>
  );
}

function WhoBuys({
  form,
  buyers,
  onSearch,
  countries,
}: {
  form: OrderForm;
  buyers: readonly BuyerChoice[];
  onSearch: (typed: string) => void;
  countries: string[];
}) {
  return (
    <Panel>
      <Stack>
        <PanelTitle>Who buys</PanelTitle>
        <Finder
          label="Buyer"
          value={form.buyerId}
          onChange={form.setBuyer}
          onSearch={onSearch}
          width={340}
          options={[
            { key: SOMEBODY_NEW, name: 'somebody new' },
            ...buyers.map((b) => ({ key: b.id, name: `${b.name}, ${b.country}` })),
          ]}
          wrong={form.action.fieldError('buyerId')}
        />
        {form.buyerId === SOMEBODY_NEW && (
          <BuyerForm
            values={form.newBuyer}
            onChange={form.setNewBuyer}
            wrong={form.action.fieldError}
            countries={countries}
          />
        )}
      </Stack>
    </Panel>
  );
}

function WhatTheyBuy({
  form,
  offers,
  sets,
  onSearch,
  onAddSet,
}: {
  form: OrderForm;
  offers: readonly Offer[];
  sets: readonly SetOffer[];
  onSearch: (typed: string) => void;
  onAddSet: (set: SetOffer) => void;
}) {
  return (
    <Panel>
      <Stack $gap={10}>
        <PanelTitle>What they buy</PanelTitle>
        {form.lines.map((line, i) => (
          <Line key={line.key} {...{ form, line, offers, sets, onSearch }} index={i} />
        ))}
        {form.goodsLines.map((line, i) => (
          <GoodsRow key={line.key} form={form} line={line} index={i} />
        ))}
        <Row>
          {offers.length > 0 && (
            <Button quiet onPress={form.addLine}>
              Add another print
            </Button>
          )}
          {sets
            .filter(({ id }) => form.lines.every(({ setId }) => setId !== id))
            .map((set) => (
              <Button key={set.id} quiet onPress={() => onAddSet(set)}>
                Add the set {set.name}
              </Button>
            ))}
          {form.goods.length > 0 && (
            <Button
              quiet
              onPress={() =>
                form.setGoodsLines((all) => [
                  ...all,
                  {
                    key: (all.at(-1)?.key ?? 0) + 1,
                    goodsId: form.goods[0]!.id,
                    quantity: '1',
                    price: '',
                  },
                ])
              }
            >
              Add goods
            </Button>
          )}
        </Row>
      </Stack>
    </Panel>
  );
}

function Line({
  form,
  line,
  index,
  offers,
  sets,
  onSearch,
}: {
  form: OrderForm;
  line: OrderLine;
  index: number;
  offers: readonly Offer[];
  sets: readonly SetOffer[];
  onSearch: (typed: string) => void;
}) {
  const { bareMoney, money, currency } = useUnits();
  const offer = form.offerOf(line);
  const tiers = form.tiersOf(line);
  const wrong = (field: string) => form.action.fieldError(`lines[${index}].${field}`);
  return (
    <div>
      <Row style={{ alignItems: 'flex-start' }}>
        <Finder
          label="Print"
          value={line.offer}
          onChange={(key) => form.changeLine(line.key, { offer: key })}
          onSearch={onSearch}
          width={420}
          options={offers.map((each) => ({ key: offerKey(each), name: offerName(each) }))}
          wrong={wrong('formatId')}
        />
        <Field
          label="How many"
          value={line.quantity}
          onChange={(quantity) => form.changeLine(line.key, { quantity })}
          width={80}
          wrong={wrong('quantity')}
        />
        <Field
          label={`Price each, ${currency}`}
          value={line.price}
          onChange={(price) => form.changeLine(line.key, { price })}
          width={130}
          placeholder={offer?.priceMinor != null ? bareMoney(offer.priceMinor) : 'none set'}
          wrong={wrong('price')}
        />
        {form.lines.length + form.goodsLines.length > 1 && (
          <div style={{ paddingTop: 18 }}>
            <Button quiet onPress={() => form.leaveOut(line.key)}>
              Leave out
            </Button>
          </div>
        )}
      </Row>
      {line.setId && (
        <p>
          <Small>
            Of the set {sets.find(({ id }) => id === line.setId)?.name}: changed or left out, its prints
            are sold one by one.
          </Small>
        </p>
      )}
      {offer && (
        <MarkedText kind={offer.ready >= (Number(line.quantity) || 0) ? 'holds' : 'none'}>
          <Small>
            {offer.ready === 0
              ? 'none ready in the drawer: to print first'
              : `${offer.ready} ready in the drawer`}
          </Small>
        </MarkedText>
      )}
      {tiers &&
        !line.price.trim() &&
        (tiers.length > 1 || tiers[0]?.priceMinor !== offer?.priceMinor) && (
          <p>
            <Small>
              {tiers.map((tier) => `${tier.quantity} at ${money(tier.priceMinor)}`).join(' and ')}:{' '}
              {line.setId
                ? 'its share of the set’s price.'
                : 'the tiers of its run, by the numbers it would take.'}
            </Small>
          </p>
        )}
    </div>
  );
}

function HowItGoes({
  form: { terms, setTerm, action },
  channels,
}: {
  form: OrderForm;
  channels: Channel[];
}) {
  const { currency } = useUnits();
  return (
    <Panel>
      <Stack>
        <PanelTitle>How it goes</PanelTitle>
        <Fields>
          <Field
            label={`Carriage they pay, ${currency}`}
            value={terms.carriage}
            onChange={setTerm('carriage')}
            hint="empty: in the price"
            wrong={action.fieldError('carriage')}
          />
          {channels.length > 0 && (
            <Select
              label="Sold through"
              value={terms.channelId}
              onChange={setTerm('channelId')}
              options={[
                { key: '', name: 'not said' },
                ...channels.map(({ id, name }) => ({ key: id, name })),
              ]}
            />
          )}
          <div style={{ paddingTop: 20, display: 'grid', gap: 8 }}>
            <Check checked={terms.paid} onChange={setTerm('paid')}>
              It is paid
            </Check>
            <Check checked={terms.wantsSignature} onChange={setTerm('wantsSignature')}>
              They wish a signature
            </Check>
          </div>
        </Fields>
        <Fields $columns="1fr 1fr">
          <Field
            label="Their message"
            value={terms.message}
            onChange={setTerm('message')}
            lines={2}
            hint="stands on the packing screen"
          />
          <Field label="Notes" value={terms.notes} onChange={setTerm('notes')} lines={2} />
        </Fields>
      </Stack>
    </Panel>
  );
}

function Total({ form: { total } }: { form: OrderForm }) {
  const { money } = useUnits();
  if (total === null) return <span>A price is missing.</span>;
  return (
    <span>
      Together <strong>{money(total)}</strong>
    </span>
  );
}
