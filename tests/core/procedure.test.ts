import { cornersOf } from '@/core/document/axles';
import type { Plan } from '@/core/document/document';
import { archCard } from '@/core/procedure/arch';
import { cornerKey } from '@/core/procedure/card';
import { cautions } from '@/core/procedure/cautions';
import { jobKind } from '@/core/procedure/jobKind';
import { procedure } from '@/core/procedure/procedure';
import type { Step } from '@/core/procedure/step';
import { type TorqueReading, torqueState, WHEEL_PASSES_WITH_MIDDLE } from '@/core/torque/log';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { boltPlan, exact } from './fixtures';

const of = (name: string) => PLAN_EXAMPLES[name] as Plan;
const position = (steps: readonly Step[], key: string) => steps.findIndex((s) => s.key === key);

describe('procedures (common practice, no source)', () => {
  test.each(Object.entries(PLAN_EXAMPLES))(
    '%s: keys once each, stand before hands, hands before tools, clean before spacer',
    (_, plan) => {
      const p = procedure(plan);
      const keys = [...p.kit, ...p.card, ...p.arch].map((s) => s.key);
      expect(new Set(keys).size).toBe(keys.length);
      expect(new Set(p.tools).size).toBe(p.tools.length);
      for (const corner of cornersOf(plan.axle)) {
        const at = (name: string) => position(p.card, cornerKey(corner, name));
        const order = ['crack', 'stand', 'clean', 'flat', 'wheel', 'hand'].map(at);
        expect(order.every((i) => i >= 0)).toBe(true);
        expect(order).toEqual([...order].sort((a, b) => a - b));
        for (const name of ['stand', 'clean', 'flat', 'hand']) expect(p.card[at(name)]?.hold).toBe(true);
        expect(p.card[at('stand')]?.caution).toBe('Stand under the car before hands go in.');
      }
      expect(procedure(plan)).toEqual(p);
    },
  );

  test('kinds, and what only they have', () => {
    expect(Object.values(PLAN_EXAMPLES).map(jobKind)).toEqual([
      'slip-on',
      'slip-on',
      'slip-on',
      'nuts',
      'conversion',
      'adapter',
    ]);
    const card = procedure(of('conversion')).card;
    const order = ['try-plate', 'hub-threads', 'dry-stud', 'locker', 'hub-torque', 'cure', 'wheel'].map((k) =>
      position(card, cornerKey(card[0]?.card?.corner ?? 'front-left', k)),
    );
    expect(order).toEqual([...order].sort((a, b) => a - b));
    expect(order[0]).toBeGreaterThan(0);
    expect(procedure(of('conversion')).kit.some((s) => s.text.includes('M14 × 1.5 to M12 × 1.5'))).toBe(true);
    expect(procedure(of('slip-on-bolts')).card.some((s) => s.key.endsWith('.turn'))).toBe(true);
    expect(cautions(of('conversion')).join(' ')).toContain('before each session');
  });

  test('an adapter is torqued by itself first, in passes of its own', () => {
    const jobs = procedure(of('adapter')).torque;
    expect(jobs.map((j) => j.joint)).toEqual(['adapter', 'wheel']);
    const spec = jobs[0]?.spec;
    if (!spec) throw new Error('no adapter job');
    const log: TorqueReading[] = [];
    for (let s = torqueState(spec, log); !s.complete; s = torqueState(spec, log)) {
      log.push({
        pass: s.pass ?? 'snug',
        lug: s.next as number,
        reading: s.pass === 'snug' ? null : spec.target,
        angle: s.pass === 'verify' ? 0 : null,
      });
    }
    expect(log.map((r) => r.pass)).not.toContain('lower');
    expect(log).toHaveLength(3 * spec.lugs);
  });

  test('a middle pass at 55 % stands between lower and final where it is wanted', () => {
    const spec = { lugs: 4, target: 100, locking: null, band: 4, verifyAngle: 10, passes: WHEEL_PASSES_WITH_MIDDLE };
    const log: TorqueReading[] = [0, 2, 1, 3].map((lug) => ({ pass: 'snug', lug, reading: null, angle: null }));
    log.push({ pass: 'lower', lug: -1, reading: null, angle: null });
    expect(torqueState(spec, log)).toMatchObject({ pass: 'middle', next: 0 });
    const then = (reading: number) => torqueState(spec, [...log, { pass: 'middle', lug: 0, reading, angle: null }]);
    expect([then(55).next, then(100).last?.outcome, then(40).last?.outcome]).toEqual([2, 'over', 'low']);
  });

  test('arch work only when the lip has to go, and then with its agreement, its look behind and its chalk', () => {
    expect(procedure(of('slip-on-bolts')).arch).toEqual([]);
    const tight = boltPlan({}, { clock: [{ hour: 12, clearance: exact(7), trim: 0 }] });
    const arch = procedure(tight).arch;
    // 5 mm of spacer and 5 mm of reserve in 7 mm: 3 mm of lip.
    expect(arch.find((s) => s.key === 'arch.cut')?.text).toContain('3 mm at the most');
    for (const key of ['arch.agreed', 'arch.behind', 'arch.chalk'])
      expect(arch.find((s) => s.key === key)?.hold).toBe(true);
    expect(arch[0]?.key).toBe('arch.agreed');
    expect(arch.at(-1)?.key).toBe('arch.chalk');
    expect(archCard(2)).toHaveLength(arch.length);
    expect(procedure(tight).tools).toContain('trim tools');
  });
});
