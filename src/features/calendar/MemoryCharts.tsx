'use client';

import { useId } from 'react';
import {
  Bar,
  BarChart,
  CartesianGrid,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  ScatterChart,
  XAxis,
  YAxis,
} from 'recharts';
import type { ShopMemory } from '@/usecases/calendar/memory';

const INK = 'var(--ink-soft)';
const tick = { fill: INK, fontSize: 12 } as const;
const H = 240;

/** One drawing with its heading; what it shows is in words too. */
function Plate({ title, words, children }: { title: string; words: string; children: React.ReactNode }) {
  const id = useId();
  return (
    <figure aria-labelledby={id} className="flex flex-col gap-1 border border-line bg-sheet p-3">
      <figcaption id={id} className="text-[15px] font-[620]">
        {title}
      </figcaption>
      <p className="text-[13px] text-soft">{words}</p>
      <div aria-hidden="true" style={{ height: H }}>
        <ResponsiveContainer width="100%" height="100%">
          {children as React.ReactElement}
        </ResponsiveContainer>
      </div>
    </figure>
  );
}

const percent = (x: number | null): string => (x === null ? '–' : `${Math.round(x * 100)} %`);

/** What the shop learned, drawn: how long work took, how gaps came out, what moved, what is overdue. */
export function MemoryCharts({ memory }: { memory: ShopMemory }) {
  const most = Math.max(60, ...memory.times.flatMap((t) => [t.estimated, t.actual]));
  // Five ticks at whole tens.
  const longest = Math.ceil(most / 40) * 40;
  const moved = memory.kinds.map((k) => ({
    kind: k.kind,
    share: k.rechecks > 0 ? Math.round((k.moved / k.rechecks) * 1000) / 10 : 0,
  }));
  const late = memory.overdue.filter((o) => o.label !== 'not due yet').reduce((n, o) => n + o.count, 0);
  return (
    <div className="grid grid-cols-2 gap-4 max-lg:grid-cols-1">
      <Plate
        title="Estimate against what it took, minutes"
        words={`${memory.times.length} visits; on the line the estimate was right, above it work took longer.`}
      >
        <ScatterChart margin={{ top: 8, right: 12, bottom: 8, left: 0 }} accessibilityLayer={false}>
          <CartesianGrid stroke="var(--line)" />
          <XAxis type="number" dataKey="estimated" domain={[0, longest]} tick={tick} stroke={INK} />
          <YAxis type="number" dataKey="actual" domain={[0, longest]} tick={tick} stroke={INK} width={44} />
          <ReferenceLine
            segment={[
              { x: 0, y: 0 },
              { x: longest, y: longest },
            ]}
            stroke={INK}
            strokeDasharray="4 3"
          />
          <Scatter data={[...memory.times]} fill="var(--accent)" isAnimationActive={false} />
        </ScatterChart>
      </Plate>
      <Plate
        title="Gap achieved less predicted, mm"
        words={
          memory.correction
            ? `${memory.correction.of} comparisons: ${signed(memory.correction.shift)} ± ${memory.correction.pm.toFixed(1)} mm on average. Below the line it stood tighter than predicted.`
            : 'Fewer than four gaps were measured after fitting, so nothing is said yet.'
        }
      >
        <ScatterChart margin={{ top: 8, right: 12, bottom: 8, left: 0 }} accessibilityLayer={false}>
          <CartesianGrid stroke="var(--line)" />
          <XAxis type="number" dataKey="predicted" tick={tick} stroke={INK} />
          <YAxis type="number" dataKey="off" tick={tick} stroke={INK} width={44} />
          <ReferenceLine y={0} stroke={INK} strokeDasharray="4 3" />
          <Scatter data={[...memory.gaps]} fill="var(--accent)" isAnimationActive={false} />
        </ScatterChart>
      </Plate>
      <Plate
        title="Lugs that moved at rechecks, in a hundred rechecks"
        words={moved.map((m) => `${m.kind} ${m.share}`).join(', ') || 'No recheck is remembered yet.'}
      >
        <BarChart
          data={moved}
          layout="vertical"
          margin={{ top: 8, right: 12, bottom: 8, left: 8 }}
          accessibilityLayer={false}
        >
          <CartesianGrid stroke="var(--line)" horizontal={false} />
          <XAxis type="number" tick={tick} stroke={INK} />
          <YAxis type="category" dataKey="kind" tick={tick} stroke={INK} width={150} />
          <Bar dataKey="share" fill="var(--accent)" barSize={16} isAnimationActive={false} />
        </BarChart>
      </Plate>
      <Plate
        title="Open rechecks by how long they are overdue"
        words={`${late} overdue; ${memory.overdue.map((o) => `${o.label} ${o.count}`).join(', ')}.`}
      >
        <BarChart
          data={[...memory.overdue]}
          margin={{ top: 8, right: 12, bottom: 8, left: 0 }}
          accessibilityLayer={false}
        >
          <CartesianGrid stroke="var(--line)" vertical={false} />
          <XAxis dataKey="label" tick={tick} stroke={INK} />
          <YAxis allowDecimals={false} tick={tick} stroke={INK} width={36} />
          <Bar dataKey="count" fill="var(--caution)" barSize={28} isAnimationActive={false} />
        </BarChart>
      </Plate>
    </div>
  );
}

const signed = (x: number): string => `${x > 0 ? '+' : x < 0 ? '−' : ''}${Math.abs(x).toFixed(1)}`;

/** The same as a table: each kind of work, how long it takes here, how far estimates are off, what moves. */
export function KindTable({ memory }: { memory: ShopMemory }) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-left text-[14px]">
        <caption className="sr-only">Work by kind</caption>
        <thead>
          <tr className="border-b border-ink text-[13px] text-soft">
            {['Work', 'Done', 'Takes', 'Card’s estimate off by', 'Corrected one off by', 'Rechecks', 'Lugs moved'].map(
              (h, i) => (
                <th key={h} scope="col" className={`py-1 pr-3 font-normal ${i > 0 ? 'text-right' : ''}`}>
                  {h}
                </th>
              ),
            )}
          </tr>
        </thead>
        <tbody>
          {memory.kinds.map((k) => (
            <tr key={k.kind} className="border-b border-line">
              <th scope="row" className="py-1.5 pr-3 font-[600]">
                {k.kind}
              </th>
              {[
                k.of,
                `× ${k.factor.toFixed(2)}`,
                percent(k.errorCard),
                percent(k.errorCorrected),
                k.rechecks,
                k.moved,
              ].map((v, i) => (
                // The columns never change their order.
                // biome-ignore lint/suspicious/noArrayIndexKey: a column is its place
                <td key={i} className="figure py-1.5 pr-3 text-right">
                  {v}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
