import { cornersOf } from '../document/axles';
import type { Plan } from '../document/document';
import { ownThatGoOn } from '../document/hardware';
import { CORNER_LABEL } from '../document/labels';
import { ADDS_NOTHING, type Corner } from '../document/vocabulary';
import { trimAt } from '../stance/trim';
import { formatLength, type UnitSystem } from '../units/format';
import { archPart } from './arch';
import { adapterPart, conversionPart } from './cardParts';
import { hasPlate, looseName } from './jobKind';
import type { CornerStep, Step } from './step';

/** Key of a step at a corner: what its tick is kept under. */
export const cornerKey = (corner: Corner, name: string): string => `fit.${corner}.${name}`;

/** Name of a step without its corner; null for a key of the kit list, or of a card that knew no corners. */
export function stepName(key: string): string | null {
  const [, corner, name] = /^fit\.((?:front|rear)-(?:left|right))\.(.+)$/.exec(key) ?? [];
  return corner === undefined || name === undefined ? null : name;
}

/**
 * Job card of one axle: each corner whole, left before right, in the order the work is done. What a plan does not have
 * gets no step: no plate, nothing about plates. Common practice, no source.
 */
export function jobCard(plan: Plan, units: UnitSystem = 'metric'): Step[] {
  return cornersOf(plan.axle).flatMap((corner) => cornerSteps(plan, corner, units).map((s) => ofCorner(s, corner)));
}

function ofCorner({ name, text, hold, caution, ...detail }: CornerStep, corner: Corner): Step {
  return {
    key: cornerKey(corner, name),
    text,
    hold: hold ?? false,
    caution: caution ?? null,
    card: { ...detail, corner },
  };
}

/** Thickness of the plate at a corner, mm: the right one may differ. */
export const plateAt = (plan: Plan, corner: Corner): number =>
  corner.endsWith('right') ? (plan.rightSpacer ?? plan.spacer.thickness) : plan.spacer.thickness;

function cornerSteps(plan: Plan, corner: Corner, units: UnitSystem): CornerStep[] {
  const plate = hasPlate(plan);
  const trim = trimAt(plan, corner);
  return [
    ...groundPart(plan),
    ...upPart(plan, corner),
    ...(trim > 0 ? archPart(Math.ceil(trim * 10) / 10) : []),
    ...hubPart(plan, corner, units),
    ...(plan.spacer.adapter ? adapterPart(plan, units) : []),
    ...wheelPart(plan),
    ...(plate ? lookPart(plan) : []),
    ...downPart(plan),
  ];
}

/** Wheels on the ground, before anything is lifted. */
function groundPart(plan: Plan): CornerStep[] {
  const old = plan.hub.fastening === 'bolt' ? 'bolt' : 'nut';
  const at = { phase: 'ground', shows: 'face' } as const;
  const capped = plan.hub.fastening === 'stud' && plan.hub.nutStyle !== 'open';
  const photo: CornerStep = {
    ...at,
    name: 'photo-before',
    title: 'Photo as received',
    text: 'Photo of the corner as received: arch, tyre and tape in the picture.',
    tool: 'camera',
    shows: 'arch',
    minutes: 1,
    photo: 'before',
  };
  return [
    // A wheel change leaves the stance as it was.
    ...(hasPlate(plan) ? [photo] : []),
    {
      ...at,
      name: 'crack',
      title: 'Crack loose',
      text: `Level ground, chocks, brake on. Crack every ${old} loose on the ground, a quarter turn.${capped ? ' A cap that has swollen takes the next socket up.' : ''} One that is seized soaks first; keep the fluid off the brakes.`,
      tool: 'breaker bar, deep socket',
      minutes: 2,
      starts: 'soak',
    },
  ];
}

function upPart(plan: Plan, corner: Corner): CornerStep[] {
  const bolts = plan.hub.fastening === 'bolt';
  const old = bolts ? 'bolt' : 'nut';
  const at = { phase: 'up', shows: 'face' } as const;
  return [
    {
      ...at,
      name: 'stand',
      title: 'Jack and stand',
      text: 'Jack at the maker’s point, with its adapter, and put a stand under the car.',
      tool: 'jack, stand',
      shows: 'car',
      minutes: 2,
      hold: true,
      caution: 'Stand under the car before hands go in.',
    },
    bolts
      ? {
          ...at,
          name: 'hanger-in',
          title: 'Hanger pin in',
          text: 'Hanger pin into one hole before the last bolt comes out: it carries the wheel.',
          tool: 'hanger pin',
          minutes: 1,
          caution: 'Brakes burn.',
        }
      : {
          ...at,
          name: 'hold-wheel',
          title: 'Hold the wheel',
          text: 'Hold the wheel as the last nut comes off; never let it fall on the brake.',
          tool: null,
          minutes: 1,
          caution: 'Brakes burn.',
        },
    // The same ones go back on where nothing is changed.
    ...(plan.fastener.kind === 'present'
      ? []
      : [
          {
            ...at,
            name: 'bag',
            title: 'Wheel off, bag the old',
            text: `Wheel off. The old ${old}s${plan.hub.lockingFastener ? ' and the locking one' : ''} bagged and labelled ${CORNER_LABEL[corner]}; they stay with the car.`,
            tool: 'bag, label',
            minutes: 1,
          },
        ]),
  ];
}

function hubPart(plan: Plan, corner: Corner, units: UnitSystem): CornerStep[] {
  const plate = hasPlate(plan);
  const at = { phase: 'hub', shows: 'section' } as const;
  const { fastener, hub } = plan;
  const steps: CornerStep[] = [];
  if (plate)
    steps.push({
      ...at,
      name: 'disc-screw',
      title: 'Pins and disc screw',
      text: 'Retaining pins off the studs; the disc screw out, or flush. Nothing stands proud of the hub’s face.',
      tool: 'screwdriver, pliers',
      minutes: 1,
      hold: true,
    });
  steps.push(
    {
      ...at,
      name: 'clean',
      title: 'Faces bare and dry',
      text: 'Hub face and wheel back to bare metal, dry; turn the disc so that the caliper is not scratched. No paint, no grease on the faces.',
      tool: 'wire brush or drill cup, brake cleaner',
      minutes: 3,
      hold: true,
      caution: 'Brake cleaner and dust: gloves, eyes, no airline.',
      starts: 'cleaner',
    },
    {
      ...at,
      name: 'spigot',
      title: 'Film on the spigot',
      text: 'A thin film of anti-seize on the spigot only.',
      tool: 'anti-seize, brush',
      minutes: 1,
    },
  );
  if (plate && (fastener.kind === 'conversion' || fastener.kind === 'stud'))
    steps.push({
      ...at,
      name: 'try-plate',
      title: 'Try the spacer first',
      text: 'Spacer tried on the bare hub before studs go in: it slides snug and sits flat. Off again.',
      tool: 'spacer',
      minutes: 1,
      hold: true,
    });
  if (fastener.kind === 'conversion') steps.push(...conversionPart(plan));
  if (fastener.kind === 'stud')
    steps.push({
      ...at,
      name: 'studs',
      title: 'Longer studs in',
      text: 'Longer studs drawn in square and fully home, each tried by hand first.',
      tool: 'press, or nut and washers',
      minutes: 12,
      hold: true,
    });
  if (plate && plan.spacer.adapter === null)
    steps.push({
      ...at,
      name: 'flat',
      title: 'Spacer flat on the hub',
      text: `${formatLength(plateAt(plan, corner), units)} spacer on: it slides snug, knocks metal on metal, does not rock. A slip of paper finds no gap.`,
      tool: 'paper slip',
      minutes: 1,
      hold: true,
    });
  if (plate && hub.fastening === 'bolt' && fastener.kind === 'bolt')
    steps.push({
      ...at,
      name: 'turn',
      title: 'Turn the hub, listen',
      text: 'Longer bolts in by hand, wheel off: turn the hub a full turn and listen. Nothing touches behind it.',
      tool: null,
      minutes: 2,
      hold: true,
    });
  return steps;
}

function wheelPart(plan: Plan): CornerStep[] {
  const loose = looseName(plan);
  const on = plan.spacer.adapter ? 'adapter' : hasPlate(plan) ? 'plate' : 'hub';
  const bolts = loose === 'bolt';
  const at = { phase: 'on', shows: 'face' } as const;
  return [
    {
      ...at,
      name: 'wheel',
      title: 'Wheel on, flat',
      text: `${bolts ? 'Wheel hung on its pin' : 'Wheel on'}. It sits flat on the ${on} all round${on === 'hub' ? '' : '; a slip of paper finds no gap'}.`,
      tool: bolts ? 'hanger pin' : null,
      shows: 'section',
      minutes: 1,
      hold: true,
      ...(plan.fastener.kind === 'conversion' ? { waits: 'locker' as const } : {}),
    },
    {
      ...at,
      name: 'hand',
      title: 'Every one by hand',
      text: `Every ${loose} started by hand, two turns at least, before any tool; ${ownThatGoOn(plan)?.locking === 'every' ? 'each one is keyed: key in hand, no impact wrench on it' : 'the locking one last, by hand'}.`,
      tool: null,
      minutes: 1,
      hold: true,
      caution: 'A fastener started with an impact wrench crosses its thread.',
    },
    ...(bolts
      ? [
          {
            ...at,
            name: 'hanger-out',
            title: 'Pin out, last bolt in',
            text: 'Hanger pin out, and the last bolt into its hole by hand.',
            tool: 'hanger pin',
            minutes: 1,
            hold: true,
          },
        ]
      : []),
  ];
}

/** What a plate asks for once the wheel hangs: a look, and the chalk. */
function lookPart(plan: Plan): CornerStep[] {
  const at = { phase: 'down', shows: 'arch' } as const;
  const look: CornerStep = {
    ...at,
    name: 'look',
    title: 'Look before the rest',
    text: 'Wheel on loosely and let down once: look along the arch. Not what was wanted? Off again, before the other corners are begun.',
    tool: null,
    minutes: 2,
  };
  return [
    ...(plan.jobType === 'stance' ? [look] : []),
    ...(ADDS_NOTHING.has(plan.jobType)
      ? []
      : [
          {
            ...at,
            name: 'chalk',
            title: 'Trial with chalk',
            text: 'Trial: wheel down and torqued once, then chalk on the arch lip, loaded and bounced to the bump stop. No chalk on the tyre. Up again for the snug pass.',
            tool: 'chalk',
            minutes: 5,
            hold: true,
          },
        ]),
  ];
}

function downPart(plan: Plan): CornerStep[] {
  const at = { phase: 'down', shows: 'face' } as const;
  const track = plan.use === 'track' || plan.use === 'competition';
  return [
    ...(track
      ? [
          {
            ...at,
            name: 'caps',
            title: 'Centre caps off',
            text: 'Plastic centre caps off for the track: hub heat melts them.',
            tool: null,
            minutes: 1,
            hold: true,
          },
        ]
      : []),
    ...(hasPlate(plan)
      ? [
          {
            ...at,
            name: 'photo-after',
            title: 'Photo as it goes',
            text: 'Photo of the corner as it goes, from where the first one was taken.',
            tool: 'camera',
            shows: 'arch' as const,
            minutes: 1,
            photo: 'after' as const,
          },
        ]
      : []),
  ];
}
