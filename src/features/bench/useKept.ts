'use client';

import stable from 'fast-json-stable-stringify';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import { hurry, isMine, type Kept, type Outbox, outboxLeft, post, settled, taken, useOutbox } from '@/ui/outbox';
import type { BenchLine } from '@/usecases/job/choiceSent';
import type { Choice } from './useBench';

/** How the bench is kept: stored, on its way, held up (it is tried again by itself), or refused for good. */
export type Saved = 'saved' | 'saving' | { readonly held: string } | { readonly refused: string };

/** A choice that was made on this device, was refused, and lies here still. */
export interface Left {
  readonly choice: Choice;
  readonly why: string;
  putAway(): void;
}

interface Sent extends BenchLine {
  readonly jobId: string;
  readonly choice: Choice;
}

const URL_OF_BENCH = '/api/bench';
const SAVE_AFTER_MS = 350;

const sentOf = (parcel: Kept): Sent => parcel.body as Sent;

/** The newest choice of this device that the page did not know of when it was made. */
function newer({ waiting, kept }: Outbox, group: string, version: number): Sent | null {
  const own = waiting.filter((p) => p.group === group && isMine(p)).at(-1);
  if (own) return sentOf(own);
  const stored = kept.find((p) => p.group === group && typeof p.got === 'number' && p.got > version);
  return stored ? sentOf(stored) : null;
}

/**
 * Keeps what stands on the bench, a moment after it last changed. It lies in the outbox until the server has it, past a
 * reload, a closed tab and a lost network; of what waits only the newest is sent. What another screen overtook is
 * refused, because sending it would write over the other's; it lies here until somebody says what becomes of it.
 * @param version of the job as the page shows it
 * @param stored the choice as the page shows it
 * @param choice what stands on the bench now
 * @param takeUp puts a choice on the bench that was made here before and is newer than the page
 */
export function useKept(
  jobId: string,
  version: number,
  stored: Choice,
  choice: Choice,
  takeUp: (choice: Choice) => void,
): { saved: Saved; left: Left | null; flush(): Promise<BenchLine | null> } {
  const group = `bench/${jobId}`;
  const [line, setLine] = useState<BenchLine>(() => ({ version, bench: newId() }));
  /** What was sent last, or is stored. */
  const [sent, setSent] = useState(choice);
  const { waiting, refused, trouble, held } = useOutbox();
  const mine = refused.filter((p) => p.group === group && isMine(p));
  const overtaken = mine.find((p) => sentOf(p).bench === line.bench);
  const before = mine.find((p) => sentOf(p).bench !== line.bench);

  // The page was shown anew, and nobody but this bench changed the choice: it goes on from there.
  const shown = useRef({ version, stored });
  useEffect(() => {
    if (shown.current.version === version) return;
    shown.current = { version, stored };
    if (stable(stored) === stable(sent)) setLine((l) => ({ ...l, version }));
  }, [version, stored, sent]);

  const now = useRef({ choice, sent, line, overtaken });
  useLayoutEffect(() => {
    now.current = { choice, sent, line, overtaken };
  });

  const send = useCallback(() => {
    const at = now.current;
    if (at.choice === at.sent) return;
    now.current = { ...at, sent: at.choice };
    setSent(at.choice);
    // What was refused is no longer what stands here.
    if (at.overtaken) taken(at.overtaken);
    const body: Sent = { jobId, ...at.line, choice: at.choice };
    post({ id: newId(), url: URL_OF_BENCH, body, group, replaces: true, returns: true, quiet: true });
  }, [jobId, group]);

  useEffect(() => {
    if (choice === sent) return;
    const soon = setTimeout(send, SAVE_AFTER_MS);
    return () => clearTimeout(soon);
  }, [choice, sent, send]);

  // What a reload or a lost network left on this device is newer than the page.
  const begin = useRef({ takeUp, version });
  useEffect(() => {
    let gone = false;
    void outboxLeft().then((box) => {
      const at = now.current;
      const found = newer(box, group, begin.current.version);
      if (gone || found === null || at.choice !== at.sent) return;
      now.current = { ...at, sent: found.choice, line: found };
      setSent(found.choice);
      setLine({ version: found.version, bench: found.bench });
      begin.current.takeUp(found.choice);
    });
    return () => {
      gone = true;
    };
  }, [group]);

  // Whoever leaves the bench before the pause is over takes the last change along.
  useEffect(() => {
    const leave = () => {
      send();
      hurry(group);
    };
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      send();
    };
  }, [send, group]);

  const left = useMemo(
    () =>
      before === undefined
        ? null
        : { choice: sentOf(before).choice, why: before.refused ?? '', putAway: () => taken(before) },
    [before],
  );
  const flush = useCallback(async () => {
    send();
    return (await settled(group)) ? now.current.line : null;
  }, [send, group]);
  return { saved: savedOf(), left, flush };

  function savedOf(): Saved {
    if (overtaken) return { refused: overtaken.refused ?? '' };
    const onWay = waiting.some((p) => p.group === group);
    if (onWay && held) return { held: trouble ?? '' };
    return onWay || choice !== sent ? 'saving' : 'saved';
  }
}
