import type { Metadata } from 'next';
import { ShelfView } from '@/features/shelf/ShelfView';
import { foundIn } from '@/usecases/pages';
import { readSession } from '@/usecases/session';
import { shelfCount, shelfLines } from '@/usecases/shelf/shelf';

export const metadata: Metadata = { title: 'Shelf' };

/** Lines that come with the page; the browser asks for the rest once it stands. */
const FIRST = 80;

export default async function Page({ searchParams }: { searchParams: Promise<{ find?: string | string[] }> }) {
  const find = foundIn(await searchParams);
  const { units } = await readSession();
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-4 px-4 py-6">
      <h1>Shelf</h1>
      <ShelfView first={await shelfLines(FIRST)} total={await shelfCount()} units={units} find={find} />
    </main>
  );
}
