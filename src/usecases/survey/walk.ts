import 'server-only';
import { cornersOf } from '@/core/document/axles';
import { QUANTITY_IDS, type QuantityId, quantity } from '@/core/document/quantities';
import type { Corner } from '@/core/document/vocabulary';
import { inWalk, type Stop } from '@/core/procedure/walk';
import { settlingReadings } from '@/core/whatif/nextReading';
import type { JobWhole } from '@/store/jobs';
import type { Stage } from '@/store/schema';
import { planWith, wheelsThatGo } from '../job/jobPlan';
import { measuredFor, missingReadings } from '../job/wanted';
import { isOldState } from './archCuts';

export interface WalkStop extends Stop {
  readonly jobId: string;
  readonly wheel: { readonly id: string; readonly mark: string; readonly vehicleId: string } | null;
  /** Nobody has taken it yet, and a decision waits for it. */
  readonly open: boolean;
  /** No decision waits for it by itself, but it lets so many checks be judged; null for a reading that is needed. */
  readonly settles: number | null;
  /** It does so only with the others that are open. */
  readonly together: boolean;
}

/** The same reading at the same place. */
const placeOf = (s: Pick<WalkStop, 'jobId' | 'quantity' | 'corner' | 'wheel'>): string =>
  s.wheel === null ? `${s.jobId}/${s.corner ?? ''}/${s.quantity}` : `${s.wheel.id}/${s.quantity}`;

/** A new reading makes a choice that was taken forward stand still, so none is suggested after it. */
const BEFORE_CHOICE: ReadonlySet<string> = new Set<Stage>(['take-in', 'measure', 'choose']);

const isReading = (id: string): id is QuantityId => (QUANTITY_IDS as readonly string[]).includes(id);

/**
 * The readings of a visit in the order of the walk: those that a decision waits for, those that were taken, and what
 * else of each job settles something for what is planned or chosen there. A wheel that goes on both axles is walked to
 * once.
 * @param asked a reading that a link leads to: it is there, wanted or not
 */
export function walkOf(
  jobs: readonly JobWhole[],
  asked: { readonly quantity: QuantityId; readonly corner: Corner | null } | null = null,
): WalkStop[] {
  const found = new Map<string, WalkStop>();
  const add = (stop: WalkStop) => {
    const key = placeOf(stop);
    const before = found.get(key);
    // Where one axle needs what the other one only suggests, it is needed.
    const settles = before?.settles === null || stop.settles === null ? null : stop.settles;
    found.set(key, before ? { ...before, open: before.open || stop.open, settles } : stop);
  };
  for (const whole of jobs) {
    const { id: jobId, axle } = whole.job;
    const atWheel = (w: { readonly id: string; readonly mark: string }) => ({
      id: w.id,
      mark: w.mark,
      vehicleId: whole.vehicle.id,
    });
    const at = { jobId, axle, corner: null, wheel: null, settles: null, together: false };
    for (const r of whole.readings)
      if (isReading(r.quantity) && r.quantity !== 'gapFitted' && !isOldState(whole, r))
        add({ ...at, quantity: r.quantity, corner: r.corner as Corner | null, open: false });
    const wheels = wheelsThatGo(whole);
    for (const w of wheels)
      for (const r of w.readings)
        if (isReading(r.quantity)) add({ ...at, quantity: r.quantity, wheel: atWheel(w), open: false });
    // A choice that stands was made without what is missing; only the axle that was opened says so.
    const asks = whole === jobs[0] || BEFORE_CHOICE.has(whole.job.stage);
    for (const m of asks ? missingReadings(whole) : [])
      add({
        ...at,
        quantity: m.quantity.id,
        corner: m.corner,
        wheel: m.wheel === null ? null : atWheel(m.wheel),
        open: true,
      });
    const everywhere = (id: QuantityId): WalkStop[] => {
      const places: Pick<WalkStop, 'corner' | 'wheel'>[] = {
        wheel: () => wheels.map((w) => ({ corner: null, wheel: atWheel(w) })),
        axle: () => [{ corner: null, wheel: null }],
        corner: () => cornersOf(axle).map((corner) => ({ corner, wheel: null })),
      }[quantity(id).scope]();
      return places.map((p) => ({ ...at, ...p, quantity: id, open: true }));
    };
    const settling = BEFORE_CHOICE.has(whole.job.stage)
      ? settlingReadings(planWith(whole, measuredFor(whole), null))
      : [];
    for (const { quantity: id, settles, together } of settling)
      for (const stop of everywhere(id)) {
        // What was taken is not asked for again for what it would settle.
        const there = found.get(placeOf(stop));
        if (there === undefined || there.settles !== null) add({ ...stop, settles, together });
      }
    // Whoever followed a link stands at its reading, on the axle of the job that was opened.
    if (asked && whole === jobs[0])
      for (const stop of everywhere(asked.quantity))
        if (asked.corner === null || stop.corner === null || stop.corner === asked.corner)
          add({ ...stop, open: false });
  }
  return inWalk([...found.values()]);
}
