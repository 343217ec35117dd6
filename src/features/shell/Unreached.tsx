'use client';

import { useEffect, useState } from 'react';
import { onReach, reachable } from '@/ui/reach';

const AGAIN_MS = 3000;

/** The server is not there: said once on the page, which stays as it is, until it is back. */
export function Unreached() {
  const [there, setThere] = useState(true);
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
      once it is back.
    </p>
  );
}
