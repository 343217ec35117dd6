import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import stringify from 'fast-json-stable-stringify';
import { assemblePlan, cornersOf, type PlanParts, type Reading } from '@/core/plan/assemble';
import type { Corner, Plan, Seat, Use, Wish } from '@/core/plan/document';
import { plainSpacer, STOCK } from '@/core/plan/blank';
import { assess } from '@/core/plan/evaluate';
import { AXLE_LABEL } from '@/core/plan/labels';
import { planChanges } from '@/core/plan/diff';
import type { UnitSystem } from '@/core/units/format';
import { DEFAULT_POLICY } from '@/core/plan/policy';
import { type Quantity, type QuantityId, quantitiesFor } from '@/core/plan/quantities';
import { torqueJobs } from '@/core/procedure/procedure';
import { jobCard, kitList, type Step } from '@/core/procedure/steps';
import { type TorqueSpec, type TorqueState, torqueState } from '@/core/torque/log';
import type { BoltClass } from '@/core/thread/classes';
import { RefusedError } from '@/store/errors';
import type { JobWhole } from '@/store/jobs';
import type { AxleHubRow, ChoiceDraft, TorqueEntryRow } from '@/store/schema';
import { asReading } from '@/store/torque';

/** What stands on the bench before anybody chose: the thinnest common plate on stock fasteners. */
export const FIRST_CHOICE: ChoiceDraft = {
  spacer: plainSpacer(3),
  fastener: STOCK,
};

/** The hub of the job's axle. */
export function hubOf(whole: JobWhole): AxleHubRow {
  return whole.hubs.find((h) => h.axle === whole.job.axle) as AxleHubRow;
}

/** Everything of a plan but the choice; the browser adds the choice and evaluates live. */
export function planParts(whole: JobWhole): Omit<PlanParts, 'spacer' | 'fastener' | 'leadSignOff' | 'camberChange'> {
  const hub = hubOf(whole);
  const wheel = whole.wheelSets.find((w) => w.id === whole.job.wheelSetId);
  return {
    title: `${whole.vehicle.name}, ${AXLE_LABEL[whole.job.axle].toLowerCase()}`,
    axle: whole.job.axle,
    wish: whole.job.wish as Wish,
    use: whole.job.use as Use,
    hub: {
      lugs: hub.lugs,
      boltCircle: hub.boltCircleMm,
      thread: hub.thread,
      fastening: hub.fastening,
      seat: hub.seat as Seat,
      threadMaterial: hub.threadMaterial as 'steel' | 'aluminium' | 'unknown',
      nutStyle: hub.nutStyle as 'open' | 'closed' | 'unknown',
      torque: { value: hub.torqueNm, source: hub.torqueSource },
      lockingFastener: hub.lockingFastener,
      fastenerClass: hub.fastenerClass as BoltClass,
      internalTensile: hub.internalTensileMpa,
    },
    wheel: { name: wheel?.name ?? 'wheel set', tyre: wheel?.tyre ?? '', offset: wheel?.offsetMm ?? null, seat: (wheel?.seat ?? 'unknown') as Seat },
    readings: whole.readings.map((r): Reading => ({ quantity: r.quantity as QuantityId, corner: r.corner as Corner | null, hour: r.hour, value: r.value, pm: r.pm })),
    policy: DEFAULT_POLICY,
  };
}

/** The plan as it stands with a choice. */
export function planWith(whole: JobWhole, choice: ChoiceDraft, leadSignOff: Plan['leadSignOff']): Plan {
  return assemblePlan({ ...planParts(whole), ...choice, leadSignOff });
}

/** Fingerprint of a plan document: SHA-256 over its JSON with sorted keys. */
export const digestOf = (plan: Plan): string => bytesToHex(sha256(utf8ToBytes(stringify(plan))));

/** The frozen choice as it would come out on today's readings and vehicle data. */
function asOfNow(frozen: Plan, whole: JobWhole): Plan {
  const { spacer, fastener, camberChange, leadSignOff } = frozen;
  return planWith(whole, { spacer, fastener, camberChange }, leadSignOff);
}

/** A frozen plan no longer matches what was taken in and measured. */
export function isStale(whole: JobWhole): boolean {
  return whole.plan !== null && digestOf(asOfNow(whole.plan.document, whole)) !== whole.plan.digest;
}

/** What changed since the plan was frozen, a line each; empty while it stands. */
export function staleBecause(whole: JobWhole, units: UnitSystem): string[] {
  return whole.plan && isStale(whole) ? planChanges(whole.plan.document, asOfNow(whole.plan.document, whole), units) : [];
}

export interface Missing {
  readonly quantity: Quantity;
  readonly corner: Corner | null;
}

/** Readings that were never taken and block a decision, corner by corner in the order of the trade. */
export function missingReadings(whole: JobWhole): Missing[] {
  const taken = new Set(whole.readings.map((r) => `${r.corner ?? ''}/${r.quantity}`));
  const wanted = quantitiesFor({ fastening: hubOf(whole).fastening, nutStyle: hubOf(whole).nutStyle as 'open' });
  const missing: Missing[] = [];
  for (const q of wanted) {
    if (q.optional) continue;
    for (const corner of q.scope === 'axle' ? [null] : cornersOf(whole.job.axle)) {
      if (!taken.has(`${corner ?? ''}/${q.id}`)) missing.push({ quantity: q, corner });
    }
  }
  return missing;
}

/** What the torque passes are held to, from the frozen plan. */
export function torqueSpec(plan: Plan): TorqueSpec {
  const wheel = torqueJobs(plan).find((j) => j.joint === 'wheel');
  if (!wheel) throw new RefusedError('There is no torque figure with a source for this axle.');
  return wheel.spec;
}

/** State of both wheels. */
export function wheelStates(plan: Plan, log: readonly TorqueEntryRow[]): { corner: Corner; state: TorqueState }[] {
  const spec = torqueSpec(plan);
  return cornersOf(plan.axle).map((corner) => ({
    corner,
    state: torqueState(spec, log.filter((e) => e.corner === corner).map(asReading)),
  }));
}

/** Stages that are a list of steps to tick. */
export type StepStage = 'stage' | 'fit';

/** Kit list or job card of a plan. */
export const stepsOf = (plan: Plan, from: StepStage): Step[] => (from === 'stage' ? kitList(plan) : jobCard(plan));

/** Hold points of a list that nobody has ticked. */
export const openHolds = (steps: readonly Step[], whole: JobWhole): Step[] => steps.filter((s) => s.hold && !whole.ticked.has(s.key));

/** Sentences for everything that stands between this job and its sign-off; empty when it may be signed. */
export function openPoints(whole: JobWhole): string[] {
  if (!whole.plan) return ['No plan has been chosen yet.'];
  const plan = whole.plan.document;
  const open: string[] = [];
  if (isStale(whole)) open.push('Readings or vehicle data changed since the plan was chosen. Choose again.');
  const blocking = assess(plan).blocking.length;
  if (blocking > 0) open.push(`The plan has ${blocking} open ${blocking === 1 ? 'finding' : 'findings'}.`);
  const kit = openHolds(stepsOf(plan, 'stage'), whole).length;
  if (kit > 0) open.push(`Kit list: ${kit} not ticked.`);
  const fit = openHolds(stepsOf(plan, 'fit'), whole).length;
  if (fit > 0) open.push(`Job card: ${fit} hold ${fit === 1 ? 'point' : 'points'} open.`);
  for (const { corner, state } of wheelStates(plan, whole.torque)) {
    if (!state.complete) open.push(`The ${corner.replace('-', ' ')} wheel is not through its verify pass.`);
  }
  return open;
}
