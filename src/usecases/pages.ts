import 'server-only';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import { theStore } from '@/store/connection';
import { NotFoundError } from '@/store/errors';
import type { JobWhole } from '@/store/jobs';
import type { Stage } from '@/store/schema';
import { loadVehicle, type VehicleWhole } from '@/store/vehicles';
import { jobById, partnerOfJob } from './job/jobs';

async function or404<T>(load: () => Promise<T>): Promise<T> {
  try {
    return await load();
  } catch (error) {
    if (error instanceof NotFoundError) notFound();
    throw error;
  }
}

/** The job, or the page that says it is not here. */
export const jobOr404 = (id: string): Promise<JobWhole> => or404(() => jobById(id));

/** Axles of a visit that share a page: the other one once it stands in one of the page's stages and does not rest. */
export async function axlesAt(whole: JobWhole, ...stages: readonly Stage[]): Promise<JobWhole[]> {
  const beside = whole.partner !== null && stages.includes(whole.partner.stage) && whole.partner.held === null;
  const other = beside ? await partnerOfJob(whole) : null;
  return other ? [whole, other] : [whole];
}

/** The vehicle, or the page that says it is not here. */
export const vehicleOr404 = cache(
  (id: string): Promise<VehicleWhole> => or404(async () => loadVehicle((await theStore()).db, id)),
);

/** What a page is asked to find, from its address. */
export const foundIn = ({ find }: { find?: string | string[] | undefined }): string =>
  typeof find === 'string' ? find.slice(0, 60) : '';
