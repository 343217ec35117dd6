import { useId } from 'react';
import type { TraceSample } from '@/core/torque/trace';

/** Path of a trace in a box, degrees along and N·m up; the figure lies at `top` of the height. */
export function tracePath(
  samples: readonly TraceSample[],
  target: number,
  box: { width: number; height: number },
): string {
  const last = samples.at(-1);
  const first = samples[0];
  if (!first || !last) return '';
  const span = Math.max(20, last.angle - first.angle);
  const most = target * 1.25;
  return samples
    .map(({ angle, torque }, i) => {
      const x = ((angle - first.angle) / span) * box.width;
      const y = box.height - (Math.min(torque, most) / most) * box.height;
      return `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
    })
    .join('');
}

/** Torque over angle while it is pulled, with the figure as a line; small, it is the thumbnail of a record. */
export function TracePlot({
  samples,
  target,
  small = false,
  title,
}: {
  samples: readonly TraceSample[];
  target: number;
  small?: boolean;
  title: string;
}) {
  const id = useId();
  const box = small ? { width: 60, height: 20 } : { width: 300, height: 130 };
  const figure = box.height - box.height / 1.25;
  const line = { stroke: 'var(--ink)', fill: 'none', vectorEffect: 'non-scaling-stroke' } as const;
  return (
    <svg
      viewBox={`0 0 ${box.width} ${box.height}`}
      role="img"
      aria-labelledby={id}
      data-testid={small ? 'trace-thumb' : 'trace-plot'}
      className={small ? 'inline-block h-[20px] w-[60px]' : 'w-full border border-line bg-sheet'}
      preserveAspectRatio="none"
    >
      <title id={id}>{title}</title>
      <path d={`M0 ${figure}H${box.width}`} {...line} strokeWidth="1" strokeDasharray="5 3" />
      <path d={tracePath(samples, target, box)} {...line} stroke="var(--accent)" strokeWidth={small ? 1.2 : 2.4} />
    </svg>
  );
}
