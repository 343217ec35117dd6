import { format } from 'date-fns';
import type { Metadata } from 'next';
import { People } from '@/features/people/People';
import { Backups } from '@/features/settings/Backups';
import { PolicyForm } from '@/features/settings/PolicyForm';
import { PolicyHistory } from '@/features/settings/PolicyHistory';
import { Wrenches } from '@/features/settings/Wrenches';
import { LinkButton } from '@/ui/Button';
import { isLead } from '@/usecases/roles';
import { readSession } from '@/usecases/session';
import { type BackupFile, backupPlace, backups } from '@/usecases/shop/backups';
import { everybody, namesAreShown, standing } from '@/usecases/shop/people';
import { shopPolicy } from '@/usecases/shop/policy';
import { shopWrenches } from '@/usecases/torque/wrenches';

export const metadata: Metadata = { title: 'Settings' };

const WHY: Readonly<Record<BackupFile['why'], string>> = {
  asked: 'asked for',
  hourly: 'by itself',
  migration: 'before a new release',
  restore: 'before another was put back',
};

const mb = (bytes: number): string => `${Math.round(bytes / 1024 / 1024)} MB`;

const roomText = ({ taken, most }: { taken: number; most: number }, share: number): string =>
  Number.isFinite(most)
    ? `They take ${mb(taken)} of the ${mb(most)} that are ${share} % of that disk; before they take more, the oldest that were made by themselves go.`
    : '';

export default async function Page() {
  const { current, seq, history } = await shopPolicy();
  const made = await backups();
  const { folder, where, room, share } = await backupPlace();
  const { units, personId } = await readSession();
  const mayChange = await isLead(personId);
  return (
    <main className="mx-auto flex w-full max-w-[1080px] flex-col gap-6 px-4 py-6">
      <div>
        <h1>Settings</h1>
        <p className="mt-1 max-w-[720px] text-soft">
          The values this shop uses. Each has a range that cannot be left on its dangerous side; each change records
          who, when and why. Locked plans keep the values they were evaluated with.
        </p>
        {mayChange ? null : (
          <p className="mt-2 border-l-4 border-caution pl-3">
            Only a lead can change these settings. You can read all of them.
          </p>
        )}
      </div>
      <PolicyForm key={seq} current={current} after={seq} />
      <section aria-labelledby="history" className="flex flex-col gap-2">
        <h2 id="history">Changed so far</h2>
        <PolicyHistory history={history} />
      </section>
      <section aria-labelledby="people" className="flex flex-col gap-2">
        <h2 id="people" className="!text-[17px] !text-ink">
          People
        </h2>
        <People
          people={await everybody()}
          logins={(await standing()).map(({ since, ...l }) => ({ ...l, since: format(since, 'd MMM yyyy HH:mm') }))}
          namesShown={await namesAreShown()}
        />
      </section>
      <section aria-labelledby="wrenches" className="flex flex-col gap-2">
        <h2 id="wrenches" className="!text-[17px] !text-ink">
          Torque wrenches
        </h2>
        <Wrenches lines={await shopWrenches()} units={units} />
      </section>
      <section aria-labelledby="calendar" className="flex flex-col gap-2">
        <h2 id="calendar" className="!text-[17px] !text-ink">
          Calendar
        </h2>
        <p className="text-[14px] text-soft">Bays, people and things that are booked, open hours, closures.</p>
        <LinkButton href="/settings/calendar" className="self-start">
          Calendar settings
        </LinkButton>
      </section>
      <section aria-labelledby="tablets" className="flex flex-col gap-2">
        <h2 id="tablets" className="!text-[17px] !text-ink">
          Tablets
        </h2>
        <p className="text-[14px] text-soft">
          How a tablet gets in, and what it has with it for when the network is gone.
        </p>
        <LinkButton href="/settings/tablets" className="self-start">
          Add a tablet
        </LinkButton>
      </section>
      <section aria-labelledby="backups" className="flex flex-col gap-2">
        <h2 id="backups" className="!text-[17px] !text-ink">
          Backups
        </h2>
        <Backups
          folder={folder}
          where={where}
          room={roomText(room, share)}
          lines={made.map((b) => ({
            name: b.name,
            made: format(b.made, 'd MMM yyyy HH:mm:ss'),
            why: WHY[b.why],
            size: `${(b.size / 1024 / 1024).toFixed(1)} MB`,
          }))}
        />
      </section>
    </main>
  );
}
