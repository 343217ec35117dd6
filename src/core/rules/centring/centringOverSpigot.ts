import { type Result, result } from '../../figures/result';
import { type Missing, missing, type Ok } from '../kit/cases';
import { judgeCorners, OVER } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';
import { hasLip } from './centringShared';

/** A lipped spacer covers the hub spigot, unless its bore goes through. */
export const centringOverSpigot: Rule<'centring.over-spigot', Ok | Missing> = {
  ...PLAIN,
  id: 'centring.over-spigot',
  title: 'Spacer over the spigot',
  statement: 'A lipped spacer is at least as thick as the hub spigot is tall, unless its bore goes through.',
  formula: 's ≥ H',
  sources: ['geometry'],
  needs: ['spigotHeight'],
  chosen: ['spacer'],
  decidedBy: 'spacer',
  judge({ plan, n }, out) {
    const { spacer, corners, policy } = plan;
    if (!hasLip(plan) || spacer.openThrough || spacer.kind === 'adapter') return;
    const height = (_: unknown, i: number): Result => {
      const h = corners[i]?.spigotHeight ?? null;
      return h === null ? null : result(h.value, h.pm, policy.spacerPm);
    };
    const limit = spacer.thickness;
    const rule = 'centring.over-spigot' as const;
    out.push(
      judgeCorners({
        ...OVER,
        rule,
        limit,
        missing: missing('spigot-height'),
        corners: n.corners,
        pick: height,
        upper: true,
      }),
    );
  },
  sentence(f, s) {
    if (f.case.is === 'missing') return s.needs(f.case.need);
    return s.stop
      ? `The hub spigot is ${s.value('up')} tall${s.at} and the spacer ${s.limit('down')} thick: it would hold the wheel off.${s.error}`
      : `The spacer covers the ${s.value('up')} hub spigot${s.at}.${s.error}`;
  },
};
