import { moveModel, workModel } from '@/app/models';
import { seen } from '@/app/seen';
import { WorkForm } from '@/app/works/WorkForm';
import { localDay } from '@/core/measure';
import { movesOf } from '@/studio/works/custody';
import { wholeOf, type Params } from '../workPage';
import { CustodyLog } from './CustodyLog';

async function OriginalPage({ params }: Params) {
  const { work, settings, studio } = await wholeOf(params);
  return (
    <>
      <WorkForm key={work.id} work={workModel(work)} />
      <CustodyLog
        workId={work.id}
        title={work.title}
        moves={(await movesOf(studio.db, work.id)).map(moveModel)}
        today={localDay(studio.now(), settings.timeZone)}
      />
    </>
  );
}

export default seen(OriginalPage);
