'use server';

import { z } from 'zod';
import type { CatalogueItem } from '@/core/parts/catalogue';
import { actOn } from '@/usecases/act';
import { attempt, idOf, type Result } from '@/usecases/result';
import { shelfParts } from '@/usecases/shelf/shelf';
import { dropKey, takeKey } from '@/usecases/vehicle/remarks';
import { keepFound } from '@/usecases/vehicle/vehicles';

const foundForm = z.object({
  corners: z.array(z.string().max(40)).max(4),
  wheelSetId: z.string().max(80).nullable(),
  plate: z.string().max(40),
  hardware: z.string().max(40),
});
const keyForm = z.object({
  pattern: z.string().max(400),
  place: z.string().max(400),
  holder: z.string().max(400),
});

/** Keeps what was found on a car. */
export async function sayFound(vehicleId: string, typed: z.input<typeof foundForm>): Promise<Result<null>> {
  return actOn((who) => keepFound(idOf(vehicleId), foundForm.parse(typed), who));
}

/** Keeps a locking key, or corrects one. */
export async function keepLockingKey(
  vehicleId: string,
  typed: z.input<typeof keyForm>,
  corrects: string | null,
): Promise<Result<null>> {
  return actOn((who) => takeKey(idOf(vehicleId), keyForm.parse(typed), corrects === null ? null : idOf(corrects), who));
}

/** A key is with the car no more. */
export async function endLockingKey(vehicleId: string, id: string): Promise<Result<null>> {
  return actOn(() => dropKey(idOf(vehicleId), idOf(id)));
}

/** Parts on the shelf that a kit may be made of. */
export async function partsForKit(): Promise<Result<{ id: string; item: CatalogueItem }[]>> {
  return attempt(shelfParts);
}
