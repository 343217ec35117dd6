import fc from 'fast-check';
import { QUANTITIES, quantity } from '@/core/document/quantities';
import { CORNERS } from '@/core/document/vocabulary';
import { inWalk, nextOpen, placesOf, type Stop } from '@/core/procedure/walk';

/** Stops as a visit of one or both axles may have them. */
const stopOf = fc.constantFrom(...QUANTITIES).chain((q): fc.Arbitrary<Stop> => {
  if (q.scope === 'wheel')
    return (
      fc
        .constantFrom('A', 'B', 'C', 'D')
        // Two sets may be chalked with the same letters.
        .chain((mark) => fc.constantFrom('1', '2').map((set) => ({ id: `${mark}${set}`, mark })))
        .map((wheel) => ({ quantity: q.id, axle: 'front' as const, corner: null, wheel }))
    );
  if (q.scope === 'axle')
    return fc
      .constantFrom('front' as const, 'rear' as const)
      .map((axle) => ({ quantity: q.id, axle, corner: null, wheel: null }));
  return fc.constantFrom(...CORNERS).map((corner) => ({
    quantity: q.id,
    axle: corner.startsWith('front') ? ('front' as const) : ('rear' as const),
    corner,
    wheel: null,
  }));
});
const name = (s: Stop): string => `${s.quantity}/${s.corner ?? s.wheel?.id ?? s.axle}`;
const stops = fc.uniqueArray(stopOf, { selector: name, maxLength: 40 });

// Common practice, no source: a car is measured standing, then loaded, then with each wheel off; parts and wheels last,
// on the bench.
test('an axle of a bolt car is walked on the ground, loaded, corner by corner with the wheel off, then on the bench', () => {
  const at = (quantity: Stop['quantity'], corner: Stop['corner']): Stop => ({
    quantity,
    axle: 'front',
    corner,
    wheel: null,
  });
  const asked: Stop[] = [
    at('boltLength', null),
    at('spigotHeight', 'front-right'),
    at('turns', 'front-right'),
    at('turns', 'front-left'),
    at('gap', 'front-right'),
    at('gap', 'front-left'),
    at('settled', 'front-left'),
    at('loadedClearance', 'front-left'),
    at('spigotHeight', 'front-left'),
    { quantity: 'wheelBore', axle: 'front', corner: null, wheel: { id: 'b', mark: 'B' } },
    { quantity: 'wheelBore', axle: 'front', corner: null, wheel: { id: 'a', mark: 'A' } },
  ];
  expect(inWalk(asked).map(name)).toEqual([
    'settled/front-left',
    'gap/front-left',
    'gap/front-right',
    'loadedClearance/front-left',
    'turns/front-left',
    'spigotHeight/front-left',
    'turns/front-right',
    'spigotHeight/front-right',
    'boltLength/front',
    'wheelBore/a',
    'wheelBore/b',
  ]);
});

test('law: nobody walks back: a place once left in a phase is not come to again, no stop is lost, and the order does not hang on how they were listed', () => {
  fc.assert(
    fc.property(stops, (some) => {
      const walk = inWalk(some);
      expect([...walk].map(name).sort()).toEqual(some.map(name).sort());
      expect(inWalk([...some].reverse()).map(name)).toEqual(walk.map(name));
      const places = placesOf(walk).map(
        (p) => `${p.phase}/${p.stops[0]?.corner ?? p.stops[0]?.wheel?.id ?? p.stops[0]?.axle}`,
      );
      expect(new Set(places).size).toBe(places.length);
      const phases = walk.map((s) => ['ground', 'loaded', 'off', 'bench'].indexOf(quantity(s.quantity).phase));
      expect(phases).toEqual([...phases].sort());
    }),
    { numRuns: 300 },
  );
});

test('law: the next open stop is the first one after where one stands, round the end; with none open there is none', () => {
  fc.assert(
    fc.property(stops, fc.infiniteStream(fc.boolean()), fc.nat(60), (some, flags, seed) => {
      const walk = inWalk(some);
      const open = new Set(walk.filter(() => flags.next().value).map(name));
      const from = walk.length === 0 ? -1 : (seed % (walk.length + 1)) - 1;
      const next = nextOpen(walk, from, (s) => open.has(name(s)));
      if (open.size === 0) return expect(next).toBeNull();
      const at = next as number;
      expect(open.has(name(walk[at] as Stop))).toBe(true);
      const passed = at > from ? walk.slice(from + 1, at) : [...walk.slice(from + 1), ...walk.slice(0, at)];
      expect(passed.filter((s) => open.has(name(s)))).toEqual([]);
    }),
    { numRuns: 300 },
  );
});

test('a wheel comes off once: what is read on the ground belongs to no wheel, and what hub or wheel shows is read with it off', () => {
  for (const q of QUANTITIES) {
    if (q.scope === 'wheel') expect([q.id, q.phase]).toEqual([q.id, 'bench']);
    if (q.scope === 'corner') expect([q.id, q.phase]).not.toEqual([q.id, 'bench']);
  }
  // Only what both sides carry alike may be held against the other side; a count, an arch or a hole never. Common
  // practice, no source.
  expect(QUANTITIES.filter((q) => q.bothSides).map((q) => q.id)).toEqual([
    'rotorHat',
    'spigotDiameter',
    'spigotHeight',
  ]);
});
