import type { Hub, Plan } from './document';

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
>;

/**
 * The hub as the next visit finds it: after a conversion the car has studs and nuts, with their thread, seat and figure; other bolts or
 * nuts bring their own seat and class. Null where what was on it stays.
 */
export function hubAfter({ hub, fastener: f, locking }: Plan): HubAfter | null {
  const base = { ...hub, hardware: 'other' as const, lockingFastener: locking.kind === 'piece' };
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
    case 'stock':
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
});
