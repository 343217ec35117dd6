import 'server-only';
import { leftByBench } from '@/store/benchSave';
import { type Executor, theStore } from '@/store/connection';
import { ChangedMeanwhileError, RefusedError } from '@/store/errors';
import { type JobWhole, loadJob, setStage } from '@/store/jobs';
import { jobHead } from '@/store/jobWork';
import type { JobRow } from '@/store/schema';
import { type JobEvent, refusalOf, TRANSITIONS } from './transitions';

export interface Ask {
  readonly jobId: string;
  readonly event: JobEvent;
  readonly by: string;
  /** Version of the job that the screen shows; given, another one's change in between refuses. */
  readonly version?: number | undefined;
  /** The bench that asks: what it kept itself since that version is no change of another one. */
  readonly bench?: string | undefined;
  /** What another screen changed, for that sentence. */
  readonly what?: string;
}

export interface Done<T> {
  readonly value: T;
  /** Columns that change with the stage. */
  readonly set?: Partial<JobRow>;
  /** An event that follows from what was done, in the same transaction. */
  readonly follows?: { readonly event: JobEvent; readonly set?: Partial<JobRow> };
  /** What has to see the job as it stands afterwards, in the same transaction. */
  readonly after?: (tx: Executor) => Promise<void>;
}

/**
 * What an event does: writes through `tx` and nothing else, so that it is all of it or nothing. @throws RefusedError
 */
export type Work<T, W = JobWhole> = (tx: Executor, whole: W, at: Date) => Promise<Done<T>>;

/**
 * The only way to change a job: loads it, asks the table whether the event may happen in its stage, checks the version,
 * does the work, and moves the stage, in one transaction.
 * @param load what of the job the work needs; left out, all of it
 * @throws NotFoundError, RefusedError, ChangedMeanwhileError
 */
export async function advance<T>(ask: Ask, work: Work<T>): Promise<T>;
export async function advance<T, W>(
  ask: Ask,
  work: Work<T, W>,
  load: (tx: Executor, id: string) => Promise<W>,
): Promise<T>;
export async function advance<T>(
  ask: Ask,
  work: Work<T, never>,
  load: (tx: Executor, id: string) => Promise<unknown> = loadJob,
): Promise<T> {
  const { db } = await theStore();
  return db.transaction(async (tx) => {
    const at = new Date();
    // What its row alone refuses needs nothing else of it.
    const { stage, version, held, heldWhy } = await jobHead(tx, ask.jobId);
    allow(ask.event, stage);
    if (held === 'declined' && ask.event !== 'take-up')
      throw new RefusedError(`This job was declined: ${heldWhy}. Resume it first.`);
    if (held !== null && ask.event === 'sign-off')
      throw new RefusedError('This job is on hold. Resume it before it is signed off.');
    if (await overtaken(tx, ask, version)) throw new ChangedMeanwhileError(ask.what ?? 'This job');
    const whole = (await load(tx, ask.jobId)) as never;
    const done = await work(tx, whole, at);
    const next = await move(tx, ask, stage, ask.event, at, done.set);
    if (done.follows) {
      allow(done.follows.event, next);
      await move(tx, ask, next, done.follows.event, at, done.follows.set);
    }
    await done.after?.(tx);
    return done.value;
  });
}

/** Whether somebody else changed the job since the version that the screen shows. */
async function overtaken(tx: Executor, ask: Ask, now: number): Promise<boolean> {
  if (ask.version === undefined || ask.version === now) return false;
  return ask.bench === undefined || !(await leftByBench(tx, ask.jobId, ask.bench, now));
}

function allow(event: JobEvent, stage: JobRow['stage']): void {
  const refusal = refusalOf(event, stage);
  if (refusal) throw new RefusedError(refusal);
}

async function move(
  tx: Executor,
  { jobId, by }: Ask,
  from: JobRow['stage'],
  event: JobEvent,
  at: Date,
  set?: Partial<JobRow>,
): Promise<JobRow['stage']> {
  const to = TRANSITIONS[event][from] ?? from;
  if (to !== from || set) await setStage(tx, jobId, to, by, at, set);
  return to;
}
