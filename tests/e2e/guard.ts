import AxeBuilder from '@axe-core/playwright';
import { test as base, expect, type Page } from '@playwright/test';

/**
 * Pages whose server the test kills on purpose: a request that was under way then is cut off, or meets a socket that is
 * gone, and the browser says so in one of many net errors. An answer of the server (a 404, a 500) is no net error and fails.
 */
const killed = new WeakSet<Page>();
export const serverWillBeKilled = (page: Page): void => void killed.add(page);

/** Every page is watched: a console error or an exception on it fails the test. */
export const test = base.extend<{ watched: Page }>({
  watched: async ({ page }, use) => {
    const trouble: string[] = [];
    page.on('console', (m) => {
      const cut = killed.has(page) && m.text().startsWith('Failed to load resource: net::ERR_');
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

/** No accessibility violation on the page as it stands, and every drawing's letters large enough to read. */
export async function accessible(page: Page): Promise<void> {
  // Our pages have no frames: one run in the page itself, and only what is wrong comes back. The rules are all of them.
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'] })
    .analyze();
  await legible(page);
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`)).toEqual([]);
}

export { expect };
