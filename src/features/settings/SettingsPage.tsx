import { NavLink } from '@/ui/NavLink';

/** A page behind Settings: the way back, what it is about, then its sections. */
export function SettingsPage({ title, about, children }: { title: string; about: string; children: React.ReactNode }) {
  return (
    <main className="mx-auto flex w-full max-w-[1080px] flex-col gap-6 px-4 py-6">
      <div>
        <NavLink href="/settings" className="touch inline-flex items-center text-accent underline underline-offset-4">
          Settings
        </NavLink>
        <h1>{title}</h1>
        <p className="mt-1 max-w-[720px] text-soft">{about}</p>
      </div>
      {children}
    </main>
  );
}
