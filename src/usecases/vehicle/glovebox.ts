import 'server-only';
import { format } from 'date-fns';
import type { Plan } from '@/core/document/document';
import type { Axle } from '@/core/document/vocabulary';
import { RECHECK_LABEL } from '@/core/procedure/rechecks';
import type { UnitSystem } from '@/core/units/format';
import { theStore } from '@/store/connection';
import { recordsOf } from '@/store/records';
import { jobById } from '../job/jobs';
import { recordSignature } from '../record/signature';
import { keysFor } from './remarks';
import { neverOf, swapsOfVehicle } from './swaps';

/** An axle as the glovebox card says it. */
export interface LabelAxle {
  readonly axle: Axle;
  readonly plan: Plan;
  /** When it was signed, worded; null while it is not on the car for good. */
  readonly signed: string | null;
  /** Whose key signed its record, where that is not this workshop’s. */
  readonly signature: string | null;
  /** Combinations that must never be made, a line each. */
  readonly never: readonly string[];
  /** When something else was found on it after the plan was signed. */
  readonly foundSince: string | null;
  readonly rechecks: readonly string[];
}

export interface Glovebox {
  readonly axles: readonly LabelAxle[];
  /** Locking keys: pattern, where each lies, who has it. */
  readonly keys: readonly string[];
}

const day = (at: Date | null): string | null => (at === null ? null : format(at, 'd MMM yyyy'));

/** What has to be said of a record that this workshop’s key did not sign; null for its own. */
async function otherSignature(jobId: string): Promise<string | null> {
  const { db } = await theStore();
  const row = (await recordsOf(db, jobId)).at(-1);
  if (!row) return null;
  const { imported, words } = await recordSignature(db, row);
  return imported ? words : null;
}

/** What a car's card says: each axle that a plan was chosen for, and its locking keys. @throws NotFoundError */
export async function gloveboxOf(vehicleId: string, units: UnitSystem): Promise<Glovebox> {
  const axles = await Promise.all(
    (await swapsOfVehicle(vehicleId)).map(async (swaps) => ({
      axle: swaps.axle,
      plan: swaps.plan,
      signed: day(swaps.signedAt),
      signature: swaps.signedAt === null ? null : await otherSignature(swaps.jobId),
      foundSince: day(swaps.foundSince),
      never: neverOf(swaps, units),
      rechecks: (await jobById(swaps.jobId)).rechecks
        .filter((l) => l.doneAt === null)
        .map((l) => `${RECHECK_LABEL[l.kind].toLowerCase()}, by ${day(l.dueTo)}`),
    })),
  );
  const keys = (await keysFor(vehicleId)).map((k) =>
    [`key ${k.pattern}`, k.place, k.holder === '' ? '' : `with ${k.holder}`].filter(Boolean).join(', '),
  );
  return { axles, keys };
}
