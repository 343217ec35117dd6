import { Button } from '@/ui/Button';

/** The shelf could not be fetched: why, and a press that asks for it again. */
export function ShelfFailed({ failure, again }: { failure: string; again: () => void }) {
  return (
    <div className="flex flex-col items-start gap-3">
      <p role="alert" className="text-stop">
        The shelf did not come: {failure}
      </p>
      <Button onClick={again}>Fetch it again</Button>
    </div>
  );
}
