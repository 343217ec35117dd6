import type { Browser, Page } from '@playwright/test';
import { shiftClock } from '../clock.cjs';
import { expect, serverWillBeKilled, test } from './guard';
import { Server } from './server';
import { listens, logged, tap } from './steps';

let server: Server;
test.use({ serviceWorkers: 'allow' });
test.beforeAll(async () => {
  server = await Server.start({ demo: true });
});
test.afterAll(() => server.stop());

/** Another tablet in the bay: its own browser, its own shelf of what waits. */
async function tablet(browser: Browser): Promise<Page> {
  const context = await browser.newContext({ serviceWorkers: 'allow', viewport: { width: 1280, height: 800 } });
  await context.addInitScript(shiftClock, Number(process.env.VECTIS_CLOCK_SHIFT));
  const page = await context.newPage();
  serverWillBeKilled(page);
  return page;
}

test('two tablets on one visit while the server is away: what both said is there once, what no longer fits comes back with its reason', async ({
  watched: page,
  browser,
}) => {
  serverWillBeKilled(page);
  await page.goto(server.url);
  const href = (await page.getByRole('link', { name: /Halm Drover.*Torque/ }).getAttribute('href')) as string;
  const other = await tablet(browser);
  for (const p of [page, other]) {
    await p.goto(server.url + href);
    await p.getByRole('radio', { name: 'front right' }).click();
    await listens(p);
  }
  await server.kill();
  // Both say that the wheel is snug; then one goes on, and the other takes it back.
  await tap(page, 'All 6 snug');
  await tap(page, 'Lowered, tyre touches');
  await expect(page.getByText(/2 entries wait/)).toBeVisible();
  await tap(other, 'All 6 snug');
  await tap(other, 'Take the last one back');
  await expect(other.getByText(/2 entries wait/)).toBeVisible();
  // The first is reached first.
  await other.context().setOffline(true);
  await server.up();
  await logged(page, 2);
  await other.context().setOffline(false);
  // What was said twice is there once; what no longer fits comes back with its reason, to who did it.
  await expect(other.getByText(/torque log was changed meanwhile on another screen/)).toHaveCount(1);
  await logged(other, 2);
  await expect(other.getByText(/entr(y waits|ies wait)/)).toHaveCount(0);
  // Both go on from the same place, and see each other.
  await tap(other, 'Lug 1 clicked');
  await logged(other, 3);
  await logged(page, 3);
  for (const p of [page, other]) {
    await p.reload();
    await p.getByRole('radio', { name: 'front right' }).click();
    await logged(p, 3);
  }
  await other.context().close();
});
