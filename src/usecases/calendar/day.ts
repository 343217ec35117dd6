import 'server-only';
import { inArray } from 'drizzle-orm';
import { endOf, type Stretch, startOf } from '@/core/calendar/clash';
import type { Open } from '@/core/calendar/slots';
import { AXLE_LABEL, axlesText, JOB_TYPE_LABEL } from '@/core/document/labels';
import type { JobType } from '@/core/document/vocabulary';
import { groupBy } from '@/core/groupBy';
import { inWindow, RECHECK_LABEL } from '@/core/procedure/rechecks';
import {
  type BookingLine,
  bookingsIn,
  closuresIn,
  notedAt,
  visitNeeds,
  waitingVisits,
  withCars,
} from '@/store/bookings';
import type { ResourceKind } from '@/store/calendarSchema';
import { waitingCallers } from '@/store/callers';
import { theStore } from '@/store/connection';
import type { JobBrief } from '@/store/jobBrief';
import { rechecksToJoin, unbookedRechecks } from '@/store/rechecks';
import { recheck } from '@/store/recordSchema';
import { resources } from '@/store/resources';
import { shopTimeNow } from '@/store/shopTime';
import { jobsOfVisits } from '@/store/visits';
import { stagePath } from '../job/stages';
import { asBooked } from './bookings';
import { calledFor } from './callers';
import { clockOn, dayAfter, dayOf, dayStart, hourMarks, openHours, reads, spanText, weekdayOf } from './zone';

/** How a booking stands by what was noted at its car. */
export type BarState = 'booked' | 'running' | 'paused' | 'late' | 'not begun' | 'done';

/** A booking on the ruler. */
export interface Bar {
  readonly id: string;
  readonly version: number;
  readonly kind: 'visit' | 'recheck';
  readonly visitId: string;
  readonly recheckId: string | null;
  readonly title: string;
  readonly plate: string;
  /** Axles and wish, or which recheck. */
  readonly about: string;
  readonly href: string;
  readonly placeId: string;
  readonly whoId: string | null;
  readonly things: readonly string[];
  readonly stretches: readonly Stretch[];
  readonly from: number;
  readonly to: number;
  /** How far it reaches while it runs late, ms. */
  readonly reaches: number;
  readonly when: string;
  readonly state: BarState;
  readonly stateText: string;
  /** By when it is needed, where it would not be through by then. */
  readonly tooLate: string | null;
  readonly notes: readonly string[];
  readonly cureHours: number | null;
  readonly cureWhy: string;
  readonly why: string;
}

export interface Row {
  readonly id: string;
  readonly kind: ResourceKind;
  readonly name: string;
}

/** Something that has no time yet: a visit, or a recheck that is due. */
export interface Waiting {
  readonly visitId: string;
  readonly recheckId: string | null;
  readonly title: string;
  readonly plate: string;
  readonly about: string;
  /** By when it is needed, or due. */
  readonly by: string | null;
  readonly overdue: boolean;
}

export interface DayRuler {
  readonly day: string;
  readonly label: string;
  readonly from: number;
  readonly to: number;
  readonly marks: readonly { readonly at: number; readonly label: string }[];
  readonly open: readonly Open[];
  readonly closed: readonly {
    readonly title: string;
    readonly resourceId: string | null;
    readonly from: number;
    readonly to: number;
  }[];
  readonly bars: readonly Bar[];
}

export interface CalendarView {
  readonly zone: string;
  readonly today: string;
  readonly now: number;
  readonly days: readonly DayRuler[];
  readonly rows: readonly Row[];
  readonly waiting: readonly Waiting[];
  /** More wait than are shown. */
  readonly more: boolean;
}

const SHOWN = 24;
const DAY = 24 * 3600_000;
const about = (jobs: readonly Pick<JobBrief, 'axle' | 'wish'>[]): string =>
  jobs.length === 0
    ? ''
    : `${axlesText(jobs.map((j) => j.axle))}, ${JOB_TYPE_LABEL[jobs[0]?.wish as JobType].toLowerCase()}`;

/** The calendar of some days, the first one given. */
export async function calendarView(first: string | null, days: 1 | 7, now = Date.now()): Promise<CalendarView> {
  const { db } = await theStore();
  const { zone, hours } = await shopTimeNow(db);
  const today = dayOf(zone, now);
  const asked = first ?? today;
  const start = days === 7 ? dayAfter(asked, -weekdayOf(asked)) : asked;
  const [from, to] = [dayStart(zone, start), dayStart(zone, dayAfter(start, days))];
  // What began the day before and runs late stands where it is today.
  const lines = await withCars(db, await bookingsIn(db, new Date(from - DAY), new Date(to)));
  const closed = (await closuresIn(db, new Date(from), new Date(to))).map((c) => ({
    title: c.title,
    resourceId: c.resourceId,
    from: c.from.getTime(),
    to: c.to.getTime(),
  }));
  const bars = inTheWay(await barsOf(lines, zone, now), closed);
  const rulers: DayRuler[] = [];
  for (let i = 0; i < days; i++) {
    const day = dayAfter(start, i);
    const [dayFrom, dayTo] = [dayStart(zone, day), dayStart(zone, dayAfter(day, 1))];
    const open = openHours(zone, hours, day, 1);
    const here = bars.filter((b) => b.from < dayTo && b.reaches > dayFrom);
    const shown = {
      from: Math.max(dayFrom, Math.min(open[0]?.from ?? clockOn(zone, day, 480), ...here.map((b) => b.from))),
      to: Math.min(dayTo, Math.max(open.at(-1)?.to ?? clockOn(zone, day, 1020), ...here.map((b) => b.reaches))),
    };
    rulers.push({
      day,
      label: reads(zone, dayFrom, 'EEE d MMM'),
      ...shown,
      marks: hourMarks(zone, shown.from, shown.to),
      open,
      closed: closed.filter((c) => c.from < dayTo && c.to > dayFrom),
      bars: here,
    });
  }
  const rows = (await resources(db)).map(({ id, kind, name }) => ({ id, kind, name }));
  const { waiting, more } = await whatWaits(zone, now);
  return { zone, today, now, days: rulers, rows, waiting, more };
}

type Closed = DayRuler['closed'][number];

/**
 * What came in the way of a booking after it was made: its place is still taken by one that runs late, or it or
 * somebody is away then.
 */
function inTheWay(bars: readonly Bar[], closed: readonly Closed[]): Bar[] {
  return bars.map((b) => {
    if (b.state === 'done') return b;
    const late = bars.filter(
      (o) => o.id !== b.id && o.placeId === b.placeId && o.reaches > o.to && o.from < b.from && o.reaches > b.from,
    );
    const own = [b.placeId, b.whoId, ...b.things];
    const away = closed.filter(
      (c) =>
        (c.resourceId === null || own.includes(c.resourceId)) &&
        b.stretches.some((s) => s.what === 'work' && s.from < c.to && s.to > c.from),
    );
    const said = [...late.map((o) => `still taken by ${o.title}`), ...away.map((c) => c.title)];
    return said.length === 0 ? b : { ...b, notes: [...said, ...b.notes] };
  });
}

async function barsOf(lines: readonly BookingLine[], zone: string, now: number): Promise<Bar[]> {
  const { db } = await theStore();
  const jobIds = lines.flatMap((l) => l.jobs.map((j) => j.id));
  const noted = await notedAt(db, jobIds);
  const needs = new Map(
    (
      await visitNeeds(
        db,
        lines.map((l) => l.booking.visitId),
      )
    ).map((n) => [n.visitId, n]),
  );
  const ids = lines.flatMap((l) => l.booking.recheckId ?? []);
  const joining = await joiningRechecks(lines, now);
  const links = ids.length === 0 ? [] : await db.select().from(recheck).where(inArray(recheck.id, ids));
  return lines.map((l) => {
    const { booking: b, jobs } = l;
    const link = links.find((x) => x.id === b.recheckId) ?? null;
    const job = jobs.find((j) => j.id === link?.jobId) ?? jobs.find((j) => j.signedAt === null) ?? jobs[0] ?? null;
    const booked = asBooked(b, l.name, job?.vehicleId ?? null);
    const [from, to] = [startOf(booked), endOf(booked)];
    const state = link
      ? recheckState(link.doneAt, from, now)
      : visitState(
          jobs.map((j) => ({ signed: j.signedAt, noted: noted.get(j.id) ?? null })),
          { from, to, now, zone },
        );
    const needed = needs.get(b.visitId)?.neededBy?.getTime() ?? null;
    const reaches = state.state === 'late' || state.state === 'not begun' ? Math.max(to, now) : to;
    return {
      id: b.id,
      version: b.version,
      kind: b.kind,
      visitId: b.visitId,
      recheckId: b.recheckId,
      title: l.name,
      plate: l.plate,
      about: l.caller ? calledFor(l.caller) : link ? RECHECK_LABEL[link.kind] : about(jobs),
      href: job ? stagePath(job.id, job.stage) : `/vehicles/new?call=${b.visitId}`,
      placeId: b.placeId,
      whoId: b.whoId,
      things: b.things,
      stretches: booked.stretches,
      from,
      to,
      reaches,
      when: spanText(zone, from, to),
      ...state,
      tooLate:
        needed !== null && state.state !== 'done' && reaches > needed
          ? `needed by ${reads(zone, needed, 'EEE d MMM HH:mm')}`
          : null,
      notes: [
        ...(state.state === 'done' ? [] : joining(l)),
        ...(b.why ? [`Outside the usual: ${b.why}`] : []),
        ...(b.cureWhy ? [`Cure cut short by ${b.cureBy}: ${b.cureWhy}`] : []),
      ],
      cureHours: b.cureHours,
      cureWhy: b.cureWhy ?? '',
      why: b.why ?? '',
    };
  });
}

/**
 * Rechecks that a visit takes along: those of its car whose window it lies in. They are done as the car arrives, before
 * anything is loosened.
 * @returns their words for a booking
 */
async function joiningRechecks(lines: readonly BookingLine[], now: number): Promise<(l: BookingLine) => string[]> {
  const ahead = lines.filter((l) => l.booking.kind === 'visit' && l.booking.endAt.getTime() > now);
  const carOf = (l: BookingLine): string | null => l.jobs.find((j) => j.signedAt === null)?.vehicleId ?? null;
  const due = await rechecksToJoin((await theStore()).db, [...new Set(ahead.flatMap((l) => carOf(l) ?? []))]);
  return (l) =>
    ahead.includes(l)
      ? due
          .filter((d) => d.vehicleId === carOf(l) && inWindow(d, l.booking.startAt))
          .map((d) => `Recheck on arrival: ${AXLE_LABEL[d.axle].toLowerCase()}, ${RECHECK_LABEL[d.kind]}`)
      : [];
}

const recheckState = (doneAt: Date | null, from: number, now: number): Pick<Bar, 'state' | 'stateText'> => {
  if (doneAt !== null) return { state: 'done', stateText: 'done' };
  return now > from + 15 * 60_000
    ? { state: 'not begun', stateText: 'not done yet' }
    : { state: 'booked', stateText: '' };
};

type JobNoted = {
  readonly signed: Date | null;
  readonly noted: { first: Date | null; last: Date | null; paused: string | null } | null;
};

function visitState(
  jobs: readonly JobNoted[],
  { from, to, now, zone }: { from: number; to: number; now: number; zone: string },
): Pick<Bar, 'state' | 'stateText'> {
  const firsts = jobs.flatMap((j) => (j.noted?.first ? [j.noted.first.getTime()] : []));
  const begun = firsts.length > 0 ? Math.min(...firsts) : null;
  const since = begun === null ? '' : `begun ${reads(zone, begun, 'EEE HH:mm')}`;
  if (jobs.length > 0 && jobs.every((j) => j.signed !== null)) {
    const ended = Math.max(...jobs.map((j) => j.signed?.getTime() ?? 0));
    return { state: 'done', stateText: `${since}${since ? ', ' : ''}signed off ${reads(zone, ended, 'EEE HH:mm')}` };
  }
  const paused = jobs.find((j) => j.noted?.paused)?.noted?.paused;
  if (begun !== null && now > to) {
    const by = Math.round((now - to) / 60_000);
    const words =
      by >= 24 * 60 ? `${Math.floor(by / 1440)} d` : by >= 60 ? `${Math.floor(by / 60)} h ${by % 60} min` : `${by} min`;
    return { state: 'late', stateText: `${since}, runs late by ${words}${paused ? `, paused: ${paused}` : ''}` };
  }
  if (paused) return { state: 'paused', stateText: `${since}, paused: ${paused}` };
  if (begun !== null) return { state: 'running', stateText: since };
  return now > from + 15 * 60_000 && now < to + 24 * 3600_000
    ? { state: 'not begun', stateText: 'not begun yet' }
    : { state: 'booked', stateText: '' };
}

/**
 * What has no time yet: rechecks that are due first, the one longest overdue at the top, then visits by when they are
 * needed.
 */
async function whatWaits(zone: string, now: number): Promise<{ waiting: Waiting[]; more: boolean }> {
  const { db } = await theStore();
  const soon = new Date(now + 3 * 24 * 3600_000);
  const links = await unbookedRechecks(db, soon, SHOWN + 1, new Date(now));
  // What ran over its time since yesterday has one, and is late.
  const visits = await waitingVisits(db, new Date(now - 24 * 3600_000), SHOWN + 1);
  const axles = groupBy(
    await jobsOfVisits(
      db,
      visits.map((v) => v.job.visitId),
    ),
    (j) => j.visitId,
  );
  const rechecks = links.map(({ link, job, name, plate }) => ({
    visitId: job.visitId,
    recheckId: link.id,
    title: name,
    plate,
    about: `${RECHECK_LABEL[link.kind]}, ${AXLE_LABEL[job.axle].toLowerCase()}`,
    by: `due by ${reads(zone, link.dueTo.getTime(), 'EEE d MMM')}`,
    overdue: link.dueTo.getTime() < now,
  }));
  const open = visits.map(({ job, name, plate, neededBy }) => ({
    visitId: job.visitId,
    recheckId: null,
    title: name,
    plate,
    about: about((axles.get(job.visitId) ?? [job]).filter((j) => j.signedAt === null)),
    by: neededBy === null ? null : `needed by ${reads(zone, neededBy.getTime(), 'EEE d MMM HH:mm')}`,
    overdue: neededBy !== null && neededBy.getTime() < now,
  }));
  const called = (await waitingCallers(db, new Date(now - 24 * 3600_000), SHOWN + 1)).map(({ caller, neededBy }) => ({
    visitId: caller.id,
    recheckId: null,
    title: caller.name,
    plate: caller.plate || caller.phone,
    about: calledFor(caller),
    by: neededBy === null ? null : `needed by ${reads(zone, neededBy.getTime(), 'EEE d MMM HH:mm')}`,
    overdue: neededBy !== null && neededBy.getTime() < now,
  }));
  const all = [...rechecks, ...called, ...open];
  return { waiting: all.slice(0, SHOWN), more: all.length > SHOWN };
}
