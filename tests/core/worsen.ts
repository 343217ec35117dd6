import type { Plan, PlanCorner } from '@/core/document/document';
import { originalJoint } from '@/core/document/hardware';

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
  'gapPer10',
  'lipDepth',
  'archHeight',
] as const;
const HUB = [
  'boltLength',
  'nutThread',
  'nutHeight',
  'nutBlindDepth',
  'nutGrip',
  'spigotDiameter',
  'lockingShorter',
  'pilotNose',
] as const;

/**
 * A visit that adds nothing to the maker's joint does not ask for the mate’s own thread or its cap: a count that
 * reaches the target speaks for it, and only a mate that was measured and found short says otherwise.
 */
const isMakersMate = (plan: Plan, field: string): boolean =>
  originalJoint(plan) && ['tappedDepth', 'nutThread', 'nutBlindDepth', 'capOpen'].includes(field);

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
      if (c[field] !== null && (field !== 'loadedClearance' || c.clock.length === 0) && !isMakersMate(plan, field))
        out.push([`${c.corner} ${field}`, atCorner(plan, i, { [field]: null })]);
  });
  for (const field of HUB)
    if (plan.hub[field] !== null && !isMakersMate(plan, field))
      out.push([field, { ...plan, hub: { ...plan.hub, [field]: null } }]);
  for (const field of ['holeOpen', 'capOpen'] as const)
    if (plan.hub[field] !== null && !isMakersMate(plan, field))
      out.push([field, { ...plan, hub: { ...plan.hub, [field]: null } }]);
  plan.corners.forEach((c, i) => {
    if (c.capDab?.untouched) out.push([`${c.corner} dab`, atCorner(plan, i, { capDab: null })]);
  });
  out.push(['torque', { ...plan, hub: { ...plan.hub, torque: null } }]);
  out.push(['class', { ...plan, hub: { ...plan.hub, fastenerClass: 'unknown' } }]);
  out.push(['contact', { ...plan, hub: { ...plan.hub, contactDiameter: null } }]);
  out.push(['material', { ...plan, hub: { ...plan.hub, threadMaterial: 'unknown' } }]);
  out.push(['nuts', { ...plan, hub: { ...plan.hub, nutStyle: 'unknown' } }]);
  out.push(['nut class', { ...plan, hub: { ...plan.hub, nutClass: 'unknown' } }]);
  out.push(['whose hardware', { ...plan, hub: { ...plan.hub, hardware: 'unknown' } }]);
  out.push(['locking', { ...plan, locking: { kind: 'unknown' } }]);
  out.push(['wheel lugs', { ...plan, wheel: { ...plan.wheel, lugs: null } }]);
  out.push(['wheel circle', { ...plan, wheel: { ...plan.wheel, boltCircle: null } }]);
  out.push(['wheel seat', { ...plan, wheel: { ...plan.wheel, seat: 'unknown' } }]);
  const plate = plan.spacer.thickness > 0 && plan.spacer.kind !== 'universal';
  if (plate) {
    out.push(['plate lugs', { ...plan, spacer: { ...plan.spacer, lugs: null } }]);
    out.push(['plate circles', { ...plan, spacer: { ...plan.spacer, boltCircles: null } }]);
    out.push(['lip height', { ...plan, spacer: { ...plan.spacer, lipHeight: null } }]);
  }
  const a = plan.spacer.adapter;
  if (a) {
    const of = (change: Partial<typeof a>): Plan => ({
      ...plan,
      spacer: { ...plan.spacer, adapter: { ...a, ...change } },
    });
    out.push(['adapter nose', of({ studNose: null })], ['adapter thread', of({ studThreadLength: null })]);
    out.push(['adapter nut class', of({ nutClass: 'unknown' })], ['adapter condition', of({ condition: 'unknown' })]);
    out.push(
      ['adapter contact', of({ nutContact: null })],
      ['adapter torque', of({ torque: null })],
      ['adapter stud class', of({ studClass: 'unknown' })],
    );
  }
  if (plate) out.push(['bore', { ...plan, spacer: { ...plan.spacer, bore: null } }]);
  const f = plan.fastener;
  if ('nose' in f) out.push(['own nose', { ...plan, fastener: { ...f, nose: null } }]);
  if (f.kind === 'conversion') out.push(['own torque', { ...plan, fastener: { ...f, torque: null } }]);
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
      ['nut class', nut({ class: 'unknown' })],
      ['shank diameter', nut({ shankDiameter: null })],
    );
    if (f.nut.style === 'closed') out.push(['cap', nut({ blindDepth: null })], ['cap width', nut({ capOpen: null })]);
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
