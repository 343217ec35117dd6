'use client';

import { Button } from './Button';

/** A drawing as a file of its own: the colours that the page lends it go with it. */
function standalone(svg: Element): string {
  const own = svg.cloneNode(true) as Element;
  const page = getComputedStyle(document.documentElement);
  const names = new Set([...svg.outerHTML.matchAll(/var\((--[\w-]+)\)/g)].map((m) => m[1] as string));
  const colours = [...names].map((n) => `${n}:${page.getPropertyValue(n).trim()}`).join(';');
  own.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  own.setAttribute('style', `${own.getAttribute('style') ?? ''};${colours};font-family:monospace`);
  return own.outerHTML;
}

/** Saves a drawing on the page as a file of its own. */
export function SaveSvg({ selector, name }: { selector: string; name: string }) {
  const save = () => {
    const svg = document.querySelector(selector);
    if (!svg) return;
    const url = URL.createObjectURL(new Blob([standalone(svg)], { type: 'image/svg+xml' }));
    const link = document.createElement('a');
    link.href = url;
    link.download = name;
    link.click();
    URL.revokeObjectURL(url);
  };
  return <Button onClick={save}>Save as SVG</Button>;
}
