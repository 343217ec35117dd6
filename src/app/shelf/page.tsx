import type { Metadata } from 'next';
import { ShelfView } from '@/features/shelf/ShelfView';
import { foundIn } from '@/usecases/pages';
import { readSession } from '@/usecases/session';
import { shelfLines } from '@/usecases/shelf';

export const metadata: Metadata = { title: 'Shelf' };

export default async function Page({ searchParams }: { searchParams: Promise<{ find?: string | string[] }> }) {
  const find = foundIn(await searchParams);
  const { units } = await readSession();
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-4 px-4 py-6">
      <h1>Shelf</h1>
      <ShelfView lines={await shelfLines()} units={units} find={find} />
    </main>
  );
}
