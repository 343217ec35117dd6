'use client';

import { usePathname } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { forgetDevice, forgetOthers } from '@/ui/offline/forget';
import { MARK, markOnDevice } from '@/ui/offline/pages';
import { standBack } from '@/ui/offline/standBack';
import { outboxLeft, useOutbox } from '@/ui/outbox';
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

/** So long what looks by itself is still while a newer build takes over, and so long before it what is under way ends. */
const STILL_MS = 6000;
const ENDS_MS = 2000;

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
    // A browser that refuses it works as it does without one; one that could not reach it is asked again at each look.
    const register = () =>
      void navigator.serviceWorker.register(WORKER, { scope: '/', updateViaCache: 'none' }).catch(() => null);
    register();
    const registered = () => navigator.serviceWorker.getRegistration('/').catch(() => undefined);
    const fetched = new Map<string, number>();
    const look = async () => {
      if (over || document.visibilityState !== 'visible' || !quiet.current) return;
      const registration = await registered();
      if (!registration) return register();
      if (registration.waiting) return letIn(registration, () => !over && quiet.current);
      if (navigator.serviceWorker.controller === null) return;
      for (const { path, mark, often } of await wanted(jobIn(here.current))) {
        // A newer build is not kept waiting by pages of the one before.
        if (over || !quiet.current || registration.waiting) return;
        if (Date.now() - (fetched.get(path) ?? 0) < often || (await markOnDevice(path)) === mark) continue;
        fetched.set(path, Date.now());
        if (!(await stored(path, mark))) return;
        await rest(REST_MS);
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

/**
 * A newer build waits to take over. Pages of the build before go with it, so nothing may wait to be sent from one; what
 * a reload left is read from the disk first. The one before makes way once it has nothing to do.
 */
async function letIn(registration: ServiceWorkerRegistration, still: () => boolean): Promise<void> {
  if ((await outboxLeft()).waiting.length > 0) return;
  standBack(STILL_MS);
  await rest(ENDS_MS);
  if (still()) registration.waiting?.postMessage({ type: 'SKIP_WAITING' });
}

interface Wanted {
  readonly path: string;
  readonly mark: string;
  /** It is not fetched anew before so long, ms. */
  readonly often: number;
}

/** Pages that are to be on this device, with the mark of what they show. @param open the job that is looked at */
async function wanted(open: string | null): Promise<Wanted[]> {
  return (await visitsOf(open)).flatMap(({ paths, now, mark }) => {
    const own = open !== null && paths.some((p) => jobIn(p) === open);
    return paths.map((path) => ({ path, mark, often: own && now.includes(path) ? NOW_MS : OTHERS_MS }));
  });
}

/** Has a page fetched and stored. @returns false where the server is not there */
async function stored(path: string, mark: string): Promise<boolean> {
  try {
    const page = await fetch(path, { headers: { [MARK]: mark }, redirect: 'manual', ...within(LATE_MS) });
    await page.text();
    return true;
  } catch {
    return false;
  }
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
