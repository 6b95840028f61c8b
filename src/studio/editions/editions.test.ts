import { handleImpressions, printImpressions } from './impressionActions';
import { appendToRegister, registerLength } from '@/store/editions';
import { editions as editionRows, impressions, register } from '@/store/schema';
import { eq, sql } from 'drizzle-orm';
import {
  acceptedProof,
  furnished,
  numbersOf,
  refused,
  withPrints,
} from '../../../tests/unit/helpers/house';
import { performByName } from '../registry';
import * as editions from './editionActions';
import { checkRegister, loadImpression } from './editions';
describe('an edition', () => {
  test('is declared once, refuses a second run, closes for good, and its lines cannot be changed', async () => {
    const f = await furnished({ withMaster: false });
    const { editionId, ids } = await withPrints(f, 10, 3);
    expect(
      (
        await refused(
          editions.openEdition(f.studio, {
            workId: f.workId,
            kind: 'limited',
            size: 5,
            proofs: { AP: 0, PP: 0, HC: 0 },
            run: 'all sizes',
            formatId: null,
            signing: 'front',
          }),
        )
      ).message,
    ).toMatch(/an edition of 10 of this work already/);
    await editions.openEdition(f.studio, {
      workId: f.workId,
      kind: 'open',
      size: null,
      proofs: { AP: 0, PP: 0, HC: 0 },
      run: 'all sizes',
      formatId: null,
      signing: 'front',
    });
    await expect(f.studio.db.update(register).set({ who: 'somebody else' })).rejects.toMatchObject({
      cause: { message: expect.stringContaining('append-only') },
    });
    await expect(f.studio.db.delete(register)).rejects.toMatchObject({
      cause: { message: expect.stringContaining('append-only') },
    });
    expect(
      (
        await refused(
          handleImpressions(f.studio, {
            editionId,
            impressionIds: [ids[0]!],
            act: 'passed',
            note: '',
          }),
        )
      ).message,
    ).toBe('1/10 is ready: it cannot be passed now.');
    expect(
      (
        await refused(
          handleImpressions(f.studio, {
            editionId,
            impressionIds: [ids[0]!],
            act: 'destroyed',
            note: ' ',
          }),
        )
      ).field,
    ).toBe('note');
    expect((await editions.closeEdition(f.studio, { id: editionId, reason: 'enough' })).message).toMatch(
      /Closed with 3 impressions made/,
    );
    expect(
      (await refused(editions.closeEdition(f.studio, { id: editionId, reason: '' }))).message,
    ).toMatch(/closed already/);
    expect(
      (await f.studio.db.select().from(editionRows).where(eq(editionRows.id, editionId)))[0]!.closedAt,
    ).not.toBeNull();
    expect(await checkRegister(f.studio)).toMatchObject({ whole: true });
  });

  test('a line forged in the file itself is found by the check', async () => {
    const f = await furnished({ withMaster: false });
    await withPrints(f, 4, 2);
    await f.studio.store.write(async (tx) => {
      await tx.run(sql`DROP TRIGGER register_never_changed`);
      await tx.run(sql`UPDATE register SET body = '{"number":"9/4"}' WHERE seq = 3`);
    });
    expect(await checkRegister(f.studio)).toMatchObject({ whole: false, brokenAt: 3 });
  });

  test('a long register is walked in two halves at once, and a line forged or taken out of either is named', async () => {
    const f = await furnished({ withMaster: false });
    const { editionId } = await withPrints(f, 4, 0);
    const lines = (n: number) =>
      Array.from({ length: n }, (_, i) => ({
        ...{ at: '2026-11-24T10:00:00.000Z', who: 'Ilse', act: 'noted', editionId },
        ...{ impressionId: null, body: { i, says: 'a “line” — with signs' } },
      }));
    await f.studio.store.write((tx) => appendToRegister(tx, lines(5_000)));
    const { entries } = await registerLength(f.studio.db);
    expect(await checkRegister(f.studio)).toMatchObject({ whole: true, entries });
    const forge = (statement: ReturnType<typeof sql>) =>
      f.studio.store.write(async (tx) => {
        await tx.run(sql`DROP TRIGGER IF EXISTS register_never_changed`);
        await tx.run(sql`DROP TRIGGER IF EXISTS register_never_removed`);
        await tx.run(statement);
      });
    await forge(sql`UPDATE register SET who = 'Olm' WHERE seq = 4000`);
    expect(await checkRegister(f.studio)).toMatchObject({ whole: false, brokenAt: 4_000 });
    await forge(sql`UPDATE register SET who = 'Olm' WHERE seq = 1000`);
    expect(await checkRegister(f.studio)).toMatchObject({ whole: false, brokenAt: 1_000 });
    await forge(sql`UPDATE register SET who = 'Ilse' WHERE seq IN (1000, 4000)`);
    expect(await checkRegister(f.studio)).toMatchObject({ whole: true, entries });
    const middle = Math.floor(entries / 2);
    await forge(sql`DELETE FROM register WHERE seq = ${middle}`);
    expect(await checkRegister(f.studio)).toMatchObject({ whole: false, brokenAt: middle + 1 });
  });

  test('signing by mistake is taken back, in words; a destroyed number is made again or retired as it was declared', async () => {
    const f = await furnished({ withMaster: false });
    const { editionId, ids } = await withPrints(f, 10, 2);
    const passed = await numbersOf(f.studio, editionId).then((all) => all[2]!.id);
    await printImpressions(f.studio, {
      editionId,
      impressionIds: [passed],
      count: null,
      formatId: f.formatId,
      paperId: f.paperId,
      reason: 'test',
    });
    await handleImpressions(f.studio, {
      editionId,
      impressionIds: [passed],
      act: 'passed',
      note: '',
    });
    const signed = await handleImpressions(f.studio, {
      editionId,
      impressionIds: [passed],
      act: 'signed',
      note: '',
    });
    await performByName(f.studio, signed.undo!.act, signed.undo!.input);
    expect(await loadImpression(f.studio, passed)).toMatchObject({
      word: 'to sign',
      impression: { signedAt: null },
      history: [
        expect.objectContaining({ act: 'taken back' }),
        expect.objectContaining({ act: 'signed' }),
        expect.anything(),
        expect.anything(),
      ],
    });
    await handleImpressions(f.studio, {
      editionId,
      impressionIds: [ids[0]!],
      act: 'destroyed',
      note: 'coffee',
    });
    await handleImpressions(f.studio, {
      editionId,
      impressionIds: [ids[0]!],
      act: 'remade',
      note: '',
    });
    expect((await numbersOf(f.studio, editionId))[0]).toMatchObject({
      state: 'declared',
      printedAt: null,
    });
    await editions.closeEdition(f.studio, { id: editionId, reason: 'enough of it' });
    const { id: second } = await editions.openEdition(f.studio, {
      workId: f.workId,
      kind: 'limited',
      size: 3,
      proofs: { AP: 0, PP: 0, HC: 0 },
      run: 'all sizes',
      formatId: null,
      signing: 'front',
      name: 'second run',
      remake: 'retire',
    });
    const one = (await numbersOf(f.studio, second!))[0]!.id;
    const again = { editionId: second!, impressionIds: [one], act: 'remade' as const, note: '' };
    expect((await refused(handleImpressions(f.studio, again))).message).toMatch(/is retired/);
  });

  test('an open edition numbers on, and prints no reason without need', async () => {
    const f = await furnished();
    await acceptedProof(f);
    const editionId = (
      await editions.openEdition(f.studio, {
        workId: f.workId,
        kind: 'open',
        size: null,
        proofs: { AP: 3, PP: 0, HC: 0 },
        run: 'all sizes',
        formatId: null,
        signing: 'on request',
      })
    ).id!;
    const print = (count: number) =>
      printImpressions(f.studio, {
        editionId,
        impressionIds: null,
        count,
        formatId: f.formatId,
        paperId: f.paperId,
        reason: '',
      });
    await print(2);
    expect((await print(1)).message).toBe('no. 3 printed. Inspect it when dry.');
    expect((await f.studio.db.select().from(impressions)).map((i) => i.number)).toEqual([1, 2, 3]);
  });
});
