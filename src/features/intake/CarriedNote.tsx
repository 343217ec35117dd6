import { quantity } from '@/core/document/quantities';
import type { Carried } from '@/core/quick/carried';
import { Button } from '@/ui/Button';

/** What a quick answer brings along, until a job has it. */
export function CarriedNote({ carried, onDrop }: { carried: Carried; onDrop: () => void }) {
  const figures = [
    ...(carried.hub.thread ? [`thread ${carried.hub.thread}`] : []),
    ...(carried.hub.torque ? [`torque ${carried.hub.torque}`] : []),
    ...(carried.offset ? [`ET ${carried.offset}`] : []),
    ...carried.readings.map(
      (r) => `${quantity(r.quantity).label.toLowerCase()} ${r.typed}${r.plate ? ` with ${r.plate} on` : ''}`,
    ),
    ...(carried.plate === null ? [] : [`plate ${Number(carried.plate.toFixed(2))} mm`]),
    ...(carried.stud ? [`stud ${carried.stud.overall} mm overall`] : []),
    ...(carried.camberChange === undefined ? [] : [`camber change ${carried.camberChange}°`]),
  ];
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-l-2 border-accent bg-accent-wash px-3 py-1.5 text-[14px]">
      <p className="min-w-0 flex-1">
        <span className="font-[620]">From the quick answer, {carried.from.toLowerCase()}:</span> {figures.join(', ')}.
        The job begins with them.
      </p>
      <Button look="quiet" onClick={onDrop}>
        Leave them
      </Button>
    </div>
  );
}
