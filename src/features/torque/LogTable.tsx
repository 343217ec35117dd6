import type { Entry, Felt, Outcome } from '@/core/torque/log';
import type { TraceClass, TraceSample } from '@/core/torque/trace';
import { formatTorque, type UnitSystem } from '@/core/units/format';
import { TracePlot } from '@/drawing/TracePlot';
import { type LogRow, LogRows } from './LogRows';

export interface LogLine {
  readonly seq: number;
  readonly pass: Entry;
  readonly lug: number;
  readonly reading: number | null;
  readonly angle: number | null;
  readonly felt: Felt | null;
  readonly note: string | null;
  /** A slip took it back: it stays in the log and counts no more. */
  readonly struck: boolean;
  readonly outcome: Outcome;
  readonly by: string;
  readonly at: string;
  /** What an electronic wrench sent; null where it sent nothing. */
  readonly trace: readonly TraceSample[] | null;
  readonly shows: TraceClass | null;
  readonly hash: string;
}

const FELT_WORD: Readonly<Record<Felt, string>> = { click: 'clicked', held: 'held', little: 'a little', lot: 'a lot' };

const WORD: Readonly<Record<Outcome, string>> = {
  done: '',
  low: 'low',
  over: 'over',
  moved: 'moved',
  tight: 'tight already',
  stopped: 'stopped',
};

/** The torque log of a wheel, newest first; lug numbers as on the wheel face. */
export function LogTable({
  log,
  units,
  order,
  full,
}: {
  log: readonly LogLine[];
  units: UnitSystem;
  order: readonly number[];
  full?: boolean;
}) {
  if (log.length === 0)
    return <p className="text-[14px] text-soft">No entries yet. Entries cannot be altered later.</p>;
  const rows = full ? log : [...log].reverse().slice(0, 8);
  return (
    <table className="figure w-full text-[13px]">
      <caption className="pb-1 text-left font-sans text-[13px] font-[600] text-soft">
        Torque log, {log.length} {log.length === 1 ? 'entry' : 'entries'}
        {full || log.length <= 8 ? '' : ', newest 8'}
      </caption>
      <thead>
        <tr className="border-b border-line text-left text-soft">
          <th scope="col" className="font-normal whitespace-nowrap">
            Pass
          </th>
          <th scope="col" className="pl-3 text-right font-normal whitespace-nowrap">
            Lug
          </th>
          <th scope="col" className="pl-3 text-right font-normal whitespace-nowrap">
            Reading
          </th>
          <th scope="col" className="pl-3 text-right font-normal whitespace-nowrap">
            Moved
          </th>
          <th scope="col" className="pl-3 font-normal">
            {full ? 'Who, when' : 'Result'}
          </th>
        </tr>
      </thead>
      <tbody>
        <LogRows rows={rows.map((r) => rowOf(r, { units, order, full: full === true }))} />
      </tbody>
    </table>
  );
}

/** An entry in words; what it has nothing of is left out, and so not sent with the page. */
function rowOf(
  r: LogLine,
  { units, order, full }: { units: UnitSystem; order: readonly number[]; full: boolean },
): LogRow {
  const pass = r.pass === 'strike' ? 'struck out' : r.pass;
  const lug = order.indexOf(r.lug) + 1;
  return {
    seq: r.seq,
    pass: r.note ? `${pass}: ${r.note}` : pass,
    lug: r.lug < 0 ? '–' : `${lug}`,
    reading: r.reading === null ? (r.felt === 'click' ? 'clicked' : '–') : formatTorque(r.reading, units),
    moved: r.angle !== null ? `${r.angle}°` : r.felt !== null && r.felt !== 'click' ? FELT_WORD[r.felt] : '–',
    ...(r.note ? { long: true } : {}),
    ...(r.struck ? { struck: true } : {}),
    ...(r.outcome === 'done' || r.struck ? {} : { outcome: WORD[r.outcome] }),
    ...(r.trace && full
      ? {
          plot: <TracePlot small samples={r.trace} target={r.reading ?? 1} title={`Trace of lug ${lug}`} />,
        }
      : {}),
    ...(full ? { who: `${r.by}, ${r.at}` } : {}),
  };
}
