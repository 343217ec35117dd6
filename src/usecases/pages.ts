import 'server-only';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import { theStore } from '@/store/connection';
import { NotFoundError } from '@/store/errors';
import type { JobWhole } from '@/store/jobs';
import type { JobRow, Stage } from '@/store/schema';
import { loadVehicle, type VehicleWhole } from '@/store/vehicles';
import { jobById, othersOfJob } from './job/jobs';

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

/** Jobs of a visit that share a page: another one once it stands in one of the page's stages and does not rest. */
export async function axlesAt(whole: JobWhole, ...stages: readonly Stage[]): Promise<JobWhole[]> {
  const beside = (j: JobRow): boolean => stages.includes(j.stage) && j.held === null;
  const others = whole.others.some(beside) ? await othersOfJob(whole) : [];
  return [whole, ...others.filter((o) => beside(o.job))];
}

/** The vehicle, or the page that says it is not here. */
export const vehicleOr404 = cache(
  (id: string): Promise<VehicleWhole> => or404(async () => loadVehicle((await theStore()).db, id)),
);

/** What a page is asked to find, from its address. */
export const foundIn = ({ find }: { find?: string | string[] | undefined }): string =>
  typeof find === 'string' ? find.slice(0, 60) : '';
