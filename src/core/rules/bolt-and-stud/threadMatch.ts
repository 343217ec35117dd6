import { compileThread } from '../../figures/compiled';
import { newNut } from '../../figures/stack/index';
import { sameThread } from '../../thread/designation';
import type { Case, Finding } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

/** Which two threads, as they were typed. */
interface Pair extends Case {
  readonly is: 'hub' | 'nut';
  readonly own: string;
  readonly mate: string;
}

function pair(is: Pair['is'], own: string, mate: string, out: Finding[]): void {
  const same = sameThread(compileThread(own).thread, compileThread(mate).thread);
  const which: Pair = { is, own, mate };
  out.push(finding({ rule: 'thread.match', level: same ? 'pass' : 'stop', case: which }));
}

/** Threads that have to equal each other, diameter and pitch both. */
export const threadMatch: Rule<'thread.match', Pair> = {
  ...PLAIN,
  id: 'thread.match',
  title: 'Threads go together',
  statement: 'Hub end equals hub, nut equals outer end: diameter and pitch both.',
  formula: 'd = d, P = P',
  sources: ['iso-724', 'asme-b1.1'],
  decidedBy: 'fastener',
  judge({ plan }, out) {
    const { fastener, hub, spacer } = plan;
    if (fastener.kind === 'conversion') {
      pair('hub', fastener.hubThread, hub.thread, out);
      pair('nut', fastener.nut.thread, fastener.outerThread, out);
    } else {
      const nut = newNut(fastener);
      if (spacer.adapter !== null) pair('nut', nut?.thread ?? hub.thread, spacer.adapter.studThread, out);
      else if (nut) pair('nut', nut.thread, hub.thread, out);
    }
  },
  sentence(f, s) {
    const { is, own, mate } = f.case;
    const what = is === 'hub' ? `Hub end ${own} in a ${mate} hub` : `Nut ${own} on ${mate}`;
    return s.stop
      ? `${what}: these threads do not go together. Forcing them strips both.`
      : `${what}: the threads go together.`;
  },
};
