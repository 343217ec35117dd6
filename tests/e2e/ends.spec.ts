import { accessible, expect, test } from './guard';
import { answer, demoWorkshop, listens, openMore, pickCorner, to } from './steps';

/** What lies past a thread, what a dab of grease says, and an arch that is cut on one side. */
const { open } = demoWorkshop();

test('a closed nut that a stud reaches through asks what lies past its thread; the answers are kept', async ({
  watched: page,
}) => {
  await open(page, /Halm Drover.*Choose/, 'choose');
  await page.getByRole('radio', { name: 'Plain', exact: true }).click();
  await page.getByLabel('Spacer', { exact: true }).fill('5');
  await page.getByRole('radio', { name: 'Other nuts' }).click();
  const nut = page.getByRole('group', { name: 'The nut' });
  await nut.getByLabel('Nut', { exact: true }).selectOption('closed');
  await nut.getByLabel('Full thread in it').fill('10');
  await nut.getByLabel('Its blind depth').fill('32');
  await nut.getByLabel('Its thread begins deeper by').fill('0');
  const past = page.locator('[data-rule="thread.runs-on"]');
  await expect(past).toHaveAttribute('data-level', 'unmeasured');
  await expect(past).toContainText('Needs whether the nut’s cap is wider than its thread there');
  await accessible(page);
  // What is missing leads to its field.
  await past.getByRole('button', { name: 'Past its thread' }).click();
  const field = nut.getByLabel('Past its thread');
  await expect(field).toBeFocused();
  await field.selectOption({ label: 'The thread ends it' });
  await expect(past).toHaveAttribute('data-level', 'stop');
  await expect(past).toContainText('the thread ends there, the wrench clicks and nothing is clamped');
  await field.selectOption({ label: 'A loose stud runs on' });
  await expect(past).toHaveCount(0);
  await expect(page.getByText('Bench saved.')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('group', { name: 'The nut' }).getByLabel('Past its thread')).toHaveValue('wider');

  // A cap that the sum cannot tell: a dab of grease is the way out, and a reading.
  await page.getByRole('group', { name: 'The nut' }).getByLabel('Its blind depth').fill('');
  await expect(page.locator('[data-rule="nut.bottom"]')).toHaveAttribute('data-level', 'unmeasured');
  await expect(page.getByText(/^A dab of grease in the cap: seat the nut/)).toBeVisible();
  await to(page, 'measure');
  await listens(page);
  await answer(page, 'Dab in the cap untouched', 'rear left', true);
  await page.reload();
  await listens(page);
  const dab = page.getByRole('radiogroup', { name: 'Dab in the cap untouched, rear left' });
  await expect(dab.getByRole('radio', { name: 'Yes' })).toBeChecked();
  await expect(page.getByRole('radiogroup', { name: 'Stud runs on in the cap' })).toBeVisible();
  await accessible(page);
});

test('an arch is cut on one side alone: the bench plans it so, and the other side’s readings stay', async ({
  watched: page,
}) => {
  await open(page, /Halm Drover.*Choose/, 'choose');
  await openMore(page);
  await page.getByLabel('Trim the lip by').fill('4');
  await page.getByLabel('At the right, if unlike').fill('0');
  await expect(page.locator('[data-rule="clearance.trim"]')).toContainText('Only after trimming 4.0 mm off the lip');
  await expect(page.getByText('Bench saved.')).toBeVisible();
  await to(page, 'measure');
  await listens(page);
  await page.getByRole('radiogroup', { name: 'Where' }).getByRole('radio', { name: 'rear left' }).click();
  await page.getByLabel('What was done').fill('lip trimmed 4 mm, sealed and painted');
  await page.getByRole('button', { name: 'Arch work is done' }).click();
  await expect(page.getByRole('list', { name: 'Before the arch work, rear left' })).toContainText('Gap');
  const gap = page.locator('form[data-quantity="gap"]');
  await expect(gap).toContainText('unmeasured');
  await pickCorner(page, 'rear right');
  await expect(gap).toContainText('43.0 mm');
  await accessible(page);
  await to(page, 'choose');
  await openMore(page);
  // What was planned at the left is off, and nothing was planned at the right.
  await expect(page.getByLabel('Trim the lip by')).toHaveValue('0');
});
