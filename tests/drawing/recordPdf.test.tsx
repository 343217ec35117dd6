import { renderToBuffer } from '@react-pdf/renderer';
import type { Plan } from '@/core/document/document';
import { evaluate } from '@/core/evaluate/evaluate';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import type { SheetModel } from '@/features/records/pdf/model';
import { RecordPdf } from '@/features/records/pdf/RecordPdf';
import { readPdf } from '../readPdf';

const { geometry } = evaluate(PLAN_EXAMPLES.adapter as Plan);

/** As much as an axle can have: adapters of ten lugs, every finding a caution, photos, long words. */
const crowded = (title: string, lugs: number): SheetModel => ({
  title,
  verdict: 'caution',
  facts: Array.from(
    { length: 16 },
    (_, i) =>
      [
        `Fact ${i}`,
        'M14 × 1.5 in the hub, ET 50 → 35, engagement ≥ 14.0 mm, and ± 0.5 at most; said at length',
      ] as const,
  ),
  accepted:
    'Cautions accepted by Tamsin Oar: measured on both sides, inspected between runs, and looked at again afterwards.',
  geometry,
  drawn: 'Least engagement 20.0 mm at the front left',
  findings: Array.from({ length: 30 }, (_, i) => ({
    level: 'caution' as const,
    text: `${i}: the spacer leaves 3.5 mm of the spigot and 4 mm are wanted; the seats centre it, which is for shows and slow roads, and a second pair of eyes is asked.`,
  })),
  allFindings: Array.from({ length: 60 }, (_, i) => ({ level: 'pass' as const, text: `finding number ${i} of all` })),
  note: 'As signed, by rules version 5.',
  gaps: ['front left', 'front right'].map((corner) => ({
    corner,
    text: 'predicted 12.0 mm, measured 10.5 mm. It came out 1.5 mm tighter than predicted.',
  })),
  holds: '16 of 16 hold points ticked',
  steps: Array.from({ length: 40 }, (_, i) => ({ text: `step ${i} of the card`, done: 'ticked' })),
  torque: ['front left, adapter', 'front right, adapter', 'front left', 'front right'].map((name) => ({
    name,
    through: true,
    tools: '10 rechecked since, last 1 Jan 10:00',
    rows: Array.from({ length: lugs }, (_, i) => ({
      lug: String(i + 1),
      final: '118 N·m',
      verify: '118 N·m, 2°',
      by: 'Tamsin Oar',
    })),
  })),
  cautions: Array.from(
    { length: 7 },
    (_, i) =>
      `Caution ${i}: wheel fasteners are safety parts; the vehicle maker’s and the hardware supplier’s instructions win over any figure here.`,
  ),
  readings: Array.from(
    { length: 80 },
    (_, i) => [`reading ${i}`, '12.0 mm ± 0.5', 'calliper, somebody, 1 Jan'] as const,
  ),
  photos: [],
  traces: Array.from({ length: lugs * 2 }, (_, i) => ({
    samples: [
      { angle: 0, torque: 5 },
      { angle: 40, torque: 30 },
      { angle: 90, torque: 118 },
    ],
    target: 118,
    words: `front left, final, entry ${i + 3}: 118 N·m`,
  })),
  bay: [],
  digest: `Plan digest ${'a1'.repeat(32)}. Sealed ${'b2'.repeat(32)}`,
});

const made = (sheets: readonly SheetModel[], appendix = false) =>
  renderToBuffer(
    <RecordPdf sheets={sheets} images={new Map()} units="metric" appendix={appendix} printed="1 Jan 2027" />,
  );

test.each([3, 5, 8, 10])(
  'a visit of two axles is two pages at most, however much there is to say: %i lugs',
  async (lugs) => {
    const { pages, text } = await readPdf(await made([crowded('Front axle', lugs), crowded('Rear axle', lugs)]));
    expect(pages).toBe(2);
    expect(text).toContain('Record: Front axle');
    expect(text).toContain('Record: Rear axle');
    expect(text).toContain('more in the appendix');
    expect(text).toContain('page 2 of 2');
  },
);

test('signs are printed as they are, not as letters', async () => {
  const { text } = await readPdf(await made([crowded('Front axle', 5)]));
  for (const sign of ['≥', '×', '→', '±', '·', '’']) expect(text).toContain(sign);
});

test('the appendix follows on demand with every finding, reading and step, and lugs that had no room', async () => {
  const { pages, text } = await readPdf(await made([crowded('Front axle', 10)], true));
  expect(pages).toBeGreaterThan(2);
  for (const said of [
    'finding number 59 of all',
    'reading 79',
    'step 39 of the card',
    'by lug in the order of the star',
    'front left, final, entry 22: 118 N·m',
  ])
    expect(text).toContain(said);
  // Pulls are drawn on demand and never make the sheet itself longer.
  expect((await readPdf(await made([crowded('Front axle', 10)]))).text).not.toContain('entry 22');
});
