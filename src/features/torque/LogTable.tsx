import type { Entry, Felt, Outcome } from '@/core/torque/log';
import type { TraceClass, TraceSample } from '@/core/torque/trace';
import { TracePlot } from '@/drawing/TracePlot';
import { formatTorque, type UnitSystem } from '@/core/units/format';

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
        {rows.map((r) => (
          <tr key={r.seq} className={`border-b border-line ${r.struck ? 'text-soft line-through' : ''}`}>
            <td className={`py-0.5 ${r.note ? '' : 'whitespace-nowrap'}`}>
              {r.pass === 'strike' ? 'struck out' : r.pass}
              {r.note ? `: ${r.note}` : ''}
            </td>
            <td className="pl-3 text-right">{r.lug < 0 ? '–' : order.indexOf(r.lug) + 1}</td>
            <td className="pl-3 text-right whitespace-nowrap">
              {r.reading === null ? (r.felt === 'click' ? 'clicked' : '–') : formatTorque(r.reading, units)}
            </td>
            <td className="pl-3 text-right">
              {r.angle !== null ? `${r.angle}°` : r.felt !== null && r.felt !== 'click' ? FELT_WORD[r.felt] : '–'}
            </td>
            <td className="pl-3">
              {r.outcome === 'done' || r.struck ? '' : <strong className="text-stop">{WORD[r.outcome]} </strong>}
              {r.trace && full ? (
                <TracePlot
                  small
                  samples={r.trace}
                  target={r.reading ?? 1}
                  title={`Trace of lug ${order.indexOf(r.lug) + 1}`}
                />
              ) : null}{' '}
              {full ? `${r.by}, ${r.at}` : ''}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
