'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState, useTransition } from 'react';
import { fitmentLabel } from '@/core/document/fitmentRow';
import { plural } from '@/core/plural';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import type { FitmentLooked } from '@/usecases/survey/fitmentFile';
import { lookAt, takeOver } from './actions';

interface Picked {
  readonly name: string;
  readonly text: string;
  readonly looked: FitmentLooked;
}

const LARGEST = 4_000_000;

/** What cars of each model had, to another shop and from one: looked at first, then taken over whole or not at all. */
export function FitmentFiles({ there }: { there: { readonly lines: number; readonly models: number } }) {
  const router = useRouter();
  const file = useRef<HTMLInputElement>(null);
  const [picked, setPicked] = useState<Picked | null>(null);
  const [said, setSaid] = useState<{ bad: boolean; text: string } | null>(null);
  const [busy, start] = useTransition();
  const pick = (f: File | undefined) =>
    start(async () => {
      setPicked(null);
      setSaid(null);
      if (!f) return;
      if (f.size > LARGEST) return setSaid({ bad: true, text: `${f.name} is larger than 4 MB. Take it in parts.` });
      const text = await f.text();
      const looked = await ask(() => lookAt(text));
      if (looked.ok) setPicked({ name: f.name, text, looked: looked.value });
      else setSaid({ bad: true, text: looked.message });
    });
  const take = ({ text, name }: Picked) =>
    start(async () => {
      const done = await ask(() => takeOver(text, name));
      if (!done.ok) return setSaid({ bad: true, text: done.message });
      setPicked(null);
      if (file.current) file.current.value = '';
      setSaid({ bad: false, text: `${plural(done.value, 'line', 'lines')} taken over.` });
      router.refresh();
    });
  return (
    <section aria-labelledby="models" aria-busy={busy} className="flex flex-col gap-3 border-t border-line pt-4">
      <h2 id="models" className="!text-[17px] !text-ink">
        What models had
      </h2>
      <p className="max-w-[76ch] text-soft">
        Take in and Measure offer what cars of the same name had, dashed until they are checked at the car. What this
        shop knows goes out as a file, and what another shop knows comes in as one. Torque figures and locking pieces
        are in neither: they belong to each car.
      </p>
      {there.lines > 0 ? (
        <p>
          {plural(there.lines, 'line', 'lines')} on {plural(there.models, 'model', 'models')} came from other shops.
        </p>
      ) : null}
      <div className="flex flex-wrap items-center gap-4">
        <a
          href="/api/fitment"
          download
          className="touch inline-flex items-center text-accent underline underline-offset-4"
        >
          Save this shop’s as CSV
        </a>
        <label className="flex flex-wrap items-center gap-2">
          <span>Another shop’s file</span>
          <input
            ref={file}
            type="file"
            accept=".csv,text/csv"
            className="max-w-full py-3 text-[15px]"
            onChange={(e) => pick(e.target.files?.[0])}
          />
        </label>
      </div>
      {said ? (
        <p role={said.bad ? 'alert' : 'status'} className={said.bad ? 'border-l-4 border-stop pl-3' : 'text-soft'}>
          {said.text}
        </p>
      ) : null}
      {picked ? <Looked picked={picked} busy={busy} onTake={() => take(picked)} /> : null}
    </section>
  );
}

function Looked({ picked, busy, onTake }: { picked: Picked; busy: boolean; onTake: () => void }) {
  const { rows, models, first, issues, more } = picked.looked;
  return (
    <div className="flex flex-col gap-2">
      <p>
        {picked.name}: {plural(rows, 'line', 'lines')} on {plural(models.length, 'model', 'models')}
        {models.length > 0 ? `: ${models.slice(0, 6).join(', ')}${models.length > 6 ? ' …' : ''}` : ''}.
      </p>
      {issues.length > 0 ? (
        <div role="alert" className="border-l-4 border-stop pl-3">
          <p>Nothing can be taken over while lines are wrong:</p>
          <ul className="list-disc pl-5">
            {issues.map((i) => (
              <li key={`${i.line}/${i.message}`}>
                Line {i.line}: {i.message}
              </li>
            ))}
          </ul>
          {more > 0 ? <p>And {more} more.</p> : null}
        </div>
      ) : null}
      {first.length > 0 ? (
        <div className="overflow-x-auto">
          <table className="w-full max-w-[900px] text-[14px]">
            <caption className="pb-1 text-left text-[13px] font-[600] text-soft">
              {rows > first.length ? `The first ${first.length} lines` : 'What is in it'}
            </caption>
            <thead>
              <tr className="border-b border-ink text-left">
                {['Model', 'Axle', 'What', 'Value', 'Cars'].map((h) => (
                  <th key={h} scope="col" className="py-1 pr-4 font-[600]">
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {first.map((r) => (
                <tr key={`${r.model}/${r.axle}/${r.what}/${r.value}`} className="border-b border-line">
                  <td className="py-1 pr-4">{r.model}</td>
                  <td className="py-1 pr-4">{r.axle}</td>
                  <td className="py-1 pr-4">{fitmentLabel(r)}</td>
                  <td className="figure py-1 pr-4">{r.pm === null ? r.value : `${r.value} ± ${r.pm} mm`}</td>
                  <td className="figure py-1">{r.cars}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ) : null}
      <Button look="main" className="self-start" disabled={busy || issues.length > 0 || rows === 0} onClick={onTake}>
        Take {plural(rows, 'line', 'lines')} over
      </Button>
    </div>
  );
}
