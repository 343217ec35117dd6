import type { Plan } from '../document/document';

export const RECHECK_KINDS = ['next-day', 'distance', 'session', 'season'] as const;
export type RecheckKind = (typeof RECHECK_KINDS)[number];

export const RECHECK_LABEL: Readonly<Record<RecheckKind, string>> = {
  'next-day': 'Next day, car cold',
  distance: 'After 50–100 km',
  session: 'Before the session, hub cool',
  season: 'Season change',
};

/** Whether a moment lies in the window of a link of the chain, its ends inside. */
export const inWindow = (link: { readonly dueFrom: Date; readonly dueTo: Date }, at: Date): boolean =>
  link.dueFrom <= at && at <= link.dueTo;

export interface RecheckLink {
  readonly kind: RecheckKind;
  /** ms after the sign-off. */
  readonly from: number;
  readonly to: number;
}

const HOUR = 3600_000;
const DAY = 24 * HOUR;

/**
 * What a car drives in a day where nobody said, km: 50 km are there on the second day, 100 after the first week at the
 * latest.
 */
export const KM_A_DAY = 25;

/** Longest that a distance is waited for: a car that hardly moves settles over night all the same. */
const LATEST = 21 * DAY;

/**
 * Rechecks after a sign-off, in order: the next day, cold; after 50–100 km; for the track before the first session.
 * Common practice, no source; the daily distance is an estimate and said as one.
 * @param nextDay ms from the sign-off to the next calendar day in the shop's zone
 * @param kmADay what this car drives in a day, km, above 0
 */
export function recheckChain(use: Plan['use'], nextDay: number, kmADay = KM_A_DAY): RecheckLink[] {
  const km = kmADay > 0 ? kmADay : KM_A_DAY;
  const from = Math.min((50 / km) * DAY, LATEST - 3 * DAY);
  const to = Math.min((100 / km + 3) * DAY, LATEST);
  const chain: RecheckLink[] = [
    { kind: 'next-day', from: nextDay, to: nextDay + DAY },
    { kind: 'distance', from, to },
  ];
  if (use === 'track' || use === 'competition') chain.push({ kind: 'session', from, to: 30 * DAY });
  return chain;
}
