'use client';

import { useRef, useState, useTransition } from 'react';
import type { CatalogueItem } from '@/core/parts/catalogue';
import { seatInSentence } from '@/core/document/labels';
import { formatThread, parseThread } from '@/core/thread/designation';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { type Imported, importCatalogue, takeOff } from './actions';

const KIND_LABEL: Readonly<Record<CatalogueItem['kind'], string>> = {
  spacer: 'Spacers',
  bolt: 'Bolts',
  stud: 'Studs',
  conversion: 'Conversion studs',
  nut: 'Nuts',
};

/** The shelf: what is in hand, by kind, with a catalogue file in and out. */
export function ShelfView({
  parts,
  units,
  find,
}: {
  parts: readonly { id: string; item: CatalogueItem }[];
  units: UnitSystem;
  /** What was looked for; empty where all is shown. */
  find: string;
}) {
  const file = useRef<HTMLInputElement>(null);
  const [result, setResult] = useState<Imported | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();

  const load = (picked: File) =>
    start(async () => {
      const outcome = await ask(async () => importCatalogue(await picked.text()));
      setResult(outcome.ok ? outcome.value : null);
      setFailure(outcome.ok ? null : outcome.message);
    });

  const archive = (id: string) =>
    start(async () => {
      const outcome = await ask(() => takeOff(id));
      setFailure(outcome.ok ? null : outcome.message);
    });

  return (
    <div className="flex flex-col gap-5">
      <div className="flex flex-wrap items-center gap-3">
        <input
          ref={file}
          type="file"
          accept=".csv,text/csv"
          className="sr-only"
          aria-label="Catalogue file"
          tabIndex={-1}
          onChange={(e) => e.target.files?.[0] && load(e.target.files[0])}
        />
        <Button look="main" disabled={busy} onClick={() => file.current?.click()}>
          Import a CSV file
        </Button>
        <a
          href="/api/shelf"
          download="shelf.csv"
          className="touch inline-flex items-center px-2 text-[15px] text-accent underline underline-offset-4"
        >
          Export as CSV
        </a>
      </div>
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
      {result ? (
        <div role="status" className="border-l-2 border-accent pl-3 text-[14px]">
          <p>
            {result.added} {result.added === 1 ? 'part was' : 'parts were'} put on the shelf.
            {result.issues.length > 0
              ? ` ${result.issues.length} ${result.issues.length === 1 ? 'line was' : 'lines were'} left out:`
              : ''}
          </p>
          <ul className="list-disc pl-5">
            {result.issues.slice(0, 20).map((i) => (
              <li key={i.line}>
                Line {i.line}: {i.message}
              </li>
            ))}
          </ul>
        </div>
      ) : null}
      {parts.length === 0 && find !== '' ? (
        <p className="border-l-2 border-accent pl-4">Nothing on the shelf is called like “{find}”.</p>
      ) : parts.length === 0 ? (
        <p className="max-w-[640px] border-l-2 border-accent pl-4">
          The shelf is empty. Import a CSV file of spacers, bolts, studs, conversion studs and nuts; export it once to
          see the columns. The bench then says what of it fits.
        </p>
      ) : (
        (Object.keys(KIND_LABEL) as CatalogueItem['kind'][]).map((kind) => {
          const here = parts.filter((p) => p.item.kind === kind);
          if (here.length === 0) return null;
          return (
            <section key={kind} aria-labelledby={`shelf-${kind}`}>
              <h2 id={`shelf-${kind}`}>
                {KIND_LABEL[kind]} <span className="figure font-normal">{here.length}</span>
              </h2>
              <table className="w-full text-[14px]">
                <thead>
                  <tr className="border-b border-line text-left text-[12.5px] text-soft">
                    <th scope="col" className="w-[24%] font-normal">
                      Name
                    </th>
                    <th scope="col" className="font-normal">
                      What it is
                    </th>
                    <th scope="col" className="w-[80px] text-right font-normal">
                      Count
                    </th>
                    <th scope="col" className="w-[90px] pl-4 font-normal">
                      Bin
                    </th>
                    <th scope="col" className="w-[110px] font-normal">
                      <span className="sr-only">Take off</span>
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {here.map(({ id, item }) => (
                    <tr key={id} className="border-b border-line">
                      <th scope="row" className="text-left font-[600]">
                        {item.name}
                      </th>
                      <td className="figure">{specOf(item, units)}</td>
                      <td className="figure text-right">{item.count}</td>
                      <td className="figure pl-4">{item.bin || '–'}</td>
                      <td className="text-right">
                        <button
                          type="button"
                          disabled={busy}
                          onClick={() => archive(id)}
                          aria-label={`Archive ${item.name}`}
                          className="touch px-2 text-accent underline underline-offset-4"
                        >
                          Archive
                        </button>
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          );
        })
      )}
    </div>
  );
}

const threadName = (text: string): string => formatThread(parseThread('Thread', text));

function specOf(item: CatalogueItem, units: UnitSystem): string {
  const len = (x: number) => formatLength(x, units);
  switch (item.kind) {
    case 'spacer':
      return `${len(item.spacer.thickness)}, ${item.spacer.kind}, ${item.spacer.lugs ?? '?'} × ${(item.spacer.boltCircles ?? []).map(len).join(' / ')}${item.spacer.bore === null ? '' : `, bore ${len(item.spacer.bore)}`}`;
    case 'nut':
      return `${threadName(item.nut.thread)}, ${item.nut.style}, ${seatInSentence(item.nut.seat)}${item.nut.shankReach > 0 ? `, shank reaches ${len(item.nut.shankReach)}` : ''}`;
    default: {
      const thread =
        item.fastener.threadLength === null ? 'thread length not known' : `thread ${len(item.fastener.threadLength)}`;
      if (item.fastener.kind === 'conversion') {
        return `${threadName(item.thread)} in the hub, ${threadName(item.fastener.outerThread)} outside, ${len(item.fastener.length)}, short end ${len(item.fastener.shortEnd)}, ${thread}, class ${item.fastener.class}`;
      }
      return `${threadName(item.thread)}, ${len(item.fastener.kind === 'stud' ? item.fastener.protrusion : item.fastener.length)}, ${thread}, class ${item.fastener.class}${item.fastener.kind === 'bolt' ? `, ${seatInSentence(item.fastener.seat)}` : ''}`;
    }
  }
}
