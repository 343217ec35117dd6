import { sql } from 'drizzle-orm';
import sharp from 'sharp';
import { v7 as newId } from 'uuid';
import type { BayDetail } from '@/core/procedure/bay';
import { starOrder } from '@/core/torque/starOrder';
import { addPerson } from '@/store/people';
import { noteBay } from '@/usecases/fit/bay';
import { bayLines } from '@/usecases/fit/bayLines';
import { bayOf, doneOf, heldBack, openHolds, openRounds, specOf, stepsNow, waitsFor } from '@/usecases/fit/card';
import { scanAtTrolley } from '@/usecases/fit/kit';
import { enterTorque, finishSteps, jobById } from '@/usecases/job/jobs';
import { openPoints } from '@/usecases/job/openPoints';
import { tickLine, tickLines } from '@/usecases/job/ticks';
import { remarksFor, takeNote, takePhoto } from '@/usecases/vehicle/remarks';
import { conversionAtCard } from './conversion';
import { runningStore } from './open';

const store = runningStore({ demo: new Date() });
const BY = 'Bram';
let fit = '';
let stage = '';

beforeAll(async () => {
  const one = async (where: string) =>
    String((await store.db.execute(sql.raw(`select id from job where stage = '${where}' limit 1`))).rows[0]?.id);
  [fit, stage] = [await one('fit'), await one('stage')];
});

const say = (detail: BayDetail, corner: string | null = null, id = newId(), lead: string | null = null) =>
  noteBay(fit, { id, corner, detail }, BY, null, lead);

test('an entry sent again because its answer was lost counts once', async () => {
  const id = newId();
  const pause: BayDetail = { kind: 'pause', why: 'parts' };
  await Promise.all([say(pause, null, id), say(pause, null, id)].map((p) => p.catch(() => null)));
  await say(pause, null, id);
  expect((await jobById(fit)).bay.filter((e) => e.id === id)).toHaveLength(1);
  await say({ kind: 'go-on' });
  expect(bayOf(await jobById(fit), 0).paused).toBeNull();
});

test('what is said of no corner of this axle, of no clock, of no open step, is refused', async () => {
  const crossed: BayDetail = { kind: 'trouble', what: 'crossed', lug: null, note: '' };
  await expect(say(crossed)).rejects.toThrow('at which corner of this axle');
  await expect(say(crossed, 'rear-left')).rejects.toThrow('at which corner of this axle');
  await expect(say({ ...crossed, lug: 9 }, 'front-left')).rejects.toThrow('This wheel has 4 lugs');
  await expect(say({ kind: 'clock-waived', clock: 'locker', why: 'x' }, 'front-left')).rejects.toThrow('No clock runs');
  await expect(say({ kind: 'instead', key: 'fit.none', why: 'x' })).rejects.toThrow('not open on this card');
  await expect(say({ kind: 'hub-figure', nm: 33, source: 'x', hold: 'bar' })).rejects.toThrow(
    'No studs go into the hub',
  );
  expect((await jobById(fit)).bay.some((e) => e.detail.kind === 'trouble')).toBe(false);
});

test('steps that are said together are all kept, an entry each with one time, or none of them; a photo ends its own step', async () => {
  const ticked = async () => (await jobById(fit)).ticked;
  const [crack, stand, photo] = ['crack', 'stand', 'photo-before'].map((s) => `fit.front-left.${s}`) as [
    string,
    string,
    string,
  ];
  for (const key of [crack, stand, photo]) if ((await ticked()).has(key)) await tickLine(fit, key, false, BY);
  await expect(tickLines(fit, [crack, photo], true, BY)).rejects.toThrow('This step is ticked by its photo.');
  await expect(tickLines(fit, [crack, 'fit.front-left.nothing'], true, BY)).rejects.toThrow('not on this job’s card');
  expect((await ticked()).has(crack)).toBe(false);
  await tickLines(fit, [crack, stand], true, BY);
  const kept = await ticked();
  expect([kept.get(crack)?.by, kept.get(crack)?.at]).toEqual([BY, kept.get(stand)?.at]);
  // Why there is none is said once; it is no tick.
  await expect(say({ kind: 'instead', key: crack, why: 'done before' })).rejects.toThrow('not open on this card');
  await say({ kind: 'instead', key: photo, why: 'the owner wants no photos' });
  expect(bayOf(await jobById(fit), 0).instead.get(photo)?.why).toBe('the owner wants no photos');
  await expect(say({ kind: 'instead', key: photo, why: 'again' })).rejects.toThrow('not open on this card');
  // With a photo of that corner the other side's step is still waiting for its own.
  const { vehicle } = await jobById(fit);
  const bytes = await sharp({ create: { width: 16, height: 12, channels: 3, background: '#335577' } })
    .png()
    .toBuffer();
  const of = { vehicleId: vehicle.id, jobId: fit, corner: 'front-left' };
  const id = newId();
  for (let i = 0; i < 2; i += 1) await takePhoto(of, { bytes, state: 'before', caption: '' }, BY, id);
  expect((await remarksFor(vehicle.id, fit)).photos.filter((p) => p.id === id)).toHaveLength(1);
  await tickLine(fit, photo, true, BY);
  await expect(tickLine(fit, 'fit.front-right.photo-before', true, BY)).rejects.toThrow('ticked by its photo');
  for (const key of [crack, stand, photo]) await tickLine(fit, key, false, BY);
  const note = newId();
  for (let i = 0; i < 2; i += 1) await takeNote(of, 'scratch at the lip', BY, note);
  expect((await remarksFor(vehicle.id, fit)).notes.filter((n) => n.id === note)).toHaveLength(1);
});

test('a crossed thread holds its corner, the way to torque and the sign-off, until it is ended by a way that ends it', async () => {
  const id = newId();
  await say({ kind: 'trouble', what: 'crossed', lug: 1, note: 'second' }, 'front-left', id);
  const whole = await jobById(fit);
  expect(heldBack(whole, 'front-left', Date.now())).toEqual([
    'A thread crossed at the front left: it is dealt with first.',
  ]);
  expect(heldBack(whole, 'front-right', Date.now())).toEqual([]);
  expect(openPoints(whole).join(' ')).toContain('A thread crossed');
  const settled = (how: string, note = ''): BayDetail => ({ kind: 'settled', of: id, how, note });
  await expect(say(settled('replaced'), 'front-right')).rejects.toThrow('dealt with already, or was never noted here');
  await expect(say(settled('somehow'), 'front-left')).rejects.toThrow('Say how');
  // No word of anybody keeps a crossed fastener in.
  await expect(say(settled('stays', 'it is fine'), 'front-left')).rejects.toThrow('does not stay as it is');
  await say(settled('one-replaced'), 'front-left');
  expect(heldBack(await jobById(fit), 'front-left', Date.now())).toEqual([]);
  await expect(say(settled('replaced'), 'front-left')).rejects.toThrow('dealt with already');
});

test('what is seized and holds no wheel may stay, by a lead’s word and reason', async () => {
  const id = newId();
  await say({ kind: 'trouble', what: 'seized', lug: null, note: 'the old plate' }, 'front-left', id);
  const stays = (note: string): BayDetail => ({ kind: 'settled', of: id, how: 'stays', note });
  await expect(say(stays(''), 'front-left')).rejects.toThrow('Say why it stays');
  const lead = await addPerson(store.db, { name: 'Tamsin', pinHash: 'x', role: 'lead' }, 'Tamsin', new Date());
  const other = await addPerson(store.db, { name: 'Bram', pinHash: 'x', role: 'fitter' }, 'Tamsin', new Date());
  const asPerson = (by: string, personId: string | null) =>
    noteBay(fit, { id: newId(), corner: 'front-left', detail: stays('comes off next week') }, by, personId);
  await expect(say(stays('comes off next week'), 'front-left')).rejects.toThrow('only by a lead’s word');
  // Rights are the person's: the lead's name is not enough, whoever bears it.
  await expect(asPerson('Tamsin', null)).rejects.toThrow('only by a lead’s word');
  await expect(asPerson('Tamsin', other)).rejects.toThrow('only by a lead’s word');
  await asPerson('Tamsin', lead);
  expect(bayOf(await jobById(fit), 0).troubles.find((t) => t.id === id)?.settled).toMatchObject({ how: 'stays' });
});

test('a reason stands in the place of a tick, with who said it; a step that has one is no longer open', async () => {
  const key = 'fit.front-left.chalk';
  const open = async () =>
    openHolds(stepsNow(await jobById(fit), 'fit'), await jobById(fit)).some((s) => s.key === key);
  expect(await open()).toBe(true);
  await say({ kind: 'instead', key, why: 'tested with chalk last week, same wheels' });
  expect(await open()).toBe(false);
  const whole = await jobById(fit);
  const step = stepsNow(whole, 'fit').find((s) => s.key === key);
  expect(step && doneOf(whole, step)).toMatchObject({ by: BY, reason: 'tested with chalk last week, same wheels' });
});

test('a letter is no reason; what keeps somebody from being hurt is ended by a lead only, whatever the entry itself says', async () => {
  const end = (name: string, why: string, lead: string | null = null, said: object = {}) =>
    say({ kind: 'instead', key: `fit.front-left.${name}`, why, ...said }, null, newId(), lead);
  for (const why of ['x', '...', 'no no', '1 2 3 4 5']) await expect(end('hand', why)).rejects.toThrow('says nothing');
  const why = 'the car hangs on a two-post lift';
  await expect(end('stand', why)).rejects.toThrow('a lead ends it, by name and PIN');
  await expect(end('stand', why, null, { lead: 'Tamsin Oar' })).rejects.toThrow('a lead ends it, by name and PIN');
  await end('stand', why, 'Tamsin Oar');
  const [said] = (await jobById(fit)).bay.slice(-1);
  expect(said).toMatchObject({ detail: { kind: 'instead', why }, by: `${BY}, by the word of Tamsin Oar` });
  // Whose word it was is not made up by the tablet.
  await end('disc-screw', 'this hub has no screw at all', null, { lead: 'Tamsin Oar' });
  expect((await jobById(fit)).bay.at(-1)?.by).toBe(BY);
  expect(bayLines(await jobById(fit), 'metric').join(' ')).toContain(`${why}; ${BY}, by the word of Tamsin Oar`);
});

test('the order of the wheel: every lug once, with its source, and before any lug was torqued in another', async () => {
  const order = (o: number[] | null, source = 'handbook p. 9'): BayDetail => ({
    kind: 'order',
    order: o,
    locking: 'last',
    source,
  });
  await expect(say(order([0, 1, 1, 2]))).rejects.toThrow('name each of them once');
  await expect(say(order([0, 1, 2]))).rejects.toThrow('name each of them once');
  await expect(say(order([0, 1, 2, 3], ''))).rejects.toThrow('Say where this order stands');
  await say(order([0, 1, 2, 3]));
  expect(specOf(await jobById(fit), 'wheel').order).toEqual([0, 1, 2, 3]);
  await say({ kind: 'order', order: null, locking: 'first', source: '' });
  expect(specOf(await jobById(fit), 'wheel')).toMatchObject({ lockingSchool: 'first' });
  expect(specOf(await jobById(fit), 'wheel').order).toBeUndefined();
  const torqued = String(
    (
      await store.db.execute(
        sql`select job_id from torque_entry where lug >= 0 and job_id in (select id from job where stage = 'torque') limit 1`,
      )
    ).rows[0]?.job_id,
  );
  const { plan } = await jobById(torqued);
  const six = Array.from({ length: plan?.document.hub.lugs ?? 0 }, (_, i) => i);
  await expect(noteBay(torqued, { id: newId(), corner: null, detail: order(six) }, BY)).rejects.toThrow(
    'entered in the order before',
  );
});

test('studs in the hub: a round of their own that no tick ends, and locker that is waited for by this machine’s clock', async () => {
  await conversionAtCard(store.db, fit, BY);
  const find = async (key: string) => stepsNow(await jobById(fit), 'fit').find((s) => s.key === key);
  await expect(tickLine(fit, 'fit.front-left.hub-torque', true, BY)).rejects.toThrow('ended by its torque round');
  await expect(tickLine(fit, 'fit.front-left.cure', true, BY)).rejects.toThrow('nobody knows when it went on');
  const pull = (corner: string, lug: number, pass: 'final' | 'verify' = 'final') =>
    enterTorque(
      fit,
      { corner, joint: 'hub', pass, lug, reading: 33, angle: pass === 'verify' ? 0 : null, tool: 'small wrench' },
      BY,
    );
  await expect(pull('front-left', 0)).rejects.toThrow('no figure yet');
  await say({ kind: 'hub-figure', nm: 33, source: 'stud leaflet', hold: 'helper' });
  for (const lug of starOrder(4)) await pull('front-left', lug);
  await expect(say({ kind: 'hub-figure', nm: 40, source: 'x', hold: 'bar' })).rejects.toThrow('torqued to 33 N·m');
  for (const lug of starOrder(4)) await pull('front-left', lug, 'verify');
  const half = await jobById(fit);
  const round = await find('fit.front-left.hub-torque');
  expect(round && doneOf(half, round)).toMatchObject({ by: BY, reason: null });
  expect(openRounds(half).map((b) => b.text)).toEqual([
    'The studs in the front right hub are not through their own round, which comes before the wheel.',
  ]);
  // Driven home by impact there: recorded with its consequence, and the round is ended by somebody's word.
  await say({ kind: 'deviation', what: 'studs-impact', note: '' }, 'front-right');
  expect(openRounds(await jobById(fit))).toEqual([]);
  await say({ kind: 'clock', clock: 'locker', minutes: 60, source: 'bottle' }, 'front-left');
  await expect(tickLine(fit, 'fit.front-left.wheel', true, BY)).rejects.toThrow(/1 h left|60 min left/);
  const cure = await find('fit.front-left.cure');
  const now = Date.now();
  expect(cure && waitsFor(await jobById(fit), cure, now + 61 * 60_000)).toBeNull();
  // A clock that was set back helps nobody.
  expect(cure && waitsFor(await jobById(fit), cure, now - 3600_000)).toContain('stands before its start');
  expect(heldBack(await jobById(fit), 'front-left', now)).toHaveLength(1);
  await say({ kind: 'clock-waived', clock: 'locker', why: 'leaflet allows it' }, 'front-left', newId(), 'Tamsin Oar');
  await tickLine(fit, 'fit.front-left.wheel', true, BY);
});

test('at the trolley: what fits ticks its line and keeps what is free; what is short, another or unknown is told', async () => {
  await expect(scanAtTrolley(stage, 'SW-999', 'metric', BY)).rejects.toThrow('No part on the shelf has the code');
  const fits = await scanAtTrolley(stage, 'spacer 5 × 108, 5 mm', 'metric', BY);
  expect(fits).toMatchObject({ level: 'pass', instead: null });
  expect((await jobById(stage)).ticked.has('kit.spacers')).toBe(true);
  await scanAtTrolley(stage, 'spacer 5 × 108, 5 mm', 'metric', BY);
  const { rows } = await store.db.execute(
    sql`select pieces from reservation where job_id = ${stage} and ended_at is null`,
  );
  expect(rows).toEqual([{ pieces: 2 }]);
  await store.db.execute(sql`update part set count = 1 where name = 'spacer 5 × 108, 5 mm'`);
  const short = await scanAtTrolley(stage, 'spacer 5 × 108, 5 mm', 'metric', BY);
  expect(short.level).toBe('caution');
  expect(short.text).toContain('1 of 2 are there: 1 are short');
  const wrong = await scanAtTrolley(stage, 'spacer 5 × 112, 5 mm', 'metric', BY);
  expect(wrong).toMatchObject({ level: 'stop', instead: null });
});

test('a card that an earlier release began knows no corners; it is ended as it was begun, and its ticks count', async () => {
  const { plan } = await jobById(stage);
  const old = [
    { key: 'fit.stand', text: 'Jack at the maker’s point and put a stand under the car.', hold: true, caution: null },
    { key: 'fit.flat', text: 'Spacer on: it slides snug.', hold: true, caution: null },
  ];
  const steps = JSON.stringify({ stage: plan?.steps?.stage.filter((s) => s.key === 'kit.spacers'), fit: old });
  await store.db.execute(sql`update plan set steps = ${steps}::jsonb where id = ${plan?.id}`);
  await tickLine(stage, 'kit.spacers', true, BY);
  await finishSteps(stage, 'stage', BY);
  expect(stepsNow(await jobById(stage), 'fit')).toEqual(old);
  await expect(finishSteps(stage, 'fit', BY)).rejects.toThrow('2 hold points are still open');
  await expect(tickLine(stage, 'fit.rear-left.flat', true, BY)).rejects.toThrow('not on this job’s card');
  for (const { key } of old) await tickLine(stage, key, true, BY);
  await finishSteps(stage, 'fit', BY);
  expect((await jobById(stage)).job.stage).toBe('torque');
  expect(openPoints(await jobById(stage)).some((o) => o.startsWith('Job card') || o.startsWith('Kit list'))).toBe(
    false,
  );
});
