import { accessible, expect, test } from './guard';
import { Server } from './server';
import { listens } from './steps';

let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ demo: true });
});
test.afterAll(() => server.stop());

test('a booking on the telephone: a name and a number, its time, and the job when the car is here', async ({
  watched: page,
}) => {
  await page.goto(server.url);
  await listens(page);
  await page.getByRole('button', { name: 'Phone booking', exact: true }).click();
  const form = page.getByRole('form', { name: 'Who called' });
  await form.getByLabel('Name').fill('Ada Roe');
  await form.getByRole('button', { name: 'Find a time' }).click();
  await expect(form.getByText(/Telephone is missing, and so is the plate/)).toBeVisible();
  await expect(form.getByLabel('Name')).toHaveValue('Ada Roe');
  await form.getByLabel('Telephone').fill('01632 960 118');
  await form.getByLabel('Plate').fill('ro 77 ada');
  await form.getByLabel('What for').selectOption('wheel-change');
  await accessible(page);
  await form.getByRole('button', { name: 'Find a time' }).click();
  const book = page.getByRole('dialog', { name: /Book: Ada Roe/ });
  await expect(book.getByText('Phone booking, wheel change')).toBeVisible();
  await expect(book.getByRole('link', { name: '01632 960 118' })).toHaveAttribute('href', 'tel:01632960118');
  await accessible(page);
  const begins = await book.getByLabel('Begins').inputValue();
  await book.getByRole('button', { name: 'Book it' }).click();
  await expect(book).toHaveCount(0);
  await page.goto(`${server.url}/?day=${begins.slice(0, 10)}`);
  await page
    .getByRole('button', { name: /Ada Roe/ })
    .first()
    .click();
  // The car is here: what was said is there, and its time goes over to the job.
  await page.getByRole('link', { name: 'The car is here: take it in' }).click();
  await expect(page.getByLabel('Plate', { exact: true })).toHaveValue('RO 77 ADA');
  await expect(page.getByText('Ada Roe called, 01632 960 118.')).toBeVisible();
  await accessible(page);
});

test('a caller whose plate the shop knows goes to that car; a call that came to nothing is off the list', async ({
  watched: page,
}) => {
  await page.goto(`${server.url}/vehicles`);
  const plate = /[A-Z]{2} \d{2} [A-Z]{3}/.exec(
    (await page
      .getByRole('link', { name: /Ilex Lumen/ })
      .first()
      .textContent()) ?? '',
  );
  await page.goto(server.url);
  await listens(page);
  const call = async (name: string, known: string) => {
    await page.getByRole('button', { name: 'Phone booking', exact: true }).click();
    const form = page.getByRole('form', { name: 'Who called' });
    await form.getByLabel('Name').fill(name);
    await form.getByLabel('Plate').fill(known);
    await form.getByRole('button', { name: 'Find a time' }).click();
    return page.getByRole('dialog', { name: new RegExp(`Book: ${name}`) });
  };
  const lumen = await call('Ilya Venn', (plate?.[0] ?? '').toLowerCase());
  await lumen.getByRole('link', { name: 'Ilex Lumen is here: open its job' }).click();
  await expect(page.getByText('Ilya Venn called for this')).toBeVisible();
  await page
    .getByRole('button', { name: 'Open job' })
    .or(page.getByRole('button', { name: /^Open/ }))
    .first()
    .click();
  await expect(page).toHaveURL(/take-in/);
  await page.goto(server.url);
  await listens(page);
  await expect(page.getByRole('button', { name: /Ilya Venn/ })).toHaveCount(0);
  const other = await call('Nobody Else', 'NO 11 ONE');
  await other.getByLabel('Why it is called off').fill('went elsewhere');
  await other.getByRole('button', { name: 'It came to nothing' }).click();
  await expect(other).toHaveCount(0);
  await expect(page.getByRole('button', { name: /Nobody Else/ })).toHaveCount(0);
});
