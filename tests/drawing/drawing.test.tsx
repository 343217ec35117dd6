import fc from 'fast-check';
import { renderToStaticMarkup } from 'react-dom/server';
import { INCH_SIZES_MM, METRIC_SIZES_MM } from '@/core/document/sizes';
import { evaluate } from '@/core/evaluate/evaluate';
import type { StackGeometry } from '@/core/figures/geometry';
import { starOrder } from '@/core/torque/starOrder';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { ARCH_HOURS, ArchClock, hourPoint } from '@/drawing/ArchClock';
import { StackSection } from '@/drawing/StackSection';
import { blockPath, layoutStack } from '@/drawing/stackLayout';
import { lugCentre, WheelFace } from '@/drawing/WheelFace';
import { stepSize } from '@/features/bench/sizes';
import { boltPlan, exact, plainSpacer, studPlan } from '../core/fixtures';

type Drawable = Extract<StackGeometry, { drawable: true }>;

const drawn = (geometry: StackGeometry): Drawable => {
  if (!geometry.drawable) throw new Error(`not drawable: ${geometry.needs.join(', ')}`);
  return geometry;
};

describe('stack section', () => {
  test.each(Object.entries(PLAN_EXAMPLES))(
    '%s: everything lies on its sheet, parts touch without overlap along the stack',
    (_, plan) => {
      const g = drawn(evaluate(plan).geometry);
      const l = layoutStack(g);
      const [x, y, width, height] = l.viewBox.split(' ').map(Number) as [number, number, number, number];
      for (const b of g.blocks) {
        expect(b.x1).toBeGreaterThanOrEqual(b.x0);
        expect([b.x0 >= x, b.x1 <= x + width, b.y1 <= -y, b.y1 <= height + y]).toEqual([true, true, true, true]);
      }
      const row = ['hub', 'disc', 'spacer', 'wheel'].map((part) => g.blocks.find((b) => b.part === part));
      for (let i = 1; i < row.length; i += 1) expect(row[i]?.x0).toBeCloseTo(row[i - 1]?.x1 as number, 9);
      const spacer = g.blocks.find((b) => b.part === 'spacer');
      expect((spacer?.x1 ?? 0) - (spacer?.x0 ?? 0)).toBeCloseTo(plan.spacer.thickness, 9);
    },
  );

  test('a tooth for every whole pitch that is engaged, and none where nothing is', () => {
    const g = drawn(evaluate(studPlan({ spacer: plainSpacer(8, 57.1) })).geometry);
    const crests = (path: string | undefined) => (path?.match(/L/g)?.length ?? 0) >> 1;
    // 23.25 − 8 = 15.25 mm at 1.5 mm: ten whole pitches.
    expect(crests(layoutStack(g).teeth?.upper)).toBe(10);
    const none = drawn(evaluate(studPlan({ spacer: plainSpacer(30, 57.1) })).geometry);
    expect(none.engaged).toBeNull();
    expect(layoutStack(none).teeth).toBeNull();
  });

  test('the scale does not jump while the thickness is stepped', () => {
    const width = (s: number) =>
      layoutStack(drawn(evaluate(boltPlan({ spacer: plainSpacer(s, 57.1) })).geometry)).viewBox.split(' ')[2];
    expect(new Set(METRIC_SIZES_MM.filter((s) => s <= 20).map(width)).size).toBe(1);
  });

  test('a block is mirrored below the axis; one on the axis is drawn once', () => {
    expect(blockPath({ part: 'hub', x0: -18, x1: 0, y0: 7, y1: 22 })).toBe('M-18 -22H0V-7H-18ZM-18 7H0V22H-18Z');
    expect(blockPath({ part: 'fastener-head', x0: 0, x1: 10, y0: 0, y1: 8 })).toBe('M0 -8H10V8H0Z');
  });

  test('says in words what it shows, and what it needs when it cannot be drawn', () => {
    const markup = (geometry: StackGeometry) =>
      renderToStaticMarkup(
        <StackSection geometry={geometry} units="metric" target={14} engagement={11.5} level="stop" />,
      );
    const e = evaluate(boltPlan({ spacer: plainSpacer(5, 57.1) }));
    expect(markup(e.geometry)).toContain('Spacer 5.0 mm. 11.5 mm of thread engaged, target 14.0 mm.');
    expect(markup(e.geometry)).toContain('role="img"');
    expect(markup(e.geometry)).not.toMatch(/NaN|Infinity/);
    expect(markup(evaluate(boltPlan({}, { turns: null })).geometry)).toContain('it needs a turn count');
    // A disc that nobody measured is drawn dashed and marked.
    expect(markup(e.geometry)).toContain('stroke-dasharray="4 3"');
    expect(markup(evaluate(boltPlan({}, { rotorHat: exact(7) })).geometry)).not.toContain('stroke-dasharray="4 3"');
    // So is the shank of a new bolt while nobody knows where it begins; one that stands in the hub's thread is marked.
    const bolt = (threadLength: number | null) =>
      markup(
        evaluate(
          boltPlan(
            { fastener: { kind: 'bolt', length: 52, threadLength, nose: 0, seat: 'ball13', class: '10.9' } },
            { rotorHat: exact(7) },
          ),
        ).geometry,
      );
    expect(bolt(null)).toContain('stroke-dasharray="4 3"');
    expect([
      /data-part="clash"/.test(bolt(15)),
      />shank</.test(bolt(15)),
      bolt(15).includes('The plain shank stands 3.0 mm past'),
    ]).toEqual([true, true, true]);
    expect(bolt(30)).not.toMatch(/clash|stroke-dasharray="4 3"/);
  });

  test('without a handler it is a picture, with one a group whose face is a slider', () => {
    const { geometry } = evaluate(boltPlan());
    const live = renderToStaticMarkup(
      <StackSection
        geometry={geometry}
        units="metric"
        target={14}
        engagement={10}
        level="pass"
        onThickness={() => {}}
        onPick={() => {}}
      />,
    );
    expect(live).toContain('role="group"');
    expect(live).toMatch(/role="slider"[^>]*aria-valuenow="5"/);
    expect(live).toContain('aria-label="Edit spacer 5.0 mm"');
  });
});

describe('wheel face', () => {
  test('lugs stand evenly on one circle, the first at the top, clockwise', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 12 }), (lugs) => {
        const points = Array.from({ length: lugs }, (_, i) => lugCentre(i, lugs));
        const radius = Math.hypot(points[0]?.x ?? 0, points[0]?.y ?? 0);
        const chord = 2 * radius * Math.sin(Math.PI / lugs);
        points.forEach((p, i) => {
          const next = points[(i + 1) % lugs] as { x: number; y: number };
          expect(Math.hypot(p.x, p.y)).toBeCloseTo(radius, 9);
          expect(Math.hypot(next.x - p.x, next.y - p.y)).toBeCloseTo(chord, 9);
        });
        expect(points[0]?.x).toBeCloseTo(0, 9);
        expect(points[0]?.y).toBeLessThan(0);
        expect(points[1]?.x).toBeGreaterThan(0);
      }),
    );
  });

  test('order numbers, done and next lugs, the locking one named', () => {
    const order = starOrder(5, 0);
    const html = renderToStaticMarkup(
      <WheelFace
        lugs={5}
        order={order}
        done={order.slice(0, 2)}
        next={order[2] as number}
        locking={0}
        title="Wheel"
        wrong={order[1] as number}
      />,
    );
    expect(html.match(/data-state="done"/g)).toHaveLength(2);
    expect(html.match(/data-state="next"/g)).toHaveLength(1);
    expect(html).toContain('locking');
    expect(html).toContain('>2/5<');
  });
});

describe('arch clock', () => {
  test('twelve is up, three is outward, every hour on one circle', () => {
    expect(hourPoint(12, 10).y).toBeCloseTo(-10, 9);
    expect(hourPoint(3, 10).x).toBeCloseTo(10, 9);
    expect(hourPoint(9, 10).x).toBeCloseTo(-10, 9);
    for (const h of ARCH_HOURS) expect(Math.hypot(hourPoint(h, 7).x, hourPoint(h, 7).y)).toBeCloseTo(7, 9);
  });
  test('measured hours show their clearance, the others their number', () => {
    const html = renderToStaticMarkup(
      <ArchClock onPick={() => {}} active={12} marks={[{ hour: 1, text: '19.0 mm', tightest: true }]} />,
    );
    expect(html.match(/data-measured="yes"/g)).toHaveLength(1);
    expect(html).toContain('>19.0 mm<');
    expect(html).toContain('1 hour measured');
  });
});

describe('stepping through common sizes', () => {
  test.each([METRIC_SIZES_MM, INCH_SIZES_MM])('goes to the next size and stays at the ends', (...sizes) => {
    const list = sizes as readonly number[];
    fc.assert(
      fc.property(fc.double({ min: 0, max: 60, noNaN: true }), (t) => {
        const up = stepSize(t, 1, list);
        const down = stepSize(t, -1, list);
        expect(up === t || (up > t && !list.some((s) => s > t + 1e-6 && s < up))).toBe(true);
        expect(down === t || (down < t && !list.some((s) => s < t - 1e-6 && s > down))).toBe(true);
      }),
    );
    expect(stepSize(list.at(-1) as number, 1, list)).toBe(list.at(-1));
    expect(stepSize(list[0] as number, -1, list)).toBe(list[0]);
  });
});
