import { InputError } from '../errors';

/** What is waited for at a corner: locker that cures, cleaner that dries, penetrating fluid that soaks. */
export const CLOCK_KINDS = ['locker', 'cleaner', 'soak'] as const;
export type ClockKind = (typeof CLOCK_KINDS)[number];

export const CLOCK_LABEL: Readonly<Record<ClockKind, string>> = {
  locker: 'Locker cures',
  cleaner: 'Cleaner dries',
  soak: 'Penetrating fluid soaks',
};

/** Longest that is waited for, minutes: a week. */
const MOST_MINUTES = 7 * 24 * 60;

/** Only locker holds the wheel back: everything else is the fitter’s own judgement. */
export const holdsWheel = (kind: ClockKind): boolean => kind === 'locker';

/** A clock as it was started: by the time of the machine that keeps the job, never of a tablet. */
export interface ClockStart {
  readonly kind: ClockKind;
  /** Minutes to wait, above zero. */
  readonly minutes: number;
  /** Where the time was read: the bottle, a leaflet. */
  readonly source: string;
  /** ms since the epoch. */
  readonly startedAt: number;
}

export type ClockState =
  | { readonly is: 'running'; readonly until: number; readonly left: number }
  | { readonly is: 'over'; readonly until: number }
  /** The machine’s clock stands before the start, so nobody knows how long it has been. */
  | { readonly is: 'behind'; readonly until: number };

/** How a clock stands. @param now ms since the epoch. Time that ran backward never shortens a wait. */
export function clockState(clock: ClockStart, now: number): ClockState {
  const until = clock.startedAt + clock.minutes * 60_000;
  if (!(now >= clock.startedAt)) return { is: 'behind', until };
  return now >= until ? { is: 'over', until } : { is: 'running', until, left: until - now };
}

/** Minutes of a clock as they were typed. @throws InputError outside above 0 to a week */
export function clockMinutes(minutes: number): number {
  if (!(Number.isFinite(minutes) && minutes > 0 && minutes <= MOST_MINUTES))
    throw new InputError(
      'Time to wait',
      String(minutes),
      'is no time that can be waited.',
      'Enter a minute to a week.',
    );
  return minutes;
}

/** “3 h 20 min”, “12 min”: rounded up, so that nothing is ready before its time. @param ms above zero */
export function waitText(ms: number): string {
  const minutes = Math.ceil(ms / 60_000);
  const [h, m] = [Math.floor(minutes / 60), minutes % 60];
  if (h === 0) return `${m} min`;
  return m === 0 ? `${h} h` : `${h} h ${m} min`;
}
