import workerpool from 'workerpool';
import type { PictureSpec } from '../pictures';
import { makePicture } from './make';

workerpool.worker({
  makePicture: (spec: PictureSpec, path: string) => makePicture(spec, path).then(() => true),
});
