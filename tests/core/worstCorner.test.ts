import type { Plan } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
import { boltPlan, corner, exact, plainSpacer, studPlan } from './fixtures';

/** What is shown of an axle whose corners differ is the worse of them, whichever side it is on. Worked by hand. */
const both = (plan: Plan): Plan[] => [plan, { ...plan, corners: [...plan.corners].reverse() }];
const bolts = (left: Partial<Plan['corners'][0]>, right: Partial<Plan['corners'][0]>): Plan =>
  boltPlan({
    spacer: plainSpacer(0, 57.1),
    corners: [corner('front-left', left), corner('front-right', right)],
  });

describe('largest spacer on the fasteners that are on the car', () => {
  const largest = (plan: Plan) => assess(plan).numbers.slipOnLimit;
  test('14 turns of 1.5 mm leave 21 − 14 = 7 mm, 12 turns 18 − 14 = 4 mm: the axle takes 4', () => {
    const plan = bolts({ turns: exact(14), tappedDepth: exact(30) }, { turns: exact(12), tappedDepth: exact(30) });
    for (const p of both(plan)) expect(largest(p)?.value).toBeCloseTo(4, 9);
  });
  test('of two corners the one decides that has least once its error is off', () => {
    // 7 ± 0.15 mm and 7.5 ± 1.5 mm: the larger figure is the worse one.
    const plan = bolts(
      { turns: { value: 14, pm: 0.1 }, tappedDepth: exact(30) },
      { turns: { value: 43 / 3, pm: 1 }, tappedDepth: exact(30) },
    );
    for (const p of both(plan)) {
      expect(largest(p)?.value).toBeCloseTo(7.5, 9);
      expect(largest(p)?.pm).toBeCloseTo(1.5, 9);
    }
  });
  test('a corner that nobody counted leaves the axle without a figure', () => {
    for (const p of both(bolts({ turns: exact(14), tappedDepth: exact(30) }, { turns: null, tappedDepth: exact(30) })))
      expect(largest(p)).toBeNull();
  });
  test('a nut whose own thread is shorter than is aimed at carries none, however far it travels', () => {
    const base = studPlan({ spacer: plainSpacer(0, 57.1) });
    const nut = (thread: number) => largest({ ...base, hub: { ...base.hub, nutThread: exact(thread) } })?.value;
    // 15½ turns are 23.25 mm against 12; of a nut with 10 mm of thread 10 hold, 2 short of 12.
    expect(nut(26)).toBeCloseTo(11.25, 9);
    expect(nut(10)).toBeCloseTo(-2, 9);
  });
});

describe('the window of lengths', () => {
  const longer = (plan: Plan): Plan => ({
    ...plan,
    fastener: { kind: 'bolt', length: 50, threadLength: 40, nose: 0, seat: 'ball13', class: '10.9' },
  });
  const window = (plan: Plan) => assess(plan).numbers.window;
  test('suits both corners: the longer of both least ones, the shorter of both most ones', () => {
    const at = (tapped: number, room: number) => ({
      turns: exact(11),
      tappedDepth: exact(tapped),
      roomBehind: exact(room),
    });
    const [alone, other] = [window(longer(bolts(at(20, 3), at(20, 3)))), window(longer(bolts(at(26, 5), at(26, 5))))];
    expect(other?.max).toBeGreaterThan(alone?.max ?? Number.POSITIVE_INFINITY);
    for (const p of both(longer(bolts(at(20, 3), at(26, 5))))) {
      expect(window(p)?.max).toBe(alone?.max);
      expect(window(p)?.min).toBe(Math.max(alone?.min ?? 0, other?.min ?? 0));
    }
  });
  test('none is borrowed: where one corner has none, the axle has none', () => {
    const at = (turns: number | null) => ({
      turns: turns === null ? null : exact(turns),
      tappedDepth: exact(20),
      roomBehind: exact(3),
    });
    expect(window(longer(bolts(at(11), at(11))))).not.toBeNull();
    for (const p of both(longer(bolts(at(11), at(null))))) expect(window(p)).toBeNull();
  });
  test('of a closed nut it has no longest end while nobody looked whether the tips carry a nose', () => {
    const base = studPlan({
      spacer: plainSpacer(8, 57.1),
      fastener: { kind: 'stud', protrusion: 50, threadLength: 50, nose: 0, class: 'unknown', nut: null },
    });
    const most = (nose: number | null, nutStyle: 'open' | 'closed') =>
      window({ ...base, hub: { ...base.hub, nutStyle, pilotNose: nose === null ? null : exact(nose) } })?.max;
    expect(most(0, 'closed')).toBeCloseTo(52.25, 9);
    expect(most(null, 'closed')).toBeNull();
    expect([most(0, 'open'), most(null, 'open')]).toEqual([null, null]);
  });
});
