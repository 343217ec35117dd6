import type { Corner, Measured } from '../document/document';
import { compileThread } from '../figures/compiled';
import type { Result } from '../figures/result';
import type { Case, Finding } from './finding';
import { BLANK, finding } from './make';
import { PLAIN, type Rule } from './rule';

/** What the count exceeds, or a bolt’s two lengths. */
interface Contradicts extends Case {
  readonly is: 'bolt' | 'nut' | 'stud' | 'under';
}

function exceeds(
  present: NonNullable<Result>,
  where: Contradicts['is'],
  mate: Measured,
  corner: Corner | null,
): Finding | null {
  if (mate === null || present.value - present.pm <= mate.value + mate.pm + 1e-9) return null;
  return finding({
    ...BLANK,
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

/** How far a stud goes into a closed nut: its travel and the tip that is not full thread. */
const inCap = (travel: NonNullable<Result>, lead: number): NonNullable<Result> => ({
  ...travel,
  value: travel.value + lead,
});

/** More thread counted than there is, or a bolt not longer overall than under its seat, errors taken off: neither is trusted. */
export const readingContradiction: Rule<'reading.contradiction', Contradicts> = {
  ...PLAIN,
  id: 'reading.contradiction',
  title: 'Readings that contradict',
  statement:
    'A stud cannot travel further into a closed nut than its cap is deep, nor any fastener further than it is threaded; a bolt is longer overall than under its seat. One of the two readings is wrong; neither is trusted.',
  formula: 'N·P + n ≤ Dn (closed nut) · N·P ≤ thread on the bolt or stud · under the seat < overall',
  sources: ['geometry'],
  needs: ['turns', 'nutBlindDepth', 'stockBoltLength', 'stockBoltOverall', 'stockBoltThread', 'stockStudThread'],
  decidedBy: 'car',
  judge({ plan, n }, out) {
    const {
      fastening,
      nutStyle,
      nutBlindDepth,
      stockBoltLength: under,
      stockBoltOverall: overall,
      stockBoltThread,
      stockStudThread,
    } = plan.hub;
    const bolt = fastening === 'bolt';
    // Head and seat are several millimetres: lengths that the error of measuring could swap are one length read twice.
    if (bolt && under !== null && overall !== null && under.value + under.pm >= overall.value - overall.pm) {
      const margin = overall.value - under.value;
      out.push(
        finding({
          ...BLANK,
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
    const lead = plan.policy.leadPitches * compileThread(plan.hub.thread).thread.pitch;
    for (let i = 0; i < n.corners.length; i += 1) {
      const travel = n.corners[i]?.travel ?? null;
      if (travel === null) continue;
      const corner = n.corners[i]?.corner ?? null;
      const found = bolt
        ? exceeds(travel, 'bolt', stockBoltThread, corner)
        : (exceeds(inCap(travel, lead), 'nut', nutStyle === 'closed' ? nutBlindDepth : null, corner) ??
          exceeds(travel, 'stud', stockStudThread, corner));
      if (found === null) continue;
      out.push(found);
      return;
    }
  },
  sentence(f, s) {
    switch (f.case.is) {
      case 'under':
        return `The stock bolt is ${s.value('nearest')} under the seat and ${s.limit('nearest')} overall: head and seat make it longer overall. One of the two is wrong: measure both again, by the picture.`;
      case 'nut':
        return `The count${s.at} takes the stud ${s.value('nearest')} into a cap that is only ${s.limit('nearest')} deep. One of the two is wrong: measure both again.`;
      default:
        return `The count${s.at} says ${s.value('nearest')} of thread, but the ${f.case.is} has only ${s.limit('nearest')}. One of the two is wrong: measure both again.`;
    }
  },
};
