import type { Metadata } from 'next';
import { Suspense } from 'react';
import { QuickView } from '@/features/quick/QuickView';
import { readSession } from '@/usecases/session';
import { shopPolicyNow } from '@/usecases/shop/policy';

export const metadata: Metadata = { title: 'Quick answer' };

export default async function Page() {
  const policy = await shopPolicyNow();
  const session = await readSession();
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-4 px-4 py-5">
      <h1>
        Quick answer <span className="ml-2 text-[14px] font-normal text-soft">F2 from anywhere</span>
      </h1>
      <Suspense>
        <QuickView policy={policy} units={session.units} />
      </Suspense>
    </main>
  );
}
