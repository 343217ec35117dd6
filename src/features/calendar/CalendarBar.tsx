import { NavLink } from '@/ui/NavLink';
import type { By } from './Calendar';

export interface Shown {
  readonly day: string;
  readonly span: 'day' | 'week';
  readonly by: By;
}

const hrefOf = (s: Shown, today: string): string => {
  const q = new URLSearchParams();
  if (s.day !== today) q.set('day', s.day);
  if (s.span !== 'day') q.set('span', s.span);
  if (s.by !== 'place') q.set('by', s.by);
  const text = q.toString();
  return text === '' ? '/' : `/?${text}`;
};

/** Which days are shown, and by what; all of it in the address. */
export function CalendarBar({
  shown,
  today,
  before,
  after,
}: {
  shown: Shown;
  today: string;
  before: string;
  after: string;
}) {
  const link = (change: Partial<Shown>, label: string, on = false, name?: string) => (
    <NavLink
      href={hrefOf({ ...shown, ...change }, today)}
      aria-current={on ? 'true' : undefined}
      {...(name ? { 'aria-label': name } : {})}
      className="touch inline-flex min-w-[44px] items-center justify-center border border-strong bg-sheet px-3 text-[14px] aria-[current=true]:border-accent aria-[current=true]:bg-accent aria-[current=true]:text-accent-ink"
    >
      {label}
    </NavLink>
  );
  const unit = shown.span === 'day' ? 'day' : 'week';
  return (
    <nav aria-label="Calendar" className="flex flex-wrap items-center gap-3">
      <span className="flex gap-px">
        {link({ day: before }, '◀', false, `The ${unit} before`)}
        {link({ day: today }, 'Today', shown.day === today)}
        {link({ day: after }, '▶', false, `The ${unit} after`)}
      </span>
      <span className="flex gap-px">
        {link({ span: 'day' }, 'Day', shown.span === 'day')}
        {link({ span: 'week' }, 'Week', shown.span === 'week')}
      </span>
      <span className="flex gap-px">
        {link({ by: 'place' }, 'By place', shown.by === 'place')}
        {link({ by: 'person' }, 'By person', shown.by === 'person')}
      </span>
    </nav>
  );
}
