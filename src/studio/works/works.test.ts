import { findRows } from '@/store/rows';
import { emptyStudio, furnished, refused, withPrints, WORK } from '../../../tests/unit/helpers/house';
import * as formatActs from '../formats/formatActions';
import { listingOf } from '../prices/listing';
import { performByName } from '../registry';
import { archiveWork, recordWork } from './workActions';
import { loadWorkPage } from './workPage';
describe('works', () => {
  test('a work is put away and brought back; a size it cannot have is named', async () => {
    const studio = await emptyStudio();
    const { id } = await recordWork(studio, WORK);
    const done = await archiveWork(studio, { id: id!, archived: true });
    await performByName(studio, done.undo!.act, done.undo!.input);
    expect((await findRows(studio.db, 'works'))[0]!.archivedAt).toBeNull();
    expect((await refused(recordWork(studio, { ...WORK, size: '12 smoots' }))).field).toBe('size');
    expect((await refused(recordWork(studio, { ...WORK, drySince: '2999-01-01' }))).field).toBe(
      'drySince',
    );
    expect((await refused(recordWork(studio, { ...WORK, title: '  ' }))).field).toBe('title');
  });

  test('the seven stations say how a work stands, and the listing leaves out what cannot be sold', async () => {
    const f = await furnished();
    await formatActs.offerFormat(f.studio, { workId: f.workId, size: '800 x 600 mm', family: 'own' });
    await withPrints(f, 10, 1);
    const whole = (await loadWorkPage(f.studio, f.workId))!;
    expect(whole.findings.map((x) => [x.station, x.mark])).toEqual([
      ['original', 'holds'],
      ['capture', 'care'],
      ['sizes', 'fails'],
      ['proofs', 'none'],
      ['edition', 'holds'],
      ['price', 'care'],
      ['listing', 'none'],
    ]);
    expect(whole.findings[1]!.says).toContain('no profile');
    const listing = await listingOf(f.studio, whole);
    expect(listing.ready).toBe(true);
    expect(listing.left).toEqual([{ name: '800 × 600 mm', why: 'the file is too thin for it' }]);
    expect(listing.paragraphs.join(' ')).toContain('10 are still to be had');
  });
});
