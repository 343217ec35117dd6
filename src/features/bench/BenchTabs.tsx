import dynamic from 'next/dynamic';
import { Tabs } from 'radix-ui';
import { useMemo } from 'react';
import type { Axle } from '@/core/document/vocabulary';
import { shoppingLines } from '@/core/procedure/shopping';
import { archModel, type RubAssumptions } from '@/core/stance/archModel';
import type { UnitSystem } from '@/core/units/format';
import { ToBuy } from '@/ui/ToBuy';
import { Candidates } from './Candidates';
import { Figures } from './Figures';
import type { Pose } from './RubMap';
import { SizeTable } from './SizeTable';
import type { Bench } from './useBench';
import { type OtherAxle, WholeCar } from './WholeCar';

/** The plot brings a chart library along, so it is fetched only once it is looked at. */
const ThicknessPlot = dynamic(() => import('./ThicknessPlot'), {
  ssr: false,
  loading: () => <p className="text-soft">Drawing the plot …</p>,
});

const TABS = [
  { value: 'figures', label: 'Figures' },
  { value: 'fits', label: 'What fits' },
  { value: 'sizes', label: 'Why not another size' },
  { value: 'plot', label: 'Against thickness' },
  { value: 'rub', label: 'Rub map' },
  { value: 'car', label: 'Whole car' },
  { value: 'candidates', label: 'Candidates' },
] as const;
export type BenchTab = (typeof TABS)[number]['value'];
export const BENCH_TABS: readonly BenchTab[] = TABS.map((t) => t.value);

/** The search brings its worker along. */
const WhatFits = dynamic(() => import('./WhatFits').then((m) => m.WhatFits), { ssr: false });

/** So does the rub map. */
const RubMap = dynamic(() => import('./RubMap').then((m) => m.RubMap), { ssr: false });

export interface BenchTabsProps {
  readonly jobId: string;
  readonly bench: Bench;
  readonly units: UnitSystem;
  readonly tab: BenchTab;
  readonly onTab: (tab: BenchTab) => void;
  readonly others: readonly OtherAxle[];
  readonly without: readonly Axle[];
  /** The corner whose arch is shown, what the rub map takes for granted, and the pose it points at. */
  readonly corner: number;
  readonly take: RubAssumptions;
  readonly pose: Pose | null;
  readonly onPose: (pose: Pose | null) => void;
}

/**
 * What stands under the drawings: figures of this choice, what fits, every size with its first reason, plot, map, car.
 */
export function BenchTabs(props: BenchTabsProps) {
  const { bench, units, tab, onTab, corner, take, pose, onPose } = props;
  const aside = bench.choice.candidates?.length ?? 0;
  return (
    <Tabs.Root value={tab} onValueChange={(v) => onTab(v as BenchTab)}>
      <Tabs.List aria-label="More on this choice" className="flex flex-wrap gap-x-1 border-b border-line">
        {TABS.map((t) => (
          <Tabs.Trigger
            key={t.value}
            value={t.value}
            className="touch border-b-2 border-transparent px-[7px] text-[14px] data-[state=active]:border-accent data-[state=active]:font-[620]"
          >
            {t.label}
            {t.value === 'candidates' && aside > 0 ? <span className="figure"> {aside}</span> : null}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value="figures" className="pt-2">
        <Figures evaluation={bench.evaluation} plan={bench.plan} units={units} lock={take.lock} />
      </Tabs.Content>
      <Tabs.Content value="fits" className="pt-2">
        <div className="flex flex-col gap-4">
          <ToBuy
            title="Not on the shelf: what to buy, as limits"
            lines={shoppingLines(bench.plan, bench.evaluation.numbers, units)}
          />
          <WhatFits bench={bench} units={units} />
        </div>
      </Tabs.Content>
      <Tabs.Content value="sizes" className="pt-2">
        <SizeTable bench={bench} units={units} />
      </Tabs.Content>
      <Tabs.Content value="plot" className="pt-2">
        <ThicknessPlot plan={bench.plan} minimum={bench.evaluation.numbers.minimum} units={units} />
      </Tabs.Content>
      <Tabs.Content value="rub" className="pt-2">
        <Rub bench={bench} corner={corner} take={take} pose={pose} onPose={onPose} units={units} />
      </Tabs.Content>
      <Tabs.Content value="car" className="pt-2">
        <WholeCar {...props} />
      </Tabs.Content>
      <Tabs.Content value="candidates" className="pt-2">
        <Candidates bench={bench} units={units} />
      </Tabs.Content>
    </Tabs.Root>
  );
}

/** The map, or what it still needs. */
function Rub({
  bench,
  corner,
  take,
  pose,
  onPose,
  units,
}: Pick<BenchTabsProps, 'bench' | 'corner' | 'take' | 'pose' | 'onPose' | 'units'>) {
  const { plan } = bench;
  const c = plan.corners[corner];
  const model = useMemo(() => (c ? archModel(plan, c, take) : null), [plan, c, take]);
  if (!c || !model?.drawable)
    return (
      <p className="max-w-[60ch] text-[14px]">
        The rub map needs what the arch view needs: tyre, offset, gap, loaded clearance and the height of the arch edge.
      </p>
    );
  return (
    <RubMap
      plan={plan}
      corner={c}
      model={model}
      take={take}
      onTake={bench.setRub}
      pose={pose}
      onPose={onPose}
      units={units}
    />
  );
}
