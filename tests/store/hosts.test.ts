import { type Asked, turnedAway } from '@/usecases/shop/hosts';

const asked = (change: Partial<Asked>): Asked => ({
  method: 'GET',
  host: '127.0.0.1:4310',
  origin: null,
  forwardedHost: null,
  ...change,
});

test.each(['127.0.0.1:4310', 'localhost:4310', 'LOCALHOST', '[::1]:4310'])('%s is this machine', (host) => {
  expect(turnedAway(asked({ host }))).toBeNull();
  expect(turnedAway(asked({ host, method: 'POST', origin: `http://${host}` }))).toBeNull();
});

test.each([
  null,
  '',
  'harbour.example',
  '127.0.0.1.harbour.example:4310',
  'localhost.harbour.example',
  '10.0.0.5:4310',
  'localhost:4310@harbour.example',
])('host %p is not answered, neither reading nor writing', (host) => {
  for (const method of ['GET', 'POST'])
    expect(turnedAway(asked({ host, method, origin: host ? `http://${host}` : null }))).toMatch(
      /answers on this machine only/,
    );
});

test.each(['http://harbour.example', 'http://127.0.0.1:9999', 'http://localhost:4310', 'null', 'nonsense'])(
  'a change asked for by a page of %p is refused; the same page may be linked from anywhere',
  (origin) => {
    expect(turnedAway(asked({ method: 'POST', origin }))).toMatch(/comes from another page/);
    expect(turnedAway(asked({ method: 'DELETE', origin }))).toMatch(/comes from another page/);
    expect(turnedAway(asked({ origin }))).toBeNull();
  },
);

test('a forwarded host is not taken for the host', () => {
  expect(
    turnedAway(asked({ method: 'POST', origin: 'http://harbour.example', forwardedHost: 'harbour.example' })),
  ).toMatch(/forwarding/);
  expect(turnedAway(asked({ forwardedHost: '127.0.0.1:4310' }))).toBeNull();
});

test('a name that this installation was given is answered as well', () => {
  expect(turnedAway(asked({ host: 'bay-one:4310' }), ['Bay-One'])).toBeNull();
});
