import { nutBelowFace } from '../../engagement/adapter';
import { type Missing, missing } from '../kit/cases';
import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Below extends Case {
  readonly is: 'ok' | 'figures' | 'height';
  /** Thread in the nut, mm, where it contradicts its height. */
  readonly thread?: number;
}

/** The nuts that hold an adapter end below the face that the wheel sits on. */
export const adapterNutBelow: Rule<'adapter.nut-below', Below | Missing> = {
  ...PLAIN,
  id: 'adapter.nut-below',
  title: 'Adapter nuts below its face',
  statement:
    'The nuts that hold the adapter end below the face that the wheel sits on, errors inside. A nut is no lower than its thread is long.',
  formula: 'w + hn ≤ s · hn ≥ Ln',
  sources: ['geometry'],
  chosen: ['spacer'],
  decidedBy: 'spacer',
  policy: ['spacerPm'],
  judge({ plan: { spacer, policy } }, out) {
    if (spacer.kind !== 'adapter') return;
    const rule = 'adapter.nut-below' as const;
    const a = spacer.adapter;
    if (a === null) {
      // On the bench an adapter may be picked before its figures are typed; it never passes like that.
      out.push(finding({ rule, level: 'unmeasured', case: { is: 'figures' }, limit: 0, unit: 'mm' }));
      return;
    }
    if (a.web === null || a.nutHeight === null) {
      out.push(finding({ rule, level: 'unmeasured', case: missing('adapter-nut'), limit: 0, unit: 'mm' }));
      return;
    }
    if (a.nutThread !== null && a.nutHeight < a.nutThread - 1e-9) {
      const which: Below = { is: 'height', thread: a.nutThread };
      out.push(finding({ rule, level: 'unmeasured', case: which, value: a.nutHeight, unit: 'mm' }));
      return;
    }
    // Errors inside: a nut flush within them stands proud for all anybody knows.
    const value = nutBelowFace(spacer.thickness, a.web, a.nutHeight) - policy.spacerPm;
    const level = value >= -1e-9 ? 'pass' : 'stop';
    out.push(finding({ rule, level, case: { is: 'ok' }, value, limit: 0, margin: value, unit: 'mm' }));
  },
  sentence(f, s) {
    if (f.case.is === 'missing') return s.needs(f.case.need);
    if (f.case.is === 'figures')
      return 'Needs the adapter’s own figures: web, nut height and thread, its studs, its torque.';
    if (f.case.is === 'height')
      return `The adapter’s nut is ${s.value('nearest')} high with ${s.len(f.case.thread ?? 0, 'nearest')} of thread in it: one of the two is wrong. Measure both again.`;
    return s.stop
      ? `The adapter’s nuts may stand ${s.len(-s.v, 'up')} proud of its face: the wheel would sit on them.`
      : `The adapter’s nuts end ${s.value('down')} below its face.`;
  },
};
