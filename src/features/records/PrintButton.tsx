'use client';

import { Button } from '@/ui/Button';

/** Prints the page; the browser offers paper or PDF. */
export function PrintButton() {
  return (
    <Button look="main" onClick={() => window.print()}>
      Print
    </Button>
  );
}
