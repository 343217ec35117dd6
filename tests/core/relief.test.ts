import { assess } from '@/core/evaluate/evaluate';
import { boltPlan, corner, exact, plainSpacer } from './fixtures';

/** Where what the car came with is a measure, and where it is none. Worked by hand. */
const find = (plan: ReturnType<typeof boltPlan>, rule: string) => assess(plan).findings.find((f) => f.rule === rule);

describe('no worse than the car came', () => {
  const came = (turns: number) =>
    boltPlan({
      jobType: 'check',
      spacer: plainSpacer(0, 57.1),
      corners: [corner('front-left', { turns: exact(turns) }), corner('front-right', { turns: exact(turns) })],
    });
  test('a car that came with six turns keeps them as a caution, one that came with two and a half is under the floor', () => {
    // 6 turns of 1.5 mm are 9 mm, under the floor of 11.2; 2.5 are 3.75 mm, under three turns, which no car is driven on.
    expect(find(came(6), 'engagement.minimum')).toMatchObject({ level: 'caution', case: { is: 'as-came' } });
    expect(find(came(2.5), 'engagement.minimum')).toMatchObject({ level: 'stop', case: { is: 'under' } });
    expect(find(came(3), 'engagement.minimum')).toMatchObject({ case: { is: 'as-came' } });
  });
});

describe('a new bolt that ends further in than the counted one', () => {
  const bolt = (length: number, room: number | null) => {
    const at = { turns: exact(10), tappedDepth: exact(40), roomBehind: room === null ? null : exact(room) };
    return boltPlan({
      spacer: plainSpacer(5, 57.1),
      fastener: { kind: 'bolt', length, threadLength: 40, nose: 0, seat: 'ball13', class: '10.9' },
      corners: [corner('front-left', at), corner('front-right', at)],
    });
  };
  test('asks for the room behind, also where by the figures it would end inside the thread', () => {
    // 47 of length less 5 of spacer is as counted; 60 is 8 mm further in, 17 mm inside a thread of 40.
    expect(find(bolt(60, 0), 'bolt.behind')).toMatchObject({ level: 'pass' });
    expect(find(bolt(60, null), 'bolt.behind')).toMatchObject({ level: 'unmeasured', case: { is: 'room' } });
    expect(find(bolt(50, null), 'bolt.behind')).toMatchObject({ level: 'pass', case: { is: 'as-counted' } });
  });
});
