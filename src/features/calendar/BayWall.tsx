'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { waitText } from '@/core/procedure/clocks';
import { standsBack } from '@/ui/offline/standBack';
import { reachable } from '@/ui/reach';
import { VerdictMark } from '@/ui/Verdict';
import type { BayDisplay } from '@/usecases/calendar/display';

const LOOK_MS = 6000;

/** The wall of a bay, read from four metres: what runs, which step, which figure, which clock. */
export function BayWall({ display }: { display: BayDisplay }) {
  const router = useRouter();
  const [now, setNow] = useState(display.now);
  useEffect(() => {
    // Time goes on from what the server said: a tablet's own clock may be anything.
    const since = performance.now();
    const tick = setInterval(() => setNow(display.now + performance.now() - since), 1000);
    return () => clearInterval(tick);
  }, [display.now]);
  useEffect(() => {
    const look = async () => {
      if (!standsBack() && (await reachable())) router.refresh();
    };
    const often = setInterval(() => void look(), LOOK_MS);
    return () => clearInterval(often);
  }, [router]);
  const { visit, next } = display;
  return (
    <main data-display className="flex min-h-dvh flex-col gap-4 p-6">
      <div className="flex items-baseline justify-between gap-6 border-b-2 border-ink pb-2">
        <h1 className="!text-[40px]">{display.place}</h1>
        <span className="figure text-[48px] leading-none font-[640]">{display.time}</span>
      </div>
      {visit ? (
        <>
          <p className="flex flex-wrap items-baseline gap-x-6 text-[32px] leading-tight">
            <span className="font-[680]">{visit.title}</span>
            <span className="figure text-soft">{visit.plate}</span>
            <span className={`inline-flex items-center gap-3 ${visit.late ? 'text-caution' : 'text-soft'}`}>
              {visit.late ? <VerdictMark level="caution" size={28} /> : null}
              {visit.state || 'booked'} · until {visit.until}
            </span>
          </p>
          <section aria-label="Now" className="flex flex-1 flex-col justify-center gap-2">
            <p className="text-[40px] leading-none text-soft">{visit.where}</p>
            <p className="text-[72px] leading-[1.05] font-[680]">{visit.step}</p>
            {visit.figure ? (
              <p className="figure text-[112px] leading-none font-[700] text-accent">{visit.figure}</p>
            ) : null}
            {visit.beside ? <p className="text-[32px] text-soft">{visit.beside}</p> : null}
          </section>
          {visit.troubles.map((t) => (
            <p key={t} className="flex items-center gap-4 border-4 border-stop p-3 text-[40px]">
              <VerdictMark level="stop" size={40} />
              {t}
            </p>
          ))}
          <ul aria-label="Clocks" className="flex flex-wrap gap-x-10 gap-y-2">
            {visit.clocks.map((c) => (
              <li key={c.label} className="border-l-4 border-accent pl-4">
                <span className="block text-[28px] text-soft">{c.label}</span>
                <span className="figure block text-[96px] leading-none font-[680]">{leftText(c.until, now)}</span>
              </li>
            ))}
          </ul>
        </>
      ) : (
        <p className="flex-1 text-[64px] leading-tight font-[640]">Nothing runs here now.</p>
      )}
      {display.unbooked.length === 0 ? null : (
        <section aria-label="Begun without a booking" className="border-t border-line pt-2">
          <p className="text-[24px] text-soft">Begun without a booking today</p>
          <ul className={visit ? 'text-[28px]' : 'text-[48px] leading-tight'}>
            {display.unbooked.slice(0, 3).map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          {display.unbooked.length > 3 ? (
            <p className="text-[24px] text-soft">and {display.unbooked.length - 3} more</p>
          ) : null}
        </section>
      )}
      <div className="flex items-baseline justify-between gap-6 border-t border-line pt-2 text-[28px]">
        <p>
          {next ? (
            <>
              <span className="text-soft">Next, </span>
              <span className="figure">{next.when}</span> {next.title}
              {next.who ? `, ${next.who}` : ''}
            </>
          ) : (
            <span className="text-soft">Nothing else is booked here today.</span>
          )}
        </p>
        <a href="/" className="touch text-[16px] text-accent underline underline-offset-4">
          Leave
        </a>
      </div>
    </main>
  );
}

function leftText(until: number | null, now: number): string {
  if (until === null) return 'clock?';
  return until <= now ? 'over' : waitText(until - now);
}
