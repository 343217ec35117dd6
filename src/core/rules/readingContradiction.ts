import type { Corner, Measured } from '../document/document';
import type { Result } from '../figures/result';
import type { Case, Finding } from './finding';
import { BLANK, finding } from './make';
import { PLAIN, type Rule } from './rule';

/** What the count exceeds, or a bolt’s two lengths. */
interface Contradicts extends Case {
  readonly is: 'hub' | 'bolt' | 'nut' | 'stud' | 'under';
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

/** More thread counted than there is, or a bolt not longer overall than under its seat, errors taken off: neither is trusted. */
export const readingContradiction: Rule<'reading.contradiction', Contradicts> = {
  ...PLAIN,
  id: 'reading.contradiction',
  title: 'Readings that contradict',
  statement:
    'A count cannot exceed the thread that it was counted in, nor the thread on the bolt or stud; a bolt is longer overall than under its seat. One of the two readings is wrong; neither is trusted.',
  formula: 'N·P ≤ Ln (nut) · N·P ≤ Dt (hub) · N·P ≤ thread on the bolt or stud · under the seat < overall',
  sources: ['geometry'],
  needs: [
    'turns',
    'tappedDepth',
    'nutThread',
    'stockBoltLength',
    'stockBoltOverall',
    'stockBoltThread',
    'stockStudThread',
  ],
  decidedBy: 'car',
  judge({ plan, n }, out) {
    const {
      fastening,
      nutThread,
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
    for (let i = 0; i < n.corners.length; i += 1) {
      const present = n.corners[i]?.present ?? null;
      if (present === null) continue;
      const corner = n.corners[i]?.corner ?? null;
      const found = bolt
        ? (exceeds(present, 'hub', plan.corners[i]?.tappedDepth ?? null, corner) ??
          exceeds(present, 'bolt', stockBoltThread, corner))
        : (exceeds(present, 'nut', nutThread, corner) ?? exceeds(present, 'stud', stockStudThread, corner));
      if (found === null) continue;
      out.push(found);
      return;
    }
  },
  sentence: (f, s) =>
    f.case.is === 'under'
      ? `The stock bolt is ${s.value('nearest')} under the seat and ${s.limit('nearest')} overall: head and seat make it longer overall. One of the two is wrong: measure both again, by the picture.`
      : `The count${s.at} says ${s.value('nearest')} of thread, but the ${f.case.is} has only ${s.limit('nearest')}. One of the two is wrong: measure both again.`,
};
