'use client';
import Link from 'next/link';
import { useState } from 'react';
import { useAction } from '@/app/useAction';
import type { Sellable } from '@/studio/orders/catalogue';
import type { ShownSet } from '@/studio/prices/sets';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
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
import { Verdict } from '@/ui/Verdict';
import { scaleOf, TrueSizes } from '../TrueSizes';
import { SetSheet } from './SetSheet';

export type SetShown = Omit<ShownSet, 'set'> & {
  id: string;
  name: string;
  priceMinor: number;
  sameNumber: boolean;
  notes: string;
};

/** A set stands beside words: half of what a work alone is drawn at. */
const SET_SCALE = 0.42;

/** Prints that are sold together: what a set brings, and how many of it can still be had. */
export function SetsView({ sets, offers }: { sets: SetShown[]; offers: readonly Sellable[] }) {
  const [open, setOpen] = useState<SetShown | 'new' | null>(null);
  // One scale for all of them: a pair of small prints looks smaller than one of large.
  const scale = scaleOf(sets.flatMap(drawnOf)) * SET_SCALE;
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Sets</PageTitle>
          <Lead>
            Prints that are sold together at a price of their own.{' '}
            <Link href="/works" prefetch={false}>
              All works
            </Link>
          </Lead>
        </div>
        {offers.length > 1 && (
          <Button main onPress={() => setOpen('new')}>
            Put a set together
          </Button>
        )}
      </PageHeader>
      <Stack $gap={18}>
        {sets.map((set) => (
          <OneSet key={set.id} {...{ set, scale }} onChange={() => setOpen(set)} />
        ))}
        {sets.length === 0 && (
          <Panel>
            <EmptyState title="No set yet">
              <p>
                {offers.length > 1
                  ? 'Two or more prints at one price: a pair, a triptych, a series under one number. The price is held against what they sell for one by one, and against what they cost.'
                  : 'A set is made of prints that are sold: first offer sizes of two works, and open their editions.'}
              </p>
            </EmptyState>
          </Panel>
        )}
      </Stack>
      {open && (
        <SetSheet offers={offers} set={open === 'new' ? null : open} onClose={() => setOpen(null)} />
      )}
    </Page>
  );
}

const drawnOf = ({ members }: SetShown) =>
  members.map(({ workId, title, size, picture }) => ({
    ...{ id: workId, title, widthUm: size.width, heightUm: size.height },
    ...{ sha256: picture, state: 'ready' as const },
  }));

function OneSet({ set, scale, onChange }: { set: SetShown; scale: number; onChange: () => void }) {
  const { money } = useUnits();
  const action = useAction();
  const { members, judged } = set;
  return (
    <Panel aria-label={set.name}>
      <PanelTitle>
        {set.name}{' '}
        <span>
          {money(set.priceMinor)} for {members.length}
        </span>
      </PanelTitle>
      <Columns $aside={500}>
        <TrueSizes works={drawnOf(set)} scale={scale} />
        <Stack $gap={8} style={{ padding: '18px 0' }}>
          <Verdict finding={judged.finding} />
          <p>{sayFree(set)}</p>
          <ul aria-label="Its prints">
            {members.map(({ productId, workId, title, name, price }, i) => (
              <li key={productId} style={{ padding: '2px 0' }}>
                <Link href={`/works/${workId}/price`} prefetch={false}>
                  {title}
                </Link>
                , {name}:{' '}
                <Small>
                  {price === null ? 'no price alone' : `${money(price)} alone`},{' '}
                  {money(judged.shares[i]!)} in the set
                </Small>
              </li>
            ))}
          </ul>
          {set.notes && <Small>{set.notes}</Small>}
          <Row>
            <Button onPress={onChange}>Change it</Button>
            <Button
              quiet
              isDisabled={action.isPending}
              onPress={() => action.run('endSet', { id: set.id, ended: true })}
            >
              No longer sold together
            </Button>
          </Row>
          <ErrorCallout error={action.error} />
        </Stack>
      </Columns>
    </Panel>
  );
}

function sayFree({ free, sameNumber, numbers }: SetShown): string {
  if (free === null) return 'As many sets as are asked for: its editions are open.';
  const count = free === 0 ? 'No whole set is left' : `${free} whole ${free === 1 ? 'set' : 'sets'} left`;
  if (!sameNumber) return `${count}.`;
  if (free === 0) return `${count}: no number is free in all its runs.`;
  const more = free > numbers.length ? ' and more' : '';
  return `${count}, each under one number: ${numbers.join(', ')}${more}.`;
}
