import { gzipSync } from 'node:zlib';
import { Server } from '../e2e/server';

/** Server time of each page, median of 50, and the JavaScript of the Choose view as the browser gets it. */
const median = (xs: number[]): number => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)] as number;

export async function benchPages(): Promise<void> {
  const server = await Server.start({ demo: true });
  try {
    const board = await (await fetch(server.url)).text();
    const jobs = [...new Set([...board.matchAll(/\/jobs\/[0-9a-f-]+\/[a-z-]+/g)].map((m) => m[0]))];
    const chosen = jobs.find((j) => j.endsWith('/recheck'))?.replace('/recheck', '') as string;
    const pages = [
      '/',
      '/vehicles',
      '/vehicles/new',
      ...['take-in', 'measure', 'choose', 'stage', 'fit', 'torque', 'recheck', 'record'].map((v) => `${chosen}/${v}`),
    ];
    console.log('Server time, median of 50, ms:');
    for (const page of pages) {
      const times: number[] = [];
      for (let i = 0; i < 53; i += 1) {
        const t = performance.now();
        await (await fetch(server.url + page)).arrayBuffer();
        if (i >= 3) times.push(performance.now() - t);
      }
      console.log(`  ${page.replace(chosen, '/jobs/…').padEnd(20)} ${median(times).toFixed(1)}`);
    }
    const html = await (await fetch(`${server.url}${chosen}/choose`)).text();
    // A script marked nomodule is for browsers of ten years ago; no browser of today fetches it.
    const tags = [...html.matchAll(/<script[^>]*src="(\/_next\/[^"]+\.js[^"]*)"[^>]*>/g)].filter(
      (m) => !/nomodule/i.test(m[0]),
    );
    const scripts = [...new Set(tags.map((m) => m[1] as string))];
    let bytes = 0;
    for (const src of scripts)
      bytes += gzipSync(Buffer.from(await (await fetch(server.url + src)).arrayBuffer())).length;
    console.log(`JavaScript of the Choose view: ${(bytes / 1024).toFixed(0)} KiB gzip in ${scripts.length} files`);
  } finally {
    await server.stop();
  }
}
