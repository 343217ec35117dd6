import AxeBuilder from '@axe-core/playwright';
import { test as base, expect, type Page } from '@playwright/test';

/** Pages whose server the test kills on purpose: a request that was under way then is cut off, and says so. */
const killed = new WeakSet<Page>();
export const serverWillBeKilled = (page: Page): void => void killed.add(page);

/** Every page is watched: a console error or an exception on it fails the test. */
export const test = base.extend<{ watched: Page }>({
  watched: async ({ page }, use) => {
    const trouble: string[] = [];
    page.on('console', (m) => {
      const cut = killed.has(page) && /net::ERR_(CONNECTION_REFUSED|CONNECTION_RESET|EMPTY_RESPONSE|INCOMPLETE_CHUNKED_ENCODING)/.test(m.text());
      if (m.type() === 'error' && !cut) trouble.push(m.text());
    });
    page.on('pageerror', (e) => trouble.push(e.message));
    await use(page);
    expect(trouble).toEqual([]);
  },
});

/** No accessibility violation on the page as it stands. */
export async function accessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`)).toEqual([]);
}

export { expect };
