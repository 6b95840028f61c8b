/** Long trials are a command of their own, `npm run trials`; every other run takes a sample of each. */
export const isFull = process.env.GLASSINE_TRIALS === 'full';

/** So many in a full trial, so many every day. */
export const often = (full: number, everyday: number): number => (isFull ? full : everyday);

/** All of a list in a full trial; every day its first, its last and every n-th between. */
export const someOf = <T>(all: readonly T[], nth: number): T[] =>
  all.filter((_, i) => isFull || i % nth === 0 || i === all.length - 1);
