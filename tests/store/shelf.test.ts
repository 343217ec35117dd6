import { eq } from 'drizzle-orm';
import { InputError } from '@/core/errors';
import { readRow } from '@/core/parts/catalogue';
import { parseCatalogue } from '@/files/csv';
import { addJob } from '@/store/jobs';
import { endOfFile, finishImports, stageLines, startImport } from '@/store/partImports';
import { part, stockMovement } from '@/store/schema';
import { partImport, stagedPart } from '@/store/shelfSchema';
import { addVehicle, loadVehicle } from '@/store/vehicles';
import { RefusedError } from '@/usecases/result';
import {
  keepPart,
  keptForJob,
  moveStock,
  partHistory,
  releaseReserved,
  reserveFor,
  shelfLines,
} from '@/usecases/shelf/shelf';
import { type OnTheWay, stopFile, takeCatalogueFile } from '@/usecases/shelf/shelfFile';
import { runningStore, VEHICLE } from './open';

const store = runningStore();
const AT = new Date('2026-11-24T09:00:00Z');
const bolt = (name: string, more: Record<string, string> = {}) => ({
  kind: 'bolt',
  name,
  count: '10',
  thread: 'M14x1.5',
  length: '45',
  thread_length: '28',
  nose: '0',
  seat: 'ball13',
  class: '10.9',
  ...more,
});
const there = async (id: string) => (await shelfLines(100_000)).find((l) => l.id === id);

async function aJob(plate: string): Promise<string> {
  const vehicleId = await addVehicle(store.db, { ...VEHICLE, plate }, 'Bram', AT);
  const wheelSetId = (await loadVehicle(store.db, vehicleId)).wheelSets[0]?.id as string;
  return addJob(store.db, { vehicleId, wheelSetId, axle: 'front', wish: 'stance', use: 'street' }, 'Bram', AT);
}

test('pieces move with who and when, never below none; another count is a movement too', async () => {
  const id = await keepPart(null, bolt('pier bolt', { code: 'P-1' }), 'Bram');
  expect(await moveStock(id, { move: 'receive', pieces: 20, jobId: null, note: 'post' }, 'Tamsin')).toBe(30);
  expect(await moveStock(id, { move: 'use', pieces: 12, jobId: null, note: '' }, 'Bram')).toBe(18);
  expect(await moveStock(id, { move: 'count', pieces: 17, jobId: null, note: 'counted' }, 'Bram')).toBe(17);
  await expect(moveStock(id, { move: 'scrap', pieces: 18, jobId: null, note: '' }, 'Bram')).rejects.toThrow(
    '18 cannot go off: 17 of “pier bolt” are there.',
  );
  await expect(moveStock(id, { move: 'use', pieces: 0.5, jobId: null, note: '' }, 'Bram')).rejects.toThrow(InputError);
  await keepPart(id, bolt('pier bolt', { code: 'P-1', count: '15' }), 'Tamsin');
  const { moves } = await partHistory(id);
  expect(moves.map((m) => [m.move, m.pieces, m.left, m.by])).toEqual([
    ['count', -2, 15, 'Tamsin'],
    ['count', -1, 17, 'Bram'],
    ['use', -12, 18, 'Bram'],
    ['receive', 20, 30, 'Tamsin'],
  ]);
  // What the movements add up to is what is there.
  expect(10 + moves.reduce((n, m) => n + m.pieces, 0)).toBe((await there(id))?.item.count);
  await expect(keepPart(null, bolt('another', { code: 'P-1' }), 'Bram')).rejects.toThrow(
    'Code “P-1” is “pier bolt” already.',
  );
});

test('two people reserve the last set at once: one has it, the other is told; used pieces leave the shelf', async () => {
  const id = await keepPart(null, bolt('last set'), 'Bram');
  const [a, b] = [await aJob('RES 1'), await aJob('RES 2')];
  const both = await Promise.allSettled([reserveFor(id, a, 10, 'Bram'), reserveFor(id, b, 10, 'Tamsin')]);
  expect(both.filter((r) => r.status === 'fulfilled')).toHaveLength(1);
  const lost = both.find((r) => r.status === 'rejected') as PromiseRejectedResult;
  expect(lost.reason).toBeInstanceOf(RefusedError);
  expect(String(lost.reason.message)).toBe('10 of “last set” are wanted; of 10 there, 10 are kept for another job.');
  const winner = (await keptForJob(a)).length === 1 ? a : b;
  // Kept again is kept anew, not twice.
  await reserveFor(id, winner, 6, 'Bram');
  expect((await there(id))?.kept).toBe(6);
  await expect(moveStock(id, { move: 'use', pieces: 5, jobId: null, note: '' }, 'Bram')).rejects.toThrow(
    '6 of 10 are kept for other jobs, so 5 cannot go off.',
  );
  expect(await moveStock(id, { move: 'use', pieces: 4, jobId: null, note: '' }, 'Bram')).toBe(6);
  const [kept] = await keptForJob(winner);
  await releaseReserved(kept?.id as string, true, 'Bram');
  expect([(await there(id))?.item.count, (await there(id))?.kept]).toEqual([0, 0]);
  await expect(releaseReserved(kept?.id as string, true, 'Bram')).rejects.toThrow();
});

/** A file sent in small pieces, cut wherever they end. */
function take(file: string, over: Partial<Parameters<typeof takeCatalogueFile>[1]> = {}) {
  const bytes = new TextEncoder().encode(file);
  const pieces = new ReadableStream<Uint8Array>({
    start(out) {
      for (let from = 0; from < bytes.length; from += 7001) out.enqueue(bytes.slice(from, from + 7001));
      out.close();
    },
  });
  const way = { length: bytes.length, by: 'Bram', mapping: undefined, say: () => {}, gone: () => false };
  return takeCatalogueFile(pieces, { ...way, ...over });
}

test('lines left out are named by their line in the file, a code that stands twice by both', async () => {
  const lines = [
    'kind,name,count,thread,style,seat,code',
    '',
    'nut,"two',
    'lines",1,M14x1.5,open,cone60,D-1',
    ',,,',
    'washer,x,1',
  ];
  const more = Array.from({ length: 900 }, (_, i) => `nut,n ${i},1,M14x1.5,open,cone60,E-${i}`);
  const file = [...lines, ...more, 'nut,again,1,M14x1.5,open,cone60,D-1'].join('\r\n');
  const taken = await take(`\uFEFF${file}`);
  expect([taken.added, taken.left]).toEqual([901, 2]);
  expect(taken.issues.map((i) => i.line)).toEqual([6, 907]);
  expect(taken.issues[1]?.message).toBe('code “D-1” stands in line 3 already. A code names one part.');
  expect(parseCatalogue(file).issues.map((i) => i.line)).toEqual([6, 907]);
  await expect(take('colour\nred\n')).rejects.toThrow('no column “kind”');
  expect((await take(`${lines.slice(0, 4).join('\n')}\nnut,"never closed,1`)).issues.map((i) => i.line)).toContain(5);
});

test('a file that was read to its end goes on the shelf at the next start, one that was not is gone', async () => {
  const item = readRow({ kind: 'nut', name: 'late', count: '1', thread: 'M14x1.5', style: 'open', seat: 'cone60' });
  const half = await startImport(store.db, 'Bram', new Date());
  await stageLines(store.db, half, [{ line: 2, item: { ...item, name: 'half' } }]);
  const whole = await startImport(store.db, 'Bram', new Date());
  await stageLines(store.db, whole, [{ line: 2, item }]);
  await endOfFile(store.db, whole, new Date());
  await finishImports(store.db, null);
  const names = (await shelfLines(100_000)).map((l) => l.item.name);
  expect([names.includes('late'), names.includes('half')]).toEqual([true, false]);
  expect([await store.db.select().from(partImport), await store.db.select().from(stagedPart)]).toEqual([[], []]);
});

test('a file is taken in as a whole or not at all; read again it corrects by code and doubles nothing', async () => {
  const lines = Array.from({ length: 1200 }, (_, i) => `bolt,row ${i},${i % 7},M14x1.5,45,28,0,ball13,10.9,C-${i}`);
  const file = `kind,name,count,thread,length,thread_length,nose,seat,class,code\n${lines.join('\n')}\n`;
  const rows = async () => (await store.db.select().from(part)).length;
  const before = await rows();
  // Whoever sent it goes away after the second piece, or somebody stops it by its id: nothing is left, on the shelf or
  // beside it.
  let steps = 0;
  await expect(
    take(file, {
      gone: () => {
        steps += 1;
        return steps > 2;
      },
    }),
  ).rejects.toThrow('Stopped: nothing of the file was kept.');
  let asked = false;
  await expect(
    take(file, {
      say: async (step) => {
        if ('id' in step) asked = await stopFile(step.id);
      },
    }),
  ).rejects.toThrow('Stopped');
  expect([asked, await rows(), (await store.db.select().from(stagedPart)).length]).toEqual([true, before, 0]);
  const said: OnTheWay[] = [];
  expect(await take(file, { say: (s) => void said.push(s) })).toEqual({ added: 1200, updated: 0, issues: [], left: 0 });
  const shares = said.flatMap((s) => ('share' in s ? [s.share] : []));
  expect(shares).toEqual([...shares].sort((a, b) => a - b));
  expect(await take(file.replace('row 5,5,', 'row five,9,'), { by: 'Tamsin' })).toMatchObject({
    added: 0,
    updated: 1200,
  });
  expect(await rows()).toBe(before + 1200);
  const five = (await shelfLines(100_000)).find((l) => l.item.about?.code === 'C-5');
  expect([five?.item.name, five?.item.count]).toEqual(['row five', 9]);
  const moves = await store.db
    .select()
    .from(stockMovement)
    .where(eq(stockMovement.partId, five?.id as string));
  expect(moves.map((m) => [m.pieces, m.note])).toEqual([[4, 'catalogue file']]);
});
