import { recessRoom } from '../../engagement/adapter';
import { type Missing, missing, OK, type Ok } from '../kit/cases';
import type { Finding } from '../kit/finding';
import { against, finding, stopOrBlank, worse } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** The recess takes the hub spigot, unless the bore goes through. */
export const adapterRecess: Rule<'adapter.recess', Ok | Missing> = {
  ...PLAIN,
  id: 'adapter.recess',
  title: 'Recess for the spigot',
  statement: 'The adapter’s recess takes the hub spigot, unless its bore goes through.',
  formula: 'recess ≥ H',
  sources: ['geometry'],
  needs: ['spigotHeight'],
  decidedBy: 'spacer',
  judge({ plan: { spacer, corners } }, out) {
    if (spacer.adapter === null || spacer.openThrough) return;
    const rule = 'adapter.recess' as const;
    const limit = spacer.adapter.recess;
    if (limit === null) {
      out.push(finding({ rule, level: 'unmeasured', case: missing('recess'), unit: 'mm' }));
      return;
    }
    let found: Finding | null = null;
    let blank: Finding | null = null;
    for (const { spigotHeight: H, corner } of corners) {
      if (H === null)
        blank ??= finding({ rule, level: 'unmeasured', case: missing('spigot-height'), unit: 'mm', corner });
      else {
        const margin = recessRoom(limit, H.value);
        found = worse(against({ rule, case: OK, value: H.value, limit, margin, pm: H.pm, unit: 'mm', corner }), found);
      }
    }
    const decides = stopOrBlank(found, blank);
    if (decides) out.push(decides);
  },
  sentence(f, s) {
    if (f.case.is === 'missing') return s.needs(f.case.need);
    return s.stop
      ? `The hub spigot is ${s.value('up')} tall${s.at} and the adapter’s recess ${s.limit('down')} deep: the adapter stands off.`
      : `The recess of ${s.limit('down')} takes the ${s.value('up')} hub spigot${s.at}.${s.error}`;
  },
};
