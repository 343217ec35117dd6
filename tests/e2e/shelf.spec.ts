import { accessible, expect, test } from './guard';
import { demoWorkshop, to } from './steps';

const { url, open } = demoWorkshop();

test('a part is drawn as it is typed: a slipped digit is seen, a field that will not do is said beside it, the shelf keeps it', async ({
  watched: page,
}) => {
  await page.goto(url('/shelf'));
  await page.getByRole('button', { name: 'Add a part' }).click();
  const form = page.getByRole('form', { name: 'New part' });
  await expect(form.getByText('Drawn to scale once its figures are typed')).toBeVisible();
  await form.getByLabel('Name').fill('quay bolt');
  await form.getByLabel('In hand').fill('10');
  await form.getByLabel('Thread', { exact: true }).fill('M14x1.5');
  await form.getByLabel('Length under the seat').fill('45');
  await form.getByLabel('Full thread').fill('28');
  await form.getByLabel('Pilot nose').fill('0');
  const sketch = form.getByTestId('part-sketch');
  await expect(sketch.locator('title')).toHaveText('quay bolt, drawn to scale: 45.0 mm long');
  // One digit too many is off the sheet in words, and in the drawing before that.
  await form.getByLabel('Length under the seat').fill('455');
  await expect(form.getByText(/Length under the seat “455” is above 150 mm/)).toBeVisible();
  await expect(form.getByText('Drawn as it was last sound: length under the seat will not do.')).toBeVisible();
  await form.getByLabel('Length under the seat').fill('45');
  await form.getByLabel('Full thread').fill('48');
  await expect(form.getByText(/Full thread “48” is more than the part is long/)).toBeVisible();
  await form.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(form.getByLabel('Full thread')).toHaveValue('48');
  await form.getByLabel('Full thread').fill('28');
  await form.getByLabel('Code').fill('Q-45');
  await form.getByLabel('Least stock').fill('12');
  await form.getByLabel('Socket', { exact: true }).fill('17');
  await accessible(page);
  await form.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByText('The part is on the shelf.')).toBeVisible();
  await page.reload();
  await page.getByLabel('Find a part').fill('q-45');
  const line = page.getByRole('region', { name: 'Parts' }).getByRole('listitem').filter({ hasText: 'quay bolt' });
  await expect(line).toContainText('10short');
  // In its place: received, corrected, and what became of it.
  await page.getByRole('button', { name: 'Open quay bolt' }).click();
  await page.getByLabel('Pieces', { exact: true }).fill('half');
  await page.getByRole('button', { name: 'Book it' }).click();
  await expect(page.getByText('Pieces “half” is no whole number. Enter 1 to 1000.')).toBeVisible();
  await page.getByLabel('Pieces', { exact: true }).fill('5');
  await page.getByLabel('Why, where from').fill('morning post');
  await page.getByRole('button', { name: 'Book it' }).click();
  await expect(page.getByRole('list', { name: 'Movements' })).toContainText(/received \+5, 15 left; .*: morning post/);
  await expect(line).not.toContainText('short');
  await page.getByRole('button', { name: 'Correct its figures' }).click();
  await page.getByLabel('Length under the seat').fill('46');
  await page.getByRole('button', { name: 'Save the change' }).click();
  await expect(line).toContainText('46.0 mm, thread 28.0 mm');
  await accessible(page);
  await page.reload();
  await expect(page.getByLabel('Find a part')).toHaveValue('q-45');
  await expect(line).toContainText('46.0 mm, thread 28.0 mm');
});

test('pieces kept for a job are nobody else’s: the second hand is told, the kit list shows them, used ones are gone', async ({
  watched: page,
}) => {
  await page.goto(url('/shelf?find=spacer 4 × 100, 5 mm'));
  await page.getByRole('button', { name: /^Open spacer 4 × 100, 5 mm/ }).click();
  const ilex = await page
    .getByLabel('Reserve for')
    .locator('option', { hasText: 'Ilex Lumen EV 31 ILX, front' })
    .textContent();
  await page.getByLabel('Reserve for').selectOption({ label: ilex ?? '' });
  await page.getByLabel('Pieces to keep').fill('2');
  await page.getByRole('button', { name: 'Reserve them' }).click();
  await expect(page.getByRole('list', { name: 'Kept for jobs' })).toContainText('2 for Ilex Lumen');
  await page.getByLabel('Reserve for').selectOption({ index: 0 });
  await page.getByRole('button', { name: 'Reserve them' }).click();
  await expect(
    page.getByText(/2 of “spacer 4 × 100, 5 mm” are wanted; of 2 there, 2 are kept for another job\./),
  ).toBeVisible();
  await page.getByLabel('Move').selectOption('scrap');
  await page.getByLabel('Pieces', { exact: true }).fill('1');
  await page.getByRole('button', { name: 'Book it' }).click();
  await expect(page.getByText('2 of 2 are kept for other jobs, so 1 cannot go off.')).toBeVisible();
  await accessible(page);
  await open(page, /Ilex Lumen.*Front/, 'stage');
  const kept = page.getByRole('region', { name: /^Kept on the shelf for this job/ });
  await expect(kept).toContainText('2 ×');
  await expect(kept).toContainText('bin P4');
  await accessible(page);
  await to(page, 'stage');
  await page.goto(url('/shelf?find=spacer 4 × 100, 5 mm'));
  await page.getByRole('button', { name: /^Open spacer 4 × 100, 5 mm/ }).click();
  await page.getByRole('button', { name: 'Used', exact: true }).click();
  await expect(page.getByRole('list', { name: 'Movements' })).toContainText('used -2, 0 left');
});

test('a broken file: columns put right, an open quote, thousands, doubled codes and inches are told; read twice it doubles nothing', async ({
  watched: page,
}) => {
  await page.goto(url('/shelf'));
  await page.getByRole('button', { name: 'Import a CSV file' }).click();
  const file = (text: string, name = 'mole.csv') =>
    page.getByLabel('Catalogue file').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text, 'utf8') });
  await file(
    [
      '\uFEFFsep=;',
      'What;Description;Qty;Holes;PCD;Thickness;spacer_kind;Code;Colour',
      'spacer;mole plate;2;5;112;"12,5";plain;M1;blue',
      'spacer;mole wide;2;5;112;1,000;plain;M2;blue',
      'spacer;mole shim;2;5;112;1.25;plain;M3;blue',
      'spacer;mole twin;2;5;112;10;plain;M1;blue',
      "spacer;'=1+1;2;5;112;15;plain;M4;blue",
      'spacer;"mole open;2;5;112;20;plain;M5;blue',
    ].join('\r\n'),
  );
  const look = page.getByRole('region', { name: 'Import a CSV file' });
  await expect(look.getByRole('status')).toContainText('0 can be imported');
  await look.getByLabel('kind', { exact: true }).selectOption({ label: 'What' });
  await expect(look.getByRole('status')).toContainText('2 can be imported');
  const left = look.getByRole('list', { name: 'Lines left out' });
  await expect(left).toContainText(
    'thickness “1,000” may be a thousand or one. Write it with a point, such as 1.0 or 1000.',
  );
  await expect(left).toContainText('thickness “1.25” may be inches or millimetres. Write 1.25in or 1.25mm.');
  await expect(left).toContainText('code “M1” stands in line 3 already. A code names one part.');
  await expect(left).toContainText('A quote is opened and not closed');
  await accessible(page);
  await look.getByRole('button', { name: 'Take 2 parts in' }).click();
  await expect(page.getByText(/2 parts were put on the shelf, 0 corrected by code/)).toBeVisible();
  await page.getByLabel('Find a part').fill('mole');
  const parts = page.getByRole('region', { name: 'Parts' }).getByRole('listitem');
  await expect(parts.filter({ hasText: 'mole plate' })).toContainText('12.5 mm, plain, 5 × 112.0 mm');
  const exported = await (await page.request.get(url('/api/shelf'))).text();
  expect(exported).toContain("'=1+1");
  // The same again, two pieces more: known by its code.
  await page.getByRole('button', { name: 'Import a CSV file' }).click();
  await file('kind,name,count,lugs,bolt_circle,thickness,spacer_kind,code\nspacer,mole plate,4,5,112,12.5,plain,M1\n');
  await page.getByRole('button', { name: 'Take 1 part in' }).click();
  await expect(page.getByText('0 parts were put on the shelf, 1 corrected by code, 0 lines left out.')).toBeVisible();
  await expect(parts.filter({ hasText: 'mole plate' })).toHaveCount(1);
  await expect(parts.filter({ hasText: 'mole plate' })).toContainText('4');
  // What is no UTF-8 is read as the old alphabet, and said to be.
  await page.getByRole('button', { name: 'Import a CSV file' }).click();
  await page.getByLabel('Catalogue file').setInputFiles({
    name: 'old.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'kind,name,count,lugs,bolt_circle,thickness,spacer_kind\nspacer,M\xf6le,2,5,112,8,plain\n',
      'latin1',
    ),
  });
  await expect(look.getByText(/The file is no UTF-8/)).toBeVisible();
  await page.getByRole('button', { name: 'Leave it' }).click();
});

test('common sizes: a shop without a catalogue begins with what a part has to be', async ({ watched: page }) => {
  await page.goto(url('/shelf'));
  await page.getByRole('button', { name: 'Common sizes' }).click();
  const form = page.getByRole('form', { name: 'Common sizes' });
  await form.getByRole('button', { name: 'Put them on the shelf' }).click();
  await expect(form.getByRole('alert')).toContainText('Type 5x112, or M14x1.5.');
  await form.getByRole('radio', { name: 'Bolts' }).click();
  await form.getByLabel('Thread').fill('M14x1.5');
  await form.getByLabel('Seat').selectOption('ball13');
  await form.getByLabel('Shortest').fill('40');
  await form.getByLabel('Longest').fill('44');
  await accessible(page);
  await form.getByRole('button', { name: 'Put 5 on the shelf' }).click();
  await expect(page.getByText('5 common sizes are on the shelf, none of them in hand.')).toBeVisible();
  await page.getByLabel('Find a part').fill('common bolt 44');
  await expect(
    page.getByRole('region', { name: 'Parts' }).getByRole('listitem').filter({ hasText: 'common bolt' }),
  ).toContainText('M14 × 1.5, 44.0 mm, thread 30.0 mm, class 10.9, ball R13');
});

test('sockets, rings and locker lie on the shelf too; what is to be bought is told as limits on the bench and in the kit', async ({
  watched: page,
}) => {
  await page.goto(url('/shelf?find=locker'));
  const parts = page.getByRole('region', { name: 'Parts' }).getByRole('listitem');
  await expect(parts.filter({ hasText: 'locker, medium' })).toContainText('cures in 24 h');
  await page.getByRole('button', { name: 'Add a part' }).click();
  await page.getByLabel('It is of the kind').selectOption('other');
  const form = page.getByRole('form', { name: 'New part' });
  await form.getByLabel('Name').fill('quay ring');
  await form.getByLabel('Inside').fill('66.6');
  await form.getByLabel('Outside', { exact: true }).fill('57.1');
  await form.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(form.getByText(/Outside “57.1” is no more than its inside/).first()).toBeVisible();
  await form.getByLabel('Inside').fill('57.1');
  await form.getByLabel('Outside', { exact: true }).fill('66.6');
  await accessible(page);
  await form.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page.getByLabel('Find a part').fill('quay ring');
  await expect(parts.filter({ hasText: 'quay ring' })).toContainText('centring ring, 66.6 mm outside, 57.1 mm inside');
  await open(page, /Ilex Lumen.*Front/, 'choose');
  await page.getByRole('tab', { name: 'What fits' }).click();
  await page.getByText('Not on the shelf: what to buy, as limits').click();
  const buy = page.getByRole('list', { name: 'To be bought' });
  await expect(buy).toContainText('2 × plain spacer 5.0 mm, 4 × 100, bore 60.2 mm');
  await expect(buy).toContainText(/6 and 2 locking ones × bolt M12 × 1\.5, [\d.]+ mm to [\d.]+ mm under the seat/);
  await accessible(page);
});
