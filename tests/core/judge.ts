import type { Plan, PlanCorner } from '@/core/document/document';

/**
 * A judge of its own, from first principles and the plan document alone: it calls nothing of the core. Positions along
 * the axis are added up one by one, at the figures as they were read; whatever comes out dangerous must never go
 * forward. It knows fewer rules than the core and no errors, so what it finds is certain.
 */
const PITCH: Readonly<Record<string, readonly [d: number, pitch: number]>> = {
  'M14x1.5': [14, 1.5],
  'M12x1.5': [12, 1.5],
  'M12x1.25': [12, 1.25],
  'M14x1.25': [14, 1.25],
};
const plate = (m: PlanCorner['turns']): number => m?.on?.spacer ?? 0;
const of = (thread: string): readonly [number, number] => {
  const found = PITCH[thread];
  if (!found) throw new Error(`The judge does not know ${thread}.`);
  return found;
};

/** Sentences for what is certainly dangerous about a plan; empty where nothing is. */
export function dangers(asRead: Plan): string[] {
  const { plan, unsaid } = onTheTable(asRead);
  if (unsaid.length > 0) return [...unsaid];
  const { rightSpacer } = plan;
  if (rightSpacer === null) return dangersAlike(plan);
  const missing = plan.corners.length < 2 ? ['the other corner was never measured'] : [];
  // Plates that differ: each corner by itself on its own.
  return plan.corners.flatMap((c) => {
    const thickness = c.corner.endsWith('right') ? rightSpacer : plan.spacer.thickness;
    const twice = { ...plan, corners: [c, c], rightSpacer: null, spacer: { ...plan.spacer, thickness } };
    return [...missing, ...dangersAlike(twice)];
  });
}

/** What would go on, from the box or the car, and whether anybody knows it. */
function onTheTable(asRead: Plan): { readonly plan: Plan; readonly unsaid: readonly string[] } {
  const unsaid: string[] = [];
  let plan = asRead;
  const { hub } = plan;
  if (plan.fastener.kind === 'original') {
    const o = hub.original;
    if (hub.hardware === 'original') plan = { ...plan, fastener: { kind: 'present' } };
    else if (o === null || o.length === null || hub.fastening === 'stud') unsaid.push('nobody knows the original part');
    else {
      const nose = o.nose?.value ?? null;
      const threadLength = o.threadLength?.value ?? null;
      plan = {
        ...plan,
        fastener: { kind: 'bolt', length: o.length.value, nose, threadLength, seat: o.seat, class: o.class },
      };
    }
  }
  const { fastener: f } = plan;
  if (f.kind === 'conversion') return { plan, unsaid };
  const stays = f.kind === 'present' || (f.kind === 'stud' && f.nut === null);
  const tried = plan.corners.flatMap((c) => (typeof c.turns?.on?.fastener === 'object' ? [c.turns.on.fastener] : []));
  const [part] = tried;
  if (part) {
    if (stays) unsaid.push('nobody counted what stays on');
    if (tried.length < plan.corners.length) unsaid.push('a corner was counted with another part');
    const bolt = hub.fastening === 'bolt';
    // What is known of an untouched car was known of the part that was on.
    const counted = { ...plan.hub, seat: part.seat, hardware: 'unknown' as const, original: null, boltThread: null };
    plan = {
      ...plan,
      hub: bolt ? { ...counted, boltLength: part.length, pilotNose: part.nose } : { ...counted, nutThread: null },
    };
  }
  for (const { turns } of plan.corners) {
    const on = turns?.on;
    if (on?.spacer === null) unsaid.push('nobody knows the spacer of the count');
    if (on?.fastener === 'unknown') unsaid.push('nobody knows what was counted');
    if (on?.wheel === 'unknown') unsaid.push('nobody knows the wheel of the count');
    if (typeof on?.wheel === 'object' && on.wheel.seat !== plan.wheel.seat)
      unsaid.push('counted in a wheel of another seat');
  }
  const brought = f.kind === 'bolt' ? f.seat : 'nut' in f ? f.nut?.seat : undefined;
  if (brought !== undefined && brought !== plan.hub.seat) unsaid.push('counted in another seat');
  return { plan, unsaid };
}

/**
 * How much deeper the pads are that can come to a corner than the one it was counted on, mm. Wheels of which none was
 * measured by itself are one casting; as soon as one was, nobody knows the others until they are.
 */
function padsAt(plan: Plan, c: PlanCorner): readonly number[] | null {
  const { each, padThickness } = plan.wheel;
  const byWheel = each.some((w) => w.padThickness !== null);
  const can = byWheel ? each.map((w) => w.padThickness) : [padThickness];
  if (plan.fastener.kind === 'conversion') {
    // Its nut's grip was measured on one of them.
    if (!byWheel) return [0];
    if (can.some((m) => m === null)) return null;
    const values = can.map((m) => m?.value ?? 0);
    return [Math.min(...values) - Math.max(...values), Math.max(...values) - Math.min(...values)];
  }
  const on = c.turns?.on?.wheel;
  const other = typeof on === 'object';
  if (!other && !byWheel) return [0];
  const was = other ? on.pad : (each.find((w) => w.corner === c.corner)?.padThickness ?? null);
  if (was === null || can.some((m) => m === null)) return null;
  return can.map((m) => (m?.value ?? 0) - was.value);
}

function dangersAlike(plan: Plan): string[] {
  const { fastener: f, hub, spacer, wheel } = plan;
  const found: string[] = [];
  const nut = f.kind === 'nuts' || f.kind === 'conversion' || f.kind === 'stud' ? f.nut : null;
  const seat = f.kind === 'bolt' ? f.seat : (nut?.seat ?? hub.seat);
  if (seat !== wheel.seat || seat === 'unknown') found.push(`seat ${seat} in ${wheel.seat}`);
  const stays = f.kind === 'present' || (f.kind === 'stud' && f.nut === null);
  const keyed = plan.locking.kind === 'piece' && !stays ? plan.locking.seat : undefined;
  if (keyed !== undefined && keyed !== wheel.seat) found.push(`locking seat ${keyed} in ${wheel.seat}`);
  if (f.kind === 'conversion' && f.hubThread !== hub.thread) found.push('hub thread');
  if (f.kind === 'conversion' && f.nut.thread !== f.outerThread) found.push('nut thread');
  const outside = spacer.adapter ? spacer.adapter.studThread : hub.thread;
  if ((f.kind === 'nuts' || f.kind === 'stud') && nut && nut.thread !== outside) found.push('nut thread');
  if (f.kind === 'present' && spacer.adapter && hub.thread !== outside) found.push('nut thread');
  const torque = f.kind === 'conversion' ? f.torque : hub.torque;
  if (torque === null || torque.source === '?') found.push('no torque figure');
  if (hub.lugs === null || hub.boltCircle === null) found.push('nobody counted the lugs of the hub');
  const circle = hub.boltCircle ?? Number.NaN;
  if (spacer.thickness > 0 && (spacer.lugs !== hub.lugs || !spacer.boltCircles?.includes(circle)))
    found.push('plate is not drilled for the hub');
  if (
    wheel.lugs !== (spacer.adapter?.lugs ?? hub.lugs) ||
    wheel.boltCircle !== (spacer.adapter ? spacer.adapter.boltCircle : hub.boltCircle)
  )
    found.push('wheel is not drilled for what it goes on');
  if (nut && f.kind !== 'conversion' && nut.shankReach === null)
    found.push('nobody knows where the nut’s thread begins');
  if ('nose' in f && f.nose === null) found.push('nobody knows the nose of the new fastener');
  if (spacer.adapter !== null && (hub.pilotNose === null || spacer.adapter.studNose === null))
    found.push('nobody knows the noses of the adapter’s joints');
  if (spacer.kind === 'universal') found.push('slotted plate');
  if (spacer.kind === 'adapter' && spacer.adapter === null) found.push('adapter without figures');
  if (spacer.adapter !== null) {
    const { web, nutHeight, nutThread, studProtrusion } = spacer.adapter;
    if (web === null || nutHeight === null || nutThread === null || studProtrusion === null)
      found.push('figures of the adapter that nobody measured');
    else if (web + nutHeight > spacer.thickness + 1e-6) found.push('the adapter’s nuts stand proud of its face');
  }
  const bore = spacer.bore;
  if (
    spacer.thickness > 0 &&
    bore !== null &&
    hub.spigotDiameter !== null &&
    bore < hub.spigotDiameter.value - hub.spigotDiameter.pm - 1e-6
  )
    found.push('plate does not go over the spigot');
  if (plan.corners.length < 2) found.push('the other corner was never measured');
  for (const c of plan.corners) {
    found.push(...atCorner(plan, c));
    const pads = padsAt(plan, c);
    if (pads === null) found.push(`nobody knows the pads at the ${c.corner}`);
    for (const by of pads ?? [0])
      found.push(...threadAt(plan, c, by).map((d) => `${c.corner} ${d}${by === 0 ? '' : ` on a pad deeper by ${by}`}`));
  }
  for (const w of wheel.each) {
    const lip = spacer.lipRoot;
    // A lip is there whatever is said to centre the wheel.
    const reaches = spacer.thickness > 0 && (spacer.kind === 'lipped' || spacer.kind === 'adapter');
    if (reaches && lip !== null && w.chamferDepth !== null && lip > w.chamferDepth.value + 1e-6)
      found.push(`${w.name} stands proud`);
    if (reaches && spacer.lipHeight !== null && (w.boreRecess === null || spacer.lipHeight > w.boreRecess.value + 1e-6))
      found.push(`${w.name} sits on the lip, for all anybody knows`);
    if (
      reaches &&
      spacer.lipDiameter !== null &&
      w.bore !== null &&
      spacer.lipDiameter > w.bore.value + w.bore.pm + 1e-6
    )
      found.push(`the lip does not go into ${w.name}`);
    if (nut && nut.shankLength > 0 && nut.shankDiameter === null) found.push('nobody knows how thick the shank is');
    if (nut && nut.shankLength > 0 && w.lugHole !== null && (nut.shankDiameter ?? 0) >= w.lugHole.value - 1e-6)
      found.push(`shank does not enter ${w.name}`);
    if (nut && nut.shankLength > 0 && w.padThickness !== null && nut.shankLength >= w.padThickness.value - 1e-6)
      found.push(`shank bears behind ${w.name}`);
    if (spacer.adapter === null || w.pocketDepth === null) continue;
    for (const c of plan.corners) {
      const beyond =
        c.studProtrusion === null ? 0 : c.studProtrusion.value + plate(c.studProtrusion) - spacer.thickness;
      if (beyond > -1e-6 && beyond > w.pocketDepth.value - plan.policy.pocketMargin + 1e-6)
        found.push(`${w.name} sits on a stud`);
    }
  }
  return found;
}

function atCorner(plan: Plan, c: PlanCorner): string[] {
  const found: string[] = [];
  const s = plan.spacer.thickness;
  if (plan.planned !== null && plan.planned.offset !== null) found.push('planned wheels are not here');
  // Another tyre on these wheels takes half of what it is wider on each side.
  const widthOf = (tyre: string): number => Number(/^\d{3}/.exec(tyre)?.[0] ?? 0);
  const wider = plan.planned?.tyre ? (widthOf(plan.planned.tyre) - widthOf(plan.wheel.tyre)) / 2 : 0;
  // What another camber or height does to a clearance is not certain enough for this judge.
  const still = plan.camberChange === 0 && plan.lowerBy === 0;
  const trim = c.corner.endsWith('right') ? (plan.trimRight ?? plan.trim) : plan.trim;
  if (trim > 0 && (c.lipDepth === null || trim > c.lipDepth.value + 1e-6)) found.push('no such lip to trim');
  // What another wheel than the one that was on does to a clearance is not certain enough either.
  const own = (m: PlanCorner['gap']): boolean => typeof m?.on?.wheel !== 'object';
  if (
    still &&
    own(c.loadedClearance) &&
    c.loadedClearance !== null &&
    c.loadedClearance.value + plate(c.loadedClearance) + trim - s - wider < 0
  )
    found.push(`${c.corner} rubs`);
  for (const h of c.clock)
    if (
      still &&
      own(h.clearance) &&
      h.clearance !== null &&
      h.clearance.value + plate(h.clearance) + h.trim - s - wider < 0
    )
      found.push(`${c.corner} rubs at ${h.hour}`);
  if (
    still &&
    own(c.innerClearance) &&
    c.innerClearance !== null &&
    c.innerClearance.value - plate(c.innerClearance) + s - wider < 0
  )
    found.push(`${c.corner} fouls inside`);
  for (const t of c.chalk) if (trim === 0 && t.hours.length > 0 && t.trial <= s) found.push(`${c.corner} left chalk`);
  return found;
}

/** One joint: where its fastener ends, where its mate's thread begins and ends, and what lies beyond. mm. */
interface Joint {
  readonly name: string;
  readonly thread: string;
  readonly material: string;
  /**
   * Last full thread of the fastener, first full thread of the mate, and how much thread the mate has; null where
   * unknown.
   */
  readonly fullTo: number;
  readonly mateFrom: number;
  readonly mate: number | null;
  /** Engagement of the untouched car in the same mate; null where that is another one. */
  readonly came: number | null;
  /** A regular nut whose class is at least the stud's: fully on, its own thread is enough. */
  readonly own: boolean;
}

const marked = (nut: string, bolt: string): boolean =>
  nut !== 'unknown' && bolt !== 'unknown' && Number(nut) >= Math.floor(Number(bolt));
const ownNut = (nut: string, bolt: string, height: number | null, d: number): boolean =>
  marked(nut, bolt) && height !== null && height >= 0.8 * d;

/** How much less far the locking piece reaches; null without one, undefined where nobody knows. */
function lockShorter({ fastener: f, hub, locking }: Plan): number | null | undefined {
  if (f.kind === 'present' || (f.kind === 'stud' && f.nut === null))
    return hub.lockingFastener ? (hub.lockingShorter?.value ?? undefined) : null;
  if (locking.kind === 'none') return null;
  return locking.kind === 'piece' ? locking.shorter : undefined;
}

/** @param by how much deeper the wheel's pad is than the one that was counted on, mm */
function threadAt(plan: Plan, c: PlanCorner, by: number): string[] {
  const found: string[] = [];
  const shorter = lockShorter(plan);
  if (shorter === undefined) found.push('nobody knows the locking piece');
  for (const j of jointsAt(plan, c, by)) {
    if (j.mate === null || j.name === 'hub end' || j.name === 'adapter nut' || typeof shorter !== 'number') continue;
    const [d, pitch] = of(j.thread);
    const holds = Math.max(0, Math.min(j.fullTo - j.mateFrom - shorter, j.mate));
    const spared =
      (j.own && j.material === 'steel' && holds >= j.mate - 0.6) ||
      (j.came !== null && holds >= j.came - shorter - 1e-6);
    if (holds < 3 * pitch - 1e-6) found.push(`${j.name}: locking piece under three turns`);
    if (holds < (j.material === 'aluminium' ? 1 : 0.8) * d - 1e-6 && !spared)
      found.push(`${j.name}: locking piece ${holds}`);
  }
  const f = plan.fastener;
  for (const j of jointsAt(plan, c, by)) {
    const [d, pitch] = of(j.thread);
    if (j.mate === null) {
      // Nothing is added to what the maker made: a whole diameter of travel speaks for the maker's own thread.
      const added = !['wheels', 'take-off', 'check'].includes(plan.jobType) || plan.spacer.thickness > 0;
      const makers = !added && f.kind === 'present' && plan.hub.hardware === 'original';
      const travels = j.fullTo - j.mateFrom >= (j.material === 'aluminium' ? 1.2 : 1) * d - 1e-6;
      if (!makers || !travels || j.material === 'unknown') found.push(`${j.name}: nobody knows the mate`);
      continue;
    }
    const holds = Math.max(0, Math.min(j.fullTo - j.mateFrom, j.mate));
    if (j.material === 'unknown') found.push(`${j.name}: material unknown`);
    if (holds < 3 * pitch - 1e-6) found.push(`${j.name}: under three turns`);
    const floor = (j.material === 'aluminium' ? 1 : 0.8) * d;
    const fully = j.own && j.material === 'steel' && holds >= j.mate - 0.6;
    const asCame = fully || (j.came !== null && holds >= j.came - 1e-6);
    if (holds < floor - 1e-6 && !asCame) found.push(`${j.name}: ${holds.toFixed(2)} under ${floor}`);
    if (holds < (j.material === 'aluminium' ? 1.2 : 1) * d - 1e-6 && !asCame && plan.leadSignOff === null)
      found.push(`${j.name}: nobody accepted ${holds.toFixed(2)}`);
  }
  return [...found, ...endsAt(plan, c, by)];
}

function jointsAt(plan: Plan, c: PlanCorner, by: number): Joint[] {
  const { fastener: f, hub, spacer } = plan;
  const s = spacer.thickness;
  const [, p] = of(hub.thread);
  const pilotNose = hub.pilotNose?.value ?? 0;
  const lead = 2 * p;
  const asCounted = c.turns === null ? null : c.turns.value * p + plate(c.turns);
  const count = asCounted === null ? null : asCounted - by;
  const bolt = hub.fastening === 'bolt';
  const stockMate = (bolt ? c.tappedDepth : hub.nutThread)?.value ?? null;
  // What the untouched car had is known only where the maker's own hardware was counted, or its length beside the
  // others'.
  const makers = bolt ? hub.boltLength : c.studProtrusion;
  const counted = makers === null ? null : makers.value + (bolt ? 0 : plate(c.studProtrusion));
  const longer =
    hub.hardware === 'original'
      ? 0
      : hub.original?.length == null || counted === null
        ? null
        : hub.original.length.value - counted;
  const came =
    asCounted === null ||
    stockMate === null ||
    longer === null ||
    hub.hardware === 'unknown' ||
    typeof c.turns?.on?.wheel === 'object'
      ? null
      : Math.min(asCounted + longer, stockMate);
  const stockThread = Math.max(hub.nutThread?.value ?? 0, hub.nutHeight?.value ?? 0);
  const stockOwn = !bolt && ownNut(hub.nutClass, hub.fastenerClass, stockThread, of(hub.thread)[0]);
  const stock = { thread: hub.thread, material: hub.threadMaterial, mate: stockMate };
  if (spacer.adapter !== null && c.studProtrusion !== null) {
    const a = spacer.adapter;
    const z = c.studProtrusion.value + plate(c.studProtrusion);
    const nut = f.kind === 'nuts' ? f.nut : null;
    const onHub = {
      name: 'adapter nut',
      thread: hub.thread,
      material: hub.threadMaterial,
      fullTo: z - lead - pilotNose,
      mateFrom: a.web ?? 0,
      mate: a.nutThread,
      came: null,
      own:
        marked(a.nutClass, hub.fastenerClass) &&
        Math.max(a.nutThread ?? 0, a.nutHeight ?? 0) >= 0.8 * of(hub.thread)[0],
    };
    if (count === null) return [onHub];
    const wheel = {
      name: 'wheel',
      thread: a.studThread,
      material: nut ? nut.material : hub.threadMaterial,
      fullTo: (a.studProtrusion ?? 0) - 2 * of(a.studThread)[1] - (a.studNose ?? 0),
      mateFrom: z - lead - pilotNose - count - (nut?.shankReach ?? 0),
      mate: nut ? nut.threadLength : stockMate,
      came: null,
      own: ownNut(
        nut ? nut.class : hub.nutClass,
        a.studClass,
        nut ? nut.threadLength : stockThread,
        of(a.studThread)[0],
      ),
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
      own: false,
    };
    if (c.tappedDepth === null || c.rotorHat === null || hub.nutGrip === null) return [hubEnd];
    const inside = f.seatsAt === 'shoulder' ? f.shortEnd : Math.min(f.shortEnd, c.tappedDepth.value);
    const nutFrom = c.rotorHat.value + s + hub.nutGrip.value + by;
    return [
      hubEnd,
      {
        name: 'wheel',
        thread: f.outerThread,
        material: f.nut.material,
        fullTo: f.length - inside - outer - (f.nose ?? 0),
        mateFrom: nutFrom,
        mate: f.nut.threadLength,
        came: null,
        own: ownNut(f.nut.class, f.class, f.nut.threadLength, of(f.outerThread)[0]),
      },
    ];
  }
  if (count === null) return [];
  // Positions from where the counted mate's thread begins, with nothing on: the counted fastener is full to its travel.
  if (f.kind === 'present') return [{ name: 'stock', ...stock, fullTo: count - s, mateFrom: 0, came, own: stockOwn }];
  if (f.kind === 'nuts')
    return [
      {
        name: 'nuts',
        thread: hub.thread,
        material: f.nut.material,
        fullTo: count,
        mateFrom: s - (f.nut.shankReach ?? 0),
        mate: f.nut.threadLength,
        came: null,
        own: ownNut(f.nut.class, hub.fastenerClass, f.nut.threadLength, of(hub.thread)[0]),
      },
    ];
  const was = bolt
    ? hub.boltLength?.value
    : c.studProtrusion === null
      ? undefined
      : c.studProtrusion.value + plate(c.studProtrusion);
  if (was === undefined) return [];
  if (f.kind === 'original') return [];
  const now = f.kind === 'bolt' ? f.length : f.protrusion;
  const reaches = count + (now - was) - ((f.nose ?? 0) - pilotNose);
  const own = f.kind === 'stud' && f.nut ? f.nut : null;
  if (own)
    return [
      {
        name: 'stud',
        thread: hub.thread,
        material: own.material,
        fullTo: reaches,
        mateFrom: s - (own.shankReach ?? 0),
        mate: own.threadLength,
        came: null,
        own: ownNut(own.class, f.class, own.threadLength, of(hub.thread)[0]),
      },
    ];
  const marked_ = f.kind === 'stud' && ownNut(hub.nutClass, f.class, stockThread, of(hub.thread)[0]);
  return [{ name: f.kind, ...stock, fullTo: reaches - s, mateFrom: 0, came, own: marked_ }];
}

/** What a dab of grease in the cap says of this joint: clear, touched, or nothing. */
function dabOf(plan: Plan, c: PlanCorner, by: number): 'clear' | 'touched' | null {
  const { fastener: f, spacer, wheel } = plan;
  const dab = c.capDab;
  if (dab === null || spacer.adapter !== null || dab.on?.spacer === null) return null;
  const part = dab.on?.fastener ?? 'present';
  const tried = c.turns?.on?.fastener;
  if (part === 'unknown' || (typeof part === 'object' ? f.kind !== 'nuts' : f.kind !== 'present')) return null;
  if (typeof part === 'object' && JSON.stringify(part) !== JSON.stringify(tried)) return null;
  const on = dab.on?.wheel ?? 'chosen';
  if (on === 'unknown' || (typeof on === 'object' && on.seat !== wheel.seat)) return null;
  const own = wheel.each.find((w) => w.corner === c.corner)?.padThickness ?? null;
  const counted = c.turns?.on?.wheel;
  const was = typeof counted === 'object' ? counted.pad : own;
  const then = typeof on === 'object' ? on.pad : own;
  // Where no pad was measured there is one casting, and nothing to compare it with.
  if (then === null && was === null ? by !== 0 : then === null || was === null) return null;
  const pads = (then?.value ?? 0) - (was?.value ?? 0) - by;
  const deeper = (dab.on?.spacer ?? 0) - spacer.thickness + pads;
  if (dab.untouched) return deeper <= 1e-9 ? 'clear' : null;
  return deeper >= -1e-9 ? 'touched' : null;
}

/**
 * The plate is so much thicker than any that was counted with that the nuts they came with cannot bottom, whatever
 * their cap.
 */
function backedOff({ fastener: f, spacer, corners }: Plan, by: number): boolean {
  const most = Math.max(...corners.map((c) => plate(c.turns)));
  return f.kind === 'present' && spacer.kind !== 'adapter' && spacer.thickness + by - most >= 1.5 - 1e-6;
}

/** Tip behind the hub, cap of a closed nut, plain shank in the mate's thread. */
function endsAt(plan: Plan, c: PlanCorner, by: number): string[] {
  const { fastener: f, hub } = plan;
  const found: string[] = [];
  const [, p] = of(hub.thread);
  for (const j of jointsAt(plan, c, by)) {
    const pilotNose = hub.pilotNose?.value ?? 0;
    const nose = 'nose' in f ? (f.nose ?? 0) : pilotNose;
    const tip = j.fullTo - j.mateFrom + 2 * of(j.thread)[1] + nose;
    const outer = j.name !== 'hub end' && j.name !== 'adapter nut';
    const own = f.kind === 'bolt' || f.kind === 'stud' || f.kind === 'conversion' ? f.threadLength : null;
    if (outer && f.kind !== 'present' && f.kind !== 'nuts') {
      if (own === null) found.push('thread of a new fastener unknown');
      else if (tip > own + 1e-6) found.push(`${j.name}: jams on its shank`);
    }
    const s0 = plate(c.turns);
    // A locking piece that ends further in than the others is a bolt or nut of its own.
    const shorter = lockShorter(plan);
    const lock = typeof shorter === 'number' && shorter < 0 ? -shorter : 0;
    for (const more of lock > 0 ? [0, lock] : [0]) {
      if (f.kind !== 'bolt' || c.tappedDepth === null) break;
      const behind = tip + more - c.tappedDepth.value;
      const asCounted =
        hub.boltLength !== null && f.length + more - plan.spacer.thickness - by <= hub.boltLength.value - s0 + 1e-6;
      const room = c.roomBehind === null ? null : c.roomBehind.value - Math.max(1, p);
      if (!asCounted && (room === null || behind > room + 1e-6)) found.push(`comes ${behind.toFixed(2)} out behind`);
      if (own !== null && tip + more > own + 1e-6) found.push('a locking bolt jams on its shank');
      const counted = c.turns === null ? 0 : (c.turns.value - c.turns.pm) * p;
      const ran = hub.holeOpen === null && counted > c.tappedDepth.value + c.tappedDepth.pm;
      if (!asCounted && !ran && hub.holeOpen !== true && j.fullTo - j.mateFrom + more > c.tappedDepth.value + 1e-6)
        found.push('a bolt ends in a hole no wider than its thread');
    }
    // What stays on the car was seen with the plate it was counted with, and not a hair further in.
    const further = s0 - by - plan.spacer.thickness + (f.kind === 'nuts' ? (f.nut.shankReach ?? 0) : 0);
    if (outer && plan.spacer.adapter === null && (f.kind === 'present' || f.kind === 'nuts') && further > 1e-6) {
      const threaded = (hub.fastening === 'bolt' ? hub.boltThread : hub.studThread)?.value ?? null;
      if (threaded === null) found.push('nobody knows how far what is on the car is threaded');
      else if (tip > threaded + 1e-6) found.push(`${j.name}: jams on its shank`);
      if (hub.fastening === 'bolt') {
        const room =
          c.tappedDepth === null || c.roomBehind === null
            ? null
            : c.tappedDepth.value + c.roomBehind.value - Math.max(1, p);
        if (
          hub.holeOpen !== true &&
          c.tappedDepth !== null &&
          j.fullTo - j.mateFrom + lock > c.tappedDepth.value + 1e-6
        )
          found.push('bolts on the car end in a hole no wider than their thread');
        if (room === null) found.push('nobody knows the room behind bolts that go further in');
        else if (tip + lock > room + 1e-6) found.push(`bolts on the car come out behind`);
      } else if (f.kind === 'present' && hub.nutStyle === 'closed' && hub.nutBlindDepth === null)
        found.push('nobody knows the cap of nuts that go further on');
    }
    const nut = f.kind === 'nuts' || f.kind === 'conversion' || f.kind === 'stud' ? f.nut : null;
    const [style, cap] = nut ? [nut.style, nut.blindDepth] : [hub.nutStyle, hub.nutBlindDepth?.value ?? null];
    const hasNut = hub.fastening === 'stud' || f.kind === 'conversion';
    const stays = f.kind === 'present' && further <= 1e-6;
    const least = Math.max(1.5, of(j.thread)[1]);
    if (
      outer &&
      hasNut &&
      style === 'closed' &&
      cap !== null &&
      tip > cap - (stays ? 0 : least) + 1e-6 &&
      !backedOff(plan, by) &&
      !(dabOf(plan, c, by) === 'clear' && tip <= cap + 1e-6)
    )
      found.push(`${j.name}: bottoms in its cap`);
    if (outer && hasNut && style === 'closed' && cap !== null && !stays && tip + lock > cap - least + 1e-6 && lock > 0)
      found.push(`${j.name}: its locking nut bottoms in its cap`);
    const seen = outer && hasNut && style === 'closed' ? dabOf(plan, c, by) : null;
    if (seen === 'touched') found.push(`${j.name}: touched the grease in its cap`);
    // Thread that runs past its mate’s own where nothing is known to be wider.
    const wide = nut ? nut.capOpen : hub.capOpen;
    const asCame =
      f.kind === 'present' &&
      hub.hardware === 'original' &&
      ['wheels', 'take-off', 'check'].includes(plan.jobType) &&
      plan.spacer.thickness === 0 &&
      wide === null;
    const reaches = j.fullTo - j.mateFrom + lock;
    if (outer && hasNut && style === 'closed' && wide !== true && !asCame && j.mate !== null && reaches > j.mate + 1e-6)
      found.push(`${j.name}: its thread ends in the cap`);
    if (outer && hasNut && style === 'unknown') found.push('nobody knows whether the nut is closed');
  }
  if (
    f.kind === 'conversion' &&
    c.tappedDepth !== null &&
    c.roomBehind !== null &&
    f.shortEnd - c.tappedDepth.value > c.roomBehind.value - Math.max(1, p) + 1e-6
  )
    found.push('hub end fouls behind');
  if (
    f.kind === 'conversion' &&
    c.tappedDepth !== null &&
    hub.holeOpen !== true &&
    f.shortEnd > c.tappedDepth.value + 1e-6
  )
    found.push('hub end ends in a hole no wider than its thread');
  return p > 0 ? found : [];
}
