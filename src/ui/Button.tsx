import type { ComponentProps } from 'react';
import { NavLink } from '@/ui/NavLink';
import { cx } from './cx';

type Look = 'main' | 'plain' | 'quiet';

const LOOK: Readonly<Record<Look, string>> = {
  main: 'bg-accent text-accent-ink border-accent hover:brightness-110',
  plain: 'bg-sheet text-accent border-accent hover:bg-accent-wash',
  quiet: 'bg-transparent text-ink border-line hover:border-strong',
};

const shape =
  'touch inline-flex items-center justify-center gap-2 rounded-[3px] border px-4 text-[15px] font-[580] whitespace-nowrap no-underline ' +
  'disabled:opacity-100 disabled:bg-sunk disabled:text-soft disabled:border-line disabled:cursor-not-allowed disabled:hover:brightness-100';

export function Button({ look = 'plain', className, ...rest }: ComponentProps<'button'> & { look?: Look }) {
  return <button type="button" className={cx(shape, LOOK[look], className)} {...rest} />;
}

export function LinkButton({ look = 'plain', className, ...rest }: ComponentProps<typeof NavLink> & { look?: Look }) {
  return <NavLink className={cx(shape, LOOK[look], className)} {...rest} />;
}
