'use client';

import { Contrast } from 'lucide-react';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useTransition } from 'react';
import { NavLink } from '@/ui/NavLink';
import type { Session } from '@/usecases/session';
import { keep } from './actions';

const NEXT_THEME = { auto: 'dark', dark: 'light', light: 'auto' } as const;

const VIEWS = [
  { href: '/', label: 'Day board' },
  { href: '/vehicles', label: 'Vehicles' },
  { href: '/shelf', label: 'Shelf' },
  { href: '/quick', label: 'Quick answer' },
  { href: '/rulebook', label: 'Rulebook' },
  { href: '/practice', label: 'Practice' },
  { href: '/settings', label: 'Settings' },
];

/** The top line of every page: where to go, who is at the bench, units, light or dark. */
export function Header({ session }: { session: Session }) {
  const path = usePathname();
  const router = useRouter();
  const [, start] = useTransition();
  const other = session.units === 'metric' ? 'imperial' : 'metric';

  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (e.key === 'F2' && !e.ctrlKey && !e.metaKey && !e.altKey) {
        e.preventDefault();
        return router.push('/quick');
      }
      const target = e.target as HTMLElement;
      if (e.key !== 'u' || e.ctrlKey || e.metaKey || e.altKey || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
        return;
      start(() => keep('units', other));
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [other, router]);

  return (
    <header className="no-print flex min-h-[52px] flex-wrap items-center gap-x-1 border-b border-line bg-sheet px-4">
      <NavLink
        href="/"
        className="mr-4 flex items-center gap-2 text-[19px] font-[720] tracking-tight"
        style={{ fontStretch: '118%' }}
      >
        <Mark />
        Vectis
      </NavLink>
      <nav aria-label="Views" className="flex h-[52px]">
        {VIEWS.map((v) => (
          <NavLink
            key={v.href}
            href={v.href}
            aria-current={path === v.href ? 'page' : undefined}
            className="flex h-full items-center border-b-2 border-transparent px-3 text-[15px] whitespace-nowrap aria-[current=page]:border-accent aria-[current=page]:font-[620]"
          >
            {v.label}
          </NavLink>
        ))}
      </nav>
      <div className="ml-auto flex items-center gap-2 whitespace-nowrap">
        <NavLink
          href={`/who?back=${encodeURIComponent(path)}`}
          className={`touch flex max-w-[240px] items-center gap-2 rounded-[3px] border px-2 text-[15px] hover:border-line ${session.who === null ? 'border-stop font-[620] text-stop' : 'border-transparent'}`}
        >
          <span className="text-[13px] text-soft max-xl:sr-only">Signed in:</span>
          <span className="truncate">{session.who ?? 'Who is it?'}</span>
        </NavLink>
        <button
          type="button"
          onClick={() => start(() => keep('units', other))}
          className="touch figure rounded-[3px] border border-line px-3 text-[14px]"
          title="Key: u"
        >
          <span className="sr-only">Switch units, now </span>
          {session.units === 'metric' ? 'mm · N·m' : 'in · lbf·ft'}
        </button>
        <button
          type="button"
          onClick={() => start(() => keep('theme', NEXT_THEME[session.theme]))}
          className="touch inline-flex items-center gap-2 rounded-[3px] border border-line px-3 text-[14px]"
        >
          <Contrast size={16} aria-hidden="true" />
          <span className="sr-only">Light or dark, now </span>
          {session.theme}
        </button>
      </div>
    </header>
  );
}

/** A spacer seen in section: two plates and the gap that is the work. */
function Mark() {
  return (
    <svg viewBox="0 0 20 20" width="20" height="20" aria-hidden="true">
      <path d="M2 2V18M18 2V18" stroke="currentColor" strokeWidth="3" />
      <path d="M8 4V16M12 4V16" stroke="var(--accent)" strokeWidth="2.5" />
    </svg>
  );
}
