import 'server-only';
import { cache } from 'react';
import { cornersOf, endOf, isMeant } from '@/core/document/axles';
import { PRESENT, plainSpacer } from '@/core/document/blank';
import type { Corner, Spacer } from '@/core/document/document';
import { wheelTorque } from '@/core/document/hardware';
import { axleInSentence, CORNER_LABEL } from '@/core/document/labels';
import { ADDS_NOTHING, type Axle, type JobType } from '@/core/document/vocabulary';
import { openTroubles } from '@/core/procedure/bay';
import type { Carried } from '@/core/quick/carried';
import type { Joint } from '@/core/torque/log';
import { type Executor, theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { fittedNow } from '@/store/fitted';
import { hubBefore, hubNow } from '@/store/hubs';
import { addJob, type JobWhole, justOpened, loadJob, loadOthers, saveDraft } from '@/store/jobs';
import { rememberRecheck } from '@/store/pastWork';
import { freezePlan } from '@/store/plans';
import { endRecheck } from '@/store/rechecks';
import type { ChoiceDraft, JobRow } from '@/store/schema';
import { appendEntry, type EntryInput } from '@/store/torque';
import { loadVehicle } from '@/store/vehicles';
import { jobsOfVisit } from '@/store/visits';
import { callerHere } from '../calendar/callers';
import { bayOf, cornerWaits, heldBack, openHolds, openRounds, type StepStage, specOf, stepsNow } from '../fit/card';
import { afterLink, notTooEarly } from '../record/signing';
import { onlyLead } from '../roles';
import { judgedPull, torqueEvent } from '../torque/torqueEvents';
import { mayPull } from '../torque/wrenches';
import { advance } from './advance';
import { beginWith } from './carried';
import { asOfToday } from './jobPlan';
import { lastStanding, openLink, recheckedSince, wheelStatesSigned } from './joints';
import { planOf, soundPlan } from './soundPlan';
import { barOf, isRetorque } from './standing';

export type { ChoiceDraft };

/** Loads a job from the running store. @throws NotFoundError */
export const jobById = cache(async (id: string): Promise<JobWhole> => loadJob((await theStore()).db, id));

/** The other jobs of the same visit: the other axle, or sides of an axle that are held differently. */
export const othersOfJob = cache(
  async (whole: JobWhole): Promise<JobWhole[]> => loadOthers((await theStore()).db, whole),
);

export interface NewJob {
  readonly vehicleId: string;
  readonly wheelSetId: string;
  /** An axle whose sides are held differently gets a job for each of them. */
  readonly axle: Axle | 'both';
  readonly wish: JobRow['wish'];
  readonly use: JobRow['use'];
  /** Studs come out again: the job stands on the hub as it took bolts. */
  readonly studsOut?: boolean | undefined;
  /**
   * What is planned between hub and wheel, roughly; left out, nothing is decided. It says what is asked, and the bench
   * begins with it; where its size is open, with nothing on and its kind named.
   */
  readonly planned?: { readonly kind: Spacer['kind']; readonly size: number | null } | undefined;
  /** Who called for it before the car was here: what was booked for them is booked for this visit. */
  readonly callId?: string | undefined;
  /** Figures of a quick answer that it begins with, and where those of one corner were taken. */
  readonly carried?: { readonly figures: Carried; readonly corner: Corner } | undefined;
}

/**
 * Opens a job on a vehicle, or one for each axle in one visit. @returns the id of the first @throws NotFoundError,
 * RefusedError
 */
export async function openJob(
  { vehicleId, wheelSetId, axle, wish, use, studsOut, planned, callId, carried }: NewJob,
  by: string,
): Promise<string> {
  const { db } = await theStore();
  return db.transaction(async (tx) => {
    const { wheelSets, hubs } = await loadVehicle(tx, vehicleId);
    if (!wheelSets.some((w) => w.id === wheelSetId))
      throw new RefusedError('These wheels are not of this vehicle. Pick one of its own sets.');
    const at = new Date();
    const places = placesOf(hubs, axle);
    const [first] = places;
    if (first === undefined) throw new RefusedError(notByItself(axle as Axle));
    const pressed = await justOpened(tx, { vehicleId, wheelSetId, axle: first, wish, use }, by, at);
    if (pressed !== null && (await jobsOfVisit(tx, pressed.visitId)).length === places.length) return pressed.id;
    const onHub = async (of: Axle) =>
      studsOut === true && wish === 'take-off' ? { axleHubId: await hubWithBolts(tx, vehicleId, of) } : {};
    const of = { vehicleId, wheelSetId, wish, use };
    const opened = new Map<Axle, string>();
    for (const place of places) {
      const [visitId] = opened.values();
      const visit = visitId === undefined ? {} : { visitId };
      opened.set(place, await addJob(tx, { ...of, ...visit, axle: place, ...(await onHub(place)) }, by, at));
    }
    const id = opened.get(first) as string;
    for (const jobId of opened.values()) await beginAsItStands(tx, jobId, at, planned);
    if (callId) await callerHere(tx, callId, { visitId: id, vehicleId }, by, at);
    if (carried) {
      const on = places.find((p) => cornersOf(p).includes(carried.corner));
      if (on === undefined)
        throw new RefusedError(
          `The figures were taken at the ${CORNER_LABEL[carried.corner]}; this job is ${places.map(axleInSentence).join(' and ')}.`,
        );
      const hub = hubs.find((h) => h.axle === on);
      await beginWith(tx, opened.get(on) as string, { ...carried, fastening: hub?.fastening ?? 'bolt' }, by, at);
    }
    return id;
  });
}

/** What jobs are opened for: each hub of the car that is meant, which is one for an axle unless its sides differ. */
const placesOf = (hubs: readonly { readonly axle: Axle }[], meant: Axle | 'both'): Axle[] =>
  hubs.map((h) => h.axle).filter((a) => isMeant(a, meant));

/**
 * The bench begins with what is planned, else with what is on the car: its spacer where it has one. Where spacers come
 * off none is chosen, on the original fasteners where others are on and the original ones were recorded.
 */
async function beginAsItStands(tx: Executor, jobId: string, at: Date, planned?: NewJob['planned']): Promise<void> {
  const { job, vehicle, hubs } = await loadJob(tx, jobId);
  const adds = !ADDS_NOTHING.has(job.wish as JobType);
  const begin = (spacer: Spacer) => saveDraft(tx, jobId, job.version, { spacer, fastener: PRESENT }, at);
  if (planned && planned.size !== null && adds)
    return void (await begin({ ...plainSpacer(planned.size), kind: planned.kind }));
  const on = job.wish === 'take-off' ? [] : await fittedNow(tx, vehicle.id);
  const [left, right] = cornersOf(job.axle).map((c) => on.find((f) => f.corner === c));
  const mm = left?.plateMm ?? 0;
  const spacer = left?.plate ?? plainSpacer(mm);
  const hub = hubs.find((h) => h.axle === job.axle);
  const back =
    job.wish === 'take-off' && hub?.hardware === 'other' && hub.fastening === 'bolt' && hub.original !== null;
  const fastener = back ? ({ kind: 'original' } as const) : PRESENT;
  if (adds && mm === 0 && !right?.plateMm) {
    // A bare car begins so without being told; of a size that is open the kind stands there.
    if (planned && planned.kind !== 'plain') await begin({ ...plainSpacer(0), kind: planned.kind });
    return;
  }
  const rightSpacer = right?.plateMm != null && right.plateMm !== mm ? { rightSpacer: right.plateMm } : {};
  await saveDraft(tx, jobId, job.version, { spacer, fastener, ...rightSpacer }, at);
}

/** The hub of an axle as it took bolts. @throws RefusedError where it never did, or does now */
async function hubWithBolts(tx: Executor, vehicleId: string, axle: Axle): Promise<string> {
  const before = await hubBefore(tx, vehicleId, axle);
  const now = await hubNow(tx, vehicleId, axle);
  if (!before || now?.fastening !== 'stud')
    throw new RefusedError(`No studs were put in at ${axleInSentence(axle)} here, so none come out.`);
  return before.id;
}

/**
 * Opens a job for another axle, or side of one, in the same visit, or finds the one that is there. @returns its id
 * @throws RefusedError where the car has no such axle by itself
 */
export async function openOtherAxle(jobId: string, axle: Axle, by: string): Promise<string> {
  const { db } = await theStore();
  return db.transaction(async (tx) => {
    const { job, others, hubs } = await loadJob(tx, jobId);
    const there = [job, ...others].find((j) => j.axle === axle);
    if (there) return there.id;
    if (!hubs.some((h) => h.axle === axle)) throw new RefusedError(notByItself(axle));
    const { vehicleId, wheelSetId, wish, use, visitId } = job;
    const at = new Date();
    const id = await addJob(tx, { vehicleId, wheelSetId, wish, use, visitId, axle }, by, at);
    await beginAsItStands(tx, id, at);
    return id;
  });
}

const notByItself = (axle: Axle): string =>
  `This car has no job for ${axleInSentence(axle)} by itself: ${axle === endOf(axle) ? 'its two sides are held differently' : 'both sides of that axle are held alike'}.`;

const nothing = { value: undefined };

/** The intake was read over at the car: measuring begins. */
export const startMeasuring = (jobId: string, by: string): Promise<void> =>
  advance({ jobId, event: 'start-measuring', by }, async () => nothing);

/** Measuring is over for now: the bench is next. A job that stands further along is only looked at there. */
export async function goChoose(jobId: string, by: string): Promise<void> {
  const { job } = await jobById(jobId);
  if (job.stage !== 'take-in' && job.stage !== 'measure') return;
  await advance({ jobId, event: 'go-choose', by }, async () => nothing);
}

/**
 * Takes readings that were added since into the plan in force, its choice unchanged: ticks and torque go on under it.
 * @throws RefusedError where the choice does not stand with them
 */
export function takeReadingsIn(jobId: string, by: string): Promise<void> {
  return advance({ jobId, event: 'take-readings-in', by }, async (tx, whole, at) => {
    const plan = planOf(whole);
    // What somebody accepted by name was accepted on the readings as they were then.
    const now = soundPlan({ ...(asOfToday(whole) ?? plan.document), leadSignOff: null });
    const [then, next] = [plan.document.hub, now.hub];
    if (
      wheelTorque(plan.document)?.value !== wheelTorque(now)?.value ||
      then.lugs !== next.lugs ||
      then.thread !== next.thread
    ) {
      throw new RefusedError(
        'Torque figure, lug count or thread changed, so what was torqued was torqued to something else. Approve the choice again.',
      );
    }
    await freezePlan(tx, jobId, now, by, at, plan.log);
    return nothing;
  });
}

/**
 * Moves a job from staging to fitting or from fitting to torque once every hold point is ticked. @throws RefusedError
 */
export function finishSteps(jobId: string, from: StepStage, by: string): Promise<void> {
  return advance({ jobId, event: from === 'stage' ? 'finish-kit' : 'finish-fit', by }, async (_, whole, at) => {
    planOf(whole);
    const lists: readonly StepStage[] = from === 'stage' ? ['stage'] : ['stage', 'fit'];
    const open = lists.flatMap((list) => openHolds(stepsNow(whole, list), whole));
    if (open.length > 0)
      throw new RefusedError(
        `${open.length} hold ${open.length === 1 ? 'point is' : 'points are'} still open: ${open[0]?.text}`,
      );
    if (from === 'stage') return nothing;
    const held = cornersOf(whole.job.axle).flatMap((c) => heldBack(whole, c, at.getTime()));
    const waits = [...openRounds(whole).map((b) => b.text), ...held][0];
    if (waits) throw new RefusedError(waits);
    return nothing;
  });
}

/**
 * Why a joint of a corner is not tightened now: a round that comes before it, locker that cures, trouble that is open.
 */
function tighteningWaits(whole: JobWhole, corner: Corner, joint: Joint, at: Date): string[] {
  const held = heldBack(whole, corner, at.getTime());
  // Curing locker holds the wheel back; its own studs, and an adapter on stock studs, are torqued before.
  if (joint !== 'wheel') return openTroubles(bayOf(whole, at.getTime()), corner).length > 0 ? held : [];
  return [...[...openRounds(whole, corner), ...cornerWaits(whole, corner)].map((b) => b.text), ...held];
}

/** A fastener that was pulled over stays by a lead’s word and reason. @throws RefusedError */
async function mayStay(tx: Executor, { note }: EntryInput, personId: string | null): Promise<void> {
  if ((note ?? '').trim() === '') throw new RefusedError('Say why that fastener stays; it stands on the record.');
  await onlyLead(tx, personId, 'That fastener stays only by a lead’s word. Replace it, or ask a lead.');
}

/**
 * Appends a torque entry. A first torque is refused on a plan that does not stand; a recheck, and what is torqued again
 * after it, is always taken. A fastener that moves in a recheck sends the job back; after a recheck of both wheels it
 * closes.
 * @param personId who enters it; what only a lead may say is asked of the person, never of the name
 * @throws RefusedError
 */
export function enterTorque(
  jobId: string,
  input: EntryInput,
  by: string,
  personId: string | null = null,
): Promise<void> {
  const event = torqueEvent(input);
  return advance<void>({ jobId, event, by }, async (tx, whole, at) => {
    const inForce = planOf(whole);
    const plan = inForce.document;
    if (!(cornersOf(plan.axle) as readonly string[]).includes(input.corner))
      throw new RefusedError(`${input.corner} is not on this axle.`);
    if (input.pass === 'stays') await mayStay(tx, input, personId);
    const joint = input.joint ?? 'wheel';
    const spec = specOf(whole, joint);
    const back = event === 'recheck' ? [] : tighteningWaits(whole, input.corner as Corner, joint, at);
    if (back[0] && input.pass !== 'strike') throw new RefusedError(back[0]);
    const bar = event === 'recheck' || isRetorque(whole) ? null : barOf(whole);
    if (bar) throw new RefusedError(bar);
    if (input.pass === 'strike' && event === 'recheck') {
      const last = lastStanding(whole, input.corner);
      if (last === null || whole.job.signedAt === null || last.at <= (recheckedSince(whole) ?? at))
        throw new RefusedError(
          'Nothing of this recheck stands that could be struck out; what was signed does not change.',
        );
    }
    if (event === 'recheck') notTooEarly(whole, at);
    if (['final', 'verify', 'recheck'].includes(input.pass)) await mayPull(tx, input.tool, spec.target);
    const state = await appendEntry(tx, jobId, inForce.log, spec, judgedPull(input, spec.target), by, at);
    if (event !== 'recheck') return nothing;
    const link = openLink(whole);
    if (state.last?.outcome === 'moved') {
      await rememberRecheck(tx, jobId, 1);
      if (link) await endRecheck(tx, link.id, 'moved', by, at);
      return {
        ...nothing,
        follows: { event: 'recheck-moved', set: { signedAt: null, signedBy: null, recheckDueAt: null } },
      };
    }
    const states = wheelStatesSigned(await loadJob(tx, jobId));
    if (!states.every((s) => s.state.complete && s.state.rechecks > 0)) return nothing;
    await rememberRecheck(tx, jobId, 0);
    // A recheck that no link asked for ends none.
    if (!link && whole.rechecks.some((l) => l.doneAt === null)) return nothing;
    if (link) await endRecheck(tx, link.id, 'held', by, at);
    return { ...nothing, follows: afterLink(whole, link?.id ?? null) };
  });
}
