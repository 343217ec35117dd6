import type { Measured, Plan } from '../../document/document';
import { eachWheel, ofWheels } from '../../document/wheels';
import { movesWheel } from '../../figures/numbers';
import type { Finding } from '../kit/finding';
import { worse } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';
import { wheelWords } from '../kit/say';
import { closeFit, type FitCase } from './centringShared';

const rule = 'centring.wheel' as const;

/** Bore of every wheel, or the inside of its ring where it wears one. */
function boresOf(plan: Plan): readonly { readonly name: string; readonly measured: Measured }[] {
  const rings = new Map(eachWheel(plan.wheel, 'ringBore').map((w) => [w.name, w.measured]));
  return ofWheels(plan.wheel, 'bore').map((w) => ({ name: w.name, measured: rings.get(w.name) ?? w.measured }));
}

/**
 * The hub’s own spigot stands in the wheel’s bore, bare or through a plain plate, whatever is said to centre the wheel;
 * not where the plate is surely thicker than it at every corner.
 */
const onSpigot = ({ spacer, corners, policy }: Plan): boolean => {
  if (spacer.thickness === 0) return true;
  if (spacer.kind !== 'plain') return false;
  if (spacer.centring === 'hub') return true;
  const left = (h: Measured): boolean => h === null || h.value + h.pm + policy.spacerPm > spacer.thickness;
  return corners.some((c) => left(c.spigotHeight));
};

/** The wheel’s own bore, or its ring, on the hub spigot. */
export const centringWheel: Rule<typeof rule, FitCase> = {
  ...PLAIN,
  id: rule,
  title: 'Wheel on the spigot',
  statement:
    'Where the hub’s own spigot centres the wheel, bare or through a plain spacer, the bore of every wheel, or the ring in it, is a close fit on it.',
  formula: '0 ≤ bore − spigot ≤ 0.15 mm good, ≤ 0.4 mm caution',
  policy: ['boreClearanceGood', 'boreClearanceMost'],
  needs: ['spigotDiameter', 'wheelBore', 'ringBore'],
  decidedBy: 'spacer',
  judge({ plan }, out) {
    // Studs for bolts with nothing between leave the wheel where it always sat.
    if (!onSpigot(plan) || plan.spacer.kind === 'universal' || !movesWheel(plan)) return;
    let found: Finding | null = null;
    for (const w of boresOf(plan)) {
      const which: FitCase = { is: 'wheel', name: w.name };
      const fit = closeFit({ plan, rule, which, bore: w.measured, spigot: plan.hub.spigotDiameter });
      // A bore that the spigot does not centre leaves it to the seats: felt, and no danger by itself.
      const play = fit.value !== null && fit.value > 0;
      const loose = fit.level === 'stop' && play && plan.spacer.thickness === 0;
      const bySeats = play && plan.spacer.thickness > 0 && plan.spacer.centring === 'seats';
      found = worse(
        bySeats ? { ...fit, level: 'pass', uncertain: false } : loose ? { ...fit, level: 'caution' } : fit,
        found,
      );
    }
    if (found) out.push(found);
  },
  sentence(f, s) {
    const ofIt = wheelWords(f.case.name) || ' of the wheel';
    if (s.short) return s.needs('wheel-on-spigot');
    if (s.v < 0) {
      const tight = `The bore${ofIt} is ${s.len(-s.v, 'up')} smaller than the hub spigot`;
      return s.stop ? `${tight}: the wheel will not go on.` : `${tight}, within the measuring error: try it by hand.`;
    }
    const play = `${s.value('up')} of play between the hub spigot and the bore${ofIt}.`;
    if ((f.margin ?? 0) >= 0) return `${play}${s.error}`;
    return s.stop
      ? `${play} That does not centre: a ring, or a spacer with its own lip.`
      : `${play} A ring would fill it; the seats centre what the spigot does not.${s.error}`;
  },
};
