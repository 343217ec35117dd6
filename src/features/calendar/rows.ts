import type { Bar, Row } from '@/usecases/calendar/day';
import type { By } from './Calendar';

/** Rows of a ruler: places, or people and what nobody has been named for. */
export function rowsOf(rows: readonly Row[], by: By): readonly { readonly id: string | null; readonly name: string }[] {
  if (by === 'place') return rows.filter((r) => r.kind === 'bay' || r.kind === 'mobile');
  return [...rows.filter((r) => r.kind === 'person'), { id: null, name: 'No person named' }];
}

/**
 * Whether a booking stands in a row: one of somebody who is not on the calendar any more stands with what nobody is
 * named for.
 */
export function inRow(bar: Bar, row: string | null, rows: readonly Row[], by: By): boolean {
  if (by === 'place') return bar.placeId === row;
  return bar.whoId === row || (row === null && !rows.some((r) => r.id === bar.whoId));
}

/** The other one of place and person, for what stands in a bar. */
export const otherName = (bar: Bar, rows: readonly Row[], by: By): string => {
  const id = by === 'place' ? bar.whoId : bar.placeId;
  const things = bar.things.flatMap((t) => rows.find((r) => r.id === t)?.name ?? []);
  return [rows.find((r) => r.id === id)?.name ?? '', ...things].filter((x) => x !== '').join(', ');
};
