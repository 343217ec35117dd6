import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** Another wheel, or another tyre on the wheels that were measured. */
interface Planned extends Case {
  readonly is: 'wheel' | 'tyre';
  readonly tyre: string | null;
  readonly offset: number | null;
}

/**
 * Wheels that are only looked at cannot go on; another tyre on these wheels can, and is measured again once it is on.
 */
export const stancePlanned: Rule<'stance.planned', Planned> = {
  ...PLAIN,
  id: 'stance.planned',
  title: 'Planned tyre and wheel',
  statement:
    'A planned tyre and offset move the measured gap and clearances; bore, seat, pads and pockets of wheels that are not here are unmeasured. A tyre alone goes on the wheels that were measured: what is worked out for it is measured again once it is on.',
  formula: 'g′ = g + (ET′ − ET) − (B′ − B)/2 − s; clearance error + |D′ − D|/2',
  sources: ['geometry'],
  decidedBy: 'car',
  judge({ plan }, out) {
    if (plan.planned === null) return;
    const { tyre, offset } = plan.planned;
    const which: Planned = { is: offset === null ? 'tyre' : 'wheel', tyre, offset };
    out.push(finding({ rule: 'stance.planned', level: offset === null ? 'caution' : 'unmeasured', case: which }));
  },
  sentence({ case: { is, tyre, offset } }) {
    if (is === 'tyre')
      return `Worked out for ${tyre ?? ''} on these wheels. Its true width is known once it is on: measure gap and clearance again then, with chalk.`;
    const looked = tyre === null ? `on ET ${offset ?? 0}` : `with ${tyre} on ET ${offset ?? 0}`;
    return `Looked at ${looked}. Those wheels are not here: take them in and measure them before anything goes on.`;
  },
};
