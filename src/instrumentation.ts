/** When the server starts: the folder is taken, the database brought up to date, unfinished readings go on; or it ends, saying why. */
export async function register() {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || process.env.NEXT_PHASE === 'phase-production-build')
    return;
  const { whyClosed } = await import('@/app/server');
  const why = await whyClosed();
  if (!why) return;
  console.error(`\n${why}\n`);
  process.exit(3);
}
