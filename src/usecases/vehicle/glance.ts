import 'server-only';
import { format } from 'date-fns';
import { sidesOf } from '@/core/document/axles';
import { AXLE_LABEL } from '@/core/document/labels';
import { type Corner, ENDS } from '@/core/document/vocabulary';
import { groupBy } from '@/core/groupBy';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { theStore } from '@/store/connection';
import { openJobsOf, rechecksDueOf, spacersOn } from '@/store/glance';
import { STAGE_VIEWS } from '../job/stages';

/** A car in a list: what is on it, what is under way, and what is due next. */
export interface Glance {
  readonly on: string;
  readonly begun: string | null;
  readonly due: { readonly text: string; readonly late: boolean } | null;
}

type SpacerAt = (corner: Corner) => number | null | undefined;

/** “Front 15.0 mm, rear none”; each side where they differ. */
export function spacersText(at: SpacerAt, units: UnitSystem): string {
  const one = (mm: number | null | undefined): string =>
    mm === null || mm === undefined ? 'not known' : mm === 0 ? 'none' : formatLength(mm, units);
  const ends = ENDS.map((end) => {
    const [left, right] = sidesOf(end).map((c) => one(at(c)));
    return `${end} ${left === right ? left : `${left} left, ${right} right`}`;
  });
  return `Spacers: ${ends.join('; ')}`;
}

/** What a list says of some cars, by their id. @param now from when a recheck is late */
export async function glanceOf(
  vehicleIds: readonly string[],
  units: UnitSystem,
  now = new Date(),
): Promise<ReadonlyMap<string, Glance>> {
  if (vehicleIds.length === 0) return new Map();
  const { db } = await theStore();
  const on = groupBy(await spacersOn(db, vehicleIds), (f) => f.vehicleId);
  const jobs = groupBy(await openJobsOf(db, vehicleIds), (j) => j.vehicleId);
  const due = groupBy(await rechecksDueOf(db, vehicleIds), (r) => r.vehicleId);
  return new Map(
    vehicleIds.map((id): [string, Glance] => {
      const here = on.get(id) ?? [];
      const begun = (jobs.get(id) ?? []).map((j) => {
        const stage = STAGE_VIEWS.find((s) => s.stage === j.stage)?.label.toLowerCase() ?? j.stage;
        return `${AXLE_LABEL[j.axle]}: ${j.held === null ? stage : 'on hold'}`;
      });
      const next = (due.get(id) ?? [])[0];
      const late = next !== undefined && next.dueTo.getTime() < now.getTime();
      return [
        id,
        {
          on: spacersText((c) => here.find((f) => f.corner === c)?.plateMm, units),
          begun: begun.length === 0 ? null : begun.join(', '),
          due: next
            ? { text: `Recheck ${late ? 'overdue, was due' : 'due'} ${format(next.dueFrom, 'd MMM yyyy')}`, late }
            : null,
        },
      ];
    }),
  );
}
