'use client';

import { useEffect, useState } from 'react';

/** Two clocks in one shop differ by less. */
const APART = 5 * 60_000;

/** A clock that is wrong is said on every page: the machine’s that keeps the work, or this tablet’s. */
export function ClockNotice({ behind, now }: { behind: string | null; now: number }) {
  const [apart, setApart] = useState<number | null>(null);
  useEffect(() => {
    const off = Date.now() - now;
    // What a page took to come, or lay in the background, is no wrong clock.
    const took = performance.now();
    setApart(Math.abs(off) > APART + took ? off : null);
  }, [now]);
  if (behind === null && apart === null) return null;
  return (
    <div role="alert" className="no-print border-b-2 border-caution bg-sheet px-4 py-2 text-[15px]">
      {behind ? <p>{behind}</p> : null}
      {apart !== null ? (
        <p>
          The clock of this tablet stands {Math.round(Math.abs(apart) / 60_000)} minutes{' '}
          {apart > 0 ? 'after' : 'before'} the one of the machine that keeps the work. That one counts; find out which
          of them is wrong.
        </p>
      ) : null}
    </div>
  );
}
