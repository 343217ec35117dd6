import { LinkButton } from '@/ui/Button';

/** Empty state of every stage after Choose: there is nothing to stage, fit or torque before a plan is frozen. */
export function NeedsPlan({ jobId }: { jobId: string }) {
  return (
    <div className="max-w-[600px] border-l-2 border-accent pl-4">
      <p className="text-[17px]">No plan has been taken forward yet.</p>
      <p className="mt-1 text-soft">
        Measure both corners, then choose on the bench. Once nothing is a stop or unmeasured, take the choice forward.
      </p>
      <LinkButton look="main" href={`/jobs/${jobId}/choose`} className="mt-4">
        Go to the bench
      </LinkButton>
    </div>
  );
}
