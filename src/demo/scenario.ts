import { lippedSpacer, plainSpacer } from '@/core/plan/blank';
import type { QuantityId } from '@/core/plan/quantities';
import type { ChoiceDraft, Stage } from '@/store/schema';
import type { HubInput, VehicleInput } from '@/store/vehicles';

/** The invented workshop of the demo: Saltmarsh Wheelworks, five vehicles, a job in every stage. */

type Readings = Readonly<Partial<Record<QuantityId, readonly [number, number] | number>>>;

export interface DemoJob {
  readonly axle: 'front' | 'rear';
  readonly wish: 'clearance' | 'stance';
  readonly use: 'street' | 'towing' | 'track' | 'competition';
  /** How far the job is driven. */
  readonly until: Stage;
  /** Left and right for what belongs to a corner, one figure for the axle. */
  readonly readings: Readings;
  readonly choice?: ChoiceDraft;
  readonly lead?: { by: string; reason: string };
  /** Days ago it was opened. */
  readonly daysAgo: number;
  /** In the torque stage: a verify pass that moved on the left wheel. */
  readonly verifyMoved?: boolean;
  /** Came in with the vehicle's first job: one visit, two axles. */
  readonly sameVisit?: boolean;
}

export interface DemoVehicle extends VehicleInput {
  readonly jobs: readonly DemoJob[];
  readonly moreSets?: readonly VehicleInput['wheelSet'][];
  /** Readings of the wheels, by set: front left, front right, rear left, rear right. */
  readonly wheels?: Readonly<Record<string, Readonly<Partial<Record<QuantityId, readonly [number, number, number, number]>>>>>;
}

const hub = (axle: 'front' | 'rear', h: Omit<HubInput, 'axle'>): HubInput => ({ axle, ...h });
const both = (h: Omit<HubInput, 'axle'>): HubInput[] => [hub('front', h), hub('rear', h)];


export const FITTERS = ['Bram Pell', 'Tamsin Oar'] as const;

export const SCENARIO: readonly DemoVehicle[] = [
  {
    name: 'Corvane Tern', plate: 'SW 14 TRN', notes: 'Camper van that tows a dinghy. Rides on commercial tyres.',
    hubs: both({
      lugs: 5, boltCircleMm: 118, thread: 'M14x1.5', fastening: 'bolt', seat: 'ball14', threadMaterial: 'steel', nutStyle: 'unknown',
      torqueNm: 160, torqueSource: 'handbook p. 212', lockingFastener: true, fastenerClass: '10.9', internalTensileMpa: 800,
    }),
    wheelSet: { name: 'camper 16', tyre: '215/65R16C', offsetMm: 50, seat: 'ball14' },
    // Two castings of one part number: the chamfer of the rear right one is half as deep.
    wheels: { 'camper 16': { wheelBore: [71.6, 71.6, 71.6, 71.6], chamferDepth: [3, 3, 3, 1.5] } },
    jobs: [
      {
        axle: 'rear', wish: 'stance', use: 'towing', until: 'choose', daysAgo: 1,
        readings: {
          turns: [10.5, 10.25], stockBoltLength: 47, tappedDepth: [18, 18], roomBehind: [3, 3], gap: [24, 22], loadedClearance: [31, 29],
          spigotDiameter: 71.55, spigotHeight: [11.5, 11.5], rotorHat: [7, 7], settled: [1, 1], camber: [-0.5, -0.75],
          archHeight: [382, 381], lipDepth: [22, 22], fingerPasses: [1, 1], rimProtector: [0, 0],
        },
        // Too long on purpose: the tip would foul the parking-brake shoes.
        choice: {
          spacer: lippedSpacer(15, 71.6, 71.5, 2, 8),
          fastener: { kind: 'bolt', length: 66, threadLength: 28, seat: 'ball14', class: '10.9' },
        },
      },
    ],
  },
  {
    name: 'Halm Drover', plate: 'CR 02 HLM', notes: 'Light coast-rescue 4×4. Launches from the slip, so hubs see salt.',
    hubs: both({
      lugs: 6, boltCircleMm: 139.7, thread: 'M12x1.5', fastening: 'stud', seat: 'cone60', threadMaterial: 'steel', nutStyle: 'closed',
      torqueNm: 118, torqueSource: 'door plate', lockingFastener: false, fastenerClass: '10.9', internalTensileMpa: 900,
    }),
    wheelSet: { name: 'beach 15', tyre: '235/75R15', offsetMm: 10, seat: 'cone60' },
    // One shallow pocket in four: wheel C takes no adapter that lets the studs stand 6 mm out.
    wheels: { 'beach 15': { wheelBore: [106.1, 106.1, 106.1, 106.1], chamferDepth: [2, 2, 2, 2], pocketDepth: [9, 9, 7, 9], lugHole: [28, 28, 28, 28], padThickness: [13, 13, 13, 13] } },
    jobs: [
      {
        axle: 'front', wish: 'clearance', use: 'street', until: 'torque', daysAgo: 0, verifyMoved: true,
        readings: {
          turns: [15.5, 15.5], studProtrusion: [42, 42], nutThread: 26, nutBlindDepth: 32, gap: [18, 19], loadedClearance: [26, 27],
          spigotDiameter: 106, spigotHeight: [16, 16], rotorHat: [8, 8], settled: [1, 1], camber: [0, 0.25], archHeight: [452, 450], lipDepth: [25, 25],
          fingerPasses: [1, 1], innerClearance: [-2, -2], contactDiameter: 18, wheelLoad: 4300, socketOutside: 25,
        },
        choice: { spacer: plainSpacer(8, 106.1), fastener: { kind: 'stock' } },
      },
      {
        axle: 'rear', wish: 'stance', use: 'street', until: 'choose', daysAgo: 0, sameVisit: true,
        readings: {
          turns: [11, 11], studProtrusion: [31, 31], nutThread: 26, nutBlindDepth: 32, gap: [44, 43], loadedClearance: [50, 51],
          spigotDiameter: 106, spigotHeight: [16, 16], rotorHat: [8, 8], settled: [1, 1], camber: [0, 0], archHeight: [455, 455], lipDepth: [25, 25],
        },
        choice: {
          spacer: {
            ...lippedSpacer(25, 106.1, 106, 1), kind: 'adapter',
            adapter: { web: 10, nutHeight: 14, nutThread: 14, studThread: 'M12x1.5', studProtrusion: 33, boltCircle: 139.7, recess: 17, torque: { value: 118, source: 'adapter leaflet' } },
          },
          fastener: { kind: 'stock' },
        },
      },
    ],
  },
  {
    name: 'Merrow Kite GT', plate: 'HC 77 KIT', notes: 'Hill-climb coupé with three wheel sets.',
    hubs: both({
      lugs: 5, boltCircleMm: 108, thread: 'M12x1.5', fastening: 'stud', seat: 'cone60', threadMaterial: 'steel', nutStyle: 'open',
      torqueNm: 105, torqueSource: 'competition handbook, sheet 4', lockingFastener: false, fastenerClass: '10.9', internalTensileMpa: 900,
    }),
    wheelSet: { name: 'slicks 15', tyre: '200/580R15', offsetMm: 28, seat: 'cone60' },
    wheels: { 'slicks 15': { wheelBore: [63.5, 63.5, 63.5, 63.5], chamferDepth: [2, 2, 2, 2] } },
    moreSets: [
      { name: 'wets 15', tyre: '195/50R15', offsetMm: 28, seat: 'cone60' },
      { name: 'road 16', tyre: '205/45R16', offsetMm: 38, seat: 'ball13' },
    ],
    jobs: [
      {
        axle: 'rear', wish: 'stance', use: 'competition', until: 'stage', daysAgo: 2,
        readings: {
          turns: [14, 14.25], studProtrusion: [38, 38], nutThread: 22, gap: [9, 9], loadedClearance: [17, 16], spigotDiameter: 63.4,
          spigotHeight: [12, 12], settled: [1, 1], camber: [-2.5, -2.5], archHeight: [318, 318],
        },
        choice: { spacer: plainSpacer(5, 63.5), fastener: { kind: 'stock' } },
        lead: { by: 'Tamsin Oar', reason: 'Measured on both sides, inspected between runs.' },
      },
    ],
  },
  {
    name: 'Ilex Lumen', plate: 'EV 31 ILX', notes: 'Small electric hatchback. The owner wants the front flush.',
    hubs: both({
      lugs: 4, boltCircleMm: 100, thread: 'M12x1.5', fastening: 'bolt', seat: 'cone60', threadMaterial: 'steel', nutStyle: 'unknown',
      torqueNm: 110, torqueSource: 'handbook p. 88', lockingFastener: true, fastenerClass: '10.9', internalTensileMpa: 800,
    }),
    wheelSet: { name: 'summer 16', tyre: '195/55R16', offsetMm: 45, seat: 'cone60' },
    wheels: { 'summer 16': { wheelBore: [60.2, 60.2, 60.2, 60.2], chamferDepth: [1, 1, 1, 1] } },
    jobs: [
      {
        axle: 'front', wish: 'stance', use: 'street', until: 'fit', daysAgo: 1,
        readings: {
          turns: [10, 10], stockBoltLength: 36, rotorHat: [6, 6], tappedDepth: [17, 17], roomBehind: [6, 6], gap: [14, 13], loadedClearance: [19, 20],
          spigotDiameter: 60.1, spigotHeight: [10, 10], settled: [1, 1], camber: [-1, -1], archHeight: [342, 341], lipDepth: [20, 20], fingerPasses: [1, 1],
        },
        choice: { spacer: plainSpacer(5, 60.2), fastener: { kind: 'bolt', length: 41, threadLength: 28, seat: 'cone60', class: '10.9' } },
      },
      {
        axle: 'rear', wish: 'stance', use: 'street', until: 'measure', daysAgo: 0, sameVisit: true,
        readings: { turns: [10, 9.75], stockBoltLength: 36, gap: [21, 20] },
      },
    ],
  },
  {
    name: 'Anselm Heron', plate: 'DN 09 HRN', notes: 'District nurse’s estate. Night calls, so the recheck is by appointment.',
    hubs: both({
      lugs: 5, boltCircleMm: 112, thread: 'M14x1.5', fastening: 'bolt', seat: 'ball13', threadMaterial: 'steel', nutStyle: 'unknown',
      torqueNm: 120, torqueSource: 'handbook p. 174', lockingFastener: false, fastenerClass: '10.9', internalTensileMpa: 900,
    }),
    wheelSet: { name: 'winter 16', tyre: '205/55R16', offsetMm: 46, seat: 'ball13' },
    wheels: { 'winter 16': { wheelBore: [57.1, 57.1, 57.1, 57.1], chamferDepth: [1, 1, 1, 1] } },
    jobs: [
      {
        axle: 'front', wish: 'clearance', use: 'street', until: 'recheck', daysAgo: 4,
        readings: {
          turns: [11, 11], stockBoltLength: 40, stockBoltOverall: 66, stockBoltThread: 30, rotorHat: [7, 7], tappedDepth: [20, 20], roomBehind: [8, 8], gap: [16, 17], loadedClearance: [22, 21],
          spigotDiameter: 57, spigotHeight: [10, 10], innerClearance: [0, 0], settled: [1, 1], camber: [-1, -1.25], archHeight: [352, 352], lipDepth: [20, 20],
        },
        choice: { spacer: plainSpacer(5, 57.1), fastener: { kind: 'bolt', length: 45, threadLength: 28, seat: 'ball13', class: '10.9' } },
      },
      { axle: 'rear', wish: 'clearance', use: 'street', until: 'take-in', daysAgo: 0, readings: {} },
    ],
  },
];
