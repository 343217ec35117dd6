import 'server-only';
import { ZodError } from 'zod';
import { plateName } from '@/core/document/plateName';
import { inNameOf } from '@/store/acting';
import { type Db, theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import { recordEvent } from '@/store/events';
import { dropPhotoFiles, keepSamePhotoFile, photoFile } from '@/store/folder/photos';
import { presentVisit, putVisit, type VisitFile, visitRows, visitSchema } from '@/store/visitFile';
import { leadOnly } from '../roles';
import type { Actor } from '../session';

/** A visit with its photos as one file that another installation reads. @throws NotFoundError */
export async function visitAsFile(jobId: string): Promise<{ readonly name: string; readonly file: VisitFile }> {
  const { db, folder } = await theStore();
  const rows = await visitRows(db, jobId);
  const files: Record<string, string> = {};
  for (const { hash } of rows.photos) {
    const bytes = await photoFile(folder, hash);
    if (bytes) files[hash] = bytes.toString('base64');
  }
  const plate = plateName(rows.vehicle[0]?.plate ?? 'car');
  return { name: `visit-${plate}.json`, file: { ...rows, files } };
}

/**
 * Imports a visit: a lead's act, because what was signed elsewhere is then shown here.
 * @returns the id of one of its jobs @throws RefusedError in a sentence that names what is wrong
 */
export async function readVisitIn(text: string, { name: by, personId }: Actor): Promise<string> {
  const { db, folder } = await theStore();
  await leadOnly('import-visit', personId);
  const file = parsed(text);
  const fresh: string[] = [];
  try {
    for (const [hash, data] of Object.entries(file.files))
      if (await keepSamePhotoFile(folder, Buffer.from(data, 'base64'), hash)) fresh.push(hash);
    return await inNameOf(personId, () => putIn(db, file, by));
  } catch (error) {
    // What was refused leaves no file.
    await dropPhotoFiles(folder, fresh);
    throw error;
  }
}

function putIn(db: Db, file: VisitFile, by: string): Promise<string> {
  return db.transaction(async (tx) => {
    const { files: _, ...rows } = file;
    const jobId = await putVisit(tx, rows, new Date());
    await recordEvent(tx, {
      jobId,
      kind: 'visit.read-in',
      detail: { visit: rows.jobs[0]?.visitId },
      by,
      at: new Date(),
    });
    return jobId;
  });
}

function parsed(text: string): VisitFile {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new RefusedError('This file is not JSON. A visit is written by “Visit as JSON” on a record.');
  }
  const format = (json as { format?: unknown } | null)?.format;
  if (format !== 'vectis-visit/1')
    throw new RefusedError('This file is no visit: it does not begin with the format “vectis-visit/1”.');
  try {
    return visitSchema.parse(presentVisit(json));
  } catch (e) {
    if (!(e instanceof ZodError)) throw e;
    const first = e.issues[0];
    throw new RefusedError(
      `This visit was not read in: ${first?.path.join('.') || 'the file'}: ${first?.message ?? 'is not as it should be'}.`,
    );
  }
}
