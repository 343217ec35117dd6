import 'server-only';
import { cache } from 'react';
import { cornersOf } from '@/core/document/axles';
import { AXLE_LABEL } from '@/core/document/labels';
import { CORNERS } from '@/core/document/vocabulary';
import { InputError } from '@/core/errors';
import { parseLength } from '@/core/units/parse';
import { theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { recordEvent } from '@/store/events';
import { fittedEver, fittedNow, foundOn, putOn } from '@/store/fitted';
import { jobsOfVehicle } from '@/store/jobBrief';
import type { FittedRow } from '@/store/schema';
import {
  addVehicle,
  addWheelSet,
  archiveWheelSet,
  listVehicles,
  loadVehicle,
  saveVehicle,
  saveWheelSet,
  setDrilling,
  type VehicleInput,
  type WheelSetInput,
} from '@/store/vehicles';

export type { HubInput, VehicleInput, WheelSetInput } from '@/store/vehicles';

/** Cars by words of their name or plate, and how many there are. */
export const carsFound = async (find: string) => listVehicles((await theStore()).db, find);

/** A car with its hubs and wheels. @throws NotFoundError */
export const carOf = async (id: string) => loadVehicle((await theStore()).db, id);

/** Takes a vehicle in. @returns its id */
export const takeInVehicle = async (input: VehicleInput, by: string): Promise<string> =>
  addVehicle((await theStore()).db, input, by, new Date());

/** Saves changed vehicle data. @throws ChangedMeanwhileError when another screen saved first */
export const changeVehicle = async (id: string, version: number, input: VehicleInput, by: string): Promise<void> =>
  saveVehicle((await theStore()).db, id, version, input, by, new Date());

/** Adds a wheel set to a vehicle. @returns its id @throws NotFoundError */
export const takeInWheelSet = async (
  vehicleId: string,
  input: WheelSetInput,
  by: string,
  confirmed: readonly string[] = [],
): Promise<string> => addWheelSet((await theStore()).db, vehicleId, { ...input, confirmed }, by, new Date());

/** Says what the wheels of a set are drilled for; null where nobody knows. @throws NotFoundError */
export const keepDrilling = async (
  vehicleId: string,
  wheelSetId: string,
  drilling: { readonly lugs: number; readonly boltCircle: number } | null,
  by: string,
): Promise<void> => setDrilling((await theStore()).db, { vehicleId, wheelSetId, drilling }, by, new Date());

/** The latest thirty jobs of a car, newest change first; asked for once on a page. */
export const jobsOfCar = cache(async (vehicleId: string) => jobsOfVehicle((await theStore()).db, vehicleId));

/** What hangs on a car now, and everything that ever did. */
export async function fittedOn(vehicleId: string): Promise<{ now: FittedRow[]; ever: FittedRow[] }> {
  const { db } = await theStore();
  return { now: await fittedNow(db, vehicleId), ever: await fittedEver(db, vehicleId) };
}

/**
 * Sentences for open jobs that a change of these wheels reaches: their plans are held against the wheels as they are.
 */
export async function jobsOnWheels(vehicleId: string, wheelSetId: string): Promise<string[]> {
  return (await jobsOfCar(vehicleId))
    .filter(({ job }) => job.wheelSetId === wheelSetId && job.signedAt === null && job.stage !== 'closed')
    .map(({ job }) =>
      ['stage', 'fit', 'torque'].includes(job.stage)
        ? `${AXLE_LABEL[job.axle]}: its plan is in force, and has to be taken forward again.`
        : `${AXLE_LABEL[job.axle]}: evaluated with the new figures from then on.`,
    );
}

/** Corrects a wheel set of a car. @throws NotFoundError, RefusedError */
export const correctWheelSet = async (
  vehicleId: string,
  wheelSetId: string,
  input: WheelSetInput,
  by: string,
): Promise<void> => saveWheelSet((await theStore()).db, { vehicleId, wheelSetId }, input, by, new Date());

/** Puts a wheel set away. @throws NotFoundError, RefusedError while an open job is on it */
export async function putWheelSetAway(vehicleId: string, wheelSetId: string, by: string): Promise<void> {
  const open = await jobsOnWheels(vehicleId, wheelSetId);
  if (open.length > 0)
    throw new RefusedError('An open job is on these wheels. Close it first, or put it on other wheels.');
  await archiveWheelSet((await theStore()).db, vehicleId, wheelSetId, by, new Date());
}

export interface TypedFound {
  readonly corners: readonly string[];
  readonly wheelSetId: string | null;
  /** As typed; empty for nothing between hub and wheel, `?` where nobody looked. */
  readonly plate: string;
  readonly hardware: string;
}

/** Keeps what somebody found on a car, at one corner or more. @throws InputError, RefusedError, NotFoundError */
export async function keepFound(vehicleId: string, typed: TypedFound, by: string): Promise<void> {
  const { db } = await theStore();
  const { hubs, wheelSets } = await loadVehicle(db, vehicleId);
  const corners = CORNERS.filter((c) => typed.corners.includes(c));
  if (corners.length === 0 || corners.length !== typed.corners.length)
    throw new RefusedError('Say at which corner it was found.');
  if (typed.wheelSetId !== null && !wheelSets.some((w) => w.id === typed.wheelSetId))
    throw new RefusedError('These wheels are not of this car.');
  const plateMm = plateFound(typed.plate);
  const hardware = (['original', 'other', 'unknown'] as const).find((h) => h === typed.hardware);
  if (!hardware) throw new InputError('On it', String(typed.hardware), 'is none of the choices.', 'Pick one of them.');
  const at = new Date();
  await db.transaction(async (tx) => {
    for (const hub of hubs) {
      const here = corners.filter((c) => cornersOf(hub.axle).includes(c));
      if (here.length === 0) continue;
      const torque = hub.torqueNm === null ? null : { value: hub.torqueNm, source: hub.torqueSource };
      const { fastening, seat } = hub;
      const found = { corners: here, wheelSetId: typed.wheelSetId, plateMm, hardware, fastening, seat, torque };
      await putOn(tx, vehicleId, foundOn(found, by, at), at);
    }
    await recordEvent(tx, { vehicleId, kind: 'car.found', detail: { ...typed }, by, at });
  });
}

/** @returns mm, 0 where nothing is, null where nobody looked @throws InputError */
export function plateFound(typed: string): number | null {
  const text = typed.trim();
  if (text === '?') return null;
  return text === '' ? 0 : parseLength('Spacer on it', text, { min: 0, max: 100 }).value;
}
