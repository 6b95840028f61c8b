'use client';
import { useFormContext, useWatch } from 'react-hook-form';
import { ActionSheet } from '@/app/ActionSheet';
import { offerKey, offerName } from '@/app/orders/new/offers';
import { useAskedChoices } from '@/app/useAskedChoices';
import { moneyOrNull } from '@/core/measure';
import type { Sellable } from '@/studio/orders/catalogue';
import { Button, Row } from '@/ui/Button';
import { Finder } from '@/ui/Choices';
import type { Ask } from '@/ui/form/fields';
import { Small, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import type { SetShown } from './SetsView';

type Member = {
  editionId: string;
  formatId: string;
  productId: string;
  says: string;
  price: number | null;
};
type Values = {
  name: string;
  price: number | string | null;
  sameNumber: boolean;
  notes: string;
  members: Member[];
};

const asksIn = (currency: string): readonly Ask[] => [
  { kind: 'text', name: 'name', label: 'Name of the set', required: true },
  { kind: 'money', name: 'price', label: `Price together, ${currency}`, required: true },
  { kind: 'tick', name: 'sameNumber', label: 'Under one number: the same of every run' },
  { kind: 'text', name: 'notes', label: 'Notes' },
];

/** Puts a set together out of what is sold, and judges its price while it is typed. */
export function SetSheet({
  set,
  offers,
  onClose,
}: {
  set: SetShown | null;
  offers: readonly Sellable[];
  onClose: () => void;
}) {
  const { currency } = useUnits();
  return (
    <ActionSheet
      act="keepSet"
      title={set ? `The set ${set.name}` : 'A set'}
      label="Keep this set"
      about={set?.id ?? 'new'}
      width={640}
      asks={asksIn(currency)}
      first={firstOf(set)}
      input={({ members, ...values }: Values) => ({
        ...values,
        id: set?.id ?? null,
        price: values.price ?? '',
        members: members.map(({ editionId, formatId, productId }) => ({
          ...{ editionId, formatId, productId },
        })),
      })}
      isDisabled={({ members }) => members.length < 2}
      onClose={onClose}
      below={(values) => <Beside values={values} />}
    >
      <Members offers={offers} />
    </ActionSheet>
  );
}

const firstOf = (set: SetShown | null): Values => ({
  name: set?.name ?? '',
  price: set?.priceMinor ?? null,
  sameNumber: set?.sameNumber ?? false,
  notes: set?.notes ?? '',
  members:
    set?.members.map(({ editionId, formatId, productId, title, name, price }) => ({
      ...{ editionId, formatId, productId, price },
      says: `${title}, ${name}`,
    })) ?? [],
});

/** What is in the set so far, and a field that finds what else is sold. */
function Members({ offers: first }: { offers: readonly Sellable[] }) {
  const { control, setValue } = useFormContext<Values>();
  const members = useWatch({ control, name: 'members' });
  const { choices, search } = useAskedChoices('/api/orders/offers', first, offerKey);
  const { money } = useUnits();
  const isIn = ({ productId }: Sellable) => members.some((each) => each.productId === productId);
  const open = choices.filter((offer) => offer.productId !== null && !isIn(offer));
  const keep = (next: Member[]) => setValue('members', next, { shouldDirty: true });
  const add = (key: string) => {
    const offer = open.find((each) => offerKey(each) === key);
    if (!offer) return;
    const { editionId, formatId, title, formatName, finish, priceMinor } = offer;
    const says = [title, formatName, finish !== 'loose' && finish].filter(Boolean).join(', ');
    keep([...members, { editionId, formatId, productId: offer.productId!, says, price: priceMinor }]);
  };
  return (
    <Stack $gap={6} style={{ marginBottom: 12 }}>
      <ol aria-label="Prints of the set">
        {members.map(({ productId, says, price }, i) => (
          <li key={productId}>
            <Row>
              <span>
                {says} <Small>{price === null ? 'no price alone' : money(price)}</Small>
              </span>
              <Button
                quiet
                aria-label={`Leave out ${says}`}
                onPress={() => keep(members.filter((_, k) => k !== i))}
              >
                leave out
              </Button>
            </Row>
          </li>
        ))}
      </ol>
      <Finder
        label="Add a print"
        value=""
        onChange={add}
        onSearch={search}
        width={480}
        options={open.map((offer) => ({ key: offerKey(offer), name: offerName(offer) }))}
      />
      {members.length < 2 && <Small>A set has at least two prints.</Small>}
    </Stack>
  );
}

/** What the prints sell for one by one, beside the price that is typed. */
function Beside({ values: { members, price } }: { values: Values }) {
  const { currency, money } = useUnits();
  if (members.length < 2) return null;
  if (members.some((each) => each.price === null))
    return <Small>One of them has no price alone: what is saved cannot be said.</Small>;
  const singles = members.reduce((sum, each) => sum + each.price!, 0);
  const together = typeof price === 'string' ? moneyOrNull(price, currency) : price;
  const saved = typeof together === 'number' ? singles - together : null;
  return (
    <p aria-live="polite">
      One by one they are {money(singles)}.{' '}
      {saved !== null && saved !== 0 && (
        <>
          Together {money(Math.abs(saved))} {saved > 0 ? 'less' : 'more'},{' '}
          {Math.round((100 * Math.abs(saved)) / Math.max(1, singles))} %.
        </>
      )}
    </p>
  );
}
