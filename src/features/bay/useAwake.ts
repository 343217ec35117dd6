import NoSleep from 'nosleep.js';
import { useCallback, useEffect, useRef } from 'react';

/**
 * Keeps the screen awake from the first tap on, as browsers ask for one: by the browser’s own lock, and by a muted clip
 * on a tablet that reached the page over plain http, where there is none. A screen that dims all the same loses
 * nothing.
 */
export function useAwake(): () => void {
  const release = useRef<(() => void) | null>(null);
  useEffect(() => () => release.current?.(), []);
  return useCallback(() => {
    if (release.current) return;
    if ('wakeLock' in navigator) {
      release.current = () => {};
      navigator.wakeLock.request('screen').then(
        (lock) => {
          release.current = () => void lock.release();
        },
        () => {
          release.current = null;
        },
      );
      return;
    }
    const clip = new NoSleep();
    release.current = () => clip.disable();
    Promise.resolve(clip.enable()).catch(() => {
      release.current = null;
    });
  }, []);
}
