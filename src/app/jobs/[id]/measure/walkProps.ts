import { acrossFrom, cornersOf } from '@/core/document/axles';
import type { ExpectedFigure } from '@/core/document/fitment';
import { AXLE_LABEL, CORNER_LABEL } from '@/core/document/labels';
import { type QuantityId, quantity, UNSEEN } from '@/core/document/quantities';
import { pmText, readingText } from '@/core/document/readingText';
import type { Corner } from '@/core/document/vocabulary';
import { plural } from '@/core/plural';
import { parseThread } from '@/core/thread/designation';
import { combineRepeats } from '@/core/uncertainty';
import type { UnitSystem } from '@/core/units/format';
import { keyOf, type ShownStop, type WalkJob } from '@/features/survey/walk/stop';
import { hubOf, planWith, wheelsThatGo } from '@/usecases/job/jobPlan';
import { othersOfJob } from '@/usecases/job/jobs';
import { measuredFor } from '@/usecases/job/wanted';
import type { FittedRow, JobWhole } from '@/usecases/shown';
import { earlierReadings } from '@/usecases/survey/earlier';
import { expectedOf } from '@/usecases/survey/fitment';
import { type TakenReading, takenOfJob, takenOfWheel } from '@/usecases/survey/takenShown';
import { type WalkStop, walkOf } from '@/usecases/survey/walk';
import { fittedOn } from '@/usecases/vehicle/vehicles';
import { earlierShown, knownOn, loosenedShown, ruledOutOf } from './shown';

/** A reading that a link leads to. */
export interface Asked {
  readonly quantity: QuantityId | null;
  readonly corner: Corner | null;
}

/** What the walk through a visit shows: both axles where both are open, and stands at what a link asks for. */
export async function walkProps(whole: JobWhole, asked: Asked, units: UnitSystem) {
  const others = await othersOfJob(whole);
  const { now } = await fittedOn(whole.vehicle.id);
  const jobs = [whole, ...others.filter((o) => o.job.signedAt === null)];
  const wanted = asked.quantity === null ? null : { quantity: asked.quantity, corner: asked.corner };
  const walk = walkOf(jobs, wanted);
  const stops = await shownStops(jobs, walk, units);
  const at = (s: WalkStop): boolean =>
    (asked.quantity === null || s.quantity === asked.quantity) && (asked.corner === null || s.corner === asked.corner);
  const led = asked.quantity === null && asked.corner === null ? [] : walk.filter(at);
  const arrive = led.find((s) => s.open) ?? led[0];
  return {
    jobId: whole.job.id,
    jobs: await Promise.all(jobs.map((j) => walkJob(j, now, units))),
    stops,
    arriveAt: arrive ? keyOf(arrive) : null,
    units,
  };
}

async function walkJob(whole: JobWhole, now: readonly FittedRow[], units: UnitSystem): Promise<WalkJob> {
  const hub = hubOf(whole);
  const corners = cornersOf(whole.job.axle);
  const latest = (id: QuantityId, corner: Corner | null): number | undefined =>
    whole.readings.findLast((r) => r.quantity === id && r.corner === corner && r.method !== UNSEEN.id)?.value;
  const mate = corners.flatMap((c) => {
    const found = hub.fastening === 'bolt' ? latest('tappedDepth', c) : latest('nutThread', null);
    return found === undefined ? [] : [[c, found] as const];
  });
  return {
    id: whole.job.id,
    axle: whole.job.axle,
    corners,
    fastening: hub.fastening,
    pitch: parseThread('Thread', hub.thread).pitch,
    mate: Object.fromEntries(mate),
    locking: hub.lockingFastener,
    known: knownOn(whole, now),
    sets: whole.wheelSets.map((s) => ({ id: s.id, name: s.name })),
    loosened: await loosenedShown(whole, units),
    ruledOut: ruledOutOf(planWith(whole, measuredFor(whole), null), units),
  };
}

async function shownStops(jobs: readonly JobWhole[], walk: readonly WalkStop[], units: UnitSystem) {
  const known = new Map(
    await Promise.all(
      jobs.map(async (whole) => {
        const wheels = new Map(wheelsThatGo(whole).map((w) => [w.id, takenOfWheel(w)]));
        const taken = takenOfJob(whole, units);
        const earlier = await earlierReadings(whole);
        // What was read here, or at an earlier visit, is not asked of other cars.
        const open = walk.filter(
          (s) =>
            s.jobId === whole.job.id &&
            s.wheel === null &&
            ![...taken, ...earlier].some((r) => r.quantity === s.quantity && r.corner === s.corner),
        );
        const expected = await expectedOf(whole, new Set(open.map((s) => s.quantity)));
        return [whole.job.id, { taken, wheels, earlier, expected }] as const;
      }),
    ),
  );
  return walk.map((stop): ShownStop => {
    const { taken, wheels, earlier, expected } = known.get(stop.jobId) as NonNullable<ReturnType<typeof known.get>>;
    const own = (from: readonly TakenReading[], corner: Corner | null) =>
      from.filter((r) => r.quantity === stop.quantity && r.corner === corner);
    const here = stop.wheel ? own(wheels.get(stop.wheel.id) ?? [], null) : own(taken, stop.corner);
    const before = stop.wheel
      ? undefined
      : earlier.find((e) => e.quantity === stop.quantity && e.corner === stop.corner);
    return {
      ...stop,
      name: nameOf(stop),
      taken: here,
      ...otherSide(stop, taken, units),
      earlier: before ? earlierShown(before, units) : null,
      model: modelShown(stop, expected.get(stop.quantity), units),
      like: here.length === 0 ? alikeWheel(stop, wheels, walk) : null,
    };
  });
}

/** The other side of a part that both sides carry, and its figure. */
function otherSide(
  { quantity: id, corner }: WalkStop,
  taken: readonly TakenReading[],
  units: UnitSystem,
): Pick<ShownStop, 'otherCorner' | 'other'> {
  const q = quantity(id);
  if (q.bothSides !== true || corner === null) return { otherCorner: null, other: null };
  const otherCorner = acrossFrom(corner);
  const there = taken.filter((r) => r.quantity === q.id && r.corner === otherCorner && r.method !== UNSEEN.id);
  return { otherCorner, other: there.length === 0 ? null : readingText(q, combineRepeats(there).value, units) };
}

/** What other cars of the model had, with how far they lie apart. */
function modelShown(stop: WalkStop, expected: ExpectedFigure | undefined, units: UnitSystem): ShownStop['model'] {
  if (!expected || stop.wheel) return null;
  const q = quantity(stop.quantity);
  const { value, pm, cars, least, most, apart } = expected;
  const span = `${readingText(q, least, units)} to ${readingText(q, most, units)}`;
  return {
    figure: apart ? span : `${readingText(q, value, units)} ± ${pmText(q, pm, units)}`,
    on: `on ${plural(cars, 'other car')} of this model${apart || least === most ? '' : `, ${span}`}`,
    apart,
  };
}

/** A wheel that has every figure that is needed of wheels. */
function alikeWheel(
  stop: WalkStop,
  wheels: ReadonlyMap<string, readonly TakenReading[]>,
  walk: readonly WalkStop[],
): ShownStop['like'] {
  if (!stop.wheel) return null;
  const asked = new Set(walk.filter((s) => s.wheel !== null && s.settles === null).map((s) => s.quantity));
  const whole = walk.find(
    ({ wheel }) =>
      wheel !== null &&
      wheel.id !== stop.wheel?.id &&
      [...asked].every((q) => wheels.get(wheel.id)?.some((r) => r.quantity === q)),
  )?.wheel;
  return whole ? { id: whole.id, mark: whole.mark } : null;
}

const nameOf = ({ quantity: id, corner, wheel, axle }: WalkStop): string =>
  `${quantity(id).label}, ${corner ? CORNER_LABEL[corner] : wheel ? `wheel ${wheel.mark}` : AXLE_LABEL[axle].toLowerCase()}`;
