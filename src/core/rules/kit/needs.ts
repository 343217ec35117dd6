import { isBlank } from '../../document/blanks';
import type { Corner, Plan } from '../../document/document';
import type { QuantityId } from '../../document/quantities';
import { newNut } from '../../figures/stack/shared';
import type { Finding } from './finding';
import { CHOSEN_ITEMS, type ChosenId, type ItemId, isChosen } from './items';

/** What is missing, in a sentence. */
const PHRASE: Readonly<Partial<Record<QuantityId, string>>> = {
  turns: 'the turn count',
  boltLength: 'the length of the counted bolt',
  pilotNose: 'the pilot nose of what was counted (a plain end is 0)',
  studProtrusion: 'the stud protrusion',
  tappedDepth: 'the tapped depth',
  roomBehind: 'the room behind the thread',
  rotorHat: 'the thickness of the disc hat',
  nutGrip: 'the grip of the nut that will be used',
  nutThread: 'the thread in the nut',
  nutBlindDepth: 'the blind depth of the nut',
  loadedClearance: 'the loaded clearance',
  innerClearance: 'the clearance to strut or caliper',
  gap: 'the gap from arch to tyre',
  archHeight: 'the height of the arch edge',
  gapPer10: 'how the gap changes for 10 mm lower',
  spigotHeight: 'the hub spigot height',
  spigotDiameter: 'the hub spigot’s diameter',
  chamferDepth: 'the bore chamfer of the wheel',
  wheelBore: 'the bore of the wheel',
  padThickness: 'the depth of the lug hole from pad to seat',
  lipDepth: 'the depth of the arch’s lip',
};

/** What each need is made of, in the order of its sum. */
export const NEEDS = {
  counted: { items: [], else: 'a count that speaks of this choice: see what was on for the count' },
  turns: { items: ['turns'] },
  'turns-and-length': { items: ['turns', 'boltLength'] },
  'bolt-tip': { items: ['turns', 'boltLength', 'pilotNose'] },
  'turns-and-protrusion': { items: ['turns', 'studProtrusion'] },
  'stud-tip': { items: ['turns', 'studProtrusion', 'pilotNose'] },
  conversion: { items: ['tappedDepth', 'rotorHat', 'nutGrip', 'newThread'] },
  cap: { items: ['turns', 'studProtrusion', 'nutBlindDepth', 'newBlind', 'pilotNose'] },
  protrusion: { items: ['studProtrusion'] },
  tapped: { items: ['tappedDepth'] },
  clearance: { items: ['loadedClearance', 'gapPer10'] },
  inner: { items: ['innerClearance'] },
  gap: { items: ['gap'] },
  'gap-and-height': { items: ['gap', 'archHeight'], because: ', because the camber changes' },
  'gap-per-10': { items: ['gap', 'gapPer10'], because: ', because the car will sit lower' },
  planned: { items: ['gap', 'tyre', 'offset'], because: ', to compare the planned ones with' },
  spigot: { items: ['spigotHeight', 'chamferDepth'] },
  chamfer: { items: ['chamferDepth'] },
  'spigot-height': { items: ['spigotHeight'] },
  'adapter-nut': { items: ['adapterWeb', 'adapterNutHeight'] },
  'adapter-joint': { items: ['studProtrusion', 'adapterWeb', 'adapterNutThread'] },
  'adapter-wheel': { items: ['turns', 'studProtrusion', 'adapterStud'] },
  recess: { items: [], else: 'the depth of the adapter’s recess' },
  pad: { items: ['padThickness'] },
  'spacer-bore': { items: ['spacerBore', 'spigotDiameter'] },
  'lip-in-wheel': { items: ['lipDiameter', 'wheelBore'] },
  'wheel-on-spigot': { items: ['wheelBore', 'spigotDiameter'] },
  'mate-hub': {
    items: ['tappedDepth'],
    because: ': a bolt holds no more thread than the hub has, however far it turns in',
  },
  'mate-nut': { items: ['nutThread'], because: ': it holds no more than that, however far it turns on' },
  'new-nut': { items: ['newThread'] },
} as const satisfies Readonly<
  Record<string, { readonly items: readonly ItemId[]; readonly because?: string; readonly else?: string }>
>;
export type Need = keyof typeof NEEDS;

const CHOSEN_BLANK: Readonly<Record<ChosenId, (plan: Plan) => boolean>> = {
  spacerBore: ({ spacer }) => spacer.bore === null,
  lipDiameter: ({ spacer }) => spacer.lipDiameter === null,
  newThread: ({ fastener }) => newNut(fastener)?.threadLength === null,
  newBlind: ({ fastener }) => newNut(fastener)?.blindDepth === null,
  adapterWeb: ({ spacer }) => spacer.adapter?.web === null,
  adapterNutHeight: ({ spacer }) => spacer.adapter?.nutHeight === null,
  adapterNutThread: ({ spacer }) => spacer.adapter?.nutThread === null,
  adapterStud: ({ spacer }) => spacer.adapter?.studProtrusion === null,
  tyre: ({ wheel }) => wheel.tyre.trim() === '',
  offset: ({ wheel }) => wheel.offset === null,
};

/** Whether a joint looks at an item at all: a new nut brings its own figures, and bolts have none. */
function applies(plan: Plan, id: ItemId): boolean {
  const nut = newNut(plan.fastener) !== null;
  if (id === 'nutBlindDepth' || id === 'nutThread') return !nut && plan.hub.fastening === 'stud';
  if (id === 'studProtrusion') return plan.hub.fastening === 'stud';
  if (id === 'gapPer10') return plan.lowerBy !== 0;
  return !(id === 'newBlind' || id === 'newThread') || nut;
}

/** Which items of a need a plan lacks, at a corner or anywhere. */
export function lackingOf(plan: Plan, need: Need, corner: Corner | null): readonly ItemId[] {
  return (NEEDS[need].items as readonly ItemId[]).filter(
    (id) => applies(plan, id) && (isChosen(id) ? CHOSEN_BLANK[id](plan) : isBlank(plan, id, corner)),
  );
}

/** The need that a finding waits for, where it says so. */
export function needOfFinding(f: Finding): Need | null {
  if (f.level !== 'unmeasured') return null;
  const { is, need } = f.case as { readonly is: string; readonly need?: Need };
  if (is === 'missing' && need !== undefined) return need;
  if (f.rule === 'centring.lip-bore') return is === 'hub' ? 'spacer-bore' : 'lip-in-wheel';
  if (f.rule === 'centring.wheel') return 'wheel-on-spigot';
  return f.rule === 'nut.bottom' && is === 'depth' ? 'cap' : null;
}

/**
 * “the turn count and the length of the counted bolt”: what is missing and no more; all of it where nobody can tell
 * which.
 */
export function needText(need: Need, lacks: readonly ItemId[]): string {
  const { items, ...said } = NEEDS[need] as { items: readonly ItemId[]; because?: string; else?: string };
  if (said.else !== undefined) return said.else;
  const named = (lacks.length > 0 ? lacks : items).map((id) => (isChosen(id) ? CHOSEN_ITEMS[id] : (PHRASE[id] ?? id)));
  const list = named.length < 2 ? (named[0] ?? '') : `${named.slice(0, -1).join(', ')} and ${named.at(-1)}`;
  return `${list}${said.because ?? ''}`;
}
