import type { Plan, PlanCorner } from '@/core/document/document';

/** Plans that know less than a plan, or know it worse: each with what was changed. */
type Changed = readonly [what: string, plan: Plan];

const CORNER = [
  'turns',
  'studProtrusion',
  'tappedDepth',
  'roomBehind',
  'rotorHat',
  'spigotHeight',
  'gap',
  'loadedClearance',
] as const;
const HUB = ['stockBoltLength', 'nutThread', 'nutBlindDepth', 'nutGrip', 'spigotDiameter'] as const;

const atCorner = (plan: Plan, i: number, change: Partial<PlanCorner>): Plan => ({
  ...plan,
  corners: plan.corners.map((c, k) => (k === i ? { ...c, ...change } : c)),
});

/** One figure after the other in place of which nobody knows anything. */
export function unknowns(plan: Plan): Changed[] {
  const out: Changed[] = [];
  plan.corners.forEach((c, i) => {
    // A clearance without an hour is only one more reading where the clock was taken.
    for (const field of CORNER)
      if (c[field] !== null && (field !== 'loadedClearance' || c.clock.length === 0))
        out.push([`${c.corner} ${field}`, atCorner(plan, i, { [field]: null })]);
  });
  for (const field of HUB)
    if (plan.hub[field] !== null) out.push([field, { ...plan, hub: { ...plan.hub, [field]: null } }]);
  out.push(['torque', { ...plan, hub: { ...plan.hub, torque: null } }]);
  out.push(['class', { ...plan, hub: { ...plan.hub, fastenerClass: 'unknown' } }]);
  out.push(['contact', { ...plan, hub: { ...plan.hub, contactDiameter: null } }]);
  out.push(['material', { ...plan, hub: { ...plan.hub, threadMaterial: 'unknown' } }]);
  out.push(['nuts', { ...plan, hub: { ...plan.hub, nutStyle: 'unknown' } }]);
  out.push(['wheel seat', { ...plan, wheel: { ...plan.wheel, seat: 'unknown' } }]);
  const plate = plan.spacer.thickness > 0 && plan.spacer.kind !== 'universal';
  if (plate) out.push(['bore', { ...plan, spacer: { ...plan.spacer, bore: null } }]);
  const f = plan.fastener;
  if ('threadLength' in f) out.push(['own thread', { ...plan, fastener: { ...f, threadLength: null } }]);
  if ('class' in f) out.push(['own class', { ...plan, fastener: { ...f, class: 'unknown' } }]);
  if (f.kind === 'nuts' || f.kind === 'conversion') {
    const nut = (change: Partial<typeof f.nut>): Plan => ({
      ...plan,
      fastener: { ...f, nut: { ...f.nut, ...change } },
    });
    out.push(
      ['nut thread', nut({ threadLength: null })],
      ['nut material', nut({ material: 'unknown' })],
      ['nut style', nut({ style: 'unknown' })],
      ['nut seat', nut({ seat: 'unknown' })],
    );
    if (f.nut.style === 'closed') out.push(['cap', nut({ blindDepth: null })]);
  }
  return out;
}

/** One figure after the other with a wider ±. */
export function moreError(plan: Plan): Changed[] {
  const out: Changed[] = [];
  plan.corners.forEach((c, i) => {
    for (const field of [...CORNER, 'innerClearance', 'chamferDepth'] as const) {
      const m = c[field];
      if (m !== null)
        for (const by of [0.1, 0.5, 2])
          out.push([`${c.corner} ${field} ±${m.pm + by}`, atCorner(plan, i, { [field]: { ...m, pm: m.pm + by } })]);
    }
  });
  for (const field of HUB) {
    const m = plan.hub[field];
    if (m !== null)
      for (const by of [0.1, 0.5, 2])
        out.push([`${field} ±${m.pm + by}`, { ...plan, hub: { ...plan.hub, [field]: { ...m, pm: m.pm + by } } }]);
  }
  return out;
}
