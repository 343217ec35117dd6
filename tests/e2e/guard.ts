import { readFileSync } from 'node:fs';
import { test as base, expect, type Page } from '@playwright/test';
import { shiftClock } from '../clock.cjs';

/**
 * Pages whose server the test kills on purpose: a request that was under way then is cut off, or meets a socket that is
 * gone, and the browser says so in one of many net errors; or the server says that its database is away (503). Any
 * other answer of the server (a 404, a 500) fails.
 */
const killed = new WeakSet<Page>();
export const serverWillBeKilled = (page: Page): void => void killed.add(page);

/** Every page is watched: a console error or an exception on it fails the test. */
export const test = base.extend<{ watched: Page }>({
  // Every page lives at the same moment as the server and the test, also one that a test opens by itself.
  context: async ({ context }, use) => {
    await context.addInitScript(shiftClock, Number(process.env.VECTIS_CLOCK_SHIFT));
    // Flows read and type all over the list; the walk has flows of its own.
    await context.addCookies([{ name: 'vectis-measure', value: 'list', domain: '127.0.0.1', path: '/' }]);
    await use(context);
  },
  watched: async ({ page }, use) => {
    const trouble: string[] = [];
    page.on('console', (m) => {
      const cut =
        killed.has(page) &&
        /^Failed to load resource: (net::ERR_|the server responded with a status of 503)|^An unknown error occurred when fetching the script/.test(
          m.text(),
        );
      if (m.type() === 'error' && !cut) trouble.push(`${m.text()} ${m.location().url}`);
    });
    page.on('pageerror', (e) => trouble.push(e.message));
    await use(page);
    expect(trouble).toEqual([]);
  },
});

/** Letters in a drawing are read at arm's length: none smaller than this on the screen, px. */
const LEAST_LETTER = 11;

async function legible(page: Page): Promise<void> {
  const small = await page.locator('svg text').evaluateAll(
    (texts, least) =>
      texts.flatMap((t) => {
        const px = Number.parseFloat(getComputedStyle(t).fontSize) * ((t as SVGTextElement).getScreenCTM()?.a ?? 1);
        return t.textContent && px > 0 && px < least ? [`${t.textContent}: ${px.toFixed(1)} px`] : [];
      }),
    LEAST_LETTER,
  );
  expect(small).toEqual([]);
}

/** Ways in which text stands on a ground that axe has found legible, in this worker. */
const legiblePairs = new Set<string>();

/**
 * Every way in which text stands on its ground here: colour, whether it is large print, opacity, and the grounds under
 * it up to the first that is opaque. Contrast depends on nothing else, so a page without a new one needs no second look
 * at its colours, which is axe's slowest rule by far. Letters of a drawing are not among them: axe does not read those.
 */
const pairsOn = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found = new Set<string>();
    // Many texts stand on the same grounds: what lies under an element is worked out once.
    const grounds = new Map<Element, string>();
    const under = (e: Element): string => {
      const known = grounds.get(e);
      if (known !== undefined) return known;
      const s = getComputedStyle(e);
      const own: string[] = [];
      if (s.opacity !== '1') own.push(s.opacity);
      if (s.position === 'absolute' || s.position === 'fixed') own.push(s.position);
      if (s.backgroundImage !== 'none') own.push(s.backgroundImage);
      const clear = s.backgroundColor === 'rgba(0, 0, 0, 0)';
      if (!clear) own.push(s.backgroundColor);
      const through = clear || /[,/] *0?\.\d+\)$/.test(s.backgroundColor);
      if (through && e.parentElement) own.push(under(e.parentElement));
      const text = own.join('|');
      grounds.set(e, text);
      return text;
    };
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let n = walker.nextNode(); n; n = walker.nextNode()) {
      const on = n.parentElement;
      if (!on || on instanceof SVGElement || !n.textContent?.trim()) continue;
      const own = getComputedStyle(on);
      const px = Number.parseFloat(own.fontSize);
      const large = px >= 24 || (px >= 18.66 && Number(own.fontWeight) >= 700);
      const disabled = on.closest(':disabled, [aria-disabled=true]') !== null;
      found.add([own.color, large, disabled, under(on)].join('|'));
    }
    return [...found];
  });

/** Shapes of elements, and orders of headings and landmarks, that axe has found nothing wrong with, in this worker. */
const soundShapes = new Set<string>();

/**
 * Everything that axe's rules but colours look at, each once: an element by its tag, its role, type and ARIA states,
 * where its name comes from, and what it stands in; then the page as a whole: its language and title, its landmarks and
 * headings in order, ids that occur twice. A page without anything new is a view and state that was looked at before.
 */
const shapesOn = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found = new Set<string>();
    const brief = (e: Element): string => `${e.tagName}.${e.getAttribute('role') ?? ''}`;
    const ids = new Map<string, number>();
    for (const e of document.querySelectorAll('body *')) {
      if (e.id) ids.set(e.id, (ids.get(e.id) ?? 0) + 1);
      const own = e instanceof SVGElement && e.tagName !== 'svg';
      // What is inside a drawing is read by its title and description alone.
      if (own) continue;
      const states = [...e.attributes]
        .filter((a) =>
          /^(aria-|role$|type$|tabindex$|lang$|scope$|autocomplete$|for$|href$|alt$|title$|colspan$)/.test(a.name),
        )
        .map((a) =>
          /^(aria-(label|labelledby|describedby|controls|owns|valuetext|valuenow|activedescendant)|for|href|alt|title)$/.test(
            a.name,
          )
            ? `${a.name}${a.value.trim() === '' ? '=' : ''}`
            : `${a.name}=${a.value}`,
        )
        .sort();
      const labelled = 'labels' in e && ((e as HTMLInputElement).labels?.length ?? 0) > 0;
      const text = (e.textContent ?? '').trim() !== '';
      const size = e.matches('button, a, input, select, [role]')
        ? Math.min(3, Math.floor(e.getBoundingClientRect().height / 12))
        : '';
      const children = [...new Set([...e.children].map(brief))].sort().join('+');
      found.add(
        [
          brief(e),
          states.join(' '),
          labelled,
          text,
          size,
          e.parentElement ? brief(e.parentElement) : '',
          children,
        ].join('|'),
      );
    }
    const all = (selector: string): string => [...document.querySelectorAll(selector)].map(brief).join(',');
    found.add(`page ${document.documentElement.lang} ${document.title !== ''}`);
    found.add(`headings ${all('h1, h2, h3, h4, h5, h6, [role=heading]')}`);
    found.add(
      `landmarks ${all('main, nav, header, footer, aside, [role=main], [role=region], [role=navigation], [role=dialog]')}`,
    );
    found.add(
      `twice ${[...ids]
        .filter(([, n]) => n > 1)
        .map(([id]) => id)
        .join(',')}`,
    );
    return [...found];
  });

const AXE = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');

/**
 * What axe finds wrong. Our pages have no frames: its script goes into a page once, runs there as it is, and only what
 * is wrong comes back. The rules are all of them.
 */
async function wrongOn(page: Page, colours: boolean): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in globalThis))) await page.evaluate(AXE);
  return page.evaluate(async (withColours) => {
    const { axe } = globalThis as unknown as { axe: typeof import('axe-core') };
    const { violations } = await axe.run(document, {
      resultTypes: ['violations'],
      rules: withColours ? {} : { 'color-contrast': { enabled: false } },
    });
    return violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`);
  }, colours);
}

/** No accessibility violation on the page as it stands, and every drawing's letters large enough to read. */
export async function accessible(page: Page): Promise<void> {
  await expect(page).toHaveTitle(/./);
  const [pairs, shapes] = await Promise.all([pairsOn(page), shapesOn(page)]);
  await legible(page);
  const seen = pairs.every((p) => legiblePairs.has(p));
  if (seen && shapes.every((s) => soundShapes.has(s))) return;
  // A page that was shown anew while it was looked at had no title for a moment; it is looked at once more, as it
  // stands then.
  let wrong = await wrongOn(page, !seen);
  if (wrong.length > 0 && wrong.every((w) => w.startsWith('document-title'))) {
    await expect(page).toHaveTitle(/./);
    wrong = await wrongOn(page, !seen);
  }
  expect(wrong).toEqual([]);
  for (const p of pairs) legiblePairs.add(p);
  for (const s of shapes) soundShapes.add(s);
}

export { expect };
