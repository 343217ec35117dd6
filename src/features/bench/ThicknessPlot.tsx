import { useMemo } from 'react';
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { Plan } from '@/core/document/document';
import { mmToInch, nToLbf } from '@/core/units/factors';
import type { UnitSystem } from '@/core/units/format';
import { roundTo } from '@/core/units/round';
import { allowedSpans, sweepThickness } from '@/core/whatif/bySize';

const TO_MM = 30;
const STEP_MM = 0.5;
/** Whole fives of a millimetre scale, quarters of an inch. */
const MM_TICKS = [0, 5, 10, 15, 20, 25, 30];
const IN_TICKS = [0, 0.25, 0.5, 0.75, 1];

/** Lines on the left scale, as the legend draws them. */
const LINES = [
  { name: 'thread engaged', stroke: 'var(--accent)', width: 2.5, dash: undefined },
  { name: 'loaded clearance', stroke: 'var(--note)', width: 2, dash: '7 4' },
  { name: 'gap to the arch', stroke: 'var(--ink-soft)', width: 2, dash: '2 4' },
] as const;

/** Engagement and clearance against thickness with the fasteners on the bench; the allowed span is shaded. */
export default function ThicknessPlot({ plan, minimum, units }: { plan: Plan; minimum: number; units: UnitSystem }) {
  const { fastener } = plan;
  const points = useMemo(() => sweepThickness({ ...plan, fastener }, TO_MM, STEP_MM), [plan, fastener]);
  const spans = allowedSpans(points);
  const show = (mm: number | null): number | null =>
    mm === null ? null : Number((units === 'imperial' ? mmToInch(mm) : mm).toFixed(units === 'imperial' ? 3 : 2));
  const unit = units === 'imperial' ? 'in' : 'mm';
  // What is left is read off the plot, so it is rounded down.
  const left = (mm: number | null): number | null =>
    mm === null ? null : units === 'imperial' ? roundTo(mmToInch(mm), 3, 'down') : roundTo(mm, 2, 'down');
  const data = points.map((p) => ({
    t: show(p.thickness),
    engagement: left(p.engagement),
    clearance: left(p.clearance),
    gap: left(p.gap),
    clamp:
      p.clamp === null
        ? null
        : units === 'imperial'
          ? roundTo(nToLbf(p.clamp), 0, 'down')
          : roundTo(p.clamp / 1000, 2, 'down'),
  }));
  const clamped = points.some((p) => p.clamp !== null);
  const force = units === 'imperial' ? 'lbf' : 'kN';
  const text =
    spans.length === 0
      ? 'No thickness is allowed with these fasteners.'
      : `Allowed: ${spans.map(([a, b]) => `${show(a)} to ${show(b)} ${unit}`).join(', ')}.`;
  return (
    <figure>
      <figcaption className="flex flex-wrap items-baseline gap-x-5 gap-y-1 pb-1 text-[14px]">
        <span>{text}</span>
        <ul aria-label="Lines of the plot" className="flex flex-wrap gap-x-4 gap-y-1 text-[13px] text-soft">
          {LINES.map((l) => (
            <li key={l.name} className="flex items-center gap-1.5">
              <svg viewBox="0 0 26 6" width="26" height="6" aria-hidden="true">
                <path d="M0 3H26" stroke={l.stroke} strokeWidth={l.width} strokeDasharray={l.dash} fill="none" />
              </svg>
              {l.name}
            </li>
          ))}
          <li className="flex items-center gap-1.5">
            <svg viewBox="0 0 26 6" width="26" height="6" aria-hidden="true">
              <path d="M0 3H26" stroke="var(--caution)" strokeWidth="2" strokeDasharray="8 3 2 3" fill="none" />
            </svg>
            {clamped
              ? `clamp over what is needed, ${force}, right scale, an estimate`
              : 'clamp margin: needs seat contact, wheel load, disc hat and every wheel’s pad to seat'}
          </li>
        </ul>
      </figcaption>
      <div
        className="h-[260px]"
        role="img"
        aria-label={`Engagement, clearance, gap and clamp margin against thickness. ${text}`}
      >
        <ResponsiveContainer width="100%" height="100%">
          <LineChart data={data} margin={{ top: 8, right: 12, bottom: 18, left: 0 }} accessibilityLayer={false}>
            <CartesianGrid stroke="var(--line)" vertical={false} />
            {spans.map(([a, b]) => (
              <ReferenceArea key={a} x1={show(a) ?? 0} x2={show(b) ?? 0} fill="var(--pass)" fillOpacity={0.18} />
            ))}
            <XAxis
              dataKey="t"
              type="number"
              domain={[0, show(TO_MM) ?? TO_MM]}
              ticks={units === 'imperial' ? IN_TICKS : MM_TICKS}
              stroke="var(--ink-soft)"
              fontSize={12}
              label={{
                value: `thickness, ${unit}`,
                position: 'insideBottom',
                offset: -8,
                fill: 'var(--ink-soft)',
                fontSize: 12,
              }}
            />
            {clamped ? (
              <YAxis yAxisId="clamp" orientation="right" stroke="var(--caution)" fontSize={12} width={44} />
            ) : null}
            <YAxis stroke="var(--ink-soft)" fontSize={12} width={44} />
            <ReferenceLine
              y={show(minimum) ?? 0}
              stroke="var(--ink)"
              strokeDasharray="6 3"
              label={{ value: 'minimum thread', position: 'insideTopRight', fill: 'var(--ink)', fontSize: 12 }}
            />
            <ReferenceLine x={show(plan.spacer.thickness) ?? 0} stroke="var(--accent)" strokeWidth={2} />
            <Line
              dataKey="engagement"
              name="engaged"
              stroke="var(--accent)"
              strokeWidth={2.5}
              dot={false}
              isAnimationActive={false}
            />
            <Line
              dataKey="clearance"
              name="clearance"
              stroke="var(--note)"
              strokeWidth={2}
              strokeDasharray="7 4"
              dot={false}
              isAnimationActive={false}
            />
            <Line
              dataKey="gap"
              name="gap"
              stroke="var(--ink-soft)"
              strokeWidth={2}
              strokeDasharray="2 4"
              dot={false}
              isAnimationActive={false}
            />
            {clamped ? (
              <Line
                yAxisId="clamp"
                dataKey="clamp"
                name="clamp margin"
                stroke="var(--caution)"
                strokeWidth={2}
                strokeDasharray="8 3 2 3"
                dot={false}
                isAnimationActive={false}
              />
            ) : null}
            <Tooltip
              contentStyle={{ background: 'var(--sheet)', border: '1px solid var(--line)', color: 'var(--ink)' }}
              separator=" "
              formatter={(value, name) => `${value} ${name === 'clamp margin' ? force : unit}`}
              labelFormatter={(t) => `${t} ${unit}`}
            />
          </LineChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}
