import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { practiceCar } from '@/core/practice/lessons';
import { PracticeMark } from '@/features/practice/PracticeMark';
import { PracticeView } from '@/features/practice/PracticeView';
import { readSession } from '@/usecases/session';

export const metadata: Metadata = { title: 'Practice car' };

export default async function Page({ params }: { params: Promise<{ seed: string }> }) {
  const { seed } = await params;
  const car = practiceCar(seed);
  if (car === null) notFound();
  const { units } = await readSession();
  const n = Number(seed.slice(seed.lastIndexOf('-') + 1));
  return (
    <main className="mx-auto flex w-full max-w-[1280px] flex-1 flex-col gap-4 px-4 py-4">
      <PracticeMark seed={seed} />
      <PracticeView key={seed} car={car} next={`${car.lesson ?? 'any'}-${(n + 1) % 1_000_000}`} units={units} />
    </main>
  );
}
