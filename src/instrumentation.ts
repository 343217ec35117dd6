/** Opens the store before the first page is asked for, so that a locked folder or a broken one is said at once. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || process.env.NEXT_PHASE === 'phase-production-build') return;
  const { openOrExit } = await import('./server-start');
  await openOrExit();
}
