import 'server-only';
import { theStore } from '@/store/connection';
import { addVehicle, addWheelSet, saveVehicle, type VehicleInput, type WheelSetInput } from '@/store/vehicles';

export type { HubInput, VehicleInput } from '@/store/vehicles';

/** Takes a vehicle in. @returns its id */
export const takeInVehicle = async (input: VehicleInput, by: string): Promise<string> =>
  addVehicle((await theStore()).db, input, by, new Date());

/** Saves changed vehicle data. @throws ChangedMeanwhileError when another screen saved first */
export const changeVehicle = async (id: string, version: number, input: VehicleInput, by: string): Promise<void> =>
  saveVehicle((await theStore()).db, id, version, input, by, new Date());

/** Adds a wheel set to a vehicle. @returns its id @throws NotFoundError */
export const takeInWheelSet = async (vehicleId: string, input: WheelSetInput, by: string): Promise<string> =>
  addWheelSet((await theStore()).db, vehicleId, input, by, new Date());
