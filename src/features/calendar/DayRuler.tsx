import { useDndContext, useDroppable } from '@dnd-kit/core';
import { useEffect, useRef, useState } from 'react';
import type { Bar, CalendarView, DayRuler as Ruler } from '@/usecases/calendar/day';
import { BarFace } from './BarFace';
import type { By, DropData } from './Calendar';
import { freeIn } from './free';
import { lanesOf } from './lanes';
import { inRow, otherName, rowsOf } from './rows';

export const QUARTER = 15 * 60_000;
const LANE = 60;

const share = (at: number, { from, to }: Ruler): number => ((at - from) / (to - from)) * 100;
const clip = (at: number, { from, to }: Ruler): number => Math.min(to, Math.max(from, at));

/**
 * One day drawn to scale: hours as ticks along the top, a line for now, closed hours hatched, work solid and waiting
 * dashed.
 */
export function DayRuler({
  view,
  ruler,
  by,
  onOpen,
}: {
  view: CalendarView;
  ruler: Ruler;
  by: By;
  onOpen: (bar: Bar) => void;
}) {
  const rows = rowsOf(view.rows, by);
  return (
    <section aria-label={`Bookings, ${ruler.label}`} className="overflow-x-auto border border-line bg-sheet">
      <div className="min-w-[760px]">
        <div className="grid grid-cols-[104px_1fr] border-b border-ink">
          <span className="narrow self-end px-2 pb-1 text-[12px] text-soft">{by === 'place' ? 'Place' : 'Person'}</span>
          <HourScale ruler={ruler} />
        </div>
        {rows.map((row) => (
          <RulerRow key={row.id ?? 'nobody'} view={view} ruler={ruler} row={row} by={by} onOpen={onOpen} />
        ))}
        {rows.length === 0 ? (
          <p className="p-4">
            No bay is on the calendar yet. The first booking makes one; more are added in Settings, under Calendar.
          </p>
        ) : null}
      </div>
    </section>
  );
}

function HourScale({ ruler }: { ruler: Ruler }) {
  return (
    <div className="relative h-[30px]" aria-hidden="true">
      {ruler.marks.map((m) => (
        <span
          key={m.at}
          className="figure absolute bottom-0 border-l border-ink pb-1 pl-1 text-[12px]"
          style={{ left: `${share(m.at, ruler)}%` }}
        >
          {share(m.at, ruler) < 97 ? m.label : ''}
        </span>
      ))}
    </div>
  );
}

function RulerRow({
  view,
  ruler,
  row,
  by,
  onOpen,
}: {
  view: CalendarView;
  ruler: Ruler;
  row: { readonly id: string | null; readonly name: string };
  by: By;
  onOpen: (bar: Bar) => void;
}) {
  const own = ruler.bars.filter((b) => inRow(b, row.id, view.rows, by));
  const spans = own.map((bar) => ({ bar, from: bar.from, to: bar.reaches }));
  const lanes = lanesOf(spans);
  const height = Math.max(1, ...[...lanes.values()].map((l) => l + 1)) * LANE + 8;
  const ref = useRef<HTMLDivElement | null>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const el = ref.current;
    if (!el) return;
    const seen = new ResizeObserver(() => setWidth(el.clientWidth));
    seen.observe(el);
    return () => seen.disconnect();
  }, []);
  const data: DropData = {
    day: ruler.day,
    row: row.id,
    from: ruler.from,
    msPerPx: width > 0 ? (ruler.to - ruler.from) / width : null,
    rowHeight: height,
  };
  const { setNodeRef, isOver } = useDroppable({ id: `row/${row.id ?? 'nobody'}`, data });
  const { active } = useDndContext();
  return (
    <div className="grid grid-cols-[104px_1fr] border-b border-line last:border-b-0">
      <span className="narrow flex flex-col px-2 pt-2 text-[14px] font-[600]">
        <span>{row.name}</span>
        <span className="text-[12px] font-normal text-soft">{freeIn(view, ruler, row.id, by)}</span>
      </span>
      <div
        ref={(el) => {
          ref.current = el;
          setNodeRef(el);
        }}
        className={`relative ${isOver && active ? 'bg-accent-wash' : ''}`}
        style={{ height }}
      >
        <Closed ruler={ruler} row={row.id} />
        {ruler.marks.map((m) => (
          <span
            key={m.at}
            aria-hidden="true"
            className="absolute inset-y-0 border-l border-line"
            style={{ left: `${share(m.at, ruler)}%` }}
          />
        ))}
        {spans.map((s) => (
          <BarOn
            key={s.bar.id}
            bar={s.bar}
            ruler={ruler}
            lane={lanes.get(s) ?? 0}
            view={view}
            by={by}
            onOpen={onOpen}
          />
        ))}
        <NowLine view={view} ruler={ruler} />
      </div>
    </div>
  );
}

function BarOn({
  bar,
  ruler,
  lane,
  view,
  by,
  onOpen,
}: {
  bar: Bar;
  ruler: Ruler;
  lane: number;
  view: CalendarView;
  by: By;
  onOpen: (bar: Bar) => void;
}) {
  const [from, to] = [clip(bar.from, ruler), clip(bar.to, ruler)];
  const left = share(from, ruler);
  const width = Math.max(1.2, share(to, ruler) - left);
  const top = lane * LANE + 4;
  const late = clip(bar.reaches, ruler);
  return (
    <>
      {late > to ? (
        <span
          aria-hidden="true"
          className="absolute border-y-2 border-dashed border-caution"
          style={{
            left: `${share(to, ruler)}%`,
            width: `${share(late, ruler) - share(to, ruler)}%`,
            top: top + 14,
            height: 28,
          }}
        />
      ) : null}
      <BarFace
        bar={bar}
        detail={otherName(bar, view.rows, by)}
        onOpen={onOpen}
        className="absolute"
        style={{ left: `${left}%`, width: `${width}%`, top, height: LANE - 8, ...waitStripes(bar) }}
      />
    </>
  );
}

/** What is waited for within a bar is struck out lightly: hands are free there. */
function waitStripes(bar: Bar): React.CSSProperties {
  const wait = bar.stretches.find((s) => s.what === 'wait');
  if (!wait) return {};
  const at = (x: number): string => `${(((x - bar.from) / (bar.to - bar.from)) * 100).toFixed(2)}%`;
  const stripes = 'repeating-linear-gradient(135deg, transparent 0 5px, var(--line) 5px 6px)';
  return {
    backgroundImage: `linear-gradient(90deg, var(--sheet) ${at(wait.from)}, transparent ${at(wait.from)} ${at(wait.to)}, var(--sheet) ${at(wait.to)}), ${stripes}`,
  };
}

function Closed({ ruler, row }: { ruler: Ruler; row: string | null }) {
  const shut: { from: number; to: number; title: string }[] = [];
  let at = ruler.from;
  for (const o of ruler.open) {
    if (o.from > at) shut.push({ from: at, to: o.from, title: '' });
    at = Math.max(at, o.to);
  }
  if (at < ruler.to) shut.push({ from: at, to: ruler.to, title: ruler.open.length === 0 ? 'closed' : '' });
  for (const c of ruler.closed)
    if (c.resourceId === null || c.resourceId === row)
      shut.push({ from: clip(c.from, ruler), to: clip(c.to, ruler), title: c.title });
  return shut.map((s) => (
    <span
      key={`${s.from}/${s.title}`}
      className="absolute inset-y-0 overflow-hidden px-1 text-[12px] text-soft"
      style={{
        left: `${share(s.from, ruler)}%`,
        width: `${share(s.to, ruler) - share(s.from, ruler)}%`,
        background: 'repeating-linear-gradient(45deg, transparent 0 7px, var(--line) 7px 8px)',
      }}
    >
      {s.title ? <span className="bg-sheet px-1">{s.title}</span> : null}
    </span>
  ));
}

function NowLine({ view, ruler }: { view: CalendarView; ruler: Ruler }) {
  if (view.now < ruler.from || view.now > ruler.to) return null;
  return (
    <span
      aria-hidden="true"
      className="pointer-events-none absolute inset-y-0 z-10 border-l-2 border-stop"
      style={{ left: `${share(view.now, ruler)}%` }}
    />
  );
}
