import type { Hub, Plan } from './document';
import { spacerOn } from './setup';

/** What of a hub the fasteners that went in change. */
export type HubAfter = Pick<
  Hub,
  | 'thread'
  | 'fastening'
  | 'seat'
  | 'threadMaterial'
  | 'nutStyle'
  | 'torque'
  | 'lockingFastener'
  | 'fastenerClass'
  | 'internalTensile'
  | 'nutClass'
  | 'hardware'
  | 'original'
>;

/**
 * The hub as the next visit finds it: after a conversion the car has studs and nuts, with their thread, seat and
 * figure; other bolts or nuts bring their own seat and class. Null where what was on it stays.
 */
export function hubAfter(plan: Plan): HubAfter | null {
  const { hub, fastener: f, locking } = plan;
  const base = {
    ...hub,
    hardware: 'other' as const,
    original: originalOf(plan),
    lockingFastener: locking.kind === 'piece',
  };
  const nut = f.kind === 'nuts' || f.kind === 'conversion' || f.kind === 'stud' ? f.nut : null;
  const withNut = nut
    ? {
        seat: nut.seat,
        threadMaterial: nut.material,
        nutStyle: nut.style,
        nutClass: nut.class,
        internalTensile: nut.tensile,
      }
    : {};
  switch (f.kind) {
    case 'original':
      return originalAgain(plan);
    case 'present':
      return null;
    case 'bolt':
      return pick({ ...base, seat: f.seat, fastenerClass: f.class });
    case 'nuts':
      return pick({ ...base, ...withNut });
    case 'stud':
      return pick({
        ...base,
        ...withNut,
        fastenerClass: f.class,
        lockingFastener: f.nut ? base.lockingFastener : hub.lockingFastener,
      });
    case 'conversion':
      return pick({
        ...base,
        ...withNut,
        fastening: 'stud',
        thread: f.outerThread,
        fastenerClass: f.class,
        torque: f.torque,
      });
  }
}

const pick = (h: HubAfter): HubAfter => ({
  thread: h.thread,
  fastening: h.fastening,
  seat: h.seat,
  threadMaterial: h.threadMaterial,
  nutStyle: h.nutStyle,
  torque: h.torque,
  lockingFastener: h.lockingFastener,
  fastenerClass: h.fastenerClass,
  internalTensile: h.internalTensile,
  nutClass: h.nutClass,
  hardware: h.hardware,
  original: h.original,
});

type Original = NonNullable<Hub['original']>;

/** The original part as it is recorded once others take its place: what was measured on it while it was there. */
function originalOf({ hub, corners }: Plan): Hub['original'] {
  if (hub.hardware !== 'original') return hub.original;
  const bolt = hub.fastening === 'bolt';
  const length = bolt ? hub.boltLength : protrusionOf(corners);
  if (length === null) return hub.original;
  return {
    length,
    threadLength: bolt ? hub.boltThread : hub.studThread,
    nose: hub.pilotNose,
    seat: hub.seat,
    class: hub.fastenerClass,
    nut: bolt ? null : nutOf(hub),
  };
}

/** One figure of both corners' studs, errors inside; null where a corner was not measured, or not from the disc. */
function protrusionOf(corners: Plan['corners']): Original['length'] {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const { studProtrusion: z } of corners) {
    const on = z === null ? null : spacerOn(z);
    if (z === null || on === null) return null;
    low = Math.min(low, z.value + on - z.pm);
    high = Math.max(high, z.value + on + z.pm);
  }
  return Number.isFinite(low) ? { value: (low + high) / 2, pm: (high - low) / 2 } : null;
}

/** The original nut as far as it was measured. Where its thread begins beside another nut's is a reading of its own. */
const nutOf = (hub: Hub): Original['nut'] => ({
  thread: hub.thread,
  style: hub.nutStyle,
  seat: hub.seat,
  threadLength: hub.nutThread === null ? null : hub.nutThread.value - hub.nutThread.pm,
  blindDepth: hub.nutBlindDepth === null ? null : hub.nutBlindDepth.value - hub.nutBlindDepth.pm,
  capOpen: hub.capOpen,
  shankReach: null,
  shankLength: 0,
  shankDiameter: null,
  material: hub.threadMaterial,
  class: hub.nutClass,
  tensile: hub.internalTensile,
});

/** The original bolts, or studs and nuts, are back on. Null where they never left. */
function originalAgain({ hub, locking }: Plan): HubAfter | null {
  const o = hub.original;
  if (hub.hardware === 'original' || o === null) return null;
  const nut =
    o.nut === null
      ? {}
      : {
          nutStyle: o.nut.style,
          nutClass: o.nut.class,
          threadMaterial: o.nut.material,
          internalTensile: o.nut.tensile,
        };
  return pick({
    ...hub,
    ...nut,
    seat: o.seat,
    fastenerClass: o.class,
    hardware: 'original',
    lockingFastener: locking.kind === 'piece',
  });
}
