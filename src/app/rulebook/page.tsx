import type { Metadata } from 'next';
import { Converter } from '@/features/rulebook/Converter';
import { Chart } from '@/features/rulebook/Reference';
import { RulebookView } from '@/features/rulebook/RulebookView';
import { Tables } from '@/features/rulebook/Tables';
import { NavLink } from '@/ui/NavLink';
import { readSession } from '@/usecases/session';
import { shopPolicyNow } from '@/usecases/shop/policy';

export const metadata: Metadata = { title: 'Rulebook' };

const PARTS = [
  ['threads', 'Threads'],
  ['classes', 'Classes'],
  ['seats', 'Seats'],
  ['converter', 'Converter'],
  ['chart', 'Torque to clamp'],
] as const;

export default async function Page() {
  const policy = await shopPolicyNow();
  const session = await readSession();
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-8 px-4 py-6">
      <div>
        <h1>Rulebook</h1>
        <p className="mt-1 max-w-[76ch] text-soft">
          Everything a plan is checked against. The vehicle maker’s and hardware supplier’s instructions win over any
          figure here; “from memory” means the published source was not at hand when it was written down.{' '}
          <NavLink href="/settings" className="text-accent underline underline-offset-4">
            This shop’s figures
          </NavLink>{' '}
          are those of {policy.version}.
        </p>
        <nav aria-label="Look up" className="mt-2 flex flex-wrap gap-x-5 text-[15px]">
          {PARTS.map(([id, label]) => (
            <a
              key={id}
              href={`#${id}`}
              className="touch inline-flex items-center text-accent underline underline-offset-4"
            >
              {label}
            </a>
          ))}
        </nav>
      </div>
      <RulebookView policy={policy} />
      <Tables policy={policy} />
      <Converter />
      <Chart units={session.units} />
    </main>
  );
}
