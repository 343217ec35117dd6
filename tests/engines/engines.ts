import { mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import sharp from 'sharp';
import { Server } from '../e2e/server';
import { blink, type Engine, gecko, webkit } from './browsers';
import { visit } from './visit';

const OUT = resolve('node_modules/.cache/vectis-engines');

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** What is compared of a page: each figure is asked of every engine in the same words. */
interface Facts {
  readonly wide: number;
  readonly header: number;
  readonly heading: string;
  readonly height: number;
  readonly selects: string;
  readonly fonts: boolean;
  readonly hatch: readonly Box[];
  /** The first picker that is seen. */
  readonly picker: Box | null;
}

const FACTS = `
  const box = (el) => { const r = el.getBoundingClientRect(); return { x: r.x, y: r.y, width: r.width, height: r.height }; };
  const seen = (r) => r.width > 6 && r.height > 6 && r.x >= 0 && r.y >= 0 && r.x + r.width <= innerWidth && r.y + r.height <= innerHeight;
  const hatched = [...document.querySelectorAll('svg *')].filter((el) => getComputedStyle(el).fill.includes('url(')).map(box).filter(seen);
  hatched.sort((a, b) => b.width * b.height - a.width * a.height);
  const select = document.querySelector('select');
  return {
    wide: Math.max(0, document.documentElement.scrollWidth - document.documentElement.clientWidth),
    header: Math.round(document.querySelector('body > header')?.getBoundingClientRect().height ?? 0),
    heading: (document.querySelector('h1')?.textContent ?? '').replace(/\\d\\d:\\d\\d/, ''),
    height: document.documentElement.scrollHeight,
    selects: select ? getComputedStyle(select).backgroundColor + ' ' + getComputedStyle(select).appearance : '',
    fonts: document.fonts.check('15px "Archivo Variable"'),
    hatch: hatched.slice(0, 8),
    picker: [...document.querySelectorAll('select')].map(box).find(seen) ?? null,
  };`;

const wait = (ms: number) => new Promise((go) => setTimeout(go, ms));

/**
 * How uneven a part of a picture is: a hatching that was lost is one flat colour. Standard deviation of its grey
 * values.
 */
async function greyOf(path: string, box: Box): Promise<{ stdev: number; mean: number }> {
  const inner = {
    left: Math.ceil(box.x + box.width * 0.2),
    top: Math.ceil(box.y + box.height * 0.2),
    width: Math.max(4, Math.floor(box.width * 0.6)),
    height: Math.max(4, Math.floor(box.height * 0.6)),
  };
  const { channels } = await sharp(await sharp(path).extract(inner).greyscale().toBuffer()).stats();
  return { stdev: channels[0]?.stdev ?? 0, mean: channels[0]?.mean ?? 0 };
}

interface Seen {
  readonly facts: Facts;
  readonly hatched: readonly number[];
  readonly picker: number | null;
}

/** An engine that does not answer is one more thing to report. */
const within = <T>(work: Promise<T>, what: string): Promise<T> =>
  Promise.race([
    work,
    new Promise<never>((_, no) => {
      setTimeout(() => no(new Error(`${what} took longer than ${PATIENCE / 1000} s`)), PATIENCE).unref();
    }),
  ]);
const PATIENCE = 25_000;

const look = (e: Engine, url: string, name: string): Promise<Seen> => within(lookAt(e, url, name), 'the page');

async function lookAt(e: Engine, url: string, name: string): Promise<Seen> {
  await e.open(url);
  await wait(1300);
  const facts = await e.run<Facts>(FACTS);
  const path = join(OUT, `${name}-${e.name}.png`);
  await e.picture(path);
  const hatched: number[] = [];
  for (const box of facts.hatch) hatched.push((await greyOf(path, box).catch(() => null))?.stdev ?? 0);
  const picker = facts.picker ? ((await greyOf(path, facts.picker).catch(() => null))?.mean ?? null) : null;
  return { facts, hatched, picker };
}

/** What an engine shows otherwise than the first one, in words. */
function differs(a: Seen, b: Seen): string[] {
  const out: string[] = [];
  if (b.facts.heading !== a.facts.heading) out.push(`heading “${b.facts.heading}” for “${a.facts.heading}”`);
  if (b.facts.wide > 2) out.push(`${b.facts.wide} px wider than the window`);
  if (Math.abs(b.facts.header - a.facts.header) > 4) out.push(`top line ${b.facts.header} px for ${a.facts.header}`);
  if (Math.abs(b.facts.height - a.facts.height) > a.facts.height * 0.06)
    out.push(`page ${b.facts.height} px high for ${a.facts.height}`);
  if (b.facts.selects !== a.facts.selects) out.push(`selects “${b.facts.selects}” for “${a.facts.selects}”`);
  if (!b.facts.fonts) out.push('its own letters are not there');
  const lost = b.hatched.filter((h, i) => h < 1 && (a.hatched[i] ?? 0) > 3).length;
  if (lost > 0) out.push(`${lost} of ${b.hatched.length} hatchings are lost`);
  if (a.picker !== null && b.picker !== null && Math.abs(a.picker - b.picker) > 12)
    out.push('its pickers have another ground');
  return out;
}

async function pagesOf(url: string): Promise<(readonly [name: string, path: string])[]> {
  const board = await (await fetch(url)).text();
  const job = (stage: string): string => new RegExp(`/jobs/[0-9a-f-]+/${stage}`).exec(board)?.[0] ?? '/';
  const car = /\/vehicles\/[0-9a-f-]{36}/.exec(await (await fetch(`${url}/vehicles`)).text())?.[0] ?? '/';
  const bay = /\/bay\/[0-9a-f-]{36}/.exec(await (await fetch(`${url}/settings/calendar`)).text())?.[0] ?? '/';
  const stages = ['take-in', 'measure', 'choose', 'stage', 'fit', 'torque', 'recheck'];
  return [
    ['board', '/'],
    ['week', '/?span=week'],
    ['bay', bay],
    ['orders', '/orders'],
    ['memory', '/memory'],
    ['vehicle', car],
    ['glovebox', `${car}/label`],
    ['shelf', '/shelf'],
    ['quick', '/quick'],
    ['rulebook', '/rulebook'],
    ['settings', '/settings'],
    ...stages.map((s) => [s, job(s)] as const),
    ['record', job('recheck').replace(/recheck$/, 'record')],
  ];
}

/** Every main view and one visit through three engines; what differs is said, the pictures lie in the cache. */
async function main(): Promise<void> {
  mkdirSync(OUT, { recursive: true });
  const [only, one] = process.argv.slice(2);
  const makers = { Chromium: blink, Firefox: gecko, WebKit: webkit };
  const first = new Map<string, Seen>();
  let faults = 0;
  for (const [name, make] of Object.entries(makers)) {
    // Chromium is what the others are held against.
    if (one && name !== one && name !== 'Chromium') continue;
    const server = await Server.start({ demo: true });
    let engine = await make();
    try {
      if (only !== 'visit')
        for (const [page, path] of await pagesOf(server.url)) {
          const once = () =>
            look(engine, server.url + path, page).catch((error: unknown) => String(error).split('\n')[0] ?? '');
          let seen = await once();
          if (typeof seen === 'string') {
            // A driver that hangs hangs for every page after it: a new one, and once more.
            await engine.close();
            engine = await make();
            seen = await once();
          }
          if (typeof seen === 'string') {
            faults += 1;
            console.log(`  ${name.padEnd(9)} ${page.padEnd(10)} did not come: ${seen}`);
            continue;
          }
          const base = first.get(page);
          if (!base) {
            first.set(page, seen);
            continue;
          }
          const said = differs(base, seen);
          faults += said.length;
          if (said.length > 0) console.log(`  ${name.padEnd(9)} ${page.padEnd(10)} ${said.join('; ')}`);
        }
      if (only !== 'views') {
        const board = await (await fetch(server.url)).text();
        const job = /\/jobs\/[0-9a-f-]+(?=\/stage)/.exec(board)?.[0] ?? '';
        const t = performance.now();
        const presses = await visit(engine, server.url, job);
        console.log(
          `${name.padEnd(9)} from trolley to signature: ${presses} presses, ${Math.round((performance.now() - t) / 1000)} s`,
        );
      }
    } catch (error) {
      faults += 1;
      console.log(`${name}: ${error instanceof Error ? error.message : String(error)}`);
      await engine.picture(join(OUT, `failed-${name}.png`)).catch(() => {});
    } finally {
      await engine.close();
      await server.stop();
    }
  }
  console.log(faults === 0 ? 'No engine shows anything otherwise.' : `${faults} differences. Pictures: ${OUT}`);
  process.exit(faults === 0 ? 0 : 1);
}

main().catch((error) => {
  console.error(error);
  process.exit(1);
});
