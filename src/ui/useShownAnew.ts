import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useRef, useTransition } from 'react';
import { type Outbox, type Parcel, refreshed, useOutbox } from './outbox';

const REST_MS = 400;

/**
 * The outbox of this tab; once all of it is kept, the page is shown anew. For the frame around every page, and for
 * nothing else.
 */
export function useShownAnew(): Outbox {
  const router = useRouter();
  const box = useOutbox();
  const waiting = box.waiting.length;
  const kept = useMemo(() => box.kept.filter((p) => !p.quiet), [box.kept]);
  const [showing, show] = useTransition();
  const seen = useRef<readonly Parcel[]>([]);
  useEffect(() => {
    if (waiting > 0 || kept.length === 0 || showing || seen.current.length > 0) return;
    // Hands that go on are not waited behind: the page is shown anew once they rest.
    const rests = setTimeout(() => {
      seen.current = kept;
      show(() => router.refresh());
    }, REST_MS);
    return () => clearTimeout(rests);
  }, [waiting, kept, showing, router]);
  const was = useRef(false);
  useEffect(() => {
    if (was.current && !showing) {
      refreshed(seen.current);
      seen.current = [];
    }
    was.current = showing;
  }, [showing]);
  return box;
}
