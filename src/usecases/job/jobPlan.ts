import { assemblePlan, type PlanParts, type Reading, wheelFrom } from '@/core/document/assemble';
import { cornersOf, endOf } from '@/core/document/axles';
import { inSetup } from '@/core/document/bare';
import { PRESENT, plainSpacer } from '@/core/document/blank';
import { planChanges } from '@/core/document/diff';
import { digestOf } from '@/core/document/digest';
import type { Corner, JobType, Plan, Seat, Setup, Use } from '@/core/document/document';
import { AXLE_LABEL } from '@/core/document/labels';
import { type QuantityId, UNSEEN } from '@/core/document/quantities';
import type { Axle, WheelSeat } from '@/core/document/vocabulary';
import { trimAt, trims } from '@/core/stance/trim';
import type { BoltClass } from '@/core/thread/classes';
import { combineRepeats } from '@/core/uncertainty';
import type { UnitSystem } from '@/core/units/format';
import type { JobWhole } from '@/store/jobs';
import type { AxleHubRow, ChoiceDraft, RearWheels, WheelSetRow } from '@/store/schema';
import type { WheelWhole } from '@/store/wheels';
import { countedChalk, cutAt, isOldState } from '../survey/archCuts';
import { alsoSetsOf } from './otherSets';

/** What stands on the bench before anybody chose, on a car with nothing between hub and wheel: the car as it is. */
export const FIRST_CHOICE: ChoiceDraft = {
  spacer: plainSpacer(0),
  fastener: PRESENT,
};

/** The hub of the job's axle. */
export function hubOf(whole: JobWhole): AxleHubRow {
  return whole.hubs.find((h) => h.axle === whole.job.axle) as AxleHubRow;
}

/** The wheels of a set as they are on an axle: the rear ones may differ. */
export const wheelsOnAxle = (set: WheelSetRow, axle: Axle): RearWheels =>
  endOf(axle) === 'rear' && set.rear !== null ? set.rear : set;

/** What is chosen of a plan, and not taken in or measured. */
export type ChosenParts =
  | 'spacer'
  | 'fastener'
  | 'leadSignOff'
  | 'camberChange'
  | 'lowerBy'
  | 'planned'
  | 'trim'
  | 'trimRight'
  | 'rightSpacer'
  | 'locking'
  | 'finish'
  | 'condition'
  | 'alsoSets';

/** A wheel set as a plan is made of it. */
function wheelParts(set: WheelSetRow | undefined, axle: Axle): PlanParts['wheel'] {
  const own = set ? wheelsOnAxle(set, axle) : undefined;
  return {
    name: set?.name ?? 'wheel set',
    tyre: own?.tyre ?? '',
    offset: own?.offsetMm ?? null,
    seat: (own?.seat ?? 'unknown') as WheelSeat,
    lugs: own?.lugs ?? null,
    boltCircle: own?.boltCircleMm ?? null,
    ...(set?.own ? { own: set.own } : {}),
  };
}

const measuredWheel = (w: WheelWhole): PlanParts['wheels'][number] => ({
  name: wheelName(w.mark),
  corner: w.corner,
  readings: w.readings.map((r) => ({ quantity: r.quantity as QuantityId, value: r.value, pm: r.pm })),
});

/** The wheels of a set of this car, as a plan on the axle of the job holds them. */
export const wheelsOfSet = (whole: JobWhole, wheelSetId: string): Plan['wheel'] =>
  wheelFrom(
    wheelParts(
      whole.wheelSets.find((s) => s.id === wheelSetId),
      whole.job.axle,
    ),
    wheelsThatGo({ ...whole, job: { ...whole.job, wheelSetId } }).map(measuredWheel),
  );

/** The other wheel sets of the car that are here: one job may prepare them as well. Left out where there are none. */
function otherSetsOf(whole: JobWhole): Pick<PlanParts, 'otherSets'> {
  const others = whole.wheelSets.filter((s) => s.id !== whole.job.wheelSetId && s.archivedAt === null && !s.planned);
  if (others.length === 0) return {};
  return { otherSets: others.map(({ id }) => ({ id, wheel: wheelsOfSet(whole, id) })) };
}

/** Everything of a plan but the choice; the browser adds the choice and evaluates live. */
export function planParts(whole: JobWhole): Omit<PlanParts, ChosenParts> {
  const hub = hubOf(whole);
  const wheel = whole.wheelSets.find((w) => w.id === whole.job.wheelSetId);
  return {
    title: `${whole.vehicle.name}, ${AXLE_LABEL[whole.job.axle].toLowerCase()}`,
    axle: whole.job.axle,
    jobType: whole.job.wish as JobType,
    use: whole.job.use as Use,
    hub: {
      lugs: hub.lugs,
      boltCircle: hub.boltCircleMm,
      thread: hub.thread,
      fastening: hub.fastening,
      seat: hub.seat as Seat,
      threadMaterial: hub.threadMaterial as 'steel' | 'aluminium' | 'unknown',
      nutStyle: hub.nutStyle as 'open' | 'closed' | 'unknown',
      torque: hub.torqueNm === null ? null : { value: hub.torqueNm, source: hub.torqueSource },
      lockingFastener: hub.lockingFastener,
      fastenerClass: hub.fastenerClass as BoltClass,
      internalTensile: hub.internalTensileMpa,
      nutClass: hub.nutClass,
      hardware: hub.hardware,
      original: hub.original,
    },
    wheel: wheelParts(wheel, whole.job.axle),
    readings: countedReadings(whole).map(
      (r): Reading => ({
        quantity: r.quantity as QuantityId,
        corner: r.corner as Corner | null,
        hour: r.hour,
        ...onOf(whole, r),
        value: r.value,
        pm: r.pm,
      }),
    ),
    wheels: wheelsThatGo(whole).map(measuredWheel),
    ...otherSetsOf(whole),
    chalk: countedChalk(whole).map((t) => ({
      corner: t.corner,
      trial: t.trialMm,
      load: t.load,
      across: t.across,
      hours: t.hours,
    })),
    policy: whole.policy,
  };
}

/**
 * What was on while a reading was taken; left out where nothing was, on the present fasteners and the wheels of the
 * job.
 */
function onOf(whole: JobWhole, r: JobWhole['readings'][number]): { readonly on?: Setup } {
  if (!inSetup(r.quantity)) return {};
  const wheel = r.onWheelSetId === null || r.onWheelSetId === whole.job.wheelSetId ? 'chosen' : wheelOn(whole, r);
  if (r.onPlateMm === null && r.trialPart === null && wheel === 'chosen') return {};
  return { on: { spacer: r.onPlateMm ?? 0, fastener: r.trialPart ?? 'present', wheel } };
}

/** The wheel of another set that was on at a corner; unknown where the set is gone. */
function wheelOn(whole: JobWhole, r: JobWhole['readings'][number]): Setup['wheel'] {
  const set = whole.wheelSets.find((w) => w.id === r.onWheelSetId);
  if (!set) return 'unknown';
  const { tyre, offsetMm, seat } = wheelsOnAxle(set, whole.job.axle);
  const here = whole.wheels.find((w) => w.wheelSetId === set.id && w.corner === r.corner);
  const pads = (here?.readings ?? []).filter((x) => x.quantity === 'padThickness');
  const pad = pads.length === 0 ? null : combineRepeats(pads);
  return {
    name: set.name,
    seat: seat as WheelSeat,
    pad: pad === null ? null : { value: pad.value, pm: pad.pm },
    tyre,
    offset: offsetMm,
  };
}

/** Readings with a figure that speak of the car as it is now. */
export const countedReadings = (whole: JobWhole): JobWhole['readings'] =>
  whole.readings.filter((r) => isFigure(r) && !isOldState(whole, r));

/** A reading with a figure; “could not see” is kept, and stays unmeasured. */
export const isFigure = (r: { readonly method: string }): boolean => r.method !== UNSEEN.id;

/** A wheel by its mark, as it stands in sentences and in the plan. */
export const wheelName = (mark: string): string => `wheel ${mark}`;

/**
 * Every wheel of the job's set that can go on its axle: all of them where they change axles, else the two that hang
 * there.
 */
export function wheelsThatGo(whole: JobWhole): readonly WheelWhole[] {
  const set = whole.wheelSets.find((w) => w.id === whole.job.wheelSetId);
  // Front and rear wheels that differ never change axles.
  const alike = set?.rotates !== false && (set?.rear ?? null) === null;
  return whole.wheels.filter(
    (w) => w.wheelSetId === whole.job.wheelSetId && (alike || w.corner.startsWith(whole.job.axle)),
  );
}

/** The plan as it stands with a choice. */
export function planWith(whole: JobWhole, choice: ChoiceDraft, leadSignOff: Plan['leadSignOff']): Plan {
  return assemblePlan({ ...planParts(whole), ...choice, leadSignOff });
}

/** The frozen choice as it would come out on today's readings and vehicle data. */
function asOfNow(frozen: Plan, whole: JobWhole): Plan {
  const { spacer, fastener, camberChange, lowerBy, planned, rightSpacer, locking, finish, leadSignOff, policy } =
    frozen;
  // What was to be trimmed is off, and the clearance is read anew.
  const left = (corner: Corner): number => {
    const cut = cutAt(whole.job, corner);
    const done = cut !== null && whole.plan !== null && whole.plan.frozenAt < cut;
    return done ? 0 : trimAt(frozen, corner);
  };
  const [first, second = first] = cornersOf(frozen.axle);
  const cut = trims(left(first), left(second));
  const { condition } = frozen.hub;
  // A plan keeps the thresholds that it was frozen under.
  return {
    ...planWith(
      whole,
      {
        ...{ spacer, fastener, camberChange, lowerBy, planned, ...cut, rightSpacer, locking, finish, condition },
        ...alsoSetsOf(frozen, whole.wheelSets),
      },
      leadSignOff,
    ),
    policy,
  };
}

/** The plan in force as it would come out on today's readings and vehicle data; null without one. */
export const asOfToday = (whole: JobWhole): Plan | null => (whole.plan ? asOfNow(whole.plan.document, whole) : null);

/** A frozen plan no longer matches what was taken in and measured. */
export function isStale(whole: JobWhole): boolean {
  return whole.plan !== null && digestOf(asOfNow(whole.plan.document, whole)) !== digestOf(whole.plan.document);
}

/** What changed since the plan was frozen, a line each; empty while it stands. */
export function staleBecause(whole: JobWhole, units: UnitSystem): string[] {
  return whole.plan && isStale(whole)
    ? planChanges(whole.plan.document, asOfNow(whole.plan.document, whole), units)
    : [];
}
