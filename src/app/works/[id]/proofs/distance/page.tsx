import type { Metadata } from 'next';
import { seen } from '@/app/seen';
import { judgedDistanceOf } from '@/core/resolution';
import { USUAL_SCREEN } from '@/core/colour/screen';
import { cropOf, viewedPixels } from '@/studio/works/workPage';
import { wholeOf, type Params } from '../../workPage';
import { Needs } from '../needs';
import { DistanceView } from './DistanceView';

export const metadata: Metadata = { title: 'From a distance' };

async function DistancePage({ params }: Params) {
  const { work, current, formats, settings } = await wholeOf(params);
  if (!current || current.state !== 'ready') return <Needs workId={work.id} lacks={['file']} />;
  if (!formats.length) return <Needs workId={work.id} lacks={['size']} />;
  const sizes = formats.map((f) => {
    const image = { width: f.imageWidthUm, height: f.imageHeightUm };
    return {
      id: f.id,
      name: f.name,
      ppi: cropOf(f, current).width / (image.width / 25_400),
      judged: judgedDistanceOf(image),
    };
  });
  return (
    <DistanceView
      key={current.id}
      title={work.title}
      master={{ id: current.id, sha256: current.sha256, ...viewedPixels(current) }}
      sizes={sizes}
      surround={(settings.screen ?? USUAL_SCREEN).surround}
    />
  );
}

export default seen(DistancePage);
