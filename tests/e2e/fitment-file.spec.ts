import { readFile } from 'node:fs/promises';
import { accessible, expect, test } from './guard';
import { demoWorkshop, listens } from './steps';

const { url } = demoWorkshop();

test('what models had goes out as a file, and another shop’s comes in: looked at first, whole or not at all', async ({
  watched: page,
}) => {
  await page.goto(url('/memory'));
  await listens(page);
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save this shop’s as CSV' }).click(),
  ]);
  const own = await readFile(await saved.path(), 'utf8');
  expect(own).toMatch(/^model,axle,what,value,pm,cars,shop\r\n/);
  const pick = (text: string) =>
    page
      .getByLabel('Another shop’s file')
      .setInputFiles({ name: 'harbour.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await pick(own);
  await expect(page.getByText('This file came out of this shop')).toBeVisible();
  const head = 'model,axle,what,value,pm,cars\n';
  await pick(`${head}Tarn Osprey,front,thread,M14x1.5,,3\nTarn Osprey,front,turns,9,,3`);
  await expect(page.getByText('Line 3:')).toContainText('turns');
  await expect(page.getByRole('button', { name: /^Take 1 line/ })).toBeDisabled();
  await pick(
    `${head}Tarn Osprey,front,thread,M14x1.5,,3\nTarn Osprey,front,lugs,5,,3\nTarn Osprey,front,boltCircle,112,,3\nTarn Osprey,front,spigotDiameter,66.5,0.2,2\n`,
  );
  await expect(page.getByRole('table', { name: 'What is in it' })).toContainText('66.5 ± 0.2 mm');
  await accessible(page);
  await page.getByRole('button', { name: 'Take 4 lines over' }).click();
  await expect(page.getByText('4 lines taken over.')).toBeVisible();
  await expect(page.getByText('4 lines on 1 model came from other shops.')).toBeVisible();
  await page.reload();
  await expect(page.getByText('4 lines on 1 model came from other shops.')).toBeVisible();
  // Take in offers it as expected, and says whose it is.
  await page.goto(url('/vehicles/new'));
  await listens(page);
  await page.getByLabel('Vehicle', { exact: true }).fill('tarn osprey');
  const seen = page.getByRole('region', { name: 'Seen on such cars' });
  await expect(seen).toContainText('This shop has had no tarn osprey; other shops had 3.');
  await seen.getByRole('button', { name: 'Fill in as expected' }).click();
  await expect(page.getByLabel('Thread').first()).toHaveValue('M14x1.5');
  await expect(page.getByText('expected, on all 3 cars').first()).toBeVisible();
});
