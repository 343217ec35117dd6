import { mkdirSync } from 'node:fs';
import { chromium } from '@playwright/test';
// The clock of the tests: pictures are of a working day. Start the demo with NODE_OPTIONS="--require ./tests/clock.cjs" to match.
import clock from '../tests/clock.cjs';

/** Refreshes docs/screenshots from a running demo: `node scripts/screenshots.mjs [http://127.0.0.1:4310] [view …]`. */
const base = process.argv[2] ?? 'http://127.0.0.1:4310';
const out = 'docs/screenshots';
const views = [
  ['day-board', null, ''],
  ['vehicle', null, 'vehicle'],
  ['take-in', /Anselm Heron.*Rear/, 'take-in'],
  ['booking', null, '', 'light', booking],
  ['bay-wall', null, '/settings/calendar', 'light', bayWall],
  ['memory', null, '/memory'],
  ['shelf', null, '/shelf', 'light', shelf],
  ['measure', 'Measure both', 'measure?corner=front-right&field=spigotDiameter'],
  ['choose', /Corvane Tern.*Rear/, 'choose'],
  ['choose-dark', 'Torque in star', 'choose', 'dark'],
  ['rub-map', /Anselm Heron.*Recheck/, 'choose', 'light', rubMap],
  ['stage', 'Stage the kit', 'stage'],
  ['fit', 'Fit, corner', 'fit#fit.front-left.flat'],
  ['torque', 'Torque in star', 'torque'],
  ['recheck', /Anselm Heron.*Recheck/, 'recheck'],
  ['record', /Anselm Heron.*Recheck/, 'record'],
  ['quick', null, '/quick', 'light', quick],
  ['rulebook', null, '/rulebook#engagement.minimum'],
  ['practice', null, '/practice/long-bolts-1', 'light', practice],
];
async function shelf(page) {
  await page.getByRole('button', { name: 'Open lipped 5 × 118, 20 mm' }).click();
  await page.getByTestId('part-sketch').waitFor();
}

async function booking(page) {
  await page.getByRole('button', { name: /^Merrow Kite GT/ }).click();
  await page.getByText('What it is made of').click();
}

async function bayWall(page) {
  await page.getByText('Calendar address of Bay 2').click();
  await page.getByRole('link', { name: 'Its display for the wall' }).last().click();
  await page.getByText('Halm Drover').waitFor();
}

async function quick(page) {
  await page.getByLabel('Thread', { exact: true }).fill('M12x1.5');
  await page.getByLabel('Turns, first catch to seated').fill('15.5');
}

async function rubMap(page) {
  await page.getByRole('tab', { name: 'Rub map' }).click();
  await page.getByText(/^Worst: /).waitFor();
  await page.getByTestId('rub-map').evaluate((map) => map.scrollIntoView({ block: 'end' }));
  await page.locator('[data-cell="10/12"]').hover();
}

async function practice(page) {
  await page.getByRole('button', { name: 'Measure: Turns, front left' }).click();
  await page.getByRole('slider', { name: 'Turn it by hand' }).focus();
  for (let i = 0; i < 20; i += 1) await page.keyboard.press('PageUp');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await page.getByRole('button', { name: /^Measure: Bolt length/ }).click();
  for (const [jaw, edges] of [
    ['Left jaw', 1],
    ['Right jaw', 3],
  ]) {
    await page.getByRole('slider', { name: jaw }).focus();
    await page.keyboard.press('Home');
    for (let i = 0; i < edges; i += 1) await page.keyboard.press('PageUp');
  }
}

mkdirSync(out, { recursive: true });
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium-headless-shell',
  args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const only = process.argv.slice(3);
for (const [name, job, view, scheme, act] of views) {
  if (only.length > 0 && !only.includes(name)) continue;
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: scheme ?? 'light' });
  await page.addInitScript(clock.shiftClock, Number(process.env.VECTIS_CLOCK_SHIFT));
  await page.goto(base);
  if (job) {
    const href = await page.locator('a', { hasText: job }).first().getAttribute('href');
    await page.goto(base + href.replace(/\/[^/]+$/, `/${view}`));
  } else if (view === 'vehicle') {
    await page.goto(`${base}/vehicles`);
    await page.getByRole('link', { name: /Merrow Kite/ }).click();
    await page.getByRole('region', { name: 'Wheel sets' }).getByText('wets 15').first().waitFor();
  } else await page.goto(base + view);
  if (act) await act(page);
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(300);
  await page.screenshot({ path: `${out}/${name}.png` });
  await page.close();
}
await browser.close();
