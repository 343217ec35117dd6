import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { BayWall } from '@/features/calendar/BayWall';
import { bayDisplay } from '@/usecases/calendar/display';
import { NotFoundError } from '@/usecases/result';
import { readSession } from '@/usecases/session';

export const metadata: Metadata = { title: 'Bay display' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { units } = await readSession();
  try {
    return <BayWall display={await bayDisplay(id, units)} />;
  } catch (error) {
    if (error instanceof NotFoundError) notFound();
    throw error;
  }
}
