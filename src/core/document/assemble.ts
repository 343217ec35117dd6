import { threadByStandThrough } from '../engagement/standThrough';
import { newNut } from '../figures/stack/shared';
import { groupBy } from '../groupBy';
import { trimAt } from '../stance/trim';
import { parseThread } from '../thread/designation';
import { combineRepeats } from '../uncertainty';
import { cornersOf } from './axles';
import { carriedBack, type OnSpacer } from './bare';
import { spacerOf } from './blank';
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
import type { HubAfter } from './hubAfter';
import type { Policy } from './policy';
import { countedReadings, type QuantityId } from './quantities';
import { BARE_HUB, type Setup } from './setup';
import { FORMAT } from './vocabulary';

/** A reading as it was taken. `corner` is null for what belongs to the whole axle. Core units. */
export interface Reading {
  readonly quantity: QuantityId;
  readonly corner: Corner | null;
  /** Clock position of a loaded clearance, 1 to 12; left out or null where none was noted. */
  readonly hour?: number | null;
  readonly value: number;
  readonly pm: number;
  /** What was on while it was taken; left out, nothing between, on the present fasteners and a chosen wheel. */
  readonly on?: Setup | undefined;
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
  readonly jobType: Plan['jobType'];
  readonly use: Plan['use'];
  readonly hub: Pick<Hub, 'lugs' | 'boltCircle'> & HubAfter;
  readonly wheel: Pick<Plan['wheel'], 'name' | 'tyre' | 'offset' | 'seat' | 'lugs' | 'boltCircle' | 'own'>;
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
  /** Finish and colour of what goes on; left out or empty, nobody minds. */
  readonly finish?: string | undefined;
  /** How threads and seats go together; left out, clean and dry as the job card asks. */
  readonly condition?: Hub['condition'] | undefined;
  /** Degrees more negative than when it was measured; 0 where nobody changes it. */
  readonly camberChange?: number | undefined;
  /** mm that the car will sit lower; left out, nobody changes it. */
  readonly lowerBy?: number | undefined;
  readonly planned?: Plan['planned'] | undefined;
  /** mm of lip that is trimmed off before; left out, none. */
  readonly trim?: number | undefined;
  /** The same at the right-hand corner; left out, as at the left. */
  readonly trimRight?: number | null | undefined;
  readonly rightSpacer?: number | null | undefined;
  /** Other wheel sets of the car, by their id, and those of them that are prepared in the same job. */
  readonly otherSets?: readonly { readonly id: string; readonly wheel: Plan['wheel'] }[] | undefined;
  readonly alsoSets?: readonly string[] | undefined;
  readonly leadSignOff: Plan['leadSignOff'];
  readonly policy: Policy;
}

type OnCarMeasured = PlanCorner['gap'];
type Taken = ReadonlyMap<string, readonly Reading[]>;

/** Thread in the present nut by where the stud's tip stands against it; one corner is enough for every one. */
function nutThreadFrom(parts: PlanParts, taken: Taken): Measured {
  if (parts.hub.fastening !== 'stud') return null;
  const { pitch } = parseThread('Thread', parts.hub.thread);
  const nose = averaged(taken.get('/pilotNose'));
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

/** Left out where nobody minds. */
function finishOf({ finish = '' }: PlanParts): Pick<Plan, 'finish'> {
  const said = finish.trim();
  return said === '' ? {} : { finish: said };
}

/** A wheel set as a plan holds it, with what was measured at each of its wheels that can go on. */
export const wheelFrom = (wheel: PlanParts['wheel'], wheels: readonly WheelParts[]): Plan['wheel'] => ({
  ...wheel,
  bore: null,
  boreRecess: null,
  padThickness: null,
  each: wheels.map(wheelOf),
});

/** Left out where no other set is prepared. */
function alsoOf({ otherSets = [], alsoSets = [] }: PlanParts): Pick<Plan, 'also'> {
  const also = otherSets.filter((s) => alsoSets.includes(s.id)).map((s) => s.wheel);
  return also.length === 0 ? {} : { also };
}

/** Builds the plan document of one axle from what was taken in, measured and chosen. Missing stays null. */
export function assemblePlan(parts: PlanParts): Plan {
  const taken = groupBy(parts.readings, (r) => `${r.corner ?? ''}/${r.quantity}${r.hour ? `/${r.hour}` : ''}`);
  const axle = (id: QuantityId): Measured => averaged(countedReadings(id, taken.get(`/${id}`)));
  const load = axle('wheelLoad');
  const socket = axle('socketOutside');
  const each = parts.wheels.map(wheelOf);
  const { pitch } = parseThread('Thread', parts.hub.thread);
  const seat = seatOf(parts.fastener) ?? parts.hub.seat;
  const original = axle('originalLength');
  const cut = { trim: parts.trim ?? 0, trimRight: parts.trimRight ?? null };
  return {
    format: FORMAT,
    title: parts.title,
    axle: parts.axle,
    jobType: parts.jobType,
    use: parts.use,
    camberChange: parts.camberChange ?? 0,
    lowerBy: parts.lowerBy ?? 0,
    planned: parts.planned ?? null,
    ...cut,
    rightSpacer: parts.rightSpacer ?? null,
    hub: {
      ...parts.hub,
      original: original === null ? parts.hub.original : { ...(parts.hub.original ?? UNKNOWN_PART), length: original },
      condition: parts.condition ?? 'dry',
      contactDiameter: axle('contactDiameter')?.value ?? null,
      // Both are taken at the end of their error that asks for more.
      wheelLoad: load === null ? null : load.value + load.pm,
      socketOutside: socket === null ? null : socket.value + socket.pm,
      nutGrip: axle('nutGrip'),
      spigotDiameter: ofBoth(
        cornersOf(parts.axle).map((c) => averaged(taken.get(`${c}/spigotDiameter`)) ?? axle('spigotDiameter')),
      ),
      boltLength: axle('boltLength'),
      boltOverall: axle('boltOverall'),
      boltThread: axle('boltThread'),
      studThread: axle('studThread'),
      nutThread: axle('nutThread') ?? nutThreadFrom(parts, taken),
      nutBlindDepth: axle('nutBlindDepth'),
      pilotNose: axle('pilotNose'),
      nutHeight: axle('nutHeight'),
      lockingShorter: axle('lockingShorter'),
      holeOpen: answered(taken.get('/holeOpen')),
      capOpen: answered(taken.get('/capOpen')),
    },
    wheel: wheelFrom(parts.wheel, parts.wheels),
    ...alsoOf(parts),
    corners: cornersOf(parts.axle).map((corner): PlanCorner => {
      const at = (id: QuantityId): Measured => averaged(taken.get(`${corner}/${id}`));
      const on = (id: OnSpacer, hour = ''): OnCarMeasured =>
        inOneSetup(id, taken.get(`${corner}/${id}${hour}`), {
          pitch,
          spacerPm: parts.policy.spacerPm,
          seat,
          present: parts.hub.seat,
        });
      const said = (id: QuantityId): boolean | null => answered(taken.get(`${corner}/${id}`));
      return {
        corner,
        turns: on('turns'),
        studProtrusion: on('studProtrusion'),
        standThrough: at('standThrough'),
        visibleThread: on('visibleThread'),
        capDab: dabOf(taken.get(`${corner}/capDab`)),
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
          return clearance ? [{ hour, clearance, trim: trimAt(cut, corner) }] : [];
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
    spacer: spacerOf(parts.spacer),
    fastener: parts.fastener,
    locking: parts.locking ?? { kind: 'unknown' },
    ...finishOf(parts),
    leadSignOff: parts.leadSignOff,
    policy: parts.policy,
  };
}

/** The original part, of which nothing is recorded but what is measured. */
const UNKNOWN_PART = {
  length: null,
  threadLength: null,
  nose: null,
  seat: 'unknown',
  class: 'unknown',
  nut: null,
} as const;

/** Seat that a new fastener brings; null where what is on the car stays, or its own was recorded with it. */
function seatOf(f: Fastener): Hub['seat'] | null {
  return f.kind === 'bolt' ? f.seat : (newNut(f)?.seat ?? null);
}

interface ForChoice {
  readonly pitch: number;
  readonly spacerPm: number;
  /** Seat of the fastener that is chosen, and of the one that is on the car. */
  readonly seat: Hub['seat'];
  readonly present: Hub['seat'];
}

/**
 * Readings that depend on what was on. Two setups are two states and are never averaged: those count that speak most of
 * the choice, with the part that was tried by hand where its seat is another one, on a chosen wheel before another
 * set's, else the last that was taken. Where only the spacer differs each is first carried back to the thinnest: that
 * is the deepest state in which anything was read.
 */
function inOneSetup(id: OnSpacer, readings: readonly Reading[] | undefined, choice: ForChoice): OnCarMeasured {
  if (!readings || readings.length === 0) return null;
  const states = groupBy(readings, (r) => JSON.stringify([setup(r).fastener, setup(r).wheel]));
  let best: readonly Reading[] = [];
  for (const state of states.values())
    if (best.length === 0 || fitness(state, choice) >= fitness(best, choice)) best = state;
  const on = setup(best[0] as Reading);
  const spacers = best.map((r) => setup(r).spacer);
  const spacer = spacers.includes(null) ? null : Math.min(...(spacers as number[]));
  const { pitch, spacerPm } = choice;
  const all = averaged(
    spacer === null
      ? best
      : best.map((r) => carriedBack(id, r, { pitch, spacerPm, from: setup(r).spacer as number, to: spacer })),
  );
  if (all === null) return null;
  const plain = spacer === 0 && on.fastener === 'present' && on.wheel === 'chosen';
  return plain ? all : { ...all, on: { ...on, spacer } };
}

const setup = (r: Reading): Setup => r.on ?? BARE_HUB;

function fitness(state: readonly Reading[], { seat, present }: ForChoice): number {
  const { fastener, wheel } = setup(state[0] as Reading);
  const wanted = typeof fastener === 'object' ? seat !== present && fastener.seat === seat : fastener === 'present';
  return (wanted ? 2 : 0) + (wheel === 'chosen' ? 1 : 0);
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

/**
 * A dab of grease in the cap speaks of the state in which it was looked at: the latest word counts, with what was on.
 */
function dabOf(readings: readonly Reading[] | undefined): PlanCorner['capDab'] {
  const last = readings?.[readings.length - 1];
  const untouched = answered(readings);
  return last && untouched !== null ? { untouched, ...(last.on === undefined ? {} : { on: last.on }) } : null;
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
