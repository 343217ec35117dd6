'use client';

import { Button } from '@/ui/Button';

/** Saves a drawing on the page as a file of its own. */
export function SaveSvg({ selector, name }: { selector: string; name: string }) {
  const save = () => {
    const svg = document.querySelector(selector);
    if (!svg) return;
    const url = URL.createObjectURL(new Blob([svg.outerHTML], { type: 'image/svg+xml' }));
    const link = document.createElement('a');
    link.href = url;
    link.download = name;
    link.click();
    URL.revokeObjectURL(url);
  };
  return <Button onClick={save}>Save as SVG</Button>;
}
