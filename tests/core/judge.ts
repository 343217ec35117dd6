import type { Plan, PlanCorner } from '@/core/document/document';

/**
 * A judge of its own, from first principles and the plan document alone: it calls nothing of the core. Positions along the axis
 * are added up one by one, at the figures as they were read; whatever comes out dangerous must never go forward. It knows fewer
 * rules than the core and no errors, so what it finds is certain.
 */
const PITCH: Readonly<Record<string, readonly [d: number, pitch: number]>> = {
  'M14x1.5': [14, 1.5],
  'M12x1.5': [12, 1.5],
  'M12x1.25': [12, 1.25],
  'M14x1.25': [14, 1.25],
};
const plate = (m: { readonly plate?: number | undefined } | null): number => m?.plate ?? 0;
const of = (thread: string): readonly [number, number] => {
  const found = PITCH[thread];
  if (!found) throw new Error(`The judge does not know ${thread}.`);
  return found;
};

/** Sentences for what is certainly dangerous about a plan; empty where nothing is. */
export function dangers(plan: Plan): string[] {
  const { fastener: f, hub, spacer, wheel } = plan;
  const found: string[] = [];
  const nut = f.kind === 'nuts' || f.kind === 'conversion' || f.kind === 'stud' ? f.nut : null;
  const seat = f.kind === 'bolt' ? f.seat : (nut?.seat ?? hub.seat);
  if (seat !== wheel.seat || seat === 'unknown') found.push(`seat ${seat} in ${wheel.seat}`);
  if (f.kind === 'conversion' && f.hubThread !== hub.thread) found.push('hub thread');
  if (f.kind === 'conversion' && f.nut.thread !== f.outerThread) found.push('nut thread');
  if ((f.kind === 'nuts' || f.kind === 'stud') && nut && nut.thread !== hub.thread) found.push('nut thread');
  if (hub.torque === null) found.push('no torque figure');
  if (spacer.kind === 'universal') found.push('slotted plate');
  if (spacer.kind === 'adapter' && spacer.adapter === null) found.push('adapter without figures');
  const bore = spacer.bore;
  if (
    spacer.thickness > 0 &&
    bore !== null &&
    hub.spigotDiameter !== null &&
    bore < hub.spigotDiameter.value - hub.spigotDiameter.pm - 1e-6
  )
    found.push('plate does not go over the spigot');
  for (const c of plan.corners) found.push(...atCorner(plan, c));
  for (const w of wheel.each) {
    const lip = spacer.lipRoot;
    const centred =
      spacer.centring === 'hub' && spacer.thickness > 0 && (spacer.kind === 'lipped' || spacer.kind === 'adapter');
    if (centred && lip !== null && w.chamferDepth !== null && lip > w.chamferDepth.value + 1e-6)
      found.push(`${w.name} stands proud`);
    if (nut && nut.shankLength > 0 && w.padThickness !== null && nut.shankLength > w.padThickness.value + 1e-6)
      found.push(`shank bears behind ${w.name}`);
    if (spacer.adapter === null || w.pocketDepth === null) continue;
    for (const c of plan.corners) {
      const beyond =
        c.studProtrusion === null ? 0 : c.studProtrusion.value + plate(c.studProtrusion) - spacer.thickness;
      if (beyond > w.pocketDepth.value + 1e-6) found.push(`${w.name} sits on a stud`);
    }
  }
  return found;
}

function atCorner(plan: Plan, c: PlanCorner): string[] {
  const found: string[] = [];
  const s = plan.spacer.thickness;
  if (c.loadedClearance !== null && c.loadedClearance.value + plate(c.loadedClearance) - s < 0)
    found.push(`${c.corner} rubs`);
  for (const h of c.clock)
    if (h.clearance !== null && h.clearance.value + plate(h.clearance) + h.trim - s < 0)
      found.push(`${c.corner} rubs at ${h.hour}`);
  if (c.innerClearance !== null && c.innerClearance.value - plate(c.innerClearance) + s < 0)
    found.push(`${c.corner} fouls inside`);
  for (const t of c.chalk) if (t.hours.length > 0 && t.trial <= s) found.push(`${c.corner} left chalk`);
  return [...found, ...threadAt(plan, c).map((d) => `${c.corner} ${d}`)];
}

/** One joint: where its fastener ends, where its mate's thread begins and ends, and what lies beyond. mm. */
interface Joint {
  readonly name: string;
  readonly thread: string;
  readonly material: string;
  /** Last full thread of the fastener, first full thread of the mate, and how much thread the mate has; null where unknown. */
  readonly fullTo: number;
  readonly mateFrom: number;
  readonly mate: number | null;
  /** Engagement of the untouched car in the same mate; null where that is another one. */
  readonly came: number | null;
}

function threadAt(plan: Plan, c: PlanCorner): string[] {
  const found: string[] = [];
  for (const j of jointsAt(plan, c)) {
    const [d, pitch] = of(j.thread);
    if (j.mate === null) {
      found.push(`${j.name}: nobody knows the mate`);
      continue;
    }
    const holds = Math.max(0, Math.min(j.fullTo - j.mateFrom, j.mate));
    if (j.material === 'unknown') found.push(`${j.name}: material unknown`);
    if (holds < 3 * pitch - 1e-6) found.push(`${j.name}: under three turns`);
    const floor = (j.material === 'aluminium' ? 1 : 0.8) * d;
    const asCame = j.came !== null && holds >= j.came - 1e-6;
    if (holds < floor - 1e-6 && !asCame) found.push(`${j.name}: ${holds.toFixed(2)} under ${floor}`);
    if (holds < (j.material === 'aluminium' ? 1.2 : 1) * d - 1e-6 && !asCame && plan.leadSignOff === null)
      found.push(`${j.name}: nobody accepted ${holds.toFixed(2)}`);
  }
  return [...found, ...endsAt(plan, c)];
}

function jointsAt(plan: Plan, c: PlanCorner): Joint[] {
  const { fastener: f, hub, spacer } = plan;
  const s = spacer.thickness;
  const [, p] = of(hub.thread);
  const lead = 2 * p;
  const count = c.turns === null ? null : c.turns.value * p + plate(c.turns);
  const bolt = hub.fastening === 'bolt';
  const stockMate = (bolt ? c.tappedDepth : hub.nutThread)?.value ?? null;
  const came = count === null || stockMate === null ? null : Math.min(count, stockMate);
  const stock = { thread: hub.thread, material: hub.threadMaterial, mate: stockMate };
  if (spacer.adapter !== null && c.studProtrusion !== null) {
    const a = spacer.adapter;
    const z = c.studProtrusion.value + plate(c.studProtrusion);
    const onHub = {
      name: 'adapter nut',
      thread: hub.thread,
      material: hub.threadMaterial,
      fullTo: z - lead,
      mateFrom: a.web,
      mate: a.nutThread,
      came: null,
    };
    if (count === null) return [onHub];
    const wheel = {
      name: 'wheel',
      thread: a.studThread,
      material: hub.threadMaterial,
      fullTo: a.studProtrusion - 2 * of(a.studThread)[1],
      mateFrom: z - lead - count,
      mate: stockMate,
      came: null,
    };
    return [onHub, wheel];
  }
  if (f.kind === 'conversion') {
    const outer = 2 * of(f.outerThread)[1];
    const hubEnd = {
      name: 'hub end',
      thread: f.hubThread,
      material: hub.threadMaterial,
      fullTo: f.shortEnd - lead,
      mateFrom: 0,
      mate: c.tappedDepth?.value ?? null,
      came: null,
    };
    if (c.tappedDepth === null || c.rotorHat === null || hub.nutGrip === null) return [hubEnd];
    const inside = f.seatsAt === 'shoulder' ? f.shortEnd : Math.min(f.shortEnd, c.tappedDepth.value);
    const nutFrom = c.rotorHat.value + s + hub.nutGrip.value - f.nut.shankReach;
    return [
      hubEnd,
      {
        name: 'wheel',
        thread: f.outerThread,
        material: f.nut.material,
        fullTo: f.length - inside - outer,
        mateFrom: nutFrom,
        mate: f.nut.threadLength,
        came: null,
      },
    ];
  }
  if (count === null) return [];
  // Positions from where the counted mate's thread begins, with nothing on: the counted fastener is full to its travel.
  if (f.kind === 'stock') return [{ name: 'stock', ...stock, fullTo: count - s, mateFrom: 0, came }];
  if (f.kind === 'nuts')
    return [
      {
        name: 'nuts',
        thread: hub.thread,
        material: f.nut.material,
        fullTo: count,
        mateFrom: s - f.nut.shankReach,
        mate: f.nut.threadLength,
        came: null,
      },
    ];
  const was = bolt
    ? hub.stockBoltLength?.value
    : c.studProtrusion === null
      ? undefined
      : c.studProtrusion.value + plate(c.studProtrusion);
  if (was === undefined) return [];
  const now = f.kind === 'bolt' ? f.length : f.protrusion;
  const reaches = count + (now - was);
  const own = f.kind === 'stud' && f.nut ? f.nut : null;
  if (own)
    return [
      {
        name: 'stud',
        thread: hub.thread,
        material: own.material,
        fullTo: reaches,
        mateFrom: s - own.shankReach,
        mate: own.threadLength,
        came: null,
      },
    ];
  return [{ name: f.kind, ...stock, fullTo: reaches - s, mateFrom: 0, came }];
}

/** Tip behind the hub, cap of a closed nut, plain shank in the mate's thread. */
function endsAt(plan: Plan, c: PlanCorner): string[] {
  const { fastener: f, hub } = plan;
  const found: string[] = [];
  const [, p] = of(hub.thread);
  for (const j of jointsAt(plan, c)) {
    const tip = j.fullTo - j.mateFrom + 2 * of(j.thread)[1];
    const outer = j.name !== 'hub end' && j.name !== 'adapter nut';
    const own = f.kind === 'bolt' || f.kind === 'stud' || f.kind === 'conversion' ? f.threadLength : null;
    if (outer && f.kind !== 'stock' && f.kind !== 'nuts') {
      if (own === null) found.push('thread of a new fastener unknown');
      else if (tip > own + 1e-6) found.push(`${j.name}: jams on its shank`);
    }
    if (f.kind === 'bolt' && c.tappedDepth !== null) {
      const behind = tip - c.tappedDepth.value;
      if (c.roomBehind === null || behind > c.roomBehind.value + 1e-6)
        found.push(`comes ${behind.toFixed(2)} out behind`);
    }
    const nut = f.kind === 'nuts' || f.kind === 'conversion' || f.kind === 'stud' ? f.nut : null;
    const [style, cap] = nut ? [nut.style, nut.blindDepth] : [hub.nutStyle, hub.nutBlindDepth?.value ?? null];
    const hasNut = hub.fastening === 'stud' || f.kind === 'conversion';
    if (outer && hasNut && style === 'closed' && cap !== null && tip > cap + 1e-6)
      found.push(`${j.name}: bottoms in its cap`);
    if (outer && hasNut && style === 'unknown') found.push('nobody knows whether the nut is closed');
  }
  if (
    f.kind === 'conversion' &&
    c.tappedDepth !== null &&
    c.roomBehind !== null &&
    f.shortEnd - c.tappedDepth.value > c.roomBehind.value + 1e-6
  )
    found.push('hub end fouls behind');
  return p > 0 ? found : [];
}
