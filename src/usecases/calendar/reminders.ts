import 'server-only';
import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { v7 as newId } from 'uuid';
import {
  filled,
  REMINDER_KINDS,
  REMINDER_LABEL,
  type ReminderKind,
  readAddress,
  readPhone,
  readTemplate,
  USUAL_TEMPLATE,
} from '@/core/calendar/template';
import { InputError } from '@/core/errors';
import { RECHECK_LABEL } from '@/core/procedure/rechecks';
import { emlOf } from '@/files/eml';
import { bookingsIn, withCars } from '@/store/bookings';
import { theStore } from '@/store/connection';
import {
  contactOf,
  contactsOf,
  keepContact,
  lastReminders,
  noteReminder,
  remindersOf,
  writtenOf,
} from '@/store/contacts';
import { NotFoundError } from '@/store/errors';
import { unbookedRechecks } from '@/store/rechecks';
import { resources } from '@/store/resources';
import { setShopTime, shopTimeNow } from '@/store/shopTime';
import { loadVehicle } from '@/store/vehicles';
import { leadOnly } from '../roles';
import type { Actor } from '../session';
import { reads } from './zone';

const HOUR = 3600_000;
/** A visit is reminded of from a day and a half before it. */
const AHEAD = 36 * HOUR;
const MOST = 100;
const FROM = 'Vectis <workshop@localhost>';

/** Something that its owner is to be told, with the message as it would go. */
export interface DueReminder {
  /** What it speaks of, with its time: a visit that was moved is told anew. */
  readonly of: string;
  readonly kind: ReminderKind;
  readonly label: string;
  readonly visitId: string;
  readonly title: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}

interface About {
  readonly of: string;
  readonly kind: ReminderKind;
  readonly visitId: string;
  readonly vehicleId: string;
  readonly car: string;
  readonly plate: string;
  readonly when: string;
  readonly what: string;
  readonly place: string;
}

async function everythingDue(now: number): Promise<About[]> {
  const { db } = await theStore();
  const { zone } = await shopTimeNow(db);
  const names = new Map((await resources(db)).map((r) => [r.id, r.name]));
  const rows = (await bookingsIn(db, new Date(now), new Date(now + AHEAD))).filter((b) => b.startAt.getTime() > now);
  // Whoever called and has no car here yet has no address either.
  const booked = (await withCars(db, rows.slice(0, MOST))).filter((l) => l.caller === null);
  const visits = booked.map(
    ({ booking: b, jobs, name, plate }): About => ({
      of: `visit/${b.id}/${b.startAt.toISOString()}`,
      kind: 'visit',
      visitId: b.visitId,
      vehicleId: jobs[0]?.vehicleId ?? '',
      car: name,
      plate,
      when: reads(zone, b.startAt.getTime(), 'EEEE d MMMM, HH:mm'),
      what: b.kind === 'recheck' ? 'the recheck' : 'the work',
      place: names.get(b.placeId) ?? '',
    }),
  );
  const links = (await unbookedRechecks(db, new Date(now), MOST, new Date(now))).map(
    ({ link, job, name, plate }): About => {
      const late = link.dueTo.getTime() < now;
      return {
        of: `${late ? 'overdue' : 'recheck'}/${link.id}/${link.dueTo.toISOString()}`,
        kind: late ? 'overdue' : 'recheck',
        visitId: job.visitId,
        vehicleId: job.vehicleId,
        car: name,
        plate,
        when: `${late ? 'was due' : 'due'} by ${reads(zone, link.dueTo.getTime(), 'EEEE d MMMM')}`,
        what: RECHECK_LABEL[link.kind].toLowerCase(),
        place: '',
      };
    },
  );
  return [...links, ...visits];
}

/** What owners are to be told now and were not yet. A car without an address is left out and counted. */
export async function dueReminders(now = Date.now()): Promise<{ due: DueReminder[]; noAddress: string[] }> {
  const { db } = await theStore();
  const all = await everythingDue(now);
  const written = await writtenOf(
    db,
    all.map((a) => a.of),
  );
  const { templates } = await shopTimeNow(db);
  const due: DueReminder[] = [];
  const noAddress = new Set<string>();
  const open = all.filter((x) => !written.has(x.of));
  const owners = await contactsOf(
    db,
    open.map((a) => a.vehicleId),
  );
  for (const a of open) {
    const whose = owners.get(a.vehicleId);
    if (!whose || whose.email === '') {
      noAddress.add(`${a.car} ${a.plate}`);
      continue;
    }
    const words = {
      name: whose.name || 'customer',
      car: a.car,
      plate: a.plate,
      when: a.when,
      what: a.what,
      place: a.place,
    };
    const { subject, text } = filled(templates[a.kind] ?? USUAL_TEMPLATE[a.kind], words);
    due.push({
      of: a.of,
      kind: a.kind,
      label: REMINDER_LABEL[a.kind],
      visitId: a.visitId,
      title: `${a.car} ${a.plate}`,
      to: whose.email,
      subject,
      text,
    });
  }
  return { due, noAddress: [...noAddress] };
}

/**
 * Writes what is due into the outbox folder, a file each, and notes it on its visit. What was written already is not
 * written again, whoever asks at the same time. @returns how many were written
 */
export async function writeReminders(ofs: readonly string[], by: string, now = Date.now()): Promise<number> {
  const { db, folder } = await theStore();
  const wanted = new Set(ofs);
  const outbox = join(folder, 'outbox');
  await mkdir(outbox, { recursive: true });
  const at = new Date(now);
  let written = 0;
  for (const r of (await dueReminders(now)).due.filter((d) => wanted.has(d.of))) {
    const id = newId();
    const file = `${at.toISOString().slice(0, 10)}-${r.kind}-${id}.eml`;
    const message = await emlOf({ from: FROM, to: r.to, subject: r.subject, text: r.text, at, id });
    const noted = await db.transaction(async (tx) => {
      const note = { visitId: r.visitId, kind: r.kind, of: r.of, to: r.to, subject: r.subject, file };
      if (!(await noteReminder(tx, note, by, at))) return false;
      // Within the transaction: a file that could not be written is not noted as one. Its name is nobody else's.
      await writeFile(join(outbox, file), message);
      return true;
    });
    if (noted) written += 1;
  }
  return written;
}

/** What was written for a visit, and when, worded. */
export async function remindersLines(visitId: string): Promise<string[]> {
  const { db } = await theStore();
  const { zone } = await shopTimeNow(db);
  return (await remindersOf(db, visitId)).map(
    (r) => `${reads(zone, r.at.getTime(), 'd MMM HH:mm')}, ${r.by}: “${r.subject}” to ${r.to}`,
  );
}

/** What was written last, for the page of reminders. */
export async function writtenLast() {
  const { db, folder } = await theStore();
  const { zone } = await shopTimeNow(db);
  const lines = (await lastReminders(db, 20)).map((r) => ({
    id: r.id,
    subject: r.subject,
    to: r.to,
    file: r.file,
    when: `${reads(zone, r.at.getTime(), 'd MMM yyyy HH:mm')}, ${r.by}`,
  }));
  return { folder: join(folder, 'outbox'), lines };
}

/** Templates as they stand, each with its usual text where the shop wrote none. */
export async function templatesNow(): Promise<{ kind: ReminderKind; label: string; text: string }[]> {
  const { templates } = await shopTimeNow((await theStore()).db);
  return REMINDER_KINDS.map((kind) => ({
    kind,
    label: REMINDER_LABEL[kind],
    text: templates[kind] ?? USUAL_TEMPLATE[kind],
  }));
}

/** Keeps the text of a kind of reminder; empty takes the usual one again. @throws InputError, NotFoundError */
export async function keepTemplate(kind: string, typed: string, { name: by, personId }: Actor): Promise<void> {
  await leadOnly('reminder-text', personId);
  const known = REMINDER_KINDS.find((k) => k === kind);
  if (!known) throw new NotFoundError('This reminder');
  const { db } = await theStore();
  const { [known]: _, ...others } = (await shopTimeNow(db)).templates;
  const templates = typed.trim() === '' ? others : { ...others, [known]: readTemplate(typed) };
  await db.transaction((tx) => setShopTime(tx, { templates }, by, new Date()));
}

/** Whom a car belongs to, how they are reached, and how far it goes in a day, as typed. */
export interface ContactTyped {
  readonly name: string;
  readonly phone: string;
  readonly email: string;
  readonly kmADay: string;
}

/** What is known of whom a car belongs to. */
export async function contactTyped(vehicleId: string): Promise<ContactTyped> {
  const c = await contactOf((await theStore()).db, vehicleId);
  return {
    name: c?.name ?? '',
    phone: c?.phone ?? '',
    email: c?.email ?? '',
    kmADay: c?.kmADay == null ? '' : String(c.kmADay),
  };
}

/** Keeps whom a car belongs to, as typed. @throws InputError, NotFoundError */
export async function keepContactTyped(vehicleId: string, typed: ContactTyped, by: string): Promise<void> {
  const email = readAddress(typed.email);
  const phone = readPhone(typed.phone);
  const text = typed.kmADay.trim().replace(',', '.');
  const km = text === '' ? null : Number(text);
  if (km !== null && !(km >= 1 && km <= 1500))
    throw new InputError(
      'Kilometres a day',
      typed.kmADay.slice(0, 20),
      'is no distance of a day.',
      'Enter 1 to 1500 km, or leave it empty.',
    );
  const name = typed.name.trim();
  if (name.length > 80) throw new InputError('Owner', name.slice(0, 20), 'is longer than 80 letters.', 'Enter a name.');
  const { db } = await theStore();
  await loadVehicle(db, vehicleId);
  await db.transaction((tx) => keepContact(tx, vehicleId, { name, phone, email, kmADay: km }, by, new Date()));
}
