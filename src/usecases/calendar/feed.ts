import 'server-only';
import { AXLE_LABEL } from '@/core/document/labels';
import { bookingCalendar } from '@/files/calendar';
import { bookingsIn, withCars } from '@/store/bookings';
import { theStore } from '@/store/connection';
import { resourceOfToken, resources } from '@/store/resources';
import { calledFor } from './callers';

const DAY = 24 * 3600_000;

/** The calendar of the place or person whose address ends so; null where nobody's does. */
export async function feedOf(token: string, now = Date.now()): Promise<{ name: string; text: string } | null> {
  const { db } = await theStore();
  const own = await resourceOfToken(db, token);
  if (!own) return null;
  const names = new Map((await resources(db)).map((r) => [r.id, r.name]));
  const rows = (await bookingsIn(db, new Date(now - 30 * DAY), new Date(now + 365 * DAY))).filter(
    (b) => b.placeId === own.id || b.whoId === own.id || b.things.includes(own.id),
  );
  const lines = await withCars(db, rows);
  const text = bookingCalendar(
    own.name,
    lines.map(({ booking: b, jobs, caller, name, plate }) => ({
      id: b.id,
      version: b.version,
      summary: `${b.kind === 'recheck' ? 'Recheck ' : ''}${name} ${plate}`,
      description: [
        caller
          ? [calledFor(caller), caller.phone].filter(Boolean).join(', ')
          : jobs.map((j) => AXLE_LABEL[j.axle]).join(' and '),
        ...(b.whoId ? [`Who: ${names.get(b.whoId) ?? ''}`] : []),
        ...(b.waitMin > 0 ? [`Locker cures ${Math.round(b.waitMin)} min of it: hands are free, the wheel waits.`] : []),
      ].join('\n'),
      location: names.get(b.placeId) ?? '',
      from: b.startAt,
      to: b.endAt,
      stamp: b.at,
    })),
  );
  return { name: own.name, text };
}
