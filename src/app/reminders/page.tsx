import type { Metadata } from 'next';
import { Reminders, Templates } from '@/features/calendar/Reminders';
import { NavLink } from '@/ui/NavLink';
import { dueReminders, templatesNow, writtenLast } from '@/usecases/calendar/reminders';

export const metadata: Metadata = { title: 'Reminders' };

export default async function Page() {
  const { due, noAddress } = await dueReminders();
  const { folder, lines } = await writtenLast();
  const templates = await templatesNow();
  return (
    <main className="mx-auto flex w-full max-w-[960px] flex-col gap-5 px-4 py-6">
      <div>
        <NavLink href="/" className="touch inline-flex items-center text-accent underline underline-offset-4">
          Day board
        </NavLink>
        <h1>Reminders</h1>
        <p className="mt-1 max-w-[76ch] text-soft">
          Vectis sends nothing by itself. It writes messages into the outbox folder, each once; a mail program opens and
          sends them.
        </p>
      </div>
      <Reminders due={due} noAddress={noAddress} />
      <section aria-labelledby="written" className="flex flex-col gap-1">
        <h2 id="written">Written so far</h2>
        {lines.length === 0 ? (
          <p className="text-soft">Nothing yet.</p>
        ) : (
          <ul className="divide-y divide-line text-[14px]">
            {lines.map((l) => (
              <li key={l.id} className="flex flex-wrap gap-x-4 py-1">
                <span className="figure text-soft">{l.when}</span>
                <span className="flex-1">{l.subject}</span>
                <span className="text-soft">{l.to}</span>
              </li>
            ))}
          </ul>
        )}
        <p className="text-[13px] text-soft">Folder: {folder}</p>
      </section>
      <section aria-labelledby="words" className="flex flex-col gap-1">
        <h2 id="words">In which words</h2>
        <Templates lines={templates} />
      </section>
    </main>
  );
}
