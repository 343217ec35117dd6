import type { Level } from '@/core/rules/kit/finding';
import { VerdictMark } from '@/ui/Verdict';
import type { Ready, ReadyState } from '@/usecases/calendar/ready';

const MARK: Readonly<Record<ReadyState, Level>> = {
  ready: 'pass',
  shelf: 'pass',
  ordered: 'note',
  missing: 'caution',
  unmeasured: 'unmeasured',
  open: 'caution',
};

/** Whether a visit can be done when its car comes in, line by line. */
export function ReadyLines({ axle, ready }: { axle: string | null; ready: Ready }) {
  const open = ready.lines.filter((l) => l.state !== 'ready' && l.state !== 'shelf').length;
  return (
    <details className="text-[14px]" open={!ready.ready}>
      <summary className="touch flex cursor-pointer items-center gap-2 font-[600]">
        <VerdictMark level={ready.ready ? 'pass' : 'caution'} size={14} />
        {axle ? `${axle}: ` : ''}
        {ready.ready
          ? 'Ready'
          : `Not ready: ${open} ${open === 1 ? 'thing is' : 'things are'} open. It can be booked all the same.`}
      </summary>
      <ul aria-label={`What ${axle ? axle.toLowerCase() : 'it'} needs`} className="flex flex-col gap-1 pb-2">
        {ready.lines.map((l) => (
          <li key={l.what} className="flex gap-2">
            <span className="pt-1">
              <VerdictMark level={MARK[l.state]} size={12} />
            </span>
            <span>
              {l.what}: <span className="text-soft">{l.text}</span>
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}
