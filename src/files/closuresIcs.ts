import ICAL from 'ical.js';

/** A closure as a calendar file has it; moments in ms, and whole days by their names, which have no zone. */
export interface IcsClosure {
  readonly uid: string;
  readonly title: string;
  readonly from: number | { readonly day: string };
  readonly to: number | { readonly day: string };
}

export interface IcsRead {
  readonly closures: readonly IcsClosure[];
  /** What could not be read, with the line its event begins on. */
  readonly bad: readonly { readonly line: number; readonly why: string }[];
}

/** As many times is one that comes again put down. */
const MOST_TIMES = 200;
const MOST_EVENTS = 20_000;
const MOST_BAD = 200;

/** The lines of each event with the line it begins on, and the blocks of time zones before them. */
function blocksOf(text: string): { events: { line: number; text: string; whole: boolean }[]; zones: string[] } {
  const events: { line: number; text: string; whole: boolean }[] = [];
  const zones: string[] = [];
  let open: { name: string; line: number; lines: string[] } | null = null;
  const lines = text.split(/\r\n|\n|\r/);
  for (const [i, line] of lines.entries()) {
    const name = /^BEGIN:(VEVENT|VTIMEZONE)\s*$/i.exec(line)?.[1]?.toUpperCase();
    if (name) {
      // An event that never ended is one that is broken, and does not swallow the next.
      if (open?.name === 'VEVENT') events.push({ line: open.line, text: open.lines.join('\r\n'), whole: false });
      open = { name, line: i + 1, lines: [line] };
      continue;
    }
    open?.lines.push(line);
    if (open && new RegExp(`^END:${open.name}\\s*$`, 'i').test(line)) {
      if (open.name === 'VEVENT') events.push({ line: open.line, text: open.lines.join('\r\n'), whole: true });
      else zones.push(open.lines.join('\r\n'));
      open = null;
    }
  }
  if (open?.name === 'VEVENT') events.push({ line: open.line, text: open.lines.join('\r\n'), whole: false });
  return { events, zones };
}

/** Time zones of the file, and those that it names only, by the rules this machine has for them. */
type InZone = (zone: string, local: string) => number | null;

function momentOf(
  t: ICAL.Time,
  zones: ReadonlyMap<string, ICAL.Timezone>,
  tzid: string | null,
  inZone: InZone,
): number {
  if (tzid !== null && t.zone !== ICAL.Timezone.utcTimezone) {
    const own = zones.get(tzid);
    if (own) {
      const copy = t.clone();
      copy.zone = own;
      return copy.toUnixTime() * 1000;
    }
    const at = inZone(tzid, t.toString().slice(0, 16));
    if (at === null) throw new Error(`its zone “${tzid.slice(0, 40)}” is not known`);
    return at;
  }
  if (t.zone === ICAL.Timezone.utcTimezone) return t.toUnixTime() * 1000;
  // A time without a zone is meant by the shop's own clock.
  const at = inZone('', t.toString().slice(0, 16));
  if (at === null) throw new Error('its time is none that the clock shows');
  return at;
}

/**
 * Closures out of an iCalendar file (RFC 5545): events with their times, whole days, and those that come again up to
 * `until`. An event that cannot be read is listed with its line, and the others are read all the same.
 * @param text the whole file @param until ms; what comes again after it is left out
 * @param inZone moment at which a zone’s clock reads so, the shop’s own for ''; null where none does
 */
export async function readClosures(text: string, until: number, inZone: InZone): Promise<IcsRead> {
  const { events, zones: zoneTexts } = blocksOf(text);
  const zones = new Map<string, ICAL.Timezone>();
  const bad: { line: number; why: string }[] = [];
  for (const z of zoneTexts) {
    try {
      const zone = new ICAL.Timezone(new ICAL.Component(ICAL.parse(z)));
      if (zone.tzid) zones.set(zone.tzid, zone);
    } catch {
      // An event of a zone that cannot be read says so itself.
    }
  }
  const closures: IcsClosure[] = [];
  for (const [i, e] of events.entries()) {
    // Somebody else's request is answered in between.
    if (i % 250 === 249) await new Promise((go) => setImmediate(go));
    try {
      if (!e.whole) throw new Error('it has no end');
      if (closures.length >= MOST_EVENTS) throw new Error(`more than ${MOST_EVENTS} events are in the file`);
      closures.push(...closuresOf(e.text, until, (t, tzid) => momentOf(t, zones, tzid, inZone)));
    } catch (error) {
      if (bad.length < MOST_BAD) bad.push({ line: e.line, why: whyOf(error) });
    }
  }
  return { closures, bad };
}

const whyOf = (error: unknown): string => {
  const said = error instanceof Error ? error.message : '';
  return /^(its|it|more) /.test(said) ? said : 'it is not written as a calendar has it';
};

function closuresOf(text: string, until: number, moment: (t: ICAL.Time, tzid: string | null) => number): IcsClosure[] {
  const event = new ICAL.Event(new ICAL.Component(ICAL.parse(text)));
  const start = event.startDate;
  if (!start) throw new Error('it has no beginning');
  const uid = event.uid ?? '';
  if (uid === '') throw new Error('it has no UID');
  const tzid = tzidOf(event, 'dtstart');
  const endZone = tzidOf(event, 'dtend') ?? tzid;
  const title = (event.summary ?? '').trim().slice(0, 120) || 'Closed';
  const one = (from: ICAL.Time, to: ICAL.Time, key: string): IcsClosure => {
    if (from.isDate) {
      const [a, b] = [from.toString().slice(0, 10), to.toString().slice(0, 10)];
      if (b < a) throw new Error('it ends before it begins');
      return { uid: key, title, from: { day: a }, to: { day: b === a ? nextDay(from) : b } };
    }
    const [a, b] = [moment(from, tzid), moment(to, endZone)];
    if (!(b > a)) throw new Error('it ends before it begins');
    return { uid: key, title, from: a, to: b };
  };
  if (!event.isRecurring()) return [one(start, event.endDate, uid)];
  const all: IcsClosure[] = [];
  const times = event.iterator();
  for (let next = times.next(); next && all.length < MOST_TIMES; next = times.next()) {
    const { startDate, endDate } = event.getOccurrenceDetails(next);
    if (startDate.toUnixTime() * 1000 > until) break;
    all.push(one(startDate, endDate, `${uid}/${startDate.toString()}`));
  }
  return all;
}

const tzidOf = (event: ICAL.Event, property: string): string | null => {
  const p = event.component.getFirstProperty(property);
  const tzid = p?.getParameter('tzid');
  return typeof tzid === 'string' ? tzid : null;
};

function nextDay(t: ICAL.Time): string {
  const copy = t.clone();
  copy.adjust(1, 0, 0, 0);
  return copy.toString().slice(0, 10);
}
