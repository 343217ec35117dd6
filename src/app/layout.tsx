import type { Metadata } from 'next';
import './globals.css';
import { ClockNotice } from '@/features/shell/ClockNotice';
import { Header } from '@/features/shell/Header';
import { OnDevice } from '@/features/shell/OnDevice';
import { SkipLink } from '@/features/shell/SkipLink';
import { Unreached } from '@/features/shell/Unreached';
import { UnitsProvider } from '@/ui/units';
import { clockBehind } from '@/usecases/calendar/clock';
import { readSession } from '@/usecases/session';

/** Every page shows stored work, so none is made at build time, when there is no data folder. */
export const dynamic = 'force-dynamic';

export const metadata: Metadata = {
  title: { default: 'Vectis', template: '%s · Vectis' },
  description: 'Plans, computes and records wheel spacer and stud jobs.',
};

export default async function Layout({ children }: { children: React.ReactNode }) {
  const session = await readSession();
  const now = Date.now();
  return (
    <html lang="en-GB" data-theme={session.theme === 'auto' ? undefined : session.theme}>
      <body
        className="flex min-h-dvh flex-col"
        data-person={session.personId ?? ''}
        data-person-name={session.who ?? ''}
      >
        <UnitsProvider units={session.units}>
          <SkipLink />
          <Header session={session} />
          <Unreached />
          <OnDevice person={session.personId ?? ''} />
          <ClockNotice behind={await clockBehind(now)} now={now} />
          {children}
        </UnitsProvider>
      </body>
    </html>
  );
}
