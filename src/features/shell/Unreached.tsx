'use client';

import { useEffect, useState } from 'react';
import { useOutbox } from '@/ui/outbox';
import { holdPageParts, onReach, reachable } from '@/ui/reach';

const AGAIN_MS = 3000;

if (typeof window !== 'undefined') holdPageParts();

/** The server is not there: said once on the page, which stays as it is, until it is back. */
export function Unreached() {
  const [there, setThere] = useState(true);
  const { waiting } = useOutbox();
  useEffect(() => onReach(setThere), []);
  useEffect(() => {
    if (there) return;
    const again = setInterval(() => void reachable(), AGAIN_MS);
    return () => clearInterval(again);
  }, [there]);
  if (there) return null;
  return (
    <p
      role="alert"
      className="no-print sticky top-0 z-20 border-b-2 border-stop bg-stop-wash px-4 py-2 text-[15px] font-[560]"
    >
      The server cannot be reached, so this page stays as it is. What you typed is still here; what you tapped is sent
      once it is back{waiting.length === 0 ? '.' : `: ${waiting.length} ${waiting.length === 1 ? 'waits' : 'wait'}.`}
    </p>
  );
}
