import type { Page } from '@playwright/test';
import { accessible, expect, test } from './guard';
import { Server } from './server';
import { keepAll, listens, openMore, pickCorner, step, tickAll, to } from './steps';

let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ demo: true });
});
test.afterAll(() => server.stop());

async function open(page: Page, line: RegExp, view: string): Promise<void> {
  await page.goto(server.url);
  const href = (await page.getByRole('link', { name: line }).first().getAttribute('href')) as string;
  await page.goto(server.url + href.replace(/\/[^/]+$/, `/${view}`));
  await listens(page);
}

test('the trolley: parts drawn, a wrong one refused by how much, a substitute set ready, short ones told', async ({
  watched: page,
}) => {
  await open(page, /Merrow Kite GT.*Rear.*competition/, 'stage');
  await expect(page.getByTestId('part-sketch').first()).toBeVisible();
  await expect(page.getByRole('list', { name: 'Parts on the trolley' })).toContainText('10 × nut');
  await accessible(page);
  const scan = async (code: string) => {
    await page.getByLabel('Scan or type a part’s code').fill(code);
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('Scan or type a part’s code')).toHaveValue('');
  };
  const said = page.getByRole('status');
  // A scanner does not wait: two codes one after the other, and the second is what is answered last.
  await scan('spacer 5 × 108, 3 mm');
  await scan('spacer 5 × 112, 5 mm');
  await expect(said).toContainText('bore 57.1 mm, the plan has 63.5 mm: 6.4 mm too little');
  await expect(said).toContainText('bolt circle 112, the plan has 108');
  await scan('spacer 5 × 108, 3 mm');
  await expect(said).toContainText('2.0 mm too little. The plan would stand with it.');
  await page.getByRole('button', { name: 'Set it ready as plan B' }).click();
  await expect(page.getByText(/Plan B.*3\.0 mm plain/s).first()).toBeVisible();
  await scan('spacer 5 × 108, 5 mm');
  await expect(said).toContainText('it is what the kit needs');
  await expect(page.getByRole('checkbox').first()).toBeChecked();
  await page.getByLabel('Scan or type a part’s code').fill('nobody’s code');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'No part on the shelf has the code' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('checkbox').first()).toBeChecked();
  await expect(page.getByRole('region', { name: /^Kept on the shelf/ })).toContainText('spacer 5 × 108, 5 mm');
  await expect(page.getByRole('region', { name: /^Sockets and keys/ })).toContainText('19.0 mm across flats');
});

test('arch work is a branch of the card; after it the corner is measured anew and the card goes on', async ({
  watched: page,
}) => {
  await open(page, /Ilex Lumen.*Front/, 'choose');
  await openMore(page);
  await page.getByLabel('Trim the lip by').fill('4');
  await page.getByRole('button', { name: 'Approve', exact: true }).click();
  await tickAll(page);
  await page.getByRole('button', { name: 'Kit is complete' }).click();
  await step(page, 'Cut in short sections').click();
  const panel = page.getByRole('region', { name: 'Step' });
  await expect(panel).toContainText('4 mm at the most, never past the visible edge');
  await expect(panel).toContainText('Sparks and grit');
  await step(page, 'Agreed in writing').click();
  await expect(panel).toContainText('local rules on wheel cover and structure');
  await accessible(page);
  await page.keyboard.press('PageDown');
  await expect(page.getByRole('checkbox', { name: /^Agreed in writing/ })).toBeChecked();
  await expect(panel).toContainText('Paint photographed first');
  await to(page, 'measure');
  await page.getByRole('radiogroup', { name: 'Where' }).getByRole('radio', { name: 'both' }).click();
  await page.getByLabel('What was done').fill('lip trimmed 4 mm, sealed and painted');
  await page.getByRole('button', { name: 'Arch work is done' }).click();
  await expect(page.getByRole('list', { name: 'Before the arch work, front right' })).toContainText('Gap');
  for (const corner of ['front left', 'front right']) {
    if (corner === 'front right') await pickCorner(page, corner);
    await keepAll(page, { gap: '14', loadedClearance: '20', archHeight: '342' });
  }
  await to(page, 'fit');
  await listens(page);
  await page.getByRole('button', { name: 'Take them into the plan' }).click();
  await expect(page.getByRole('checkbox', { name: /^Agreed in writing/ })).toBeChecked();
  // The card that was begun is ended: its arch steps stay on it.
  await expect(page.getByRole('checkbox', { name: /^Cut in short sections/ })).toBeVisible();
});

test('each corner by itself: its wheel is torqued while the other one hangs; the card says which are', async ({
  watched: page,
}) => {
  await open(page, /Fit, corner by corner|\bFit\b/, 'fit');
  await expect(page.locator('section[data-step]')).toBeVisible();
  await listens(page);
  const now = page.getByRole('link', { name: /^Torque this wheel now/ });
  await expect(now).toHaveCount(0);
  const left = page.getByRole('button', { name: /^front left/i });
  await left.click();
  const at = () => page.locator('section[data-step]').getAttribute('data-step');
  for (let i = 0; i < 60 && (await now.count()) === 0; i += 1) {
    if ((await left.getAttribute('aria-pressed')) !== 'true') await left.click();
    const before = await at();
    // Paint is photographed before it is cut, or somebody says why not.
    const skip = page.getByRole('button', { name: 'Skip with a reason' });
    if (before?.endsWith('arch-photo') && (await skip.isVisible())) {
      await skip.click();
      await page.getByLabel('Why', { exact: true }).fill('photographed with another camera');
      await page.getByRole('button', { name: 'End it with this reason' }).click();
      // It is ended once it is stored.
      await expect(skip).toHaveCount(0);
    }
    await page.keyboard.press('PageDown');
    const fast = page.getByRole('button', { name: 'They were done' });
    await expect(async () => expect((await fast.isVisible()) || (await at()) !== before).toBe(true)).toPass();
    if (await fast.isVisible()) {
      await page.getByLabel('Why', { exact: true }).fill('two of us looked at each');
      await fast.click();
      await expect(fast).toHaveCount(0);
    }
  }
  await left.click();
  await now.click();
  await expect(page).toHaveURL(/torque\?at=front-left(%2F|\/)wheel/);
  await expect(page.getByRole('radio', { name: 'front left' })).toBeChecked();
  await expect(page.getByRole('radio', { name: 'front right, waits' })).toBeVisible();
  await page.getByRole('radio', { name: 'front right, waits' }).click();
  await expect(page.getByText(/at the front right is open: it comes before this wheel/)).toBeVisible();
  await expect(page).toHaveTitle(/Torque/);
  await accessible(page);
});
