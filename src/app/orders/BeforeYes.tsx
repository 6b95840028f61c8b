'use client';
import { useState } from 'react';
import { readNumber } from '@/core/measure';
import { ButtonLink, Row } from '@/ui/Button';
import { Finder } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import { PanelTitle, Small } from '@/ui/Layout';
import { offerKey, offerName, type Offer } from './new/offers';
import { useAskedChoices } from '@/app/useAskedChoices';
import { PromiseChart } from './PromiseChart';
import { usePromise } from './usePromise';

/** The honest day for something that is asked for and not taken yet, with its reasons. */
export function BeforeYes({ offers: first, country }: { offers: readonly Offer[]; country: string }) {
  const { choices: offers, search } = useAskedChoices('/api/orders/offers', first, offerKey);
  const [chosen, setChosen] = useState(offers[0] ? offerKey(offers[0]) : '');
  const [quantity, setQuantity] = useState('1');
  const [where, setWhere] = useState(country);
  const offer = offers.find((each) => offerKey(each) === chosen);
  const count = readNumber(quantity);
  const isAsked = offer && count !== null && Number.isInteger(count) && count >= 1 && count <= 200;
  const promise = usePromise({
    lines: isAsked
      ? [
          {
            editionId: offer.editionId,
            formatId: offer.formatId,
            productId: offer.productId,
            quantity: count,
          },
        ]
      : [],
    country: where,
    notBefore: null,
  });
  if (!offers.length) return null;
  return (
    <section aria-label="Before you say yes">
      <PanelTitle>
        Before you say yes <span>the honest day, and why</span>
      </PanelTitle>
      <Row style={{ alignItems: 'flex-start', marginTop: 8 }}>
        <Finder
          label="What is asked for"
          value={chosen}
          onChange={setChosen}
          onSearch={search}
          width={330}
          options={offers.map((each) => ({ key: offerKey(each), name: offerName(each) }))}
        />
        <Field label="How many" value={quantity} onChange={setQuantity} width={80} />
        <Field label="To" value={where} onChange={setWhere} width={150} />
        <div style={{ paddingTop: 18 }}>
          <ButtonLink href="/orders/new">Take it</ButtonLink>
        </div>
      </Row>
      <div aria-live="polite" style={{ marginTop: 10, minHeight: 40 }}>
        {promise ? <PromiseChart promise={promise} /> : <Small>Worked out as you choose.</Small>}
      </div>
    </section>
  );
}
