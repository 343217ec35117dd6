import type { Plan } from '../document/document';
import { hasPlate } from './jobKind';

/**
 * What may have let a fastener move after it was torqued and verified, the likely first. Common practice, no source.
 */
export function moveCauses(plan: Plan): string[] {
  const kind = plan.fastener.kind;
  return [
    'Paint, rust or grease on a face that carries: it creeps, and the clamp goes with it.',
    ...(hasPlate(plan)
      ? ['A spacer that does not sit flat: rust under it, a lip that stands on the wheel’s chamfer.']
      : []),
    'An alloy wheel that settled: usual on the first day, and once.',
    ...(plan.spacer.adapter ? ['The adapter under the wheel: its own nuts are checked too, with the wheel off.'] : []),
    ...(kind === 'conversion'
      ? ['A stud that turned in the hub instead of its nut: the locker was not cured, or it was never torqued.']
      : []),
    'A seat that is not the wheel’s, or a locking piece that was never torqued.',
    ...(plan.use === 'track' || plan.use === 'competition' ? ['Heat: torqued on a hot hub, or run hot since.'] : []),
    'A fastener that has stretched: one that moves again is replaced.',
  ];
}
