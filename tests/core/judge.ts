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
  const { rightPlate } = plan;
  if (rightPlate === null) return dangersAlike(plan);
  const missing = plan.corners.length < 2 ? ['the other corner was never measured'] : [];
  // Plates that differ: each corner by itself on its own.
  return plan.corners.flatMap((c) => {
    const thickness = c.corner.endsWith('right') ? rightPlate : plan.spacer.thickness;
    const twice = { ...plan, corners: [c, c], rightPlate: null, spacer: { ...plan.spacer, thickness } };
    return [...missing, ...dangersAlike(twice)];
  });
}

function dangersAlike(plan: Plan): string[] {
  const { fastener: f, hub, spacer, wheel } = plan;
  const found: string[] = [];
  const nut = f.kind === 'nuts' || f.kind === 'conversion' || f.kind === 'stud' ? f.nut : null;
  const seat = f.kind === 'bolt' ? f.seat : (nut?.seat ?? hub.seat);
  if (seat !== wheel.seat || seat === 'unknown') found.push(`seat ${seat} in ${wheel.seat}`);
  if (f.kind === 'conversion' && f.hubThread !== hub.thread) found.push('hub thread');
  if (f.kind === 'conversion' && f.nut.thread !== f.outerThread) found.push('nut thread');
  const outside = spacer.adapter ? spacer.adapter.studThread : hub.thread;
  if ((f.kind === 'nuts' || f.kind === 'stud') && nut && nut.thread !== outside) found.push('nut thread');
  if (f.kind === 'stock' && spacer.adapter && hub.thread !== outside) found.push('nut thread');
  const torque = f.kind === 'conversion' ? f.torque : hub.torque;
  if (torque === null || torque.source === '?') found.push('no torque figure');
  if (hub.lugs === null || hub.boltCircle === null) found.push('nobody counted the lugs of the hub');
  const circle = hub.boltCircle ?? Number.NaN;
  if (spacer.thickness > 0 && (spacer.lugs !== hub.lugs || !spacer.boltCircles?.includes(circle)))
    found.push('plate is not drilled for the hub');
  if (wheel.lugs !== hub.lugs || wheel.boltCircle !== (spacer.adapter ? spacer.adapter.boltCircle : hub.boltCircle))
    found.push('wheel is not drilled for what it goes on');
  if (nut && f.kind !== 'conversion' && nut.shankReach === null)
    found.push('nobody knows where the nut’s thread begins');
  if ('nose' in f && f.nose === null) found.push('nobody knows the nose of the new fastener');
  if (spacer.adapter !== null && (hub.stockNose === null || spacer.adapter.studNose === null))
    found.push('nobody knows the noses of the adapter’s joints');
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
  if (plan.corners.length < 2) found.push('the other corner was never measured');
  for (const c of plan.corners) found.push(...atCorner(plan, c));
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
  if (plan.planned !== null) found.push('planned wheels are not here');
  // What another camber or height does to a clearance is not certain enough for this judge.
  const still = plan.camberChange === 0 && plan.lowerBy === 0;
  if (plan.trim > 0 && (c.lipDepth === null || plan.trim > c.lipDepth.value + 1e-6)) found.push('no such lip to trim');
  if (still && c.loadedClearance !== null && c.loadedClearance.value + plate(c.loadedClearance) + plan.trim - s < 0)
    found.push(`${c.corner} rubs`);
  for (const h of c.clock)
    if (still && h.clearance !== null && h.clearance.value + plate(h.clearance) + h.trim - s < 0)
      found.push(`${c.corner} rubs at ${h.hour}`);
  if (still && c.innerClearance !== null && c.innerClearance.value - plate(c.innerClearance) + s < 0)
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
  /** A regular nut whose class is at least the stud's: fully on, its own thread is enough. */
  readonly own: boolean;
}

const marked = (nut: string, bolt: string): boolean =>
  nut !== 'unknown' && bolt !== 'unknown' && Number(nut) >= Math.floor(Number(bolt));
const ownNut = (nut: string, bolt: string, height: number | null, d: number): boolean =>
  marked(nut, bolt) && height !== null && height >= 0.8 * d;

/** How much less far the locking piece reaches; null without one, undefined where nobody knows. */
function lockShorter({ fastener: f, hub, locking }: Plan): number | null | undefined {
  if (f.kind === 'stock' || (f.kind === 'stud' && f.nut === null))
    return hub.lockingFastener ? (hub.lockingShorter?.value ?? undefined) : null;
  if (locking.kind === 'none') return null;
  return locking.kind === 'piece' ? locking.shorter : undefined;
}

function threadAt(plan: Plan, c: PlanCorner): string[] {
  const found: string[] = [];
  const shorter = lockShorter(plan);
  if (shorter === undefined) found.push('nobody knows the locking piece');
  for (const j of jointsAt(plan, c)) {
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
  for (const j of jointsAt(plan, c)) {
    const [d, pitch] = of(j.thread);
    if (j.mate === null) {
      // Nothing is added to what the maker made: a whole diameter of travel speaks for the maker's own thread.
      const added = !['wheels', 'take-off', 'check'].includes(plan.wish) || plan.spacer.thickness > 0;
      const makers = !added && f.kind === 'stock' && plan.hub.hardware === 'makers';
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
  return [...found, ...endsAt(plan, c)];
}

function jointsAt(plan: Plan, c: PlanCorner): Joint[] {
  const { fastener: f, hub, spacer } = plan;
  const s = spacer.thickness;
  const [, p] = of(hub.thread);
  const stockNose = hub.stockNose?.value ?? 0;
  const lead = 2 * p;
  const count = c.turns === null ? null : c.turns.value * p + plate(c.turns);
  const bolt = hub.fastening === 'bolt';
  const stockMate = (bolt ? c.tappedDepth : hub.nutThread)?.value ?? null;
  // What the untouched car had is known only where the maker's own hardware was counted, or its length beside the others'.
  const makers = bolt ? hub.stockBoltLength : c.studProtrusion;
  const counted = makers === null ? null : makers.value + (bolt ? 0 : plate(c.studProtrusion));
  const longer =
    hub.hardware === 'makers'
      ? 0
      : hub.makersLength === null || counted === null
        ? null
        : hub.makersLength.value - counted;
  const came =
    count === null || stockMate === null || longer === null || hub.hardware === 'unknown'
      ? null
      : Math.min(count + longer, stockMate);
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
      fullTo: z - lead - stockNose,
      mateFrom: a.web,
      mate: a.nutThread,
      came: null,
      own: marked(a.nutClass, hub.fastenerClass) && Math.max(a.nutThread, a.nutHeight) >= 0.8 * of(hub.thread)[0],
    };
    if (count === null) return [onHub];
    const wheel = {
      name: 'wheel',
      thread: a.studThread,
      material: nut ? nut.material : hub.threadMaterial,
      fullTo: a.studProtrusion - 2 * of(a.studThread)[1] - (a.studNose ?? 0),
      mateFrom: z - lead - stockNose - count - (nut?.shankReach ?? 0),
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
    const nutFrom = c.rotorHat.value + s + hub.nutGrip.value;
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
  if (f.kind === 'stock') return [{ name: 'stock', ...stock, fullTo: count - s, mateFrom: 0, came, own: stockOwn }];
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
    ? hub.stockBoltLength?.value
    : c.studProtrusion === null
      ? undefined
      : c.studProtrusion.value + plate(c.studProtrusion);
  if (was === undefined) return [];
  const now = f.kind === 'bolt' ? f.length : f.protrusion;
  const reaches = count + (now - was) - ((f.nose ?? 0) - stockNose);
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

/** The plate is so much thicker than any that was counted with that the nuts they came with cannot bottom, whatever their cap. */
function backedOff({ fastener: f, spacer, corners }: Plan): boolean {
  const most = Math.max(...corners.map((c) => plate(c.turns)));
  return f.kind === 'stock' && spacer.kind !== 'adapter' && spacer.thickness - most >= 1.5 - 1e-6;
}

/** Tip behind the hub, cap of a closed nut, plain shank in the mate's thread. */
function endsAt(plan: Plan, c: PlanCorner): string[] {
  const { fastener: f, hub } = plan;
  const found: string[] = [];
  const [, p] = of(hub.thread);
  for (const j of jointsAt(plan, c)) {
    const stockNose = hub.stockNose?.value ?? 0;
    const nose = 'nose' in f ? (f.nose ?? 0) : stockNose;
    const tip = j.fullTo - j.mateFrom + 2 * of(j.thread)[1] + nose;
    const outer = j.name !== 'hub end' && j.name !== 'adapter nut';
    const own = f.kind === 'bolt' || f.kind === 'stud' || f.kind === 'conversion' ? f.threadLength : null;
    if (outer && f.kind !== 'stock' && f.kind !== 'nuts') {
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
        hub.stockBoltLength !== null &&
        f.length + more - plan.spacer.thickness <= hub.stockBoltLength.value - s0 + 1e-6;
      const room = c.roomBehind === null ? null : c.roomBehind.value - Math.max(1, p);
      if (!asCounted && (room === null || behind > room + 1e-6)) found.push(`comes ${behind.toFixed(2)} out behind`);
      if (own !== null && tip + more > own + 1e-6) found.push('a locking bolt jams on its shank');
    }
    // What stays on the car was seen with the plate it was counted with, and not a hair further in.
    const further = s0 - plan.spacer.thickness + (f.kind === 'nuts' ? (f.nut.shankReach ?? 0) : 0);
    if (outer && plan.spacer.adapter === null && (f.kind === 'stock' || f.kind === 'nuts') && further > 1e-6) {
      const threaded = (hub.fastening === 'bolt' ? hub.stockBoltThread : hub.stockStudThread)?.value ?? null;
      if (threaded === null) found.push('nobody knows how far what is on the car is threaded');
      else if (tip > threaded + 1e-6) found.push(`${j.name}: jams on its shank`);
      if (hub.fastening === 'bolt') {
        const room =
          c.tappedDepth === null || c.roomBehind === null
            ? null
            : c.tappedDepth.value + c.roomBehind.value - Math.max(1, p);
        if (room === null) found.push('nobody knows the room behind bolts that go further in');
        else if (tip + lock > room + 1e-6) found.push(`bolts on the car come out behind`);
      } else if (f.kind === 'stock' && hub.nutStyle === 'closed' && hub.nutBlindDepth === null)
        found.push('nobody knows the cap of nuts that go further on');
    }
    const nut = f.kind === 'nuts' || f.kind === 'conversion' || f.kind === 'stud' ? f.nut : null;
    const [style, cap] = nut ? [nut.style, nut.blindDepth] : [hub.nutStyle, hub.nutBlindDepth?.value ?? null];
    const hasNut = hub.fastening === 'stud' || f.kind === 'conversion';
    const stays = f.kind === 'stock' && further <= 1e-6;
    const least = Math.max(1.5, of(j.thread)[1]);
    if (
      outer &&
      hasNut &&
      style === 'closed' &&
      cap !== null &&
      tip > cap - (stays ? 0 : least) + 1e-6 &&
      !backedOff(plan)
    )
      found.push(`${j.name}: bottoms in its cap`);
    if (outer && hasNut && style === 'closed' && cap !== null && !stays && tip + lock > cap - least + 1e-6 && lock > 0)
      found.push(`${j.name}: its locking nut bottoms in its cap`);
    if (outer && hasNut && style === 'unknown') found.push('nobody knows whether the nut is closed');
  }
  if (
    f.kind === 'conversion' &&
    c.tappedDepth !== null &&
    c.roomBehind !== null &&
    f.shortEnd - c.tappedDepth.value > c.roomBehind.value - Math.max(1, p) + 1e-6
  )
    found.push('hub end fouls behind');
  return p > 0 ? found : [];
}
