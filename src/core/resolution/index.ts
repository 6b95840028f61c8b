export * from './distance';
export * from './school';
export * from './check';
export * from './largest';
export * from './families';
export * from './ladder';
export * from './steps';
export * from './stretched';
