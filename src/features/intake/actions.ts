'use server';

import { revalidatePath } from 'next/cache';
import { RefusedError } from '@/store/errors';
import { theStore } from '@/store/connection';
import { addJob, moveJob } from '@/store/jobs';
import { addVehicle, addWheelSet, type HubInput, saveVehicle, type VehicleInput } from '@/store/vehicles';
import { attempt, type Result } from '@/usecases/result';
import { readSession } from '@/usecases/session';
import { jobForm, vehicleForm, type VehicleParsed, type VehicleTyped, wheelSetForm } from './schema';

const hubInput = (axle: 'front' | 'rear', h: VehicleParsed['front']): HubInput => ({
  axle, lugs: h.lugs, boltCircleMm: h.boltCircle, thread: h.thread, fastening: h.fastening, seat: h.seat,
  threadMaterial: h.threadMaterial, nutStyle: h.fastening === 'bolt' ? 'unknown' : h.nutStyle,
  torqueNm: h.torque, torqueSource: h.torqueSource, lockingFastener: h.locking,
  fastenerClass: h.fastenerClass, internalTensileMpa: h.tensile,
});

function vehicleInput(typed: unknown): VehicleInput {
  const parsed = vehicleForm.safeParse(typed);
  if (!parsed.success) throw new RefusedError(parsed.error.issues[0]?.message ?? 'The form is not complete.');
  const { name, plate, notes, front, rear, wheelSet: w } = parsed.data;
  return {
    name, plate, notes,
    hubs: [hubInput('front', front), hubInput('rear', rear)],
    wheelSet: { name: w.setName, tyre: w.tyre, offsetMm: w.offset, seat: w.wheelSeat },
  };
}

/** Takes a vehicle in. @returns its id */
export async function takeInVehicle(typed: VehicleTyped): Promise<Result<string>> {
  return attempt(async () => {
    const { who } = await readSession();
    const id = await addVehicle((await theStore()).db, vehicleInput(typed), who, new Date());
    revalidatePath('/', 'layout');
    return id;
  });
}

/** Saves changed vehicle data, unless another screen saved first. */
export async function changeVehicle(id: string, version: number, typed: VehicleTyped): Promise<Result<string>> {
  return attempt(async () => {
    const { who } = await readSession();
    await saveVehicle((await theStore()).db, id, version, vehicleInput(typed), who, new Date());
    revalidatePath('/', 'layout');
    return id;
  });
}

/** Adds a wheel set to a vehicle. */
export async function takeInWheelSet(vehicleId: string, typed: VehicleTyped['wheelSet']): Promise<Result<string>> {
  return attempt(async () => {
    const { who } = await readSession();
    const parsed = wheelSetForm.safeParse(typed);
    if (!parsed.success) throw new RefusedError(parsed.error.issues[0]?.message ?? 'The wheel set is not complete.');
    const w = parsed.data;
    const id = await addWheelSet((await theStore()).db, vehicleId, { name: w.setName, tyre: w.tyre, offsetMm: w.offset, seat: w.wheelSeat }, who, new Date());
    revalidatePath(`/vehicles/${vehicleId}`);
    return id;
  });
}

/** Opens a job on a vehicle. @returns its id */
export async function openJob(vehicleId: string, typed: unknown): Promise<Result<string>> {
  return attempt(async () => {
    const { who } = await readSession();
    const parsed = jobForm.safeParse(typed);
    if (!parsed.success) throw new RefusedError(parsed.error.issues[0]?.message ?? 'The job is not complete.');
    const { wheelSetId, axle, wish, use } = parsed.data;
    const id = await addJob((await theStore()).db, { vehicleId, wheelSetId, axle, wish, use }, who, new Date());
    revalidatePath('/', 'layout');
    return id;
  });
}

/** The intake was read over at the car: measuring begins. */
export async function startMeasuring(jobId: string): Promise<Result<null>> {
  return attempt(async () => {
    const { who } = await readSession();
    await moveJob((await theStore()).db, jobId, 'measure', who, new Date());
    revalidatePath('/', 'layout');
    return null;
  });
}
