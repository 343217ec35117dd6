import Link from 'next/link';
import type { ComponentProps } from 'react';

/** A link that is not fetched before it is followed: every page reads the store, and the store has one reader to please. */
export function NavLink(props: ComponentProps<typeof Link>) {
  return <Link prefetch={false} {...props} />;
}
