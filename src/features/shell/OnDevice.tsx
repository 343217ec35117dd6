'use client';

import { usePathname } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { forgetDevice, forgetOthers } from '@/ui/offline/forget';
import { MARK, markOnDevice } from '@/ui/offline/pages';
import { useOutbox } from '@/ui/outbox';
import { within } from '@/ui/reach';
import type { VisitPages } from '@/usecases/shop/onDevice';

const WORKER = '/sw/sw.js';
const LOOK_MS = 20_000;
/**
 * A page costs the server as much as somebody who looks at it: what the open visit needs now is fetched anew this
 * often, everything else that.
 */
const NOW_MS = 45_000;
const OTHERS_MS = 5 * 60_000;
/** A network that swallows everything must not keep this waiting for ever. */
const LATE_MS = 45_000;
/** Between two pages, so that whoever waits for one of theirs does not wait behind all of these. */
const REST_MS = 250;

const rest = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms));

const jobIn = (path: string): string | null => /^\/jobs\/([^/]+)\//.exec(path)?.[1] ?? null;

/**
 * Puts the pages that are needed at the car on this device, where the browser can (a secure address), and keeps them up
 * to date: those of the visit that is open, of visits at work and of those booked today. What belongs to somebody else
 * goes.
 */
export function OnDevice({ person }: { person: string }) {
  const path = usePathname();
  const { waiting } = useOutbox();
  const quiet = useRef(waiting.length === 0);
  quiet.current = waiting.length === 0;
  const here = useRef(path);
  here.current = path;

  useEffect(() => {
    if (!('serviceWorker' in navigator)) return;
    let over = false;
    const registered = navigator.serviceWorker
      .register(WORKER, { scope: '/', updateViaCache: 'none' })
      // A browser that refuses it works as it does without one.
      .catch(() => null);
    const fetched = new Map<string, number>();
    const look = async () => {
      if (over || document.visibilityState !== 'visible' || !quiet.current) return;
      // A newer build waits to take over. Pages of the build before go with it, so nothing may wait to be sent from
      // one.
      const newer = (await registered)?.waiting;
      if (newer) {
        // Nothing is fetched meanwhile: the one before makes way once it has nothing to do.
        newer.postMessage({ type: 'SKIP_WAITING' });
        return;
      }
      if (navigator.serviceWorker.controller === null) return;
      const open = jobIn(here.current);
      const visits = await visitsOf(open);
      for (const visit of visits) {
        const own = open !== null && visit.paths.some((p) => jobIn(p) === open);
        for (const p of visit.paths) {
          // A newer build is not kept waiting by pages of the one before.
          if (over || !quiet.current || (await registered)?.waiting) return;
          if ((await markOnDevice(p)) === visit.mark) continue;
          const often = own && visit.now.includes(p) ? NOW_MS : OTHERS_MS;
          if (Date.now() - (fetched.get(p) ?? 0) < often) continue;
          fetched.set(p, Date.now());
          try {
            const page = await fetch(p, {
              headers: { [MARK]: visit.mark },
              redirect: 'manual',
              ...within(LATE_MS),
            });
            await page.text();
          } catch {
            return;
          }
          await rest(REST_MS);
        }
      }
    };
    let busy = false;
    const inTurn = async () => {
      if (busy) return;
      busy = true;
      await look().finally(() => {
        busy = false;
      });
    };
    void forgetOthers(person).then(inTurn);
    const often = setInterval(() => void inTurn(), LOOK_MS);
    // The first page of all is open before the worker is there.
    const begins = () => void inTurn();
    navigator.serviceWorker.addEventListener('controllerchange', begins);
    return () => {
      over = true;
      clearInterval(often);
      navigator.serviceWorker.removeEventListener('controllerchange', begins);
    };
  }, [person]);
  return null;
}

/** What is to be on this device. Whoever is signed in no more has nothing here. */
async function visitsOf(open: string | null): Promise<readonly VisitPages[]> {
  try {
    const answer = await fetch(`/api/on-device${open === null ? '' : `?job=${encodeURIComponent(open)}`}`, {
      cache: 'no-store',
      ...within(LATE_MS),
    });
    if (answer.status === 401) await forgetDevice();
    if (!answer.ok) return [];
    return ((await answer.json()) as { visits: readonly VisitPages[] }).visits;
  } catch {
    return [];
  }
}
