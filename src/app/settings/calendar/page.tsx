import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { Closures } from '@/features/calendar/Closures';
import { Resources } from '@/features/calendar/Resources';
import { ShopHours } from '@/features/calendar/ShopHours';
import { SettingsPage } from '@/features/settings/SettingsPage';
import { closuresAhead, shopHours, shopResources } from '@/usecases/calendar/shop';

export const metadata: Metadata = { title: 'Calendar settings' };

export default async function Page() {
  const time = await shopHours();
  const lines = await shopResources();
  const closures = await closuresAhead();
  const asked = await headers();
  const host = asked.get('host') ?? '127.0.0.1:4310';
  const scheme = asked.get('x-forwarded-proto') === 'https' ? 'https' : 'http';
  return (
    <SettingsPage
      title="Calendar"
      about="What can be booked, when the shop is open, when nothing is done. Each place and person has a calendar of its own that other programs on this network can ask for by its address."
    >
      <section aria-labelledby="places" className="flex flex-col gap-2">
        <h2 id="places" className="!text-[17px] !text-ink">
          Places, people, things
        </h2>
        <Resources lines={lines} origin={`${scheme}://${host}`} />
      </section>
      <section aria-labelledby="hours" className="flex max-w-[720px] flex-col gap-2">
        <h2 id="hours" className="!text-[17px] !text-ink">
          Open hours
        </h2>
        <ShopHours zone={time.zone} hours={time.hours} />
      </section>
      <section aria-labelledby="closures" className="flex flex-col gap-2">
        <h2 id="closures" className="!text-[17px] !text-ink">
          Closures
        </h2>
        <Closures lines={closures.lines} count={closures.count} owners={lines.map(({ id, name }) => ({ id, name }))} />
      </section>
    </SettingsPage>
  );
}
