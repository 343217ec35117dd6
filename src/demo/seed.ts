import { addDays, addMinutes, format, startOfDay, subDays, subHours } from 'date-fns';
import { cornersOf } from '@/core/document/axles';
import { type QuantityId, quantity } from '@/core/document/quantities';
import { unitHint } from '@/core/document/readingText';
import { CORNERS } from '@/core/document/vocabulary';
import { jobCard } from '@/core/procedure/card';
import { kitList } from '@/core/procedure/kitList';
import { recheckChain } from '@/core/procedure/rechecks';
import { torqueState } from '@/core/torque/log';
import type { Wrench } from '@/core/torque/wrench';
import type { Db, Store } from '@/store/connection';
import { recordEvent } from '@/store/events';
import { addJob, addReading, type JobWhole, loadJob, saveDraft, setStage, tickStep } from '@/store/jobs';
import { importParts } from '@/store/parts';
import { freezePlan } from '@/store/plans';
import { endRecheck, setRechecks } from '@/store/rechecks';
import { writeRecord } from '@/store/records';
import { addNote, keepKey } from '@/store/remarks';
import { STAGES, type Stage } from '@/store/schema';
import { settleSigned } from '@/store/settle';
import { appendEntry } from '@/store/torque';
import { addVehicle, addWheelSet, listVehicles, loadVehicle } from '@/store/vehicles';
import { addWheelReading } from '@/store/wheels';
import { keepWrench } from '@/store/wrenches';
import { planWith } from '@/usecases/job/jobPlan';
import { torqueSpec } from '@/usecases/job/joints';
import { seedPastWork } from './pastWork';
import { type DemoJob, type DemoVehicle, FITTERS, SCENARIO } from './scenario';
import { SHELF } from './shelf';
import { seedShop } from './shop';

/** Three wrenches: one in date, one whose calibration ran out, one that shows figures. */
const wrenchesOf = (now: Date): Wrench[] => {
  const due = (days: number) => format(addDays(now, days), 'yyyy-MM-dd');
  return [
    { name: 'long click wrench', kind: 'click', fromNm: 40, toNm: 210, dueOn: due(200) },
    { name: 'short click wrench', kind: 'click', fromNm: 10, toNm: 60, dueOn: due(-12) },
    { name: 'wrench with figures, 340', kind: 'electronic', fromNm: 20, toNm: 340, dueOn: due(90) },
  ];
};

/** What is filled, and the key that its records are signed with. */
type Filled = Pick<Store, 'db' | 'signer'>;

/** Fills an empty store with the demo scenario through the same repositories that the interface uses. */
export async function seedIfEmpty(
  { db, signer }: Filled,
  say: (line: string) => void = () => {},
  now = new Date(),
): Promise<boolean> {
  if ((await listVehicles(db)).count > 0) return false;
  say('Adding the demo workshop: five vehicles, a job in every stage …');
  await db.transaction((tx) => importParts(tx, SHELF, FITTERS[1], subDays(now, 30)));
  await seedWrenches(db, now);
  for (const vehicle of SCENARIO) await seedVehicle({ db, signer }, vehicle, now);
  await seedPastWork(db, now);
  await seedShop(db, now);
  return true;
}

/** The shop's wrenches. */
export async function seedWrenches(db: Db, now: Date): Promise<void> {
  for (const w of wrenchesOf(now)) await db.transaction((tx) => keepWrench(tx, null, w, FITTERS[1], subDays(now, 25)));
}

/** One car with its wheels, its keys and its jobs, each driven as far as it says. */
export async function seedVehicle({ db, signer }: Filled, vehicle: DemoVehicle, now: Date): Promise<void> {
  const id = await addVehicle(db, vehicle, FITTERS[1], subDays(now, 90));
  for (const set of vehicle.moreSets ?? []) await addWheelSet(db, id, set, FITTERS[1], subDays(now, 90));
  await seedWheels(db, id, vehicle, subDays(now, 89));
  const [by, taken] = [FITTERS[1], subDays(now, 89)];
  if (vehicle.key) await keepKey(db, { vehicleId: id, ...vehicle.key }, null, by, taken);
  if (vehicle.remark) await addNote(db, { vehicleId: id, jobId: null, corner: null, text: vehicle.remark }, by, taken);
  let visitId: string | undefined;
  for (const job of vehicle.jobs) {
    const jobId = await seedJob({ db, signer }, id, job, now, job.sameVisit ? visitId : undefined);
    visitId ??= jobId;
    if (job.held) {
      const { stage } = (await loadJob(db, jobId)).job;
      const held = { held: job.held.why, heldWhy: job.held.reason, heldBy: FITTERS[0], heldAt: now };
      await setStage(db, jobId, stage, FITTERS[0], now, held);
    }
  }
}

const reached = (job: DemoJob, stage: Stage): boolean => STAGES.indexOf(job.until) >= STAGES.indexOf(stage);

/** Every wheel that was measured, through the same repository that the interface uses. */
async function seedWheels(db: Db, vehicleId: string, vehicle: DemoVehicle, at: Date): Promise<void> {
  const { wheels, wheelSets } = await loadVehicle(db, vehicleId);
  for (const [set, readings] of Object.entries(vehicle.wheels ?? {})) {
    const setId = wheelSets.find((w) => w.name === set)?.id;
    for (const [id, values] of Object.entries(readings)) {
      const method = quantity(id as QuantityId).methods[0] ?? { id: 'caliper', pm: 0.1 };
      for (const [i, value] of values.entries()) {
        const wheel = wheels.find((w) => w.wheelSetId === setId && w.corner === CORNERS[i]);
        if (wheel)
          await addWheelReading(
            db,
            vehicleId,
            wheel.id,
            { quantity: id, value, unit: 'mm', typed: String(value), pm: method.pm, method: method.id },
            FITTERS[1],
            at,
          );
      }
    }
  }
}

/** One job, driven as far as the scenario says. @returns its id */
async function seedJob(
  { db, signer }: Filled,
  vehicleId: string,
  demo: DemoJob,
  now: Date,
  visitId: string | undefined,
): Promise<string> {
  const by = FITTERS[0];
  // A minute for each thing that is done, and everything is done by now.
  let clock = subHours(subDays(now, demo.daysAgo), 3);
  const tick = () => {
    clock = addMinutes(clock, 1);
    return clock;
  };
  const { axle, jobType, use } = demo;
  const wheelSetId = await setOf(db, vehicleId, demo.set);
  const jobId = await addJob(
    db,
    { vehicleId, wheelSetId, axle, wish: jobType, use, ...(visitId ? { visitId } : {}) },
    by,
    clock,
  );
  if (!reached(demo, 'measure')) return jobId;
  await setStage(db, jobId, 'measure', by, tick());
  for (const [id, value] of Object.entries(demo.readings)) {
    const q = quantity(id as QuantityId);
    const method = q.methods[0] ?? { id: 'tape', pm: 1 };
    // One figure of a corner quantity is the same on both sides.
    const values = typeof value !== 'number' ? value : q.scope === 'corner' ? [value, value] : [value];
    for (const [i, v] of values.entries()) {
      const corner = q.scope === 'axle' ? null : (cornersOf(axle)[i] ?? null);
      await addReading(
        db,
        jobId,
        {
          quantity: id,
          corner,
          value: v,
          unit: unitHint(q.kind, 'metric'),
          typed: q.kind === 'yes-no' ? (v === 1 ? 'yes' : 'no') : String(v),
          pm: method.pm,
          method: method.id,
          ...(id === 'turns' && demo.counted ? { trialPart: demo.counted } : {}),
        },
        by,
        tick(),
      );
    }
  }
  // What was loosened to count turns is torqued again before anything is chosen.
  if ('turns' in demo.readings)
    for (const corner of cornersOf(axle))
      await recordEvent(db, {
        jobId,
        kind: 'torqued.again',
        detail: { corner, tool: 'long click wrench' },
        by,
        at: tick(),
      });
  if (!reached(demo, 'choose') || !demo.choice) return jobId;
  await setStage(db, jobId, 'choose', by, tick());
  const chosen = await loadJob(db, jobId);
  await saveDraft(db, jobId, chosen.job.version, demo.choice, tick());
  if (!reached(demo, 'stage')) return jobId;
  const plan = planWith(chosen, demo.choice, demo.lead ?? null);
  await freezePlan(db, jobId, plan, by, tick());
  await setStage(db, jobId, 'stage', by, tick());
  const whole = await loadJob(db, jobId);
  if (!reached(demo, 'fit')) return jobId;
  for (const s of kitList(plan)) await tickStep(db, jobId, planId(whole), s.key, true, by, tick());
  await setStage(db, jobId, 'fit', by, tick());
  if (!reached(demo, 'torque')) return jobId;
  for (const s of jobCard(plan)) await tickStep(db, jobId, planId(whole), s.key, true, by, tick());
  await setStage(db, jobId, 'torque', by, tick());
  for (const corner of cornersOf(axle)) {
    if (demo.verifyMoved && corner.endsWith('right')) continue;
    await torqueWheel(db, jobId, planId(whole), corner, torqueSpec(plan), demo.verifyMoved === true, by, tick);
  }
  if (!reached(demo, 'recheck')) return jobId;
  const signedAt = tick();
  const chain = recheckChain(plan.use, startOfDay(addDays(signedAt, 1)).getTime() - signedAt.getTime());
  const recheckDueAt = new Date(signedAt.getTime() + (chain[0]?.to ?? 0));
  await setRechecks(db, jobId, 1, chain, signedAt);
  await setStage(db, jobId, 'recheck', by, signedAt, { signedAt, signedBy: by, recheckDueAt });
  const signed = await loadJob(db, jobId);
  await writeRecord(db, signed, null, signer, null);
  await settleSigned(db, signed, by, signedAt);
  if (demo.closed) await closeJob(db, jobId, by);
  return jobId;
}

const planId = (whole: JobWhole): string => whole.plan?.id as string;

async function setOf(db: Db, vehicleId: string, name: string | undefined): Promise<string> {
  const { wheelSets } = await loadVehicle(db, vehicleId);
  return (wheelSets.find((w) => name === undefined || w.name === name) ?? wheelSets[0])?.id as string;
}

/** Every link of the chain done in its window, and the job closed with the last. */
async function closeJob(db: Db, jobId: string, by: string): Promise<void> {
  const whole = await loadJob(db, jobId);
  let last = whole.job.signedAt as Date;
  for (const link of whole.rechecks) {
    last = addMinutes(link.dueFrom, 40);
    await endRecheck(db, link.id, 'held', by, last);
  }
  await setStage(db, jobId, 'closed', by, last, { recheckDueAt: null });
}

/** Snug, lower, final, verify of one wheel; or up to a third lug that moves in the verify pass. */
async function torqueWheel(
  db: Db,
  jobId: string,
  plan: string,
  corner: string,
  spec: ReturnType<typeof torqueSpec>,
  moves: boolean,
  by: string,
  at: () => Date,
): Promise<void> {
  let state = torqueState(spec, []);
  let verified = 0;
  while (!state.complete) {
    const pass = state.pass ?? 'snug';
    const figures = pass === 'final' || pass === 'verify';
    const moved = moves && pass === 'verify' && verified === 2;
    state = await appendEntry(
      db,
      jobId,
      plan,
      spec,
      {
        corner,
        pass,
        lug: state.next ?? -1,
        reading: figures ? spec.target : null,
        angle: pass === 'verify' ? (moved ? 18 : 2) : null,
        tool: 'click wrench',
      },
      by,
      at(),
    );
    if (pass === 'verify') verified += 1;
    if (moved) return;
  }
}
