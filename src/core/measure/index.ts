export * from './round';
export * from './length';
export * from './size';
export * from './money';
export * from './weight';
export * from './day';
export * from './typed';
