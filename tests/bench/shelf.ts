import { chromium } from '@playwright/test';
import { Server } from '../e2e/server';

const ROWS = 50_000;
const PARTS = 5_000;
const HEADING = 'kind,name,count,thread,length,thread_length,nose,seat,class,code';
const row = (i: number): string =>
  `bolt,bolt of row ${i},${i % 30},M14x1.5,${30 + (i % 60)},${20 + (i % 10)},0,ball13,10.9,C-${i}`;
const file = (rows: number): string => `${HEADING}\n${Array.from({ length: rows }, (_, i) => row(i)).join('\n')}\n`;

/** A catalogue file taken in as a whole, and five thousand parts found as they are typed. */
export async function benchShelf(): Promise<void> {
  const server = await Server.start();
  const take = async (rows: number): Promise<number> => {
    const begun = performance.now();
    const answer = await fetch(`${server.url}/api/shelf/import`, {
      method: 'POST',
      headers: { 'content-type': 'text/csv' },
      body: file(rows),
    });
    const text = await answer.text();
    if (!text.includes('"left":0')) throw new Error(text.slice(-300));
    return (performance.now() - begun) / 1000;
  };
  try {
    const some = await take(PARTS);
    const again = await take(PARTS);
    console.log(
      `import: ${Math.round(PARTS / some)} rows/s new, ${Math.round(PARTS / again)} rows/s known by their code`,
    );
    const browser = await chromium.launch({
      executablePath: '/usr/bin/chromium',
      args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    });
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const begun = performance.now();
    await page.goto(`${server.url}/shelf`);
    await page.getByLabel('Find a part').waitFor();
    const stood = performance.now() - begun;
    await page.getByText('parts so far').waitFor({ state: 'detached' });
    console.log(
      `shelf of ${PARTS} parts: there in ${Math.round(stood)} ms, whole in ${Math.round(performance.now() - begun)} ms`,
    );
    const times: number[] = [];
    for (let i = 0; i < 15; i += 1) {
      const name = `row ${1000 + i * 200}`;
      times.push(
        await page.evaluate(async (typed) => {
          const input = document.querySelector('input[type=search]') as HTMLInputElement;
          const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set;
          const from = performance.now();
          set?.call(input, typed);
          input.dispatchEvent(new Event('input', { bubbles: true }));
          const list = document.querySelector('section[aria-label=Parts]');
          while (!list?.textContent?.includes(`bolt of ${typed}`) || list.querySelectorAll('li').length > 20)
            await new Promise((r) => requestAnimationFrame(r));
          await new Promise((r) => requestAnimationFrame(() => setTimeout(r)));
          return performance.now() - from;
        }, name),
      );
    }
    times.sort((a, b) => a - b);
    console.log(
      `typed to painted, median ${Math.round(times[7] ?? 0)} ms, slowest ${Math.round(times.at(-1) ?? 0)} ms`,
    );
    await browser.close();
    const many = await take(ROWS);
    console.log(`import of ${ROWS} rows: ${many.toFixed(1)} s, ${Math.round(ROWS / many)} rows/s`);
  } finally {
    await server.stop();
  }
}
