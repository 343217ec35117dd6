import fc from 'fast-check';
import { jobCard } from '@/core/procedure/card';
import { atTheCar, ESTIMATED, estimate, together, workKind } from '@/core/procedure/estimate';
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

test('four adapters on a pick-up: an hour and a half for practised hands, so no more than twice that at the car (common practice, no source)', () => {
  const adapter = plans.find(([, p]) => p.spacer.adapter)?.[1] as (typeof plans)[number][1];
  expect(adapter).toBeDefined();
  // From the card to the wheels down, the test drive once.
  const both = together([estimate(adapter, 'fit'), estimate(adapter, 'fit')]);
  const minutes = both.reduce((n, e) => n + atTheCar(e), 0);
  expect(minutes).toBeGreaterThan(75);
  expect(minutes).toBeLessThan(180);
});

test.each(plans)('%s: a round is counted once, lug by lug and not in its step as well', (_, plan) => {
  const steps = jobCard(plan);
  const rounds = steps.filter((s) => s.card?.round).reduce((n, s) => n + (s.card?.minutes ?? 0), 0);
  const { lines } = estimate(plan, 'fit');
  const ofCard = lines
    .filter((l) => !/torqued|Snug in the air|Test drive|Record/.test(l.name))
    .reduce((n, l) => n + l.minutes * l.times, 0);
  expect(ofCard).toBeCloseTo(steps.reduce((n, s) => n + (s.card?.minutes ?? 0), 0) - rounds, 6);
});

test('axles of one visit share what is done once: never less than the longer one, never more than each by itself', () => {
  const some = fc.constantFrom(...plans.map(([, p]) => p), null);
  fc.assert(
    fc.property(fc.array(fc.tuple(some, fc.constantFrom(...ESTIMATED)), { minLength: 1, maxLength: 2 }), (asked) => {
      const alone = asked.map(([p, from]) => estimate(p, from));
      const both = together(alone);
      const total = (es: typeof alone): number => es.reduce((n, e) => n + e.before + e.after, 0);
      expect(total(both)).toBeLessThanOrEqual(total(alone) + 1e-9);
      expect(total(both)).toBeGreaterThanOrEqual(Math.max(...alone.map((e) => e.before + e.after)) - 1e-9);
      for (const name of ['Take in', 'Test drive'])
        expect(both.flatMap((e) => e.lines).filter((l) => l.name === name).length).toBeLessThanOrEqual(1);
      // Each axle has a record and a signature of its own, and its own wheels.
      for (const e of both) expect(e.lines.some((l) => l.name === 'Record, sign-off')).toBe(true);
      for (const e of both) {
        const sum = e.lines.reduce((n, l) => n + l.minutes * l.times, 0);
        expect(e.before + e.after).toBeCloseTo(sum, 9);
        expect(atTheCar(e)).toBeLessThan(sum);
      }
    }),
  );
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
    expect(/spacer that does not sit/.test(text(p))).toBe(p.spacer.thickness > 0);
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
