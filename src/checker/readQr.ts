import jsQR from 'jsqr';

/** A photograph is looked at in several sizes: a large one drowns in grain, a small one loses the modules. */
const SIDES = [1_000, 1_600, 600, 2_400];

/** What the QR code in a picture says; nothing where none is found. */
export async function qrOfPicture(picture: Blob): Promise<string | null> {
  const image = await createImageBitmap(picture);
  try {
    for (const side of SIDES) {
      const found = jsQR(...pixelsOf(image, side));
      if (found?.data) return found.data;
    }
    return null;
  } finally {
    image.close();
  }
}

function pixelsOf(image: ImageBitmap, side: number): [Uint8ClampedArray, number, number] {
  const scale = Math.min(1, side / Math.max(image.width, image.height));
  const width = Math.max(1, Math.round(image.width * scale));
  const height = Math.max(1, Math.round(image.height * scale));
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(image, 0, 0, width, height);
  return [context.getImageData(0, 0, width, height).data, width, height];
}
