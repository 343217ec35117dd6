import { DEFAULT_POLICY } from './policy';

type Doc = Record<string, unknown>;

const isDoc = (x: unknown): x is Doc => typeof x === 'object' && x !== null && !Array.isArray(x);

const presentSpacer = (spacer: unknown): unknown => ({ adapter: null, ...(isDoc(spacer) ? spacer : {}) });

/** A fastener as any release kept it, in the present shape. */
export function presentFastener(fastener: unknown): unknown {
  if (!isDoc(fastener)) return fastener;
  if (fastener.kind === 'bolt' || fastener.kind === 'conversion')
    return { class: 'unknown', threadLength: null, ...fastener };
  return fastener.kind === 'stud' ? { class: 'unknown', threadLength: null, nut: null, ...fastener } : fastener;
}

/** A spacer with its fastener as any release kept them, in the present shape; the candidates beside them as well. */
export function upgradeChoice<
  T extends {
    readonly spacer: unknown;
    readonly fastener: unknown;
    readonly candidates?: readonly { readonly spacer: unknown; readonly fastener: unknown }[] | undefined;
  },
>(choice: T): T {
  const present = { ...choice, spacer: presentSpacer(choice.spacer), fastener: presentFastener(choice.fastener) };
  return choice.candidates ? { ...present, candidates: choice.candidates.map((c) => upgradeChoice(c)) } : present;
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
  // Every reading was asked for with nothing on the hub, so none says what was. Thresholds that were added take their defaults;
  // the others, and the version, stay as they were.
  'vectis-plan/1': (doc) => ({
    ...doc,
    format: 'vectis-plan/2',
    policy: isDoc(doc.policy) ? { ...DEFAULT_POLICY, ...doc.policy } : doc.policy,
  }),
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
