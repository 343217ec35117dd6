import type { Plan } from '../document/document';
import { lockingOf, wheelTorque } from '../document/hardware';
import { seatInSentence } from '../document/labels';
import { formatThread, parseThread } from '../thread/designation';
import { formatLength, formatTorque, type UnitSystem } from '../units/format';

/** One line of the kit list or the job card. A hold point must be ticked before the next stage. */
export interface Step {
  /** Stable key, kept with the tick. */
  readonly key: string;
  readonly text: string;
  readonly hold: boolean;
  /** Caution that belongs to this very step. */
  readonly caution: string | null;
}

export const step = (key: string, text: string, hold = false, caution: string | null = null): Step => ({
  key,
  text,
  hold,
  caution,
});

/** Kit list and job card of a plan as they are kept beside it. */
export interface KeptSteps {
  readonly stage: readonly Step[];
  readonly fit: readonly Step[];
}

/** Both lists of a plan. Pure. */
export const keepSteps = (plan: Plan): KeptSteps => ({ stage: kitList(plan), fit: jobCard(plan) });

export type JobKind = 'slip-on' | 'nuts' | 'conversion' | 'adapter';

/** What kind of job a plan is; decides kit, card and tools. */
export function jobKind(plan: Plan): JobKind {
  if (plan.spacer.kind === 'adapter') return 'adapter';
  if (plan.fastener.kind === 'conversion') return 'conversion';
  return plan.fastener.kind === 'nuts' ? 'nuts' : 'slip-on';
}

const threadName = (text: string): string => formatThread(parseThread('Thread', text));

/** What the wrench turns at the wheel: bolts, or nuts. */
export const looseName = (plan: Plan): 'bolt' | 'nut' =>
  plan.hub.fastening === 'bolt' && plan.fastener.kind !== 'conversion' ? 'bolt' : 'nut';

/** Whether anything goes between hub and wheel: a conversion may go on alone. */
export const hasPlate = (plan: Plan): boolean => plan.spacer.thickness > 0;

/** Both plates, or each with its side where they differ. */
function plates({ spacer, rightPlate }: Plan, plate: string, mm: (x: number) => string): string {
  if (rightPlate === null || rightPlate === spacer.thickness) return `2 × ${plate} ${mm(spacer.thickness)}`;
  return `${plate} ${mm(spacer.thickness)} for the left, ${mm(rightPlate)} for the right`;
}

const drilled = ({ spacer }: Plan): string =>
  spacer.lugs === null || spacer.boltCircles === null ? '' : `, ${spacer.lugs} × ${spacer.boltCircles.join(' / ')}`;

/**
 * Kit to have on the trolley before the car is lifted. Every line is a hold point: a wheel off with the wrong nuts on
 * the trolley is a wheel refitted twice. Common practice, no source.
 * @param units in which lengths and torques are written; a length that is needed is rounded up, a size as it is marked to nearest
 */
export function kitList(plan: Plan, units: UnitSystem = 'metric'): Step[] {
  const { hub, spacer, fastener } = plan;
  const torque = wheelTorque(plan);
  // A plan whose lugs nobody counted never goes forward.
  const count = (hub.lugs ?? 0) * 2;
  // One piece a wheel is keyed: it is counted by itself, because the bags look alike.
  const keyed = lockingOf(plan).is === 'piece';
  const of = (what: string): string => (keyed ? `${count - 2} × ${what} and 2 locking ones` : `${count} × ${what}`);
  const loose = looseName(plan);
  const mm = (x: number): string => formatLength(x, units);
  // What the bag is held against besides the length: a plain shank that is too long looks the same in the hand.
  const threaded = (x: number | null): string =>
    x === null ? '' : `, ${formatLength(x, units, 'up')} of thread from the tip`;
  const plate = spacer.kind === 'adapter' ? 'adapter' : 'spacer';
  const kit = hasPlate(plan)
    ? [
        step(
          'kit.spacers',
          `${plates(plan, plate, mm)}${spacer.kind === 'adapter' ? '' : `, ${spacer.kind}`}${drilled(plan)}. Same make, both measured.`,
          true,
        ),
      ]
    : [];
  switch (fastener.kind) {
    case 'bolt':
      kit.push(
        step(
          'kit.bolts',
          `${of('bolt')} ${threadName(hub.thread)}, ${mm(fastener.length)} under the seat${threaded(fastener.threadLength)}. Count them, measure one of each bag.`,
          true,
        ),
      );
      break;
    case 'stud':
      kit.push(
        step(
          'kit.studs',
          `${count} × stud ${threadName(hub.thread)}, ${mm(fastener.protrusion)} protrusion${threaded(fastener.threadLength)}. Count them, measure one of each bag.`,
          true,
        ),
      );
      break;
    case 'conversion':
      kit.push(
        step(
          'kit.studs',
          `${count} × conversion stud ${threadName(fastener.hubThread)} to ${threadName(fastener.outerThread)}, ${mm(fastener.length)} overall, short end ${mm(fastener.shortEnd)}${threaded(fastener.threadLength)}. Count them, read both threads.`,
          true,
        ),
        step(
          'kit.locker',
          'Thread locker, medium strength: high strength needs heat next to bearings and seals to come off again.',
          true,
        ),
      );
      break;
    case 'stock':
      kit.push(
        step(
          'kit.stock',
          keyed
            ? `The ${count - 2} stock ${loose}s and the 2 locking ones, all present, threads clean.`
            : `The ${count} stock ${loose}s, all present, threads clean.`,
          true,
        ),
      );
      break;
  }
  const nut =
    fastener.kind === 'nuts' || fastener.kind === 'conversion' || fastener.kind === 'stud' ? fastener.nut : null;
  if (nut)
    kit.push(
      step(
        'kit.nuts',
        `${of(`${nut.style} nut`)} ${threadName(nut.thread)}, ${seatInSentence(nut.seat)}${nut.shankLength > 0 ? `, shank ${mm(nut.shankLength)}` : ''}. Count them; right finish.`,
        true,
      ),
    );
  if (spacer.adapter)
    kit.push(
      step(
        'kit.adapter-nuts',
        `${count} × nut for the adapter, from its own leaflet, and their thin-wall socket.`,
        true,
      ),
    );
  if (hub.lockingFastener || keyed)
    kit.push(step('kit.key', 'Locking key in hand, and it fits the locking fastener.', true));
  kit.push(
    step(
      'kit.sockets',
      `Socket for these ${loose}s${hub.socketOutside === null ? '' : `, ${formatLength(hub.socketOutside, units, 'up')} outside`}, tried in the wheel’s lug hole. Never scrape past it.`,
      true,
    ),
    step(
      'kit.wrench',
      `Torque wrench set to ${torque ? torqueText(torque, units) : 'the figure, once it has a source'}.`,
      true,
    ),
  );
  if (spacer.adapter?.torque)
    kit.push(
      step('kit.adapter-wrench', `Second setting for the adapter: ${torqueText(spacer.adapter.torque, units)}.`, true),
    );
  kit.push(
    step(
      'kit.clean',
      'Wire brush, brake cleaner, gloves and eye protection.',
      true,
      'Brake cleaner and dust: gloves, eyes, no airline.',
    ),
  );
  return kit;
}

const torqueText = (t: { readonly value: number; readonly source: string }, units: UnitSystem): string =>
  `${formatTorque(t.value, units)} (${t.source})`;

/** Job card of one axle, in the order the work is done. Common practice, no source. */
export function jobCard(plan: Plan, units: UnitSystem = 'metric'): Step[] {
  const { hub, spacer, fastener } = plan;
  const stockLoose = hub.fastening === 'bolt' ? 'bolt' : 'nut';
  const loose = looseName(plan);
  const plate = spacer.adapter ? 'Adapter' : 'Spacer';
  const card = [
    step('fit.ground', `Level ground, chocks, brake on. Crack every ${stockLoose} loose on the ground.`),
    step(
      'fit.stand',
      'Jack at the maker’s point and put a stand under the car.',
      true,
      'Stand under the car before hands go in.',
    ),
    step(
      'fit.hanger',
      hub.fastening === 'bolt'
        ? 'Hanger pin in one hole before the last bolt comes out.'
        : 'Hold the wheel as the last nut comes off; never let it fall on the brake.',
      false,
      'Brakes burn.',
    ),
    step('fit.clean', 'Hub face and wheel back to bare metal, dry. No paint, no grease on the faces.', true),
    step('fit.spigot', 'A thin film of anti-seize on the spigot only.'),
  ];
  if (fastener.kind === 'conversion') card.push(...conversionSteps());
  if (hasPlate(plan))
    card.push(
      step(
        'fit.flat',
        `${plate} on: it slides snug, knocks metal on metal, does not rock. A slip of paper finds no gap.`,
        true,
      ),
    );
  if (fastener.kind === 'stud')
    card.push(step('fit.studs', 'Longer studs drawn in square and fully home, each tried by hand first.', true));
  if (fastener.kind === 'bolt')
    card.push(
      step(
        'fit.turn',
        'Longer bolts in by hand, wheel off: turn the hub a full turn and listen. Nothing touches behind it.',
        true,
      ),
    );
  if (spacer.adapter) {
    card.push(
      step('fit.adapter-snug', 'Adapter nuts snug in star order, hub held from turning.', true),
      step(
        'fit.adapter-torque',
        `Adapter nuts to ${spacer.adapter.torque ? torqueText(spacer.adapter.torque, units) : 'their figure'}, then once round again to verify. A torque job of its own: entered nut by nut in the torque view.`,
        true,
      ),
      step(
        'fit.adapter-pocket',
        'Wheel offered up: its back sits on the adapter all round, the factory studs stand in their pockets. Each wheel, not one of four.',
        true,
      ),
    );
  }
  card.push(
    step('fit.wheel', `Wheel on. It sits flat on the ${hasPlate(plan) ? plate.toLowerCase() : 'hub'} all round.`, true),
    step(
      'fit.hand',
      `Every ${loose} started by hand, two turns at least, before any tool.`,
      true,
      'A fastener started with an impact wrench crosses its thread.',
    ),
  );
  if (hasPlate(plan))
    card.push(
      step(
        'fit.chalk',
        'Trial: wheel down and torqued once, then chalk on the arch lip, loaded and bounced to the bump stop. No chalk on the tyre. Up again for the snug pass.',
        true,
      ),
    );
  return card;
}

/** Studs into a hub that took bolts: dry by hand first, then locker on the hub end, low torque, cure. */
function conversionSteps(): Step[] {
  return [
    step('fit.hub-threads', 'Hub threads cleaned and dry.', true),
    step('fit.dry-stud', 'One stud tried dry, by hand, all the way in each hole: that proves the thread.', true),
    step(
      'fit.locker',
      'One drop of thread locker on the hub end only. Short end in, all studs of one hub within a few minutes.',
      true,
    ),
    step(
      'fit.stud-torque',
      'Studs by hex key or two nuts jammed together, to the low figure of their leaflet; go round again.',
      true,
    ),
    step('fit.cure', 'Locker cured for the time on its bottle before a wheel is tightened on it.', true),
  ];
}

/** Cautions that a record of this plan must carry. */
export function cautions(plan: Plan): string[] {
  const list = [
    'Wheel fasteners are safety parts: the vehicle maker’s and the hardware supplier’s instructions win over any figure here.',
    'Spacers, longer fasteners and tyres outside the body are regulated: check local codes, approval and insurance, and have the work inspected by a licensed professional where required.',
    'Recheck the torque next day, and again after 50–100 km: alloy wheels settle.',
  ];
  if (plan.use === 'track' || plan.use === 'competition')
    list.push('Recheck before each session, hub cool. Take off plastic centre caps for the track.');
  if (hasPlate(plan) && (plan.fastener.kind === 'bolt' || plan.fastener.kind === 'stud')) {
    list.push(`The longer ${plan.fastener.kind}s never go on without the spacer, and stock ones never with it.`);
  }
  if (plan.fastener.kind === 'conversion')
    list.push('Stock bolts do not go back in while the studs are in the hub; keep them with the car.');
  if (plan.spacer.kind === 'adapter') list.push('Only wheels whose pockets were measured go on this adapter.');
  return list;
}
