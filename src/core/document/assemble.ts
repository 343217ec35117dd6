import type { HubAfter } from './hubAfter';
import type {
  ChalkTest,
  Corner,
  Fastener,
  Hub,
  Locking,
  Measured,
  Plan,
  PlanCorner,
  Spacer,
  WheelEach,
} from './document';
import { groupBy } from '../groupBy';
import { parseThread } from '../thread/designation';
import { combineRepeats } from '../uncertainty';
import { threadByStandThrough } from '../engagement/standThrough';
import { carriedBack, type Plated } from './bare';
import type { Policy } from './policy';
import { countedReadings, type QuantityId } from './quantities';
import { FORMAT } from './vocabulary';

/** A reading as it was taken. `corner` is null for what belongs to the whole axle. Core units. */
export interface Reading {
  readonly quantity: QuantityId;
  readonly corner: Corner | null;
  /** Clock position of a loaded clearance, 1 to 12; left out or null where none was noted. */
  readonly hour?: number | null;
  readonly value: number;
  readonly pm: number;
  /** Plate that was on while it was taken, mm; left out or null, nothing was. */
  readonly plate?: number | null;
}

/** A wheel of the set with its own readings, in the order they were taken. */
export interface WheelParts {
  readonly name: string;
  /** Corner where it hangs now. */
  readonly corner: Corner;
  readonly readings: readonly Omit<Reading, 'corner' | 'hour'>[];
}

export interface PlanParts {
  readonly title: string;
  readonly axle: Plan['axle'];
  readonly wish: Plan['wish'];
  readonly use: Plan['use'];
  readonly hub: Pick<Hub, 'lugs' | 'boltCircle'> & HubAfter;
  readonly wheel: Pick<Plan['wheel'], 'name' | 'tyre' | 'offset' | 'seat' | 'lugs' | 'boltCircle'>;
  /** In the order they were taken; repeats of the same thing are averaged with their spread. */
  readonly readings: readonly Reading[];
  /** Every wheel that can go on this axle. */
  readonly wheels: readonly WheelParts[];
  /** Chalk tests in the order they were made. */
  readonly chalk: readonly (ChalkTest & { readonly corner: Corner })[];
  readonly spacer: Spacer;
  readonly fastener: Fastener;
  /** Locking piece of new hardware; left out, nobody said. */
  readonly locking?: Locking | undefined;
  /** How threads and seats go together; left out, clean and dry as the job card asks. */
  readonly condition?: Hub['condition'] | undefined;
  /** Degrees more negative than when it was measured; 0 where nobody changes it. */
  readonly camberChange?: number | undefined;
  /** mm that the car will sit lower; left out, nobody changes it. */
  readonly lowerBy?: number | undefined;
  readonly planned?: Plan['planned'] | undefined;
  /** mm of lip that is trimmed off before; left out, none. */
  readonly trim?: number | undefined;
  readonly rightPlate?: number | null | undefined;
  readonly leadSignOff: Plan['leadSignOff'];
  readonly policy: Policy;
}

type OnCarMeasured = PlanCorner['gap'];
type Taken = ReadonlyMap<string, readonly Reading[]>;

/** Thread in the stock nut by where the stud's tip stands against it; one corner is enough for every one. */
function nutThreadFrom(parts: PlanParts, taken: Taken): Measured {
  if (parts.hub.fastening !== 'stud') return null;
  const { pitch } = parseThread('Thread', parts.hub.thread);
  const nose = averaged(taken.get('/stockNose'));
  let best: Measured = null;
  for (const corner of cornersOf(parts.axle)) {
    const turns = averaged(taken.get(`${corner}/turns`));
    const through = averaged(taken.get(`${corner}/standThrough`));
    if (turns === null || through === null) continue;
    const here = threadByStandThrough({ turns, through, nose, pitch });
    if (best === null || here.value - here.pm > best.value - best.pm) best = here;
  }
  return best;
}

const HOURS = Array.from({ length: 12 }, (_, i) => i + 1);

/** The two corners of an axle, left first. */
export const cornersOf = (axle: Plan['axle']): [Corner, Corner] => [`${axle}-left`, `${axle}-right`];

/** Builds the plan document of one axle from what was taken in, measured and chosen. Missing stays null. */
export function assemblePlan(parts: PlanParts): Plan {
  const taken = groupBy(parts.readings, (r) => `${r.corner ?? ''}/${r.quantity}${r.hour ? `/${r.hour}` : ''}`);
  const axle = (id: QuantityId): Measured => averaged(countedReadings(id, taken.get(`/${id}`)));
  const load = axle('wheelLoad');
  const socket = axle('socketOutside');
  const each = parts.wheels.map(wheelOf);
  const { pitch } = parseThread('Thread', parts.hub.thread);
  return {
    format: FORMAT,
    title: parts.title,
    axle: parts.axle,
    wish: parts.wish,
    use: parts.use,
    camberChange: parts.camberChange ?? 0,
    lowerBy: parts.lowerBy ?? 0,
    planned: parts.planned ?? null,
    trim: parts.trim ?? 0,
    rightPlate: parts.rightPlate ?? null,
    hub: {
      ...parts.hub,
      condition: parts.condition ?? 'dry',
      contactDiameter: axle('contactDiameter')?.value ?? null,
      // Both are taken at the end of their error that asks for more.
      wheelLoad: load === null ? null : load.value + load.pm,
      socketOutside: socket === null ? null : socket.value + socket.pm,
      nutGrip: axle('nutGrip'),
      spigotDiameter: ofBoth(
        cornersOf(parts.axle).map((c) => averaged(taken.get(`${c}/spigotDiameter`)) ?? axle('spigotDiameter')),
      ),
      stockBoltLength: axle('stockBoltLength'),
      stockBoltOverall: axle('stockBoltOverall'),
      stockBoltThread: axle('stockBoltThread'),
      stockStudThread: axle('stockStudThread'),
      nutThread: axle('nutThread') ?? nutThreadFrom(parts, taken),
      nutBlindDepth: axle('nutBlindDepth'),
      stockNose: axle('stockNose'),
      nutHeight: axle('nutHeight'),
      makersLength: axle('makersLength'),
      lockingShorter: axle('lockingShorter'),
    },
    wheel: { ...parts.wheel, bore: null, boreRecess: null, padThickness: null, each },
    corners: cornersOf(parts.axle).map((corner): PlanCorner => {
      const at = (id: QuantityId): Measured => averaged(taken.get(`${corner}/${id}`));
      const on = (id: Plated, hour = ''): OnCarMeasured =>
        onOnePlate(id, taken.get(`${corner}/${id}${hour}`), pitch, parts.policy.spacerPm);
      const said = (id: QuantityId): boolean | null => answered(taken.get(`${corner}/${id}`));
      return {
        corner,
        turns: on('turns'),
        studProtrusion: on('studProtrusion'),
        standThrough: at('standThrough'),
        visibleThread: on('visibleThread'),
        slidesOn: said('slidesOn'),
        rotorHat: at('rotorHat'),
        tappedDepth: at('tappedDepth'),
        roomBehind: at('roomBehind'),
        spigotHeight: at('spigotHeight'),
        chamferDepth: each.find((w) => w.corner === corner)?.chamferDepth ?? null,
        gap: on('gap'),
        loadedClearance: on('loadedClearance'),
        clock: HOURS.flatMap((hour) => {
          const clearance = on('loadedClearance', `/${hour}`);
          return clearance ? [{ hour, clearance, trim: parts.trim ?? 0 }] : [];
        }),
        gapPer10: at('gapPer10'),
        archHeight: at('archHeight'),
        innerClearance: on('innerClearance'),
        settled: said('settled'),
        camber: at('camber'),
        lipDepth: at('lipDepth'),
        rimProtector: said('rimProtector'),
        fingerPasses: said('fingerPasses'),
        chalk: parts.chalk
          .filter((t) => t.corner === corner)
          .map(({ trial, load, across, hours }) => ({ trial, load, across, hours: [...hours] })),
      };
    }),
    spacer: parts.spacer,
    fastener: parts.fastener,
    locking: parts.locking ?? { kind: 'unknown' },
    leadSignOff: parts.leadSignOff,
    policy: parts.policy,
  };
}

/**
 * Readings that a plate changes. Taken with one plate on they are combined as they are; where what was on differs, each is
 * first carried back to the thinnest of them: that is the deepest state in which anything was read.
 */
function onOnePlate(
  id: Plated,
  readings: readonly Reading[] | undefined,
  pitch: number,
  spacerPm: number,
): OnCarMeasured {
  const first = readings?.[0];
  if (!readings || !first) return null;
  const plate = Math.min(...readings.map((r) => r.plate ?? 0));
  const all = averaged(
    readings.map((r) => carriedBack(id, { ...r, plate: r.plate ?? 0 }, { pitch, spacerPm, to: plate })),
  );
  return all === null || plate === 0 ? all : { ...all, plate };
}

function averaged(readings: readonly { readonly value: number; readonly pm: number }[] | undefined): Measured {
  if (!readings) return null;
  const { value, pm } = combineRepeats(readings);
  return { value, pm };
}

/** One figure of both hubs: their mean, with a ± that covers both. Null as soon as one is unmeasured. */
function ofBoth(sides: readonly Measured[]): Measured {
  const known = sides.filter((m) => m !== null);
  return known.length === sides.length ? averaged(known) : null;
}

/** A yes or no: the latest word counts, an average would mean nothing. */
function answered(readings: readonly { readonly value: number }[] | undefined): boolean | null {
  const last = readings?.[readings.length - 1];
  return last ? last.value >= 0.5 : null;
}

function wheelOf(w: WheelParts): WheelEach {
  const taken = groupBy(w.readings, (r) => r.quantity);
  const at = (id: QuantityId): Measured => averaged(taken.get(id));
  return {
    name: w.name,
    corner: w.corner,
    bore: at('wheelBore'),
    ringBore: at('ringBore'),
    chamferDepth: at('chamferDepth'),
    boreRecess: at('boreRecess'),
    padThickness: at('padThickness'),
    lugHole: at('lugHole'),
    pocketDepth: at('pocketDepth'),
  };
}
