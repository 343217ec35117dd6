'use client';

import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { Field } from './Field';
import { reachable } from './reach';

const PAUSE_MS = 200;

/** Find as you type: what is looked for stands in the address, and the page shows it. */
export function Finder({ label, start, placeholder }: { label: string; start: string; placeholder?: string }) {
  const router = useRouter();
  const path = usePathname();
  const [typed, setTyped] = useState(start);
  const asked = useRef(start);
  useEffect(() => {
    if (typed === asked.current) return;
    const later = setTimeout(() => {
      asked.current = typed;
      void reachable().then((there) => {
        if (there) router.replace(typed.trim() === '' ? path : `${path}?find=${encodeURIComponent(typed.trim())}`);
      });
    }, PAUSE_MS);
    return () => clearTimeout(later);
  }, [typed, path, router]);
  return (
    <Field
      label={label}
      type="search"
      placeholder={placeholder}
      value={typed}
      maxLength={60}
      onChange={(e) => setTyped(e.target.value)}
      className="w-[280px]"
    />
  );
}
