import fc from 'fast-check';
import { dialled, readPhone } from '@/core/calendar/template';
import type { Plan } from '@/core/document/document';
import { assess, blocksChoice } from '@/core/evaluate/evaluate';
import { type Quote, quoteAxle, quoteText, timeText } from '@/core/procedure/quote';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { boltPlan, plainSpacer } from './fixtures';

const axle = (plan: Plan | null) => quoteAxle('Front axle', plan?.jobType ?? 'stance', plan, 'metric');
const plans = Object.values(PLAN_EXAMPLES);

test('an axle without a choice asks for the car to be measured, and for no parts', () => {
  expect(axle(null)).toEqual({
    axle: 'Front axle',
    work: 'Stance',
    chosen: null,
    parts: [],
    open: ['Nothing is chosen yet: the car is measured first.'],
    agree: [],
    adds: false,
  });
});

test('what is chosen is named with its figures; a cut lip is agreed to in writing, local rules wherever a spacer goes on', () => {
  const plan = boltPlan({ spacer: plainSpacer(5, 57.1), trim: 6 });
  const quote = axle(plan);
  expect(quote.chosen).toMatch(/^Plain spacer, 5\.0 mm; /);
  expect(quote.agree[0]).toMatch(/^The arch lip is trimmed: body work, agreed in writing/);
  const bare = axle(boltPlan({ spacer: plainSpacer(0), jobType: 'wheels' }));
  expect([quote.adds, bare.adds, bare.agree]).toEqual([true, false, []]);
  const of = (axles: Quote['axles']) =>
    quoteText({ car: 'c', plate: 'p', owner: '', day: 'd', axles, minutes: { usual: 1, low: 1, high: 1 }, wait: null });
  const local = /local codes, approval and insurance/g;
  expect([of([quote, quote]).match(local)?.length, of([bare]).match(local)]).toEqual([1, null]);
});

test('law: something is still to be settled exactly where the choice cannot be approved, and everything is said once', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...plans),
      fc.integer({ min: 0, max: 30 }),
      fc.boolean(),
      (base, thickness, unknown) => {
        const plan: Plan = {
          ...base,
          spacer: { ...base.spacer, thickness },
          ...(unknown ? { corners: base.corners.map((c, i) => (i === 0 ? { ...c, turns: null } : c)) } : {}),
        };
        const { open, parts, agree } = axle(plan);
        const stands = assess(plan).findings.every((f) => f.level !== 'stop' && f.level !== 'unmeasured');
        expect(open.length === 0).toBe(stands);
        // Nothing that is open is passed off as something to agree to.
        expect(agree.filter((a) => open.includes(a))).toEqual([]);
        for (const lines of [open, parts, agree]) expect(new Set(lines).size).toBe(lines.length);
        if (blocksChoice(assess(plan)).some((f) => f.level === 'stop')) expect(open.length).toBeGreaterThan(0);
      },
    ),
    { numRuns: 60 },
  );
});

test('time is said in whole quarters of an hour, upward: 61 min are 1 h 15 min, never 1 h', () => {
  expect(timeText({ usual: 61, low: 61, high: 61 })).toBe('1 h 15 min');
  expect(timeText({ usual: 60, low: 44, high: 100 })).toBe('1 h (45 min to 1 h 45 min)');
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 2000 }), (usual) => {
      const [, h = '0', m = '0'] =
        /^(?:(\d+) h)? ?(?:(\d+) min)?$/.exec(timeText({ usual, low: usual, high: usual })) ?? [];
      const told = Number(h) * 60 + Number(m);
      expect(told >= usual && told - usual < 15).toBe(true);
    }),
  );
});

test('as text it has every line of the sheet, no figure of money, and nothing that was not filled in', () => {
  const quote: Quote = {
    car: 'Anselm Heron',
    plate: 'DN 09',
    owner: '',
    day: '24 November 2026',
    axles: plans.slice(0, 3).map(axle),
    minutes: { usual: 90, low: 80, high: 110 },
    wait: null,
  };
  const text = quoteText(quote);
  for (const a of quote.axles)
    for (const line of [...a.parts, ...a.open, ...a.agree]) expect(text).toContain(`- ${line}\n`);
  expect(text).toContain('Time: 1 h 30 min (1 h 30 min to 2 h)');
  expect(text).not.toMatch(/[€$£]|undefined|null|NaN|For \n/);
});

test('a telephone number is digits with what people put between them; nothing else is taken', () => {
  expect(readPhone('  01632  960 118 ')).toBe('01632 960 118');
  expect(readPhone('')).toBe('');
  expect(readPhone('+44 (1632) 960-118')).toBe('+44 (1632) 960-118');
  expect(dialled('+44 (1632) 960-118')).toBe('tel:+441632960118');
  for (const wrong of ['ring me', '12', 'javascript:1', '1'.repeat(40), '+++---'])
    expect(() => readPhone(wrong)).toThrow('Telephone');
});
