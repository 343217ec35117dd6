import { formatLength, formatTorque, type UnitSystem } from '../units/format';
import type { Measured, Plan, PlanCorner } from './document';
import type { Finding, RuleId } from './findings';
import { CORNER_LABEL } from './labels';
import { clearanceReserve } from './numbers';
import { type HubReading, quantity, type QuantityId } from './quantities';
import { pmText, readingText } from './readingText';
import { chamferByWheel } from './wheels';

/** A figure that went into a finding, in words. */
export interface Input {
  readonly label: string;
  readonly text: string;
}

type OfCorner = Extract<QuantityId, keyof PlanCorner>;

/** Readings of a corner and of the hub that each rule looks at, in the order of its formula. */
const LOOKS_AT: Readonly<Partial<Record<RuleId, { readonly corner?: readonly OfCorner[]; readonly hub?: readonly HubReading[] }>>> = {
  'engagement.minimum': { corner: ['turns', 'studProtrusion', 'tappedDepth', 'rotorHat'], hub: ['stockBoltLength', 'nutThread', 'nutGrip'] },
  'engagement.never-drive': { corner: ['turns', 'tappedDepth', 'rotorHat'], hub: ['stockBoltLength', 'nutThread', 'nutGrip'] },
  'engagement.cross-check': { corner: ['turns', 'studProtrusion', 'tappedDepth', 'rotorHat'], hub: ['stockBoltLength', 'nutThread', 'nutGrip'] },
  'engagement.hub-end': { corner: ['tappedDepth', 'studProtrusion'] },
  'reading.contradiction': { corner: ['turns', 'tappedDepth'], hub: ['nutThread', 'stockBoltLength', 'stockBoltOverall', 'stockBoltThread', 'stockStudThread'] },
  'nut.bottom': { corner: ['turns', 'studProtrusion', 'tappedDepth', 'rotorHat'], hub: ['nutThread', 'nutBlindDepth', 'nutGrip'] },
  'bolt.behind': { corner: ['turns', 'tappedDepth', 'roomBehind'], hub: ['stockBoltLength'] },
  'stud.behind': { corner: ['tappedDepth', 'roomBehind'] },
  'fastener.thread': { corner: ['turns', 'studProtrusion', 'tappedDepth', 'rotorHat'], hub: ['stockBoltLength', 'stockStudThread', 'nutThread', 'nutGrip'] },
  'centring.spigot': { corner: ['spigotHeight', 'chamferDepth'] },
  'centring.lip-bore': { hub: ['spigotDiameter'] },
  'centring.lip-root': { corner: ['chamferDepth'] },
  'centring.over-spigot': { corner: ['spigotHeight'] },
  'adapter.pocket': { corner: ['studProtrusion'] },
  'adapter.recess': { corner: ['spigotHeight'] },
  'clearance.loaded': { corner: ['loadedClearance', 'lipDepth'] },
  'clearance.inner': { corner: ['innerClearance'] },
  'stance.gap': { corner: ['gap', 'archHeight', 'camber'] },
  'stance.flush': { corner: ['gap', 'archHeight'] },
};

/** Rules of the stack: a conversion stud’s is added up from positions, every other is calibrated by the count, and neither looks at the other’s readings. */
const BY_STACK: ReadonlySet<RuleId> = new Set<RuleId>(['engagement.minimum', 'engagement.never-drive', 'engagement.cross-check', 'nut.bottom', 'fastener.thread']);
const BY_COUNT: ReadonlySet<QuantityId> = new Set<QuantityId>(['turns', 'stockBoltLength']);
const BY_POSITION: ReadonlySet<QuantityId> = new Set<QuantityId>(['rotorHat', 'nutGrip']);

const BY_SPACER: ReadonlySet<RuleId> = new Set<RuleId>([
  'engagement.minimum', 'engagement.never-drive', 'engagement.cross-check', 'nut.bottom', 'bolt.behind', 'fastener.thread', 'centring.spigot', 'centring.over-spigot', 'adapter.nut-below', 'adapter.pocket',
  'clearance.loaded', 'clearance.inner', 'clearance.chalk', 'stance.gap', 'stance.flush', 'joint.bearing-moment',
]);

/**
 * The figures that were put into a finding: readings with their ±, the spacer, the fastener, each wheel. What nobody
 * measured says so; what does not belong to this hub is left out.
 */
export function inputsOf(plan: Plan, f: Finding, units: UnitSystem): Input[] {
  const out: Input[] = [];
  const looks = LOOKS_AT[f.rule];
  const unused = BY_STACK.has(f.rule) ? (plan.fastener.kind === 'conversion' ? BY_COUNT : BY_POSITION) : null;
  const corners = f.corner === null ? plan.corners : plan.corners.filter((c) => c.corner === f.corner);
  const show = (id: QuantityId, m: Measured, place: string): void => {
    const q = quantity(id);
    if (unused?.has(id)) return;
    if (q.fastening !== 'both' && q.fastening !== plan.hub.fastening) return;
    if (m === null && q.optional) return;
    out.push({ label: `${q.label}${place}`, text: measuredText(id, m, units) });
  };
  for (const id of looks?.corner ?? []) {
    if (id === 'chamferDepth' && chamferByWheel(plan.wheel)) continue;
    for (const c of corners) {
      if (id === 'loadedClearance' && c.clock.length > 0) {
        for (const h of c.clock) show(id, h.clearance, `, ${CORNER_LABEL[c.corner]}, ${h.hour} o’clock`);
        if (c.loadedClearance === null) continue;
      }
      show(id, c[id] as Measured, `, ${CORNER_LABEL[c.corner]}`);
    }
  }
  for (const id of looks?.hub ?? []) show(id, plan.hub[id], '');
  for (const w of plan.wheel.each) {
    if (f.rule === 'adapter.pocket') show('pocketDepth', w.pocketDepth, `, ${w.name}`);
    if (f.rule === 'seat.socket') show('lugHole', w.lugHole, `, ${w.name}`);
    if ((f.rule === 'centring.lip-root' || f.rule === 'centring.spigot') && chamferByWheel(plan.wheel)) out.push({ label: `Bore chamfer, ${w.name}`, text: measuredText('chamferDepth', w.chamferDepth, units) });
    if (f.rule === 'centring.lip-bore' && f.why.startsWith('wheel') && w.bore !== null) show('wheelBore', w.bore, `, ${w.name}`);
    if (f.rule === 'nut.shank' && w.padThickness !== null) show('padThickness', w.padThickness, `, ${w.name}`);
  }
  out.push(...chosen(plan, f, units));
  return out;
}

/** What was chosen and not measured. */
function chosen(plan: Plan, f: Finding, units: UnitSystem): Input[] {
  const out: Input[] = [];
  const len = (label: string, x: number | null): void => {
    if (x !== null) out.push({ label, text: formatLength(x, units) });
  };
  if (BY_SPACER.has(f.rule)) len('Spacer', plan.spacer.thickness);
  if (/^(engagement|bolt|stud|nut|fastener)\./.test(f.rule)) {
    if (plan.fastener.kind === 'bolt' || plan.fastener.kind === 'conversion') len(plan.fastener.kind === 'bolt' ? 'Bolt, under the seat' : 'Stud, overall', plan.fastener.length);
    if (plan.fastener.kind === 'stud') len('New stud, protrusion', plan.fastener.protrusion);
    if (f.rule === 'fastener.thread' && 'threadLength' in plan.fastener) out.push({ label: 'Full thread on it', text: plan.fastener.threadLength === null ? 'unmeasured' : formatLength(plan.fastener.threadLength, units) });
    if (plan.fastener.kind === 'nuts') len('Shank reaches deeper by', plan.fastener.nut.shankReach);
  }
  if (f.rule === 'centring.lip-root') len('Lip root', plan.spacer.lipRoot);
  if (f.rule === 'centring.lip-bore') len(f.why === 'hub' ? 'Spacer bore' : 'Lip diameter', f.why === 'hub' ? plan.spacer.bore : plan.spacer.lipDiameter);
  if (f.rule === 'clearance.loaded') len('Reserve', clearanceReserve(plan));
  if (f.rule === 'stance.gap' && plan.camberChange !== 0) out.push({ label: 'Camber, more negative by', text: `${plan.camberChange}°` });
  if (/^joint\./.test(f.rule) && plan.hub.torque !== null) out.push({ label: 'Torque', text: formatTorque(plan.hub.torque.value, units) });
  return out;
}

const measuredText = (id: QuantityId, m: Measured, units: UnitSystem): string => {
  if (m === null) return 'unmeasured';
  const q = quantity(id);
  return `${readingText(q, m.value, units)} ± ${pmText(q, m.pm, units)}`;
};
