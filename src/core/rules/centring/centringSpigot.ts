import { type Missing, missing, type Ok } from '../kit/cases';
import { judgeCorners, OVER } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';
import { hubCentred } from './centringShared';

/** What a plain plate leaves of the hub spigot. */
export const centringSpigot: Rule<'centring.spigot', Ok | Missing> = {
  ...PLAIN,
  id: 'centring.spigot',
  title: 'Hub spigot left',
  statement: 'Enough hub spigot stands through a plain spacer to centre the wheel.',
  formula: 'H − s − chamfer ≥ 4 mm good, 2–4 mm caution, less is not hub-centric',
  policy: ['spigotGood', 'spigotLeast'],
  needs: ['spigotHeight', 'chamferDepth'],
  chosen: ['spacer'],
  decidedBy: 'spacer',
  judge({ plan, n }, out) {
    if (!hubCentred(plan) || plan.spacer.kind !== 'plain') return;
    const { spigotLeast, spigotGood } = plan.policy;
    const over = { ...OVER, rule: 'centring.spigot' as const, missing: missing('spigot'), corners: n.corners };
    const pick = (c: (typeof n.corners)[number]) => c.spigotLeft;
    const least = judgeCorners({ ...over, pick, limit: spigotLeast });
    out.push(least.level !== 'pass' ? least : judgeCorners({ ...over, pick, limit: spigotGood, soft: 'caution' }));
  },
  sentence(f, s) {
    if (f.case.is === 'missing') return s.needs(f.case.need);
    if (s.stop) {
      const left = s.v > 0 ? `Only ${s.value('down')}` : 'Nothing';
      return `${left} of the hub spigot is left to centre the wheel${s.at}; ${s.limit('up')} is the least. Thinner, or a lipped spacer.${s.error}`;
    }
    const mind = f.level === 'caution' ? ' Hanger pin and star order matter.' : '';
    return `${s.value('down')} of the hub spigot is left to centre the wheel${s.at}.${mind}${s.error}`;
  },
};
