import type { Plan, PlanCorner } from '../../document/document';
import { lockingOf } from '../../document/hardware';
import type { CornerNumbers } from '../../figures/numbers';
import type { Result } from '../../figures/result';
import { deeperBy } from '../../figures/stack/index';
import { adapterEnds } from '../adapter/adapterEnds';
import type { Case, Finding } from '../kit/finding';
import { type Judged, PLAIN, type Rule } from '../kit/rule';
import { nutBottom } from '../nut/nutBottom';
import { threadRunsOn } from '../nut/threadRunsOn';
import { boltBehind } from './boltBehind';
import { fastenerThread } from './fastenerThread';

/** What its neighbours are asked as well: tip behind the hub, thread on it, bottom of its cap. */
const ASKED = {
  'bolt.behind': boltBehind,
  'fastener.thread': fastenerThread,
  'nut.bottom': nutBottom,
  'thread.runs-on': threadRunsOn,
  'adapter.ends': adapterEnds,
} as const;
type Asked = keyof typeof ASKED;

interface Ends extends Case {
  readonly is: Asked;
  readonly inner: Case;
}

const rule = 'locking.ends' as const;

const moved = (r: Result, by: number, pm: number): Result =>
  r === null ? null : { value: r.value + by, pm: r.pm + pm, rss: Math.hypot(r.rss, pm) };

/** A corner as its locking piece has it, which ends further in than the others by a difference that was measured. */
const further = (plan: Plan, at: PlanCorner, c: CornerNumbers, by: number, pm: number): CornerNumbers => ({
  ...c,
  deeper: c.deeper || deeperBy(plan, at) + by > 1e-9,
  behind: moved(c.behind, by, pm),
  further: moved(c.further, by, pm),
  reach: moved(c.reach, by, pm),
  threadNeeded: moved(c.threadNeeded, by, pm),
  bottomGap: moved(c.bottomGap, -by, pm),
});

/** What being there never proves of a piece: a nut that has bottomed, or jammed in its cap, feels seated. */
const NEVER_PROVEN: readonly Asked[] = ['nut.bottom', 'thread.runs-on'];

/**
 * A locking piece that reaches further in than its neighbours is asked what they are, with its own ends. One that
 * reaches less far ends inside what they prove. What stays on the car where it was counted has been there: of it only
 * the cap is asked.
 */
function endsOf({ plan, n }: Judged): Finding[] {
  const piece = lockingOf(plan);
  if (piece.is !== 'piece' || piece.shorter >= 0) return [];
  const found: Finding[] = [];
  // On an adapter’s own studs nothing that is on the car has been.
  const stays = plan.fastener.kind === 'present' && plan.spacer.adapter === null;
  for (const there of [false, true]) {
    const asked = n.corners.flatMap((c, i) =>
      (stays && !c.deeper) === there ? [[c, plan.corners[i] as PlanCorner] as const] : [],
    );
    if (asked.length === 0 || (there && plan.hub.fastening === 'bolt')) continue;
    const judged = {
      // Nobody looked into the cap of the locking piece itself.
      plan: { ...plan, corners: asked.map(([, at]) => ({ ...at, capDab: null, dab: null })) },
      n: { ...n, corners: asked.map(([c, at]) => further(plan, at, c, -piece.shorter, piece.pm)) },
    };
    for (const is of there ? NEVER_PROVEN : (Object.keys(ASKED) as Asked[])) {
      const own: Finding[] = [];
      ASKED[is].judge(judged, own);
      // Of an adapter only its own studs meet the locking piece.
      for (const f of own)
        if (is !== 'adapter.ends' || f.case.is === 'own')
          found.push({ ...f, rule, case: { is, inner: f.case } as Ends });
    }
  }
  return found;
}

export const lockingEnds: Rule<typeof rule, Ends> = {
  ...PLAIN,
  id: rule,
  title: 'Ends of the locking piece',
  statement:
    'A locking piece that reaches further in than the others is checked by itself: its tip behind the hub, its thread, the bottom of its cap, and what lies past its mate’s thread.',
  formula: 'as its neighbours, further in by L_lock − L (bolt) or u − u_lock (nut)',
  sources: ['geometry'],
  policy: ['behindReserve', 'closedNutGap', 'leadPitches', 'fastenerPm'],
  needs: [...new Set([...boltBehind.needs, ...fastenerThread.needs, ...nutBottom.needs, 'lockingShorter' as const])],
  chosen: ['spacer', 'fastener'],
  decidedBy: 'length',
  judge(judged, out) {
    out.push(...endsOf(judged));
  },
  sentence(f, s) {
    const inner = { ...f, rule: f.case.is, case: f.case.inner };
    const own = ASKED[f.case.is].sentence as (f: Finding, s: unknown) => string;
    return `Locking piece: ${own(inner, s)}`;
  },
};
