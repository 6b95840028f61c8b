import fc from 'fast-check';
import { IMPRESSION_KINDS, IMPRESSION_STATES } from '@/core/edition/impressionStates';
import type { SheetRow } from '@/store/editions';
import type { EditionModel } from '../../models';
import { packSheet, unpackSheet, type SheetLine } from './sheets';
import { filterSheets, sheetWord, wordGroup } from './useEditionDesk';

const row = fc.record<SheetRow>({
  id: fc.string({ minLength: 1 }),
  kind: fc.constantFrom(...IMPRESSION_KINDS),
  number: fc.integer({ min: 1, max: 5_000 }),
  state: fc.constantFrom(...IMPRESSION_STATES),
  formatId: fc.option(fc.string()),
  paperId: fc.option(fc.string()),
  orderLineId: fc.option(fc.string()),
  orderNumber: fc.option(fc.integer({ min: 101, max: 9_999 })),
  orderId: fc.option(fc.string()),
  heldBack: fc.boolean(),
  isReserved: fc.boolean(),
  hasCertificate: fc.boolean(),
});
const signed = { signing: 'front', closedAt: null } as unknown as EditionModel;

test('a sheet comes out of its packing as it went in', () =>
  fc.assert(
    fc.property(row, (given) => {
      const { impression, ...rest } = unpackSheet(packSheet(given));
      expect({ ...impression, ...rest }).toEqual(given);
    }),
  ));

describe('the word under a sheet', () => {
  const line = (more: Partial<SheetRow>): SheetLine =>
    unpackSheet(
      packSheet({
        id: 'i',
        kind: 'run',
        number: 7,
        state: 'signed',
        formatId: 'f',
        paperId: null,
        orderLineId: null,
        orderNumber: null,
        orderId: null,
        heldBack: false,
        isReserved: false,
        hasCertificate: false,
        ...more,
      }),
    );
  test.each([
    [{}, 'ready'],
    [{ state: 'allocated', orderNumber: 126 }, 'for 126'],
    [{ heldBack: true }, 'kept back'],
    [{ heldBack: true, state: 'kept' }, 'kept'],
    [{ isReserved: true }, 'reserved'],
    [{ isReserved: true, heldBack: true, state: 'declared' }, 'kept back'],
  ] as const)('of %j is “%s”', (more, word) => expect(sheetWord(line(more), signed)).toBe(word));

  test('sheets for different orders are one group, and found by it, by size and by number', () => {
    const rows = [
      line({ id: 'a', state: 'allocated', orderNumber: 126 }),
      line({ id: 'b', state: 'allocated', orderNumber: 127, number: 8 }),
      line({ id: 'c', number: 9, formatId: 'g' }),
    ];
    const found = (filter: Partial<Parameters<typeof filterSheets>[1]>) =>
      filterSheets(rows, { word: '', formatId: '', numbers: '', ...filter }, signed).map(
        (each) => each.impression.id,
      );
    expect(wordGroup(rows[0]!, signed)).toBe('for an order');
    expect(found({ word: 'for an order' })).toEqual(['a', 'b']);
    expect(found({ formatId: 'g' })).toEqual(['c']);
    expect(found({ numbers: '8–9' })).toEqual(['b', 'c']);
    // What is no number yet is nobody's.
    expect(found({ numbers: '8–' })).toEqual([]);
  });
});
