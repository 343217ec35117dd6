import { attempt } from '@/usecases/result';
import { takeUpload } from '@/usecases/shop/door';

/**
 * Uploads that went past the proxy. A body of more than 10 MB used to be cut there in silence: here every byte that was
 * announced arrives, or a sentence says that it did not.
 */
const LIMIT = { most: 12 * 1024 ** 2, tooLarge: 'This file is larger than 12 MB.' };

const bodyOf = (bytes: number): ReadableStream<Uint8Array> => {
  let left = bytes;
  return new ReadableStream({
    pull(out) {
      const next = Math.min(left, 65_536);
      if (next === 0) return out.close();
      left -= next;
      out.enqueue(new Uint8Array(next).fill(7));
    },
  });
};
const request = (bytes: number, headers: Record<string, string> = {}): Request =>
  new Request('http://127.0.0.1/api/photos', {
    method: 'POST',
    body: bodyOf(bytes),
    headers: { host: '127.0.0.1', 'content-length': String(bytes), ...headers },
    duplex: 'half',
  } as RequestInit);
const take = (r: Request) =>
  takeUpload(r, LIMIT, async (upload) => Response.json(await attempt(async () => (await upload.bytes()).length)));

test('a body just under the limit arrives whole, one just over it is refused', async () => {
  expect(await (await take(request(LIMIT.most))).json()).toEqual({ ok: true, value: LIMIT.most });
  const over = await take(request(LIMIT.most + 1));
  expect([over.status, (await over.json()).message]).toEqual([413, LIMIT.tooLarge]);
});

test('a body without a length, or with one that is none, is refused', async () => {
  const none = request(100);
  none.headers.delete('content-length');
  expect((await take(none)).status).toBe(411);
  expect((await take(request(100, { 'content-length': '-1' }))).status).toBe(411);
  expect((await take(request(100, { 'content-length': '0' }))).status).toBe(400);
});

test('a body that ends short, or goes on, is refused in a sentence', async () => {
  const said = async (bytes: number, stated: number) =>
    (await (await take(request(bytes, { 'content-length': String(stated) }))).json()).message;
  expect(await said(1000, 2000)).toMatch(/did not arrive whole: 1000 of 2000 bytes/);
  expect(await said(2000, 1000)).toMatch(/did not arrive whole/);
});

test('another page, and another host, are turned away here as at the proxy', async () => {
  expect((await take(request(10, { origin: 'http://elsewhere.example' }))).status).toBe(403);
  expect((await take(request(10, { host: 'elsewhere.example' }))).status).toBe(403);
});
