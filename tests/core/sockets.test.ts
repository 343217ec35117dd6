import fc from 'fast-check';
import { type SocketsOf, socketLines } from '@/core/procedure/sockets';
import { boltPlan, exact, studPlan, wheel } from './fixtures';

const NUT = {
  thread: 'M12x1.5',
  style: 'open' as const,
  seat: 'cone60' as const,
  threadLength: 24,
  blindDepth: null,
  capOpen: null,
  shankReach: 0,
  shankLength: 0,
  shankDiameter: null,
  class: '10' as const,
  material: 'steel' as const,
  tensile: 900,
};

const lines = (of: Partial<SocketsOf> & Pick<SocketsOf, 'plan'>) =>
  socketLines({ onCar: null, parts: [], shop: [], ...of }, 'metric');
const use = (of: Parameters<typeof lines>[0], wanted: string) => lines(of).find((l) => l.use === wanted);

const four = (...holes: (number | null)[]) => ({
  ...studPlan().wheel,
  each: holes.map((h, i) => wheel(`wheel ${'ABCD'[i]}`, { lugHole: h === null ? null : exact(h) })),
});

test('old and new hardware are told apart: bolts of 17 come off, nuts of 19 go on (common practice, no source)', () => {
  const plan = { ...studPlan(), fastener: { kind: 'nuts' as const, nut: NUT } };
  const parts = [{ size: 19, outside: 26, key: null }];
  expect(use({ plan, onCar: 17, parts }, 'old')?.size).toBe(17);
  expect(use({ plan, onCar: 17, parts }, 'new')?.size).toBe(19);
});

test('nobody read the socket: it says so, and offers none of the shop’s as if it were known', () => {
  const shop = [{ name: 'thin 17', size: 17, outside: 23 }];
  const old = use({ plan: studPlan(), shop }, 'old');
  expect(old?.text).toContain('their socket was not read');
  expect(old?.shop).toEqual([]);
  expect(use({ plan: studPlan(), shop }, 'caps')).toBeUndefined();
});

test('swollen caps take the next socket up, and never the one that the nut is marked with', () => {
  const shop = [17, 18.5, 19, 21, 28].map((size) => ({ name: `s${size}`, size, outside: 20 }));
  const caps = use({ plan: studPlan({ wheel: four(30) }), onCar: 17, shop }, 'caps');
  expect(caps?.shop.map((s) => s.name)).toEqual(['s18.5', 's19']);
  // Open nuts have no caps, and bolts have none either.
  const open = studPlan();
  expect(use({ plan: { ...open, hub: { ...open.hub, nutStyle: 'open' } }, onCar: 17, shop }, 'caps')).toBeUndefined();
  expect(use({ plan: boltPlan(), onCar: 17, shop }, 'caps')).toBeUndefined();
});

test('each socket is held against the narrowest lug hole at the narrow end of its error; one not measured is not a yes', () => {
  const shop = [{ name: 'thin 21', size: 21, outside: 26.2 }];
  const held = (plan: SocketsOf['plan']) => use({ plan, onCar: 21, shop }, 'old')?.shop[0];
  // 28 mm holes and one of 27: 0.8 mm of room where 1 mm is the least.
  expect(held(studPlan({ wheel: four(28, 28, 27, 28) }))).toMatchObject({ enters: 'no' });
  expect(held(studPlan({ wheel: four(28, 28, 27, 28) }))?.text).toContain('wheel C');
  expect(held(studPlan({ wheel: four(28, 28, 28, 28) }))?.enters).toBe('yes');
  expect(held(studPlan({ wheel: four(28, null, 28, 28) }))?.enters).toBe('unknown');
  expect(held(studPlan({ wheel: four() }))?.enters).toBe('unknown');
});

test('law: a socket enters only where every hole was measured and leaves the room that the shop asks for', () => {
  const mm = fc.double({ min: 15, max: 40, noNaN: true });
  fc.assert(
    fc.property(
      fc.array(fc.record({ hole: fc.option(mm, { nil: null }), pm: fc.double({ min: 0, max: 1, noNaN: true }) }), {
        maxLength: 4,
      }),
      fc.option(mm, { nil: null }),
      (holes, outside) => {
        const each = holes.map(({ hole, pm }, i) =>
          wheel(`w${i}`, { lugHole: hole === null ? null : { value: hole, pm } }),
        );
        const plan = studPlan({ wheel: { ...studPlan().wheel, each } });
        const shop = [{ name: 's', size: 19, outside }];
        const said = use({ plan, onCar: 19, shop }, 'old')?.shop[0]?.enters;
        const room = plan.policy.socketRoom;
        const every =
          outside !== null &&
          holes.length > 0 &&
          holes.every((h) => h.hole !== null && h.hole - h.pm - outside >= room);
        expect(said === 'yes').toBe(every);
        if (outside !== null && holes.some((h) => h.hole !== null && h.hole - h.pm - outside < room))
          expect(said).toBe('no');
      },
    ),
    { numRuns: 400 },
  );
});

test('a key is asked for where anything is keyed, on the car or going in, and never with an impact wrench', () => {
  const on = studPlan();
  expect(use({ plan: on }, 'key')).toBeUndefined();
  const keyed = { ...on, hub: { ...on.hub, lockingFastener: true } };
  expect(use({ plan: keyed }, 'key')?.text).toContain('never with an impact wrench');
  const going = {
    ...on,
    fastener: { kind: 'nuts' as const, nut: NUT },
    locking: { kind: 'piece' as const, shorter: 0 },
  };
  expect(use({ plan: going, parts: [{ size: 19, outside: null, key: 'fan 3' }] }, 'key')?.text).toContain('fan 3');
});
