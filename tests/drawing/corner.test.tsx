import fc from 'fast-check';
import { renderToStaticMarkup } from 'react-dom/server';
import { endOf } from '@/core/document/axles';
import type { PlanCorner } from '@/core/document/document';
import { type ArchModel, archModel, standsAt, USUAL } from '@/core/stance/archModel';
import { rubMap } from '@/core/stance/rubMap';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { SimulatedCaliper } from '@/devices/caliper';
import { ArchView } from '@/drawing/ArchView';
import { layoutArch, sectionPath } from '@/drawing/archLayout';
import { BoltPicture, boltPath, seatReach } from '@/drawing/BoltPicture';
import { ChalkClock } from '@/drawing/ChalkClock';
import { PlanView } from '@/drawing/PlanView';
import { RubGrid } from '@/drawing/RubGrid';
import { enlargement, StancePreview } from '@/drawing/StancePreview';
import { boltPlan, exact } from '../core/fixtures';

const at = {
  gap: exact(20),
  loadedClearance: exact(15),
  archHeight: exact(340),
  camber: exact(-1),
  lipDepth: exact(22),
};
const plan = boltPlan({}, at);
const model = (): ArchModel => {
  const m = archModel(plan, plan.corners[0] as PlanCorner, USUAL.front);
  if (!m.drawable) throw new Error('not drawable');
  return m;
};

describe('arch view', () => {
  test('everything lies on its sheet, and the lip is drawn as deep as it was measured', () => {
    const m = model();
    const l = layoutArch(m);
    for (const p of [...m.after, ...m.before, m.edge])
      expect([p.y < l.x1, -p.z > l.top, -p.z < l.bottom]).toEqual([true, true, true]);
    const from = Number(/^M([-\d.]+)/.exec(l.lip)?.[1]);
    expect(m.edge.y - from).toBeCloseTo(Math.max(22, m.edge.y - m.lip.y), 1);
  });
  test('a line turned over keeps its points; an empty one is nothing', () => {
    expect(
      sectionPath([
        { y: 1, z: 2 },
        { y: 3, z: 4 },
      ]),
    ).toBe('M1 -2L3 -4');
    expect(
      sectionPath(
        [
          { y: 1, z: 2 },
          { y: 3, z: 4 },
        ],
        0,
      ),
    ).toBe('M0 -2L1 -2L3 -4L0 -4');
    expect(sectionPath([])).toBe('');
  });
  test('gap with its error band, the pose over it, in words for who cannot see it', () => {
    const m = model();
    const outline = standsAt(m, USUAL.front, 40, 20);
    const html = renderToStaticMarkup(
      <ArchView
        model={m}
        gapAfter={{ value: 15, pm: 1.1 }}
        pose={{ outline, touches: true, words: '+40 mm, 20°: touches' }}
        units="metric"
      />,
    );
    expect(html).toContain('Gap 15.0 mm with this choice, camber -1.0 degrees.');
    expect(html.match(/data-part="(pose|error-band|lip|before)"/g)).toHaveLength(4);
    expect(html).toContain('+40 mm, 20°: touches');
  });
  test('what it needs is said instead of drawn', () => {
    const html = renderToStaticMarkup(
      <ArchView model={{ drawable: false, needs: ['gap', 'archHeight'] }} gapAfter={null} pose={null} units="metric" />,
    );
    expect(html).toContain('it needs the gap, the height of the arch edge. Nothing here is drawn from a guess.');
  });
});

describe('rub grid', () => {
  const input = {
    tyre: model().tyre,
    camber: -1,
    camberGain: 0,
    axis: -90,
    arch: [
      { y: 60, z: 330 },
      { y: 60, z: 700 },
    ],
    bump: [-40, 60] as const,
    steer: [-30, 30] as const,
    rows: 3,
    columns: 3,
    pm: { sideways: 1, height: 1, camber: 0.1 },
    samples: 50,
    seed: 1,
  };
  test('one cell a pose, bump upward, the one pointed at outlined; likely ones marked as well as shaded', () => {
    const grid = rubMap(input);
    const pose = { bump: 60, steer: 30 };
    const html = renderToStaticMarkup(<RubGrid grid={grid} pose={pose} onPose={() => {}} units="metric" />);
    expect(html.match(/data-cell=/g)).toHaveLength(9);
    expect(html.match(/stroke="var\(--accent\)"/g)).toHaveLength(1);
    expect(html).toContain('>+60.0 mm<');
    const touching = grid.flat().filter((c) => c.probability >= 0.5).length;
    expect(html.match(/>×</g)?.length ?? 0).toBe(touching);
  });
  test('an axle that does not steer says so', () => {
    expect(
      renderToStaticMarkup(
        <RubGrid
          grid={rubMap({ ...input, columns: 1, steer: [0, 0] })}
          pose={null}
          onPose={() => {}}
          units="imperial"
        />,
      ),
    ).toContain('this axle does not steer');
  });
});

describe('chalk, plan view, whole car', () => {
  test('every mark is a slider that speaks its hour', () => {
    const html = renderToStaticMarkup(<ChalkClock hours={[1.5, 12, 12.5]} onHours={() => {}} />);
    expect(html.match(/role="slider"/g)).toHaveLength(3);
    for (const words of ['half past 1', '12 o’clock', 'half past 12']) expect(html).toContain(words);
  });
  test('corners that can be gone to are buttons, wheels carry their marks', () => {
    const html = renderToStaticMarkup(
      <PlanView
        corners={['rear-left', 'rear-right']}
        active="rear-left"
        open={{ 'rear-left': 2 }}
        marks={{ 'rear-left': 'C' }}
        onPick={() => {}}
      />,
    );
    expect(html.match(/<button/g)).toHaveLength(2);
    expect(html).toContain('2 open');
    expect(html).toContain('>C<');
  });
  test('before dashed, after filled; a corner nobody measured is said, not drawn', () => {
    const html = renderToStaticMarkup(
      <StancePreview
        corners={[
          { corner: 'front-left', before: 20, after: { value: 12, pm: 1, rss: 1 } },
          { corner: 'front-right', before: null, after: null },
        ]}
        units="metric"
      />,
    );
    expect(html).toContain(
      'front left: 20.0 mm before, 12.0 mm after; front right: unmeasured before, unmeasured after',
    );
    expect(html.match(/<rect/g)).toHaveLength(2);
  });
});

describe('simulated caliper', () => {
  test('jaws end at 0 and 150, zero counts from where they stand, inches are 25.4 mm, the send key types the display', () => {
    const c = new SimulatedCaliper();
    const typed: string[] = [];
    const end = c.onSend((t) => typed.push(t));
    c.open(12.704);
    expect(c.display()).toBe('12.70');
    c.setUnit('in');
    expect(c.display()).toBe('0.5000 in');
    c.setUnit('mm');
    c.zero();
    c.open(15.2);
    c.send();
    c.open(400);
    c.zero();
    c.open(-3);
    c.send();
    end();
    c.send();
    expect(typed).toEqual(['2.50', '-150.00']);
  });
});

test('every example that is measured for it has an arch to draw', () => {
  for (const [name, p] of Object.entries(PLAN_EXAMPLES))
    expect([name, p.corners.every((c) => archModel(p, c, USUAL[endOf(p.axle)]).drawable)]).toEqual([name, true]);
});

describe('gaps drawn larger', () => {
  test('no tyre passes the middle of the car, and small gaps keep one scale', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -40, max: 200 }), { minLength: 1, maxLength: 4 }), (gaps) => {
        const corners = gaps.map((before) => ({ corner: 'front-left' as const, before, after: null }));
        // 108 from the arch edge to the middle, 46 of them tyre.
        for (const gap of gaps) expect(gap * enlargement(corners) + 46).toBeLessThanOrEqual(108);
        if (Math.max(...gaps) <= 30) expect(enlargement(corners)).toBe(1.6);
      }),
    );
  });
});

describe('bolt picture', () => {
  test.each([
    // A cone rises by its half angle over the reach: 60° included, 90° included.
    ['cone60', 4 / Math.tan(Math.PI / 6)],
    ['cone90', 4],
    ['flat', 0],
    ['flat-shank', 0],
  ] as const)('%s: the seat starts where the length under it ends', (seat, reach) => {
    expect(seatReach(seat)).toBeCloseTo(reach, 9);
    expect(boltPath(seat)).toContain('H38');
    expect(boltPath(seat)).not.toMatch(/NaN/);
  });
  test('a ball seat is part of a circle of its radius', () => {
    expect((Math.sqrt(14 ** 2 - 10.5 ** 2) + seatReach('ball14')) ** 2 + 6.5 ** 2).toBeCloseTo(14 ** 2, 9);
    expect(boltPath('ball14').match(/A14 14/g)).toHaveLength(2);
  });
  test('each length can be pressed; a seat that nobody knows is drawn dashed', () => {
    const html = renderToStaticMarkup(<BoltPicture seat="unknown" onPick={() => {}} />);
    expect(html.match(/aria-label="Edit (thread|under the seat|overall)"/g)).toHaveLength(3);
    expect(html).toContain('stroke-dasharray="4 3"');
  });
});
