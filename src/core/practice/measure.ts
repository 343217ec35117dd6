import type { Measured, Plan, PlanCorner, Setup as SetupOn } from '../document/document';
import type { Nut as NutDoc } from '../document/parts';
import { type Dice, type Nut, outcome } from './axle';
import { practiceCorner, practicePlan, practiceSpacer, practiceWheel } from './base';
import type { World } from './world';

const CALIPER = 0.1;
const QUARTER = 0.25;

/** A reading as an honest hand takes it: inside the error that it says. */
const read = (d: Dice, x: number, pm = CALIPER): NonNullable<Measured> => ({ value: x + d.between(-pm, pm), pm });

/** What a bag says is a size that its parts are made to, within the policy’s error; the world has the parts. */
const marked = (d: Dice, x: number): number => Math.round((x + d.between(-0.45, 0.45)) * 10) / 10;

const nutDoc = (w: World, nut: Nut, seat: NutDoc['seat']): NutDoc => ({
  thread: w.thread,
  style: nut.cap === null ? 'open' : 'closed',
  seat,
  threadLength: nut.thread,
  blindDepth: nut.cap,
  capOpen: nut.cap === null ? null : nut.wide,
  // Both nuts side by side on the bench.
  shankReach: (w.on.nut?.start ?? nut.start) - nut.start,
  shankLength: 0,
  shankDiameter: null,
  material: w.joint.material,
  class: 'unknown',
  tensile: null,
});

/**
 * The plan that honest measuring of an axle comes to, with what was on said beside each reading.
 * @param skip share of readings that nobody took
 */
export function measured(w: World, d: Dice, skip = 0): { readonly plan: Plan; readonly all: boolean } {
  // An original part that nobody recorded is one that nobody measured.
  let all = w.wish.kind !== 'original' || w.recorded;
  const take = (x: number, pm = CALIPER): Measured => {
    if (!d.happens(skip)) return read(d, x, pm);
    all = false;
    return null;
  };
  const said = (x: boolean): boolean | null => {
    if (!d.happens(skip)) return x;
    all = false;
    return null;
  };
  const bolt = w.joint.fastening === 'bolt';
  const base = practicePlan(w.joint.fastening);
  const own = base.wheel.seat;
  const alike = new Set(w.pads).size === 1;
  const { pitch } = w.joint;
  const on: SetupOn | undefined =
    w.on.spacer === 0 && w.countedPad === null
      ? undefined
      : {
          spacer: w.on.spacer,
          fastener: 'present',
          wheel:
            w.countedPad === null
              ? 'chosen'
              : {
                  name: 'other',
                  seat: own,
                  pad: read(d, w.countedPad),
                  tyre: base.wheel.tyre,
                  offset: base.wheel.offset,
                },
        };
  const withOn = (m: Measured): PlanCorner['turns'] => (m === null || on === undefined ? m : { ...m, on });
  const corners = w.corners.map((c, i): PlanCorner => {
    const pad = w.countedPad ?? (w.pads[i] as number);
    const { reach } = outcome(w.joint, c, { ...w.on, pad, seats: true });
    const turns = { value: Math.round((reach / pitch) * 4) / 4, pm: QUARTER };
    const kept = d.happens(skip) ? null : turns;
    if (kept === null) all = false;
    return practiceCorner(i === 0 ? 'front-left' : 'front-right', {
      turns: withOn(kept),
      studProtrusion: bolt ? null : take(w.on.part.length),
      rotorHat: take(c.hat),
      tappedDepth: bolt ? take(c.depth) : null,
      roomBehind: bolt ? take(c.room) : null,
      spigotHeight: read(d, 40),
      chamferDepth: read(d, 1),
      gap: read(d, 60, 1),
      loadedClearance: read(d, w.clearance, 1),
    });
  });
  const makers = w.maker.part;
  const stud = w.on.nut;
  const lockingShorter = w.on.lock === null ? null : take(w.on.lock);
  const plan: Plan = {
    ...base,
    jobType:
      w.wish.spacer === 0 && w.wish.kind === 'present' ? d.one(['wheels', 'take-off', 'check'] as const) : 'stance',
    hub: {
      ...base.hub,
      thread: w.thread,
      threadMaterial: w.joint.material,
      fastenerClass: '10.9',
      contactDiameter: 20,
      torque: { value: w.joint.d === 12 ? 100 : 120, source: 'handbook' },
      nutStyle: bolt ? 'unknown' : stud?.cap == null ? 'open' : 'closed',
      lockingFastener: w.on.lock !== null,
      lockingShorter,
      hardware: w.original ? 'original' : 'other',
      original:
        w.original || !w.recorded
          ? null
          : {
              length: read(d, makers.length),
              threadLength: read(d, makers.thread),
              nose: read(d, makers.nose),
              seat: own,
              class: '10.9',
              nut: w.maker.nut === null ? null : nutDoc(w, w.maker.nut, own),
            },
      boltLength: bolt ? take(w.on.part.length) : null,
      boltThread: bolt ? take(w.on.part.thread) : null,
      studThread: bolt ? null : take(w.on.part.thread),
      pilotNose: take(w.on.part.nose),
      nutThread: stud === null ? null : take(stud.thread),
      nutHeight: null,
      nutBlindDepth: stud?.cap == null ? null : take(stud.cap),
      capOpen: stud?.cap == null ? null : said(stud.wide),
      holeOpen: bolt ? said(w.corners[0].wide) : null,
      spigotDiameter: read(d, 57),
      // With the nut that will be used, on the first wheel.
      nutGrip: w.wish.short === undefined ? null : take((w.pads[0] as number) + (w.wish.nut as Nut).start),
    },
    wheel: {
      ...base.wheel,
      bore: read(d, 57.1),
      each: w.pads.map((pad, i) =>
        practiceWheel(`wheel ${i}`, {
          corner: (['front-left', 'front-right', 'rear-left', 'rear-right'] as const)[i] ?? null,
          // Wheels of one casting are measured once, as a set.
          padThickness: alike ? null : take(pad),
          pocketDepth: take(w.pockets[i] as number),
          lugHole: read(d, 30),
          bore: read(d, 57.1),
          chamferDepth: read(d, 1),
        }),
      ),
      padThickness: alike ? take(w.pads[0] as number) : null,
    },
    corners,
    spacer: spacerDoc(w),
    fastener: fastenerDoc(w, d, own),
    locking: lockingDoc(w),
    leadSignOff: { by: 'Tamsin', reason: 'looked at' },
  };
  return { plan, all };
}

function spacerDoc({ wish, thread }: World): Plan['spacer'] {
  const plain = practiceSpacer(wish.spacer, 57.1);
  const a = wish.adapter;
  if (a === undefined) return plain;
  return {
    ...plain,
    kind: 'adapter',
    centring: 'seats',
    openThrough: true,
    adapter: {
      web: a.web,
      nutHeight: a.nutHeight,
      nutThread: a.nutThread,
      nutClass: 'unknown',
      nutContact: 20,
      studThread: thread,
      studClass: '10.9',
      studProtrusion: wish.part.length,
      studNose: wish.part.nose,
      studThreadLength: wish.part.thread,
      boltCircle: 112,
      lugs: null,
      condition: 'dry',
      recess: null,
      torque: { value: 100, source: 'leaflet' },
    },
  };
}

function lockingDoc({ wish, on: { nut: nutOn } }: World): Plan['locking'] {
  const stays = wish.kind === 'present' || (wish.kind === 'adapter' && wish.nut === nutOn);
  if (stays || wish.lock === null) return { kind: 'none' };
  return { kind: 'piece', shorter: wish.lock };
}

function fastenerDoc(w: World, d: Dice, own: NutDoc['seat']): Plan['fastener'] {
  const { wish } = w;
  const other = own === 'ball13' ? ('cone60' as const) : ('ball13' as const);
  const seat = wish.seats ? own : other;
  const { part, nut } = wish;
  const size = { length: marked(d, part.length), threadLength: Math.floor(part.thread), nose: part.nose };
  switch (wish.kind) {
    case 'present':
    case 'original':
      return { kind: wish.kind };
    case 'bolt':
      return { kind: 'bolt', ...size, seat, class: '10.9' };
    case 'nuts':
      return { kind: 'nuts', nut: nutDoc(w, nut as Nut, seat) };
    case 'adapter':
      return nut === w.on.nut ? { kind: 'present' } : { kind: 'nuts', nut: nutDoc(w, nut as Nut, seat) };
    case 'conversion':
      return {
        kind: 'conversion',
        ...size,
        shortEnd: marked(d, wish.short?.length ?? 0),
        hubThread: w.thread,
        outerThread: w.thread,
        seatsAt: 'shoulder',
        torque: { value: w.joint.d === 12 ? 100 : 120, source: 'stud leaflet' },
        class: '10.9',
        nut: nutDoc(w, nut as Nut, seat),
      };
    case 'stud': {
      const { length: protrusion, ...rest } = size;
      // The very nuts that are on stay.
      const stays = nut === w.on.nut;
      return { kind: 'stud', protrusion, ...rest, class: '10.9', nut: stays ? null : nutDoc(w, nut as Nut, seat) };
    }
  }
}
