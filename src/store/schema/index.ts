export * from './works';
export * from './making';
export * from './selling';
export * from './capturing';
export * from './laying';
export * from './supplying';
export * from './proofing';
export * from './acting';
