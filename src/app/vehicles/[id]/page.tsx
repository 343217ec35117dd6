import { format } from 'date-fns';
import type { Metadata } from 'next';
import { NavLink } from '@/ui/NavLink';
import { CORNER_LABEL, SEAT_LABEL, USE_LABEL, WISH_LABEL } from '@/core/document/labels';
import { quantity, type QuantityId } from '@/core/document/quantities';
import { readingText } from '@/core/document/readingText';
import { combineRepeats } from '@/core/uncertainty';
import type { Seat, Use, Wish } from '@/core/document/vocabulary';
import { formatThread, parseThread } from '@/core/thread/designation';
import { formatLength, formatTorque } from '@/core/units/format';
import { NewJob } from '@/features/intake/NewJob';
import { NewWheelSet } from '@/features/intake/NewWheelSet';
import { theStore } from '@/store/connection';
import { listJobs } from '@/store/jobs';
import type { AxleHubRow } from '@/store/schema';
import type { WheelWhole } from '@/store/wheels';
import { LinkButton } from '@/ui/Button';
import { vehicleOr404 } from '@/usecases/pages';
import { readSession, type Session } from '@/usecases/session';
import { STAGE_VIEWS, stagePath } from '@/usecases/stages';

export const metadata: Metadata = { title: 'Vehicle' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { vehicle, hubs, wheelSets, wheels } = await vehicleOr404(id);
  const jobs = await listJobs((await theStore()).db, id);
  const session = await readSession();
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-6 px-4 py-6">
      <div className="flex items-end justify-between">
        <h1>
          {vehicle.name} <span className="figure ml-2 text-[15px] font-normal text-soft">{vehicle.plate}</span>
        </h1>
        <LinkButton href={`/vehicles/${id}/edit`}>Change</LinkButton>
      </div>
      {vehicle.notes ? <p className="-mt-4 max-w-[720px] text-soft">{vehicle.notes}</p> : null}
      <div className="grid gap-6 md:grid-cols-2">
        {hubs.map((h) => (
          <HubTable key={h.id} hub={h} session={session} />
        ))}
      </div>
      <section aria-labelledby="sets" className="flex flex-col gap-2">
        <h2 id="sets">Wheel sets</h2>
        <ul className="divide-y divide-line border-y border-line">
          {wheelSets.map((w) => (
            <li key={w.id} className="grid grid-cols-4 gap-4 px-2 py-2.5 text-[14px]">
              <span className="font-[600]">{w.name}</span>
              <span className="figure">{w.tyre}</span>
              <span className="figure">{w.offsetMm === null ? 'ET not read' : `ET ${w.offsetMm}`}</span>
              <span>{SEAT_LABEL[w.seat as Seat]}</span>
              <WheelLines wheels={wheels.filter((k) => k.wheelSetId === w.id)} session={session} />
            </li>
          ))}
        </ul>
        <NewWheelSet vehicleId={id} />
      </section>
      <NewJob vehicleId={id} wheelSets={wheelSets.map((w) => ({ id: w.id, name: w.name }))} />
      <section aria-labelledby="jobs">
        <h2 id="jobs" className="mb-2">
          Jobs
        </h2>
        {jobs.length === 0 ? (
          <p className="text-soft">None yet. Open one above.</p>
        ) : (
          <ul className="divide-y divide-line border-y border-line">
            {jobs.map(({ job }) => (
              <li key={job.id}>
                <NavLink
                  href={stagePath(job.id, job.stage)}
                  className="touch grid grid-cols-4 items-center gap-4 px-2 text-[14px] hover:bg-accent-wash"
                >
                  <span className="font-[600]">{job.axle === 'front' ? 'Front axle' : 'Rear axle'}</span>
                  <span>
                    {WISH_LABEL[job.wish as Wish]}, {USE_LABEL[job.use as Use].toLowerCase()}
                  </span>
                  <span>{STAGE_VIEWS.find((s) => s.stage === job.stage)?.label ?? 'Closed'}</span>
                  <span className="figure text-soft">{format(job.createdAt, 'd MMM yyyy')}</span>
                </NavLink>
              </li>
            ))}
          </ul>
        )}
      </section>
    </main>
  );
}

function HubTable({ hub, session }: { hub: AxleHubRow; session: Session }) {
  const rows: [string, string][] = [
    ['Lugs', `${hub.lugs} × ${formatLength(hub.boltCircleMm, session.units)}`],
    ['Thread', formatThread(parseThread('Thread', hub.thread))],
    [
      'Held by',
      hub.fastening === 'bolt'
        ? 'bolts'
        : hub.nutStyle === 'unknown'
          ? 'studs and nuts'
          : `studs and ${hub.nutStyle} nuts`,
    ],
    ['Seat', SEAT_LABEL[hub.seat as Seat]],
    [
      hub.fastening === 'bolt' ? 'Hub thread in' : 'Nuts of',
      hub.threadMaterial === 'unknown' ? 'not known' : hub.threadMaterial,
    ],
    ['Class', hub.fastenerClass === 'unknown' ? 'not known' : hub.fastenerClass],
    ['Locking', hub.lockingFastener ? 'yes, one' : 'no'],
    ['Torque', `${formatTorque(hub.torqueNm, session.units)}, ${hub.torqueSource}`],
  ];
  return (
    <section aria-labelledby={`hub-${hub.axle}`}>
      <h2 id={`hub-${hub.axle}`} className="mb-1">
        {hub.axle === 'front' ? 'Front axle' : 'Rear axle'}
      </h2>
      <dl className="grid grid-cols-[110px_1fr] border-t border-line">
        {rows.map(([label, value]) => (
          <div key={label} className="contents">
            <dt className="border-b border-line py-1.5 text-[14px] text-soft">{label}</dt>
            <dd className="figure border-b border-line py-1.5 text-[15px]">{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

/** The wheels of a set: mark, where each hangs, and what was measured of it. */
function WheelLines({ wheels, session }: { wheels: readonly WheelWhole[]; session: Session }) {
  return (
    <ul className="col-span-4 grid gap-x-6 text-[13px] text-soft md:grid-cols-2">
      {wheels.map((w) => {
        const ids = [...new Set(w.readings.map((r) => r.quantity as QuantityId))];
        return (
          <li key={w.id}>
            <span className="figure font-[620] text-ink">{w.mark}</span> {CORNER_LABEL[w.corner]}:{' '}
            {ids.length === 0
              ? 'nothing measured'
              : ids
                  .map(
                    (id) =>
                      `${quantity(id).label.toLowerCase()} ${readingText(quantity(id), combineRepeats(w.readings.filter((r) => r.quantity === id)).value, session.units)}`,
                  )
                  .join(', ')}
          </li>
        );
      })}
    </ul>
  );
}
