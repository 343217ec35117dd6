'use client';

import { useId, useState } from 'react';
import type { Plan } from '@/core/document/document';
import { AXLE_LABEL } from '@/core/document/labels';
import type { Axle } from '@/core/document/vocabulary';
import { tryInput } from '@/core/errors';
import { type CatalogueItem, shelfFor } from '@/core/parts/catalogue';
import { commonConversions, commonNut, commonPlates, commonStuds } from '@/core/parts/generic';
import { sentence } from '@/core/rules/index';
import { parseThread } from '@/core/thread/designation';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { parseLength } from '@/core/units/parse';
import type { Kit, KitInput, KitRejected, KitResult, KitSet } from '@/core/whatif/kit';
import type { SwapSet } from '@/core/whatif/swap';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { RunProgress } from '@/ui/RunProgress';
import { Segments } from '@/ui/Segments';
import { useWorkerRun } from '@/ui/useWorkerRun';
import type { KitWorker } from '@/workers/kit.worker';
import { partsForKit } from './actions';

export interface KitAxle {
  readonly axle: Axle;
  readonly plan: Plan;
  readonly sets: readonly SwapSet[];
}

const startWorker = (): Worker => new Worker(new URL('../../workers/kit.worker.ts', import.meta.url));
const SHOWN = 8;
const FROM = [
  { value: 'shelf', label: 'The shelf' },
  { value: 'common', label: 'Common sizes too' },
] as const;

/** How thick a plate a set is wanted on, as typed: “10”, “8 to 12”, or nothing for no spacer. */
function rangeOf(name: string, typed: string): { from: number; to: number } {
  if (typed.trim() === '') return { from: 0, to: 0 };
  const [a = '', b] = typed.split(/\s*(?:to|–|\.\.)\s*/);
  const one = (text: string) => parseLength(`Spacer on ${name}`, text, { min: 0, max: 100 }).value;
  const [from, to] = [one(a), one(b ?? a)];
  return from <= to ? { from, to } : { from: to, to: from };
}

/** Common sizes for a hub: plates of its drilling, studs of its thread, nuts of the seat that its wheels have. */
function common({ plan }: KitAxle): { id: string; item: CatalogueItem }[] {
  const { hub, wheel, corners } = plan;
  if (hub.lugs === null || hub.boltCircle === null || wheel.seat === 'unknown') return [];
  const deep = Math.min(...corners.map((c) => c.tappedDepth?.value ?? Number.POSITIVE_INFINITY));
  const { d } = parseThread('Thread', hub.thread);
  // As deep as the hub is threaded, rounded down, so that the short end goes all the way in.
  const short = Number.isFinite(deep) ? [Math.floor(deep), Math.floor(deep) - 2] : [Math.ceil(d)];
  const studs =
    hub.fastening === 'bolt'
      ? commonConversions(
          hub.thread,
          { from: 50, to: 110 },
          short.filter((s) => s >= 10),
        )
      : commonStuds(hub.thread, 30, 90);
  const items = [
    ...commonPlates({ lugs: hub.lugs, circle: hub.boltCircle }, hub.spigotDiameter?.value ?? null),
    ...studs,
    commonNut(hub.thread, wheel.seat),
  ];
  return items.map((item) => ({ id: item.name, item }));
}

/**
 * What to have in the drawer so that every wheel set of the car goes on, bare and with its plate, and nothing that is
 * there can be put together wrong.
 */
export function OneKit({ axles, units }: { axles: readonly KitAxle[]; units: UnitSystem }) {
  const [at, setAt] = useState(axles[0]?.axle ?? 'front');
  const axle = axles.find((a) => a.axle === at) ?? axles[0];
  if (!axle) return null;
  return (
    <div className="flex flex-col gap-3">
      {axles.length > 1 ? (
        <Segments
          label="Axle"
          value={at}
          options={axles.map((a) => ({ value: a.axle, label: AXLE_LABEL[a.axle] }))}
          onChange={setAt}
        />
      ) : null}
      <OneAxle key={axle.axle} axle={axle} units={units} />
    </div>
  );
}

interface Found {
  readonly result: KitResult;
  readonly names: ReadonlyMap<string, CatalogueItem>;
}

const startOf = ({ plan, sets }: KitAxle): Record<string, string> =>
  Object.fromEntries(
    sets.map((s) => [s.name, s.measured && plan.spacer.thickness > 0 ? String(plan.spacer.thickness) : '']),
  );

function OneAxle({ axle, units }: { axle: KitAxle; units: UnitSystem }) {
  const { plan, sets } = axle;
  const [typed, setTyped] = useState(() => startOf(axle));
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [from, setFrom] = useState<(typeof FROM)[number]['value']>('common');
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({});
  const [failure, setFailure] = useState<string | null>(null);
  const [found, setFound] = useState<Found | null>(null);
  const { done, run, stop } = useWorkerRun<KitWorker>(startWorker);

  const asked = sets.filter((s) => !left.has(s.name));

  const leave = (name: string, out: boolean) => {
    const next = new Set(left);
    if (out) next.add(name);
    else next.delete(name);
    setLeft(next);
  };

  const search = async () => {
    const read = asked.map((s) => ({ set: s, range: tryInput(() => rangeOf(s.name, typed[s.name] ?? '')) }));
    setWrong(Object.fromEntries(read.flatMap(({ set, range }) => (range.error ? [[set.name, range.error]] : []))));
    const wanted: KitSet[] = read.flatMap(({ set, range }) =>
      range.error === undefined ? [{ ...set, ...range.value }] : [],
    );
    if (wanted.length < asked.length) return;
    const shelf = await ask(partsForKit);
    setFailure(shelf.ok ? null : shelf.message);
    if (!shelf.ok) return;
    const all = [...shelf.value, ...(from === 'common' ? common(axle) : [])];
    const parts = shelfFor(plan.hub, all);
    const input: KitInput = {
      plan,
      sets: wanted,
      plates: parts.spacers.filter((p) => p.part.kind !== 'adapter'),
      studs: parts.fasteners.flatMap((f) => (f.part.kind === 'bolt' ? [] : [{ ...f, part: f.part }])),
      nuts: parts.nuts,
      limit: SHOWN,
    };
    setFound(null);
    const result = await run<KitResult>((worker, progress) => worker.run(input, progress));
    if (result) setFound({ result, names: new Map(all.map((p) => [p.id, p.item])) });
  };

  return (
    <div className="flex flex-col gap-3">
      <p className="max-w-[72ch] text-[14px] text-soft">
        One stud, one nut and the fewest spacers, so that every set goes on bare and on each spacer of the kit without a
        stop and with nothing unmeasured. A spacer is wanted as “10” or “8 to 12”; nothing where a set goes on bare.
      </p>
      <div className="flex flex-wrap items-start gap-3">
        {sets.map((s) => (
          <div key={s.name} className="flex w-[190px] flex-col">
            <Field
              label={`Spacer on ${s.name}`}
              unit="mm"
              figure
              disabled={left.has(s.name)}
              value={typed[s.name] ?? ''}
              error={wrong[s.name]}
              onChange={(e) => setTyped({ ...typed, [s.name]: e.target.value })}
            />
            <label className="touch flex items-center gap-2 text-[14px]">
              <input
                type="checkbox"
                className="h-5 w-5 [accent-color:var(--accent)]"
                checked={left.has(s.name)}
                onChange={(e) => leave(s.name, e.target.checked)}
              />
              leave {s.name} out
            </label>
          </div>
        ))}
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <Segments label="From" value={from} options={FROM} onChange={setFrom} />
        <Button look="main" onClick={search} disabled={done !== null || asked.length === 0}>
          Find one kit
        </Button>
        <RunProgress label="Search for one kit" done={done} onStop={stop} className="mb-4" />
      </div>
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
      {found ? <Kits {...found} plan={plan} units={units} /> : null}
    </div>
  );
}

function Kits({ result, names, plan, units }: Found & { plan: Plan; units: UnitSystem }) {
  const name = (id: string | null): string => (id === null ? 'the nuts on it' : (names.get(id)?.name ?? id));
  const { total, ranked, rejected } = result;
  return (
    <div role="status" className="flex flex-col gap-3">
      {total === 0 ? (
        <p className="border-l-2 border-accent pl-3 text-[14px]">
          No kit serves every set. {rejected.length === 0 ? 'There is no stud of this hub’s thread to try.' : ''}
        </p>
      ) : (
        <KitTable ranked={ranked} total={total} name={name} units={units} />
      )}
      {rejected.length > 0 ? (
        <details className="text-[14px]">
          <summary className="touch flex cursor-pointer items-center text-accent underline underline-offset-4">
            {rejected.length === 1 ? 'One stud and nut goes' : `${rejected.length} studs and nuts go`} into no kit: why
          </summary>
          <ul className="divide-y divide-line border-y border-line">
            {grouped(rejected, (r) => whyNot(r, name, plan, units)).map(([why, those]) => (
              <li key={why} className="grid gap-x-4 py-1.5 md:grid-cols-[2fr_1.4fr]">
                <span>{why}</span>
                <span className="text-soft">{namesOf(those, name)}</span>
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </div>
  );
}

/** Rejected kits that fail for the same reason stand together. */
function grouped(all: readonly KitRejected[], why: (r: KitRejected) => string): [string, KitRejected[]][] {
  const groups = new Map<string, KitRejected[]>();
  for (const r of all) groups.set(why(r), [...(groups.get(why(r)) ?? []), r]);
  return [...groups];
}

function namesOf(those: readonly KitRejected[], name: (id: string | null) => string): string {
  const first = those.slice(0, 3).map((r) => `${name(r.stud)} with ${name(r.nut)}`);
  return those.length > 3 ? `${first.join('; ')}; and ${those.length - 3} more` : first.join('; ');
}

function whyNot(r: KitRejected, name: (id: string) => string, plan: Plan, units: UnitSystem): string {
  const where = `${r.set}, ${r.plate === null ? 'no spacer' : name(r.plate)}: `;
  if (r.reason === null) return `${r.set}: no spacer that is safe on every set is as thick as this one wants.`;
  return where + sentence(r.reason, { units, pitch: parseThread('Thread', plan.hub.thread).pitch });
}

function KitTable({
  ranked,
  total,
  name,
  units,
}: {
  ranked: readonly Kit[];
  total: number;
  name: (id: string | null) => string;
  units: UnitSystem;
}) {
  const id = useId();
  return (
    <table className="w-full text-[14px]" aria-describedby={id}>
      <caption id={id} className="pb-1 text-left text-[13px] text-soft">
        {total === 1 ? 'One kit serves' : `${total} kits serve`} every set; fewest pieces to buy first, then fewest
        parts, then most thread to spare. What a common size has to be stands in its name; buy no less.
      </caption>
      <thead>
        <tr className="border-b border-line text-left text-[12.5px] text-soft">
          {['Studs', 'Nuts', 'Spacers'].map((h) => (
            <th key={h} scope="col" className="py-1 pr-3 font-normal">
              {h}
            </th>
          ))}
          <th scope="col" className="py-1 pr-3 text-right font-normal">
            To buy, an axle
          </th>
          <th scope="col" className="py-1 text-right font-normal">
            Least thread to spare
          </th>
        </tr>
      </thead>
      <tbody>
        {ranked.map((k) => (
          <tr key={[k.stud, k.nut, ...k.plates].join()} className="border-b border-line align-top">
            <td className="py-1.5 pr-3">{name(k.stud)}</td>
            <td className="py-1.5 pr-3">{name(k.nut)}</td>
            <td className="py-1.5 pr-3">{k.plates.length === 0 ? 'none' : k.plates.map(name).join('; ')}</td>
            <td className="figure py-1.5 pr-3 text-right">{k.toBuy === 0 ? 'nothing' : `${k.toBuy} pieces`}</td>
            <td className="figure py-1.5 text-right">{formatLength(k.margin, units, 'down')}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
