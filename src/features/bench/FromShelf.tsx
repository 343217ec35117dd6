'use client';

import { useMemo, useState } from 'react';
import { specOf } from '@/core/parts/spec';
import { plural } from '@/core/plural';
import { sentence } from '@/core/rules/index';
import type { UnitSystem } from '@/core/units/format';
import { type Offer, offersFor, type ShelfSlot } from '@/core/whatif/fromShelf';
import { Button, LinkButton } from '@/ui/Button';
import { SidePanel } from '@/ui/SidePanel';
import { VerdictMark } from '@/ui/Verdict';
import { ShelfFailed } from './ShelfFailed';
import type { Bench } from './useBench';
import { useShelf } from './useShelf';

const WHAT: Readonly<Record<ShelfSlot, { readonly title: string; readonly one: string; readonly many: string }>> = {
  spacer: { title: 'Spacers on the shelf', one: 'spacer', many: 'spacers' },
  fastener: { title: 'Fasteners on the shelf', one: 'fastener', many: 'fasteners' },
  nut: { title: 'Nuts on the shelf', one: 'nut', many: 'nuts' },
  locking: { title: 'Keyed bolts on the shelf', one: 'keyed bolt', many: 'keyed bolts' },
};

const SHOWN = 40;

/** Fills one group of fields with a part of the shelf: what fits stands first, the others say why they do not. */
export function FromShelf({ bench, slot, units }: { bench: Bench; slot: ShelfSlot; units: UnitSystem }) {
  const [open, setOpen] = useState(false);
  return (
    <SidePanel
      title={WHAT[slot].title}
      width={560}
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button className="mt-[21px]" aria-label={`From the shelf: ${WHAT[slot].many}`}>
          From the shelf
        </Button>
      }
    >
      <Shelf bench={bench} slot={slot} units={units} onDone={() => setOpen(false)} />
    </SidePanel>
  );
}

function Shelf({
  bench,
  slot,
  units,
  onDone,
}: {
  bench: Bench;
  slot: ShelfSlot;
  units: UnitSystem;
  onDone: () => void;
}) {
  const { parts, failure, again } = useShelf();
  const { plan } = bench;
  const offers = useMemo(() => (parts === null ? null : offersFor(plan, slot, parts)), [plan, slot, parts]);
  if (failure !== null) return <ShelfFailed failure={failure} again={again} />;
  if (offers === null) return <p className="text-soft">Fetching the shelf …</p>;
  const { fits, others, elsewhere } = offers;
  const put = (o: Offer) => {
    bench.put(o.put);
    onDone();
  };
  const { one, many } = WHAT[slot];
  const listed = (id: string, title: string, list: readonly Offer[]) =>
    list.length === 0 ? null : (
      <section aria-labelledby={`${id}-${slot}`}>
        <h2 id={`${id}-${slot}`}>{title}</h2>
        <ul className="divide-y divide-line border-y border-line">
          {list.slice(0, SHOWN).map((o) => (
            <Row key={o.id} offer={o} bench={bench} units={units} onPut={put} />
          ))}
        </ul>
        {list.length > SHOWN ? <p className="text-[13px] text-soft">and {list.length - SHOWN} more</p> : null}
      </section>
    );
  return (
    <>
      {fits.length === 0 ? (
        <p>
          {others.length === 0
            ? `No ${one} on the shelf goes on this hub.`
            : `No ${one} on the shelf fits this choice.`}
        </p>
      ) : null}
      {listed('fits', 'Fits', fits)}
      {listed('others', 'Others, and why not', others)}
      {elsewhere > 0 ? (
        <p className="text-[14px] text-soft">
          {plural(elsewhere, `other ${one}`, `other ${many}`)} {elsewhere === 1 ? 'is' : 'are'} for another{' '}
          {slot === 'spacer' ? 'bolt circle or number of lugs' : 'thread'}.
        </p>
      ) : null}
      {fits.length + others.length + elsewhere === 0 ? <LinkButton href="/shelf">Go to the shelf</LinkButton> : null}
    </>
  );
}

function Row({
  offer: { item, against, verdict },
  offer,
  bench,
  units,
  onPut,
}: {
  offer: Offer;
  bench: Bench;
  units: UnitSystem;
  onPut: (o: Offer) => void;
}) {
  const { pitch } = bench.evaluation.numbers.thread;
  return (
    <li className="flex items-start gap-3 py-1.5">
      <span className="pt-1">
        <VerdictMark level={against?.level ?? verdict} size={14} />
      </span>
      <span className="flex min-w-0 flex-1 flex-col">
        <span className="font-[600]">{item.name}</span>
        <span className="text-[13px] text-soft">
          <span className="figure">{specOf(item, units)}</span>
          {item.about?.key ? `, key ${item.about.key}` : ''}
          {item.about?.finish ? `, ${item.about.finish}` : ''}
          {item.about?.colour ? `, ${item.about.colour}` : ''}
        </span>
        {against === null ? null : <span className="text-[14px]">{sentence(against, { units, pitch })}</span>}
      </span>
      <span className="figure w-[72px] shrink-0 pt-0.5 text-right text-[13px] text-soft">
        {item.count === 0 ? 'none here' : `${item.count} here`}
      </span>
      <button
        type="button"
        onClick={() => onPut(offer)}
        aria-label={`Use ${item.name}`}
        className="touch -my-1.5 shrink-0 px-2 text-accent underline underline-offset-4"
      >
        Use
      </button>
    </li>
  );
}
