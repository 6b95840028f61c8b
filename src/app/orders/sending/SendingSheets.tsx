'use client';
import { ActionSheet } from '@/app/ActionSheet';
import type { CraftspersonModel, InsertModel, StampModel } from '@/app/models';
import { CRAFTS } from '@/core/order/orderWords';
import type { PostPolicy } from '@/core/order/policy';
import { INSERT_RULES } from '@/core/parcel/inserts';

export type Policy = PostPolicy & { holidayPlace: string };
type Figure = number | string | null;
type Named = { id: string; name: string };
const figure = (value: number | null | undefined): Figure => value ?? null;
const optionsOf = (words: readonly string[]) => words.map((key) => ({ key, name: key }));

export function PolicySheet({ policy, onClose }: { policy: Policy; onClose: () => void }) {
  return (
    <ActionSheet
      act="setPostPolicy"
      title="What is decided about sending"
      label="Keep it"
      about="policy"
      asks={[
        {
          kind: 'prose',
          name: 'countries',
          label: 'Countries',
          lines: 3,
          hint: 'a line each; empty: everywhere',
        },
        {
          kind: 'text',
          name: 'holidayPlace',
          label: 'Public holidays of',
          hint: 'PT, or DE-BY; empty: none',
        },
        { kind: 'money', name: 'trackedFrom', label: 'Tracked from', hint: 'empty: as the order asks' },
        { kind: 'money', name: 'insuredFrom', label: 'Insured from', hint: 'empty: as the order asks' },
        { kind: 'whole', name: 'returnDays', label: 'Days to send it back', required: true },
        { kind: 'whole', name: 'claimDays', label: 'Days to claim', required: true },
        { kind: 'whole', name: 'minutesADay', label: 'Minutes of work a day', required: true },
      ]}
      first={{
        countries: policy.countries.join('\n'),
        holidayPlace: policy.holidayPlace,
        trackedFrom: figure(policy.trackedFrom),
        insuredFrom: figure(policy.insuredFrom),
        returnDays: policy.returnDays as Figure,
        claimDays: policy.claimDays as Figure,
        minutesADay: policy.minutesADay as Figure,
      }}
      input={(v) => ({
        countries: v.countries
          .split('\n')
          .map((each) => each.trim())
          .filter(Boolean),
        holidayPlace: v.holidayPlace,
        trackedFrom: v.trackedFrom ?? '',
        insuredFrom: v.insuredFrom ?? '',
        returnDays: Number(v.returnDays),
        claimDays: Number(v.claimDays),
        minutesADay: Number(v.minutesADay),
      })}
      onClose={onClose}
    >
      <p style={{ marginBottom: 12 }}>
        What a buyer may send back, and by when, differs by place: ask someone licensed to advise.
      </p>
    </ActionSheet>
  );
}

export function StampSheet({
  stamp,
  today,
  onClose,
}: {
  stamp: StampModel | null;
  today: string;
  onClose: () => void;
}) {
  return (
    <ActionSheet
      act="saveStamp"
      title={stamp?.name ?? 'A stamp'}
      label="Keep it"
      about={stamp?.id ?? 'new'}
      asks={[
        { kind: 'text', name: 'name', label: 'What it is', required: true, autoFocus: true },
        { kind: 'money', name: 'value', label: 'Worth', required: true },
        { kind: 'whole', name: 'onHand', label: 'In the drawer', required: true },
        { kind: 'day', name: 'readOn', label: 'Value as of', required: true },
        { kind: 'tick', name: 'permanent', label: 'It keeps pace with the rate it is for' },
      ]}
      first={{
        name: stamp?.name ?? '',
        value: figure(stamp?.valueMinor),
        onHand: (stamp?.onHand ?? 0) as Figure,
        readOn: stamp?.readOn ?? today,
        permanent: stamp?.permanent ?? false,
      }}
      input={(v) => ({
        id: stamp?.id ?? null,
        name: v.name,
        value: v.value ?? '',
        onHand: Number(v.onHand),
        readOn: v.readOn,
        permanent: v.permanent,
      })}
      onClose={onClose}
    />
  );
}

export function InsertSheet({
  insert,
  supplies,
  goods,
  onClose,
}: {
  insert: InsertModel | null;
  supplies: Named[];
  goods: Named[];
  onClose: () => void;
}) {
  const none = { key: '', name: 'no' };
  const options = (all: Named[]) => [none, ...all.map(({ id, name }) => ({ key: id, name }))];
  return (
    <ActionSheet
      act="saveInsert"
      title={insert?.name ?? 'What goes in'}
      label="Keep it"
      about={insert?.id ?? 'new'}
      asks={[
        { kind: 'text', name: 'name', label: 'What it is', required: true, autoFocus: true },
        { kind: 'choice', name: 'rule', label: 'With which orders', options: optionsOf(INSERT_RULES) },
        { kind: 'weight', name: 'weight', label: 'Weighs', required: true },
        { kind: 'thickness', name: 'thickness', label: 'Thick', required: true },
        { kind: 'choice', name: 'supplyId', label: 'From the packing shelf', options: options(supplies) },
        { kind: 'choice', name: 'goodsId', label: 'From the goods', options: options(goods) },
      ]}
      first={{
        name: insert?.name ?? '',
        rule: insert?.rule ?? 'all',
        weight: figure(insert?.weightMg),
        thickness: figure(insert?.thicknessUm),
        supplyId: insert?.supplyId ?? '',
        goodsId: insert?.goodsId ?? '',
      }}
      input={(v) => ({
        id: insert?.id ?? null,
        name: v.name,
        rule: v.rule as (typeof INSERT_RULES)[number],
        weight: v.weight ?? '',
        thickness: v.thickness ?? '',
        supplyId: v.supplyId || null,
        goodsId: v.goodsId || null,
      })}
      onClose={onClose}
    />
  );
}

export function PersonSheet({
  person,
  onClose,
}: {
  person: CraftspersonModel | null;
  onClose: () => void;
}) {
  return (
    <ActionSheet
      act="saveCraftsperson"
      title={person?.name ?? 'Somebody elsewhere'}
      label="Keep it"
      about={person?.id ?? 'new'}
      asks={[
        { kind: 'text', name: 'name', label: 'Name', required: true, autoFocus: true },
        { kind: 'choice', name: 'craft', label: 'Craft', options: optionsOf(CRAFTS) },
        { kind: 'text', name: 'place', label: 'Place', required: true },
        { kind: 'text', name: 'country', label: 'Country', required: true },
        { kind: 'text', name: 'contact', label: 'Reached by' },
        { kind: 'money', name: 'price', label: 'Asks about' },
        { kind: 'whole', name: 'days', label: 'Takes days', required: true },
        { kind: 'text', name: 'notes', label: 'Notes' },
      ]}
      first={{
        name: person?.name ?? '',
        craft: person?.craft ?? 'framer',
        place: person?.place ?? '',
        country: person?.country ?? '',
        contact: person?.contact ?? '',
        price: figure(person?.priceMinor),
        days: (person?.days ?? 7) as Figure,
        notes: person?.notes ?? '',
      }}
      input={(v) => ({
        id: person?.id ?? null,
        name: v.name,
        craft: v.craft as (typeof CRAFTS)[number],
        place: v.place,
        country: v.country,
        contact: v.contact,
        price: v.price ?? '',
        days: Number(v.days),
        notes: v.notes,
      })}
      onClose={onClose}
    />
  );
}
