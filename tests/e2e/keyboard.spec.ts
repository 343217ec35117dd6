import type { Page } from '@playwright/test';
import { accessible, expect, test } from './guard';
import { Server } from './server';
import { listens } from './steps';
import { wheelChangeVisit } from './visits';

let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ fill: wheelChangeVisit });
});
test.afterAll(() => server.stop());

/** What has the focus, as it is read out. */
const focused = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const e = document.activeElement as HTMLElement | null;
    const label = e instanceof HTMLInputElement ? e.labels?.[0]?.textContent : null;
    return (label ?? e?.getAttribute('aria-label') ?? e?.textContent ?? '').replace(/\s+/g, ' ').trim();
  });

/** Tab until the focus is on something of this name. */
async function tabTo(page: Page, name: RegExp, most = 150): Promise<void> {
  const seen: string[] = [];
  for (let i = 0; i < most; i += 1) {
    await page.keyboard.press('Tab');
    const at = await focused(page);
    if (name.test(at)) return;
    seen.push(at.slice(0, 30));
  }
  throw new Error(`${name} was not reached by Tab: ${seen.join(' | ')}`);
}

/** Past the heading and the rail, as Tab and Enter go. */
async function toTheWork(page: Page): Promise<void> {
  await tabTo(page, /^Go to the work on this page$/, 3);
  await page.keyboard.press('Enter');
  expect(await page.evaluate(() => document.activeElement?.tagName)).toBe('MAIN');
}

test('a whole axle by keyboard alone: bench, kit, card, torque and signature, past the rail with one key', async ({
  watched: page,
}) => {
  await page.goto(`${server.url}/vehicles`);
  const car = await page.getByRole('link', { name: /Merrow Kite GT/ }).getAttribute('href');
  await page.goto(server.url + car);
  const job = await page.locator('a[href*="/jobs/"]').first().getAttribute('href');
  await page.goto(server.url + (job ?? '').replace(/\/[^/]+$/, '/choose'));
  await listens(page);
  // From here on no mouse.
  await toTheWork(page);
  await tabTo(page, /^Keys$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: 'Keys of the bench' })).toBeVisible();
  await page.keyboard.press('Escape');
  await tabTo(page, /^Approve$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Stage the kit' })).toBeVisible();

  await listens(page);
  const boxes = page.getByRole('checkbox');
  const lines = await boxes.count();
  for (let i = 0; i < lines; i += 1) {
    // The line that has the focus is ticked by space.
    for (let t = 0; t < 60; t += 1) {
      await page.keyboard.press('Tab');
      if (await boxes.nth(i).evaluate((e) => e === document.activeElement)) break;
    }
    await page.keyboard.press('Space');
    await expect(boxes.nth(i)).toBeChecked();
  }
  await tabTo(page, /^Kit is complete$/);
  await page.keyboard.press('Enter');
  await expect(page.locator('section[data-step]')).toBeVisible();

  await listens(page);
  await expect(page.getByText('Keys: space, Enter or Page Down for done, next.')).toBeVisible();
  await accessible(page);
  const step = () => page.evaluate(() => document.querySelector<HTMLElement>('section[data-step]')?.dataset.step ?? '');
  const asked = async () => (await page.getByText('ticked within ten seconds').count()) > 0;
  const ended = async () => (await page.getByText('All hold points ended.').count()) > 0;
  for (let i = 0; i < 80 && !(await ended()); i += 1) {
    if (await asked()) {
      await tabTo(page, /^Why/);
      await page.keyboard.type('both corners were done before the tablet was at hand');
      await tabTo(page, /^They were done$/);
      await page.keyboard.press('Enter');
      await expect.poll(asked).toBe(false);
      continue;
    }
    const before = await step();
    await page.keyboard.press('PageDown');
    await expect.poll(async () => (await step()) !== before || (await asked()) || (await ended())).toBe(true);
  }
  await tabTo(page, /^On to torque$/);
  await page.keyboard.press('Enter');

  await expect(page.getByRole('heading', { name: /^Torque|Snug|Fit/ }).first()).toBeVisible();
  await expect(page.getByText('Keys: Enter or space enters a lug; the next one is in focus at once.')).toBeVisible();
  const wheelDone = page.getByRole('heading', { name: /Wheel done/ });
  for (const corner of ['left', 'right']) {
    // What comes next has the focus; a press that bounces is one.
    for (let i = 0; i < 60 && (await wheelDone.count()) === 0; i += 1) {
      await page.waitForTimeout(320);
      await page.keyboard.press('Enter');
    }
    await expect(wheelDone).toBeVisible();
    if (corner === 'right') break;
    await tabTo(page, /^Go to rear right$/);
    await page.keyboard.press('Enter');
    await expect(wheelDone).toHaveCount(0);
  }
  await tabTo(page, /^Sign off$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Record: Merrow Kite GT, rear axle' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Record: Merrow Kite GT, rear axle' })).toBeVisible();
});
