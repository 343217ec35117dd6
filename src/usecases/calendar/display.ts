import 'server-only';
import { AXLE_LABEL, CORNER_LABEL } from '@/core/document/labels';
import { CLOCK_LABEL } from '@/core/procedure/clocks';
import { trouble } from '@/core/procedure/troubles';
import { workOrder } from '@/core/procedure/workOrder';
import { faceNumber } from '@/core/torque/log';
import { formatTorque, type UnitSystem } from '@/core/units/format';
import { boardOf } from '@/store/board';
import { theStore } from '@/store/connection';
import { NotFoundError } from '@/store/errors';
import { type JobWhole, loadJob } from '@/store/jobs';
import { resources } from '@/store/resources';
import { shopTimeNow } from '@/store/shopTime';
import { jobsOfVisit } from '@/store/visits';
import { bayOf, doneOf, jointsOf, specOf, stepsNow } from '../fit/card';
import { STAGE_VIEWS } from '../job/stages';
import { type Bar, calendarView } from './day';
import { reads } from './zone';

/** A wait that runs at the car. */
export interface DisplayClock {
  readonly label: string;
  /** ms at which it is over; null where this machine’s clock is before its start. */
  readonly until: number | null;
}

/** What a bay’s wall shows: the visit that runs, its step, the figure, the clocks. */
export interface BayDisplay {
  readonly place: string;
  readonly now: number;
  readonly time: string;
  readonly visit: {
    readonly title: string;
    readonly plate: string;
    readonly until: string;
    readonly state: string;
    readonly late: boolean;
    readonly where: string;
    readonly step: string;
    readonly figure: string | null;
    readonly beside: string;
    readonly clocks: readonly DisplayClock[];
    readonly troubles: readonly string[];
  } | null;
  readonly next: { readonly title: string; readonly when: string; readonly who: string } | null;
  /** Visits that were begun and are booked nowhere today. */
  readonly unbooked: readonly string[];
}

const PASS_WORD: Readonly<Record<string, string>> = {
  snug: 'Snug, in the air',
  lower: 'Lower until the tyre just touches',
  middle: 'Middle pass',
  final: 'Final pass',
  verify: 'Verify pass',
};
const JOINT_WORD = { hub: 'studs in the hub', adapter: 'adapter', wheel: 'wheel' } as const;

/** What the wall of a bay shows. @throws NotFoundError where there is no such place */
export async function bayDisplay(id: string, units: UnitSystem, now = Date.now()): Promise<BayDisplay> {
  const { db } = await theStore();
  const all = await resources(db);
  const place = all.find((r) => r.id === id && (r.kind === 'bay' || r.kind === 'mobile'));
  if (!place) throw new NotFoundError('This bay');
  const { zone } = await shopTimeNow(db);
  const view = await calendarView(null, 1, now);
  const bars = (view.days[0]?.bars ?? []).filter((b) => b.placeId === id && b.state !== 'done');
  const begun = bars.find((b) => b.state === 'running' || b.state === 'late' || b.state === 'paused');
  const here = begun ?? bars.find((b) => b.from <= now && b.reaches >= now) ?? null;
  const after = bars.find((b) => b.from > now && b.id !== here?.id) ?? null;
  const nameOf = (who: string | null): string => all.find((r) => r.id === who)?.name ?? '';
  const wholes = here ? await Promise.all((await jobsOfVisit(db, here.visitId)).map((j) => loadJob(db, j.id))) : [];
  const open = wholes.filter((w) => w.job.signedAt === null);
  const doing = open.find((w) => w.job.stage === 'fit' || w.job.stage === 'torque') ?? open[0] ?? null;
  return {
    place: place.name,
    now,
    time: reads(zone, now, 'HH:mm'),
    visit: here && {
      title: here.title,
      plate: here.plate,
      until: reads(zone, here.to, 'HH:mm'),
      state: here.stateText,
      late: here.state === 'late' || here.state === 'not begun',
      ...(doing ? whatIsDone(doing, units, now) : { where: '', step: here.about, figure: null, beside: '' }),
      clocks: open.flatMap((w) => clocksOf(w, now)),
      troubles: open.flatMap((w) =>
        bayOf(w, now)
          .troubles.filter((t) => t.settled === null)
          .map((t) => `${trouble(t.what).title}, ${CORNER_LABEL[t.corner]}`),
      ),
    },
    next: after && {
      title: `${after.title} ${after.plate}`,
      when: reads(zone, after.from, 'HH:mm'),
      who: nameOf(after.whoId),
    },
    unbooked: await begunUnbooked(view.days[0]?.bars ?? []),
  };
}

/** Cars that somebody works on without a booking today: axle and stage, the one that was worked on last first. */
async function begunUnbooked(today: readonly Pick<Bar, 'visitId' | 'state'>[]): Promise<string[]> {
  const booked = new Set(today.filter((b) => b.state !== 'done').map((b) => b.visitId));
  const lines = (await boardOf((await theStore()).db))
    .filter((s) => s.stage === 'fit' || s.stage === 'torque')
    .flatMap((s) => s.lines)
    .filter((l) => !booked.has(l.job.visitId));
  return lines
    .sort((a, b) => b.job.updatedAt.getTime() - a.job.updatedAt.getTime())
    .map(
      ({ vehicleName, plate, job }) =>
        `${vehicleName} ${plate}: ${AXLE_LABEL[job.axle].toLowerCase()}, ${job.stage === 'fit' ? 'fitting' : 'torque'}`,
    );
}

const clocksOf = (whole: JobWhole, now: number): DisplayClock[] =>
  bayOf(whole, now)
    .clocks.filter((c) => c.waived === null && c.state.is !== 'over')
    .map((c) => ({
      label: `${CLOCK_LABEL[c.kind]}, ${CORNER_LABEL[c.corner]}`,
      until: c.state.is === 'running' ? c.state.until : null,
    }));

/** Where the work stands, in as few words as are read from across the bay. */
function whatIsDone(
  whole: JobWhole,
  units: UnitSystem,
  now: number,
): { where: string; step: string; figure: string | null; beside: string } {
  const axle = AXLE_LABEL[whole.job.axle];
  if (whole.job.stage === 'torque') return torqueNow(whole, units);
  if (whole.job.stage !== 'fit') {
    const next = STAGE_VIEWS.find((s) => s.stage === whole.job.stage)?.next ?? '';
    return { where: axle, step: next, figure: null, beside: '' };
  }
  const order = workOrder(stepsNow(whole, 'fit', units), bayOf(whole, now).lift ?? 'corner');
  const step = order.find((s) => doneOf(whole, s) === null);
  if (!step) return { where: axle, step: 'The card is through: torque next', figure: null, beside: '' };
  const { card } = step;
  const joint = card?.round;
  return {
    where: card ? CORNER_LABEL[card.corner] : axle,
    step: card?.title ?? step.text,
    figure: joint ? figureOf(whole, joint, units) : null,
    beside: step.caution ?? card?.tool ?? '',
  };
}

function figureOf(whole: JobWhole, joint: 'hub' | 'adapter' | 'wheel', units: UnitSystem): string | null {
  if (joint === 'hub' && bayOf(whole, 0).hub === null) return null;
  try {
    return formatTorque(specOf(whole, joint).target, units);
  } catch {
    // A figure that nobody has read yet stands nowhere.
    return null;
  }
}

function torqueNow(whole: JobWhole, units: UnitSystem) {
  const open = jointsOf(whole).find((j) => !j.state.complete);
  if (!open)
    return { where: AXLE_LABEL[whole.job.axle], step: 'Every wheel is verified: sign off', figure: null, beside: '' };
  const { corner, joint, state } = open;
  const lug = state.next === null ? '' : `, lug ${faceNumber(state.order, state.next)}`;
  return {
    where: CORNER_LABEL[corner],
    step: `${PASS_WORD[state.pass ?? ''] ?? ''}${lug}`,
    figure: state.pass === 'snug' || state.pass === 'lower' ? null : figureOf(whole, joint, units),
    beside: JOINT_WORD[joint],
  };
}
