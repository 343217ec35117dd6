import { cornersOf } from '@/core/document/axles';
import { Remarks } from '@/features/remarks/Remarks';
import { shown } from '@/features/remarks/shown';
import type { JobWhole } from '@/usecases/shown';
import { remarksFor } from '@/usecases/vehicle/remarks';

/** Notes and photos of a job, on each page where the work is. */
export async function JobRemarks({ whole }: { whole: JobWhole }) {
  const { vehicle, job } = whole;
  const remarks = shown(await remarksFor(vehicle.id, job.id));
  return <Remarks vehicleId={vehicle.id} jobId={job.id} corners={cornersOf(job.axle)} {...remarks} />;
}
