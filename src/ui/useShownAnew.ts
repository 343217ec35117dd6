import { useRouter } from 'next/navigation';
import { useEffect, useRef, useTransition } from 'react';
import { type Outbox, type Parcel, shownAnew, useOutbox } from './outbox';

/** The outbox of this tab; once all of it is kept, the page is shown anew. */
export function useShownAnew(): Outbox {
  const router = useRouter();
  const box = useOutbox();
  const { waiting, kept } = box;
  const [showing, show] = useTransition();
  const seen = useRef<readonly Parcel[]>([]);
  useEffect(() => {
    if (waiting.length > 0 || kept.length === 0 || showing || seen.current.length > 0) return;
    seen.current = kept;
    show(() => router.refresh());
  }, [waiting, kept, showing, router]);
  const was = useRef(false);
  useEffect(() => {
    if (was.current && !showing) {
      shownAnew(seen.current);
      seen.current = [];
    }
    was.current = showing;
  }, [showing]);
  return box;
}
