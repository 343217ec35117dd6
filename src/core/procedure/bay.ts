import { z } from 'zod';
import { CORNERS, type Corner } from '../document/vocabulary';
import { CLOCK_KINDS, type ClockKind, type ClockStart, type ClockState, clockState, holdsWheel } from './clocks';
import { LIFTS, type Lift } from './step';
import { DEVIATION_KINDS, TROUBLE_KINDS, trouble } from './troubles';

/** How a hub is kept from turning while its studs are torqued. */
export const HUB_HOLDS = ['brake', 'helper', 'bar', 'tool'] as const;
export type HubHold = (typeof HUB_HOLDS)[number];

const words = z.string().trim().min(1).max(400);

/** What happens at the car, beside ticks and torque: one entry each, only ever added. */
export const baySchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('lift'), lift: z.enum(LIFTS) }),
  z.object({
    kind: z.literal('clock'),
    clock: z.enum(CLOCK_KINDS),
    minutes: z.number().gt(0).max(10080),
    source: words,
    /** Of locker: how hard it comes apart again. */
    grade: z.enum(['low', 'medium', 'high']).optional(),
  }),
  /** A named person says why a wheel goes on before its locker has cured. */
  z.object({ kind: z.literal('clock-waived'), clock: z.enum(CLOCK_KINDS), why: words }),
  /** A reason in the place of a tick. */
  z.object({ kind: z.literal('instead'), key: z.string().min(1).max(80), why: words }),
  z.object({
    kind: z.literal('trouble'),
    what: z.enum(TROUBLE_KINDS),
    lug: z.number().int().min(0).max(11).nullable(),
    note: z.string().max(400),
  }),
  z.object({
    kind: z.literal('settled'),
    of: z.string().min(1).max(64),
    how: z.string().min(1).max(40),
    note: z.string().max(400),
  }),
  z.object({ kind: z.literal('deviation'), what: z.enum(DEVIATION_KINDS), note: z.string().max(400) }),
  z.object({ kind: z.literal('hub-figure'), nm: z.number().min(5).max(150), source: words, hold: z.enum(HUB_HOLDS) }),
  /** Other work in the visit has the brakes open: nobody holds a hub by the pedal. */
  z.object({ kind: z.literal('brakes'), open: z.boolean() }),
  /** Where what came off is kept, bagged and labelled. */
  z.object({ kind: z.literal('old-kept'), place: words }),
  z.object({ kind: z.literal('pause'), why: words }),
  z.object({ kind: z.literal('go-on') }),
  /** In which order the wheel is torqued: a handbook’s own, or the star with its locking piece last or first. */
  z.object({
    kind: z.literal('order'),
    order: z.array(z.number().int().min(0).max(11)).min(3).max(12).nullable(),
    locking: z.enum(['last', 'first']),
    source: z.string().trim().max(400),
  }),
  z.object({ kind: z.literal('hand-over'), to: words }),
  /** Many steps ticked by hand within seconds, and why that was so. */
  z.object({ kind: z.literal('fast'), why: words }),
  z.object({
    kind: z.literal('drive'),
    before: z.enum(['yes', 'no', 'not asked']),
    after: z.enum(['yes', 'no', 'not driven']),
    rub: z.boolean(),
    pull: z.boolean(),
    note: z.string().max(400),
  }),
]);
export type BayDetail = z.infer<typeof baySchema>;
export type BayKind = BayDetail['kind'];

/** An entry as it is kept: with who, when, and the corner that it is about. */
export interface BayEntry {
  readonly id: string;
  readonly corner: Corner | null;
  readonly detail: BayDetail;
  readonly by: string;
  /** ms since the epoch. */
  readonly at: number;
}

/** Entries that speak of one corner, and say which. */
export const OF_CORNER: ReadonlySet<BayKind> = new Set<BayKind>([
  'clock',
  'clock-waived',
  'trouble',
  'settled',
  'deviation',
]);

export interface RunningClock extends ClockStart {
  readonly corner: Corner;
  readonly grade: 'low' | 'medium' | 'high' | null;
  readonly by: string;
  readonly state: ClockState;
  readonly waived: { readonly by: string; readonly why: string; readonly at: number } | null;
}

export interface OpenTrouble {
  readonly id: string;
  readonly corner: Corner;
  readonly what: (typeof TROUBLE_KINDS)[number];
  readonly lug: number | null;
  readonly note: string;
  readonly by: string;
  readonly at: number;
  readonly settled: { readonly how: string; readonly note: string; readonly by: string; readonly at: number } | null;
}

/** A reason in the place of a tick. */
export interface SaidInstead {
  readonly why: string;
  readonly by: string;
  readonly at: number;
}

export interface BayState {
  readonly lift: Lift | null;
  /** The last clock of each kind at each corner. */
  readonly clocks: readonly RunningClock[];
  readonly troubles: readonly OpenTrouble[];
  readonly deviations: readonly {
    readonly corner: Corner;
    readonly what: (typeof DEVIATION_KINDS)[number];
    readonly note: string;
    readonly by: string;
    readonly at: number;
  }[];
  /** Steps that have a reason instead of a tick, by their key. */
  readonly instead: ReadonlyMap<string, SaidInstead>;
  /** Figure of the studs’ hub end, as it was read last. */
  readonly hub: { readonly nm: number; readonly source: string; readonly hold: HubHold; readonly by: string } | null;
  readonly order: Extract<BayDetail, { kind: 'order' }> | null;
  readonly paused: { readonly why: string; readonly by: string; readonly at: number } | null;
  /** Who has the job after a hand-over. */
  readonly with: string | null;
  readonly drive: Extract<BayDetail, { kind: 'drive' }> | null;
  /** Where what came off is kept, as it was said last. */
  readonly oldKept: { readonly place: string; readonly by: string; readonly at: number } | null;
  /** The brakes are open in this visit, so that no pedal holds a hub. */
  readonly brakesOpen: boolean;
}

/**
 * What can hold a hub now: with open brakes no pedal does. A parking brake that is a part of them is the fitter’s to
 * judge.
 */
export const holdsNow = (state: Pick<BayState, 'brakesOpen'>): readonly HubHold[] =>
  HUB_HOLDS.filter((h) => h !== 'helper' || !state.brakesOpen);

/**
 * How the work at the car stands after its entries: a pure fold, the log is the truth.
 * @param now ms since the epoch, by the machine that keeps the job
 */
export function bayState(entries: readonly BayEntry[], now: number): BayState {
  const state = {
    lift: null as BayState['lift'],
    troubles: [] as OpenTrouble[],
    deviations: [] as BayState['deviations'][number][],
    instead: new Map<string, SaidInstead>(),
    hub: null as BayState['hub'],
    order: null as BayState['order'],
    paused: null as BayState['paused'],
    with: null as string | null,
    drive: null as BayState['drive'],
    oldKept: null as BayState['oldKept'],
    brakesOpen: false,
  };
  const clocks = new Map<string, RunningClock>();
  for (const { id, corner, detail: d, by, at } of entries) {
    switch (d.kind) {
      case 'lift':
        state.lift = d.lift;
        break;
      case 'clock':
        if (corner) {
          const start = { kind: d.clock, minutes: d.minutes, source: d.source, startedAt: at };
          clocks.set(`${corner}/${d.clock}`, {
            ...start,
            corner,
            grade: d.grade ?? null,
            by,
            state: clockState(start, now),
            waived: null,
          });
        }
        break;
      case 'clock-waived': {
        const clock = clocks.get(`${corner}/${d.clock}`);
        if (clock)
          clocks.set(`${corner}/${d.clock}`, {
            ...clock,
            waived: { by, why: d.why, at },
          });
        break;
      }
      case 'instead':
        state.instead.set(d.key, { why: d.why, by, at });
        break;
      case 'trouble':
        if (corner) state.troubles.push({ id, corner, what: d.what, lug: d.lug, note: d.note, by, at, settled: null });
        break;
      case 'settled':
        state.troubles = state.troubles.map((t) =>
          t.id === d.of && t.settled === null ? { ...t, settled: { how: d.how, note: d.note, by, at } } : t,
        );
        break;
      case 'deviation':
        if (corner) state.deviations.push({ corner, what: d.what, note: d.note, by, at });
        break;
      case 'hub-figure':
        state.hub = { nm: d.nm, source: d.source, hold: d.hold, by };
        break;
      case 'pause':
        state.paused = { why: d.why, by, at };
        break;
      case 'go-on':
        state.paused = null;
        break;
      case 'hand-over':
        state.with = d.to;
        state.paused = null;
        break;
      case 'order':
        state.order = d;
        break;
      case 'drive':
        state.drive = d;
        break;
      case 'old-kept':
        state.oldKept = { place: d.place, by, at };
        break;
      case 'brakes':
        state.brakesOpen = d.open;
        break;
      case 'fast':
        break;
    }
  }
  return { ...state, clocks: [...clocks.values()] };
}

/** The clock of a kind at a corner; null where none was started. */
export const clockAt = (state: BayState, corner: Corner, kind: ClockKind): RunningClock | null =>
  state.clocks.find((c) => c.corner === corner && c.kind === kind) ?? null;

/** Whether a wait is through: over, or a named person said why not. */
export const through = (clock: RunningClock): boolean => clock.waived !== null || clock.state.is === 'over';

/** Troubles of a corner that hold its wheel back. */
export const openTroubles = (state: BayState, corner: Corner): readonly OpenTrouble[] =>
  state.troubles.filter((t) => t.corner === corner && t.settled === null && trouble(t.what).blocks);

/** Why a corner’s wheel cannot be tightened now; empty while nothing holds it back. */
export function holdsBack(state: BayState, corner: Corner): readonly ('curing' | 'clock-behind' | 'trouble')[] {
  const clock = state.clocks.find((c) => c.corner === corner && holdsWheel(c.kind) && !through(c));
  return [
    ...(clock ? [clock.state.is === 'behind' ? ('clock-behind' as const) : ('curing' as const)] : []),
    ...(openTroubles(state, corner).length > 0 ? (['trouble'] as const) : []),
  ];
}

/** Whether the studs of a corner went in without a figure, by somebody’s own word. */
export const withoutFigure = (state: BayState, corner: Corner): boolean =>
  state.deviations.some((d) => d.corner === corner && d.what === 'studs-impact');

export const isCorner = (text: string): text is Corner => (CORNERS as readonly string[]).includes(text);
