import type { ComponentProps } from 'react';
import type { FieldPath, UseFormReturn } from 'react-hook-form';
import type { FitmentFact, KnownFact } from '@/core/document/fitment';
import type { Field } from '@/ui/Field';
import { useUnkept } from '@/ui/useUnkept';
import type { KnownModel } from '@/usecases/survey/fitment';
import type { VehicleParsed, VehicleTyped } from './schema';

type Form = UseFormReturn<VehicleTyped, unknown, VehicleParsed>;
type Axle = 'front' | 'rear';

/** A field that was filled from other cars: what stands in it, and on how many it was so. */
interface ExpectedHere {
  readonly value: string;
  readonly from: string;
}
/** What a field is given: its label, and what says that somebody looked where it is only expected. */
type Expecting = Pick<ComponentProps<typeof Field>, 'label' | 'expected'>;

type Expected = Readonly<Record<string, ExpectedHere>>;
export interface Looks {
  /** Not looked at yet, by field. */
  readonly open: Expected;
  /** Looked at on this car, worded. */
  readonly confirmed: readonly string[];
}

export const NOTHING: Looks = { open: {}, confirmed: [] };
const PLACE = 'take-in/expected';

const fromText = ({ cars, of }: KnownFact, [one, many]: readonly [string, string]): string =>
  of === 1 ? `on one ${one}` : cars === of ? `on all ${of} ${many}` : `on ${cars} of ${of} ${many}`;

/** How a form's fields are read and filled, whatever form it is. */
interface Fields {
  readonly read: (path: string) => unknown;
  readonly fill: (path: string, value: string) => void;
  /** What stands in a field that nobody has touched. */
  readonly untouched: (path: string) => unknown;
}

const without = (open: Expected, path: string): Expected =>
  Object.fromEntries(Object.entries(open).filter(([p]) => p !== path));

/**
 * Facts that are expected from elsewhere. They stand dashed in their fields until somebody looked at the thing itself,
 * one at a time; nothing is taken in while one is left. What is typed instead is a fact.
 * @param state where it is kept: with the tab where the form is, else as long as the form is open
 */
export function looksIn(
  state: readonly [Looks, (to: (l: Looks) => Looks) => void, ...unknown[]],
  { read, fill, untouched }: Fields,
) {
  const [looks, setLooks] = state;
  const confirm = (path: string, label: string) =>
    setLooks((l) => ({
      open: without(l.open, path),
      confirmed: [...l.confirmed, `${label}: ${l.open[path]?.value ?? ''}`.slice(0, 80)],
    }));
  return {
    /**
     * A field's label, and where what stands in it is only expected.
     * @param where what the label leaves open of its place, for the list of what was looked at
     */
    field: (path: string, value: unknown, label: string, where = ''): Expecting => {
      const e = looks.open[path];
      const here = e && e.value === value ? e : null;
      return { label, expected: here && { from: here.from, onLooked: () => confirm(path, `${label}${where}`) } };
    },
    /** @param on “cars”, “sets”: what they were counted on */
    fill: (known: readonly (readonly [path: string, fact: KnownFact])[], on: readonly [string, string]) => {
      const open: Record<string, ExpectedHere> = {};
      for (const [path, fact] of known) {
        // What was typed already was read off the thing itself.
        if (read(path) !== untouched(path)) continue;
        fill(path, fact.value);
        open[path] = { value: fact.value, from: fromText(fact, on) };
      }
      setLooks((l) => ({ ...l, open: { ...l.open, ...open } }));
    },
    /** Values that are copied bring along that nobody looked at them. */
    copy: (paths: readonly (readonly [from: string, to: string])[]) =>
      setLooks((l) => {
        const open: Record<string, ExpectedHere> = { ...l.open };
        for (const [from, to] of paths) {
          const e = l.open[from];
          delete open[to];
          if (e) open[to] = e;
        }
        return { ...l, open };
      }),
    /** Fields whose expected value still stands and nobody looked at, in the order in which they were filled. */
    left: (): string[] => Object.keys(looks.open).filter((p) => read(p) === looks.open[p]?.value),
    confirmed: looks.confirmed,
    forget: () => setLooks(() => NOTHING),
  };
}

/** What says in a sentence that so many facts wait to be looked at. */
export const leftToLook = (n: number, where: string): string =>
  `${n} of the facts are expected from other cars and not looked at on ${where}. Look at each and say so, or type what is there.`;

/** Facts of a car that is taken in: its hubs as other cars of the model had them, its wheels as others of their name. */
export function useExpected(form: Form) {
  const path = (p: string) => p as FieldPath<VehicleTyped>;
  const looks = looksIn(useUnkept<Looks>(PLACE, NOTHING), {
    read: (p) => form.getValues(path(p)),
    fill: (p, value) =>
      form.setValue(path(p), value, { shouldDirty: true, shouldValidate: form.formState.isSubmitted }),
    untouched: (p) => {
      const [part, fact] = p.split('.') as [Axle, FitmentFact];
      return form.formState.defaultValues?.[part]?.[fact];
    },
  });
  return {
    ...looks,
    fillHubs: (known: KnownModel) =>
      looks.fill(
        (['front', 'rear'] as const).flatMap((axle) =>
          (Object.entries(known[axle]) as [FitmentFact, KnownFact][]).map(([f, k]) => [`${axle}.${f}`, k] as const),
        ),
        ['car', 'cars'],
      ),
    copyHub: (from: Axle, to: Axle, names: readonly string[]) =>
      looks.copy(names.map((n) => [`${from}.${n}`, `${to}.${n}`] as const)),
    /** An axle held by bolts has no nuts to look at. */
    left: (): FieldPath<VehicleTyped>[] =>
      looks
        .left()
        .filter((p) => {
          const [axle, fact] = p.split('.') as [Axle, string];
          return !(fact === 'nutStyle' && form.getValues(`${axle}.fastening`) === 'bolt');
        })
        .map(path),
  };
}
