import AxeBuilder from '@axe-core/playwright';
import { test as base, expect, type Page } from '@playwright/test';

/** Every page is watched: a console error or an exception on it fails the test. */
export const test = base.extend<{ watched: Page }>({
  watched: async ({ page }, use) => {
    const trouble: string[] = [];
    page.on('console', (m) => {
      // A server that the test itself killed is allowed to be away.
      if (m.type() === 'error' && !m.text().includes('ERR_CONNECTION_REFUSED')) trouble.push(m.text());
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
