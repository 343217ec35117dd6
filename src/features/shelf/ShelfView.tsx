'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { useRouter } from 'next/navigation';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
import { specOf } from '@/core/parts/spec';
import type { UnitSystem } from '@/core/units/format';
import { PartOutline } from '@/drawing/PartSketch';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { Field, SelectField } from '@/ui/Field';
import type { ShelfLine } from '@/usecases/shelf/shelf';
import { CommonSizes } from './CommonSizes';
import { emptyRow, KIND_LABEL, KINDS, type Kind } from './fields';
import { ImportFile } from './ImportFile';
import { PartForm } from './PartForm';
import { PartPanel } from './PartPanel';
import { useWholeShelf } from './useWholeShelf';

const ORDERS = [
  { value: 'name', label: 'By name' },
  { value: 'short', label: 'Short ones first' },
  { value: 'bin', label: 'By bin' },
  { value: 'count', label: 'Most in hand first' },
] as const;
type Order = (typeof ORDERS)[number]['value'];

const least = (l: ShelfLine): number => l.item.about?.least ?? 0;
/** How many are missing to the least stock once what is kept is gone; below zero there are more. */
const missing = (l: ShelfLine): number => least(l) - (l.item.count - l.kept);
const byText = (a: string, b: string): number => a.localeCompare(b, 'en', { numeric: true });

const COMPARE: Readonly<Record<Order, (a: ShelfLine, b: ShelfLine) => number>> = {
  name: () => 0,
  short: (a, b) => missing(b) - missing(a),
  bin: (a, b) => byText(a.item.bin || '￿', b.item.bin || '￿'),
  count: (a, b) => b.item.count - a.item.count,
};

interface Entry {
  readonly key: string;
  readonly heading: Kind | null;
  readonly line: ShelfLine | null;
  readonly count: number;
}

/** Headings and lines in the order that they stand. */
function entriesOf(lines: readonly ShelfLine[], order: Order): Entry[] {
  return KINDS.flatMap((kind) => {
    const here = lines
      .filter((l) => l.item.kind === kind)
      .sort((a, b) => COMPARE[order](a, b) || byText(a.item.name, b.item.name));
    if (here.length === 0) return [];
    const heading: Entry = { key: kind, heading: kind, line: null, count: here.length };
    return [heading, ...here.map((line): Entry => ({ key: line.id, heading: null, line, count: 0 }))];
  });
}

type Open =
  | { readonly what: 'new'; readonly kind: Kind }
  | { readonly what: 'import' }
  | { readonly what: 'common' }
  | null;

/** The shelf: what is in hand, by kind, found as it is typed; a part opens in its place, drawn. */
export function ShelfView({
  first,
  total,
  units,
  find,
}: {
  /** Lines that came with the page; the rest is fetched. */
  first: readonly ShelfLine[];
  total: number;
  units: UnitSystem;
  find: string;
}) {
  const router = useRouter();
  const { lines, whole } = useWholeShelf(first, total);
  const [typed, setTyped] = useState(find);
  const [kind, setKind] = useState<Kind | 'all'>('all');
  const [order, setOrder] = useState<Order>('name');
  const [at, setAt] = useState<string | null>(null);
  const [open, setOpen] = useState<Open>(null);
  const [said, setSaid] = useState<string | null>(null);
  const wanted = useDeferredValue(typed.trim().toLowerCase());

  const texts = useMemo(
    () =>
      new Map(
        lines.map((l) => [
          l.id,
          `${l.item.name} ${l.item.bin} ${l.item.about?.code ?? ''} ${KIND_LABEL[l.item.kind]} ${specOf(l.item, units)}`.toLowerCase(),
        ]),
      ),
    [lines, units],
  );
  const shown = useMemo(() => {
    const words = wanted.split(/\s+/).filter(Boolean);
    return lines.filter(
      (l) => (kind === 'all' || l.item.kind === kind) && words.every((w) => texts.get(l.id)?.includes(w)),
    );
  }, [lines, kind, wanted, texts]);
  const entries = useMemo(() => entriesOf(shown, order), [shown, order]);

  const look = (text: string) => {
    setTyped(text);
    const query = text.trim() === '' ? '' : `?find=${encodeURIComponent(text.trim())}`;
    window.history.replaceState(null, '', window.location.pathname + query);
  };
  const changed = () => router.refresh();
  const done = (words: string | null) => {
    setOpen(null);
    setSaid(words);
    changed();
  };

  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-end gap-3">
        <Field
          label="Find a part"
          type="search"
          placeholder="name, bin, code or figure"
          value={typed}
          maxLength={60}
          onChange={(e) => look(e.target.value)}
          className="w-[210px]"
        />
        <SelectField
          label="Kind"
          value={kind}
          options={[{ value: 'all', label: 'All kinds' }, ...KINDS.map((k) => ({ value: k, label: KIND_LABEL[k] }))]}
          onChange={(e) => setKind(e.target.value as Kind | 'all')}
          className="w-[170px]"
        />
        <SelectField
          label="Order"
          value={order}
          options={ORDERS}
          onChange={(e) => setOrder(e.target.value as Order)}
          className="w-[165px]"
        />
        <Button look="main" onClick={() => setOpen({ what: 'new', kind: kind === 'all' ? 'bolt' : kind })}>
          Add a part
        </Button>
        <Button onClick={() => setOpen({ what: 'import' })}>Import a CSV file</Button>
        <Button onClick={() => setOpen({ what: 'common' })}>Common sizes</Button>
        <a
          href="/api/shelf"
          download="shelf.csv"
          className="touch inline-flex items-center px-1 text-[15px] text-accent underline underline-offset-4"
        >
          Export as CSV
        </a>
      </div>
      {said ? (
        <p role="status" className="border-l-2 border-accent pl-3 text-[14px]">
          {said}
        </p>
      ) : null}
      {open?.what === 'new' ? (
        <div className="flex flex-col gap-3">
          <SelectField
            label="It is of the kind"
            value={open.kind}
            options={KINDS.map((k) => ({ value: k, label: KIND_LABEL[k] }))}
            onChange={(e) => setOpen({ what: 'new', kind: e.target.value as Kind })}
            className="w-[200px]"
          />
          <PartForm
            key={open.kind}
            id={null}
            kind={open.kind}
            start={emptyRow(open.kind)}
            units={units}
            onDone={(saved) => done(saved ? 'The part is on the shelf.' : null)}
          />
        </div>
      ) : null}
      {open?.what === 'import' ? <ImportFile onDone={done} /> : null}
      {open?.what === 'common' ? <CommonSizes onDone={done} /> : null}
      {whole ? null : (
        <p role="status" className="text-[14px] text-soft">
          {lines.length} of {total} parts so far: the rest is on its way.
        </p>
      )}
      {total === 0 ? (
        <p className="max-w-[640px] border-l-2 border-accent pl-4">
          The shelf is empty. Add a part, import a CSV file of spacers, bolts, studs and nuts (export it once to see the
          columns), or begin with common sizes. The bench then says what of it fits.
        </p>
      ) : entries.length === 0 ? (
        <p className="border-l-2 border-accent pl-4">Nothing on the shelf is called like “{typed.trim()}”.</p>
      ) : (
        <Lines entries={entries} at={at} onAt={setAt} units={units} onChanged={changed} />
      )}
    </div>
  );
}

const ROW_PX = 53;

/** The lines, as many as the screen shows of as many as there are. */
function Lines({
  entries,
  at,
  onAt,
  units,
  onChanged,
}: {
  entries: readonly Entry[];
  at: string | null;
  onAt: (id: string | null) => void;
  units: UnitSystem;
  onChanged: () => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: entries.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW_PX,
    getItemKey: (i) => entries[i]?.key ?? i,
    overscan: 8,
    initialRect: { width: 1180, height: 620 },
  });
  return (
    <section
      ref={box}
      // A scrolling box is reached by the keyboard as well.
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls
      tabIndex={0}
      aria-label="Parts"
      className="h-[max(420px,calc(100vh-230px))] overflow-y-auto border-y border-line"
    >
      <ul style={{ height: rows.getTotalSize(), position: 'relative' }}>
        {rows.getVirtualItems().map((v) => {
          const entry = entries[v.index];
          if (!entry) return null;
          return (
            <li
              key={v.key}
              data-index={v.index}
              ref={rows.measureElement}
              className="absolute top-0 left-0 w-full"
              style={{ transform: `translateY(${v.start}px)` }}
            >
              {entry.heading ? (
                <h2 className="flex items-end pt-4 pb-1">
                  {KIND_LABEL[entry.heading]} <span className="figure ml-1.5 font-normal">{entry.count}</span>
                </h2>
              ) : null}
              {entry.line ? (
                <>
                  <Row line={entry.line} units={units} open={at === entry.line.id} onOpen={onAt} />
                  {at === entry.line.id ? (
                    <PartPanel line={entry.line} units={units} onChanged={onChanged} onClose={() => onAt(null)} />
                  ) : null}
                </>
              ) : null}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function Row({
  line,
  units,
  open,
  onOpen,
}: {
  line: ShelfLine;
  units: UnitSystem;
  open: boolean;
  onOpen: (id: string | null) => void;
}) {
  const { item, kept } = line;
  const short = missing(line) > 0;
  return (
    <div
      className={cx(
        'relative grid min-h-[52px] grid-cols-[96px_minmax(0,1fr)_84px_60px_64px] items-center lg:grid-cols-[96px_minmax(0,1fr)_140px_90px_64px] gap-3 border-b border-line px-1 text-[14px] hover:bg-accent-wash/50 max-sm:grid-cols-[64px_minmax(0,1fr)_auto_auto]',
        open && 'bg-accent-wash',
      )}
    >
      <PartOutline item={item} units={units} />
      <span className="flex flex-col py-1 lg:grid lg:grid-cols-[minmax(0,1fr)_minmax(0,2fr)] lg:items-center lg:gap-3">
        <span className="font-[600]">{item.name}</span>
        <span className="figure text-[13px]">{specOf(item, units)}</span>
      </span>
      <span className="figure text-right">
        {item.count}
        {kept > 0 ? <span className="text-soft">, {kept} kept</span> : null}
        {short ? <span className="ml-1.5 font-[620] text-caution">short</span> : null}
      </span>
      <span className="figure truncate max-sm:hidden">{item.bin || '–'}</span>
      <span>
        <button
          type="button"
          aria-expanded={open}
          aria-label={`${open ? 'Close' : 'Open'} ${item.name}`}
          onClick={() => onOpen(open ? null : line.id)}
          // The whole line opens it: a gloved thumb does not look for the word.
          className="touch px-2 text-accent underline underline-offset-4 after:absolute after:inset-0 after:content-['']"
        >
          {open ? 'Close' : 'Open'}
        </button>
      </span>
    </div>
  );
}
