import { plainSpacer } from '../../document/blank';
import type { Fastener, Nut, Plan, PlanCorner } from '../../document/document';
import { lockingOf } from '../../document/hardware';
import { roomToUse } from '../../engagement/behind';
import { assess } from '../../evaluate/evaluate';
import { type CompiledThread, compileThread } from '../../figures/compiled';
import { moreThanThere } from '../../figures/ownThread';
import { sameMate } from '../../figures/stack';
import { groupBy } from '../../groupBy';
import { decidedBy } from '../../rules/index';
import { seatInWheel } from '../../seat/seats';
import { sameThread } from '../../thread/designation';
import type { LooseFastener, Part, SearchInput, WheelOption } from './types';
import { boltLengths, conversionLengths, type Demand, meet, NO_WINDOW, studLengths, type Window } from './windows';

/** Rules that the fastener or the nut decides, whatever the spacer. */
export const BY_FASTENER = decidedBy('fastener');

/** Fasteners alike in everything but length, their thread as well, sorted by length. */
export interface Group {
  readonly kind: LooseFastener['kind'] | 'own';
  readonly first: LooseFastener | null;
  readonly lengths: Float64Array;
  readonly items: readonly (Part<LooseFastener> | null)[];
}

/** Fasteners of a kind with a nut that go together on a wheel, and the lengths that pass. */
export interface Pair {
  readonly group: Group;
  readonly nut: Part<Nut> | null;
  readonly demand: Demand;
  readonly outer: CompiledThread;
  /** Window as it would stand at no thickness, for any spacer above nought: every end moves out with the spacer. */
  readonly base: Window;
}

const lengthOf = (f: LooseFastener): number => (f.kind === 'stud' ? f.protrusion : f.length);

/** What may be used, grouped by everything but its length. */
export function groupFasteners(input: SearchInput): Group[] {
  const wanted = input.base.hub.fastening;
  // Nobody knows how far its thread runs, or not truly, so it cannot pass.
  const usable = input.fasteners.filter(
    ({ part: f }) =>
      f.threadLength !== null && f.nose !== null && !moreThanThere(f) && (f.kind === 'stud') === (wanted === 'stud'),
  );
  const alike = groupBy(
    usable,
    ({ part: f }) =>
      `${f.threadLength}/${f.nose}/${f.kind === 'bolt' ? `b/${f.seat}/${f.class}` : f.kind === 'stud' ? `s/${f.class}` : `c/${f.shortEnd}/${f.hubThread}/${f.outerThread}/${f.seatsAt}/${f.class}`}`,
  );
  const groups = [...alike.values()].map((items): Group => {
    items.sort((a, b) => lengthOf(a.part) - lengthOf(b.part));
    return {
      kind: (items[0] as Part<LooseFastener>).part.kind,
      first: items[0]?.part ?? null,
      items,
      lengths: Float64Array.from(items, (i) => lengthOf(i.part)),
    };
  });
  // The studs that are on the car, with another nut.
  if (wanted === 'stud' && input.nuts.length > 0)
    groups.push({ kind: 'own', first: null, items: [null], lengths: new Float64Array(1) });
  return groups;
}

/** The fastener of a plan from a loose one and a nut. */
export function joined(f: LooseFastener | null, nut: Nut | null): Fastener {
  if (f === null) return nut === null ? { kind: 'present' } : { kind: 'nuts', nut };
  if (f.kind === 'bolt') return f;
  if (f.kind === 'stud') return { ...f, nut };
  return { ...f, nut: nut as Nut };
}

/**
 * Fastener kinds and nuts that go together on a wheel whatever the spacer. Threads and seats are compared first: they
 * turn most away.
 */
export function allowedPairs(input: SearchInput, wheel: WheelOption, groups: readonly Group[]): Pair[] {
  const { base } = input;
  const own = compileThread(base.hub.thread);
  const strict = base.use === 'competition' && base.leadSignOff === null;
  const pairs: Pair[] = [];
  for (const group of groups) {
    const f = group.first;
    const nuts: (Part<Nut> | null)[] =
      group.kind === 'bolt' ? [null] : group.kind === 'stud' ? [null, ...input.nuts] : [...input.nuts];
    const outer = f?.kind === 'conversion' ? compileThread(f.outerThread) : own;
    for (const nut of nuts) {
      if (
        nut !== null &&
        (seatInWheel(nut.part.seat) !== wheel.wheel.seat ||
          !sameThread(compileThread(nut.part.thread).thread, outer.thread))
      )
        continue;
      const fastener = joined(f, nut?.part ?? null);
      const plan: Plan = {
        ...base,
        hub: wheel.hub ?? base.hub,
        wheel: wheel.wheel,
        corners: [...wheel.corners],
        spacer: plainSpacer(0),
        fastener,
      };
      const found = assess(plan);
      if (found.blocking.some((b) => BY_FASTENER.has(b.rule))) continue;
      const { minimum: target, floor, hubEnough } = found.numbers;
      const demand = {
        target,
        floor,
        never: base.policy.turnsNeverDrive * outer.thread.pitch,
        hubTarget: hubEnough?.target ?? 0,
        hubFloor: hubEnough?.floor ?? 0,
        strict,
        accepted: base.leadSignOff !== null,
        relief: sameMate(plan),
        own: found.numbers.ownNut,
        lock: lockOf(plan),
      };
      const pair = { group, nut, outer, demand };
      const atNought = shifted(windowOf({ ...plan, spacer: plainSpacer(1) }, pair), -1);
      if (atNought.enough) pairs.push({ ...pair, base: atNought });
    }
  }
  return pairs;
}

/** What the locking piece of a plan asks for; one that nobody spoke of has been taken as none. */
function lockOf(plan: Plan): Demand['lock'] {
  const piece = lockingOf(plan);
  if (piece.is === 'none') return null;
  if (piece.is === 'unknown') return { shorter: Number.POSITIVE_INFINITY, relief: false };
  return {
    shorter: piece.shorter,
    relief: sameMate(plan) && (plan.fastener.kind !== 'bolt' || piece.shorter <= 0),
  };
}

export const shifted = (w: Window, s: number): Window => ({
  low: w.low + s,
  high: w.high + s,
  enough: w.enough,
  zero: w.zero + s,
  cap: w.cap,
});

/** Lengths that pass at every corner of a plan. */
export function windowOf(plan: Plan, pair: Omit<Pair, 'base'>): Window {
  const pitch = compileThread(plan.hub.thread).thread.pitch;
  const f = pair.group.first;
  let all: Window | null = null;
  for (const c of plan.corners) {
    const w = atCorner(plan, c, pair);
    // The car's own studs have one length at each corner: each window is measured from its own stud's tip.
    const own = pair.group.kind === 'own' ? ownTip(plan, c, pitch) : 0;
    const from = shifted(w, -own);
    all = all === null ? from : meet(all, from);
    if (!all.enough) return NO_WINDOW;
  }
  if (f?.kind === 'conversion' && all !== null && !standsClear(plan, f)) return NO_WINDOW;
  return all ?? NO_WINDOW;
}

/**
 * A locking piece that reaches further in than the others meets every end before them: the same questions as the rule
 * `locking.ends`.
 */
function atCorner(plan: Plan, c: PlanCorner, pair: Omit<Pair, 'base'>): Window {
  const w = ordinaryAt(plan, c, pair);
  const { lock } = pair.demand;
  return lock !== null && lock.shorter < 0 ? { ...w, high: w.high + lock.shorter } : w;
}

function ordinaryAt(plan: Plan, c: PlanCorner, { group, demand, nut, outer }: Omit<Pair, 'base'>): Window {
  const f = group.first;
  if (group.kind === 'bolt')
    return boltLengths(plan, c, demand, { threadLength: f?.threadLength ?? 0, nose: f?.nose ?? 0 });
  if (f?.kind === 'conversion') return conversionLengths(plan, c, demand, { stud: f, nut: nut?.part as Nut, outer });
  const threadLength = group.kind === 'stud' ? (f?.threadLength ?? 0) : null;
  return studLengths(plan, c, demand, { nut: nut?.part ?? null, threadLength, nose: f?.nose ?? 0 });
}

/**
 * At each corner the hub end stays inside its thread, or there is measured room for what stands out. The same questions
 * as the rules `stud.behind` and `thread.runs-on`.
 */
function standsClear(plan: Plan, f: Extract<LooseFastener, { kind: 'conversion' }>): boolean {
  const { pitch } = compileThread(plan.hub.thread).thread;
  for (const c of plan.corners) {
    if (c.tappedDepth === null) return false;
    const { behindReserve, fastenerPm } = plan.policy;
    const measured = c.roomBehind === null ? 0 : roomToUse(c.roomBehind, pitch, behindReserve);
    // Where the hole is not known to be wider than its thread, the short end stays inside it.
    const room = plan.hub.holeOpen === true ? measured : Math.min(0, measured);
    if (room - (f.shortEnd - c.tappedDepth.value) - c.tappedDepth.pm - fastenerPm < -1e-9) return false;
  }
  return true;
}

/** Tip of a corner's own stud from the disc; where nobody measured it, by the count, as the stack does. */
const ownTip = (plan: Plan, c: PlanCorner, pitch: number): number =>
  c.studProtrusion?.value ?? (c.turns?.value ?? 0) * pitch + plan.policy.leadPitches * pitch;
