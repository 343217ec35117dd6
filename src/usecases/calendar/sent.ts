import type { Bar, CalendarView, DayRuler, Row } from './day';

/** What most bookings have alike, and so is not sent. */
const USUAL = {
  version: 1,
  kind: 'visit',
  recheckId: null,
  tooLate: null,
  notes: [],
  cureHours: null,
  cureWhy: '',
  why: '',
} as const satisfies Partial<Bar>;

/** A place, person or thing by its number among the rows; itself where it is none of them. */
type InRows = number | string;

type Rare = Partial<
  Omit<
    Bar,
    'id' | 'visitId' | 'title' | 'plate' | 'about' | 'from' | 'to' | 'when' | 'state' | 'placeId' | 'whoId' | 'things'
  > & { readonly whoId: InRows; readonly things: readonly InRows[] }
>;

/** A booking on its way to the page: a week of a shop has more than a hundred, and each is in the page twice. */
export type SentBar = readonly [
  id: string,
  visitId: string,
  title: string,
  plate: string,
  about: string,
  place: InRows,
  from: number,
  to: number,
  when: string,
  state: Bar['state'],
  stateText: string,
  /** What stands behind its visit in its address; the whole address where it begins otherwise. */
  goes: string,
  rare: Rare | null,
];

export type SentView = Omit<CalendarView, 'days'> & {
  readonly days: readonly (Omit<DayRuler, 'bars'> & { readonly bars: readonly SentBar[] })[];
};

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
const homeOf = (visitId: string): string => `/jobs/${visitId}/`;
const whole = (from: number, to: number) => [{ what: 'work' as const, from, to }];

function sentBar(b: Bar, rows: readonly Row[]): SentBar {
  const { id, visitId, title, plate, about, placeId, whoId, things, from, to, when, state, stateText, href, ...rest } =
    b;
  const inRows = (one: string): InRows => {
    const at = rows.findIndex((r) => r.id === one);
    return at < 0 ? one : at;
  };
  const usual = { ...USUAL, reaches: to, stretches: whole(from, to) };
  const rare = Object.fromEntries(
    Object.entries(rest).filter(([key, value]) => !same(value, usual[key as keyof typeof rest])),
  );
  const goes = href.startsWith(homeOf(visitId)) ? href.slice(homeOf(visitId).length) : href;
  const hands = {
    ...(whoId === null ? {} : { whoId: inRows(whoId) }),
    ...(things.length === 0 ? {} : { things: things.map(inRows) }),
  };
  const all: Rare = { ...rare, ...hands };
  const some = Object.keys(all).length > 0 ? all : null;
  return [id, visitId, title, plate, about, inRows(placeId), from, to, when, state, stateText, goes, some];
}

function barSent(s: SentBar, rows: readonly Row[]): Bar {
  const [id, visitId, title, plate, about, place, from, to, when, state, stateText, goes, rare] = s;
  const outOf = (one: InRows): string => (typeof one === 'number' ? (rows[one]?.id ?? '') : one);
  const { whoId, things = [], ...others } = rare ?? {};
  const hands = { whoId: whoId === undefined ? null : outOf(whoId), things: things.map(outOf) };
  const href = goes.startsWith('/') ? goes : homeOf(visitId) + goes;
  const own = { id, visitId, title, plate, about, placeId: outOf(place), from, to, when, state, stateText, href };
  return { ...USUAL, reaches: to, stretches: whole(from, to), ...own, ...others, ...hands };
}

/** A calendar as it is sent to the page. */
export const sentView = (view: CalendarView): SentView => ({
  ...view,
  days: view.days.map((d) => ({ ...d, bars: d.bars.map((b) => sentBar(b, view.rows)) })),
});

/** The calendar that was sent. */
export const viewSent = (sent: SentView): CalendarView => ({
  ...sent,
  days: sent.days.map((d) => ({ ...d, bars: d.bars.map((b) => barSent(b, sent.rows)) })),
});
