import { countedState } from '../../document/bare';
import type { Plan, PlanCorner } from '../../document/document';
import type { CornerNumbers } from '../../figures/numbers';
import type { Case, Finding } from '../kit/finding';
import { against, errorsInside, finding, stopOrBlank, worse } from '../kit/make';
import { type Judged, PLAIN, type Rule } from '../kit/rule';

interface Ends extends Case {
  /** What nobody measured: noses, the factory stud’s thread, the adapter stud’s; else which of the two was judged. */
  readonly is: 'factory-nose' | 'own-nose' | 'factory-unknown' | 'own-unknown' | 'factory' | 'own';
}

const rule = 'adapter.ends' as const;
const open = (is: Ends['is'], corner: PlanCorner['corner'] | null = null): Finding =>
  finding({ rule, case: { is }, unit: 'mm', corner });

/**
 * The adapter's nut runs down the factory stud to its web. The counted nut has proven the stud threaded as far as it
 * came; below that its thread has to be measured.
 */
function factoryAt(plan: Plan, c: PlanCorner, m: CornerNumbers): Finding | null {
  const { hub, spacer, policy } = plan;
  const a = spacer.adapter;
  const Z = c.studProtrusion;
  // Without its web nobody knows how far down its nut runs; the joint itself asks for that.
  if (a === null || Z === null || a.web === null) return null;
  const needed = Z.value - a.web;
  const pm = Z.pm + policy.spacerPm;
  const nose = hub.pilotNose?.value ?? 0;
  // The count has run over full thread as far as it travelled and the nose before it; a lead is an allowance and proves
  // nothing. What was on at the count was in between: it proves no thread below it.
  const proven = m.travel === null ? 0 : m.travel.value - countedState(c).spacer - m.travel.pm + nose;
  if (proven >= needed + pm) return null;
  const own = hub.studThread;
  if (own === null) return open('factory-unknown', c.corner);
  const [value, limit] = [needed, own.value];
  const margin = limit - value;
  const errors = pm + own.pm;
  const which: Ends = { is: 'factory' };
  return errorsInside(against({ rule, case: which, value, limit, margin, pm: errors, unit: 'mm', corner: c.corner }));
}

function ownAt(plan: Plan, m: CornerNumbers): Finding | null {
  const a = plan.spacer.adapter;
  if (a === null || m.threadNeeded === null) return null;
  if (a.studThreadLength === null) return open('own-unknown');
  const { value, pm, rss } = m.threadNeeded;
  const limit = a.studThreadLength;
  const which: Ends = { is: 'own' };
  const margin = limit - value;
  return errorsInside(against({ rule, case: which, value, limit, margin, pm, rss, unit: 'mm', corner: m.corner }));
}

function judgeEnds({ plan, n }: Judged): Finding | null {
  const a = plan.spacer.adapter;
  if (a === null) return null;
  let found: Finding | null = null;
  let blank: Finding | null = null;
  if (plan.hub.pilotNose === null) blank = open('factory-nose');
  else if (a.studNose === null) blank = open('own-nose');
  for (let i = 0; i < plan.corners.length; i += 1) {
    const m = n.corners[i] as CornerNumbers;
    for (const here of [factoryAt(plan, plan.corners[i] as PlanCorner, m), ownAt(plan, m)]) {
      if (here === null) continue;
      if (here.level === 'unmeasured') blank ??= here;
      else found = worse(here, found);
    }
  }
  return stopOrBlank(found, blank);
}

/** Where the thread of an adapter's studs, the factory's and its own, begins and ends. */
export const adapterEnds: Rule<'adapter.ends', Ends> = {
  ...PLAIN,
  id: rule,
  title: 'Ends of the adapter’s studs',
  statement:
    'Factory studs and the adapter’s own are threaded as far down as their nuts run, and say how long a smooth pilot nose stands before the thread. A nut that meets the plain shank jams there and clamps nothing.',
  formula: 'b ≥ Z − w (factory) · b ≥ X − q (own)',
  sources: ['geometry'],
  policy: ['leadPitches', 'spacerPm', 'fastenerPm'],
  needs: ['turns', 'studProtrusion', 'pilotNose', 'studThread'],
  chosen: ['spacer'],
  decidedBy: 'spacer',
  judge(judged, out) {
    const found = judgeEnds(judged);
    if (found) out.push(found);
  },
  sentence(f, s) {
    const text = `${s.limit('down')} of thread, and ${s.value('up')} goes past the start of`;
    const jams = `: the nut jams on the plain shank, the wrench clicks and nothing is clamped.${s.error}`;
    switch (f.case.is) {
      case 'factory-nose':
        return 'Needs the pilot nose of the factory studs, which holds nothing under the adapter’s nuts; a plain end is 0.';
      case 'own-nose':
        return 'Needs the pilot nose of the adapter’s own studs, which holds nothing; a plain end is 0.';
      case 'factory-unknown':
        return `The adapter’s nuts run further down the factory studs${s.at} than the count has shown to be threaded. Measure the thread on the stud.`;
      case 'own-unknown':
        return 'How much of the adapter’s own studs is threaded is not known. A plain shank that meets the nut clamps nothing.';
      case 'factory':
        return `The factory stud: ${text} the adapter’s nut${s.at}${s.stop ? jams : `.${s.error}`}`;
      case 'own':
        return `The adapter’s stud: ${text} the nut${s.at}${s.stop ? jams : `.${s.error}`}`;
    }
  },
};
