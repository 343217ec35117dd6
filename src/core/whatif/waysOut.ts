import type { Measured, Plan } from '../document/document';
import { thicknessWithoutPockets } from '../engagement/adapter';
import { assess, blocksChoice } from '../evaluate/evaluate';
import { clearanceReserve } from '../figures/numbers';
import { leastValue } from '../figures/result';
import { formatLength, type UnitSystem } from '../units/format';
import { roundTo } from '../units/round';
import { fitBySize } from './bySize';
import { PART_WAYS, type PartWay, partWaySentence, partWays } from './waysOfParts';

/** Ways out of a thickness that does not go. */
export type Way = 'thinner' | 'shank' | 'adapter' | 'camber' | 'trim' | 'flare';

/** A way out by thickness, body or wheel position. */
export interface WayOfStance {
  readonly way: Way;
  /** mm or degrees it takes; null where a reading that it needs is missing, named by `needs`. */
  readonly amount: number | null;
  readonly needs: string | null;
  /** Gap from arch to tyre afterwards, mm. */
  readonly gapAfter: number | null;
  /**
   * Trimming: what is left of the shallowest lip, mm, below 0 when it is not deep enough; null where nobody measured
   * it.
   */
  readonly lipLeft?: number | null;
}
export type WayOut = WayOfStance | PartWay;

/**
 * What would help, each with its consequence computed, in the order of the trade: a thinner plate; longer bolts or
 * studs, more thread on them; a shank nut that wins back the missing thread; a bolt-on adapter that asks for no
 * pockets, a thicker one; another kind of plate or centring; a look into the cap; more negative camber, or a trimmed
 * lip, or a flare for the outside. Only ways that answer what is wrong are listed. Nothing here is a verdict: each is a
 * plan to be judged like any other.
 */
export function waysOut(plan: Plan, sizes: readonly number[]): WayOut[] {
  const judged = assess(plan);
  const { numbers, findings } = judged;
  const blocking = blocksChoice(judged);
  const s = plan.spacer.thickness;
  const out: WayOut[] = [];
  const gap = leastValue(numbers.corners.map((c) => c.gapAfter));
  if (blocking.length > 0) {
    const thinner = fitBySize(
      plan,
      sizes.filter((t) => t < s),
    )
      .filter((f) => f.how !== 'no')
      .at(-1);
    if (thinner) out.push({ way: 'thinner', amount: thinner.thickness, needs: null, gapAfter: thinner.gap });
    out.push(...partWays(plan, judged));
  }
  const thread = findings.find((f) => f.rule === 'engagement.minimum' && f.level === 'stop');
  if (thread && plan.hub.fastening === 'stud') {
    out.push({
      way: 'shank',
      amount: (thread.pm ?? 0) + numbers.minimum - (thread.value ?? 0),
      needs: null,
      gapAfter: gap,
    });
    const studs = plan.corners.map((c) => c.studProtrusion);
    const longest = studs.some((z) => z === null)
      ? null
      : Math.max(...studs.map((z) => (z?.value ?? 0) + (z?.pm ?? 0)));
    const amount = longest === null ? null : thicknessWithoutPockets(longest);
    out.push({
      way: 'adapter',
      amount,
      needs: amount === null ? 'the stud protrusion' : null,
      gapAfter: gap === null || amount === null ? null : gap + s - amount,
    });
  }
  if (gap !== null && gap < 0 && !lipStands(plan)) {
    const height = leastValue(plan.corners.map((c) => lowEnd(c.archHeight)));
    const sine = height === null ? 2 : -gap / height;
    out.push({
      way: 'camber',
      amount: sine <= 1 ? (Math.asin(sine) * 180) / Math.PI : null,
      needs: height === null ? 'the height of the arch edge above the hub' : null,
      gapAfter: 0,
    });
  }
  const room = leastValue(numbers.corners.map((c) => lowEnd(c.clearanceAfter)));
  if (room !== null && room < clearanceReserve(plan)) {
    const amount = clearanceReserve(plan) - room;
    const lip = leastValue(plan.corners.map((c) => lowEnd(c.lipDepth)));
    out.push({ way: 'trim', amount, needs: null, gapAfter: gap, lipLeft: lip === null ? null : lip - amount });
  }
  if (gap !== null && gap < 0) out.push({ way: 'flare', amount: -gap, needs: null, gapAfter: 0 });
  return out;
}

const isPartWay = (w: WayOut): w is PartWay => (PART_WAYS as readonly string[]).includes(w.way);

/**
 * More negative camber does not help where the lip is what stands in the way: it stops the tyre under load all the
 * same.
 */
function lipStands(plan: Plan): boolean {
  const tucked = { ...plan, camberChange: Math.min(5, plan.camberChange + 1) };
  return assess(tucked).findings.some(
    (f) => f.level === 'stop' && (f.rule === 'clearance.loaded' || f.rule === 'clearance.chalk'),
  );
}

/** A measured value at the low end of its error. */
const lowEnd = (m: Measured): { value: number } | null => (m === null ? null : { value: m.value - m.pm });

function lipText(left: number | null | undefined, units: UnitSystem): string {
  if (left === null || left === undefined) return '';
  return left < 0
    ? `, which is ${formatLength(-left, units, 'up')} more than the lip is deep`
    : `, which leaves ${formatLength(left, units, 'down')} of the lip`;
}

/** One sentence for one way out; what it takes is rounded up, what it leaves down. */
export function waySentence(w: WayOut, units: UnitSystem): string {
  if (isPartWay(w)) return partWaySentence(w, units);
  const needs = w.needs ? `Needs ${w.needs} to say how much.` : '';
  const mm = formatLength(w.amount ?? 0, units, 'up');
  const left =
    w.gapAfter === null
      ? ''
      : w.gapAfter < 0
        ? ` Stands the tyre ${formatLength(-w.gapAfter, units, 'up')} outside the arch.`
        : ` Leaves ${formatLength(w.gapAfter, units, 'down')} from arch to tyre.`;
  switch (w.way) {
    case 'thinner':
      return `Thinner: ${formatLength(w.amount ?? 0, units)} goes.${left}`;
    case 'shank':
      return `Shank nuts that reach ${mm} deeper into the wheel win the thread back. The shank must end inside its hole, and the stud be threaded that far down.`;
    case 'adapter':
      return needs ? `Bolt-on adapter. ${needs}` : `Bolt-on adapter of ${mm} or more needs no pockets.${left}`;
    case 'camber':
      return w.amount === null
        ? `More negative camber. ${needs || 'No camber brings it in.'}`
        : `More negative camber by ${roundTo(w.amount, 1, 'up')}° tucks the tyre in. It is measured again afterwards.`;
    case 'trim':
      return `Trim the lip by ${mm}${lipText(w.lipLeft, units)}: body work, with the customer’s agreement in writing, and chalk again.`;
    case 'flare':
      return `Flare the arch by ${mm}: work for a panel beater; local rules on wheel cover come first.`;
  }
}
