import { randomBytes } from 'node:crypto';
import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import sharp from 'sharp';
import { freePort } from '../postgres.mjs';
import { accessible, expect, test } from './guard';
import { launch, Server } from './server';
import { listens } from './steps';

let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ demo: true });
});
test.afterAll(() => server.stop());

for (const colorScheme of ['light', 'dark'] as const) {
  test(`every view of the demo workshop is accessible, ${colorScheme}`, async ({ watched: page }) => {
    await page.emulateMedia({ colorScheme });
    // Dark is a tablet in the bay: narrower, and its drawings' letters are no smaller.
    if (colorScheme === 'dark') await page.setViewportSize({ width: 800, height: 1280 });
    await page.goto(server.url);
    await accessible(page);
    const jobs = await page.locator('main ul a').evaluateAll((a) => a.map((x) => x.getAttribute('href') as string));
    expect(jobs).toHaveLength(12);
    for (const href of colorScheme === 'dark' ? jobs.filter((h) => /(stage|fit|torque|choose)$/.test(h)) : jobs) {
      await page.goto(server.url + href);
      await expect(page.locator('h1').first()).toBeAttached();
      await accessible(page);
    }
    // Stages that are still ahead of a job say what comes first.
    const early = jobs.find((h) => h.endsWith('/measure'))?.replace('/measure', '') as string;
    for (const view of colorScheme === 'dark' ? ['stage'] : ['stage', 'fit', 'torque', 'recheck', 'record']) {
      await page.goto(`${server.url}${early}/${view}`);
      await expect(page.getByText('No plan has been taken forward yet.')).toBeVisible();
      await accessible(page);
    }
    await page.goto(`${server.url}/vehicles`);
    await accessible(page);
    await page.getByRole('link', { name: /Merrow Kite GT/ }).click();
    await expect(page.getByRole('region', { name: 'Wheel sets' }).getByText('wets 15').first()).toBeVisible();
    await accessible(page);
  });
}

test('the camper’s 66 mm bolts and proud lip root stop it; the sentences say where', async ({ watched: page }) => {
  await page.goto(server.url);
  await page.getByRole('link', { name: /Corvane Tern.*Rear/ }).click();
  await expect(page.locator('[data-rule="bolt.behind"]')).toContainText('It would foul what is behind');
  await expect(page.locator('[data-rule="centring.lip-root"]')).toContainText(
    'chamfer of wheel D: the wheel stands proud by 0.5 mm',
  );
  await expect(page.getByRole('button', { name: 'Approve' })).toBeDisabled();
  await page
    .locator('main')
    .first()
    .click({ position: { x: 4, y: 4 } });
  await page.keyboard.press('u');
  await expect(page.getByTestId('stack-section').locator('desc')).toContainText('Spacer 0.591 in.');
  await page.reload();
  await expect(page.getByTestId('stack-section').locator('desc')).toContainText('0.591 in');
});

test('two screens on one bench: the second saver is told and sees both values', async ({ watched: page, context }) => {
  await page.goto(server.url);
  const href = (await page.getByRole('link', { name: /Corvane Tern.*Rear/ }).getAttribute('href')) as string;
  const other = await context.newPage();
  await page.goto(server.url + href);
  await other.goto(server.url + href);
  for (const p of [page, other]) await listens(p);
  await page.getByRole('button', { name: 'Thinner' }).click();
  await expect(page.getByText('Bench saved.')).toBeVisible();
  await expect(page.getByLabel('Spacer', { exact: true })).toHaveValue('14');
  await page.waitForTimeout(600);
  await other.getByRole('button', { name: 'Thicker' }).click();
  await expect(
    other.getByText(/changed meanwhile on another screen.*Yours, 18\.0 mm, lies on this device/),
  ).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Spacer', { exact: true })).toHaveValue('14');
});

test('light or dark: kept by the browser', async ({ watched: page }) => {
  await page.goto(server.url);
  await page.getByRole('button', { name: /Light or dark/ }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
});

test('a page that is not there says so', async ({ page }) => {
  const response = await page.goto(`${server.url}/jobs/none/measure`);
  expect(response?.status()).toBe(404);
  await expect(page.getByRole('heading', { name: 'Not here' })).toBeVisible();
});

test('plans are evaluated over HTTP, and a wrong one gets paths and messages', async ({ request }) => {
  const plan = JSON.parse(readFileSync('docs/examples/adapter.json', 'utf8'));
  const good = await request.post(`${server.url}/api/evaluate`, { data: plan });
  expect(good.status()).toBe(200);
  expect(await good.json()).toMatchObject({
    format: 'vectis-evaluation/1',
    verdict: 'stop',
    blocking: ['adapter.pocket'],
  });
  const bad = await request.post(`${server.url}/api/evaluate`, {
    data: { ...plan, hub: { ...plan.hub, thread: '14mm' } },
  });
  expect(bad.status()).toBe(422);
  expect((await bad.json()).issues).toEqual([{ path: 'hub.thread', message: expect.stringContaining('has no pitch') }]);
  const junk = await request.post(`${server.url}/api/evaluate`, {
    data: Buffer.from('{'),
    headers: { 'content-type': 'application/json' },
  });
  expect(junk.status()).toBe(400);
  const schema = await request.get(`${server.url}/api/plan-schema`);
  expect(await schema.json()).toEqual(JSON.parse(readFileSync('docs/plan-format.schema.json', 'utf8')));
});

test('files over 10 MB arrive whole, over their limit they are refused, without a length too', async ({ request }) => {
  const about = '/api/photos?vehicle=none&state=before&caption=';
  // A picture of random points does not get smaller: 14 MB of it, and 25 MB are the limit.
  const noise = await sharp(randomBytes(2300 * 2300 * 3), { raw: { width: 2300, height: 2300, channels: 3 } })
    .png({ compressionLevel: 0 })
    .toBuffer();
  expect(noise.length).toBeGreaterThan(14 * 1024 ** 2);
  // The picture is read to its end; only the car is not there.
  const photo = await request.post(server.url + about, { data: noise });
  expect((await photo.json()).message).not.toMatch(/damaged|larger/);
  const large = await request.post(server.url + about, { data: Buffer.alloc(25 * 1024 ** 2 + 1) });
  expect([large.status(), (await large.json()).message]).toEqual([413, expect.stringContaining('larger than 25 MB')]);
  // Every line of 12 MB is read: each is one that names no part.
  const lines = 120_000;
  const csv = `kind;name\n${`nothing;${'x'.repeat(95)}\n`.repeat(lines)}`;
  expect(csv.length).toBeGreaterThan(12 * 1000 ** 2);
  const parts = await request.post(`${server.url}/api/shelf/import`, { data: Buffer.from(csv) });
  const last = JSON.parse((await parts.text()).trim().split('\n').at(-1) as string);
  expect(last).toMatchObject({ added: 0, left: lines });
  const chunked = await fetch(`${server.url}/api/visit`, {
    method: 'POST',
    body: new Blob(['{}']).stream(),
    duplex: 'half',
  } as RequestInit);
  expect(chunked.status).toBe(411);
});

test('a second process on the same folder gets one clear sentence and a non-zero exit', async () => {
  const second = launch(server.folder, await freePort(), false);
  let said = '';
  for (const stream of [second.stdout, second.stderr]) stream?.on('data', (chunk) => (said += chunk));
  const [code] = await once(second, 'exit');
  expect(code).not.toBe(0);
  expect(said.match(/already open in another Vectis/g)).toHaveLength(1);
  expect(said).not.toContain('    at ');
});

test('it listens on this machine only', async ({ request }) => {
  const outside = Object.values(networkInterfaces())
    .flat()
    .filter((a) => a && !a.internal && a.family === 'IPv4');
  for (const a of outside) {
    await expect(request.get(`http://${a?.address}:${server.port}/`, { timeout: 3000 })).rejects.toThrow(
      /ECONNREFUSED|refused/i,
    );
  }
  expect((await request.get(server.url)).ok()).toBe(true);
});

test('a rebound name, another page and a forwarded host are turned away; pages bring their policy', async ({
  watched: page,
  request,
}) => {
  const home = await request.get(server.url);
  const policy = home.headers()['content-security-policy'] ?? '';
  expect(policy).toMatch(/script-src 'self' 'nonce-[^']+' 'strict-dynamic'/);
  expect(policy).toContain("frame-ancestors 'none'");
  expect([home.headers()['x-content-type-options'], home.headers()['referrer-policy']]).toEqual([
    'nosniff',
    'no-referrer',
  ]);
  for (const headers of [{ host: 'harbour.example' }, { 'x-forwarded-host': 'harbour.example' }] as Record<
    string,
    string
  >[]) {
    expect((await request.get(server.url, { headers })).status()).toBe(403);
    expect((await request.get(`${server.url}/api/shelf`, { headers })).status()).toBe(403);
  }
  const foreign = await request.post(`${server.url}/api/evaluate`, {
    headers: { origin: 'http://harbour.example' },
    data: '{}',
  });
  expect([foreign.status(), await foreign.text()]).toEqual([
    403,
    'This request comes from another page. Nothing was changed.\n',
  ]);
  expect((await request.post(`${server.url}/api/evaluate`, { data: '{}' })).status()).toBe(422);
  // No script stands in the page that the policy does not name.
  await page.goto(server.url);
  expect(await page.locator('script:not([nonce]):not([src])').count()).toBe(0);
});
