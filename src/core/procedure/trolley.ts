import type { Plan } from '../document/document';
import { lockingOf, wheelLugs } from '../document/hardware';
import { SEAT_LABEL } from '../document/labels';
import type { CatalogueItem } from '../parts/catalogue';
import { formatLength, type UnitSystem } from '../units/format';

/** A part on the trolley, drawn from its numbers; the line of the kit list that it stands for. */
export interface TrolleyPart {
  /** Line of the kit list. */
  readonly key: string;
  /** Pieces without the locking ones, which are counted apart because the bags look alike. */
  readonly count: number;
  readonly locking: number;
  readonly item: CatalogueItem;
  /** What the bag is held against besides the drawing. */
  readonly facts: readonly string[];
}

const common = (name: string) => ({ name, count: 0, bin: '' });
const known = (text: string): string => (text === 'unknown' ? 'not known' : text);

/**
 * Parts of a plan as they lie on the trolley: plates each with its side where they differ, fasteners, nuts. Stock ones
 * are on the car.
 */
export function trolley(plan: Plan, units: UnitSystem): TrolleyPart[] {
  const { hub, spacer, fastener: f } = plan;
  const pieces = (wheelLugs(plan) ?? 0) * 2;
  const locking = lockingOf(plan).is === 'piece' ? 2 : 0;
  const parts: TrolleyPart[] = [];
  if (spacer.thickness > 0) parts.push(...plateParts(plan, units));
  const nut = f.kind === 'nuts' || f.kind === 'conversion' || f.kind === 'stud' ? f.nut : null;
  switch (f.kind) {
    case 'bolt':
      parts.push({
        key: 'kit.bolts',
        count: pieces - locking,
        locking,
        item: { kind: 'bolt', ...common('bolt'), thread: hub.thread, fastener: f },
        facts: [`seat ${SEAT_LABEL[f.seat]}`, `class ${known(f.class)}`, 'under the seat'],
      });
      break;
    case 'stud': {
      const { nut: _, ...stud } = f;
      parts.push({
        key: 'kit.studs',
        count: pieces,
        locking: 0,
        item: { kind: 'stud', ...common('stud'), thread: hub.thread, fastener: stud },
        facts: [`class ${known(f.class)}`, 'out of the disc'],
      });
      break;
    }
    case 'conversion': {
      const { nut: _, ...stud } = f;
      parts.push({
        key: 'kit.studs',
        count: pieces,
        locking: 0,
        item: { kind: 'conversion', ...common('two-ended stud'), thread: f.hubThread, fastener: stud },
        facts: [`nuts’ end ${f.outerThread}`, `class ${known(f.class)}`, 'read both threads'],
      });
      break;
    }
    default:
      break;
  }
  if (nut)
    parts.push({
      key: 'kit.nuts',
      count: pieces - locking,
      locking,
      item: { kind: 'nut', ...common('nut'), nut },
      facts: [`seat ${SEAT_LABEL[nut.seat]}`, nut.style, `class ${known(nut.class)}`],
    });
  return parts;
}

function plateParts({ spacer, rightSpacer }: Plan, units: UnitSystem): TrolleyPart[] {
  const name = spacer.kind === 'adapter' ? 'adapter' : `${spacer.kind} spacer`;
  const circles = spacer.boltCircles?.map((c) => formatLength(c, units)).join(' / ');
  const facts = [
    spacer.lugs === null || circles === undefined ? 'drilling not said' : `${spacer.lugs} × ${circles}`,
    spacer.bore === null ? 'bore not said' : `bore ${formatLength(spacer.bore, units)}`,
    ...(spacer.kind === 'lipped' && spacer.lipDiameter !== null
      ? [`lip ${formatLength(spacer.lipDiameter, units)}`]
      : []),
  ];
  const part = (thickness: number, count: number, side: string): TrolleyPart => ({
    key: 'kit.spacers',
    count,
    locking: 0,
    item: { kind: 'spacer', ...common(`${name}${side}`), spacer: { ...spacer, thickness } },
    facts,
  });
  return rightSpacer === null || rightSpacer === spacer.thickness
    ? [part(spacer.thickness, 2, '')]
    : [part(spacer.thickness, 1, ', left'), part(rightSpacer, 1, ', right')];
}
