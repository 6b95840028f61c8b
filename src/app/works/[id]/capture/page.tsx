import type { Metadata } from 'next';
import { masterModel } from '@/app/models';
import { seen } from '@/app/seen';
import { lookAlikes } from '@/studio/capture/likeness';
import { measuringOf, masterFindings, readingsOf } from '@/studio/capture/measure';
import { wholeOf, type Params } from '../workPage';
import { CaptureView } from './CaptureView';

export const metadata: Metadata = { title: 'Capture' };

async function CapturePage({ params }: Params) {
  const { work, masters, current, studio } = await wholeOf(params);
  const readings = current ? await readingsOf(studio.db, current.id) : null;
  return (
    <CaptureView
      workId={work.id}
      smears={work.smears}
      masters={masters.map(masterModel)}
      readings={readings}
      findings={readings && current ? masterFindings(readings, current, work) : []}
      alike={current?.state === 'ready' ? await lookAlikes(studio, work.id) : []}
      measuring={current ? measuringOf(studio, current.id) : null}
    />
  );
}

export default seen(CapturePage);
