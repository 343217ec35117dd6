import { assemblePlan, type PlanParts, type Reading } from '@/core/document/assemble';
import { cornersOf } from '@/core/document/axles';
import { PRESENT, plainSpacer } from '@/core/document/blank';
import type { Plan } from '@/core/document/document';
import { DEFAULT_POLICY } from '@/core/document/policy';
import { type QuantityId, quantity } from '@/core/document/quantities';
import { CORNERS } from '@/core/document/vocabulary';
import type { Owned, SwapSet } from '@/core/whatif/swap';
import { SCENARIO } from '@/demo/scenario';
import type { HubInput } from '@/store/vehicles';

/**
 * The coupé's rear axle built from what the demo scenario says, without the store, the use-cases or the page: what the
 * core judges of it is what every cell of its matrix has to say. The hub is as the road set's keyed nuts left it.
 */
export function coupeRear(): { readonly plan: Plan; readonly sets: readonly SwapSet[]; readonly owned: Owned } {
  const car = SCENARIO.find((c) => c.name === 'Merrow Kite GT');
  const [road, job] = car?.jobs.filter((j) => j.axle === 'rear') ?? [];
  const hub = car?.hubs.find((h) => h.axle === 'rear');
  const nuts = road?.choice?.fastener;
  if (!car || !job?.choice || !hub || nuts?.kind !== 'nuts') throw new Error('The scenario has no such axle.');
  const readings = Object.entries(job.readings).flatMap(([id, value]): Reading[] => {
    const q = quantity(id as QuantityId);
    const values = typeof value === 'number' ? (q.scope === 'corner' ? [value, value] : [value]) : value;
    return values.map((v, i) => ({
      quantity: q.id,
      corner: q.scope === 'axle' ? null : (cornersOf('rear')[i] ?? null),
      value: v,
      pm: q.methods[0]?.pm ?? 1,
      ...(id === 'turns' && job.counted ? { on: { spacer: 0, fastener: job.counted, wheel: 'chosen' as const } } : {}),
    }));
  });
  const wheelsOf = (name: string): PlanParts['wheels'] =>
    CORNERS.map((corner, i) => ({
      name: `wheel ${'ABCD'[i]}`,
      corner,
      readings: Object.entries(car.wheels?.[name] ?? {}).map(([id, four]) => ({
        quantity: id as QuantityId,
        value: four[i] as number,
        pm: quantity(id as QuantityId).methods[0]?.pm ?? 0.1,
      })),
    }));
  const all = [car.wheelSet, ...(car.moreSets ?? [])];
  const assembled = (set: (typeof all)[number], choice: Pick<PlanParts, 'spacer' | 'fastener'>): Plan => {
    const on = set.rear ?? set;
    // Front and rear wheels that differ never change axles.
    const wheels = wheelsOf(set.name).filter((w) => !set.rear || w.corner.startsWith('rear'));
    return assemblePlan({
      title: car.name,
      axle: 'rear',
      jobType: job.jobType,
      use: job.use,
      hub: hubNow(hub, nuts.nut),
      wheel: {
        name: set.name,
        tyre: on.tyre,
        offset: on.offsetMm ?? null,
        seat: on.seat as Plan['wheel']['seat'],
        lugs: on.lugs ?? null,
        boltCircle: on.boltCircleMm ?? null,
      },
      readings,
      wheels,
      chalk: [],
      policy: DEFAULT_POLICY,
      ...choice,
      leadSignOff: null,
      locking: { kind: 'none' },
      condition: 'dry',
    });
  };
  return {
    plan: assembled(car.wheelSet, job.choice),
    sets: all.map((set) => ({
      name: set.planned ? `${set.name}, planned` : set.name,
      measured: set.name === car.wheelSet.name,
      wheel: assembled(set, { spacer: plainSpacer(0), fastener: PRESENT }).wheel,
    })),
    owned: { plates: [], fasteners: [nuts] },
  };
}

function hubNow(h: HubInput, nut: Extract<Plan['fastener'], { kind: 'nuts' }>['nut']): PlanParts['hub'] {
  return {
    lugs: h.lugs,
    boltCircle: h.boltCircleMm,
    thread: h.thread,
    fastening: h.fastening,
    seat: nut.seat,
    threadMaterial: nut.material,
    nutStyle: nut.style,
    torque: h.torqueNm === null ? null : { value: h.torqueNm, source: h.torqueSource },
    lockingFastener: true,
    fastenerClass: h.fastenerClass as Plan['hub']['fastenerClass'],
    internalTensile: nut.tensile,
    nutClass: nut.class,
    hardware: 'other',
    original: null,
  };
}
