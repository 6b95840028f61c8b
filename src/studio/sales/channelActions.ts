import { InputError, RefusedError } from '@/core/errors';
import { isBlank, localDay, parseSum } from '@/core/measure';
import type { ChannelTerms } from '@/core/price/terms';
import { CHANNEL_KINDS } from '@/core/product/words';
import { findRows, insertRow, patchRow, rowById } from '@/store/rows';
import { defineAction } from '../action';
import {
  day,
  id,
  listOf,
  moneyInput,
  name,
  numberBetween,
  objectSchema,
  oneOf,
  orNull,
  prose,
  Type,
  wholeNumber,
} from '../schemas';
import { noteInJournal } from '../studio';

const share = numberBetween(0, 1);
const stall = objectSchema({
  fee: moneyInput,
  hours: numberBetween(0, 240),
  km: numberBetween(0, 20_000),
  perKm: moneyInput,
  days: wholeNumber(1, 60),
  perMonth: numberBetween(0, 31),
});
const partner = objectSchema({
  perM2: moneyInput,
  minimum: moneyInput,
  /** Put down with the order, of what it asks; left out: nothing. */
  deposit: Type.Optional(share),
  heldDays: Type.Optional(numberBetween(0, 366)),
});

/** Keeps where things are sold, and its rules of who keeps what, with the day they were read. */
export const saveChannel = defineAction({
  name: 'saveChannel',
  input: objectSchema({
    id: orNull(id),
    name,
    kind: oneOf(...CHANNEL_KINDS),
    shareFees: listOf(objectSchema({ name, share }), { maxItems: 20 }),
    fixedFees: listOf(objectSchema({ name, amount: moneyInput }), { maxItems: 20 }),
    shareOfRetail: share,
    taxOnFees: share,
    monthly: moneyInput,
    perListing: moneyInput,
    listings: wholeNumber(0, 100_000),
    partner: orNull(partner),
    stall: orNull(stall),
    readOn: orNull(day),
    notes: prose,
  }),

  async run({ studio, tx, input }) {
    const { currency, timeZone } = await studio.settings();
    const sum = (value: string | number, field: string) =>
      isBlank(value) ? 0 : parseSum(value, currency, field);
    const fees = [...input.shareFees.map((fee) => fee.share), input.shareOfRetail];
    if (fees.reduce((a, b) => a + b, 0) > 1)
      throw new InputError('shareFees', fees, 'shares that are together not more than all of it');
    const rules: ChannelTerms = {
      shareFees: input.shareFees,
      fixedFees: input.fixedFees.map((fee, i) => ({
        name: fee.name,
        amount: sum(fee.amount, `fixedFees[${i}].amount`),
      })),
      shareOfRetail: input.shareOfRetail,
      taxOnFees: input.taxOnFees,
      monthly: sum(input.monthly, 'monthly'),
      perListing: sum(input.perListing, 'perListing'),
      listings: input.listings,
      partner: input.partner && {
        perM2: sum(input.partner.perM2, 'partner.perM2'),
        minimum: sum(input.partner.minimum, 'partner.minimum'),
        ...(input.partner.deposit && {
          deposit: input.partner.deposit,
          heldDays: input.partner.heldDays ?? 0,
        }),
      },
      stall: input.stall && {
        ...input.stall,
        fee: sum(input.stall.fee, 'stall.fee'),
        perKm: sum(input.stall.perKm, 'stall.perKm'),
      },
    };
    const all = await findRows(tx, 'channels', { archivedAt: null });
    const wanted = input.name.trim().toLowerCase();
    if (all.some((other) => other.id !== input.id && other.name.trim().toLowerCase() === wanted))
      throw new InputError('name', input.name, 'a name that no other channel bears');
    const before = input.id ? await rowById(tx, 'channels', input.id, 'id') : undefined;
    const channelId = input.id ?? studio.newId();
    const row = {
      name: input.name,
      kind: input.kind,
      rules,
      readOn: input.readOn ?? localDay(studio.now(), timeZone),
      notes: input.notes,
    };
    if (before) await patchRow(tx, 'channels', channelId, row);
    else await insertRow(tx, 'channels', { id: channelId, ...row });
    await noteInJournal(studio, tx, {
      act: before ? 'changed' : 'recorded',
      subject: 'channel',
      subjectId: channelId,
      says: `${before ? 'Changed' : 'Recorded'} the channel ${input.name}`,
      before,
      after: row,
    });
    return { message: `${input.name} is kept.`, id: channelId };
  },
});

/** Nothing is sold there any more. */
export const archiveChannel = defineAction({
  name: 'archiveChannel',
  input: objectSchema({ id }),

  async run({ studio, tx, input }) {
    const channel = await rowById(tx, 'channels', input.id, 'id');
    if (channel.archivedAt) throw new RefusedError(`Nothing is sold at ${channel.name} any more.`);
    await patchRow(tx, 'channels', channel.id, { archivedAt: studio.now() });
    await noteInJournal(studio, tx, {
      act: 'removed',
      subject: 'channel',
      subjectId: channel.id,
      says: `Nothing is sold at ${channel.name} any more`,
    });
    return { message: `Nothing is sold at ${channel.name} any more.` };
  },
});
