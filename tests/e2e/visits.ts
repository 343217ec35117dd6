import { plainSpacer } from '@/core/document/blank';
import { HARBOUR_CARS } from '@/demo/harbourCars';
import { seedVehicle, seedWrenches } from '@/demo/seed';
import type { DemoJob, DemoVehicle } from '@/demo/vehicle';
import { openStore } from '@/store/connection';
import { copyOver, emptyFolder } from '../template.mjs';

const hub = {
  lugs: 4,
  boltCircleMm: 100,
  thread: 'M12x1.5',
  fastening: 'bolt',
  seat: 'cone60',
  threadMaterial: 'steel',
  nutStyle: 'unknown',
  torqueNm: 110,
  torqueSource: 'handbook p. 88',
  lockingFastener: false,
  fastenerClass: '10.9',
  internalTensileMpa: 800,
  nutClass: 'unknown',
  hardware: 'makers',
} as const;

/** Two-ended studs, a fine thread outside and the hub's inside, under open nuts of their own. */
const studs = {
  kind: 'conversion',
  length: 70,
  shortEnd: 15,
  threadLength: 40,
  nose: 0,
  hubThread: 'M12x1.5',
  outerThread: 'M12x1.25',
  seatsAt: 'shoulder',
  torque: { value: 105, source: 'stud leaflet' },
  class: '10.9',
  nut: {
    thread: 'M12x1.25',
    style: 'open',
    seat: 'cone60',
    threadLength: 22,
    blindDepth: null,
    shankReach: 0,
    shankLength: 0,
    shankDiameter: null,
    material: 'steel',
    class: '10',
    tensile: null,
  },
} as const;

const readings = {
  turns: [10, 10],
  stockBoltLength: 36,
  stockNose: 0,
  nutGrip: 12,
  rotorHat: [6, 6],
  tappedDepth: [17, 17],
  roomBehind: [6, 6],
  gap: [24, 23],
  loadedClearance: [29, 30],
  spigotDiameter: 60.1,
  spigotHeight: [10, 10],
  settled: [1, 1],
  camber: [-1, -1],
  archHeight: [342, 341],
  lipDepth: [20, 20],
  fingerPasses: [1, 1],
} satisfies DemoJob['readings'];

/** A plate in front and none behind: steps of a plate belong to the front corners alone. */
const job = (axle: 'front' | 'rear', thickness: number): DemoJob => ({
  axle,
  wish: thickness > 0 ? 'stance' : 'conversion',
  use: 'street',
  until: 'fit',
  daysAgo: 0,
  sameVisit: axle === 'rear',
  readings,
  choice: {
    spacer: { ...plainSpacer(thickness, thickness > 0 ? 60.2 : undefined), lugs: 4, boltCircles: [100] },
    locking: { kind: 'none' },
    condition: 'dry',
    fastener: studs,
  },
});

const CAR: DemoVehicle = {
  name: 'Ilex Lumen',
  plate: 'EV 44 ILX',
  notes: '',
  foundPlate: { front: 0, rear: 0 },
  hubs: [
    { axle: 'front', ...hub },
    { axle: 'rear', ...hub },
  ],
  wheelSet: { name: 'summer 16', tyre: '195/55R16', offsetMm: 45, seat: 'cone60', lugs: 4, boltCircleMm: 100 },
  wheels: { 'summer 16': { wheelBore: [60.2, 60.2, 60.2, 60.2], chamferDepth: [1, 1, 1, 1] } },
  jobs: [job('front', 5), job('rear', 0)],
};

/** The 4×4 of the demo with wheels whose pockets all take the studs of its adapter, on both rear corners. */
function adapterCar(): DemoVehicle {
  const drover = HARBOUR_CARS.find((c) => c.name === 'Halm Drover') as DemoVehicle;
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
  await seedVehicle(store.db, car, now);
  await store.close();
}

/** One car whose visit brings studs to all four corners and stands at its card. */
export const conversionVisit = (folder: string): Promise<void> => filled(folder, CAR);

/** One car whose visit brings adapters to its rear corners and stands at its card. */
export const adapterVisit = (folder: string): Promise<void> => filled(folder, adapterCar());
