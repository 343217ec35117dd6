'use server';

import { z } from 'zod';
import { sidesOf } from '@/core/document/axles';
import { type Axle, ENDS, type End, JOB_TYPES, SPACER_KINDS, USES } from '@/core/document/vocabulary';
import { act, actOn } from '@/usecases/act';
import { startMeasuring as beginMeasuring, openJob as openTheJob } from '@/usecases/job/jobs';
import { changePlanned as changeWhatIsPlanned } from '@/usecases/job/planned';
import { attempt, idOf, RefusedError, type Result } from '@/usecases/result';
import { readSession } from '@/usecases/session';
import { type KnownModel, knownModel } from '@/usecases/survey/fitment';
import { noteMileage } from '@/usecases/survey/mileage';
import {
  correctWheelSet,
  type HubInput,
  keepDrilling,
  takeInVehicle as keepVehicle,
  takeInWheelSet as keepWheelSet,
  putWheelSetAway,
  changeVehicle as saveChanged,
  type VehicleInput,
  type WheelSetInput,
} from '@/usecases/vehicle/vehicles';
import { type WheelsSeen, wheelsSeen } from '@/usecases/vehicle/wheelsByName';
import { jobForm, type VehicleParsed, type VehicleTyped, vehicleForm, wheelSetForm } from './schema';

const hubInput = (axle: Axle, h: VehicleParsed['front']): HubInput => ({
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
  nutClass: h.fastening === 'bolt' ? 'unknown' : h.nutClass,
  hardware: h.hardware,
});

type Hub = VehicleParsed['front'];

/** The hubs at one end of a car: one for the axle, or one a side where these are held differently. */
function hubsAt(end: End, hub: Hub, right: Hub | null): (readonly [Axle, Hub])[] {
  if (right === null) return [[end, hub]];
  const [atLeft, atRight] = sidesOf(end);
  return [
    [atLeft, hub],
    [atRight, right],
  ];
}

const rearWheels = (r: NonNullable<z.output<typeof wheelSetForm>['rear']>): NonNullable<WheelSetInput['rear']> => ({
  tyre: r.tyre,
  offsetMm: r.offset,
  seat: r.wheelSeat,
  lugs: r.drilling?.lugs ?? null,
  boltCircleMm: r.drilling?.boltCircle ?? null,
});

const wheelSetInput = (w: z.output<typeof wheelSetForm>): WheelSetInput => ({
  name: w.setName,
  tyre: w.tyre,
  offsetMm: w.offset,
  seat: w.wheelSeat,
  lugs: w.drilling?.lugs ?? null,
  boltCircleMm: w.drilling?.boltCircle ?? null,
  planned: w.planned,
  own: w.own,
  rear: w.rear === null ? null : rearWheels(w.rear),
});

function vehicleInput(typed: unknown): VehicleInput {
  const parsed = vehicleForm.safeParse(typed);
  if (!parsed.success) throw new RefusedError(parsed.error.issues[0]?.message ?? 'The form is not complete.');
  const { name, plate, notes, wheelSet: w } = parsed.data;
  const hubs = ENDS.flatMap((end) => hubsAt(end, parsed.data[end], parsed.data[`${end}Right`]));
  return {
    name: name === '' ? plate : name,
    plate,
    notes,
    hubs: hubs.map(([axle, h]) => hubInput(axle, h)),
    wheelSet: wheelSetInput(w),
    foundPlate: Object.fromEntries(hubs.map(([axle, h]) => [axle, h.found])),
  };
}

const confirmedList = z.array(z.string().max(80)).max(40);

/** Takes a vehicle in. @param confirmed what was expected from other cars and looked at on this one @returns its id */
export async function takeInVehicle(typed: VehicleTyped, confirmed: readonly string[] = []): Promise<Result<string>> {
  return act((who) => keepVehicle({ ...vehicleInput(typed), confirmed: confirmedList.parse(confirmed) }, who));
}

/** What this shop has seen on cars of one model; nothing is changed. */
export async function seenOnModel(name: string): Promise<Result<KnownModel | null>> {
  return attempt(() => knownModel(z.string().max(200).parse(name)));
}

/** Saves changed vehicle data, unless another screen saved first. */
export async function changeVehicle(id: string, version: number, typed: VehicleTyped): Promise<Result<string>> {
  return act(async (who) => {
    await saveChanged(idOf(id), version, vehicleInput(typed), who);
    return id;
  });
}

const seenOn = z.union([z.strictObject({ vehicleId: z.string() }), z.strictObject({ model: z.string().max(200) })]);

/** What wheels of one name were here; nothing is changed. @param on the car they go on, or its model */
export async function seenWheels(name: string, on: z.infer<typeof seenOn>): Promise<Result<WheelsSeen | null>> {
  return attempt(() => {
    const of = seenOn.parse(on);
    const car = 'vehicleId' in of ? { vehicleId: idOf(of.vehicleId) } : of;
    return wheelsSeen(z.string().max(200).parse(name), car);
  });
}

/** Adds a wheel set to a vehicle. @param confirmed what was expected from other cars and looked at on these wheels */
export async function takeInWheelSet(
  vehicleId: string,
  typed: VehicleTyped['wheelSet'],
  confirmed: readonly string[] = [],
): Promise<Result<string>> {
  return act((who) => keepWheelSet(idOf(vehicleId), soundSet(typed), who, confirmedList.parse(confirmed)));
}

function soundSet(typed: unknown): WheelSetInput {
  const parsed = wheelSetForm.safeParse(typed);
  if (!parsed.success) throw new RefusedError(parsed.error.issues[0]?.message ?? 'The wheel set is not complete.');
  return wheelSetInput(parsed.data);
}

/** Corrects a wheel set. */
export async function changeWheelSet(
  vehicleId: string,
  wheelSetId: string,
  typed: VehicleTyped['wheelSet'],
): Promise<Result<null>> {
  return actOn((who) => correctWheelSet(idOf(vehicleId), idOf(wheelSetId), soundSet(typed), who));
}

/** Puts a wheel set away. */
export async function archiveWheels(vehicleId: string, wheelSetId: string): Promise<Result<null>> {
  return actOn((who) => putWheelSetAway(idOf(vehicleId), idOf(wheelSetId), who));
}

/** Says what the wheels of a set are drilled for. */
export async function drillWheelSet(vehicleId: string, wheelSetId: string, typed: string): Promise<Result<null>> {
  return actOn((who) => {
    const parsed = wheelSetForm.shape.drilling.safeParse(typed);
    if (!parsed.success) throw new RefusedError(parsed.error.issues[0]?.message ?? 'Lugs and circle, such as 5x112.');
    return keepDrilling(idOf(vehicleId), idOf(wheelSetId), parsed.data, who);
  });
}

/** Opens a job on a vehicle, or one for each axle in one visit. @returns the id of the first */
export async function openJob(vehicleId: string, typed: unknown): Promise<Result<string>> {
  return act(async (who) => {
    const parsed = jobForm.safeParse(typed);
    if (!parsed.success) throw new RefusedError(parsed.error.issues[0]?.message ?? 'The job is not complete.');
    return openTheJob({ ...parsed.data, vehicleId: idOf(vehicleId) }, who);
  });
}

const plannedForm = z.strictObject({
  wish: z.enum(JOB_TYPES),
  use: z.enum(USES),
  kind: z.enum(SPACER_KINDS).nullable(),
});

/** Changes what an open job is about. */
export async function changePlanned(jobId: string, typed: z.input<typeof plannedForm>): Promise<Result<null>> {
  return actOn((who) => changeWhatIsPlanned(idOf(jobId), plannedForm.parse(typed), who));
}

/** The intake was read over at the car: measuring begins. */
export async function startMeasuring(jobId: string): Promise<Result<null>> {
  return actOn((who) => beginMeasuring(idOf(jobId), who));
}

/** Writes down what the odometer showed as the car came; empty takes it back. */
export async function keepMileage(jobId: string, typed: string): Promise<Result<null>> {
  return actOn(async (who) => {
    const { units } = await readSession();
    await noteMileage(idOf(jobId), z.string().max(40).parse(typed), units, who);
  });
}
