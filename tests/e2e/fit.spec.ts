import type { Page } from '@playwright/test';
import { accessible, expect, serverWillBeKilled, test } from './guard';
import { Server } from './server';
import { keep, listens, openMore, pickCorner, plainHardware, tickAll, to, workCard } from './steps';

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

const step = (page: Page, title: string) => page.getByRole('button', { name: new RegExp(`^${title}`) });
const done = (page: Page) => page.getByRole('button', { name: /^(Done, next|Next open step)$/ });

/** Pulls a lug with the wrench that streams. */
async function pull(page: Page, meets: string, n: number): Promise<void> {
  await page.getByLabel('The simulated wrench meets').selectOption({ label: meets });
  await page.getByRole('button', { name: /^Pull lug/ }).click();
  if (n > 0) await expect(page.getByText(new RegExp(`Torque log, ${n} entr`))).toBeVisible();
}

/** Studs of one hub, to the figure and once round again. */
async function hubRound(page: Page, lugs: number): Promise<void> {
  await page.getByRole('combobox', { name: 'Wrench', exact: true }).selectOption('wrench with figures, 340');
  for (let i = 1; i <= lugs; i += 1) await pull(page, 'a sound joint', i);
  for (let i = 1; i <= lugs; i += 1) await pull(page, 'one that is tight already', lugs + i);
  await expect(page.getByRole('heading', { name: /^Studs done/ })).toBeVisible();
}

test('two-ended studs, corner by corner: own round, clock, a crossed lug, a reload, a killed server, a lost connection', async ({
  watched: page,
}) => {
  test.setTimeout(300_000);
  await test.step('a conversion comes to its card', async () => {
    await open(page, /Ilex Lumen.*Fit/, 'measure');
    await keep(page, 'nutGrip', '12');
    await to(page, 'choose');
    await page.getByLabel('Spacer', { exact: true }).fill('5');
    await page.getByRole('radio', { name: 'Conversion studs' }).click();
    await page.getByLabel('Stud, overall').fill('70');
    await page.getByLabel('Short end').fill('15');
    await page.getByLabel('Full thread outside').fill('40');
    await page.getByLabel('Outer end').fill('M12x1.25');
    await page.getByRole('textbox', { name: 'Hub end' }).fill('M12x1.5');
    await page.getByLabel('Nut', { exact: true }).selectOption('open');
    await page.getByLabel('Full thread in it').fill('22');
    await page.getByLabel('Nut of').selectOption('steel');
    await plainHardware(page, 'As the others');
    await page.getByLabel('Torque of its nuts').fill('105');
    await page.getByLabel('Where that figure is from').fill('stud leaflet');
    await page.getByRole('button', { name: 'Take forward', exact: true }).click();
    await tickAll(page);
    await page.getByRole('button', { name: 'Kit is complete' }).click();
    await expect(page.getByRole('heading', { name: 'Fit', exact: true })).toBeAttached();
  });

  await test.step('the lift orders the card; the figure of the hub end is asked, never offered', async () => {
    await page.getByRole('radio', { name: 'An axle' }).click();
    await step(page, 'Locker on the hub end').click();
    await page.getByRole('button', { name: 'locker, medium: 24 h' }).click();
    await expect(page.getByText('Medium: comes apart with hand tools.')).toBeVisible();
    await page.getByRole('button', { name: 'Start the clock' }).click();
    await expect(page.getByRole('list', { name: 'Clocks' })).toContainText('Locker cures, front left');
    await expect(page.getByRole('list', { name: 'Clocks' })).toContainText(/2[34] h/);
    await accessible(page);
    await workCard(page);
    await expect(page.locator('section[data-step="fit.front-left.hub-torque"]')).toBeVisible();
    await page.getByRole('button', { name: 'Keep the figure' }).click();
    await expect(page.getByText(/Say where the figure stands/)).toBeVisible();
    await page.getByLabel('Figure of the hub end').fill('33');
    await page.getByLabel('Where it stands').fill('stud leaflet');
    await page.getByRole('button', { name: 'Keep the figure' }).click();
    await expect(page.getByText(/33 N·m.*stud leaflet.*hub held by: helper on the pedal/)).toBeVisible();
    // What waits survives a reload: the place, the clock and the figure.
    await page.reload();
    await expect(page.locator('section[data-step="fit.front-left.hub-torque"]')).toContainText('33 N·m');
    await expect(page.getByRole('list', { name: 'Clocks' })).toContainText('front left');
  });

  await test.step('studs of both hubs in a round of their own; a thread that crosses stops its stud', async () => {
    await page.getByRole('link', { name: 'Torque the studs' }).click();
    await expect(page.getByRole('heading', { name: /^Studs, final pass/ })).toBeVisible();
    await listens(page);
    await page.getByRole('combobox', { name: 'Wrench', exact: true }).selectOption('wrench with figures, 340');
    await pull(page, 'a crossed thread', 1);
    await expect(page.getByText(/The trace of lug 1 shows torque long before the seat/)).toBeVisible();
    await accessible(page);
    await page.getByRole('button', { name: 'Lug 1 is replaced' }).click();
    await expect(page.getByText(/Torque log, 2 entries/)).toBeVisible();
    await pull(page, 'a lost connection', 0);
    await expect(page.getByText(/The connection was lost at .* Nothing was entered/)).toBeVisible();
    await expect(page.getByText(/Torque log, 2 entries/)).toBeVisible();
    await pull(page, 'a sound joint', 3);
    serverWillBeKilled(page);
    await server.kill();
    await pull(page, 'a sound joint', 0);
    await expect(page.getByText(/1 entry waits and will be sent in order/)).toBeVisible();
    await server.up();
    await expect(page.getByText(/Torque log, 4 entries/)).toBeVisible();
    for (const n of [5, 6]) await pull(page, 'a sound joint', n);
    for (const n of [7, 8, 9, 10]) await pull(page, 'one that is tight already', n);
    await expect(page.getByRole('heading', { name: /^Studs done/ })).toBeVisible();
    await page.reload();
    await expect(page.getByText(/Torque log, 10 entries/)).toBeVisible();
    await page.getByRole('radio', { name: 'Studs front right' }).click();
    await hubRound(page, 4);
  });

  await test.step('locker that has not cured holds its wheel back until somebody says by name why not', async () => {
    await to(page, 'fit');
    await listens(page);
    await step(page, 'Locker cured').click();
    await expect(page.getByText('The locker has not cured.', { exact: false })).toBeVisible();
    await expect(done(page)).toBeDisabled();
    await page.getByLabel('Why', { exact: true }).fill('fast locker, the leaflet allows 30 min');
    await page.getByRole('button', { name: 'It is not waited for' }).click();
    await expect(page.getByRole('list', { name: 'Clocks' })).toContainText('not waited for: fast locker');
    // The other hub's clock was never started, so nobody knows.
    await page.getByRole('button', { name: /^front right/ }).click();
    await step(page, 'Locker cured').click();
    await expect(page.getByText(/clock was not started at this hub/)).toBeVisible();
    await step(page, 'Locker on the hub end').click();
    await page.getByLabel('Hours until it has cured').fill('0.001');
    await page.getByLabel('Which bottle says so').fill('bottle of quick locker');
    await page.getByRole('button', { name: 'Start the clock' }).click();
    await expect(page.getByRole('list', { name: 'Clocks' })).toContainText('over');
  });

  await test.step('something goes wrong: it blocks, it is ended, it stands on the record; keys move the card on', async () => {
    await page.getByRole('button', { name: 'Went wrong' }).click();
    await page.getByLabel(/Which one, in words/).fill('third nut');
    await page.getByRole('button', { name: 'A thread crossed' }).click();
    const open = page.getByRole('region', { name: 'A thread crossed, front right' });
    await expect(open).toContainText('Back it out by hand; no tool.');
    await accessible(page);
    await workCard(page);
    await page.getByRole('button', { name: 'Another way' }).click();
    await page.getByRole('combobox', { name: /^Done another way/ }).selectOption('grease-face');
    await page.getByRole('button', { name: 'Put it on the record' }).click();
    await page.getByRole('button', { name: 'On to torque' }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'dealt with first' })).toBeVisible();
    await page.getByRole('button', { name: /^front right/ }).click();
    await open.getByRole('button', { name: 'Fastener and mate replaced' }).click();
    await expect(open).toHaveCount(0);
    await expect(page.getByRole('button', { name: 'On to torque' })).toBeEnabled();
    await page.getByRole('button', { name: 'On to torque' }).click();
    await expect(page.getByRole('heading', { name: /Snug pass/ })).toBeVisible();
    await to(page, 'record');
    const car = page.getByRole('region', { name: 'At the car' });
    await expect(car).toContainText('A thread crossed, front right: third nut');
    await expect(car).toContainText('fastener and mate replaced');
    await expect(car).toContainText('Studs’ hub end 33 N·m (stud leaflet), hub held by a helper on the pedal');
    await expect(car).toContainText('Not waited for: fast locker, the leaflet allows 30 min');
    await expect(car).toContainText('grease on a mating face');
    await expect(page.getByTestId('trace-thumb').first()).toBeVisible();
    await expect(page.getByText('Front left, studs in the hub', { exact: false })).toBeVisible();
  });
});

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
  await scan('plate 5 × 112, 5 mm');
  await expect(said).toContainText('bore 57.1 mm, the plan has 63.5 mm: 6.4 mm too little');
  await expect(said).toContainText('bolt circle 112, the plan has 108');
  await scan('plate 5 × 108, 3 mm');
  await expect(said).toContainText('2.0 mm too little. The plan would stand with it.');
  await page.getByRole('button', { name: 'Set it ready as plan B' }).click();
  await expect(page.getByText(/Plan B.*3\.0 mm plain/s).first()).toBeVisible();
  await scan('plate 5 × 108, 5 mm');
  await expect(said).toContainText('it is what the kit asks for');
  await expect(page.getByRole('checkbox').first()).toBeChecked();
  await page.getByLabel('Scan or type a part’s code').fill('nobody’s code');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'No part on the shelf has the code' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('checkbox').first()).toBeChecked();
  await expect(page.getByRole('region', { name: /^Kept on the shelf/ })).toContainText('plate 5 × 108, 5 mm');
  await expect(page.getByRole('region', { name: /^Sockets and keys/ })).toContainText('19.0 mm across flats');
});

test('arch work is a branch of the card; after it the corner is measured anew and the card goes on', async ({
  watched: page,
}) => {
  await open(page, /Ilex Lumen.*Front/, 'choose');
  await openMore(page);
  await page.getByLabel('Trim the lip by').fill('4');
  await page.getByRole('button', { name: 'Take forward', exact: true }).click();
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
  await page.getByLabel('What was done').fill('lip trimmed 4 mm, sealed and painted');
  await page.getByRole('button', { name: 'Arch work is done' }).click();
  await expect(page.getByRole('list', { name: 'Before the arch work' })).toContainText('Gap');
  for (const corner of ['front left', 'front right']) {
    if (corner === 'front right') await pickCorner(page, corner);
    await keep(page, 'gap', '14');
    await keep(page, 'loadedClearance', '20');
    await keep(page, 'archHeight', '342');
  }
  await to(page, 'fit');
  await listens(page);
  await page.getByRole('button', { name: 'Take them into the plan' }).click();
  await expect(page.getByRole('checkbox', { name: /^Agreed in writing/ })).toBeChecked();
  // The card that was begun is ended: its arch steps stay on it.
  await expect(page.getByRole('checkbox', { name: /^Cut in short sections/ })).toBeVisible();
});
