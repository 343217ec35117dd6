import sharp from 'sharp';
import { accessible, expect, test } from './guard';
import { Server } from './server';
import { listens, step } from './steps';

let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ demo: true });
});
test.afterAll(() => server.stop());

test('what holds nothing is said with its hold point in one press; a photo ends its own step, or a reason does', async ({
  watched: page,
}) => {
  await page.goto(server.url);
  const href = await page
    .getByRole('link', { name: /Ilex Lumen.*Fit/ })
    .first()
    .getAttribute('href');
  await page.goto(`${server.url}${href}`);
  await listens(page);
  const panel = page.getByRole('region', { name: 'Step' });
  await page.getByRole('button', { name: /^front right/i }).click();
  await expect(panel.getByRole('heading', { name: 'Photo as received' })).toBeVisible();
  await expect(panel.getByRole('button', { name: 'Done, next' })).toHaveCount(0);
  const box = (name: string) => page.getByRole('checkbox', { name: new RegExp(`^${name}`) });
  await box('Photo as received').click();
  await expect(box('Photo as received')).not.toBeChecked();
  await page.getByLabel('Photo before, front right').setInputFiles({
    name: 'as-it-came.png',
    mimeType: 'image/png',
    buffer: await sharp({ create: { width: 64, height: 48, channels: 3, background: '#557755' } })
      .png()
      .toBuffer(),
  });
  await expect(box('Photo as received')).toBeChecked();
  await expect(panel.getByRole('heading', { name: 'Jack and stand' })).toBeVisible();
  const first = panel.getByRole('list', { name: 'First' });
  await expect(first.getByRole('listitem')).toHaveCount(1);
  await expect(first).toContainText('Crack loose');
  await expect(first.getByRole('button', { name: /Something soaks/ })).toBeVisible();
  await accessible(page);
  await page.keyboard.press('PageDown');
  await expect(box('Crack loose')).toBeChecked();
  await expect(box('Jack and stand')).toBeChecked();
  await expect(panel.getByRole('heading', { name: 'Pins and disc screw' })).toBeVisible();
  await expect(first.getByRole('listitem')).toHaveCount(2);
  await expect(panel.getByLabel('Where the old ones are kept')).toBeVisible();
  // Looked at for itself, a step is said for itself.
  await step(page, 'Hanger pin in').click();
  await expect(first).toHaveCount(0);
  await page.keyboard.press('PageDown');
  await expect(box('Hanger pin in')).toBeChecked();
  await expect(box('Wheel off, bag the old')).not.toBeChecked();
  await step(page, 'Photo as it goes').click();
  await panel.getByRole('button', { name: 'Skip with a reason' }).click();
  await expect(panel).toContainText('give the reason why there is none');
  await panel.getByLabel('Why', { exact: true }).fill('no camera at hand');
  await panel.getByRole('button', { name: 'End it with this reason' }).click();
  await expect(step(page, 'Photo as it goes')).toContainText('reason: no camera at hand');
  await page.reload();
  await page.getByRole('button', { name: /^front right/i }).click();
  for (const name of ['Photo as received', 'Crack loose', 'Jack and stand', 'Hanger pin in'])
    await expect(box(name)).toBeChecked();
  await expect(step(page, 'Photo as it goes')).toContainText('reason: no camera at hand');
  await expect(page.getByRole('region', { name: 'Notes and photos' }).getByRole('img')).toHaveCount(1);
});
