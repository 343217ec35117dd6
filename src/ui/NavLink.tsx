'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import type { ComponentProps, MouseEvent } from 'react';
import { isOnDevice } from './offline/pages';
import { reachable } from './reach';

/**
 * A link that is not fetched before it is followed: every page reads the store, and the store has one reader to please.
 * It asks first whether the server is there, so that no page is replaced by an error because a request failed; where it
 * is not, a page that lies on this device is opened from there.
 */
export function NavLink({ onClick, ...props }: ComponentProps<typeof Link>) {
  const router = useRouter();
  const follow = (e: MouseEvent<HTMLAnchorElement>) => {
    onClick?.(e);
    const href = typeof props.href === 'string' ? props.href : null;
    const plain = e.button === 0 && !e.ctrlKey && !e.metaKey && !e.shiftKey && !e.altKey;
    if (e.defaultPrevented || href === null || href.startsWith('#') || !plain || props.target === '_blank') return;
    e.preventDefault();
    void reachable().then(async (there) => {
      if (there) router.push(href);
      else if (await isOnDevice(new URL(href, location.href).pathname)) location.assign(href);
    });
  };
  return <Link prefetch={false} {...props} onClick={follow} />;
}
