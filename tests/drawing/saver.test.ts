import { jest } from '@jest/globals';
import { type Saved, Saver } from '@/features/bench/saver';

beforeEach(() => {
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});

type Outcome = 'ok' | 'lost' | 'failed' | 'refused';

/** A server that answers as told, in order, and remembers what it kept. */
function server(...outcomes: Outcome[]) {
  const kept: [version: number, value: string][] = [];
  const tries: string[] = [];
  const send = async (version: number, value: string) => {
    tries.push(value);
    const how = outcomes.shift() ?? 'ok';
    if (how === 'lost') throw new TypeError('Failed to fetch');
    if (how === 'failed') return { ok: false as const, message: 'Saving failed.', again: true };
    if (how === 'refused') return { ok: false as const, message: 'Changed meanwhile.' };
    kept.push([version, value]);
    return { ok: true as const, value: version + 1 };
  };
  const told: Saved[] = [];
  const saver = new Saver<string>(send, 1, 'start', (s) => told.push(s));
  return { saver, kept, tries, told };
}

test('changes are kept a moment later, the newest only, each under the version before', async () => {
  const { saver, kept, told } = server();
  saver.change('a');
  saver.change('ab');
  await jest.advanceTimersByTimeAsync(1000);
  saver.change('abc');
  await jest.advanceTimersByTimeAsync(1000);
  expect(kept).toEqual([
    [1, 'ab'],
    [2, 'abc'],
  ]);
  expect(told.at(-1)).toBe('saved');
});

test.each(['lost', 'failed'] as const)(
  'a save that was %s is tried again by itself, and later changes are kept too',
  async (how) => {
    const { saver, kept, told } = server(how, how);
    saver.change('a');
    await jest.advanceTimersByTimeAsync(500);
    expect(told.at(-1)).toEqual({ held: expect.any(String) });
    saver.change('b');
    await jest.advanceTimersByTimeAsync(10000);
    expect(kept).toEqual([[1, 'b']]);
    saver.change('c');
    await jest.advanceTimersByTimeAsync(1000);
    expect(kept).toEqual([
      [1, 'b'],
      [2, 'c'],
    ]);
    expect(told.at(-1)).toBe('saved');
  },
);

test('what another screen overtook is not sent again, and is not taken forward', async () => {
  const { saver, tries, told } = server('refused');
  saver.change('a');
  await jest.advanceTimersByTimeAsync(1000);
  saver.change('b');
  await jest.advanceTimersByTimeAsync(60000);
  expect(tries).toEqual(['a']);
  expect(told.at(-1)).toEqual({ refused: 'Changed meanwhile.' });
  expect(await saver.flush()).toBeNull();
});

test('what is taken forward is kept first: flush waits for the newest and gives its version; it gives none while the server is gone', async () => {
  const { saver, kept } = server('ok', 'lost');
  expect(await saver.flush()).toBe(1);
  saver.change('a');
  expect(await saver.flush()).toBe(2);
  expect(kept).toEqual([[1, 'a']]);
  saver.change('b');
  expect(await saver.flush()).toBeNull();
});

test('taken back to what is stored before it was sent: nothing is sent', async () => {
  const { saver, tries, told } = server();
  saver.change('a');
  saver.change('start');
  await jest.advanceTimersByTimeAsync(5000);
  expect([tries, told.at(-1)]).toEqual([[], 'saved']);
});
