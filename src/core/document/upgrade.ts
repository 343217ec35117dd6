import { DEFAULT_POLICY } from './policy';
import { RENAMED } from './renamed';

type Doc = Record<string, unknown>;

const isDoc = (x: unknown): x is Doc => typeof x === 'object' && x !== null && !Array.isArray(x);

/** A fastener as any release kept it, in the present shape. */
export function presentFastener(fastener: unknown): unknown {
  if (!isDoc(fastener)) return fastener;
  // “stock” meant whatever was on the car.
  if (fastener.kind === 'stock') return { kind: 'present' };
  if (fastener.kind === 'bolt' || fastener.kind === 'conversion')
    return withNut({
      class: 'unknown',
      threadLength: null,
      nose: null,
      ...(fastener.kind === 'conversion' ? { torque: null } : {}),
      ...fastener,
    });
  if (fastener.kind === 'stud')
    return withNut({ class: 'unknown', threadLength: null, nose: null, nut: null, ...fastener });
  return withNut(fastener);
}

/** A nut as any release kept it, in the present shape. */
export const presentNut = (nut: unknown): unknown =>
  isDoc(nut) ? { shankDiameter: null, class: 'unknown', capOpen: null, ...nut } : nut;

const withNut = (fastener: Doc): Doc => ('nut' in fastener ? { ...fastener, nut: presentNut(fastener.nut) } : fastener);

/** A spacer as any release kept it, in the present shape. */
export function presentSpacer(spacer: unknown): unknown {
  if (!isDoc(spacer)) return spacer;
  const { adapter } = spacer;
  const added = {
    studNose: null,
    studThreadLength: null,
    nutClass: 'unknown',
    nutContact: null,
    condition: 'unknown',
    lugs: null,
  };
  return {
    lugs: null,
    boltCircles: null,
    ...spacer,
    adapter: isDoc(adapter) ? { ...added, ...adapter } : (adapter ?? null),
  };
}

/** A spacer with its fastener as any release kept them, in the present shape; the candidates beside them as well. */
export function upgradeChoice<
  T extends {
    readonly spacer: unknown;
    readonly fastener: unknown;
    readonly candidates?: readonly { readonly spacer: unknown; readonly fastener: unknown }[] | undefined;
  },
>(choice: T): T {
  const { rightPlate, ...rest } = choice as T & { readonly rightPlate?: unknown };
  const present = {
    ...rest,
    ...(rightPlate === undefined ? {} : { rightSpacer: rightPlate }),
    spacer: presentSpacer(choice.spacer),
    fastener: presentFastener(choice.fastener),
  } as unknown as T;
  return choice.candidates ? { ...present, candidates: choice.candidates.map((c) => upgradeChoice(c)) } : present;
}

/** Until now the vehicle's figure was the figure of a conversion's nuts as well, and was torqued to. */
const withVehicleTorque = (fastener: unknown, hub: unknown): unknown =>
  isDoc(fastener) && fastener.kind === 'conversion' && isDoc(hub)
    ? { ...fastener, torque: hub.torque ?? null }
    : fastener;

const HUB_3 = {
  stockNose: null,
  nutHeight: null,
  nutClass: 'unknown',
  hardware: 'unknown',
  makersLength: null,
  lockingShorter: null,
};

/** A reading that said which plate was on says which setup it was taken in. */
function onSetup(m: unknown): unknown {
  if (!isDoc(m) || !('plate' in m)) return m;
  const { plate, ...rest } = m;
  return plate === undefined || plate === 0
    ? rest
    : { ...rest, on: { spacer: plate, fastener: 'present', wheel: 'chosen' } };
}

const ON_CAR = ['turns', 'studProtrusion', 'visibleThread', 'gap', 'loadedClearance', 'innerClearance'] as const;

function corner5(c: unknown): unknown {
  if (!isDoc(c)) return c;
  const next: Doc = { ...c };
  for (const id of ON_CAR) if (id in next) next[id] = onSetup(next[id]);
  if (Array.isArray(next.clock))
    next.clock = next.clock.map((h: unknown) => (isDoc(h) ? { ...h, clearance: onSetup(h.clearance) } : h));
  return next;
}

/** Hub fields under their final names; of the original part older documents knew the length at most. */
function hub5(hub: unknown): unknown {
  if (!isDoc(hub)) return hub;
  const { makersLength, hardware, ...rest } = hub;
  const next: Doc = {};
  for (const [key, value] of Object.entries(rest)) next[RENAMED[key] ?? key] = value;
  const unknownPart = { threadLength: null, nose: null, seat: 'unknown', class: 'unknown', nut: null };
  return {
    ...next,
    hardware: hardware === 'makers' ? 'original' : hardware,
    original: isDoc(makersLength) ? { length: makersLength, ...unknownPart } : null,
  };
}

function plan5({ wish, rightPlate, ...doc }: Doc): Doc {
  return {
    ...doc,
    format: 'vectis-plan/5',
    jobType: wish,
    rightSpacer: rightPlate,
    hub: hub5(doc.hub),
    corners: Array.isArray(doc.corners) ? doc.corners.map(corner5) : doc.corners,
    fastener: presentFastener(doc.fastener),
  };
}

/**
 * Upgrades by the format they start from; each takes a document one version on. What an older version could not
 * say becomes unmeasured or unknown, never a value.
 */
const UPGRADES: Readonly<Record<string, (doc: Doc) => Doc>> = {
  'vectis-plan/0': (doc) => ({
    ...doc,
    format: 'vectis-plan/1',
    camberChange: 0,
    policy: isDoc(doc.policy) ? { ...DEFAULT_POLICY, ...doc.policy } : doc.policy,
    hub: {
      fastenerClass: 'unknown',
      internalTensile: null,
      contactDiameter: null,
      condition: 'unknown',
      wheelLoad: null,
      socketOutside: null,
      nutGrip: null,
      ...(isDoc(doc.hub) ? doc.hub : {}),
    },
    wheel: { boreRecess: null, padThickness: null, each: [], ...(isDoc(doc.wheel) ? doc.wheel : {}) },
    corners: Array.isArray(doc.corners)
      ? doc.corners.map((c) => ({ clock: [], archHeight: null, innerClearance: null, ...(isDoc(c) ? c : {}) }))
      : doc.corners,
    spacer: presentSpacer(doc.spacer),
    fastener: presentFastener(doc.fastener),
  }),
  // Every reading was asked for with nothing on the hub, so none says what was. Thresholds that were added take their
  // defaults; the others, and the version, stay as they were.
  'vectis-plan/1': (doc) => ({
    ...doc,
    format: 'vectis-plan/2',
    policy: isDoc(doc.policy) ? { ...DEFAULT_POLICY, ...doc.policy } : doc.policy,
  }),
  // Ends of threads, circles and lugs of plate and wheel, locking pieces, whose hardware was counted: nobody said.
  'vectis-plan/2': (doc) => ({
    ...doc,
    format: 'vectis-plan/3',
    policy: isDoc(doc.policy) ? { ...DEFAULT_POLICY, ...doc.policy } : doc.policy,
    hub: isDoc(doc.hub) ? { ...HUB_3, ...doc.hub } : doc.hub,
    wheel: isDoc(doc.wheel) ? { lugs: null, boltCircle: null, ...doc.wheel } : doc.wheel,
    lowerBy: 0,
    planned: null,
    trim: 0,
    rightPlate: null,
    locking: { kind: 'unknown' },
    spacer: presentSpacer(doc.spacer),
    fastener: withVehicleTorque(presentFastener(doc.fastener), doc.hub),
  }),
  // Lugs and bolt circle of the hub may be unknown from here on, and there are more wishes; an older document knew
  // both.
  'vectis-plan/3': (doc) => ({ ...doc, format: 'vectis-plan/4' }),
  // Each reading says what was on; whose fasteners are chosen; the final names.
  'vectis-plan/4': plan5,
};

/** A document in the present version. What is not a document, or of a version nobody knows, comes back as it was. */
export function upgradePlan(input: unknown): unknown {
  let doc = input;
  for (let guard = 0; guard < 16 && isDoc(doc) && typeof doc.format === 'string'; guard += 1) {
    const step = UPGRADES[doc.format];
    if (!step) return doc;
    doc = step(doc);
  }
  return doc;
}
