import { Field } from '@/ui/Field';
import type { Bench } from './useBench';

/** Finish and colour of the bolts or nuts that go on: look-alike bags are told apart by it at the trolley. */
export function FinishInput({ bench }: { bench: Bench }) {
  const { fastener, finish } = bench.choice;
  if (fastener.kind === 'present' || fastener.kind === 'original') return null;
  return (
    <Field
      label="Finish"
      hint="black; empty, nobody minds"
      maxLength={40}
      value={finish ?? ''}
      onChange={(e) => bench.setFinish(e.target.value)}
      className="w-[150px]"
    />
  );
}
