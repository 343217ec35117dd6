import { format } from 'date-fns';
import { AXLE_LABEL } from '@/core/document/labels';
import { NavLink } from '@/ui/NavLink';
import type { Waiting } from '@/usecases/vehicle/dueRechecks';

/** Work that is begun and what is due, before anything else is read of the car. */
export function BegunAndDue({ waiting }: { waiting: readonly Waiting[] }) {
  if (waiting.length === 0) return null;
  return (
    <section aria-labelledby="now">
      <h2 id="now" className="mb-1">
        Begun and due
      </h2>
      <ul className="divide-y divide-line border-y border-line">
        {waiting.map((w) => (
          <li key={w.id}>
            <NavLink
              href={w.href}
              className="touch flex flex-wrap items-center gap-x-6 px-2 text-[15px] hover:bg-accent-wash"
            >
              <span className="min-w-[110px] font-[600]">{AXLE_LABEL[w.axle]}</span>
              <span className="flex-1">{w.what}</span>
              {w.from === null ? null : (
                <span className={w.late ? 'font-[560] text-stop' : 'text-soft'}>
                  {w.late ? 'overdue, was due ' : 'due '}
                  <span className="figure">{format(w.from, 'd MMM yyyy')}</span>
                </span>
              )}
            </NavLink>
          </li>
        ))}
      </ul>
    </section>
  );
}
