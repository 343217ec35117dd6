import { v7 as newId } from 'uuid';
import { cornersOf } from '@/core/document/axles';
import { plainSpacer } from '@/core/document/blank';
import { quantitiesFor } from '@/core/document/quantities';
import type { Axle } from '@/core/document/vocabulary';
import { jobCard } from '@/core/procedure/card';
import { kitList } from '@/core/procedure/kitList';
import { addJob, addReading, loadJob, tickStep } from '@/store/jobs';
import type { ChoiceDraft } from '@/store/schema';
import { addVehicle, loadVehicle, type VehicleInput } from '@/store/vehicles';
import { addWheelReading } from '@/store/wheels';
import { noteBay } from '@/usecases/fit/bay';
import { takeForward } from '@/usecases/job/bench';
import { enterTorque, finishSteps } from '@/usecases/job/jobs';
import { wheelStates } from '@/usecases/job/joints';
import { signOff } from '@/usecases/record/signing';
import { type runningStore, VEHICLE } from './open';

const AT = new Date('2026-11-24T09:00:00Z');

/** A plain plate that is drilled and bored for these hubs. */
export const plate = (thickness: number) => ({ ...plainSpacer(thickness, 57.1), lugs: 5, boltCircles: [112] });

export const SOUND: ChoiceDraft = {
  spacer: plate(5),
  locking: { kind: 'none' },
  fastener: { kind: 'bolt', length: 45, threadLength: 28, nose: 0, seat: 'ball13', class: '10.9' },
};
const FIGURES: Readonly<Record<string, number>> = {
  turns: 11,
  boltLength: 40,
  pilotNose: 0,
  tappedDepth: 20,
  roomBehind: 8,
  holeOpen: 1,
  spigotHeight: 10,
  chamferDepth: 1,
  gap: 20,
  settled: 1,
  loadedClearance: 22,
  spigotDiameter: 57,
  wheelBore: 57.1,
};

/** Jobs of a bolt car, each as far as a test wants it, on the store of its file. */
export function boltJobs(
  store: Pick<ReturnType<typeof runningStore>, 'db'>,
  { car, axle }: { readonly car: VehicleInput; readonly axle: Axle } = { car: VEHICLE, axle: 'front' },
) {
  /** A job with every reading taken that a bolt car needs. */
  async function measuredJob(): Promise<string> {
    const vehicleId = await addVehicle(store.db, car, 'Bram', AT);
    const wheelSetId = (await loadVehicle(store.db, vehicleId)).wheelSets[0]?.id as string;
    const jobId = await addJob(store.db, { vehicleId, wheelSetId, axle, wish: 'stance', use: 'street' }, 'Bram', AT);
    for (const q of quantitiesFor({ fastening: 'bolt', nutStyle: 'unknown' }, 'stance')) {
      const value = FIGURES[q.id];
      if (value === undefined) continue;
      if (q.scope === 'wheel') {
        for (const w of (await loadVehicle(store.db, vehicleId)).wheels)
          await addWheelReading(
            store.db,
            vehicleId,
            w.id,
            { quantity: q.id, value, unit: 'mm', typed: String(value), pm: 0.1, method: 'caliper' },
            'Bram',
            AT,
          );
        continue;
      }
      for (const corner of q.scope === 'axle' ? [null] : cornersOf(axle)) {
        await addReading(
          store.db,
          jobId,
          {
            quantity: q.id,
            corner,
            value,
            unit: 'mm',
            typed: String(value),
            pm: q.methods[0]?.pm ?? 0,
            method: 'caliper',
          },
          'Bram',
          AT,
        );
      }
    }
    return jobId;
  }

  async function tickAll(jobId: string, from: 'stage' | 'fit'): Promise<void> {
    const whole = await loadJob(store.db, jobId);
    const plan = whole.plan;
    if (!plan) throw new Error('no plan');
    for (const s of from === 'stage' ? kitList(plan.document) : jobCard(plan.document))
      await tickStep(store.db, jobId, plan.id, s.key, true, 'Bram', AT);
  }

  /** Enters readings until a wheel is through the pass, each at the figure and held. */
  async function through(
    jobId: string,
    corner: string,
    last: 'verify' | 'recheck',
    moveAt = -1,
    already = 0,
  ): Promise<void> {
    for (let i = 0; i < 60; i += 1) {
      const whole = await loadJob(store.db, jobId);
      const state = wheelStates(whole, whole.torque).find((w) => w.corner === corner)?.state;
      if (!state || (last === 'verify' && state.complete) || (last === 'recheck' && state.rechecks > already)) return;
      const pass = state.pass ?? 'recheck';
      const figures = pass !== 'snug' && pass !== 'lower';
      const angle = pass === 'verify' || pass === 'recheck' ? (i === moveAt ? 20 : 1) : null;
      await enterTorque(
        jobId,
        {
          corner,
          pass,
          lug: pass === 'lower' ? -1 : (state.next ?? (state.order[0] as number)),
          reading: figures ? 120 : null,
          angle,
          tool: 'wrench',
        },
        'Bram',
      );
      if (i === moveAt) return;
    }
    throw new Error('the wheel never came through');
  }

  /** A job signed off by Bram. */
  async function readyToSign(): Promise<string> {
    const jobId = await measuredJob();
    await takeForward(jobId, undefined, SOUND, null, 'Bram');
    for (const list of ['stage', 'fit'] as const) {
      await tickAll(jobId, list);
      await finishSteps(jobId, list, 'Bram');
    }
    await noteBay(
      jobId,
      { id: newId(), corner: cornersOf(axle)[0], detail: { kind: 'deviation', what: 'nuts-locker', note: '' } },
      'Bram',
    );
    for (const corner of cornersOf(axle)) await through(jobId, corner, 'verify');
    return jobId;
  }

  async function signedJob(): Promise<string> {
    const jobId = await readyToSign();
    await signOff(jobId, { name: 'Bram', personId: null });
    return jobId;
  }

  return { measuredJob, tickAll, through, readyToSign, signedJob };
}
