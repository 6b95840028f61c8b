import { seen } from '@/app/seen';
import { queryOf } from '@/app/query';
import { eq } from 'drizzle-orm';
import { supplies } from '@/store/schema';
import { pictureFor } from '@/studio/drawings';
import { cuttersAtHand, mountsOf } from '@/studio/mounting';
import { localDay } from '@/core/measure';
import { wholeOf, type Params } from '../../whole';
import { MountView } from './MountView';

async function MountPage({
  params,
  searchParams,
}: Params & { searchParams: Promise<{ size?: string }> }) {
  const { work, current, formats, settings, studio } = await wholeOf(params);
  const [cutters, mounts, kits] = await Promise.all([
    cuttersAtHand(studio.db),
    mountsOf(studio.db, work.id),
    studio.db.select().from(supplies).where(eq(supplies.kind, 'mat')),
  ]);
  return (
    <MountView
      key={work.id}
      title={work.title}
      formats={formats.map((f) => ({ format: f, ...pictureFor(f, current) }))}
      asked={(await queryOf(searchParams)).size ?? null}
      cutters={cutters}
      mounts={mounts.filter((m) => m.kind !== 'wrap')}
      kits={kits}
      today={localDay(studio.now(), settings.timeZone)}
    />
  );
}

export default seen(MountPage);
