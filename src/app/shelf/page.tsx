import type { Metadata } from 'next';
import { ShelfView } from '@/features/shelf/ShelfView';
import { theStore } from '@/store/connection';
import { listParts } from '@/store/parts';
import { readSession } from '@/usecases/session';

export const metadata: Metadata = { title: 'Shelf' };

export default async function Page() {
  const parts = await listParts((await theStore()).db);
  const { units } = await readSession();
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-5 px-4 py-6">
      <h1>Shelf</h1>
      <ShelfView parts={parts.map((p) => ({ id: p.id, item: p.item }))} units={units} />
    </main>
  );
}
