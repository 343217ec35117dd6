import 'server-only';
import type { UnitSystem } from '@/core/units/format';
import { formatMileage, parseMileage } from '@/core/units/mileage';
import { RefusedError } from '@/store/errors';
import { recordEvent } from '@/store/events';
import { signedInVisit } from '@/store/records';
import { setMileage } from '@/store/visits';
import { advance } from '../job/advance';

/**
 * Writes down what the odometer showed as the car came, for both axles of the visit; empty takes it back. A visit that
 * has a signed record keeps what that says. @throws InputError, RefusedError
 */
export function noteMileage(jobId: string, typed: string, units: UnitSystem, by: string): Promise<void> {
  return advance({ jobId, event: 'measure', by }, async (tx, { job, visit }, at) => {
    const km = parseMileage(typed, units);
    if (km === visit.mileageKm) return { value: undefined };
    if (await signedInVisit(tx, visit.id))
      throw new RefusedError(
        `A record of this visit is signed and says ${visit.mileageKm === null ? 'that nobody read the mileage' : formatMileage(visit.mileageKm, units)}. It stays as it was signed.`,
      );
    await setMileage(tx, visit.id, km);
    await recordEvent(tx, { jobId, vehicleId: job.vehicleId, kind: 'visit.mileage', detail: { km }, by, at });
    return { value: undefined };
  });
}
