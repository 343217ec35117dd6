import type { Plan } from '../plan/document';
import { formatThread, parseThread } from '../thread/designation';

/** One line of the kit list or the job card. A hold point must be ticked before the next stage. */
export interface Step {
  /** Stable key, kept with the tick. */
  readonly key: string;
  readonly text: string;
  readonly hold: boolean;
  /** Caution that belongs to this very step. */
  readonly caution: string | null;
}

const step = (key: string, text: string, hold = false, caution: string | null = null): Step => ({ key, text, hold, caution });

/** Kit to have on the trolley before the car is lifted. Every line is a hold point: a wheel off with the wrong nuts on the trolley is a wheel refitted twice. */
export function kitList(plan: Plan): Step[] {
  const { hub, spacer, fastener } = plan;
  const thread = formatThread(parseThread('Thread', hub.thread));
  const count = hub.lugs * 2;
  const loose = hub.fastening === 'bolt' ? 'bolts' : 'nuts';
  const kit = [step('kit.spacers', `2 × spacer ${spacer.thickness} mm, ${spacer.kind}. Same make, both measured.`, true)];
  if (fastener.kind === 'bolt') kit.push(step('kit.bolts', `${count} × bolt ${thread}, ${fastener.length} mm under the seat. Count them, measure one of each bag.`, true));
  if (fastener.kind === 'stud') kit.push(step('kit.studs', `${count} × stud ${thread}, ${fastener.protrusion} mm protrusion. Count them, measure one of each bag.`, true));
  if (fastener.kind === 'stock') kit.push(step('kit.stock', `The ${count} stock ${loose}, all present, threads clean.`, true));
  if (hub.lockingFastener) kit.push(step('kit.key', 'Locking key in hand, and it fits the locking fastener.', true));
  kit.push(
    step('kit.sockets', `Socket for these ${loose}, tried in the wheel’s lug hole. Never scrape past it.`, true),
    step('kit.wrench', `Torque wrench set to ${hub.torque ? `${hub.torque.value} N·m (${hub.torque.source})` : 'the figure, once it has a source'}.`, true),
    step('kit.clean', 'Wire brush, brake cleaner, gloves and eye protection.', true, 'Brake cleaner and dust: gloves, eyes, no airline.'),
  );
  return kit;
}

/** Job card for a slip-on spacer on one axle, in the order the work is done. */
export function jobCard(plan: Plan): Step[] {
  const { hub, spacer } = plan;
  const loose = hub.fastening === 'bolt' ? 'bolt' : 'nut';
  const card = [
    step('fit.ground', `Level ground, chocks, brake on. Crack every ${loose} loose on the ground.`),
    step('fit.stand', 'Jack at the maker’s point and put a stand under the car.', true, 'Stand under the car before hands go in.'),
    step('fit.hanger', hub.fastening === 'bolt' ? 'Hanger pin in one hole before the last bolt comes out.' : 'Hold the wheel as the last nut comes off; never let it fall on the brake.', false, 'Brakes burn.'),
    step('fit.clean', 'Hub face and wheel back to bare metal, dry. No paint, no grease on the faces.', true),
    step('fit.spigot', 'A thin film of anti-seize on the spigot only.'),
    step('fit.flat', 'Spacer on: it slides snug, knocks metal on metal, does not rock. A slip of paper finds no gap.', true),
  ];
  if (plan.fastener.kind === 'stud') card.push(step('fit.studs', 'Longer studs drawn in square and fully home, each tried by hand first.', true));
  if (plan.fastener.kind === 'bolt') card.push(step('fit.turn', 'Longer bolts in by hand, wheel off: turn the hub a full turn and listen. Nothing touches behind it.', true));
  card.push(
    step('fit.wheel', 'Wheel on. It sits flat on the spacer all round.', true),
    step('fit.hand', `Every ${loose} started by hand, two turns at least, before any tool.`, true, 'A fastener started with an impact wrench crosses its thread.'),
  );
  if (spacer.thickness > 0) card.push(step('fit.chalk', 'Chalk on the arch lip, loaded and bounced to the bump stop: no chalk on the tyre.', true));
  return card;
}

/** Cautions that a record of this plan must carry. */
export function cautions(plan: Plan): string[] {
  const list = [
    'Wheel fasteners are safety parts: the vehicle maker’s and the hardware supplier’s instructions win over any figure here.',
    'Spacers, longer fasteners and tyres outside the body are regulated: check local codes, approval and insurance, and have the work inspected by a licensed professional where required.',
    'Recheck the torque next day, and again after 50–100 km: alloy wheels settle.',
  ];
  if (plan.use === 'track' || plan.use === 'competition') {
    list.push('Recheck before each session, hub cool. Take off plastic centre caps for the track.');
  }
  if (plan.fastener.kind !== 'stock') {
    list.push(`The longer ${plan.fastener.kind}s never go on without the spacer, and stock ones never with it.`);
  }
  return list;
}
