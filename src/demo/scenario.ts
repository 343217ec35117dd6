import { HARBOUR_CARS } from './harbourCars';
import { TOWN_CARS } from './townCars';
import type { DemoVehicle } from './vehicle';

export type { DemoJob, DemoVehicle } from './vehicle';

export const FITTERS = ['Bram Pell', 'Tamsin Oar'] as const;

/** The invented workshop of the demo: Saltmarsh Wheelworks, five vehicles, a job in every stage. */
export const SCENARIO: readonly DemoVehicle[] = [...HARBOUR_CARS, ...TOWN_CARS];
