import dynamic from 'next/dynamic';
import { Tabs } from 'radix-ui';
import type { UnitSystem } from '@/core/units/format';
import { Candidates } from './Candidates';
import { Figures } from './Figures';
import { SizeTable } from './SizeTable';
import type { Bench } from './useBench';
import type { ShelfPart } from './WhatFits';

/** The plot brings a chart library along, so it is fetched only once it is looked at. */
const ThicknessPlot = dynamic(() => import('./ThicknessPlot'), { ssr: false, loading: () => <p className="text-soft">Drawing the plot …</p> });

const TABS = [
  { value: 'figures', label: 'Figures' },
  { value: 'fits', label: 'What fits' },
  { value: 'sizes', label: 'Why not another size' },
  { value: 'plot', label: 'Against thickness' },
  { value: 'candidates', label: 'Candidates' },
] as const;
export type BenchTab = (typeof TABS)[number]['value'];

/** The search brings its worker along. */
const WhatFits = dynamic(() => import('./WhatFits').then((m) => m.WhatFits), { ssr: false });

/** What stands under the drawing: figures of this choice, every size with its first reason, the plot. */
export function BenchTabs({ bench, units, tab, onTab, shelf }: { bench: Bench; units: UnitSystem; shelf: readonly ShelfPart[]; tab: BenchTab; onTab: (tab: BenchTab) => void }) {
  const aside = bench.choice.candidates?.length ?? 0;
  return (
    <Tabs.Root value={tab} onValueChange={(v) => onTab(v as BenchTab)}>
      <Tabs.List aria-label="More on this choice" className="flex gap-1 border-b border-line">
        {TABS.map((t) => (
          <Tabs.Trigger key={t.value} value={t.value} className="touch border-b-2 border-transparent px-3 text-[14px] data-[state=active]:border-accent data-[state=active]:font-[620]">
            {t.label}
            {t.value === 'candidates' && aside > 0 ? <span className="figure"> {aside}</span> : null}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value="figures" className="pt-2">
        <Figures evaluation={bench.evaluation} plan={bench.plan} units={units} />
      </Tabs.Content>
      <Tabs.Content value="fits" className="pt-2">
        <WhatFits bench={bench} units={units} shelf={shelf} />
      </Tabs.Content>
      <Tabs.Content value="sizes" className="pt-2">
        <SizeTable bench={bench} units={units} />
      </Tabs.Content>
      <Tabs.Content value="plot" className="pt-2">
        <ThicknessPlot plan={bench.plan} minimum={bench.evaluation.numbers.minimum} units={units} />
      </Tabs.Content>
      <Tabs.Content value="candidates" className="pt-2">
        <Candidates bench={bench} units={units} />
      </Tabs.Content>
    </Tabs.Root>
  );
}
