'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { standsBack } from '@/ui/offline/standBack';

const LOOK_MS = 4000;

/** Looks now and then whether another screen did something to this job, and shows the page anew where it did. */
export function Watch({ jobId, mark }: { jobId: string; mark: string }) {
  const router = useRouter();
  useEffect(() => {
    const look = async () => {
      if (document.visibilityState !== 'visible' || standsBack()) return;
      try {
        const answer = await fetch(`/api/job/${jobId}`, { cache: 'no-store' });
        const { mark: now } = (await answer.json()) as { mark: string | null };
        if (now !== null && now !== mark) router.refresh();
      } catch {
        // Whoever acts is told that the server is gone; looking need not.
      }
    };
    const often = setInterval(() => void look(), LOOK_MS);
    return () => clearInterval(often);
  }, [jobId, mark, router]);
  return null;
}
