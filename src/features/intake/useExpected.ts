import type { FieldPath, UseFormReturn } from 'react-hook-form';
import type { FitmentFact, KnownFact } from '@/core/document/fitment';
import { useUnkept } from '@/ui/useUnkept';
import type { KnownModel } from '@/usecases/survey/fitment';
import type { VehicleParsed, VehicleTyped } from './schema';

type Form = UseFormReturn<VehicleTyped, unknown, VehicleParsed>;
type Axle = 'front' | 'rear';

/** A field that was filled from other cars: what stands in it, and on how many it was so. */
export interface ExpectedHere {
  readonly value: string;
  readonly from: string;
}
type Expected = Readonly<Record<string, ExpectedHere>>;
interface Looks {
  /** Not looked at yet, by field. */
  readonly open: Expected;
  /** Looked at on this car, worded. */
  readonly confirmed: readonly string[];
}

const NOTHING: Looks = { open: {}, confirmed: [] };
const PLACE = 'take-in/expected';

const fromText = ({ cars, of }: KnownFact): string =>
  of === 1 ? 'on one car' : cars === of ? `on all ${of} cars` : `on ${cars} of ${of} cars`;

/**
 * Facts that are expected from other cars of the model. They stand dashed in their fields until somebody looked at this
 * car, one at a time; a car is not taken in while one is left. What is typed instead is a fact of this car.
 */
export function useExpected(form: Form) {
  const [looks, setLooks] = useUnkept<Looks>(PLACE, NOTHING);
  const without = (open: Expected, path: string): Expected =>
    Object.fromEntries(Object.entries(open).filter(([p]) => p !== path));
  return {
    /** What is expected in a field and still stands there as it was filled in. */
    at: (path: string, value: unknown): ExpectedHere | null => {
      const e = looks.open[path];
      return e && e.value === value ? e : null;
    },
    fill: (known: KnownModel) => {
      const open: Record<string, ExpectedHere> = {};
      for (const axle of ['front', 'rear'] as const)
        for (const [fact, k] of Object.entries(known[axle]) as [FitmentFact, KnownFact][]) {
          const path = `${axle}.${fact}` as FieldPath<VehicleTyped>;
          const now = form.getValues(path);
          const untouched = now === form.formState.defaultValues?.[axle]?.[fact];
          // What was typed already was read off this car.
          if (!untouched) continue;
          form.setValue(path, k.value, { shouldDirty: true, shouldValidate: form.formState.isSubmitted });
          open[path] = { value: k.value, from: fromText(k) };
        }
      setLooks((l) => ({ ...l, open: { ...l.open, ...open } }));
    },
    confirm: (path: string, label: string) =>
      setLooks((l) => ({
        open: without(l.open, path),
        confirmed: [...l.confirmed, `${label}, ${path.split('.')[0]} axle: ${l.open[path]?.value ?? ''}`.slice(0, 80)],
      })),
    /** Values that are copied bring along that nobody looked at them. */
    copy: (from: Axle, to: Axle, names: readonly string[]) =>
      setLooks((l) => {
        const open: Record<string, ExpectedHere> = { ...l.open };
        for (const name of names) {
          const e = l.open[`${from}.${name}`];
          delete open[`${to}.${name}`];
          if (e) open[`${to}.${name}`] = e;
        }
        return { ...l, open };
      }),
    /**
     * Fields whose expected value still stands and nobody looked at, in the order of the form. An axle held by bolts
     * has no nuts to look at.
     */
    left: (): FieldPath<VehicleTyped>[] =>
      (Object.keys(looks.open) as FieldPath<VehicleTyped>[]).filter((p) => {
        const [axle, fact] = p.split('.') as [Axle, string];
        const hidden = fact === 'nutStyle' && form.getValues(`${axle}.fastening`) === 'bolt';
        return !hidden && form.getValues(p) === looks.open[p]?.value;
      }),
    confirmed: looks.confirmed,
    forget: () => setLooks(NOTHING),
  };
}
