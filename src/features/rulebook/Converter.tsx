'use client';

import { useState } from 'react';
import { tryInput } from '@/core/errors';
import { mmToInch, NM_PER_KGF_M, nmToLbfFt, nToLbf } from '@/core/units/factors';
import { parseLength, parseLoad, parseTorque, type TypedQuantity } from '@/core/units/parse';
import { Field } from '@/ui/Field';

const show = (x: number, places: number): string => String(Number(x.toFixed(places)));

const KINDS = [
  {
    id: 'torque',
    label: 'Torque',
    hint: '90 lbf·ft, 120, 12 kgf·m',
    read: (t: string) => parseTorque('Torque', t, { min: 0, max: 100_000 }),
    to: (v: number) => [`${show(v, 2)} N·m`, `${show(nmToLbfFt(v), 2)} lbf·ft`, `${show(v / NM_PER_KGF_M, 3)} kgf·m`],
  },
  {
    id: 'length',
    label: 'Length',
    hint: '3/4", 19.05, 1,25 in',
    read: (t: string) => parseLength('Length', t, { min: -100_000, max: 100_000 }),
    to: (v: number) => [`${show(v, 4)} mm`, `${show(mmToInch(v), 5)} in`],
  },
  {
    id: 'force',
    label: 'Force',
    hint: '45 kN, 4000 N, 900 lbf',
    read: (t: string) => parseLoad('Force', t, { min: 0, max: 10_000_000 }),
    to: (v: number) => [`${show(v / 1000, 3)} kN`, `${show(nToLbf(v), 1)} lbf`],
  },
] as const;

/** Any figure with any unit in, every other unit out. Exact factors; nothing is rounded to a side here. */
export function Converter() {
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({});
  return (
    <section aria-labelledby="converter">
      <h2 id="converter" className="!text-[17px] !text-ink">
        Converter
      </h2>
      <div className="mt-2 grid gap-4 md:grid-cols-3">
        {KINDS.map((k) => {
          const text = typed[k.id] ?? '';
          const r: ReturnType<typeof tryInput<TypedQuantity>> | null =
            text.trim() === '' ? null : tryInput(() => k.read(text));
          return (
            <div key={k.id}>
              <Field
                label={k.label}
                figure
                hint={k.hint}
                value={text}
                error={r?.error}
                onChange={(e) => setTyped((t) => ({ ...t, [k.id]: e.target.value }))}
              />
              <ul className="figure mt-1 text-[15px]" aria-live="polite" aria-label={`${k.label}, converted`}>
                {(r?.value === undefined ? [] : k.to(r.value.value)).map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </div>
          );
        })}
      </div>
    </section>
  );
}
