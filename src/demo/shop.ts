import { addDays, setHours, setMinutes, startOfDay, subDays } from 'date-fns';
import { eq } from 'drizzle-orm';
import { addBooking, addClosures, needVisit } from '@/store/bookings';
import { contact } from '@/store/calendarSchema';
import type { Db } from '@/store/connection';
import { addResource } from '@/store/resources';
import { job, vehicle } from '@/store/schema';
import { FITTERS } from './scenario';

/** Two bays, one who goes out to the cars, and what hands hold besides. */
const RESOURCES = [
  ['bay', 'Bay 1'],
  ['bay', 'Bay 2'],
  ['mobile', 'Van, to the cars'],
  ['person', FITTERS[0]],
  ['person', FITTERS[1]],
  ['person', 'Jory Fenn'],
  ['helper', 'Second pair of hands'],
  ['light', 'Work lamp'],
  ['heat', 'Hot-air gun'],
] as const;

const at = (day: Date, hour: number, minute = 0): Date => setMinutes(setHours(startOfDay(day), hour), minute);

/** The next weekday on or after a day: the demo shop is closed at the weekend. */
function workday(day: Date): Date {
  const weekday = day.getDay();
  if (weekday === 6) return addDays(day, 2);
  return weekday === 0 ? addDays(day, 1) : day;
}

/** The demo workshop's calendar: places, people, bookings of today and tomorrow, a holiday, whom to write to. */
export async function seedShop(db: Db, now: Date): Promise<void> {
  const [by, made] = [FITTERS[1], subDays(now, 30)];
  const ids = new Map<string, string>();
  for (const [kind, name] of RESOURCES) ids.set(name, await addResource(db, { kind, name }, by, made));
  const id = (name: string): string => ids.get(name) as string;
  const jobs = await db
    .select({ visitId: job.visitId, stage: job.stage, name: vehicle.name, vehicleId: vehicle.id })
    .from(job)
    .innerJoin(vehicle, eq(job.vehicleId, vehicle.id));
  const visit = (stage: string): string | undefined => jobs.find((j) => j.stage === stage)?.visitId;
  const today = workday(now);
  const tomorrow = workday(addDays(today, 1));
  const book = async (
    stage: string,
    place: string,
    who: string,
    start: Date,
    work: readonly [number, number, number],
    things: readonly string[] = [],
  ) => {
    const visitId = visit(stage);
    if (!visitId) return;
    const [before, wait, after] = work;
    await addBooking(
      db,
      {
        kind: 'visit',
        visitId,
        recheckId: null,
        placeId: id(place),
        whoId: id(who),
        things: things.map(id),
        startAt: start,
        endAt: new Date(start.getTime() + (before + wait + after) * 60_000),
        beforeMin: before,
        waitMin: wait,
        afterMin: after,
        estimatedMin: before + after,
        cureHours: wait > 0 ? wait / 60 : null,
        cureWhy: null,
        cureBy: null,
        why: null,
      },
      by,
      made,
    );
  };
  await book('fit', 'Bay 1', FITTERS[0], at(today, 8, 30), [140, 0, 0]);
  await book('torque', 'Bay 2', FITTERS[1], at(today, 10), [60, 0, 0], ['Second pair of hands']);
  await book('stage', 'Bay 2', FITTERS[0], at(today, 13), [95, 0, 0]);
  await book('choose', 'Bay 1', FITTERS[1], at(tomorrow, 9), [125, 0, 0], ['Work lamp']);
  const measured = visit('measure');
  if (measured)
    await needVisit(db, measured, { neededBy: at(addDays(today, 3), 16), why: 'hill climb on Saturday' }, by, made);
  const off = addDays(today, 6);
  await addClosures(
    db,
    [
      {
        resourceId: id('Van, to the cars'),
        title: 'Van at its inspection',
        from: at(tomorrow, 8),
        to: at(tomorrow, 12),
        uid: null,
      },
      {
        resourceId: null,
        title: 'Harbour day, closed',
        from: startOfDay(off),
        to: startOfDay(addDays(off, 1)),
        uid: null,
      },
    ],
    by,
    made,
  );
  const cars = [...new Map(jobs.map((j) => [j.vehicleId, j.name])).entries()];
  for (const [vehicleId, name] of cars) {
    const keeper = `Keeper of the ${name}`;
    const email = `${name.toLowerCase().replace(/[^a-z]+/g, '.')}@saltmarsh.example`;
    await db.insert(contact).values({ vehicleId, name: keeper, email, kmADay: null, by, at: made });
  }
}
