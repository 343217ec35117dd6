import { createServer, request as forward } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Page } from '@playwright/test';
import { accessible, expect, serverWillBeKilled, test } from './guard';
import { Server } from './server';
import { listens, logged, tap, workCard } from './steps';

let server: Server;
test.use({ serviceWorkers: 'allow' });
test.beforeAll(async () => {
  server = await Server.start({ demo: true });
});
test.afterAll(() => server.stop());

const hrefOf = async (page: Page, line: RegExp, view: string): Promise<string> => {
  await page.goto(server.url);
  const href = (await page.getByRole('link', { name: line }).getAttribute('href')) as string;
  return server.url + href.replace(/\/[^/]+$/, `/${view}`);
};

/** Waits until these pages lie on the device. */
const onDevice = (page: Page, paths: readonly string[]) =>
  expect
    .poll(
      () =>
        page.evaluate(async (wanted) => {
          const cache = await caches.open('vectis-pages');
          const there = await Promise.all(wanted.map((p) => cache.match(p, { ignoreVary: true })));
          return wanted.filter((_, i) => !there[i]?.headers.get('x-vectis-mark'));
        }, paths),
      { timeout: 90_000 },
    )
    .toEqual([]);

test('a visit that is open on a tablet is there without the server: read, entered, closed and opened again, and all of it arrives once', async ({
  watched: page,
  context,
}) => {
  const url = await hrefOf(page, /Halm Drover.*Torque/, 'torque');
  await page.goto(url);
  const path = new URL(url).pathname;
  const at = (view: string) => path.replace(/\/[^/]+$/, `/${view}`);
  await onDevice(page, ['measure', 'choose', 'stage', 'fit', 'torque'].map(at));
  await page.getByRole('radio', { name: 'front right' }).click();
  await listens(page);
  // One entry arrives, and the network is gone before its page is stored anew.
  await tap(page, 'All 6 snug');
  await logged(page, 1);
  serverWillBeKilled(page);
  await server.kill();

  const dark = await context.newPage();
  serverWillBeKilled(dark);
  await page.close();
  await dark.goto(url);
  await expect(dark.getByText(/cannot be reached\. This page is the one of \d+ \w+ \d\d:\d\d/)).toBeVisible();
  await dark.getByRole('radio', { name: 'front right' }).click();
  await listens(dark);
  // What the server has and the page does not is on top of it: the wheel is snug.
  await tap(dark, 'Lowered, tyre touches');
  await expect(dark.getByText(/1 entry waits and will be sent in order/)).toBeVisible();
  await accessible(dark);

  // Another page of the visit, by its link; a note is written on it.
  await dark.getByRole('link', { name: 'Measure' }).click();
  await expect(dark).toHaveURL(/\/measure/);
  await expect(dark.getByText(/This page is the one of/)).toBeVisible();
  // A page that is not here says which are.
  await dark.goto(`${server.url}/shelf`);
  await expect(dark.getByRole('heading', { name: 'The server cannot be reached' })).toBeVisible();
  await dark
    .getByRole('link', { name: /Torque/ })
    .first()
    .click();
  await expect(dark).toHaveURL(/\/torque/);
  await dark.close();

  // The browser was closed; it opens at the same place and goes on.
  const again = await context.newPage();
  serverWillBeKilled(again);
  await again.goto(url);
  await again.getByRole('radio', { name: 'front right' }).click();
  await expect(again.getByText(/1 waits/)).toBeVisible();
  await expect(again.getByRole('button', { name: 'Lowered, tyre touches' })).toHaveCount(0);
  await server.up();
  await expect(again.getByText('cannot be reached')).toHaveCount(0, { timeout: 60_000 });
  await logged(again, 2);
  await again.reload();
  await again.getByRole('radio', { name: 'front right' }).click();
  await logged(again, 2);
});

test('a whole axle is fitted and torqued without the server, to the last verify; back, everything is stored once and in order', async ({
  watched: page,
  context,
}) => {
  const url = await hrefOf(page, /Ilex Lumen.*Fit, corner/, 'fit');
  await page.goto(url);
  const path = new URL(url).pathname;
  const at = (view: string) => path.replace(/\/[^/]+$/, `/${view}`);
  await onDevice(page, ['measure', 'choose', 'stage', 'fit', 'torque'].map(at));
  serverWillBeKilled(page);
  await server.kill();
  await page.reload();
  await expect(page.getByText(/This page is the one of/)).toBeVisible();
  await listens(page);
  await workCard(page);
  await page
    .getByRole('link', { name: /Torque$/ })
    .first()
    .click();
  await expect(page).toHaveURL(/\/torque/);
  await page.getByRole('radio', { name: /^front left/ }).click();
  await listens(page);
  await wheel(page);
  // The browser is closed in the middle of the axle.
  const next = await context.newPage();
  serverWillBeKilled(next);
  await page.close();
  await next.goto(url.replace(/fit$/, 'torque'));
  await next.getByRole('radio', { name: 'front left ✓' }).click();
  await next.getByRole('radio', { name: 'front right' }).click();
  await listens(next);
  await wheel(next);
  // While it is sent the server goes away again and again.
  for (const ms of [200, 500, 900]) {
    await server.up();
    await next.waitForTimeout(ms);
    await server.kill();
  }
  await server.up();
  await expect(next.getByText('cannot be reached')).toHaveCount(0, { timeout: 60_000 });
  for (const corner of ['front left ✓', 'front right ✓']) {
    await next.getByRole('radio', { name: corner }).click();
    await logged(next, 10);
  }
  await next.getByRole('link', { name: /Fit$/ }).first().click();
  await next.getByRole('button', { name: 'Go to torque' }).first().click();
  await next.getByRole('button', { name: 'Sign off the front axle' }).click();
  await expect(next.getByRole('heading', { name: /^Record: Ilex Lumen/ })).toBeVisible();
  await next.getByRole('button', { name: 'Verify this record' }).click();
  await expect(next.getByTestId('verified')).toContainText('Everything holds.');
});

test('measured and chosen without the server: the bench judges as it does with it, says what it does not know, and lets nothing forward', async ({
  watched: page,
}) => {
  const url = await hrefOf(page, /Ilex Lumen.*Measure/, 'measure');
  await page.goto(url);
  const path = new URL(url).pathname;
  const at = (view: string) => path.replace(/\/[^/]+$/, `/${view}`);
  await onDevice(page, ['measure', 'choose'].map(at));
  await page.goto(server.url + at('choose'));
  const spacer = page.getByLabel('Spacer', { exact: true });
  const findings = () => page.locator('[data-rule]').allTextContents();
  await listens(page);
  const was = [await spacer.inputValue(), await findings()] as const;
  await spacer.fill('10');
  await expect.poll(findings).not.toEqual(was[1]);
  // Findings follow the face a moment later; what they come to rest at is meant.
  await expect(page.getByText('Bench saved.')).toBeVisible();
  const ten = await findings();
  await spacer.fill(was[0]);
  await expect.poll(findings).toEqual(was[1]);
  await expect(page.getByText('Bench saved.')).toBeVisible();
  serverWillBeKilled(page);
  await server.kill();
  await page.goto(url);
  await expect(page.getByText(/This page is the one of/)).toBeVisible();
  const gap = page.locator('form[data-quantity="gap"]').first();
  await gap.locator('input').fill('22');
  await gap.locator('input').press('Enter');
  await expect(page.getByText(/: 1 waits/)).toBeVisible();
  await page
    .getByRole('link', { name: /Choose$/ })
    .first()
    .click();
  await expect(page).toHaveURL(/\/choose/);
  await expect(page.getByText(/1 reading of this car lies on this device and is not in these figures/)).toBeVisible();
  await listens(page);
  await spacer.fill('10');
  await expect.poll(findings).toEqual(ten);
  await accessible(page);
  await server.up();
  await expect(page.getByText('cannot be reached')).toHaveCount(0, { timeout: 60_000 });
  await expect(page.getByText(/is not in these figures/)).toHaveCount(0);
  await page.goto(url);
  await expect(gap).toContainText('2 readings');
});

test('a new build takes over once nothing waits to be sent, and what the build before stored goes', async ({
  watched: page,
}) => {
  const between = await relay(server.port);
  const url = (await hrefOf(page, /Halm Drover.*Torque/, 'torque')).replace(`:${server.port}`, `:${between.port}`);
  // What stores pages could not be fetched with the first page of all: it is asked for again, without a reload.
  serverWillBeKilled(page);
  between.drops = '/sw/sw.js';
  await page.goto(url);
  await listens(page);
  between.drops = null;
  await onDevice(page, [new URL(url).pathname]);
  const state = async () => ({
    ...(await page.evaluate(async () => {
      const worker = await navigator.serviceWorker.getRegistration();
      const old = await (await caches.open('vectis-pages')).match('/jobs/of-the-build-before/fit');
      return { waits: worker?.waiting != null, old: old !== undefined };
    })),
    unsent: (await page.getByText(/1 waits|1 entry waits/).count()) > 0,
  });
  await page.evaluate(async () =>
    (await caches.open('vectis-pages')).put(
      '/jobs/of-the-build-before/fit',
      new Response('old', { headers: { 'x-vectis-person': '', 'x-vectis-stored-at': String(Date.now()) } }),
    ),
  );
  // Something waits: entries do not get through.
  between.drops = '/api/torque';
  await page.getByRole('radio', { name: 'front left' }).click();
  await listens(page);
  await page
    .getByRole('button', { name: /All 6 snug|Take the last one back/ })
    .first()
    .click();
  await expect(page.getByText(/1 waits|1 entry waits/).first()).toBeVisible();
  between.build = 2;
  await page.evaluate(async () => void (await (await navigator.serviceWorker.getRegistration())?.update()));
  await expect.poll(state).toEqual({ waits: true, old: true, unsent: true });
  // Not even a reload lets it in as long as the entry waits.
  await page.reload();
  await expect(page.getByText(/1 waits|1 entry waits/).first()).toBeVisible();
  expect(await state()).toEqual({ waits: true, old: true, unsent: true });
  between.drops = null;
  // Usually half a minute; a browser whose build before is woken as it ends lets the newer one in after five.
  await expect.poll(state, { timeout: 340_000 }).toEqual({ waits: false, old: false, unsent: false });
  await onDevice(page, [new URL(url).pathname]);
  between.close();
});

// From here on people sign in, and what nobody signed in sends waits: the last of this file.
test('whoever signs out takes their pages from the device; what waits to be sent stays for them', async ({
  watched: page,
}) => {
  await page.goto(`${server.url}/settings`);
  for (const [name, role] of [
    ['Bram Pell', 'Lead'],
    ['Tamsin Oar', 'Fitter'],
  ] as const) {
    await page.getByRole('button', { name: 'Add a person' }).click();
    await page.getByLabel('Name', { exact: true }).fill(name);
    await page.getByRole('radio', { name: role, exact: true }).click();
    await page.getByLabel('PIN', { exact: true }).fill(role === 'Lead' ? '274059' : '903172');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(page.getByRole('list', { name: 'People' })).toContainText(name);
    if (role === 'Lead') {
      await page.goto(`${server.url}/who?back=/settings`);
      await page.getByRole('button', { name: /Bram Pell/ }).click();
      await page.getByLabel('PIN of Bram Pell').fill('274059');
      await page.getByRole('button', { name: 'Come in' }).click();
      await expect(page).toHaveURL(`${server.url}/settings`);
    }
  }
  const url = await hrefOf(page, /Halm Drover.*Torque/, 'torque');
  await page.goto(url);
  await onDevice(page, [new URL(url).pathname]);
  await page.goto(`${server.url}/who`);
  await page.getByRole('button', { name: 'Leave the bench' }).click();
  await expect
    .poll(() => page.evaluate(async () => (await (await caches.open('vectis-pages')).keys()).map((r) => r.url)))
    .not.toContain(url);
  serverWillBeKilled(page);
  await server.kill();
  await page.goto(url);
  await expect(page.getByRole('heading', { name: 'The server cannot be reached' })).toBeVisible();
  await server.up();
});

interface Relay {
  readonly port: number;
  /** Requests to this address are cut off. */
  drops: string | null;
  /** Another number is another service worker. */
  build: number;
  close(): void;
}

/** Stands between the browser and the server. */
async function relay(to: number): Promise<Relay> {
  const at = { drops: null as string | null, build: 1 };
  const http = createServer((request, response) => {
    if (request.url === at.drops) return request.socket.destroy();
    const on = forward({ port: to, path: request.url, method: request.method, headers: request.headers }, (r) => {
      if (request.url !== '/sw/sw.js') {
        response.writeHead(r.statusCode ?? 502, r.headers);
        return r.pipe(response);
      }
      const { 'content-length': _, 'content-encoding': __, ...headers } = r.headers;
      response.writeHead(r.statusCode ?? 502, headers);
      r.on('data', (chunk) => response.write(chunk)).on('end', () => response.end(`\n// Build ${at.build}.`));
    });
    if (request.url === '/sw/sw.js') on.removeHeader('accept-encoding');
    on.on('error', () => response.destroy());
    request.pipe(on);
  });
  await new Promise<void>((open) => http.listen(0, '127.0.0.1', open));
  return Object.assign(at, {
    port: (http.address() as AddressInfo).port,
    close: () => {
      http.closeAllConnections();
      http.close();
    },
  });
}

/** A wheel of four from snug to its last verify with a click wrench. */
async function wheel(page: Page): Promise<void> {
  await tap(page, 'All 4 snug');
  await tap(page, 'Lowered, tyre touches');
  for (let i = 0; i < 4; i += 1) await tap(page, /^Lug \d clicked/);
  for (let i = 0; i < 4; i += 1) await tap(page, /^Held/);
  await expect(page.getByRole('heading', { name: /Wheel done/ })).toBeVisible();
}
