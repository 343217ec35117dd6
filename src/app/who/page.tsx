import type { Metadata } from 'next';
import { WhoIsIt } from '@/features/people/WhoIsIt';
import { readSession } from '@/usecases/session';
import { openToNetwork } from '@/usecases/shop/openTo';
import { namesAreShown, namesToPick } from '@/usecases/shop/people';

export const metadata: Metadata = { title: 'Who is at the bench' };

export default async function Page({ searchParams }: { searchParams: Promise<{ back?: string | string[] }> }) {
  const { back } = await searchParams;
  const session = await readSession();
  const people = await namesToPick(session.who !== null && session.personId !== null);
  return (
    <main className="mx-auto flex w-full max-w-[720px] flex-col gap-5 px-4 py-8">
      <h1>Who is at the bench?</h1>
      <WhoIsIt
        people={people}
        here={session.personId}
        named={session.who}
        pins={openToNetwork()}
        typed={openToNetwork() && session.personId === null && !(await namesAreShown())}
        // Only a place of this program.
        back={typeof back === 'string' && /^\/(?!\/)/.test(back) ? back : '/'}
      />
    </main>
  );
}
