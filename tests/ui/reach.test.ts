import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { holdPageParts } from '@/ui/reach';

/** A server that breaks off in the middle of its first answers, and one that says them whole. */
async function breaking(times: number): Promise<{ server: Server; url: string; asked: () => number }> {
  let asked = 0;
  const server = createServer((request, response) => {
    if (request.url === '/from') {
      response.writeHead(307, { location: '/part' }).end();
      return;
    }
    asked += 1;
    response.writeHead(200, { 'content-type': 'text/x-component', 'content-length': '10' });
    response.write('first');
    if (asked <= times) setTimeout(() => response.destroy(), 20);
    else response.end('whole');
  });
  await new Promise<void>((open) => server.listen(0, '127.0.0.1', open));
  return { server, url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, asked: () => asked };
}

const heard: boolean[] = [];

beforeAll(() => {
  const window = Object.assign(new EventTarget(), { fetch: globalThis.fetch });
  window.addEventListener('vectis-reach', (e) => heard.push((e as CustomEvent<boolean>).detail));
  Object.assign(globalThis, { window, location: new URL('http://127.0.0.1/') });
  holdPageParts();
});
afterAll(() => {
  Reflect.deleteProperty(globalThis, 'window');
  Reflect.deleteProperty(globalThis, 'location');
});
beforeEach(() => {
  heard.length = 0;
});

const part = { headers: { rsc: '1' } };

test('a part of a page that is cut off in the middle is asked for again, and comes whole', async () => {
  const { server, url, asked } = await breaking(1);
  try {
    const answer = await window.fetch(`${url}/part`, part);
    expect(await answer.text()).toBe('firstwhole');
    expect(answer.headers.get('content-type')).toBe('text/x-component');
    expect(asked()).toBe(2);
    expect(heard).toEqual([false]);
  } finally {
    server.close();
  }
});

test('where it ended is told as it was: its address, and that it was sent elsewhere', async () => {
  const { server, url } = await breaking(0);
  try {
    const answer = await window.fetch(`${url}/from`, part);
    expect([answer.url, answer.redirected, answer.status]).toEqual([`${url}/part`, true, 200]);
    expect(heard).toEqual([]);
  } finally {
    server.close();
  }
});

test('a part that nobody waits for any more is not asked for again', async () => {
  const { server, url, asked } = await breaking(100);
  try {
    const over = new AbortController();
    const answer = window.fetch(`${url}/part`, { ...part, signal: over.signal });
    over.abort();
    await expect(answer).rejects.toThrow();
    await new Promise((r) => setTimeout(r, 50));
    expect(asked()).toBeLessThanOrEqual(1);
  } finally {
    server.close();
  }
});

test('whatever is no part of a page is handed over as it comes', async () => {
  const { server, url, asked } = await breaking(1);
  try {
    const answer = await window.fetch(`${url}/part`);
    await expect(answer.text()).rejects.toThrow();
    expect(asked()).toBe(1);
  } finally {
    server.close();
  }
});
