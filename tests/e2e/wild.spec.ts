import { connect } from 'node:net';
import { expect, test } from './guard';
import { Server } from './server';

/** What no page of ours sends: each gets an answer that is no failure of the server, and the workshop goes on. */
let server: Server;
test.beforeAll(async () => {
  server = await Server.start({ demo: true });
});
test.afterAll(() => server.stop());

/** The status of a request written byte by byte, as no client library would. */
const raw = (head: string, body: Buffer = Buffer.alloc(0)): Promise<number> =>
  new Promise((resolve, reject) => {
    const socket = connect(server.port, '127.0.0.1');
    let said = '';
    socket.on('data', (d) => {
      said += d.toString('latin1');
      const status = /^HTTP\/1\.1 (\d{3})/.exec(said)?.[1];
      if (status) {
        socket.destroy();
        resolve(Number(status));
      }
    });
    socket.on('error', () => resolve(0));
    socket.on('close', () => resolve(said === '' ? 0 : -1));
    socket.setTimeout(60_000, () => reject(new Error(`No answer to ${head.slice(0, 80)}`)));
    socket.write(Buffer.concat([Buffer.from(head, 'latin1'), body]));
  });

const ADDRESSES = [
  '/jobs/%00/choose',
  '/jobs/%FF%FE/measure',
  '/vehicles/%00',
  '/vehicles/%E0%A4%A/edit',
  '/bay/%00',
  '/api/job/%00',
  '/api/job/%00/record',
  '/api/job/%ff/visit',
  '/api/job/%00/torque',
  '/api/photos/%00',
  '/api/backup/%2e%2e%2f%00',
  '/api/feed/%00',
  '/api/vehicles/%00/label',
  '/jobs/x/torque?at=%00/%FF',
  '/?q=%00',
  '/vehicles?q=%00',
  '/shelf?find=%FF',
  '/quick?%00=%00',
  `/jobs/${'a'.repeat(6000)}/choose`,
  '/memory?of=%00',
  '/_next/static/%00',
  '/_next/image?url=%00&w=1&q=1',
  '/%',
  '//',
];

test('addresses with NUL, broken UTF-8 and no end are not found, never a failure', async () => {
  for (const address of ADDRESSES) {
    const status = await raw(`GET ${address} HTTP/1.1\r\nHost: 127.0.0.1:${server.port}\r\nConnection: close\r\n\r\n`);
    expect(status, address.slice(0, 60)).toBeGreaterThanOrEqual(200);
    expect(status, address.slice(0, 60)).toBeLessThan(500);
  }
});

test('bodies that are too deep, too large or no text are refused in a sentence', async ({ request }) => {
  const deep = (open: string, close: string, n = 200_000): string => open.repeat(n) + close.repeat(n);
  const nul = '{"jobId":"\\u0000","entry":{"corner":"\\ud800"}}';
  for (const path of ['/api/evaluate', '/api/torque', '/api/bay', '/api/visit', '/api/shelf/import', '/api/restore'])
    for (const body of [
      deep('[', ']'),
      deep('{"a":', '}', 30_000),
      nul,
      '\u0000',
      '{',
      '"',
      'null',
      '[]',
      '{"jobId":1e999}',
    ]) {
      const answer = await request.post(server.url + path, {
        data: Buffer.from(body),
        headers: { 'content-type': 'application/json', origin: server.url },
      });
      const what = [path, body.slice(0, 20), answer.status()];
      expect(answer.status(), JSON.stringify(what)).toBeLessThan(500);
      expect((await answer.text()).length, JSON.stringify(what)).toBeGreaterThan(0);
    }
});

test('an action with 12 MB is refused, and the server goes on', async ({ request, page }) => {
  const twelve = Buffer.alloc(12 * 1024 ** 2, 0x61);
  for (const headers of [
    { 'next-action': '00'.repeat(20), 'content-type': 'text/plain;charset=UTF-8' },
    { 'next-action': 'x', 'content-type': 'multipart/form-data; boundary=x' },
  ]) {
    const answer = await request.post(`${server.url}/settings`, {
      data: twelve,
      headers: { ...headers, origin: server.url },
    });
    expect(answer.status(), JSON.stringify(headers)).toBeLessThan(500);
  }
  await page.goto(server.url);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
});
