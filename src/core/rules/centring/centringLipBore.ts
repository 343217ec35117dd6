import type { Measured, Plan } from '../../document/document';
import { ofWheels } from '../../document/wheels';
import type { Finding } from '../kit/finding';
import { worse } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';
import { wheelWords } from '../kit/say';
import { closeFit, type FitCase, hasLip, hasPlate, lipped } from './centringShared';

/** A size as it is marked on a part. */
const marked = (x: number | null): Measured => (x === null ? null : { value: x, pm: 0 });

const rule = 'centring.lip-bore' as const;

/** Tight within the error of measuring: whether it goes on is tried by hand at both corners, and that settles it. */
function tried(plan: Plan, fit: Finding): Finding {
  if (fit.level !== 'caution' || fit.value === null || fit.value >= 0) return fit;
  if (plan.corners.some((c) => c.slidesOn === false)) return { ...fit, level: 'stop', uncertain: false };
  return plan.corners.every((c) => c.slidesOn === true) ? { ...fit, level: 'pass', uncertain: false } : fit;
}

/**
 * A plate’s bore on the hub spigot: centred by it, a close fit; centred by its seats, it has to go over and no more.
 */
function boreOver(plan: Plan): Finding {
  const which: FitCase = { is: 'hub', name: '' };
  const fit = tried(
    plan,
    closeFit({ rule, plan, which, bore: marked(plan.spacer.bore), spigot: plan.hub.spigotDiameter }),
  );
  const goesOver =
    plan.spacer.centring === 'seats' && fit.value !== null && fit.value >= 0 && fit.level !== 'unmeasured';
  return goesOver ? { ...fit, level: 'pass', uncertain: false } : fit;
}

/** Bore of every plate on the hub spigot, lip in the bore of every wheel. */
export const centringLipBore: Rule<'centring.lip-bore', FitCase> = {
  ...PLAIN,
  id: 'centring.lip-bore',
  title: 'Bore and lip fit',
  statement:
    'The bore of every spacer on the hub spigot, and a spacer’s lip in the wheel bore, are close fits; a spacer that the seats centre has to go over the spigot.',
  formula: '0 ≤ clearance ≤ 0.15 mm good, ≤ 0.4 mm caution',
  policy: ['boreClearanceGood', 'boreClearanceMost'],
  needs: ['spigotDiameter', 'wheelBore', 'slidesOn'],
  chosen: ['bore', 'lip'],
  needsFor: (f) => (f.case.is === 'hub' ? ['spigotDiameter', 'slidesOn'] : ['wheelBore']),
  chosenFor: (f) => (f.case.is === 'hub' ? ['bore'] : ['lip']),
  decidedBy: 'spacer',
  judge({ plan }, out) {
    if (!hasPlate(plan)) return;
    out.push(boreOver(plan));
    if (!hasLip(plan)) return;
    let lip: Finding | null = null;
    for (const w of ofWheels(plan.wheel, 'bore')) {
      const which: FitCase = { is: 'wheel', name: w.name };
      lip = worse(closeFit({ rule, plan, which, bore: w.measured, spigot: marked(plan.spacer.lipDiameter) }), lip);
    }
    // A lip that centres nothing has to go in, and no more.
    const onlyGoesIn = !lipped(plan) && lip !== null && lip.value !== null && lip.value >= 0;
    if (lip) out.push(onlyGoesIn ? { ...lip, level: 'pass', uncertain: false } : lip);
  },
  sentence(f, s) {
    const hub = f.case.is === 'hub';
    const ofIt = wheelWords(f.case.name) || ' of the wheel';
    const what = hub ? 'Spacer bore on the hub spigot' : `Spacer lip in the bore${ofIt}`;
    if (s.short) return s.needs(hub ? 'spacer-bore' : 'lip-in-wheel');
    if (s.v >= 0)
      return s.stop
        ? `${what}: ${s.value('up')} of play. That does not centre.`
        : `${what}: ${s.value('up')} of play.${s.error}`;
    if (f.level === 'pass')
      return `${what}: by the figures tight by ${s.len(-s.v, 'up')}; it was tried, slides on by hand and does not rock.`;
    return s.stop
      ? `${what}: too tight by ${s.len(-s.v, 'up')}. It will not go on.`
      : `${what}: tight by ${s.len(-s.v, 'up')}, within the measuring error of ±${s.len(f.pm, 'up')}. Try it: it slides on by hand and does not rock, or it is not used.`;
  },
};
