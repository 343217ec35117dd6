import { randomBytes } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { accessible, expect, test } from './guard';
import { demoWorkshop } from './steps';

const { url, folder } = demoWorkshop();

test('a backup is made, downloaded, put back after a second look, and a damaged one is refused', async ({
  watched: page,
}) => {
  // Photos of a real workshop make a backup larger than what the proxy lets through.
  mkdirSync(`${folder()}/photos/ab`, { recursive: true });
  writeFileSync(`${folder()}/photos/ab/abcd.jpg`, randomBytes(12 * 1024 ** 2));
  await page.goto(url('/settings'));
  await page.getByRole('button', { name: 'Back up now' }).click();
  const list = page.getByRole('list', { name: 'Backups' });
  // Packing takes seconds, on a machine that does something else as well.
  await expect(list.getByRole('listitem')).toHaveCount(1, { timeout: 60_000 });
  await accessible(page);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: /^Download/ }).click(),
  ]);
  const file = readFileSync(await download.path());
  expect(file.subarray(0, 2).toString()).toBe('PK');
  expect(file.length).toBeGreaterThan(10 * 1024 ** 2);
  // Something is entered after it.
  await page.goto(url('/vehicles'));
  await page.getByRole('link', { name: /Merrow Kite/ }).click();
  await page.getByRole('button', { name: 'Open job' }).click();
  await expect(page).toHaveURL(/take-in$/);
  const later = page.url();
  await page.goto(url('/settings'));
  const bad = Buffer.from(file);
  bad[Math.floor(bad.length / 2)] = (bad[Math.floor(bad.length / 2)] as number) ^ 1;
  const picker = page.getByLabel('A backup from elsewhere');
  await picker.setInputFiles({ name: 'bad.zip', mimeType: 'application/zip', buffer: bad });
  await page.getByRole('button', { name: 'Put it in place' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Nothing was touched' })).toBeVisible({
    timeout: 60_000,
  });
  await page.goto(later);
  await expect(page.getByRole('heading', { name: 'Take in' })).toBeVisible();
  await page.goto(url('/settings'));
  await picker.setInputFiles({ name: 'good.zip', mimeType: 'application/zip', buffer: file });
  await page.getByRole('button', { name: 'Put it in place' }).click();
  await expect(page.getByText('Working …')).toHaveCount(0, { timeout: 60_000 });
  await page.goto(url('/'));
  await expect(page.getByRole('link', { name: /Corvane Tern/ }).first()).toBeVisible();
  await page.goto(url('/vehicles'));
  await page.getByRole('link', { name: /Merrow Kite/ }).click();
  const jobs = page.getByRole('region', { name: 'Jobs' });
  expect(await jobs.getByRole('link').evaluateAll((l) => l.map((a) => a.getAttribute('href')))).not.toContain(
    new URL(later).pathname,
  );
});
