import { rename } from 'node:fs/promises';
import sharp from 'sharp';
import { OPRGB_GAMMA, OPRGB_PRIMARIES, writeMatrixProfile } from '@/core/colour/icc';
import type { PictureSpec } from '../pictures';
import { writeTiff } from '@/imaging/tiff';
import { bandOf, painterOf } from './hands';

/** Makes one demo picture at `path`; what is there is whole, or not there at all. */
export async function makePicture(spec: PictureSpec, path: string): Promise<void> {
  const partly = `${path}.part`;
  const { write } = spec;
  const painter = painterOf(spec);
  if (write.kind === 'tiff') {
    await writeTiff(
      partly,
      {
        width: spec.width,
        height: spec.height,
        bits: write.bits,
        channels: write.channels,
        ppi: write.ppi,
        taken: spec.taken,
        profile: await profileOf(write.profile),
      },
      (from, rows) => bandOf(painter, spec.width, from, rows, write.bits, write.channels),
    );
  } else {
    const shrink = write.kind === 'jpeg' ? (write.enlargedFrom ?? 1) : 1;
    const small = {
      ...spec,
      width: Math.round(spec.width * shrink),
      height: Math.round(spec.height * shrink),
    };
    const pixels = bandOf(painterOf(small), small.width, 0, small.height, 8, 3);
    let image = sharp(pixels, {
      raw: { width: small.width, height: small.height, channels: 3 },
      limitInputPixels: false,
    });
    // A lens stood before it: without one the picture's edges would be sharper than any photograph's.
    if (shrink !== 1)
      image = image.blur(0.7).resize(spec.width, spec.height, { kernel: 'cubic', fit: 'fill' });
    const exif = { IFD0: { DateTime: spec.taken }, IFD2: { DateTimeOriginal: spec.taken } };
    if (write.kind === 'jpeg')
      await image
        .withIccProfile('srgb')
        .withExif(exif)
        .jpeg({ quality: write.quality, chromaSubsampling: '4:4:4' })
        .toFile(partly);
    else if (write.kind === 'png')
      await image.withIccProfile('p3').png({ compressionLevel: 3 }).toFile(partly);
    // Density in pixels to the millimetre: 254 to the inch. (Set as metadata it would turn the picture back to RGB.)
    else
      await image
        .toColourspace('cmyk')
        .withIccProfile('cmyk')
        .tiff({ compression: 'lzw', predictor: 'horizontal', xres: 10, yres: 10 })
        .toFile(partly);
  }
  await rename(partly, path);
}

async function profileOf(name: 'opRGB' | 'sRGB' | undefined): Promise<Uint8Array | undefined> {
  if (name === 'opRGB') return writeMatrixProfile('opRGB (IEC 61966-2-5)', OPRGB_PRIMARIES, OPRGB_GAMMA);
  if (name === undefined) return undefined;
  // The colour library carries sRGB: a small picture tagged with it hands the profile over.
  const tagged = await sharp({ create: { width: 1, height: 1, channels: 3, background: '#888' } })
    .withIccProfile('srgb')
    .png()
    .toBuffer();
  return (await sharp(tagged).metadata()).icc;
}
