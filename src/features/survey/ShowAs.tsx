import { useTransition } from 'react';
import { keep } from '@/features/shell/actions';
import { Button } from '@/ui/Button';

/** One reading after the other, or all of them in a list; this browser keeps to it. */
export function ShowAs({ as }: { as: 'walk' | 'list' }) {
  const [busy, start] = useTransition();
  return (
    <Button look="quiet" disabled={busy} onClick={() => start(() => keep('measure', as))}>
      {as === 'list' ? 'Show all in a list' : 'One after the other'}
    </Button>
  );
}
