import type { Plan } from '../../document/document';
import { seatInWheel } from '../../seat/seats';
import { roundTo } from '../../units/round';
import type { Case, Level } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** Stress and yield, MPa, and what of it nobody read or measured. */
interface Stress extends Case {
  readonly is: 'stress';
  readonly worst: number;
  readonly yield: number;
  readonly classKnown: boolean;
  readonly contactKnown: boolean;
  readonly kindest: number;
  readonly hubEnd: boolean;
  /** The car's own fasteners at a figure with a source: reported, never worse than a caution. */
  readonly own: boolean;
  /** Clamp band, N, and its top as a share of the proof load; null where the contact was not measured. */
  readonly clamp: { readonly low: number; readonly high: number; readonly proof: number | null } | null;
}

/** The vehicle's own fasteners on its own seat, dry, as the maker has them. */
const isOwn = ({ fastener, spacer, hub, wheel }: Plan): boolean =>
  fastener.kind === 'present' &&
  spacer.adapter === null &&
  hub.condition === 'dry' &&
  seatInWheel(hub.seat) === wheel.seat;

/**
 * Past yield at the worst of what is not known it is unmeasured, and a stop only where the kindest is past it too. All
 * in %.
 */
export function stressLevel(share: number, kindest: number, most: number, caution: number): Level {
  if (!(share <= most)) return kindest <= most ? 'unmeasured' : 'stop';
  return share >= caution ? 'caution' : 'pass';
}

const reported = (level: Level): Level => (level === 'stop' || level === 'unmeasured' ? 'caution' : level);

/** What has to be read or measured before it can be said, worded. */
export function openOfStress(
  s: { readonly classKnown: boolean; readonly contactKnown: boolean },
  contact: string,
): string {
  const open = [
    ...(s.classKnown ? [] : ['read the class on the head or the stud’s end, taken as 8.8 until then']),
    ...(s.contactKnown ? [] : [contact]),
  ];
  return open.join(' and ');
}

/** Tension and twist together, while it is tightened, against the yield of the stated class. */
export const jointProof: Rule<'joint.proof', Stress> = {
  ...PLAIN,
  id: 'joint.proof',
  title: 'Stress while it is tightened',
  statement:
    'Tightening stretches and twists the shank; both together stay under the yield of its class, at both ends of a two-ended stud. A class that was not read is taken as 8.8, a contact that was not measured as the thread’s own diameter; past yield with those it is not measured, and a stop where class 12.9 and the widest contact are past it too. The car’s own fasteners, dry, at a figure with a source, are reported and never worse than a caution.',
  formula: '√(σ² + 3τ²) ≤ yield, worst over the corners of friction; caution from 90 %',
  sources: ['vdi-2230', 'iso-898'],
  policy: ['proofMost', 'stressCaution'],
  needs: ['contactDiameter'],
  chosen: ['torque', 'fastener'],
  decidedBy: 'fastener',
  judge({ plan, n: { stress, joint } }, out) {
    const rule = 'joint.proof' as const;
    // Without a torque figure the rule on its source speaks.
    if (stress === null) return;
    const own = isOwn(plan);
    const clamp = joint === null ? null : { ...joint.clamp, proof: joint.proofShare };
    const which: Stress = { is: 'stress', ...stress, own, clamp };
    const { proofMost, stressCaution } = plan.policy;
    const value = (stress.worst / stress.yield) * 100;
    const judged = stressLevel(value, stress.kindest * 100, proofMost, stressCaution);
    const level = own ? reported(judged) : judged;
    const margin = proofMost - value;
    out.push(finding({ rule, level, case: which, value, limit: proofMost, margin, unit: '%' }));
  },
  sentence(f, s) {
    const { worst, own, clamp, hubEnd } = f.case;
    const proof = clamp?.proof == null ? '' : `, at most ${roundTo(clamp.proof * 100, 0, 'up')} % of proof load`;
    const band = clamp === null ? '' : `Clamp ${s.force(clamp.low, 'down')} to ${s.force(clamp.high, 'up')}${proof}. `;
    const share = `${band}Up to ${roundTo(worst, 0, 'up')} MPa while it is tightened, ${roundTo(s.v, 0, 'up')} % of yield`;
    const at = hubEnd ? ', at the hub end of the stud' : '';
    const open = openOfStress(f.case, 'measure the bright ring of the seat');
    const taken = open === '' ? '' : ` (${open})`;
    if (s.v <= (f.limit ?? 100)) return `${share}${at}${taken}.`;
    if (own) return `${share}${at}${taken}. The car’s own fasteners at the maker’s figure, so it is reported.`;
    return s.short
      ? `${share}${at}, as far as is known: ${open}.`
      : `${share}${at}${taken}: past it. The figure, the class or the condition of the thread is wrong.`;
  },
};
