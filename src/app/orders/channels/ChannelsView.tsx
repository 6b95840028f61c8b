'use client';
import { useState } from 'react';
import styled from 'styled-components';
import { areaMm2, readNumber } from '@/core/measure';
import { compareChannels } from '@/core/price/channels';
import { depositOf, rulesFor } from '@/core/price/terms';
import { toDecimals } from '@/core/measure';
import { Button, Row } from '@/ui/Button';
import { Finder } from '@/ui/Choices';
import { Field } from '@/ui/Field';
import {
  Columns,
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
import { useUnits } from '@/ui/Units';
import type { ChannelsPageProps, ListedChannel } from '@/studio/sales/channelsPage';
import { useAskedChoices } from '@/app/useAskedChoices';
import { SalesNav } from '../SalesNav';
import { ChannelBars } from './ChannelBars';
import { ChannelRules } from './ChannelRules';
import { ChannelSheet } from './ChannelSheet';
import { MonthChart } from './MonthChart';

const Rules = styled.ul`
  display: grid;
  gap: 12px;
  li {
    display: grid;
    gap: 3px;
  }
`;

const idOf = ({ id }: { id: string }): string => id;

/** The same thing sold in several places: every cent of a sale, a month at any rate, where one overtakes another. */
export function ChannelsView(props: ChannelsPageProps) {
  const [editing, setEditing] = useState<ListedChannel | 'new' | null>(null);
  const { channels, things } = props;
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Channels</PageTitle>
          <Lead>
            Who keeps what where you sell. Rules are yours to write, each with the day it was read; what
            is due sold or not counts by the month.
          </Lead>
        </div>
        <Button main onPress={() => setEditing('new')}>
          Record a channel
        </Button>
      </PageHeader>
      <SalesNav />
      {channels.length === 0 ? (
        <Panel>
          <EmptyState title="No channel is recorded yet">
            <p>
              Your own site, a market place, a shop that takes its half, a stall at a fair: write down
              what each keeps, and the same print can be held against all of them.
            </p>
          </EmptyState>
        </Panel>
      ) : (
        <Panel>
          <Columns $aside={340}>
            {things.length === 0 ? (
              <EmptyState title="Nothing has a price yet">
                <p>As soon as a product has one, each channel shows what a sale of it leaves there.</p>
              </EmptyState>
            ) : (
              <Comparison {...props} />
            )}
            <Stack $gap={12}>
              <PanelTitle>Their rules</PanelTitle>
              <Rules>
                {channels.map((channel) => (
                  <ChannelRules
                    key={channel.id}
                    channel={channel}
                    {...props}
                    onChange={() => setEditing(channel)}
                  />
                ))}
              </Rules>
            </Stack>
          </Columns>
        </Panel>
      )}
      {editing && (
        <ChannelSheet channel={editing === 'new' ? null : editing} onClose={() => setEditing(null)} />
      )}
    </Page>
  );
}

function Comparison({ channels, things: first, ratePerHour }: ChannelsPageProps) {
  const { choices: things, search } = useAskedChoices('/api/orders/things', first, idOf);
  const { money } = useUnits();
  const [at, setAt] = useState(first[0]!.id);
  const thing = things.find((each) => each.id === at) ?? things[0]!;
  const [typed, setTyped] = useState('6');
  const perMonth = Math.max(0, readNumber(typed) ?? 0);
  const product = { price: thing.price, cost: thing.cost, carriageCharged: thing.carriageCharged };
  const compared = compareChannels({
    product,
    perMonth,
    channels: channels.map((channel) =>
      rulesFor(channel.name, channel.rules, areaMm2(thing.image), ratePerHour),
    ),
  });
  const late = compared.crossings.filter((crossing) => crossing.perMonth >= 1);
  return (
    <Stack $gap={18}>
      <Row style={{ alignItems: 'flex-start' }}>
        <Finder
          label="What is sold"
          value={thing.id}
          onChange={setAt}
          onSearch={search}
          options={things.map(({ id, name }) => ({ key: id, name }))}
          width={380}
        />
        <Field label="Sales a month" value={typed} onChange={setTyped} width={110} inputMode="decimal" />
        <Small style={{ paddingTop: 22 }}>
          {money(thing.price)}, costs {money(thing.cost)}; {thing.sold} sold in a year
        </Small>
      </Row>
      <ChannelBars answers={compared.channels} buyerPays={thing.price + thing.carriageCharged} />
      <MonthChart answers={compared.channels} perMonth={perMonth} crossings={late} />
      <Deposits channels={channels} areaMm2={areaMm2(thing.image)} perMonth={perMonth} />
      <Stack $gap={3}>
        {late.length === 0 ? (
          <Small>At no rate from one sale a month on does one overtake another.</Small>
        ) : (
          late.slice(0, 4).map(({ a, b, perMonth: rate }) => (
            <p key={`${a}${b}`}>
              From {Math.floor(rate) + 1} sales a month on {a} leaves more than {b}
              <Small> (even at {toDecimals(rate, 1)})</Small>.
            </p>
          ))
        )}
      </Stack>
    </Stack>
  );
}

/** What partners want put down before a sale is paid out: money of one's own that is out meanwhile. */
function Deposits({
  channels,
  areaMm2: area,
  perMonth,
}: {
  channels: readonly ListedChannel[];
  areaMm2: number;
  perMonth: number;
}) {
  const { money } = useUnits();
  return channels.map(({ id, name, rules }) => {
    const charge = rulesFor(name, rules, area, 0).partnerCharge;
    if (!rules.partner?.deposit || !charge) return null;
    const { perSale, tiedUp } = depositOf(rules.partner, charge, perMonth);
    return (
      <p key={id}>
        {name} wants {money(perSale)} put down for each sale; at {perMonth} a month <b>{money(tiedUp)}</b>{' '}
        of yours is out at any time.
      </p>
    );
  });
}
