import type { Metadata } from 'next';
import { ShelfView } from '@/features/shelf/ShelfView';
import { theStore } from '@/store/connection';
import { findParts } from '@/store/parts';
import { Finder } from '@/ui/Finder';
import { foundIn } from '@/usecases/pages';
import { readSession } from '@/usecases/session';

export const metadata: Metadata = { title: 'Shelf' };

/** As many as are looked over in one go; more are found by typing. */
const MOST = 120;

export default async function Page({ searchParams }: { searchParams: Promise<{ find?: string | string[] }> }) {
  const find = foundIn(await searchParams);
  const { rows, count } = await findParts((await theStore()).db, find, MOST);
  const { units } = await readSession();
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-5 px-4 py-6">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h1>Shelf</h1>
        <Finder label="Find a part" start={find} placeholder="name, bin or kind" />
      </div>
      <ShelfView parts={rows.map((p) => ({ id: p.id, item: p.item }))} units={units} find={find} />
      {count > rows.length ? (
        <p className="text-[14px] text-soft">
          {rows.length} of {count} parts: type what it is called to find another.
        </p>
      ) : null}
    </main>
  );
}
