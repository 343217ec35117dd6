import fc from 'fast-check';
import { cornersOf } from '@/core/document/axles';
import type { Plan } from '@/core/document/document';
import { jobCard, stepName } from '@/core/procedure/card';
import { kitList } from '@/core/procedure/kitList';
import { LIFTS, type Lift, PHASES, type Step } from '@/core/procedure/step';
import { asKept, usualMinutes, workOrder } from '@/core/procedure/workOrder';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { boltPlan, plainSpacer, studPlan } from './fixtures';
import { anyPlan } from './generator';

const of = (name: string) => PLAN_EXAMPLES[name] as Plan;
const names = (plan: Plan) => jobCard(plan).map((s) => stepName(s.key));

test('each corner is whole by itself, its keys once, left before right', () => {
  fc.assert(
    fc.property(anyPlan, (plan) => {
      const card = jobCard(plan);
      expect(new Set(card.map((s) => s.key)).size).toBe(card.length);
      const [left, right] = cornersOf(plan.axle) as [string, string];
      const at = (c: string, arch: boolean) =>
        card.filter((s) => s.card?.corner === c && (s.card.phase === 'arch') === arch).map((s) => stepName(s.key));
      expect(at(left, false)).toEqual(at(right, false));
      // An arch is worked on where its lip is cut, and nowhere else.
      const cut = [plan.trim > 0, (plan.trimRight ?? plan.trim) > 0];
      expect([left, right].map((c) => at(c, true).length > 0)).toEqual(cut);
      const all = [left, right].flatMap((c) => [...at(c, false), ...at(c, true)]);
      expect(all.length).toBe(card.length);
      // Parts of the work come in their order.
      const phases = card.filter((s) => s.card?.corner === left).map((s) => PHASES.indexOf(s.card?.phase ?? 'ground'));
      expect(phases).toEqual([...phases].sort((a, b) => a - b));
    }),
    { numRuns: 300 },
  );
});

test('no step about a plate where there is none, and each its own thickness where they differ', () => {
  const none = names(boltPlan({ jobType: 'wheels', spacer: plainSpacer(0) }));
  for (const name of ['flat', 'disc-screw', 'chalk', 'try-plate', 'look', 'photo-before'])
    expect(none).not.toContain(name);
  expect(
    jobCard(boltPlan({ jobType: 'wheels', spacer: plainSpacer(0) })).some((s) => /plate|spacer/i.test(s.text)),
  ).toBe(false);
  const card = jobCard(boltPlan({ spacer: plainSpacer(13, 57.1), rightSpacer: 10 }));
  expect(card.find((s) => s.key === 'fit.front-left.flat')?.text).toContain('13.0 mm');
  expect(card.find((s) => s.key === 'fit.front-right.flat')?.text).toContain('10.0 mm');
});

test('hanger pin in and out on a bolt car, never on a stud car', () => {
  expect(names(of('slip-on-bolts'))).toEqual(expect.arrayContaining(['hanger-in', 'hanger-out']));
  expect(names(studPlan())).not.toContain('hanger-in');
  expect(names(studPlan())).not.toContain('hanger-out');
});

test('a hub is held by its parking brake at the rear, by helper, bar or tool at the front (common practice, no source)', () => {
  const text = (axle: 'front' | 'rear') => {
    const plan = { ...of('conversion'), axle };
    return jobCard({ ...plan, corners: [] }).find((s) => stepName(s.key) === 'hub-torque')?.text ?? '';
  };
  expect(text('rear')).toContain('parking brake');
  expect(text('front')).toContain('helper on the pedal');
});

test('the hub studs’ round and the adapter’s are rounds and no ticks; the wheel waits for the locker', () => {
  const card = jobCard(of('conversion'));
  const find = (name: string) => card.find((s) => stepName(s.key) === name)?.card;
  expect(find('hub-torque')?.round).toBe('hub');
  expect(find('locker')?.starts).toBe('locker');
  expect([find('cure')?.waits, find('wheel')?.waits]).toEqual(['locker', 'locker']);
  expect(jobCard(of('adapter')).find((s) => s.card?.round === 'adapter')).toBeDefined();
  expect(jobCard(of('slip-on-bolts')).some((s) => s.card?.waits)).toBe(false);
});

test('a conversion’s kit asks for the small wrench of the hub end; nobody guesses its figure', () => {
  const kit = kitList(of('conversion'));
  expect(kit.find((s) => s.key === 'kit.hub-wrench')?.text).not.toMatch(/\d+ N·m/);
  expect(kitList(of('slip-on-bolts')).some((s) => s.key === 'kit.hub-wrench')).toBe(false);
});

test('four adapters on a pick-up take an hour and a half in all (common practice, no source)', () => {
  // The work itself on two axles of two corners; photos, a first look and a trial with chalk come on top of it.
  const beside = new Set(['photo-before', 'photo-after', 'look', 'chalk']);
  const work = jobCard(of('adapter')).filter((s) => !beside.has(stepName(s.key) ?? ''));
  const minutes = 2 * usualMinutes(work);
  expect(minutes).toBeGreaterThan(75);
  expect(minutes).toBeLessThan(105);
});

const visit = (): Step[] => [
  ...jobCard({ ...of('conversion'), axle: 'front' }),
  ...jobCard({ ...of('conversion'), axle: 'rear' }),
];
const cornersIn = (steps: readonly Step[], phase: string): string[] => [
  ...new Set(steps.filter((s) => s.card?.phase === phase).map((s) => s.card?.corner ?? '')),
];

test.each(LIFTS.map((l) => [l] as const))('lifted by %s: every step once, no corner’s order broken', (lift: Lift) => {
  const steps = visit();
  const order = workOrder(steps, lift);
  expect(order).toHaveLength(steps.length);
  expect(new Set(order).size).toBe(steps.length);
  for (const corner of ['front-left', 'rear-right'])
    expect(order.filter((s) => s.card?.corner === corner)).toEqual(steps.filter((s) => s.card?.corner === corner));
});

test('what is lifted together is worked together: studs of every hub are in before the first wheel goes on', () => {
  const order = workOrder(visit(), 'all');
  const lastHub = order.findLastIndex((s) => s.card?.phase === 'hub');
  const firstOn = order.findIndex((s) => s.card?.phase === 'on');
  expect(lastHub).toBeLessThan(firstOn);
  const one = workOrder(visit(), 'corner');
  expect(one.slice(0, one.length / 4).every((s) => s.card?.corner === 'front-left')).toBe(true);
  const side = workOrder(visit(), 'side');
  expect(new Set(side.slice(0, side.length / 2).map((s) => s.card?.corner))).toEqual(
    new Set(['front-left', 'rear-left']),
  );
  expect(cornersIn(workOrder(visit(), 'axle').slice(0, visit().length / 2), 'hub')).toEqual([
    'front-left',
    'front-right',
  ]);
});

test('a card that was begun is ended as it was begun: old steps keep their words, new ones do not appear', () => {
  const old: Step[] = [
    { key: 'fit.clean', text: 'Hub face and wheel back to bare metal.', hold: true, caution: null },
    { key: 'fit.front-left.clean', text: 'as it read then', hold: true, caution: null },
  ];
  const now = asKept(old, jobCard(boltPlan()));
  expect(now.map((s) => s.key)).toEqual(['fit.clean', 'fit.front-left.clean']);
  expect(now[0]?.text).toBe('Hub face and wheel back to bare metal.');
  expect(now[1]?.text).not.toBe('as it read then');
  expect(asKept(undefined, jobCard(boltPlan()))).toEqual(jobCard(boltPlan()));
});

test('arch work is a branch of its own where the plan trims a lip, deep enough and never past the edge; else it is no step', () => {
  const plan = boltPlan({ spacer: plainSpacer(15, 57.1), trim: 9.96 });
  const own = jobCard(plan).filter((s) => s.card?.corner === 'front-left');
  const arch = own.filter((s) => s.card?.phase === 'arch');
  expect(arch.map((s) => stepName(s.key))).toEqual([
    'arch-agreed',
    'arch-photo',
    'arch-liner',
    'arch-behind',
    'arch-mask',
    'arch-cut',
    'arch-grind',
    'arch-template',
    'arch-seal',
    'arch-back',
    'arch-chalk',
    'arch-anew',
  ]);
  // Rounded up, as the depth that is needed; short sections of about 100 mm.
  const cut = arch.find((s) => stepName(s.key) === 'arch-cut');
  expect(cut?.text).toContain('10 mm at the most, never past the visible edge');
  expect(cut?.text).toContain('100 mm');
  expect(arch[0]?.text).toContain('in writing');
  // It is done between stand and hub.
  const at = (name: string) => own.findIndex((s) => stepName(s.key) === name);
  expect(at('stand')).toBeLessThan(at('arch-agreed'));
  expect(at('arch-anew')).toBeLessThan(at('clean'));
  expect(names(boltPlan({ spacer: plainSpacer(15, 57.1) })).some((n) => n?.startsWith('arch'))).toBe(false);
});
