import { jobCard } from '@/core/procedure/card';
import { ESTIMATED, estimate, workKind } from '@/core/procedure/estimate';
import { moveCauses } from '@/core/procedure/moveCauses';
import { recheckChain } from '@/core/procedure/rechecks';
import { usualMinutes } from '@/core/procedure/workOrder';
import { PLAN_EXAMPLES } from '@/demo/planExamples';

const plans = Object.entries(PLAN_EXAMPLES);

test.each(plans)('%s: an estimate is the sum of its lines, and shrinks as the job goes on', (_, plan) => {
  let last = Number.POSITIVE_INFINITY;
  for (const from of ESTIMATED) {
    const e = estimate(plan, from);
    const sum = e.lines.reduce((n, l) => n + l.minutes * l.times, 0);
    expect(e.before + e.after).toBeCloseTo(sum, 9);
    expect(sum).toBeLessThan(last + 1e-9);
    last = sum;
  }
});

test.each(plans)('%s: the card stands whole in it, its torque beside it', (_, plan) => {
  const e = estimate(plan, 'fit');
  const lugs = (plan.hub.lugs ?? 0) * 2;
  const rounds = 1 + (plan.fastener.kind === 'conversion' ? 1 : 0) + (plan.spacer.adapter ? 1 : 0);
  const torque = e.lines.filter((l) => /torqued/.test(l.name)).reduce((n, l) => n + l.times, 0);
  expect(torque).toBe(lugs * 2 * rounds);
  expect(e.before + e.after).toBeGreaterThan(usualMinutes(jobCard(plan)));
});

test('only where locker cures is there work after a wait, and the wheel goes on after it', () => {
  for (const [, plan] of plans) {
    const e = estimate(plan, 'stage');
    const converts = plan.fastener.kind === 'conversion';
    expect(e.cures).toBe(converts);
    expect(e.after > 0).toBe(converts);
    if (converts) expect(e.lines.find((l) => /^Wheel, torqued/.test(l.name))?.when).toBe('after');
  }
});

test('four adapters on a pick-up take about an hour and a half in all (common practice, no source)', () => {
  const adapter = plans.find(([, p]) => p.spacer.adapter)?.[1];
  if (!adapter) throw new Error('no adapter among the examples');
  const { lines } = estimate(adapter, 'fit');
  // Two axles from the card to the wheels down, without the test drive and the record.
  const minutes = 2 * lines.filter((l) => !/Test drive/.test(l.name)).reduce((n, l) => n + l.minutes * l.times, 0);
  expect(minutes).toBeGreaterThan(75);
  expect(minutes).toBeLessThan(180);
});

test('without a plan it is a guess and says so', () => {
  const e = estimate(null, 'take-in');
  expect([e.guessed, e.kind]).toEqual([true, 'open']);
  expect(e.before).toBeGreaterThan(60);
  for (const [, plan] of plans) expect(workKind(plan)).not.toBe('open');
});

test('causes name what the plan has and nothing it has not', () => {
  const text = (p: (typeof plans)[number][1]): string => moveCauses(p).join(' ');
  for (const [, p] of plans) {
    expect(/plate that does not sit/.test(text(p))).toBe(p.spacer.thickness > 0);
    expect(/stud that turned in the hub/.test(text(p))).toBe(p.fastener.kind === 'conversion');
  }
});

const DAY = 24 * 3600_000;

test('the distance of a recheck follows what the car drives in a day (50–100 km, common practice, no source)', () => {
  const of = (km?: number) => recheckChain('street', DAY, km).find((l) => l.kind === 'distance');
  expect(of(25)).toEqual(of());
  // 200 km a day: 50 km are there after six hours.
  expect(of(200)?.from).toBeCloseTo(DAY / 4, 0);
  expect((of(200)?.to ?? 0) < (of(25)?.to ?? 0)).toBe(true);
  // A car that hardly moves is not waited for without end, and nonsense counts as nothing said.
  expect(of(1)?.to).toBe(21 * DAY);
  expect(of(0)).toEqual(of());
  expect(of(Number.NaN)).toEqual(of());
  for (const km of [1, 5, 25, 80, 400]) expect((of(km)?.to ?? 0) > (of(km)?.from ?? 0)).toBe(true);
});
