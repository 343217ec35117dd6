import { countedState } from '../../document/bare';
import type { Corner, Measured, Plan, PlanCorner } from '../../document/document';
import { compileThread } from '../../figures/compiled';
import type { Result } from '../../figures/result';
import type { Case, Finding } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** What the count exceeds, or a bolt’s two lengths. */
interface Contradicts extends Case {
  readonly is: 'bolt' | 'nut' | 'stud' | 'under' | 'height' | 'bolt-sum' | 'stud-sum';
}

function exceeds(
  present: NonNullable<Result>,
  where: Contradicts['is'],
  mate: Measured,
  corner: Corner | null,
): Finding | null {
  if (mate === null || present.value - present.pm <= mate.value + mate.pm + 1e-9) return null;
  return finding({
    rule: 'reading.contradiction',
    level: 'unmeasured',
    case: { is: where },
    value: present.value,
    limit: mate.value,
    margin: mate.value - present.value,
    unit: 'mm',
    corner,
  });
}

/** Where a seat begins is read to about this, mm. Common practice, no source. */
const SEAT_READ = 3;

/** Sum of positions against a length that was read; both ends of what the tip may be are let through. */
function offBy(read: NonNullable<Measured>, sum: number, errors: number, tip: number, slack: number): number | null {
  const low = sum - slack - errors;
  const high = sum + tip + slack + errors;
  if (read.value + read.pm < low - 1e-9) return sum;
  return read.value - read.pm > high + 1e-9 ? sum + tip : null;
}

/**
 * The present bolt against disc, pad and count, or the stud against grip and count: a grip that was measured by hand
 * and never taken from the same count.
 */
function sumAt(plan: Plan, c: PlanCorner, travel: NonNullable<Result>): Finding | null {
  const { hub } = plan;
  const bolt = hub.fastening === 'bolt';
  const lead = plan.policy.leadPitches * compileThread(hub.thread).thread.pitch;
  const nose = hub.pilotNose ?? { value: 0, pm: 0 };
  const { pitch } = compileThread(hub.thread).thread;
  const own = plan.wheel.each.find((w) => w.corner === c.corner)?.padThickness ?? plan.wheel.padThickness;
  const parts = bolt ? [c.rotorHat, own] : [hub.nutGrip];
  const read = bolt ? hub.boltLength : c.studProtrusion;
  // Without a nose that was looked at, the tip may be anything longer.
  if (read === null || hub.pilotNose === null || parts.some((m) => m === null)) return null;
  const { asRead, spacer, otherWheel } = countedState(c);
  // The pads here are those of the wheels that go on; a count on another set’s says nothing of them.
  if (otherWheel) return null;
  // On the pad of the wheel that hung there, whatever others the count was carried over to.
  let sum = travel.value + asRead - spacer + nose.value;
  let errors = travel.pm + nose.pm;
  for (const m of parts) {
    sum += m?.value ?? 0;
    errors += m?.pm ?? 0;
  }
  const expected = offBy(read, sum, errors, lead, bolt ? SEAT_READ : pitch);
  if (expected === null) return null;
  const margin = -Math.abs(read.value - expected);
  const is = bolt ? ('bolt-sum' as const) : ('stud-sum' as const);
  const rule = 'reading.contradiction' as const;
  const { corner } = c;
  return finding({ rule, case: { is }, value: read.value, limit: expected, margin, unit: 'mm', corner });
}

/** The travel as it was counted, with the plate that was on then: a contradiction is one of the state that was read. */
const asCounted = (travel: NonNullable<Result>, c: PlanCorner): NonNullable<Result> => ({
  ...travel,
  value: travel.value - countedState(c).spacer,
});

/**
 * How far a stud certainly goes into a closed nut: its travel and the nose that was measured. The lead is an allowance
 * and no fact.
 */
const inCap = (travel: NonNullable<Result>, nose: Measured): NonNullable<Result> => ({
  value: travel.value + (nose?.value ?? 0),
  pm: travel.pm + (nose?.pm ?? 0),
  rss: Math.hypot(travel.rss, nose?.pm ?? 0),
});

/**
 * More thread counted than there is, or a bolt not longer overall than under its seat, errors taken off: neither is
 * trusted.
 */
export const readingContradiction: Rule<'reading.contradiction', Contradicts> = {
  ...PLAIN,
  id: 'reading.contradiction',
  title: 'Readings that contradict',
  statement:
    'A stud cannot travel further into a closed nut than its cap is deep, nor any fastener further than it is threaded; a bolt is longer overall than under its seat, a nut no lower than its thread is long; disc, pad and count add up to the bolt, grip and count to the stud. One of the readings is wrong; none is trusted.',
  formula:
    'as counted: N·P + nose ≤ Dn (closed nut) · N·P ≤ thread on the bolt or stud · under the seat < overall · Ln ≤ nut height · Lc ≈ tr + q + N·P + nc (bolt) · Z ≈ q + N·P + n (stud)',
  sources: ['geometry'],
  needs: [
    'turns',
    'nutThread',
    'nutHeight',
    'nutBlindDepth',
    'nutGrip',
    'studProtrusion',
    'boltLength',
    'boltOverall',
    'boltThread',
    'studThread',
    'pilotNose',
    'rotorHat',
    'padThickness',
  ],
  decidedBy: 'car',
  judge({ plan, n }, out) {
    const {
      fastening,
      nutStyle,
      nutBlindDepth,
      boltLength: under,
      boltOverall: overall,
      boltThread,
      studThread,
    } = plan.hub;
    const bolt = fastening === 'bolt';
    // Head and seat are several millimetres: lengths that the error of measuring could swap are one length read twice.
    if (bolt && under !== null && overall !== null && under.value + under.pm >= overall.value - overall.pm) {
      const margin = overall.value - under.value;
      out.push(
        finding({
          rule: 'reading.contradiction',
          level: 'unmeasured',
          case: { is: 'under' },
          value: under.value,
          limit: overall.value,
          margin,
          unit: 'mm',
        }),
      );
      return;
    }
    const { nutHeight, nutThread } = plan.hub;
    if (
      !bolt &&
      nutHeight !== null &&
      nutThread !== null &&
      nutThread.value - nutThread.pm > nutHeight.value + nutHeight.pm
    ) {
      const [value, limit] = [nutThread.value, nutHeight.value];
      const which: Contradicts = { is: 'height' };
      const rule = 'reading.contradiction' as const;
      out.push(finding({ rule, case: which, value, limit, margin: limit - value, unit: 'mm' }));
      return;
    }
    for (let i = 0; i < n.corners.length; i += 1) {
      const travel = n.corners[i]?.travel ?? null;
      const c = plan.corners[i] as PlanCorner;
      if (travel === null) continue;
      const read = asCounted(travel, c);
      const { corner } = c;
      const found = bolt
        ? exceeds(read, 'bolt', boltThread, corner)
        : (exceeds(inCap(read, plan.hub.pilotNose), 'nut', nutStyle === 'closed' ? nutBlindDepth : null, corner) ??
          exceeds(read, 'stud', studThread, corner));
      const wrong = found ?? sumAt(plan, c, travel);
      if (wrong === null) continue;
      out.push(wrong);
      return;
    }
  },
  sentence(f, s) {
    switch (f.case.is) {
      case 'under':
        return `The bolt is ${s.value('nearest')} under the seat and ${s.limit('nearest')} overall: head and seat make it longer overall. One of the two is wrong: measure both again, by the picture.`;
      case 'height':
        return `The nut has ${s.value('nearest')} of thread and is ${s.limit('nearest')} high. One of the two is wrong: measure both again.`;
      case 'bolt-sum':
        return `Disc, pad and count${s.at} add up to a bolt of about ${s.limit('nearest')} under the seat; ${s.value('nearest')} was read. One of them is wrong: measure them again.`;
      case 'stud-sum':
        return `Grip and count${s.at} add up to a stud that stands out about ${s.limit('nearest')}; ${s.value('nearest')} was read. One of them is wrong: measure them again.`;
      case 'nut':
        return `The count${s.at} takes the stud ${s.value('nearest')} into a cap that is only ${s.limit('nearest')} deep. One of the two is wrong: measure both again.`;
      default:
        return `The count${s.at} says ${s.value('nearest')} of thread, but the ${f.case.is} has only ${s.limit('nearest')}. One of the two is wrong: measure both again.`;
    }
  },
};
