'use client';

import { proxy, wrap } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import { sentence } from '@/core/plan/messages';
import { type CatalogueItem, shelfFor } from '@/core/search/catalogue';
import { joined } from '@/core/search/search';
import type { Candidate, SearchInput, SearchResult } from '@/core/search/types';
import { parseLength } from '@/core/units/parse';
import { InputError } from '@/core/errors';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { Button, LinkButton } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { VerdictMark } from '@/ui/Verdict';
import type { SearchWorker } from '@/workers/search.worker';
import type { Bench } from './useBench';

export interface ShelfPart {
  readonly id: string;
  readonly item: CatalogueItem;
}

const SHOWN = 12;

/** What of the shelf fits this axle, nearest to the wished gap first; every size that does not, with its first reason. */
export function WhatFits({ bench, units, shelf }: { bench: Bench; units: UnitSystem; shelf: readonly ShelfPart[] }) {
  const [wish, setWish] = useState('3');
  const [error, setError] = useState<string>();
  const [done, setDone] = useState<number | null>(null);
  const [result, setResult] = useState<SearchResult | null>(null);
  const worker = useRef<Worker | null>(null);
  const { plan, evaluation } = bench;
  const parts = useMemo(() => shelfFor(plan.hub, shelf), [plan.hub, shelf]);
  const byId = useMemo(() => new Map(shelf.map((p) => [p.id, p.item])), [shelf]);

  const stop = () => {
    worker.current?.terminate();
    worker.current = null;
    setDone(null);
  };
  useEffect(() => () => worker.current?.terminate(), []);

  const run = async () => {
    stop();
    let wantedGap: number;
    try {
      wantedGap = parseLength('Wished gap', wish, { min: -50, max: 100 }).value;
      setError(undefined);
    } catch (e) {
      if (!(e instanceof InputError)) throw e;
      setError(e.message);
      return;
    }
    const own = new Worker(new URL('../../workers/search.worker.ts', import.meta.url));
    worker.current = own;
    setDone(0);
    const input: SearchInput = { base: plan, wantedGap, ...parts, limit: SHOWN, wheels: [{ id: 'own', wheel: plan.wheel, corners: plan.corners }] };
    const found = await wrap<SearchWorker>(own).run(input, proxy((share: number) => {
      // The last word of progress may come in after the result.
      if (worker.current === own) setDone(share);
    }));
    if (worker.current !== own) return;
    setResult(found);
    stop();
  };

  const take = (c: Candidate) => {
    const spacer = byId.get(c.spacer);
    const fastener = c.fastener === null ? null : byId.get(c.fastener);
    const nut = c.nut === null ? null : byId.get(c.nut);
    if (spacer?.kind !== 'spacer') return;
    bench.take({
      spacer: spacer.spacer,
      fastener: joined(fastener && (fastener.kind === 'bolt' || fastener.kind === 'stud') ? fastener.fastener : null, nut?.kind === 'nut' ? nut.nut : null),
    });
  };
  const name = (id: string | null, own: string) => (id === null ? own : (byId.get(id)?.name ?? id));

  if (parts.spacers.length === 0) {
    return (
      <div className="flex flex-col items-start gap-2">
        <p className="max-w-[60ch] text-[14px]">
          The shelf holds no spacer for {plan.hub.lugs} lugs on {formatLength(plan.hub.boltCircle, units)}. Import a catalogue first.
        </p>
        <LinkButton href="/shelf">Go to the shelf</LinkButton>
      </div>
    );
  }
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Wished gap, arch to tyre" figure unit="mm" value={wish} error={error} onChange={(e) => setWish(e.target.value)} className="w-[190px]" />
        <Button look="main" onClick={run} disabled={done !== null}>
          Search the shelf
        </Button>
        {done === null ? null : (
          <>
            <progress value={done} max={1} aria-label="Search" className="mb-4 [accent-color:var(--accent)]" />
            <Button look="quiet" onClick={stop}>
              Stop
            </Button>
          </>
        )}
      </div>
      {result ? <Results result={result} units={units} pitch={evaluation.numbers.thread.pitch} name={name} own={plan.hub.fastening} onTake={take} /> : null}
    </div>
  );
}

function Results({ result, units, pitch, name, own, onTake }: {
  result: SearchResult;
  units: UnitSystem;
  pitch: number;
  name: (id: string | null, own: string) => string;
  own: 'bolt' | 'stud';
  onTake: (c: Candidate) => void;
}) {
  return (
    <>
      <table className="w-full text-[14px]">
        <caption className="pb-1 text-left text-[13px] text-soft">
          {result.total === 0 ? 'Nothing on the shelf fits.' : `${result.total} ${result.total === 1 ? 'combination fits' : 'combinations fit'}; nearest to the wished gap first.`}
        </caption>
        {result.total > 0 ? (
          <thead>
            <tr className="border-b border-line text-left text-[12.5px] text-soft">
              <th scope="col" className="font-normal">Spacer</th>
              <th scope="col" className="font-normal">Fasteners</th>
              <th scope="col" className="text-right font-normal">Off the wish</th>
              <th scope="col" className="text-right font-normal">Thread over</th>
              <th scope="col" className="text-right font-normal">To buy</th>
              <th scope="col"><span className="sr-only">Take</span></th>
            </tr>
          </thead>
        ) : null}
        <tbody>
          {result.ranked.map((c) => (
            <tr key={`${c.spacer}/${c.fastener}/${c.nut}`} className="border-b border-line">
              <th scope="row" className="text-left font-[600]">{name(c.spacer, '')}</th>
              <td>
                {name(c.fastener, `stock ${own}s`)}
                {c.nut === null ? '' : `, ${name(c.nut, '')}`}
              </td>
              <td className="figure text-right">{formatLength(c.off, units, 'up')}</td>
              <td className="figure text-right">{formatLength(c.margin, units, 'down')}</td>
              <td className="figure text-right">{c.toBuy}</td>
              <td className="text-right">
                <button type="button" onClick={() => onTake(c)} aria-label={`Put ${name(c.spacer, '')} with ${name(c.fastener, `stock ${own}s`)} on the bench`} className="touch px-2 text-accent underline underline-offset-4">
                  Take
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {result.rejected.length > 0 ? (
        <section aria-labelledby="rejected">
          <h2 id="rejected">Does not go on</h2>
          <ul className="divide-y divide-line border-y border-line text-[14px]">
            {result.rejected.map((r) => (
              <li key={r.spacer} className="grid grid-cols-[150px_1fr] gap-3 py-1.5">
                <span className="font-[600]">{name(r.spacer, '')}</span>
                <span className="flex items-start gap-2">
                  <span className="pt-1">
                    <VerdictMark level={r.reason.level} size={12} />
                  </span>
                  {sentence(r.reason, { units, pitch })}
                </span>
              </li>
            ))}
          </ul>
        </section>
      ) : null}
    </>
  );
}
