'use server';

import { act, actOn } from '@/usecases/act';
import { openJob as openTheJob, startMeasuring as beginMeasuring } from '@/usecases/jobs';
import { RefusedError, type Result } from '@/usecases/result';
import {
  changeVehicle as saveChanged,
  type HubInput,
  takeInVehicle as keepVehicle,
  takeInWheelSet as keepWheelSet,
  type VehicleInput,
} from '@/usecases/vehicles';
import { jobForm, vehicleForm, type VehicleParsed, type VehicleTyped, wheelSetForm } from './schema';

const hubInput = (axle: 'front' | 'rear', h: VehicleParsed['front']): HubInput => ({
  axle,
  lugs: h.lugs,
  boltCircleMm: h.boltCircle,
  thread: h.thread,
  fastening: h.fastening,
  seat: h.seat,
  threadMaterial: h.threadMaterial,
  nutStyle: h.fastening === 'bolt' ? 'unknown' : h.nutStyle,
  torqueNm: h.torque,
  torqueSource: h.torqueSource,
  lockingFastener: h.locking,
  fastenerClass: h.fastenerClass,
  internalTensileMpa: h.tensile,
});

function vehicleInput(typed: unknown): VehicleInput {
  const parsed = vehicleForm.safeParse(typed);
  if (!parsed.success) throw new RefusedError(parsed.error.issues[0]?.message ?? 'The form is not complete.');
  const { name, plate, notes, front, rear, wheelSet: w } = parsed.data;
  return {
    name,
    plate,
    notes,
    hubs: [hubInput('front', front), hubInput('rear', rear)],
    wheelSet: { name: w.setName, tyre: w.tyre, offsetMm: w.offset, seat: w.wheelSeat },
  };
}

/** Takes a vehicle in. @returns its id */
export async function takeInVehicle(typed: VehicleTyped): Promise<Result<string>> {
  return act((who) => keepVehicle(vehicleInput(typed), who));
}

/** Saves changed vehicle data, unless another screen saved first. */
export async function changeVehicle(id: string, version: number, typed: VehicleTyped): Promise<Result<string>> {
  return act(async (who) => {
    await saveChanged(id, version, vehicleInput(typed), who);
    return id;
  });
}

/** Adds a wheel set to a vehicle. */
export async function takeInWheelSet(vehicleId: string, typed: VehicleTyped['wheelSet']): Promise<Result<string>> {
  return act(async (who) => {
    const parsed = wheelSetForm.safeParse(typed);
    if (!parsed.success) throw new RefusedError(parsed.error.issues[0]?.message ?? 'The wheel set is not complete.');
    const w = parsed.data;
    return keepWheelSet(vehicleId, { name: w.setName, tyre: w.tyre, offsetMm: w.offset, seat: w.wheelSeat }, who);
  });
}

/** Opens a job on a vehicle, or one for each axle in one visit. @returns the id of the first */
export async function openJob(vehicleId: string, typed: unknown): Promise<Result<string>> {
  return act(async (who) => {
    const parsed = jobForm.safeParse(typed);
    if (!parsed.success) throw new RefusedError(parsed.error.issues[0]?.message ?? 'The job is not complete.');
    return openTheJob({ vehicleId, ...parsed.data }, who);
  });
}

/** The intake was read over at the car: measuring begins. */
export async function startMeasuring(jobId: string): Promise<Result<null>> {
  return actOn((who) => beginMeasuring(jobId, who));
}
