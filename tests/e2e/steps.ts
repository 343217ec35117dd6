import { expect, type Locator, type Page, test } from '@playwright/test';
import { Server } from './server';

/** Steps of the trade as a fitter does them on the screen, shared by the flows. */

/** A server of the file's own with the demo workshop on it, and the way to a view of one of its jobs. */
export function demoWorkshop() {
  let server: Server;
  test.beforeAll(async () => {
    server = await Server.start({ demo: true });
  });
  test.afterAll(() => server.stop());
  return {
    url: (path = ''): string => server.url + path,
    folder: (): string => server.folder,
    /** Goes from the day board to a view of the job whose line reads like this. */
    open: async (page: Page, line: RegExp, view: string): Promise<void> => {
      // The board is read as it is sent: that it shows is looked at by the flows that are about it.
      const board = await (await page.request.get(server.url)).text();
      const found = new Set<string>();
      for (const [, attributes, inside] of board.matchAll(/<a ([^>]*)>(.*?)<\/a>/gs)) {
        const href = /href="(\/jobs\/[^"]+)"/.exec(attributes ?? '')?.[1];
        if (href && line.test((inside ?? '').replace(/<[^>]+>/g, ' ').replace(/\s+/g, ' '))) found.add(href);
      }
      expect([String(line), [...found].length]).toEqual([String(line), 1]);
      await page.goto(server.url + [...found][0]?.replace(/\/[^/]+$/, `/${view}`));
    },
  };
}

/** Another view of the same job. */
export const to = (page: Page, view: string) => page.goto(page.url().replace(/\/[a-z-]+(\?[^#]*)?(#.*)?$/, `/${view}`));

/** Waits until what was entered in a row is on the server; its field is empty long before. */
export async function saved(row: Locator): Promise<void> {
  await expect(row).not.toHaveAttribute('data-saving', 'true');
  await expect(row.locator('input')).toHaveValue('');
}

export async function keep(page: Page, quantity: string, typed: string, method?: string): Promise<void> {
  const row = page.locator(`form[data-quantity="${quantity}"]`);
  await row.locator('input').fill(typed);
  if (method) await row.locator('select').selectOption(method);
  await row.getByRole('button', { name: /^Save/ }).click();
  await saved(row);
}

/** Types a reading and goes on, as hands do. @returns its row, which says when the server has it */
async function put(row: Locator, typed: string): Promise<Locator> {
  const field = row.locator('input');
  await field.fill(typed);
  await field.press('Enter');
  await expect(field).toHaveValue('');
  return row;
}

/** Readings one after the other, by what they are; then the server has all of them. */
export async function keepAll(page: Page, readings: Readonly<Record<string, string>>): Promise<void> {
  const rows: Locator[] = [];
  for (const [q, typed] of Object.entries(readings))
    rows.push(await put(page.locator(`form[data-quantity="${q}"]`), typed));
  for (const row of rows) await saved(row);
}

const cellOf = (page: Page, mark: string, quantity: string): Locator =>
  page.locator(`tr[data-wheel="${mark}"] form[data-quantity="${quantity}"]`);

/** Keeps a reading of one wheel in its cell. */
export const keepWheel = async (page: Page, mark: string, quantity: string, typed: string): Promise<void> =>
  saved(await put(cellOf(page, mark, quantity), typed));

/** The same figures at all four wheels, typed one after the other. */
export async function keepWheels(page: Page, readings: Readonly<Record<string, string>>): Promise<void> {
  const cells: Locator[] = [];
  for (const [q, typed] of Object.entries(readings))
    for (const mark of ['A', 'B', 'C', 'D']) cells.push(await put(cellOf(page, mark, q), typed));
  for (const cell of cells) await saved(cell);
}

/** Waits until the page listens: a press before that is nobody’s. */
export const listens = (page: Page) =>
  page.waitForFunction(() => {
    // A page without a single button has links, which listen as well.
    const button = document.querySelector('main button, aside button') ?? document.querySelector('main a');
    return button !== null && Object.keys(button).some((k) => k.startsWith('__reactProps'));
  });

/** Answers what is looked at and not measured. */
export async function answer(page: Page, label: string, corner: string | null, yes: boolean): Promise<void> {
  const group = page.getByRole('radiogroup', { name: corner === null ? label : `${label}, ${corner}` });
  await group.getByRole('radio', { name: yes ? 'Yes' : 'No' }).click();
  await expect(group.getByRole('radio', { name: yes ? 'Yes' : 'No' })).toBeChecked();
}

/** Says that the plate on the bench is drilled as the hub. */
export const fits = (page: Page) => page.getByRole('button', { name: /^Fits \d+x/ }).click();

/** New hardware: a plain end, and no locking piece unless one is named. */
export async function plainHardware(page: Page, piece: 'None' | 'As the others' = 'None'): Promise<void> {
  const plain = page.getByRole('button', { name: 'Plain end', exact: true });
  if ((await plain.count()) > 0) await plain.click();
  // Studs under their own nuts keep the locking nut that was measured.
  const pieces = page.getByRole('radiogroup', { name: 'Locking piece' });
  if ((await pieces.count()) > 0) await pieces.getByRole('radio', { name: piece }).click();
}

/** What is seldom otherwise than usual: centring, threads, camber and what changes later. */
export const openMore = (page: Page) => page.getByRole('button', { name: /^More/ }).click();

export async function pickCorner(page: Page, corner: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${corner} `) }).click();
  await expect(page.getByRole('heading', { name: `Measure ${corner}` })).toBeVisible();
}

/** A step of the job card in its list. */
export const step = (page: Page, title: string) => page.getByRole('button', { name: new RegExp(`^${title}`) });

/** @returns presses that it took */
export async function tickAll(page: Page): Promise<number> {
  const boxes = page.getByRole('checkbox');
  await expect(boxes.first()).toBeVisible();
  const count = await boxes.count();
  for (let i = 0; i < count; i += 1) {
    await boxes.nth(i).click();
    await expect(boxes.nth(i)).toBeChecked();
  }
  await expect(page.getByText('All hold points ticked.')).toBeVisible();
  return count;
}

/** Looks at the page; where it is just being shown anew, as whole as after a reload, it looks once more. */
async function look<T>(page: Page, at: () => T): Promise<T> {
  for (let tries = 0; ; tries += 1) {
    try {
      return (await page.evaluate(at)) as T;
    } catch (error) {
      if (tries > 4 || !/Execution context was destroyed/.test(String(error))) throw error;
      await page.waitForLoadState();
    }
  }
}

/** Where the job card stands, in one look. */
const cardNow = (page: Page) =>
  look(page, () => {
    const section = document.querySelector<HTMLElement>('section[data-step]');
    const text = document.body.textContent ?? '';
    return {
      at: section?.dataset.step ?? '',
      asked: text.includes('ticked within ten seconds'),
      ended: text.split('All hold points ended.').length - 1,
      round: /Torque the (studs|adapter)/.test(section?.textContent ?? ''),
    };
  });

/**
 * Steps of the job card one after another by its key, until the hold points of its axles are ended or a step has a
 * torque round of its own. @returns presses that it took
 */
export async function workCard(page: Page, axles = 1): Promise<number> {
  await expect(page.locator('section[data-step]')).toBeVisible();
  let presses = 0;
  for (let i = 0; i < 150; i += 1) {
    const now = await cardNow(page);
    if (now.asked) {
      await page.getByLabel('Why', { exact: true }).fill('both corners were done before the tablet was at hand');
      await page.getByRole('button', { name: 'They were done' }).click();
      await expect(page.getByText('ticked within ten seconds')).toHaveCount(0);
      continue;
    }
    if (now.round || now.ended >= axles) return presses;
    await page.keyboard.press('PageDown');
    presses += 1;
    await expect
      .poll(async () => JSON.stringify(await cardNow(page)), { intervals: [30, 60, 120] })
      .not.toBe(JSON.stringify(now));
  }
  throw new Error('The card did not come to its end.');
}

/** Waits until so many entries are stored in the log; the face goes on long before. */
export const logged = (page: Page, n: number) =>
  expect(page.getByText(/Torque log, \d+ entr/)).toContainText(`Torque log, ${n} ${n === 1 ? 'entry' : 'entries'}`);

/** The wrench shows figures, so they are typed; a click wrench is what the view begins with. */
export async function withFigures(page: Page): Promise<void> {
  const figures = page.getByRole('radio', { name: 'Shows figures' });
  const listed = page.getByRole('combobox', { name: 'Wrench' });
  const form = page.locator('aside form button[type=submit]');
  if ((await listed.count()) === 0) return void ((await figures.count()) > 0 && (await figures.click()));
  // A choice that is made before the page listens is made again.
  await expect(async () => {
    if ((await form.count()) === 0) await listed.selectOption('click');
    await listed.selectOption('figures');
    await expect(form).toBeVisible({ timeout: 2000 });
  }).toPass();
}

/** What the wheel's face says: it goes on with each entry, long before the server has it. */
const faceOf = (page: Page) => () =>
  look(page, () =>
    [...document.querySelectorAll('h1, aside button, aside form p, main svg title')]
      .map((e) => e.textContent)
      .join('|'),
  );

/** One tap at a click wrench; nobody waits for the server between two lugs. */
export async function tap(page: Page, name: string | RegExp): Promise<void> {
  const face = faceOf(page);
  const before = await face();
  // Two presses within a quarter of a second are one that bounced, and new buttons take none as long: whoever was too
  // quick presses again.
  await expect(async () => {
    await page.waitForTimeout(260);
    await page.getByRole('button', { name }).click();
    await expect.poll(face, { intervals: [20, 40], timeout: 1500 }).not.toBe(before);
  }).toPass();
}

/** Enters one thing at the wheel. */
export async function enter(page: Page, entry: { reading?: string; angle?: string }): Promise<void> {
  await withFigures(page);
  if (entry.reading !== undefined) await page.getByLabel('Reading', { exact: true }).fill(entry.reading);
  if (entry.angle !== undefined) await page.getByLabel('Movement').fill(entry.angle);
  await page.locator('aside form button[type=submit]').click();
}

/**
 * Snug in the air, then lowered: one tap each, whatever wrench comes after. @returns how many entries the log has then
 */
export async function snugAndLower(page: Page, lugs: number): Promise<number> {
  await tap(page, `All ${lugs} snug`);
  await expect(page.getByText('Lower until the tyre just touches')).toBeVisible();
  await tap(page, 'Lowered, tyre touches');
  await logged(page, 2);
  return 2;
}

export async function pass(
  page: Page,
  lugs: number,
  from: number,
  entry: { reading: string; angle?: string },
): Promise<number> {
  let n = from;
  for (let i = 0; i < lugs; i += 1) {
    n += 1;
    const face = faceOf(page);
    const before = await face();
    // Fingers see the lug go on before they type the next: a figure that came while the form was drawn anew is typed
    // again.
    await expect(async () => {
      await enter(page, entry);
      await expect.poll(face, { intervals: [20, 40, 80], timeout: 5000 }).not.toBe(before);
    }).toPass();
  }
  await logged(page, n);
  return n;
}
