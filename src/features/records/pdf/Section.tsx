import { G, Line, Path, Rect, Svg, Text } from '@react-pdf/renderer';
import type { SectionBlock, StackGeometry } from '@/core/figures/geometry';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { blockPath, layoutStack } from '@/drawing/stackLayout';
import { SHEET_FACE } from '@/files/pdf';

type Drawable = Extract<StackGeometry, { drawable: true }>;

/** Tones that stay apart in black and white. */
const TONE: Readonly<Record<SectionBlock['part'], string>> = {
  hub: '#c9c6bd',
  disc: '#d9d6cd',
  spacer: '#b9d6d5',
  wheel: '#ebe8df',
  'fastener-shank': '#d8c48f',
  'fastener-thread': '#d8c48f',
  'fastener-head': '#d8c48f',
  nut: '#c9b274',
};
const INK = '#222222';

/** The section of a stack on paper, to scale, with its dimensions. */
export function Section({ geometry: g, units, width }: { geometry: Drawable; units: UnitSystem; width: number }) {
  const l = layoutStack(g);
  const [x = 0, y = 0, w = 1, h = 1] = l.viewBox.split(' ').map(Number);
  return (
    <Svg viewBox={`${x} ${y} ${w} ${h}`} style={{ width, height: (width * h) / w }}>
      {g.blocks.map((b) => (
        <Path key={`${b.part}/${b.x0}/${b.y0}`} d={blockPath(b)} fill={TONE[b.part]} stroke={INK} strokeWidth={0.25} />
      ))}
      {g.engaged ? (
        <Rect
          x={g.engaged.x0}
          y={-1.2}
          width={Math.max(0.1, g.engaged.x1 - g.engaged.x0)}
          height={2.4}
          fill="#0b6468"
        />
      ) : null}
      {l.teeth ? (
        <>
          <Path d={l.teeth.upper} fill="none" stroke="#0b6468" strokeWidth={0.35} />
          <Path d={l.teeth.lower} fill="none" stroke="#0b6468" strokeWidth={0.35} />
        </>
      ) : null}
      <Line x1={g.minimumAt} x2={g.minimumAt} y1={-l.half} y2={l.half} stroke="#a3141a" strokeWidth={0.35} />
      <Line x1={l.x0} x2={l.x1} y1={0} y2={0} stroke={INK} strokeWidth={0.2} strokeDasharray="4 1 1 1" />
      {l.dimensions.map((d) => (
        <G key={d.id}>
          <Line x1={d.x0} x2={d.x1} y1={d.y} y2={d.y} stroke={INK} strokeWidth={0.3} />
          <Line x1={d.x0} x2={d.x0} y1={d.y - 1.5} y2={d.y + 1.5} stroke={INK} strokeWidth={0.3} />
          <Line x1={d.x1} x2={d.x1} y1={d.y - 1.5} y2={d.y + 1.5} stroke={INK} strokeWidth={0.3} />
          <Text x={(d.x0 + d.x1) / 2} y={d.y - 1} style={{ fontSize: 2.8, fontFamily: SHEET_FACE }} textAnchor="middle">
            {`${d.id} ${formatLength(d.x1 - d.x0, units)}`}
          </Text>
        </G>
      ))}
    </Svg>
  );
}
