import { nutBelowFace } from '../engagement/adapter';
import type { Case } from './finding';
import { BLANK, finding, levelOf } from './make';
import { PLAIN, type Rule } from './rule';

interface Below extends Case {
  readonly is: 'ok' | 'figures';
}

/** The nuts that hold an adapter end below the face that the wheel sits on. */
export const adapterNutBelow: Rule<'adapter.nut-below', Below> = {
  ...PLAIN,
  id: 'adapter.nut-below',
  title: 'Adapter nuts below its face',
  statement: 'The nuts that hold the adapter end below the face that the wheel sits on.',
  formula: 'w + hn ≤ s',
  sources: ['geometry'],
  chosen: ['spacer'],
  decidedBy: 'spacer',
  judge({ plan: { spacer } }, out) {
    if (spacer.kind !== 'adapter') return;
    const rule = 'adapter.nut-below' as const;
    const a = spacer.adapter;
    if (a === null) {
      // On the bench an adapter may be picked before its figures are typed; it never passes like that.
      out.push(finding({ ...BLANK, rule, level: 'unmeasured', case: { is: 'figures' }, limit: 0, unit: 'mm' }));
      return;
    }
    const room = nutBelowFace(spacer.thickness, a.web, a.nutHeight);
    out.push(
      finding({
        ...BLANK,
        rule,
        level: levelOf(room, 0),
        case: { is: 'ok' },
        value: room,
        limit: 0,
        margin: room,
        unit: 'mm',
      }),
    );
  },
  sentence(f, s) {
    if (f.case.is === 'figures')
      return 'Needs the adapter’s own figures: web, nut height and thread, its studs, its torque.';
    return s.stop
      ? `The adapter’s nuts stand ${s.len(-s.v, 'up')} proud of its face: the wheel would sit on them.`
      : `The adapter’s nuts end ${s.value('down')} below its face.`;
  },
};
