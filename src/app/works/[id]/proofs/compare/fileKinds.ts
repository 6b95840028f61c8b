/** Endings of what a scanner or camera gives. */
export const PICTURES = '.tif,.tiff,.jpg,.jpeg,.png,.webp';
/** Endings of what an instrument gives. */
export const TEXTS = '.txt,.csv,.cgats,.it8';
