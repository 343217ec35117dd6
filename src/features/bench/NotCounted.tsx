import { plural } from '@/core/plural';
import { useOutbox } from '@/ui/outbox';
import { Verdict } from '@/ui/Verdict';

const READINGS = '/api/readings';

/**
 * The figures of the bench are worked out from readings that the server had when it sent this page. What was measured
 * on this device since, without the server, is not among them, and that is said beside the verdict.
 */
export function NotCounted({ jobId }: { jobId: string }) {
  const { kept, waiting, held } = useOutbox();
  const own = [...kept, ...waiting].filter(({ url, body }) => {
    if (url !== READINGS) return false;
    const { jobId: of } = body as { readonly jobId?: string };
    return of === undefined || of === jobId;
  });
  if (own.length === 0 || (!held && waiting.length > 0)) return null;
  return (
    <p role="status" className="flex items-start gap-2 border-l-2 border-caution pl-3 text-[14px]">
      <Verdict level="caution" />
      <span>
        {plural(own.length, 'reading', 'readings')} of this car {own.length === 1 ? 'lies' : 'lie'} on this device and{' '}
        {own.length === 1 ? 'is' : 'are'} not in these figures. {own.length === 1 ? 'It counts' : 'They count'} once the
        server is back; nothing goes forward before.
      </span>
    </p>
  );
}
