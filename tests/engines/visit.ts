import type { Engine } from './browsers';

const wait = (ms: number) => new Promise((go) => setTimeout(go, ms));

/** Presses the first control that reads like this and can be pressed. @returns what it reads */
const press = (e: Engine, pattern: string): Promise<string | null> =>
  e.run<string | null>(`
    const like = new RegExp(${JSON.stringify(pattern)});
    const all = [...document.querySelectorAll('button, a, [role=radio], [role=checkbox]')];
    const found = all.find((b) => !b.disabled && b.getClientRects().length > 0 && like.test((b.getAttribute('aria-label') || b.textContent).trim()));
    if (!found) return null;
    found.click();
    return (found.getAttribute('aria-label') || found.textContent).trim();`);

const path = (e: Engine): Promise<string> => e.run<string>('return location.pathname');

async function pressUntil(e: Engine, pattern: string, there: () => Promise<boolean>, most: number): Promise<number> {
  for (let n = 0; n < most; n += 1) {
    if (await there()) return n;
    await press(e, pattern);
    await wait(320);
  }
  throw new Error(`${e.name}: “${pattern}” ${most} times, and still on ${await path(e)}`);
}

/** One visit from the trolley to the signature, by what its screens offer. @returns how many presses it took */
export async function visit(e: Engine, url: string, job: string): Promise<number> {
  let presses = 0;
  await e.open(`${url}${job}/stage`);
  await wait(1200);
  const open = () =>
    e.run<number>(
      `return [...document.querySelectorAll('main [role=checkbox]')].filter((c) => c.getAttribute('aria-checked') !== 'true').length`,
    );
  for (let i = 0; i < 40 && (await open()) > 0; i += 1) {
    await e.run(
      `[...document.querySelectorAll('main [role=checkbox]')].find((c) => c.getAttribute('aria-checked') !== 'true')?.click()`,
    );
    presses += 1;
    await wait(250);
  }
  await wait(500);
  presses += await pressUntil(e, '^Kit is complete', async () => (await path(e)).endsWith('/fit'), 20);
  await wait(1200);
  // By the pedal's key, and no faster than a hand: twelve steps in ten seconds are asked about.
  for (let i = 0; i < 140 && !(await path(e)).endsWith('/torque'); i += 1) {
    await e.run(`window.dispatchEvent(new KeyboardEvent('keydown', { key: 'PageDown', bubbles: true }))`);
    presses += 1;
    await wait(1000);
    if (await e.run<boolean>(`return document.body.textContent.includes('All hold points ended.')`))
      presses += (await press(e, '^Go to torque')) === null ? 0 : 1;
  }
  if (!(await path(e)).endsWith('/torque')) throw new Error(`${e.name}: the card did not end`);
  await wait(900);
  for (let i = 0; i < 160; i += 1) {
    if (/\/(recheck|record)$/.test(await path(e))) break;
    const said =
      (await press(e, '^(All \\d+ snug|Lowered|Lug \\d+ clicked|Held)')) ??
      (await press(e, '^(Go to (front|rear) (left|right)|On to)')) ??
      (await press(e, '^Sign off'));
    presses += said === null ? 0 : 1;
    await wait(330);
    if (said !== null && /^Sign off/.test(said)) await wait(1500);
  }
  if (!/\/(recheck|record)$/.test(await path(e)))
    throw new Error(`${e.name}: the visit was not signed, on ${await path(e)}`);
  return presses;
}
