import { isBlank } from '../document/blanks';
import type { Corner, Plan } from '../document/document';
import { type QuantityId, quantity } from '../document/quantities';
import { ruleOf } from '../rules/index';
import type { Finding } from '../rules/kit/finding';
import { isChosen } from '../rules/kit/items';

/** Facts of the car that are taken in and not measured, by the name of their field. */
export type CarFact = 'seat' | 'threadMaterial' | 'fastenerClass' | 'nutStyle' | 'torque' | 'lugs';
/** Facts of the wheel set. */
export type WheelFact = 'seat' | 'drilling' | 'tyre';
/** Figures of a part that is chosen. */
export type PartFact =
  | 'spacerBore'
  | 'lipDiameter'
  | 'drilling'
  | 'nutThread'
  | 'nutBlind'
  | 'nutStyle'
  | 'nutStart'
  | 'nutCap'
  | 'nutMaterial'
  | 'threadLength'
  | 'nose'
  | 'seat'
  | 'class'
  | 'locking'
  | 'torque'
  | 'adapterWeb'
  | 'adapterNutHeight'
  | 'adapterNutThread'
  | 'adapterStud'
  | 'adapterCircle';

/** Something that an unmeasured finding waits for, and where it is entered. */
export type Lack =
  | { readonly place: 'reading'; readonly id: QuantityId; readonly corner: Corner | null }
  | { readonly place: 'car'; readonly id: CarFact }
  | { readonly place: 'wheels'; readonly id: WheelFact }
  | { readonly place: 'part'; readonly id: PartFact };

const ITEM: Readonly<Record<string, Lack>> = {
  spacerBore: { place: 'part', id: 'spacerBore' },
  lipDiameter: { place: 'part', id: 'lipDiameter' },
  newThread: { place: 'part', id: 'nutThread' },
  newBlind: { place: 'part', id: 'nutBlind' },
  adapterWeb: { place: 'part', id: 'adapterWeb' },
  adapterNutHeight: { place: 'part', id: 'adapterNutHeight' },
  adapterNutThread: { place: 'part', id: 'adapterNutThread' },
  adapterStud: { place: 'part', id: 'adapterStud' },
  tyre: { place: 'wheels', id: 'tyre' },
  offset: { place: 'wheels', id: 'tyre' },
};

const brings = ({ fastener: f }: Plan): boolean => f.kind !== 'present' && f.kind !== 'original';

/** What a rule waits for that is no reading, by its case; null where it waits for readings. */
function fact(plan: Plan, f: Finding): Lack | null {
  const { is } = f.case;
  const own = brings(plan);
  switch (f.rule) {
    case 'engagement.material':
      return is === 'nut' ? { place: 'part', id: 'nutMaterial' } : { place: 'car', id: 'threadMaterial' };
    case 'seat.match':
      if (is === 'wheel') return { place: 'wheels', id: 'seat' };
      return own ? { place: 'part', id: 'seat' } : { place: 'car', id: 'seat' };
    case 'centring.seats':
      return { place: 'wheels', id: 'seat' };
    case 'torque.source':
      return plan.fastener.kind === 'conversion' ? { place: 'part', id: 'torque' } : { place: 'car', id: 'torque' };
    case 'nut.bottom':
      if (is !== 'style') return null;
      return own ? { place: 'part', id: 'nutStyle' } : { place: 'car', id: 'nutStyle' };
    case 'thread.runs-on':
      return is === 'cap' && own ? { place: 'part', id: 'nutCap' } : null;
    case 'nut.start':
      return { place: 'part', id: 'nutStart' };
    case 'fastener.nose':
      return { place: 'part', id: 'nose' };
    case 'fastener.thread':
      if (is === 'own' || is === 'more') return { place: 'part', id: 'threadLength' };
      if (is === 'present-bolt') return { place: 'reading', id: 'boltThread', corner: null };
      return is === 'present' ? { place: 'reading', id: 'studThread', corner: null } : null;
    case 'circle.match':
      return is === 'adapter-unknown' ? { place: 'part', id: 'adapterCircle' } : null;
    case 'engagement.locking':
      return is === 'new-unknown' ? { place: 'part', id: 'locking' } : null;
    case 'joint.proof': {
      const { classKnown } = f.case as { readonly is: string; readonly classKnown?: boolean };
      if (classKnown !== false) return null;
      return own ? { place: 'part', id: 'class' } : { place: 'car', id: 'fastenerClass' };
    }
    default:
      return null;
  }
}

const BY_COUNT: ReadonlySet<QuantityId> = new Set<QuantityId>(['turns', 'boltLength']);
const BY_POSITION: ReadonlySet<QuantityId> = new Set<QuantityId>(['rotorHat', 'nutGrip']);

/** Readings that a rule looks at and this plan lacks, as far as they belong to its hub. */
const blankReadings = (plan: Plan, f: Finding): QuantityId[] => {
  const rule = ruleOf(f.rule);
  // A two-ended stud’s joint is added up from positions, every other from a count.
  const aside = plan.fastener.kind === 'conversion' ? BY_COUNT : BY_POSITION;
  return [...(rule.needsFor?.(f) ?? rule.needs)].filter((id) => {
    if (aside.has(id) && rule.needs.length > 1) return false;
    const { fastening } = quantity(id);
    return (fastening === 'both' || fastening === plan.hub.fastening) && isBlank(plan, id, f.corner);
  });
};

/**
 * What an unmeasured finding waits for, each with the place where it is entered: the readings that it names, else those
 * of its rule that are blank, else the fact of car, wheels or part. Empty for every other finding.
 */
export function lacksOf(plan: Plan, f: Finding): readonly Lack[] {
  // What only its error fails is measured, and asks for a better measurement of what it names.
  if (f.level !== 'unmeasured' || f.uncertain) return [];
  const known = fact(plan, f);
  if (known !== null) return [known];
  const ids = f.lacks ?? blankReadings(plan, f);
  return ids.flatMap((id): Lack[] => {
    if (isChosen(id)) return ITEM[id] ? [ITEM[id]] : [];
    const { scope } = quantity(id);
    return [{ place: 'reading', id, corner: scope === 'corner' ? f.corner : null }];
  });
}
