import type { Metadata } from 'next';
import { Lessons } from '@/features/practice/Lessons';
import { PracticeMark } from '@/features/practice/PracticeMark';

export const metadata: Metadata = { title: 'Practice bay' };

export default function Page() {
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-5 px-4 py-6">
      <div>
        <h1>Practice bay</h1>
        <p className="mt-1 max-w-[76ch]">
          Cars that are not there. Each has an owner who wants something, and a truth that only measuring finds. Take
          the readings you need, decide, and see what comes of it. Some of them are sound.
        </p>
      </div>
      <PracticeMark />
      <Lessons surprise={Math.floor(Math.random() * 100_000)} />
    </main>
  );
}
