import { samePlace } from '@/core/crop/crop';
import { isNoFinish } from '@/core/crop/finish';
import { type Format } from '@/store/works';

/** A format's measures in one word; a proof made before it changed is stale. */
export const formatFingerprint = (f: Format): string =>
  [
    f.imageWidthUm,
    f.imageHeightUm,
    f.borderTopUm,
    f.borderRightUm,
    f.borderBottomUm,
    f.borderLeftUm,
    // Sizes that were never cut or finished otherwise keep the stamp their proofs were made under.
    ...(samePlace(f.crop, null)
      ? []
      : [`crop ${f.crop!.x} ${f.crop!.y} ${f.crop!.fill} ${f.crop!.turn}`]),
    ...(f.finish && !isNoFinish(f.finish) ? [`finish ${JSON.stringify(f.finish)}`] : []),
  ].join('/');
