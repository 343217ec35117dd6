import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Client } from 'pg';
import { Cable } from '../cable';
import { freePort, startPostgres } from '../postgres.mjs';
import { expect, serverWillBeKilled, test } from './guard';
import { Server } from './server';
import { listens, tap } from './steps';

/** Two processes on one PostgreSQL server and one folder, each with a cable of its own to the database. */
let postgres: Awaited<ReturnType<typeof startPostgres>>;
let folder: string;
let servers: [Server, Server];
let cables: [Cable, Cable];

/** What the database itself says. */
async function stored(query: string): Promise<unknown> {
  const client = new Client(`${postgres.url}/vectis`);
  await client.connect();
  try {
    return (await client.query(query)).rows[0]?.n;
  } finally {
    await client.end();
  }
}

test.beforeAll(async () => {
  postgres = await startPostgres();
  const admin = new Client(`${postgres.url}/postgres`);
  await admin.connect();
  await admin.query('create database vectis');
  await admin.end();
  folder = mkdtempSync(join(tmpdir(), 'vectis-two-'));
  const port = Number(new URL(postgres.url).port);
  cables = [new Cable(port), new Cable(port)];
  servers = [new Server(await freePort(), true, folder), new Server(await freePort(), true, folder)];
  for (const [i, server] of servers.entries()) {
    await cables[i]?.plug();
    await server.up({ DATABASE_URL: `postgres://vectis@127.0.0.1:${cables[i]?.port}/vectis` });
  }
});
test.afterAll(async () => {
  for (const server of servers) await server.kill();
  for (const cable of cables) await cable.pull();
  await postgres.stop();
  rmSync(folder, { recursive: true, force: true });
});

test('two processes show one workshop: what is done at one stands at the other, and goes on there when the first is gone', async ({
  watched: page,
  context,
}) => {
  const [one, two] = servers;
  await page.goto(one.url);
  const href = (await page.getByRole('link', { name: /Halm Drover.*Torque/ }).getAttribute('href')) as string;
  await page.goto(one.url + href);
  await page.getByRole('radio', { name: 'front right' }).click();
  await listens(page);
  const other = await context.newPage();
  await other.goto(two.url + href);
  await other.getByRole('radio', { name: 'front right' }).click();
  await listens(other);
  await page.getByRole('button', { name: 'All 6 snug' }).click();
  await expect(page.getByText('Torque log, 1 entry')).toBeVisible();
  await expect(other.getByText('Torque log, 1 entry')).toBeVisible({ timeout: 15_000 });
  serverWillBeKilled(page);
  await one.kill();
  await tap(other, 'Lowered, tyre touches');
  await expect(other.getByText('Torque log, 2 entries')).toBeVisible();
  await other.reload();
  await expect(other.getByText('Torque log, 2 entries')).toBeVisible();
  await one.up({ DATABASE_URL: `postgres://vectis@127.0.0.1:${cables[0].port}/vectis` });
});

test('a database that is away is said beside what was typed; it waits, and is stored once the database is back', async ({
  watched: page,
}) => {
  const [one] = servers;
  await page.goto(one.url);
  const href = (await page
    .getByRole('link', { name: /Corvane Tern/ })
    .first()
    .getAttribute('href')) as string;
  await page.goto(one.url + href.replace(/\/[^/]+$/, '/measure'));
  const gap = page.locator('form[data-quantity="gap"]').first();
  await listens(page);
  serverWillBeKilled(page);
  await cables[0].pull();
  await gap.locator('input').fill('21.25');
  await gap.locator('input').press('Enter');
  await expect(page.getByText(/The database server at .* does not answer/).first()).toBeVisible();
  await cables[0].plug();
  await expect.poll(() => stored(`select count(*)::int as n from reading where typed = '21.25'`)).toBe(1);
  await expect(page.getByText(/The database server at .* does not answer/)).toHaveCount(0);
});
