import type { Metadata } from 'next';
import { moveModel, photographModel, workModel } from '@/app/models';
import { NotesPart } from '@/app/NotesPart';
import { seen } from '@/app/seen';
import { notesOf } from '@/store/notes';
import { localDay } from '@/core/measure';
import { movesOf } from '@/studio/works/custody';
import { photographsOf } from '@/studio/works/photographs';
import { wholeOf, type Params } from '../workPage';
import { CustodyLog } from './CustodyLog';
import { OriginalView } from './OriginalView';
import { Photographs } from './Photographs';

export const metadata: Metadata = { title: 'Original' };

async function OriginalPage({ params }: Params) {
  const { work, current, settings, studio } = await wholeOf(params);
  const today = localDay(studio.now(), settings.timeZone);
  return (
    <>
      <OriginalView
        key={work.id}
        work={workModel(work)}
        artist={settings.artist}
        picture={current?.state === 'ready' ? current.sha256 : null}
      />
      <Photographs
        workId={work.id}
        title={work.title}
        list={(await photographsOf(studio.db, work.id)).map(photographModel)}
        today={today}
      />
      <CustodyLog
        workId={work.id}
        title={work.title}
        moves={(await movesOf(studio.db, work.id)).map(moveModel)}
        today={today}
      />
      <div style={{ marginTop: 26 }}>
        <NotesPart
          subject="work"
          subjectId={work.id}
          notes={await notesOf(studio.db, { subject: 'work', subjectId: work.id })}
        />
      </div>
    </>
  );
}

export default seen(OriginalPage);
