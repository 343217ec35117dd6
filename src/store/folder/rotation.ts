/** How many backups are kept of each kind; what is newer than an hour is always kept. */
const KEPT = [
  { every: 3600_000, count: 24 },
  { every: 24 * 3600_000, count: 14 },
  { every: 7 * 24 * 3600_000, count: 10 },
] as const;

/**
 * Which backups may go: of every hour the newest for a day, of every day for two weeks, of every week for ten. The
 * newest of all never goes, and one that lies in the future is left alone.
 * @param made times in ms, in any order
 */
export function mayGo(made: readonly number[], now: number): ReadonlySet<number> {
  const stay = new Set<number>();
  const newest = Math.max(...made);
  for (const t of made) if (t === newest || t > now - 3600_000) stay.add(t);
  for (const { every, count } of KEPT) {
    const best = new Map<number, number>();
    for (const t of made) {
      const slot = Math.floor(t / every);
      if (slot <= Math.floor(now / every) - count) continue;
      best.set(slot, Math.max(best.get(slot) ?? 0, t));
    }
    for (const t of best.values()) stay.add(t);
  }
  return new Set(made.filter((t) => !stay.has(t)));
}
