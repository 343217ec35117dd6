import { sql } from 'drizzle-orm';
import type { Corner } from '@/core/document/vocabulary';
import { stepName } from '@/core/procedure/card';
import { DONE_BEFORE, doneWithCorner } from '@/core/procedure/doneBefore';
import { addPerson } from '@/store/people';
import { doneOf, openHolds, stepsNow, waitsFor } from '@/usecases/fit/card';
import { doneBefore } from '@/usecases/fit/doneBefore';
import { jobById } from '@/usecases/job/jobs';
import { conversionAtCard } from './conversion';
import { runningStore } from './open';

const store = runningStore({ demo: new Date() });

test('a corner that was fitted before: one reason ends the work at its hub, the wheel stays to be done', async () => {
  const { rows } = await store.db.execute(sql`select id from job where stage = 'fit' limit 1`);
  const id = String(rows[0]?.id);
  const corner: Corner = 'front-left';
  await conversionAtCard(store.db, id, 'Bram');
  const before = await jobById(id);
  const card = stepsNow(before, 'fit').filter((s) => s.card?.corner === corner);
  const ends = doneWithCorner(card, corner);
  expect(ends.map((s) => stepName(s.key))).toEqual(expect.arrayContaining(['locker', 'hub-torque', 'cure', 'flat']));
  const open = card.filter((s) => !ends.includes(s) && doneOf(before, s) === null).map((s) => s.key);
  await addPerson(store.db, { name: 'Ines', role: 'lead', pinHash: 'x' }, 'Ines', new Date());
  await expect(doneBefore(id, corner, 'stand out alike', 'Bram')).rejects.toThrow('a lead ends it, by name and PIN');
  await doneBefore(id, corner, 'stand out alike', 'Bram', 'Ines');
  const after = await jobById(id);
  for (const s of ends) {
    expect(doneOf(after, s)?.reason).toBe(`${DONE_BEFORE}: stand out alike`);
    expect(doneOf(after, s)?.by).toContain('Ines');
  }
  // Every step has an entry of its own, all at one time.
  const entries = after.bay.filter((e) => e.detail.kind === 'instead');
  expect(entries.map((e) => (e.detail.kind === 'instead' ? e.detail.key : ''))).toEqual(
    expect.arrayContaining(ends.map((s) => s.key)),
  );
  // Nothing else moved: the wheel, its nuts by hand and the stand under the car are still to be done.
  const still = stepsNow(after, 'fit').filter((s) => s.card?.corner === corner && doneOf(after, s) === null);
  expect(still.map((s) => s.key)).toEqual(open);
  expect(openHolds(still, after).map((s) => stepName(s.key))).toEqual(
    expect.arrayContaining(['clean', 'wheel', 'hand']),
  );
  // Its locker cured long ago: no clock is waited for.
  const wheel = still.find((s) => stepName(s.key) === 'wheel');
  expect(wheel && waitsFor(after, wheel, Date.now())).toBeNull();
  await expect(doneBefore(id, corner, '', 'Bram', 'Ines')).rejects.toThrow('Nothing is open');
  // The other corner is untouched, and one that is none of this job is refused.
  const other = stepsNow(after, 'fit').filter((s) => s.card && s.card.corner !== corner);
  expect(other.every((s) => doneOf(after, s)?.reason !== `${DONE_BEFORE}: stand out alike`)).toBe(true);
  const elsewhere = corner.startsWith('front') ? 'rear-left' : 'front-left';
  await expect(doneBefore(id, elsewhere, '', 'Bram', 'Ines')).rejects.toThrow('at which corner');
});

test('the nuts of an adapter are never seen from outside: their round stays', async () => {
  const steps = ['disc-screw', 'clean', 'nuts-off', 'adapter-snug', 'adapter-torque', 'pockets', 'flat'].map(
    (name) => ({
      key: `fit.rear-left.${name}`,
      text: name,
      hold: true,
      caution: null,
      card: {
        corner: 'rear-left' as const,
        phase: 'hub' as const,
        title: name,
        tool: null,
        shows: 'section' as const,
        minutes: 1,
        ...(name === 'adapter-torque' ? { round: 'adapter' as const } : {}),
      },
    }),
  );
  expect(doneWithCorner(steps, 'rear-left').map((s) => stepName(s.key))).toEqual(['disc-screw', 'nuts-off', 'flat']);
  expect(doneWithCorner(steps, 'rear-right')).toEqual([]);
});
