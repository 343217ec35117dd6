import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Through extends Case {
  readonly is: 'hub' | 'nut';
}

/** A fastener that travels further than its mate holds: normal on open nuts and drilled hubs, and said. */
export const engagementTravel: Rule<'engagement.travel', Through> = {
  ...PLAIN,
  id: 'engagement.travel',
  title: 'Travel and what holds',
  statement:
    'A count is travel from first catch to seated. What goes past the mate’s own thread stands through and holds nothing; on open nuts and drilled hubs that is normal.',
  formula: 'E = min(N·P, Ln or Dt)',
  sources: ['geometry'],
  needs: ['turns', 'nutThread', 'tappedDepth'],
  decidedBy: 'car',
  judge({ plan, n }, out) {
    const bolt = plan.hub.fastening === 'bolt';
    for (let i = 0; i < n.corners.length; i += 1) {
      const travel = n.corners[i]?.travel ?? null;
      const mate = bolt ? (plan.corners[i]?.tappedDepth ?? null) : plan.hub.nutThread;
      if (travel === null || mate === null || travel.value - travel.pm <= mate.value + mate.pm) continue;
      const corner = n.corners[i]?.corner ?? null;
      const [value, limit] = [travel.value, mate.value];
      const which: Through = { is: bolt ? 'hub' : 'nut' };
      const level = 'note' as const;
      out.push(finding({ rule: 'engagement.travel', level, case: which, value, limit, unit: 'mm', corner }));
      return;
    }
  },
  sentence: (f, s) =>
    `Counted with nothing on, it travels ${s.both(f.value, 'down')}${s.at}, ${s.limit('down')} of it in the ${f.case.is}; the rest stands through.`,
};
