import type { Plan, PlanCorner } from '../../document/document';
import { roomToUse } from '../../engagement/behind';
import { compileThread } from '../../figures/compiled';
import type { CornerNumbers } from '../../figures/numbers';
import type { Case, Finding } from '../kit/finding';
import { against, errorsInside, finding, levelOf, stopOrBlank, worse } from '../kit/make';
import type { Judged } from '../kit/rule';
import type { Say } from '../kit/say';

/** Inside or out, or what is not known of it. */
export interface BehindCase extends Case {
  readonly is: 'ok' | 'depth' | 'room' | 'length' | 'as-counted';
}

type BehindRule = 'bolt.behind' | 'stud.behind';

/**
 * Each corner against its own room: nothing is borrowed from the other, and a stop at one stands whatever is blank
 * there.
 * @param applies corners that are judged at all
 */
export function judgeBehind(
  rule: BehindRule,
  { plan, n }: Judged,
  out: Finding[],
  applies: (m: CornerNumbers) => boolean = () => true,
): void {
  let found: Finding | null = null;
  let blank: Finding | null = null;
  for (let i = 0; i < plan.corners.length; i += 1) {
    if (!applies(n.corners[i] as CornerNumbers)) continue;
    const here = behindAt(rule, plan, plan.corners[i] as PlanCorner, n.corners[i] as CornerNumbers);
    if (here.level === 'unmeasured') blank ??= here;
    else found = worse(here, found);
  }
  const decides = stopOrBlank(found, blank);
  if (decides) out.push(decides);
}

function behindAt(rule: BehindRule, plan: Plan, c: PlanCorner, m: CornerNumbers): Finding {
  // A tip that ends no further in than as counted needs no room that was not there; where only the error says further,
  // a caution.
  const asCounted = m.further !== null && m.further.value <= 1e-9 ? m.further : null;
  const proven = asCounted === null ? null : noFurther(rule, c, asCounted);
  if (proven?.level === 'pass') return proven;
  const measured = inRoom(rule, plan, c, m);
  return proven !== null && (measured.level === 'stop' || measured.level === 'unmeasured') ? proven : measured;
}

const noFurther = (
  rule: BehindRule,
  c: PlanCorner,
  { value, pm, rss }: NonNullable<CornerNumbers['further']>,
): Finding =>
  against({
    rule,
    case: { is: 'as-counted' },
    value,
    limit: 0,
    margin: -value,
    pm,
    rss,
    unit: 'mm',
    corner: c.corner,
  });

/** The tip against the room that was measured behind this very corner. */
function inRoom(rule: BehindRule, plan: Plan, c: PlanCorner, m: CornerNumbers): Finding {
  const open = (is: BehindCase['is']): Finding =>
    finding({ rule, level: 'unmeasured', case: { is }, unit: 'mm', corner: c.corner });
  if (c.tappedDepth === null) return open('depth');
  if (c.roomBehind === null && rule === 'bolt.behind') return open('room');
  if (m.behind === null) return open('length');
  // A stud whose short end stays inside the thread asks for no room behind it.
  const { pitch } = compileThread(plan.hub.thread).thread;
  const limit = c.roomBehind === null ? 0 : roomToUse(c.roomBehind, pitch, plan.policy.behindReserve);
  const { value, pm, rss } = m.behind;
  const margin = limit - value;
  if (c.roomBehind === null && levelOf(margin, pm) !== 'pass') return open('room');
  return errorsInside(
    against({ rule, case: { is: 'ok' }, value, limit, margin, pm, rss, unit: 'mm', corner: c.corner }),
  );
}

/** Sentence for a tip behind the hub. */
export const behindSentence =
  (what: string) =>
  (f: Finding<BehindCase>, s: Say): string => {
    switch (f.case.is) {
      case 'length':
        return s.needs('bolt-tip');
      case 'depth':
        return `Needs the tapped depth${s.at} before ${what} can pass.`;
      case 'room':
        return `Needs the room behind the thread${s.at}; if it cannot be seen, ${what} cannot pass.`;
      case 'as-counted':
        return `The tip ends no further in than the counted bolt’s${s.at}.${s.error}`;
      case 'ok':
        break;
    }
    const room =
      (f.limit ?? 0) >= 0
        ? `${s.limit('down')} may come out there`
        : `it has to stay ${s.len(-(f.limit ?? 0), 'up')} inside the thread`;
    const text =
      s.v < 0
        ? `The tip stays ${s.len(-s.v, 'down')} inside the thread${s.at}`
        : `The tip comes ${s.value('up')} out behind the thread${s.at}; ${room}`;
    if (!s.stop) return `${text}.${s.error}`;
    return `${text}${s.v < 0 ? `; ${room}` : ''}. It would foul what is behind.${s.error}`;
  };
