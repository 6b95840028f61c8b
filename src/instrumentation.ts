/** When the server starts: the database is brought up to date and unfinished readings go on. */
export async function register() {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || process.env.NEXT_PHASE === 'phase-production-build')
    return;
  const { studio } = await import('@/app/server');
  await studio();
}
