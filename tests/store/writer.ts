import { torqueState } from '@/core/torque/log';
import { openStore } from '@/store/connection';
import { addJob, loadJob } from '@/store/jobs';
import { freezePlan } from '@/store/plans';
import { appendEntry } from '@/store/torque';
import { addVehicle, loadVehicle } from '@/store/vehicles';
import { FIRST_CHOICE, planWith } from '@/usecases/job/jobPlan';
import { torqueSpec } from '@/usecases/job/joints';
import { VEHICLE } from './open';

/** Run as a process of its own: enters torque rows as fast as it can and prints each one once it is acknowledged. */
const folder = process.argv[2] as string;
async function main(): Promise<void> {
  const at = new Date();
  const { db } = await openStore(folder);
  const vehicleId = await addVehicle(db, VEHICLE, 'w', at);
  const wheelSetId = (await loadVehicle(db, vehicleId)).wheelSets[0]?.id as string;
  console.log('ready');
  for (;;) {
    const jobId = await addJob(db, { vehicleId, wheelSetId, axle: 'front', wish: 'stance', use: 'street' }, 'w', at);
    const plan = planWith(await loadJob(db, jobId), FIRST_CHOICE, null);
    const planId = await freezePlan(db, jobId, plan, 'w', at);
    const spec = torqueSpec(plan);
    let state = torqueState(spec, []);
    while (!state.complete) {
      const pass = state.pass ?? 'snug';
      const figure = pass === 'final' || pass === 'verify' ? spec.target : null;
      state = await appendEntry(
        db,
        jobId,
        planId,
        spec,
        {
          corner: 'front-left',
          pass,
          lug: state.next ?? -1,
          reading: figure,
          angle: pass === 'verify' ? 1 : null,
          tool: 'w',
        },
        'w',
        at,
      );
      process.stdout.write(`ack ${planId} ${state.last?.reading.pass} ${state.last?.reading.lug}\n`);
    }
  }
}

main().catch((error: Error) => {
  console.error(error.message);
  process.exit(1);
});
