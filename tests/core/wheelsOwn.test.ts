import fc from 'fast-check';
import { planChanges } from '@/core/document/diff';
import type { Plan } from '@/core/document/document';
import { readPlan } from '@/core/document/document';
import { known } from '@/core/document/fitment';
import type { OwnFasteners } from '@/core/document/ownFasteners';
import { ownText } from '@/core/document/ownText';
import { WHEEL_FACTS, wheelsOfName } from '@/core/document/wheelFacts';
import { evaluate } from '@/core/evaluate/evaluate';
import { jobCard } from '@/core/procedure/card';
import { kitList } from '@/core/procedure/kitList';
import { wheelSetForm } from '@/features/intake/schema';
import { boltPlan } from './fixtures';

const OWN: OwnFasteners = {
  piece: 'bolt',
  locking: 'every',
  key: 'B2, boot',
  socket: 17,
  seat: 'ball13',
  finish: 'black',
  material: 'steel',
};
const withOwn = (own: OwnFasteners | undefined, change: Partial<Plan> = {}): Plan => {
  const plan = boltPlan(change);
  return { ...plan, wheel: { ...plan.wheel, ...(own ? { own } : {}) } };
};
const kit = (plan: Plan): string =>
  kitList(plan)
    .map((s) => s.text)
    .join('\n');

describe('bolts that go on with the wheels', () => {
  test('the kit names them with lock, key, socket, seat, finish and material, and asks for the key of every one', () => {
    const text = kit(withOwn(OWN));
    for (const said of ['every one keyed', 'B2, boot', '17.0 mm', 'ball R13', 'black', 'steel', 'it fits every bolt'])
      expect(text).toContain(said);
    expect(text).toContain(withOwn(OWN).wheel.name);
    expect(kit(withOwn({ ...OWN, locking: 'plain' }))).not.toContain('Key in hand');
    expect(kit(withOwn({ ...OWN, locking: 'one' }))).toContain('it fits the locking fastener');
    expect(kit(withOwn(undefined))).not.toContain('B2');
  });
  test('where others go on, theirs stay with the wheels and are not in the place of what was chosen', () => {
    const bolt = { kind: 'bolt', length: 45, threadLength: null, seat: 'ball13', class: '10.9' } as const;
    const lines = kitList(withOwn(OWN, { fastener: { ...bolt, nose: 0, overall: null } as never }));
    expect(lines.find((s) => s.key === 'kit.own')?.text).toContain('they stay with the wheels');
    expect(lines.find((s) => s.key === 'kit.bolts')?.text).not.toContain('black');
    // The key is that of what goes on, and not of what stays with the wheels.
    expect(lines.some((s) => s.text.includes('it fits every bolt'))).toBe(false);
  });
  test('no “locking one last” where each one is keyed', () => {
    const hand = (plan: Plan) => jobCard(plan).find((s) => s.key.endsWith('.hand'))?.text ?? '';
    expect(hand(withOwn(OWN))).toContain('each one is keyed');
    expect(hand(withOwn({ ...OWN, locking: 'one' }))).toContain('the locking one last');
  });
  test('a plan document carries them, one without them is as it was, and a change of them is told', () => {
    expect(readPlan(JSON.parse(JSON.stringify(withOwn(OWN))))).toMatchObject({ plan: { wheel: { own: OWN } } });
    expect(JSON.stringify(withOwn(undefined))).not.toContain('"own"');
    expect(planChanges(withOwn(OWN), withOwn({ ...OWN, key: 'C1' }), 'metric')).toEqual([
      'Bolts or nuts of the wheels changed.',
    ]);
    expect(planChanges(withOwn(OWN), withOwn(OWN), 'metric')).toEqual([]);
    // They are words for hands and eyes: no figure of the joint hangs on them.
    expect(evaluate(withOwn(OWN)).findings).toEqual(evaluate(withOwn(undefined)).findings);
  });
  test('what nobody knows is not said, but a key that is missing is', () => {
    const bare: OwnFasteners = { ...OWN, key: '', socket: null, seat: 'unknown', finish: '', material: 'unknown' };
    expect(ownText(bare, 'metric')).toBe('every one keyed, key not said');
    expect(ownText({ ...bare, locking: 'plain', key: 'B2' }, 'metric')).toBe('plain');
  });
});

// Common practice, no source: a cone in a ball seat bears on a line.
test('their own bolts never have another seat than the wheels', () => {
  const form = {
    setName: 'winter 16',
    tyre: '',
    offset: '',
    wheelSeat: 'ball13',
    drilling: '',
    planned: 'no',
    rear: null,
    own: { ...OWN, socket: '17' },
  };
  expect(wheelSetForm.safeParse(form).success).toBe(true);
  expect(wheelSetForm.safeParse({ ...form, own: { ...form.own, seat: 'unknown' } }).success).toBe(true);
  const cone = wheelSetForm.safeParse({ ...form, own: { ...form.own, seat: 'cone60' } });
  expect(cone.error?.issues[0]).toMatchObject({
    path: ['own', 'seat'],
    message: expect.stringContaining('another seat'),
  });
  const rear = { tyre: '', offset: '', wheelSeat: 'cone60', drilling: '' };
  expect(wheelSetForm.safeParse({ ...form, rear }).success).toBe(false);
  for (const socket of ['7', '61', 'big'])
    expect(wheelSetForm.safeParse({ ...form, own: { ...form.own, socket } }).error?.issues[0]?.path).toEqual([
      'own',
      'socket',
    ]);
});

describe('wheels by their name', () => {
  const facts = (tyre: string, offset = '46', wheelSeat = 'ball13', drilling = '5x112') => ({
    tyre,
    offset,
    wheelSeat,
    drilling,
  });
  const set = (model: string, tyre: string, offset?: string) => ({ model, facts: facts(tyre, offset) });
  test('cars of the same model say what most of them had; a tie says nothing', () => {
    const seen = wheelsOfName(
      [set('Halm Drover', '205/55R16'), set('halm  drover', '205/55R16'), set('Halm Drover', '205/60R16', '50')],
      'Halm Drover',
    );
    expect(seen.sets).toBe(3);
    expect(seen.facts.tyre).toEqual({ value: '205/55R16', cars: 2, of: 3 });
    expect(seen.facts.offset).toEqual({ value: '46', cars: 2, of: 3 });
    expect(wheelsOfName([set('A', 'x'), set('A', 'y')], 'A').facts.tyre).toBeUndefined();
  });
  test('sets of other models say only what all of them agree on, and nothing beside one of the same model', () => {
    const others = [set('Merrow Kite', '205/55R16', '40'), set('Corvane Tern', '205/55R16', '46')];
    expect(wheelsOfName(others, 'Halm Drover').facts).toMatchObject({ tyre: { cars: 2, of: 2 } });
    expect(wheelsOfName(others, 'Halm Drover').facts.offset).toBeUndefined();
    // Not even what two of three had.
    expect(wheelsOfName([...others, set('Ilex Lumen', '205/55R16', '40')], 'Halm Drover').facts.offset).toBeUndefined();
    expect(wheelsOfName([...others, set('Halm Drover', '195/65R15', '35')], 'Halm Drover')).toMatchObject({
      sets: 1,
      facts: { offset: { value: '35' } },
    });
  });
  test('law: nothing is said that no set had, nothing unknown, and never more than there are sets', () => {
    const any = fc.record({
      model: fc.constantFrom('A', 'B', 'C'),
      facts: fc.record({
        tyre: fc.constantFrom('', '205/55R16', '225/45R17'),
        offset: fc.constantFrom('', '46', '50'),
        wheelSeat: fc.constantFrom('unknown', 'ball13', 'cone60'),
        drilling: fc.constantFrom('', '5x112', '5x114.3'),
      }),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 12 }), (sets) => {
        const seen = wheelsOfName(sets, 'A');
        for (const fact of WHEEL_FACTS) {
          const said = seen.facts[fact];
          if (!said) continue;
          expect(known(said.value)).toBe(true);
          const had = sets.filter((s) => s.facts[fact] === said.value);
          expect(said.cars).toBeLessThanOrEqual(had.length);
          expect(said.of).toBeLessThanOrEqual(seen.sets);
          // More had it than had any other.
          expect(said.cars * 2).toBeGreaterThan(had.some((s) => s.model === 'A') ? said.cars : said.of);
        }
      }),
    );
  });
});
