import { plainSpacer } from '@/core/document/blank';
import { HARBOUR_CARS } from '@/demo/harbourCars';
import { seedVehicle, seedWrenches } from '@/demo/seed';
import { TOWN_CARS } from '@/demo/townCars';
import type { DemoJob, DemoVehicle } from '@/demo/vehicle';
import { openStore } from '@/store/connection';
import { studs } from '../conversionStuds';
import { copyOver, emptyFolder } from '../template.mjs';

const carOf = (cars: readonly DemoVehicle[], name: string): DemoVehicle =>
  cars.find((c) => c.name === name) as DemoVehicle;

/**
 * The small electric of the demo without its locking bolt: a plate in front and none behind, so that a plate's steps
 * are the front corners' alone.
 */
function studCar(): DemoVehicle {
  const lumen = carOf(TOWN_CARS, 'Ilex Lumen');
  const measured = { ...lumen.jobs[0]?.readings, nutGrip: 12, gap: [24, 23], loadedClearance: [29, 30] } as const;
  const job = (axle: 'front' | 'rear', thickness: number): DemoJob => ({
    axle,
    jobType: thickness > 0 ? 'stance' : 'conversion',
    use: 'street',
    until: 'fit',
    daysAgo: 0,
    sameVisit: axle === 'rear',
    readings: measured,
    choice: {
      spacer: { ...plainSpacer(thickness, thickness > 0 ? 60.2 : undefined), lugs: 4, boltCircles: [100] },
      locking: { kind: 'none' },
      condition: 'dry',
      fastener: studs,
    },
  });
  return {
    ...lumen,
    hubs: lumen.hubs.map((h) => ({ ...h, lockingFastener: false })),
    jobs: [job('front', 5), job('rear', 0)],
  };
}

/** The 4×4 of the demo with wheels whose pockets all take the studs of its adapter, on both rear corners. */
function adapterCar(): DemoVehicle {
  const drover = carOf(HARBOUR_CARS, 'Halm Drover');
  const rear = drover.jobs.find((j) => j.axle === 'rear') as DemoJob;
  const wheels = Object.fromEntries(
    Object.entries(drover.wheels ?? {}).map(([set, measured]) => [set, { ...measured, pocketDepth: [9, 9, 9, 9] }]),
  ) as NonNullable<DemoVehicle['wheels']>;
  return { ...drover, wheels, jobs: [{ ...rear, sameVisit: false, until: 'fit' }] };
}

/** Fills a folder with one car as far as its jobs say. */
async function filled(folder: string, car: DemoVehicle): Promise<void> {
  copyOver(await emptyFolder(), folder);
  const store = await openStore(folder);
  const now = new Date();
  await seedWrenches(store.db, now);
  await seedVehicle(store, car, now);
  await store.close();
}

/** One car whose visit brings studs to all four corners and stands at its card. */
export const conversionVisit = (folder: string): Promise<void> => filled(folder, studCar());

/** One car whose visit brings adapters to its rear corners and stands at its card. */
export const adapterVisit = (folder: string): Promise<void> => filled(folder, adapterCar());

/** The camper of the demo before anybody measured it, both axles in one visit, spacers wanted on each. */
function newCamper(): DemoVehicle {
  const tern = carOf(HARBOUR_CARS, 'Corvane Tern');
  const job = (axle: 'front' | 'rear'): DemoJob => ({
    axle,
    jobType: 'stance',
    use: 'street',
    until: 'measure',
    daysAgo: 0,
    sameVisit: axle === 'rear',
    readings: {},
  });
  const { wheels: _, remark: __, ...bare } = tern;
  return { ...bare, jobs: [job('front'), job('rear')] };
}

/** The track car of the demo with its wheel change measured and not chosen. */
function wheelChangeCar(): DemoVehicle {
  const kite = carOf(TOWN_CARS, 'Merrow Kite GT');
  const change = kite.jobs.find((j) => j.jobType === 'wheels' && j.use === 'track') as DemoJob;
  return { ...kite, jobs: [{ ...change, closed: false, until: 'choose', daysAgo: 0 }] };
}

/** One car whose other wheels are to be hung on: measured, with its nuts on the bench. */
export const wheelChangeVisit = (folder: string): Promise<void> => filled(folder, wheelChangeCar());

/** One car that was taken in and not measured, for both axles. */
export const unmeasuredVisit = (folder: string): Promise<void> => filled(folder, newCamper());
