import { readPdf } from '../readPdf';
import { accessible, expect, test } from './guard';
import { demoWorkshop, listens } from './steps';

const shop = demoWorkshop();

test('a quote says what is chosen, parts, time and what is still open, on the page, as text and as PDF', async ({
  watched: page,
}) => {
  await shop.open(page, /Halm Drover.*Torque/, 'choose');
  await page.getByRole('link', { name: 'Quote' }).click();
  await expect(page.getByRole('heading', { name: 'Quote', level: 1 })).toBeVisible();
  // Both axles of the visit, whichever it was opened from.
  const rear = page.getByRole('region', { name: 'Rear axle' });
  await expect(page.getByRole('region', { name: 'Front axle' })).toContainText('Plain spacer, 8.0 mm');
  await expect(rear).toContainText('Adapter, 25.0 mm');
  // One pocket of four is too shallow: that is said before anybody orders.
  await expect(rear).toContainText('Still to be settled');
  await expect(rear).toContainText('The pocket of wheel C');
  await accessible(page);
  const at = (await page.getByRole('link', { name: 'Open as text' }).getAttribute('href')) as string;
  const text = await (await page.request.get(shop.url(at))).text();
  expect(text).toMatch(/^Halm Drover, CR 02 HLM\n/);
  for (const line of ['Adapter, 25.0 mm', '- 2 × adapter 25.0 mm', 'Still to be settled:', 'Time: '])
    expect(text).toContain(line);
  const pdf = await page.request.get(shop.url(at.replace('?as=text', '')));
  const read = (await readPdf(await pdf.body())).text;
  for (const line of ['Quote', 'Halm Drover', 'Adapter, 25.0 mm', 'The pocket of wheel C'])
    expect(read).toContain(line);
});

test('an owner’s telephone number is kept, refused where it is none, and stands where somebody is called', async ({
  watched: page,
}) => {
  await shop.open(page, /Corvane Tern.*Recheck/, 'recheck');
  const recheck = page.url();
  await expect(page.getByText('Call ')).toHaveCount(0);
  await page.getByRole('link', { name: 'Corvane Tern' }).first().click();
  await page.getByText('Keeper of the Corvane Tern').click();
  await listens(page);
  const number = page.getByLabel('Telephone');
  await number.fill('ring after six');
  await page.getByRole('form', { name: 'Owner' }).getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('“ring after six” is no telephone number.')).toBeVisible();
  await expect(number).toHaveValue('ring after six');
  await number.fill('01632  960 118');
  await page.getByRole('form', { name: 'Owner' }).getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('link', { name: '01632 960 118' })).toHaveAttribute('href', 'tel:01632960118');
  await page.goto(recheck);
  await expect(page.getByText('Call Keeper of the Corvane Tern')).toBeVisible();
  await expect(page.getByRole('link', { name: '01632 960 118' })).toBeVisible();
  await accessible(page);
});
