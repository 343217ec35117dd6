import { useMemo } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import { drawnEngagement } from '@/core/figures/result';
import { archModel, type RubAssumptions, standsAt, touches } from '@/core/stance/archModel';
import type { UnitSystem } from '@/core/units/format';
import { ArchView } from '@/drawing/ArchView';
import { StackSection } from '@/drawing/StackSection';
import type { Pose } from './RubMap';
import type { Bench } from './useBench';

/** The two drawings that are the bench: the joint cut along its axis, and the arch with its tyre. */
export function Drawings({
  bench,
  corner,
  onCorner,
  take,
  pose,
  units,
}: {
  bench: Bench;
  /** Which corner's arch is shown. */
  corner: number;
  onCorner: (i: number) => void;
  take: RubAssumptions;
  pose: Pose | null;
  units: UnitSystem;
}) {
  const { evaluation, plan } = bench;
  const { numbers } = evaluation;
  const least = drawnEngagement(numbers.corners);
  const c = plan.corners[corner] ?? plan.corners[0];
  const model = useMemo(
    () => (c ? archModel(plan, c, take) : ({ drawable: false, needs: [] } as const)),
    [plan, c, take],
  );
  const posed = useMemo(() => {
    if (pose === null || !model.drawable) return null;
    const outline = standsAt(model, take, pose.bump, pose.steer);
    const hit = touches(model, outline);
    return {
      outline,
      touches: hit,
      words: `${pose.bump >= 0 ? '+' : '−'}${Math.abs(pose.bump).toFixed(0)} mm, ${Math.abs(pose.steer).toFixed(0)}°${hit ? ': touches' : ''}`,
    };
  }, [model, pose, take]);
  return (
    <div className="z-[5] -mx-4 grid grid-cols-[minmax(0,1.72fr)_minmax(0,1fr)] items-center gap-3 border-b border-line bg-paper px-4 pb-1 max-md:grid-cols-1 md:[@media(min-height:700px)]:sticky md:[@media(min-height:700px)]:top-0">
      <StackSection
        geometry={evaluation.geometry}
        units={units}
        target={numbers.minimum}
        engagement={least}
        pm={Math.max(0, ...numbers.corners.map((k) => k.engagement?.pm ?? 0))}
        level={evaluation.findings.find((f) => f.rule === 'engagement.minimum')?.level ?? 'unmeasured'}
        onThickness={(thickness) => bench.setSpacer({ thickness })}
        onPick={(id) => document.querySelector<HTMLInputElement>(`[data-dimension="${id}"] input`)?.focus()}
      />
      <div className="flex min-w-0 flex-col gap-1">
        <ArchView model={model} gapAfter={numbers.corners[corner]?.gapAfter ?? null} pose={posed} units={units} />
        <div className="flex justify-center gap-1">
          {plan.corners.map((k, i) => (
            <button
              key={k.corner}
              type="button"
              aria-pressed={i === corner}
              onClick={() => onCorner(i)}
              className="touch rounded-[3px] border border-transparent px-3 text-[13px] aria-pressed:border-line aria-pressed:font-[640]"
            >
              {CORNER_LABEL[k.corner]}
            </button>
          ))}
        </div>
      </div>
    </div>
  );
}
