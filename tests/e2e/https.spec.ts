import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { request } from 'node:https';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { chromium } from '@playwright/test';
import { openStore } from '@/store/connection';
import { addPerson } from '@/store/people';
import { shiftClock } from '../clock.cjs';
import { freePort } from '../postgres.mjs';
import { copyOver } from '../template.mjs';
import { accessible, expect, test } from './guard';
import { demoFolder } from './server';

const folder = mkdtempSync(join(tmpdir(), 'vectis-https-'));
let port = 0;
let child: ChildProcess;

async function start(): Promise<void> {
  child = spawn(process.execPath, ['scripts/https.mjs'], {
    env: {
      ...process.env,
      NODE_ENV: 'production',
      NEXT_MANUAL_SIG_HANDLE: 'true',
      NEXT_TELEMETRY_DISABLED: '1',
      NODE_OPTIONS: `--require ${JSON.stringify(resolve('tests/clock.cjs'))}`,
      VECTIS_DATA: folder,
      VECTIS_HOST: '127.0.0.1',
      VECTIS_HTTPS: '1',
      PORT: String(port),
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (chunk) => (said += chunk));
  for (const began = Date.now(); !said.includes('Data folder open.') || !said.includes('Https is open.'); ) {
    if (child.exitCode !== null || Date.now() - began > 90_000) throw new Error(`no https: ${said}`);
    await new Promise((r) => setTimeout(r, 50));
  }
}

test.beforeAll(async () => {
  port = await freePort();
  copyOver(await demoFolder(), folder);
  const store = await openStore(folder);
  const pinHash = await store.pinKey.hash('274059');
  await addPerson(store.db, { name: 'Bram Pell', role: 'lead', pinHash }, 'at this machine', new Date());
  await store.close();
  await start();
});
test.afterAll(async () => {
  const gone = once(child, 'exit');
  child.kill('SIGKILL');
  await gone;
  rmSync(folder, { recursive: true, force: true });
});

/** Asks as a tablet does that trusts the shop's root, and nothing else. */
function ask(ca: string, host: string, { method = 'GET', path = '/who', headers = {} } = {}): Promise<number> {
  return new Promise((done, fail) => {
    const asked = request(
      { host, port, path, method, headers, ca, servername: host === '127.0.0.1' ? '' : host },
      (r) => {
        r.resume();
        done(r.statusCode ?? 0);
      },
    );
    asked.on('error', fail).end();
  });
}

test('https with the shop’s own certificate: a tablet that has the root trusts this machine by each of its names, and Host and Origin are asked', async () => {
  const fetched = await fetch(`http://127.0.0.1:${port + 1}/vectis.crt`);
  expect(fetched.headers.get('content-type')).toBe('application/x-x509-ca-cert');
  const root = await fetched.text();
  expect(root).toBe(readFileSync(join(folder, 'tls/root.crt'), 'utf8'));
  // The port beside it gives the certificate and nothing else.
  for (const path of ['/', '/tls/root.key', '/vectis.crt/../machine.key', '/api/vehicles'])
    expect((await fetch(`http://127.0.0.1:${port + 1}${path}`)).status).toBe(404);
  for (const host of ['127.0.0.1', 'localhost']) expect(await ask(root, host)).toBe(200);
  await expect(ask('', '127.0.0.1')).rejects.toThrow(/certificate/);
  expect(await ask(root, '127.0.0.1', { headers: { host: `workshop.example:${port}` } })).toBe(403);
  expect(await ask(root, '127.0.0.1', { headers: { 'x-forwarded-host': 'workshop.example' } })).toBe(403);
  const origin = (o: string) => ({ method: 'POST', path: '/api/torque', headers: { origin: o } });
  expect(await ask(root, '127.0.0.1', origin('https://workshop.example'))).toBe(403);
  // What a browser installs carries no data.
  for (const path of ['/sw/sw.js', '/manifest.webmanifest', '/icon.svg'])
    expect([path, await ask(root, '127.0.0.1', { path })]).toEqual([path, 200]);
  // Nobody is signed in, so it goes no further than that.
  expect(await ask(root, '127.0.0.1', origin(`https://127.0.0.1:${port}`))).toBe(401);
  // Started again it is the same root, and the same certificate while the names are the same.
  const before = readFileSync(join(folder, 'tls/machine.crt'), 'utf8');
  const gone = once(child, 'exit');
  child.kill('SIGTERM');
  expect(await gone).toEqual([0, null]);
  await start();
  expect(readFileSync(join(folder, 'tls/machine.crt'), 'utf8')).toBe(before);
  expect(await ask(root, '127.0.0.1')).toBe(200);
});

test('a tablet over https signs in, is shown what to do, and stores the pages of the day', async () => {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium-headless-shell',
    // The root is not installed in this browser; that it is trusted by one which has it is asked above.
    args: ['--no-sandbox', '--disable-gpu', '--ignore-certificate-errors'],
  });
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'allow' });
  await context.addInitScript(shiftClock, Number(process.env.VECTIS_CLOCK_SHIFT));
  const page = await context.newPage();
  const trouble: string[] = [];
  page.on('console', (m) => m.type() === 'error' && trouble.push(m.text()));
  await page.goto(`https://127.0.0.1:${port}/who?back=/settings/tablets`);
  await page.getByLabel('Your name').fill('Bram Pell');
  await page.getByLabel('Your PIN').fill('274059');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Tablets' })).toBeVisible();
  await expect(page.getByText(`:${port + 1}/vectis.crt`)).toBeVisible();
  await expect(page.getByText('This device goes on without the server')).toBeVisible({ timeout: 60_000 });
  await accessible(page);
  expect((await context.cookies()).find((c) => c.name === 'vectis-login')).toMatchObject({
    secure: true,
    httpOnly: true,
  });
  await page.goto(`https://127.0.0.1:${port}/`);
  await expect
    .poll(() => page.evaluate(async () => (await (await caches.open('vectis-pages')).keys()).length), {
      timeout: 90_000,
    })
    .toBeGreaterThan(8);
  expect(trouble).toEqual([]);
  await browser.close();
});
