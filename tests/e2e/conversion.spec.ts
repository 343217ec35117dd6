import { readFileSync } from 'node:fs';
import type { Locator, Page } from '@playwright/test';
import { accessible, expect, serverWillBeKilled, test } from './guard';
import { Server } from './server';
import { listens, snugAndLower, step, to, workCard } from './steps';
import { conversionVisit } from './visits';

let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ fill: conversionVisit });
});
test.afterAll(() => server.stop());

const CORNERS = ['front left', 'front right', 'rear left', 'rear right'] as const;
const LUGS = 4;

const done = (page: Page) => page.getByRole('button', { name: /^(Done, next|Next open step)$/ });
const pickCorner = (page: Page, corner: string) => page.getByRole('button', { name: new RegExp(`^${corner}`) }).click();
const logged = (page: Page, n: number) => expect(page.getByText(new RegExp(`Torque log, ${n} entr`))).toBeVisible();

/** Pulls a lug with the wrench that streams; its log has `n` entries then, or nothing is asked of it. */
async function pull(page: Page, meets: string, n?: number): Promise<void> {
  await page.getByLabel('The simulated wrench meets').selectOption({ label: meets });
  await page.getByRole('button', { name: /^Pull lug/ }).click();
  if (n !== undefined) await logged(page, n);
}

/** Locker goes on, and its clock runs by what the bottle says. */
async function lockerOn(page: Page, hours: string, bottle: string): Promise<void> {
  await page.getByLabel('Hours until it has cured').fill(hours);
  await page.getByLabel('Which bottle says so').fill(bottle);
  await page.getByRole('button', { name: 'Start the clock' }).click();
}

/** The figure of the hub's end, with where it stands. */
async function figure(page: Page): Promise<void> {
  await page.getByLabel('Figure of the hub end').fill('33');
  await page.getByLabel('Where it is from').fill('stud leaflet');
  await page.getByRole('button', { name: 'Save the figure' }).click();
}

const streams = (page: Page) =>
  page.getByRole('combobox', { name: 'Wrench', exact: true }).selectOption('wrench with figures, 340');

/** Every lug to its figure and once round again, from `n` entries on. @returns how many there are then */
async function twiceRound(page: Page, n: number): Promise<number> {
  for (const meets of ['a sound joint', 'one that is tight already'])
    for (let i = 0; i < LUGS; i += 1) {
      const button = page.getByRole('button', { name: /^Pull/ });
      const before = await button.textContent();
      // The face goes on with the next lug at once; nobody waits for the log. A pull that the page was shown anew under
      // is pulled again.
      await expect(async () => {
        if ((await button.allTextContents())[0] === before) await pull(page, meets);
        await expect
          .poll(async () => (await button.allTextContents())[0] ?? 'through', { intervals: [40], timeout: 8000 })
          .not.toMatch(new RegExp(`^(${before}|Pulling …)$`));
      }).toPass();
    }
  await logged(page, n + 2 * LUGS);
  return n + 2 * LUGS;
}

test('two-ended studs on four corners: own rounds, clocks, a crossed lug, a reload, a killed server, a lost connection', async ({
  watched: page,
}) => {
  test.setTimeout(400_000);
  await test.step('one card for the visit; the lift orders it; steps of a plate only where one is', async () => {
    await page.goto(server.url);
    const href = await page.getByRole('link', { name: /Ilex Lumen.*Front axle.*Fit/ }).getAttribute('href');
    await page.goto(server.url + href);
    await listens(page);
    for (const corner of CORNERS)
      await expect(page.getByRole('button', { name: new RegExp(`^${corner}`) })).toBeVisible();
    await page.getByRole('radio', { name: 'The whole car' }).click();
    await expect(step(page, 'Try the spacer first')).toBeVisible();
    await pickCorner(page, 'rear left');
    await expect(step(page, 'Locker on the hub end')).toBeVisible();
    await expect(step(page, 'Try the spacer first')).toHaveCount(0);
  });

  await test.step('the figure of a hub’s end is asked for, never offered; what waits survives a reload', async () => {
    await pickCorner(page, 'front left');
    await step(page, 'Wheel off, bag the old').click();
    await page.getByLabel('Where the old ones are kept').fill('boot, under the floor');
    await page.getByRole('button', { name: 'Save the place' }).click();
    await expect(page.getByText('Kept: boot, under the floor, Fitter.')).toBeVisible();
    await step(page, 'Locker on the hub end').click();
    await expect(page.getByText('Medium: comes apart with hand tools.')).toBeVisible();
    await lockerOn(page, '24', 'bottle of the medium one');
    const clocks = page.getByRole('list', { name: 'Clocks' });
    await expect(clocks).toContainText('Locker cures, front left');
    await expect(clocks).toContainText(/2[34] h/);
    await accessible(page);
    await workCard(page);
    const hub = page.locator('section[data-step="fit.front-left.hub-torque"]');
    await expect(hub).toBeVisible();
    await page.getByRole('button', { name: 'Save the figure' }).click();
    await expect(page.getByText(/Enter where the figure is from/)).toBeVisible();
    await figure(page);
    await expect(page.getByText(/33 N·m.*stud leaflet.*hub held by: helper on the pedal/)).toBeVisible();
    await page.reload();
    await expect(hub).toContainText('33 N·m');
    await expect(hub).toContainText(/begun \d+ \w+ \d\d:\d\d, Fitter/);
    await expect(clocks).toContainText('front left');
    // The other axle's hub is another hub: its figure is its own.
    await listens(page);
    await pickCorner(page, 'rear left');
    await step(page, 'Hub studs torqued').click();
    await figure(page);
    await expect(page.locator('section[data-step="fit.rear-left.hub-torque"]')).toContainText('33 N·m');
    await pickCorner(page, 'front left');
    await step(page, 'Hub studs torqued').click();
  });

  await test.step('studs of four hubs in one place: a thread that crosses, a lost connection, a killed server, a reload', async () => {
    await page.getByRole('link', { name: 'Torque the studs' }).click();
    await expect(page.getByRole('heading', { name: /^Studs, final pass/ })).toBeVisible();
    await listens(page);
    await streams(page);
    await pull(page, 'a crossed thread', 1);
    await expect(page.getByText(/The trace of lug 1 shows torque long before the seat/)).toBeVisible();
    await accessible(page);
    await page.getByRole('button', { name: 'Lug 1 is replaced' }).click();
    await logged(page, 2);
    await pull(page, 'a lost connection');
    await expect(page.getByText(/The connection was lost at .* Nothing was entered/)).toBeVisible();
    await logged(page, 2);
    await pull(page, 'a sound joint', 3);
    serverWillBeKilled(page);
    await server.kill();
    await pull(page, 'a sound joint');
    await expect(page.getByText(/1 entry waits and will be sent in order/)).toBeVisible();
    await server.up();
    await logged(page, 4);
    for (const n of [5, 6]) await pull(page, 'a sound joint', n);
    await page.reload();
    await logged(page, 6);
    // What was on its way when the page went is stored, and the page knows it: hands take longer to a wrench than this.
    await page.waitForLoadState('networkidle');
    await listens(page);
    await streams(page);
    for (const n of [7, 8, 9, 10]) await pull(page, 'one that is tight already', n);
    await expect(page.getByRole('heading', { name: /^Studs done/ })).toBeVisible();
    for (const corner of CORNERS.slice(1)) {
      await page.getByRole('button', { name: `Go to the studs, ${corner}` }).click();
      await streams(page);
      expect(await twiceRound(page, 0)).toBe(2 * LUGS);
      await expect(page.getByRole('heading', { name: /^Studs done/ })).toBeVisible();
    }
    for (const corner of CORNERS) await expect(page.getByRole('radio', { name: `Studs ${corner} ✓` })).toBeVisible();
  });

  await test.step('locker that has not cured holds its wheel back until somebody says by name why not', async () => {
    await to(page, 'fit');
    await listens(page);
    await pickCorner(page, 'front left');
    await step(page, 'Locker cured').click();
    await expect(page.getByText('The locker has not cured.', { exact: false })).toBeVisible();
    await expect(done(page)).toBeDisabled();
    await page.getByLabel('Why', { exact: true }).fill('fast locker, the leaflet allows 30 min');
    await page.getByRole('button', { name: 'It is not waited for' }).click();
    const clocks = page.getByRole('list', { name: 'Clocks' });
    await expect(clocks).toContainText('not waited for: fast locker');
    // The other hubs' clocks were never started, so nobody knows.
    for (const corner of CORNERS.slice(1)) {
      await pickCorner(page, corner);
      await step(page, 'Locker cured').click();
      await expect(page.getByText(/clock was not started at this hub/)).toBeVisible();
      await step(page, 'Locker on the hub end').click();
      await lockerOn(page, '0.001', 'bottle of quick locker');
      await expect(clocks.getByRole('listitem').filter({ hasText: corner })).toContainText('over');
    }
  });

  await test.step('something goes wrong: it blocks, it is ended, it stands on the record; keys move the card on', async () => {
    await page.getByRole('button', { name: 'Report a problem' }).click();
    await page.getByLabel(/Which one, in words/).fill('third nut');
    await page.getByRole('button', { name: 'A thread crossed' }).click();
    const open = page.getByRole('region', { name: 'A thread crossed, rear right' });
    await expect(open).toContainText('Back it out by hand; no tool.');
    await accessible(page);
    await workCard(page, 2);
    await pickCorner(page, 'rear right');
    await page.getByRole('button', { name: 'Do it differently' }).click();
    await page.getByRole('combobox', { name: /^Done another way/ }).selectOption('grease-face');
    await page.getByRole('button', { name: 'Put it on the record' }).click();
    const on = (axle: string) => page.getByRole('button', { name: `${axle} axle: go to torque` });
    // Some forty ticks go out one after another.
    await expect(on('Rear')).toBeEnabled({ timeout: 60_000 });
    await on('Rear').click();
    await expect(page.getByRole('alert').filter({ hasText: 'dealt with first' })).toBeVisible();
    await pickCorner(page, 'rear right');
    await open.getByRole('button', { name: 'Fastener and mate replaced' }).click();
    await expect(open).toHaveCount(0);
    await on('Rear').click();
    await expect(page.getByRole('heading', { name: /Snug pass/ })).toBeVisible();
    await to(page, 'fit');
    await listens(page);
    await page
      .getByRole('button', { name: /go to torque/i })
      .first()
      .click();
    await expect(page.getByRole('heading', { name: /Snug pass/ })).toBeVisible();
  });

  await test.step('all lugs of the visit in one place, one wrench from corner to corner; each axle is signed', async () => {
    await listens(page);
    for (const [i, corner] of CORNERS.entries()) {
      if (i > 0) await page.getByRole('button', { name: `Go to ${corner}` }).click();
      await streams(page);
      const snug = await snugAndLower(page, LUGS);
      expect(await twiceRound(page, snug)).toBe(snug + 2 * LUGS);
      await expect(page.getByRole('heading', { name: /^Wheel done/ })).toBeVisible();
    }
    await accessible(page);
    for (const axle of ['rear', 'front']) {
      const sign = page.getByRole('button', { name: `Sign off the ${axle} axle` });
      await sign.click();
      await expect(sign).toHaveCount(0, { timeout: 60_000 });
    }
    // Where the page goes by itself after two signatures in a row is another flow's question.
    await expect(async () => {
      await to(page, 'record');
      await expect(page.getByRole('heading', { name: 'Record: Ilex Lumen, rear axle' })).toBeVisible();
    }).toPass();
  });

  await test.step('nothing counted twice, nothing lost', async () => {
    const [front, rear] = [0, 1].map((n) => page.getByRole('region', { name: 'At the car' }).nth(n)) as [
      Locator,
      Locator,
    ];
    await expect(rear).toContainText('A thread crossed, rear right: third nut');
    await expect(rear).toContainText('fastener and mate replaced');
    await expect(front).toContainText('Studs’ hub end 33 N·m (stud leaflet), hub held by a helper on the pedal');
    await expect(front).toContainText('What came off is kept: boot, under the floor');
    await expect(front).toContainText('Not waited for: fast locker, the leaflet allows 30 min');
    await expect(rear).toContainText('grease on a mating face');
    await expect(page.getByText('33 N·m, stud leaflet')).toHaveCount(2);
    await expect(page.getByTestId('trace-thumb').first()).toBeVisible();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Torque as CSV' }).click(),
    ]);
    const rows = readFileSync(await download.path(), 'utf8')
      .trim()
      .split('\n')
      .slice(1);
    const at = (corner: string, joint: string, pass: string) =>
      rows.filter((r) => r.includes(`,${corner},${joint},`) && r.includes(`,${pass},`)).length;
    for (const corner of ['front-left', 'front-right', 'rear-left', 'rear-right']) {
      // The crossed one was pulled, replaced and pulled again; of the lost connection there is nothing.
      expect([corner, at(corner, 'hub', 'final'), at(corner, 'hub', 'verify')]).toEqual([
        corner,
        corner === 'front-left' ? LUGS + 1 : LUGS,
        LUGS,
      ]);
      expect([corner, at(corner, 'wheel', 'final'), at(corner, 'wheel', 'verify')]).toEqual([corner, LUGS, LUGS]);
    }
    expect(at('front-left', 'hub', 'replaced')).toBe(1);
  });
});
