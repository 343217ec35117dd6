import type { Page } from '@playwright/test';
import { readPdf } from '../readPdf';
import { accessible, expect, test } from './guard';
import { Server } from './server';
import { listens, logged, tap, to, workCard } from './steps';
import { adapterVisit } from './visits';

let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ fill: adapterVisit });
});
test.afterAll(() => server.stop());

const CORNERS = ['rear left', 'rear right'] as const;
const LUGS = 6;

/**
 * A joint by click wrench: what comes before the figure, every lug, and every lug once more. @returns how many taps it
 * took
 */
async function byClick(page: Page, before: readonly string[]): Promise<number> {
  let n = 0;
  const press = (name: string | RegExp) => {
    n += 1;
    return tap(page, name);
  };
  for (const name of before) await press(name);
  for (let lug = 1; lug <= LUGS; lug += 1) await press(`Lug ${lug} clicked`);
  for (let lug = 0; lug < LUGS; lug += 1) await press(/^Held/);
  await logged(page, n);
  return n;
}

test('adapters from card to record: their own nuts first, nut by nut, then the wheels; taps alone, nothing typed', async ({
  watched: page,
}) => {
  test.setTimeout(200_000);
  let taps = 0;
  await page.goto(server.url);
  await page.goto(
    server.url + (await page.getByRole('link', { name: /Halm Drover.*Rear axle.*Fit/ }).getAttribute('href')),
  );
  await listens(page);

  await test.step('no tick ends an adapter’s round, and no wheel goes on before it', async () => {
    await page.getByRole('radio', { name: 'An axle' }).click();
    await workCard(page);
    await expect(page.getByRole('checkbox', { name: /^Adapter torqued/ })).toBeDisabled();
    await expect(page.getByRole('button', { name: 'Go to torque' })).toBeDisabled();
    await page.getByRole('link', { name: 'Torque the adapter' }).click();
    await expect(page.getByText('Hub held from turning, star order.')).toBeVisible();
    await page.getByRole('radio', { name: 'rear left, waits', exact: true }).click();
    await expect(page.getByText('The adapters come first: they are a torque job of their own.')).toBeVisible();
    await page.getByRole('radio', { name: 'Adapter rear left' }).click();
    await listens(page);
  });

  await test.step('both adapters by taps', async () => {
    for (const [i, corner] of CORNERS.entries()) {
      if (i > 0) await page.getByRole('button', { name: `Go to the adapter, ${corner}` }).click();
      taps += await byClick(page, [`All ${LUGS} snug`]);
      await expect(page.getByRole('heading', { name: /^Adapter done/ })).toBeVisible();
    }
    await accessible(page);
  });

  await test.step('the card goes on to the wheels', async () => {
    await to(page, 'fit');
    await listens(page);
    await workCard(page);
    await expect(page.getByRole('button', { name: 'Go to torque' })).toBeEnabled({ timeout: 60_000 });
    await page.getByRole('button', { name: 'Go to torque' }).click();
    await expect(page.getByRole('heading', { name: /Snug pass/ })).toBeVisible();
    await listens(page);
    for (const [i, corner] of CORNERS.entries()) {
      if (i > 0) await page.getByRole('button', { name: `Go to ${corner}` }).click();
      taps += await byClick(page, [`All ${LUGS} snug`, 'Lowered, tyre touches']);
    }
    expect(taps).toBe(2 * (2 * LUGS + 1) + 2 * (2 * LUGS + 2));
    await page.getByRole('button', { name: 'Sign off' }).click();
  });

  await test.step('the record speaks of both joints, each with its figure, on two pages', async () => {
    await expect(page.getByRole('heading', { name: 'Record: Halm Drover, rear axle' })).toBeVisible();
    await expect(page.getByText('Rear left, adapter: every fastener held in the verify pass')).toBeVisible();
    await expect(page.getByText('adapter leaflet', { exact: false }).first()).toBeVisible();
    const pdf = await page.request.get(
      page
        .url()
        .replace('/jobs/', '/api/job/')
        .replace(/\/record.*/, '/record'),
    );
    const read = await readPdf(new Uint8Array(await pdf.body()));
    expect(read.pages).toBeLessThanOrEqual(2);
    expect(read.text).toContain('its studs on 139.7 mm, M12 × 1.5, class 10.9, standing out 33.0 mm, web 10.0 mm');
    expect(read.text).toContain('bore 106.1 mm, lip ⌀ 106.0 mm, 8.0 mm high, root 1.0 mm');
    expect(read.text).toContain('118 N·m, adapter leaflet');
    expect(read.text).toContain('door plate');
  });

  await test.step('at the recheck the adapter’s nuts are said to need the wheel off', async () => {
    await to(page, 'recheck');
    await expect(
      page.getByText(
        /adapters’ own nuts are under the wheels.*With the wheel off they are held to 118 N·m \(adapter leaflet\)/,
      ),
    ).toBeVisible();
  });
});
