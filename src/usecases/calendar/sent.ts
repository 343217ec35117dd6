import type { Bar, CalendarView, DayRuler, Row } from './day';

/** What most bookings have alike, and so is not sent. */
const USUAL = {
  version: 1,
  kind: 'visit',
  recheckId: null,
  whoId: null,
  things: [],
  tooLate: null,
  notes: [],
  cureHours: null,
  cureWhy: '',
  why: '',
} as const satisfies Partial<Bar>;

type Rare = Partial<
  Omit<Bar, 'id' | 'visitId' | 'title' | 'plate' | 'about' | 'from' | 'to' | 'when' | 'state' | 'placeId'>
>;

/** A booking on its way to the page: a week of a shop has more than a hundred, and each is in the page twice. */
export type SentBar = readonly [
  id: string,
  visitId: string,
  title: string,
  plate: string,
  about: string,
  /** Place among the rows; itself where it is none of them. */
  place: number | string,
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
  const { id, visitId, title, plate, about, placeId, from, to, when, state, stateText, href, ...rest } = b;
  const usual = { ...USUAL, reaches: to, stretches: whole(from, to) };
  const rare = Object.fromEntries(
    Object.entries(rest).filter(([key, value]) => !same(value, usual[key as keyof typeof rest])),
  );
  const at = rows.findIndex((r) => r.id === placeId);
  const goes = href.startsWith(homeOf(visitId)) ? href.slice(homeOf(visitId).length) : href;
  const some = Object.keys(rare).length > 0 ? (rare as Rare) : null;
  return [id, visitId, title, plate, about, at < 0 ? placeId : at, from, to, when, state, stateText, goes, some];
}

function barSent(s: SentBar, rows: readonly Row[]): Bar {
  const [id, visitId, title, plate, about, place, from, to, when, state, stateText, goes, rare] = s;
  const placeId = typeof place === 'number' ? (rows[place]?.id ?? '') : place;
  const href = goes.startsWith('/') ? goes : homeOf(visitId) + goes;
  const own = { id, visitId, title, plate, about, placeId, from, to, when, state, stateText, href };
  return { ...USUAL, reaches: to, stretches: whole(from, to), ...own, ...rare };
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
