import 'fake-indexeddb/auto';
import type { Answer, Parcel, Waiting } from '@/ui/outbox/parcel';
import { Queue } from '@/ui/outbox/queue';
import { Shelf } from '@/ui/outbox/shelf';

/** A server that answers as it is told, and tabs of one browser that share a shelf. */
class Bench {
  readonly arrived: string[] = [];
  answers: (parcel: Waiting) => Answer | Promise<Answer> = () => ({ ok: true });
  private readonly tabs: Queue[] = [];
  now = 0;

  constructor(readonly name: string) {}

  tab(person = 'bram', open: () => Promise<Shelf> = () => Shelf.open(this.name)): Queue {
    const queue: Queue = new Queue({
      open,
      send: async (p) => {
        const answer = await this.answers(p);
        if (answer.ok) this.arrived.push(p.id);
        return answer;
      },
      author: () => ({ id: person, name: person.toUpperCase() }),
      page: () => '/jobs/one/measure',
      tell: () => {
        for (const other of this.tabs) if (other !== queue) void other.wake();
      },
      now: () => this.now,
      // Time passes while a tab waits.
      pause: async (ms) => {
        this.now += ms;
        await new Promise((r) => setTimeout(r, 1));
      },
      tab: `${person}-${this.tabs.length}`,
    });
    this.tabs.push(queue);
    return queue;
  }

  /** What a closed tab left: it says nothing any more. */
  async close(queue: Queue): Promise<void> {
    // What is under way never comes back.
    this.answers = () => new Promise(() => {});
    await new Promise((r) => setTimeout(r, 20));
    this.tabs.splice(this.tabs.indexOf(queue), 1);
    this.now += 60_000;
  }
}

const parcel = (id: string, group?: string): Parcel => ({
  id,
  url: '/api/torque',
  body: { id },
  ...(group ? { group } : {}),
});

async function until(holds: () => boolean): Promise<void> {
  for (let i = 0; i < 2000; i += 1) {
    if (holds()) return;
    await new Promise((r) => setTimeout(r, 1));
  }
  throw new Error('It never came to that.');
}

let n = 0;
const bench = () => new Bench(`shelf-${n++}`);

test('what is posted shows at once and arrives in order, once each', async () => {
  const b = bench();
  const tab = b.tab();
  for (const id of ['a', 'b', 'c']) tab.post(parcel(id));
  expect(tab.current().waiting.map((p) => p.id)).toEqual(['a', 'b', 'c']);
  await until(() => tab.current().waiting.length === 0);
  expect(b.arrived).toEqual(['a', 'b', 'c']);
  expect(tab.current().kept.map((p) => p.id)).toEqual(['a', 'b', 'c']);
  tab.refreshed(tab.current().kept);
  expect(tab.current().kept).toEqual([]);
});

test('a closed browser keeps what waits: the next tab sends it, and nothing twice', async () => {
  const b = bench();
  b.answers = () => ({ ok: false, again: true, message: 'The server cannot be reached.' });
  const first = b.tab();
  for (const id of ['a', 'b']) first.post(parcel(id));
  await until(() => first.current().waiting.every((p) => p.n !== undefined) && first.current().trouble !== null);
  await b.close(first);
  b.answers = () => ({ ok: true });
  const next = b.tab();
  await next.wake();
  await until(() => next.current().waiting.length === 0);
  expect(b.arrived).toEqual(['a', 'b']);
});

test('two tabs share one outbox: each entry is sent by one of them', async () => {
  const b = bench();
  const [one, two] = [b.tab(), b.tab()];
  for (let i = 0; i < 10; i += 1) (i % 2 ? one : two).post(parcel(`p${i}`));
  await until(() => b.arrived.length >= 10 && one.current().waiting.length + two.current().waiting.length === 0);
  expect([...b.arrived].sort()).toEqual([...Array(10).keys()].map((i) => `p${i}`));
});

test('a refused entry takes those of its own joint with it, says why, and lets the others go on', async () => {
  const b = bench();
  b.answers = ({ id }) => (id === 'a2' ? { ok: false, message: 'This plan was changed.' } : { ok: true });
  const tab = b.tab();
  for (const [id, group] of [
    ['a1', 'left'],
    ['a2', 'left'],
    ['a3', 'left'],
    ['b1', 'right'],
  ] as const)
    tab.post(parcel(id, group));
  await until(() => tab.current().waiting.length === 0);
  expect(b.arrived).toEqual(['a1', 'b1']);
  // It is still said after others have arrived, until hands go on.
  expect(tab.current().trouble).toBe('This plan was changed.');
  tab.post(parcel('c1'));
  expect(tab.current().trouble).toBeNull();
});

test('entries of somebody else wait for them, and hold what follows at the same joint', async () => {
  const b = bench();
  b.answers = () => ({ ok: false, again: true });
  const bram = b.tab('bram');
  bram.post(parcel('bram-1', 'left'));
  await until(() => bram.current().waiting[0]?.n !== undefined);
  await b.close(bram);
  b.answers = () => ({ ok: true });
  const tamsin = b.tab('tamsin');
  await tamsin.wake();
  tamsin.post(parcel('tamsin-left', 'left'));
  tamsin.post(parcel('tamsin-right', 'right'));
  await until(() => b.arrived.length === 1 && tamsin.current().trouble !== null);
  expect(b.arrived).toEqual(['tamsin-right']);
  expect(tamsin.current().trouble).toBe('1 entry of BRAM is still on this device. Sign in as that person to send it.');
  b.now += 60_000;
  const back = b.tab('bram');
  await back.wake();
  await until(() => b.arrived.includes('bram-1'));
});

test('where the browser stores nothing it is said, and sent all the same', async () => {
  const b = bench();
  let answer: Answer = { ok: false, again: true, message: 'away' };
  b.answers = () => answer;
  const tab = b.tab('bram', () => Promise.reject(new Error('private window')));
  tab.post(parcel('a'));
  await until(() => tab.current().trouble !== null);
  answer = { ok: true };
  await until(() => tab.current().waiting.length === 0);
  expect(b.arrived).toEqual(['a']);
});

test('a fault of the server is tried again some times and does not block for ever', async () => {
  const b = bench();
  let tries = 0;
  b.answers = ({ id }) => {
    if (id !== 'bad') return { ok: true };
    tries += 1;
    return { ok: false, again: true, why: 'failed', message: 'Saving failed.' };
  };
  const tab = b.tab();
  tab.post(parcel('bad'));
  tab.post(parcel('good'));
  await until(() => b.arrived.includes('good'));
  expect(tries).toBe(5);
});

test('what is refused and returns comes back with its reason, past a closed tab, and holds nothing up; its place takes it once', async () => {
  const bench = new Bench('returns');
  bench.answers = ({ id }) =>
    id === 'wrong' ? { ok: false, why: 'input', message: 'Gap is above 200 mm.' } : { ok: true };
  const first = bench.tab();
  first.post({ ...parcel('wrong'), shows: { place: 'gap', text: '2000' }, returns: true });
  first.post(parcel('right'));
  await until(() => first.current().waiting.length === 0 && first.current().refused.length === 1);
  expect(bench.arrived).toEqual(['right']);
  expect(first.current()).toMatchObject({ waiting: [], trouble: null });
  expect(first.current().refused[0]).toMatchObject({ refused: 'Gap is above 200 mm.', shows: { text: '2000' } });
  await bench.close(first);
  bench.answers = () => ({ ok: true });
  const second = bench.tab();
  await second.wake();
  expect(second.current().refused.map((p) => p.id)).toEqual(['wrong']);
  await second.taken(second.current().refused[0] as Waiting);
  expect(second.current().refused).toEqual([]);
  await second.wake();
  // It is not sent again by itself.
  expect([second.current().refused, bench.arrived]).toEqual([[], ['right']]);
});

const choice = (id: string, job = 'one'): Parcel => ({
  ...parcel(id, `bench/${job}`),
  replaces: true,
  returns: true,
  quiet: true,
});

test('of what replaces what was before only the newest is sent: none that is on its way, none of another job or person', async () => {
  const b = bench();
  b.answers = () => ({ ok: false, again: true, message: 'away' });
  const tamsin = b.tab('tamsin');
  tamsin.post(choice('hers'));
  await until(() => tamsin.current().held);
  const tab = b.tab();
  for (const id of ['a', 'b', 'c']) tab.post(choice(id));
  tab.post(choice('other', 'two'));
  expect(tab.current().waiting.map((p) => p.id)).toEqual(['c', 'other']);
  await until(() => tab.current().waiting.every((p) => p.n !== undefined));
  expect((await tab.left()).waiting.map((p) => p.id).sort()).toEqual(['c', 'hers', 'other']);
  await b.close(tamsin);
  await b.close(tab);
  // Past a closed tab it is still the newest alone; what is being sent is not taken out from under its answer.
  let version = 4;
  const seen: string[] = [];
  const next = b.tab();
  b.answers = ({ id }) => {
    seen.push(id);
    if (id === 'c') next.post(choice('d'));
    version += 1;
    return { ok: true, value: version };
  };
  await next.wake();
  await until(() => b.arrived.includes('d'));
  // What somebody else left for the same bench holds nothing up: it waits for them, and is judged then.
  expect(seen).toEqual(['c', 'other', 'd']);
  // Of those the newest is what the page does not know yet, with what the server answered.
  expect(next.current().kept.map((p) => [p.id, p.got])).toEqual([
    ['other', 6],
    ['d', 7],
  ]);
});

test('that something is held up is said until it goes on, with the page it was made on', async () => {
  const b = bench();
  let there = false;
  b.answers = () => (there ? { ok: true } : { ok: false, again: true, message: 'away' });
  const tab = b.tab();
  tab.post(choice('a'));
  await until(() => tab.current().held);
  tab.post(choice('b'));
  expect(tab.current()).toMatchObject({ held: true, trouble: 'away' });
  expect(tab.current().waiting[0]?.from).toBe('/jobs/one/measure');
  there = true;
  await until(() => tab.current().waiting.length === 0);
  expect(tab.current()).toMatchObject({ held: false, trouble: null });
  expect(b.arrived).toEqual(['b']);
});

test('a file lies on the shelf as its bytes, past a closed tab', async () => {
  const b = bench();
  b.answers = () => ({ ok: false, again: true, message: 'away' });
  const first = b.tab();
  const bytes = new Blob(['a picture of chalk'], { type: 'image/png' });
  first.post({ id: 'p', url: '/api/photos?vehicle=x', body: null, file: bytes, returns: true });
  await until(() => first.current().held);
  await b.close(first);
  const arrived: string[] = [];
  const next = b.tab();
  b.answers = async ({ file }) => {
    arrived.push(file === undefined ? 'nothing' : await new Response(file).text());
    return { ok: true };
  };
  await next.wake();
  await until(() => arrived.length === 1);
  expect(arrived).toEqual(['a picture of chalk']);
});

test('whoever looks while entries arrive never counts one twice, nor misses one', async () => {
  const b = bench();
  // What is read off the disk is handed over a moment later: by then some of it was sent.
  const tab = b.tab('bram', async () => {
    const shelf = await Shelf.open(b.name);
    const all = shelf.all.bind(shelf);
    shelf.all = async () => {
      const read = await all();
      await new Promise((r) => setTimeout(r, 2));
      return read;
    };
    return shelf;
  });
  const ids = [...Array(20).keys()].map((i) => `p${i}`);
  const odd: string[] = [];
  let posted = 0;
  tab.subscribe(() => {
    const { waiting, kept } = tab.current();
    const all = [...kept, ...waiting].map((p) => p.id);
    if (all.join() !== ids.slice(0, posted).join()) odd.push(all.join());
  });
  for (const id of ids) {
    posted += 1;
    tab.post(parcel(id));
    for (let i = 0; i < 4; i += 1) {
      void tab.left();
      await new Promise((r) => setTimeout(r, 1));
    }
  }
  await until(() => tab.current().waiting.length === 0);
  expect(odd).toEqual([]);
  expect(b.arrived).toEqual(ids);
});
