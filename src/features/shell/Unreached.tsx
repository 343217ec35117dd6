'use client';

import { format } from 'date-fns';
import Link from 'next/link';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { plural } from '@/core/plural';
import { shownAsOf } from '@/ui/offline/pages';
import { isMine } from '@/ui/outbox';
import { holdPageParts, onReach, reachable } from '@/ui/reach';
import { useShownAnew } from '@/ui/useShownAnew';

const AGAIN_MS = 3000;

if (typeof window !== 'undefined') holdPageParts();

/** How long something is on its way before it is said that it waits. */
const LONG_MS = 2000;

/**
 * The server is not there: said once on the page, which stays as it is, until it is back. What waits on this device is
 * counted on every page, and what was refused and belongs to another page says where.
 */
export function Unreached() {
  const [there, setThere] = useState(true);
  const { waiting, refused } = useShownAnew();
  const here = usePathname();
  const elsewhere = refused.filter((p) => isMine(p) && p.from !== undefined && p.from !== here);
  const [long, setLong] = useState(false);
  const some = waiting.length > 0;
  useEffect(() => {
    setLong(false);
    if (!some) return;
    const soon = setTimeout(() => setLong(true), LONG_MS);
    return () => clearTimeout(soon);
  }, [some]);
  useEffect(() => onReach(setThere), []);
  const asOf = useStoredPage(there);
  useEffect(() => {
    if (there) return;
    const again = setInterval(() => void reachable(), AGAIN_MS);
    return () => clearInterval(again);
  }, [there]);
  if (there)
    return (
      <>
        {some && long ? (
          <p role="status" className="no-print border-b border-line bg-sheet px-4 py-1 text-[14px] text-soft">
            {plural(waiting.length, 'entry waits', 'entries wait')} on this device and will be sent in order.
          </p>
        ) : null}
        {elsewhere.map((p) => (
          <p key={p.id} role="alert" className="no-print border-b border-stop bg-stop-wash px-4 py-1 text-[14px]">
            Entered on this device and not kept: {p.refused}{' '}
            <Link href={p.from ?? '/'} className="font-[600] text-accent underline underline-offset-4">
              Go to it
            </Link>
          </p>
        ))}
      </>
    );
  return (
    <p
      role="alert"
      className="no-print sticky top-0 z-20 border-b-2 border-stop bg-stop-wash px-4 py-2 text-[15px] font-[560]"
    >
      {asOf === null
        ? 'The server cannot be reached, so this page stays as it is.'
        : `The server cannot be reached. This page is the one of ${format(asOf, 'd MMM HH:mm')} that lies on this device; what others did since is not on it.`}{' '}
      What you typed is still here; what you tapped is sent once it is back
      {waiting.length === 0 ? '.' : `: ${plural(waiting.length, 'waits', 'wait')}.`}
    </p>
  );
}

/**
 * When the page on the screen was made, where it lay on this device and is shown without the server; it is shown anew
 * once that is back.
 */
function useStoredPage(there: boolean): number | null {
  const router = useRouter();
  const [asOf, setAsOf] = useState<number | null>(null);
  // The server's page and the device's are one page: only the browser knows which it has.
  useEffect(() => setAsOf(shownAsOf()), []);
  const ask = there && asOf !== null;
  useEffect(() => {
    if (!ask) return;
    let left = false;
    void reachable().then((back) => {
      if (!back || left) return;
      router.refresh();
      setAsOf(null);
    });
    return () => {
      left = true;
    };
  }, [ask, router]);
  return asOf;
}
