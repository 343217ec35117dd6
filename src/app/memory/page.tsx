import type { Metadata } from 'next';
import { CorrectsSwitch } from '@/features/calendar/CorrectsSwitch';
import { KindTable, MemoryCharts } from '@/features/calendar/MemoryCharts';
import { FitmentFiles } from '@/features/fitment/FitmentFiles';
import { NavLink } from '@/ui/NavLink';
import { shopMemory } from '@/usecases/calendar/memory';
import { fitmentThere } from '@/usecases/survey/fitmentFile';

export const metadata: Metadata = { title: 'Shop memory' };

export default async function Page() {
  const memory = await shopMemory();
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-4 px-4 py-6">
      <div>
        <NavLink href="/" className="touch inline-flex items-center text-accent underline underline-offset-4">
          Day board
        </NavLink>
        <h1>Shop memory</h1>
        <p className="mt-1 max-w-[76ch] text-soft">
          What this shop’s latest jobs say, 400 at most and none older than two years: how long work takes, how gaps
          come out, what moves afterwards. It corrects estimates; it never judges a plan.
        </p>
      </div>
      {memory.of === 0 ? (
        <p className="border-l-2 border-accent pl-3">
          Nothing is remembered yet. Every sign-off adds its job; after five of a kind its estimate has a spread of your
          own.
        </p>
      ) : (
        <>
          <KindTable memory={memory} />
          <MemoryCharts memory={memory} />
          <CorrectsSwitch on={memory.corrects} />
        </>
      )}
      <FitmentFiles there={await fitmentThere()} />
    </main>
  );
}
