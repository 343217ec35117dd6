'use client';

import { useMemo, useState } from 'react';
import { plainSpacer } from '@/core/document/blank';
import { tryInput } from '@/core/errors';
import { type CatalogueItem, isFastener, shelfFor } from '@/core/parts/catalogue';
import { asItLooks } from '@/core/parts/finish';
import { sentence } from '@/core/rules/index';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { parseLength } from '@/core/units/parse';
import { joined } from '@/core/whatif/search/pairs';
import type { Candidate, SearchInput, SearchResult } from '@/core/whatif/search/types';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { NavLink } from '@/ui/NavLink';
import { RunProgress } from '@/ui/RunProgress';
import { Segments } from '@/ui/Segments';
import { useShownUnit } from '@/ui/units';
import { useWorkerRun } from '@/ui/useWorkerRun';
import { VerdictMark } from '@/ui/Verdict';
import type { SearchWorker } from '@/workers/search.worker';
import { CatalogueFile, type Opened } from './CatalogueFile';
import { ShelfFailed } from './ShelfFailed';
import type { Bench } from './useBench';
import { useShelf } from './useShelf';

/** Nothing between hub and wheel: it is always there, and bought nowhere. */
const NO_SPACER = { id: 'no spacer', part: plainSpacer(0), count: Number.POSITIVE_INFINITY };

/** What stands at the top of the list, and what the figure beside it is. */
const FIRST = {
  thinnest: { label: 'Thinnest that clears', words: 'thinnest', column: 'Thickness' },
  nearest: { label: 'Nearest to a gap', words: 'nearest to the wished gap', column: 'Off the wish' },
} as const;
/** What a search found. */
interface Found {
  readonly result: SearchResult;
  /** In what order it stands. */
  readonly first: keyof typeof FIRST;
  /** Of a search that is still under way or was stopped. */
  readonly partial: boolean;
}
const ORDERS = (['thinnest', 'nearest'] as const).map((value) => ({ value, label: FIRST[value].label }));

const SHOWN = 24;
/** So that the next spacer is seen as well. */
const PER_SPACER = 3;
const startWorker = (): Worker => new Worker(new URL('../../workers/search.worker.ts', import.meta.url));

/**
 * What of the shelf, and of a catalogue file beside it, fits this axle, nearest to the wished gap or thinnest first;
 * every size that does not, with its first reason.
 */
export function WhatFits({ bench, units }: { bench: Bench; units: UnitSystem }) {
  const { parts: own, failure, again } = useShelf();
  const [file, setFile] = useState<Opened | null>(null);
  const shelf = useMemo(() => [...(own ?? []), ...(file?.parts ?? [])], [own, file]);
  const [wish, setWish] = useState('3');
  // For clearance the smallest spacer that clears is wanted, for stance the one that comes nearest to a gap.
  const [first, setFirst] = useState<keyof typeof FIRST>(bench.plan.jobType === 'clearance' ? 'thinnest' : 'nearest');
  const [error, setError] = useState<string>();
  const { done, run, stop } = useWorkerRun<SearchWorker>(startWorker);
  const [found, setFound] = useState<Found | null>(null);
  const { plan, evaluation } = bench;
  const parts = useMemo(() => shelfFor(plan.hub, shelf), [plan.hub, shelf]);
  const unthreaded = parts.fasteners.filter((f) => f.part.threadLength === null).length;
  const byId = useMemo(() => new Map(shelf.map((p) => [p.id, p.item])), [shelf]);

  const shown = useShownUnit('length');
  const search = async () => {
    const wished = tryInput(() =>
      first === 'thinnest' ? null : parseLength('Wished gap', shown.typed(wish), { min: -50, max: 100 }).value,
    );
    setError(wished.error);
    if (wished.error !== undefined) return;
    const input: SearchInput = {
      base: plan,
      wantedGap: wished.value,
      ...parts,
      spacers: [NO_SPACER, ...parts.spacers],
      limit: SHOWN,
      perSpacer: PER_SPACER,
      wheels: [{ id: 'own', wheel: plan.wheel, corners: plan.corners }],
    };
    const whole = await run<SearchResult, SearchResult | null>(
      (worker, progress) => worker.run(input, progress),
      (soFar) => setFound(soFar && { result: soFar, first, partial: true }),
    );
    if (whole) setFound({ result: whole, first, partial: false });
  };

  const take = (c: Candidate) => {
    const parts = partsOf(c, byId);
    if (parts) bench.take(parts);
  };
  const name = (id: string | null, own: string) =>
    id === null ? own : id === NO_SPACER.id ? 'No spacer' : (byId.get(id)?.name ?? id);

  if (failure !== null) return <ShelfFailed failure={failure} again={again} />;
  if (own === null) return <p className="text-soft">Fetching the shelf …</p>;
  const catalogue = <CatalogueFile opened={file} onOpen={setFile} />;
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap items-end gap-3">
        <Segments label="Best first" value={first} options={ORDERS} onChange={setFirst} />
        {first === 'nearest' ? (
          <Field
            label="Wished gap, arch to tyre"
            figure
            unit={shown.unit}
            value={wish}
            error={error}
            onChange={(e) => setWish(e.target.value)}
            className="w-[170px]"
          />
        ) : null}
        <Button look="main" onClick={search} disabled={done !== null}>
          Search the shelf
        </Button>
        <RunProgress label="Search" done={done} onStop={stop} className="mb-4" />
        {catalogue}
      </div>
      {parts.spacers.length === 0 ? (
        <p className="max-w-[60ch] text-[14px]">
          The shelf has no spacer for {plan.hub.lugs ?? 'unknown'} lugs on{' '}
          {plan.hub.boltCircle === null
            ? 'a bolt circle that is not measured'
            : formatLength(plan.hub.boltCircle, units)}
          : the search goes by fasteners alone.{' '}
          <NavLink href="/shelf" className="text-accent underline underline-offset-4">
            Go to the shelf
          </NavLink>
        </p>
      ) : null}
      {unthreaded > 0 ? (
        <p className="flex items-start gap-2 text-[14px]">
          <span className="pt-1">
            <VerdictMark level="unmeasured" size={12} />
          </span>
          {unthreaded === 1 ? 'One fastener is' : `${unthreaded} fasteners are`} left out: how far{' '}
          {unthreaded === 1 ? 'it is' : 'they are'} threaded is not known.
        </p>
      ) : null}
      {found ? (
        <Results
          {...found}
          units={units}
          pitch={evaluation.numbers.thread.pitch}
          name={name}
          own={plan.hub.fastening}
          onTake={take}
        />
      ) : null}
    </div>
  );
}

/** What a candidate puts on the bench; null where its spacer is not at hand any more. */
function partsOf(c: Candidate, byId: ReadonlyMap<string, CatalogueItem>): Parameters<Bench['take']>[0] | null {
  const itemOf = (id: string | null) => (id === null ? undefined : byId.get(id));
  const [item, fastener, nut] = [itemOf(c.spacer), itemOf(c.fastener), itemOf(c.nut)];
  const spacer = c.spacer === NO_SPACER.id ? NO_SPACER.part : item?.kind === 'spacer' ? item.spacer : null;
  if (spacer === null) return null;
  // Nuts and bolts are seen once the wheel is on; a stud is not. How the old ones looked says nothing of these.
  const seen = nut ?? (fastener?.kind === 'bolt' ? fastener : undefined);
  return {
    finish: undefined,
    ...(seen ? asItLooks(seen) : {}),
    spacer,
    fastener: joined(fastener && isFastener(fastener) ? fastener.fastener : null, nut?.kind === 'nut' ? nut.nut : null),
  };
}

function Results({
  result,
  first,
  partial,
  units,
  pitch,
  name,
  own,
  onTake,
}: Found & {
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
          {partial ? 'So far: ' : ''}
          {result.total === 0
            ? partial
              ? 'nothing fits.'
              : 'Nothing on the shelf fits.'
            : `${result.total} ${result.total === 1 ? 'combination fits' : 'combinations fit'}; ${FIRST[first].words} first, the best ${PER_SPACER} with each spacer and what is on the car.`}
        </caption>
        {result.total > 0 ? (
          <thead>
            <tr className="border-b border-line text-left text-[12.5px] text-soft">
              <th scope="col" className="font-normal">
                Spacer
              </th>
              <th scope="col" className="font-normal">
                Fasteners
              </th>
              <th scope="col" className="text-right font-normal">
                {FIRST[first].column}
              </th>
              <th scope="col" className="text-right font-normal">
                Thread over
              </th>
              <th scope="col" className="text-right font-normal">
                To buy
              </th>
              <th scope="col">
                <span className="sr-only">Take</span>
              </th>
            </tr>
          </thead>
        ) : null}
        <tbody>
          {result.ranked.map((c) => (
            <tr key={`${c.spacer}/${c.fastener}/${c.nut}`} className="border-b border-line">
              <th scope="row" className="text-left font-[600]">
                {name(c.spacer, '')}
              </th>
              <td>
                {name(c.fastener, `the ${own}s on the car`)}
                {c.nut === null ? '' : `, ${name(c.nut, '')}`}
              </td>
              <td className="figure text-right">{formatLength(c.off, units, 'up')}</td>
              <td className="figure text-right">{formatLength(c.margin, units, 'down')}</td>
              <td className="figure text-right">{c.toBuy}</td>
              <td className="text-right">
                <button
                  type="button"
                  onClick={() => onTake(c)}
                  aria-label={`Take ${name(c.spacer, '')} with ${name(c.fastener, `the ${own}s on the car`)}${c.nut === null ? '' : ` and ${name(c.nut, '')}`} to the bench`}
                  className="touch px-2 text-accent underline underline-offset-4"
                >
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
