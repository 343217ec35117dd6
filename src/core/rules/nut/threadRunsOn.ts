import type { Measured, Plan, PlanCorner } from '../../document/document';
import type { CornerNumbers } from '../../figures/numbers';
import type { Result } from '../../figures/result';
import { asMade, chosenNut, holeOpenAt, noseOfNew } from '../../figures/stack/index';
import type { Case, Finding } from '../kit/finding';
import { against, errorsInside, finding, stopOrBlank, worse } from '../kit/make';
import { type Judged, PLAIN, type Rule } from '../kit/rule';

/** Where the thread would run on: a hub’s hole, the cap of a nut, the hole under a conversion stud’s short end. */
interface RunsCase extends Case {
  readonly is: 'hole' | 'cap' | 'hub-end';
  /** The nut is a new one, whose cap is a figure of the part. */
  readonly own: boolean;
}

const rule = 'thread.runs-on' as const;

/**
 * How far the thread of what goes in reaches past its mate’s first thread at most, mm. Of new parts nobody knows the
 * lead, so the thread may begin right behind the nose; of those that were counted the lead cancels.
 */
function threadTo({ fastener: f, spacer }: Plan, c: CornerNumbers): Result {
  const isNew = spacer.adapter !== null || f.kind === 'bolt' || f.kind === 'stud' || f.kind === 'conversion';
  if (!isNew) return c.reach;
  const nose = spacer.adapter === null ? noseOfNew(f) : (spacer.adapter.studNose ?? 0);
  return c.threadNeeded === null ? null : { ...c.threadNeeded, value: c.threadNeeded.value - nose };
}

/**
 * One thread in one mate. @param open whether what lies behind the mate’s thread is wider than it; null where nobody
 * knows
 */
function runsOn(to: Result, mate: Measured, open: boolean | null, which: RunsCase, c: PlanCorner): Finding | null {
  if (to === null || mate === null || open === true) return null;
  const [value, limit] = [to.value, mate.value];
  const margin = limit - value;
  const pm = to.pm + mate.pm;
  const { corner } = c;
  if (open === false) return errorsInside(against({ rule, case: which, value, limit, margin, pm, unit: 'mm', corner }));
  // Inside its mate’s own thread it meets nothing, whatever lies behind.
  if (margin - pm >= -1e-9) return null;
  return finding({ rule, case: which, value, limit, margin, pm, unit: 'mm', corner });
}

/**
 * The hub’s hole, as far as something new or deeper goes into it. The same bolts no further in than they were counted
 * have been there.
 */
function hole({ plan }: Judged, c: PlanCorner, m: CornerNumbers): Finding | null {
  const { fastener: f, hub, policy } = plan;
  const { holeOpen } = hub;
  if (f.kind === 'conversion') {
    const short = { value: f.shortEnd, pm: policy.fastenerPm, rss: policy.fastenerPm };
    return runsOn(short, c.tappedDepth, holeOpen, { is: 'hub-end', own: false }, c);
  }
  if (hub.fastening !== 'bolt' || (f.kind !== 'bolt' && !m.deeper)) return null;
  return runsOn(threadTo(plan, m), c.tappedDepth, holeOpenAt(plan, c, m.travel), { is: 'hole', own: false }, c);
}

/** The cap of a closed nut. The maker’s own joint as it stands is as it was made, until somebody looked. */
function cap({ plan }: Judged, c: PlanCorner, m: CornerNumbers): Finding | null {
  const { fastener: f, hub } = plan;
  const nut = chosenNut(plan);
  if ((hub.fastening !== 'stud' && f.kind !== 'conversion') || nut.style !== 'closed') return null;
  if (nut.capOpen === null && asMade(plan, c)) return null;
  return runsOn(threadTo(plan, m), m.mate, nut.capOpen, { is: 'cap', own: f.kind !== 'present' }, c);
}

/**
 * Thread that runs past its mate’s own needs room there: a blind hole or a cap no wider than the thread ends it before
 * it clamps.
 */
export const threadRunsOn: Rule<typeof rule, RunsCase> = {
  ...PLAIN,
  id: rule,
  title: 'Thread past its mate',
  statement:
    'Where a stud or bolt reaches past its mate’s thread, the cap or hole behind it is wider than the thread. One that is not ends the thread itself: the wrench clicks and nothing is clamped. A loose stud or bolt that is run in by hand until it stops tells.',
  formula: 'reach ≤ Ln (closed nut no wider than d) · reach ≤ Dt (blind hole no wider than d)',
  sources: ['geometry', 'common'],
  policy: ['leadPitches', 'fastenerPm'],
  needs: ['holeOpen', 'capOpen', 'turns', 'tappedDepth', 'nutThread'],
  needsFor: (f) => (f.case.is === 'cap' ? (f.case.own ? [] : ['capOpen']) : ['holeOpen']),
  chosen: ['spacer', 'fastener'],
  decidedBy: 'length',
  judge(judged, out) {
    let found: Finding | null = null;
    let blank: Finding | null = null;
    for (const [i, m] of judged.n.corners.entries()) {
      const c = judged.plan.corners[i] as PlanCorner;
      for (const here of [hole(judged, c, m), cap(judged, c, m)]) {
        if (here?.level === 'unmeasured') blank ??= here;
        else if (here !== null) found = worse(here, found);
      }
    }
    const decides = stopOrBlank(found, blank);
    if (decides) out.push(decides);
  },
  sentence(f, s) {
    const [what, behind] = {
      cap: ['The stud', 'the nut’s cap'],
      hole: ['The bolt', 'the hub’s hole'],
      'hub-end': ['The short end', 'the hub’s hole'],
    }[f.case.is] as [string, string];
    if (s.short && !f.uncertain)
      return `${what} may reach ${s.value('up')} past the start of ${s.limit('down')} of thread${s.at}. Needs whether ${behind} is wider than its thread there: run a loose one in by hand until it stops.`;
    return s.stop
      ? `${what} reaches ${s.value('up')} past the start of ${s.limit('down')} of thread${s.at}, and ${behind} is no wider behind it: the thread ends there, the wrench clicks and nothing is clamped.${s.error}`
      : `${what} stays inside its ${s.limit('down')} of thread${s.at}; ${behind} is no wider behind it.${s.error}`;
  },
};
