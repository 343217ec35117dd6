import { format, isBefore } from 'date-fns';
import type { Metadata } from 'next';
import { Verdict } from '@/ui/Verdict';
import { TorquePage } from '../../torque-page';

export const metadata: Metadata = { title: 'Recheck' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const now = new Date();
  return (
    <TorquePage
      id={(await params).id}
      here="recheck"
      before={(due) =>
        due ? (
          <section
            aria-label="Recheck due"
            className="flex items-center gap-3 border-b border-line px-4 py-2 text-[15px]"
          >
            {isBefore(due, now) ? <Verdict level="caution" /> : null}
            Recheck {isBefore(due, now) ? 'was due' : 'due'} {format(due, 'EEEE d MMMM, HH:mm')}, and again after 50–100
            km. Every fastener once more; one that moves reopens the job.
          </section>
        ) : null
      }
    />
  );
}
