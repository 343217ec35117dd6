import { and, eq, inArray, isNull, ne, sql } from 'drizzle-orm';
import { v7 as newId } from 'uuid';
import { cornersOf, shareCorner } from '@/core/document/axles';
import { axleInSentence } from '@/core/document/labels';
import type { Axle, Corner } from '@/core/document/vocabulary';
import type { Executor } from './connection';
import { RefusedError } from './errors';
import { fittedNow, foundOn, putOn } from './fitted';
import { type AxleHubRow, axleHub, job } from './schema';

type HubSaid = Omit<AxleHubRow, 'id' | 'vehicleId' | 'fromJobId' | 'endedAt' | 'original'>;

/**
 * Saves the hubs of a car as they were typed. An axle whose sides are held differently from now on ends as one and
 * begins as two, and the other way round; jobs that were done on what ends keep it.
 * @throws RefusedError while a job is open on what would end
 */
export async function saveHubs(
  tx: Executor,
  vehicleId: string,
  typed: readonly HubSaid[],
  by: string,
  at: Date,
): Promise<void> {
  const now = await tx
    .select()
    .from(axleHub)
    .where(and(eq(axleHub.vehicleId, vehicleId), isNull(axleHub.endedAt)));
  const stays: ReadonlySet<Axle> = new Set(typed.map((h) => h.axle));
  const ends = now.filter((h) => !stays.has(h.axle));
  if (ends.length > 0) await endHubs(tx, vehicleId, ends, at);
  for (const hub of typed) {
    const own = now.find((h) => h.axle === hub.axle);
    if (own) {
      await tx.update(axleHub).set(hub).where(eq(axleHub.id, own.id));
      continue;
    }
    const before = ends.find((e) => shareCorner(e.axle, hub.axle)) ?? null;
    const { original = null, fromJobId = null } = before ?? {};
    await tx.insert(axleHub).values({ ...hub, id: newId(), vehicleId, original, fromJobId });
    await heldOtherwise(tx, vehicleId, { hub, before }, by, at);
  }
}

async function endHubs(tx: Executor, vehicleId: string, ends: readonly AxleHubRow[], at: Date): Promise<void> {
  for (const hub of ends) {
    const onIt = and(eq(job.vehicleId, vehicleId), eq(job.axle, hub.axle), isNull(job.axleHubId));
    const [open] = await tx
      .select({ id: job.id })
      .from(job)
      .where(and(onIt, isNull(job.signedAt), ne(job.stage, 'closed'), sql`${job.held} is distinct from 'declined'`))
      .limit(1);
    if (open)
      throw new RefusedError(
        `A job is open on ${axleInSentence(hub.axle)}, so what is on its two sides cannot be told apart or made one now. Sign it off or decline it first.`,
      );
    await tx.update(job).set({ axleHubId: hub.id }).where(onIt);
  }
  await tx
    .update(axleHub)
    .set({ endedAt: at })
    .where(
      inArray(
        axleHub.id,
        ends.map((h) => h.id),
      ),
    );
}

/** Corners whose fasteners turn out to be others than were thought have others hanging there, too. */
async function heldOtherwise(
  tx: Executor,
  vehicleId: string,
  { hub, before }: { readonly hub: HubSaid; readonly before: AxleHubRow | null },
  by: string,
  at: Date,
): Promise<void> {
  if (before === null || before.fastening === hub.fastening) return;
  const on = await fittedNow(tx, vehicleId);
  const torque = hub.torqueNm === null ? null : { value: hub.torqueNm, source: hub.torqueSource };
  const { hardware, fastening, seat } = hub;
  const rows = cornersOf(hub.axle).flatMap((corner: Corner) => {
    const was = on.find((f) => f.corner === corner);
    const { wheelSetId = null, plateMm = null } = was ?? {};
    return foundOn({ corners: [corner], wheelSetId, plateMm, hardware, fastening, seat, torque }, by, at);
  });
  await putOn(tx, vehicleId, rows, at);
}
