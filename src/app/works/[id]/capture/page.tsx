import { wholeOf, type Params } from '../whole';
import { CaptureView } from './CaptureView';

export default async function CapturePage({ params }: Params) {
  const { work, masters } = await wholeOf(params);
  return <CaptureView workId={work.id} smears={work.smears} masters={masters} />;
}
