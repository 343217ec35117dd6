'use client';

import { format } from 'date-fns';
import { useEffect, useState } from 'react';
import { plural } from '@/core/plural';
import { pagesCache, STORED_AT } from '@/ui/offline/pages';
import { useOutbox } from '@/ui/outbox';
import { Verdict } from '@/ui/Verdict';

interface Stored {
  /** This browser can store pages here. */
  readonly can: boolean;
  readonly pages: number;
  readonly newest: number;
}

const AGAIN_MS = 3000;

async function stored(): Promise<Stored> {
  const can = 'serviceWorker' in navigator && navigator.serviceWorker.controller !== null;
  const cache = await pagesCache();
  if (!can || cache === null) return { can: false, pages: 0, newest: 0 };
  const keys = await cache.keys();
  const times = await Promise.all(
    keys.map(async (k) => Number((await cache.match(k, { ignoreVary: true }))?.headers.get(STORED_AT) ?? 0)),
  );
  return { can, pages: keys.length, newest: Math.max(0, ...times) };
}

/** What lies on the device that looks at this page, and what waits on it. */
export function ThisDevice() {
  const { waiting } = useOutbox();
  const [now, setNow] = useState<Stored | null>(null);
  useEffect(() => {
    const look = () => void stored().then(setNow);
    look();
    const often = setInterval(look, AGAIN_MS);
    return () => clearInterval(often);
  }, []);
  if (now === null) return <p className="text-soft">Looking …</p>;
  const wait =
    waiting.length === 0
      ? 'Nothing waits to be sent.'
      : `${plural(waiting.length, 'entry waits', 'entries wait')} to be sent.`;
  if (now.can)
    return (
      <p>
        This device goes on without the server: {plural(now.pages, 'page lies', 'pages lie')} on it
        {now.newest > 0 ? `, the newest of ${format(now.newest, 'd MMM HH:mm')}` : ''}. {wait}
      </p>
    );
  return (
    <p className="flex items-start gap-2">
      <Verdict level="caution" />
      <span>
        {typeof window !== 'undefined' && window.isSecureContext
          ? 'This browser stores no pages yet; they are there a minute after the first one was opened, unless it is a private window.'
          : 'This device stores no pages: its address is plain http. What is entered is stored and sent, but a page that is closed or reloaded without the server is gone until it is back.'}{' '}
        {wait}
      </span>
    </p>
  );
}
