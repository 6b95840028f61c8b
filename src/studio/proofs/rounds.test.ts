import { printImpressions } from '../editions/impressionActions';
import { register } from '@/store/schema';
import { eq, sql } from 'drizzle-orm';
import {
  acceptedProof,
  furnished,
  numbersOf,
  refused,
  withPrints,
  WORK,
} from '../../../tests/unit/helpers/house';
import * as editions from '../editions/editionActions';
import * as formatActs from '../formats/formatActions';
import { performByName } from '../registry';
import { recordWork } from '../works/workActions';
import { loadWorkPage } from '../works/workPage';
import * as proofs from './roundActions';
import { proofStates } from './rounds';
describe('proof rounds', () => {
  test('an accepted whole proof is the reference until something it was made of changes; printing then asks for a reason', async () => {
    const f = await furnished();
    const proofId = await acceptedProof(f);
    const { editionId } = await withPrints(f, 10, 1);
    const print = async (n: number, reason = '') =>
      printImpressions(f.studio, {
        editionId,
        impressionIds: [(await numbersOf(f.studio, editionId))[n]!.id],
        count: null,
        formatId: f.formatId,
        paperId: f.paperId,
        reason,
      });
    await print(1);
    expect((await numbersOf(f.studio, editionId))[1]).toMatchObject({ proofId });
    await formatActs.changeBorder(f.studio, {
      id: f.formatId,
      top: '30',
      right: '30',
      bottom: '30',
      left: '30',
    });
    expect(await refused(print(2))).toMatchObject({
      overridable: true,
      message: expect.stringContaining('stale: the border changed since'),
    });
    await print(2, 'Only the border grew.');
    const lines = await f.studio.db.select().from(register).where(eq(register.act, 'printed'));
    expect(lines.at(-1)!.body).toMatchObject({
      override: 'Only the border grew.',
      because: expect.stringContaining('stale'),
    });
    const whole = await loadWorkPage(f.studio, f.workId);
    expect((await proofStates(f.studio, whole!.proofs))[0]!.stale).toEqual(['the border']);
  });

  test('a wet proof is judged only with a reason; a snippet never becomes the reference; a judgement can be taken back', async () => {
    let now = '2026-11-24T09:00:00.000Z';
    const f = await furnished({ now: () => now });
    const ask = (kind: 'whole' | 'snippet') =>
      proofs.askProof(f.studio, {
        formatId: f.formatId,
        paperId: f.paperId,
        routeId: f.routeId,
        kind,
        changed: '',
        cost: '',
        made: true,
      });
    const judge = (id: string, reason = '') =>
      proofs.judgeProof(f.studio, { id, verdict: 'accept', light: '', distance: '', words: '', reason });
    const whole = (await ask('whole')).id!;
    now = '2026-11-24T20:00:00.000Z';
    expect(await refused(judge(whole))).toMatchObject({
      overridable: true,
      message: 'It has dried 11 h of 24; colours still move for 13 h. Give a reason to judge it now.',
    });
    now = '2026-11-25T09:00:00.000Z';
    const done = await judge(whole);
    expect((await loadWorkPage(f.studio, f.workId))!.proofs[0]!.proof).toMatchObject({
      reference: true,
      words: '',
      distanceUm: 250_000,
    });
    await performByName(f.studio, done.undo!.act, done.undo!.input);
    await judge(whole);
    const snippet = (await ask('snippet')).id!;
    await judge(snippet, 'only a snippet');
    const rows = await f.studio.db.all<{ id: string; reference: number; round: number }>(
      sql`SELECT id, reference, round FROM proofs ORDER BY round`,
    );
    expect(rows.map((r) => [r.round, Boolean(r.reference)])).toEqual([
      [1, true],
      [2, false],
    ]);
  });

  test('no proof without a master; none of a work that may not be printed', async () => {
    const f = await furnished({ withMaster: false });
    expect(
      (
        await refused(
          proofs.askProof(f.studio, {
            formatId: f.formatId,
            paperId: f.paperId,
            routeId: f.routeId,
            kind: 'whole',
            changed: '',
            cost: '',
            made: true,
          }),
        )
      ).message,
    ).toMatch(/has no master yet/);
    const no = (await recordWork(f.studio, { ...WORK, title: 'Hers', mayPrint: 'no' })).id!;
    expect(
      (await refused(formatActs.offerFormat(f.studio, { workId: no, size: 'A4', family: 'own' })))
        .message,
    ).toMatch(/may not be printed/);
    expect(
      (
        await refused(
          editions.openEdition(f.studio, {
            workId: no,
            kind: 'open',
            size: null,
            proofs: { AP: 0, PP: 0, HC: 0 },
            run: 'all sizes',
            formatId: null,
            signing: 'front',
          }),
        )
      ).message,
    ).toMatch(/may not be printed yet/);
  });
});
