import { format } from 'date-fns';
import type { Metadata } from 'next';
import {
  AXLE_LABEL,
  axleInSentence,
  CORNER_LABEL,
  HARDWARE_LABEL,
  JOB_TYPE_LABEL,
  SEAT_LABEL,
  USE_LABEL,
} from '@/core/document/labels';
import { ownText } from '@/core/document/ownText';
import { type QuantityId, quantity } from '@/core/document/quantities';
import { readingText } from '@/core/document/readingText';
import type { End, JobType, Seat, Use } from '@/core/document/vocabulary';
import { drillingOf, drillingWords } from '@/core/parts/drilling';
import { formatThread, parseThread } from '@/core/thread/designation';
import { combineRepeats } from '@/core/uncertainty';
import { formatLength, formatTorque } from '@/core/units/format';
import { OwnerOf } from '@/features/calendar/OwnerOf';
import { ChangeWheelSet } from '@/features/intake/ChangeWheelSet';
import { typedSet } from '@/features/intake/fromVehicle';
import { NewJob } from '@/features/intake/NewJob';
import { NewWheelSet } from '@/features/intake/NewWheelSet';
import { WheelDrilling } from '@/features/intake/WheelDrilling';
import { Remarks } from '@/features/remarks/Remarks';
import { shown } from '@/features/remarks/shown';
import { BegunAndDue } from '@/features/vehicle/BegunAndDue';
import { type FittedAt, FittedCar } from '@/features/vehicle/FittedCar';
import { Keys } from '@/features/vehicle/Keys';
import { OneKit } from '@/features/vehicle/OneKit';
import { Swaps } from '@/features/vehicle/Swaps';
import { LinkButton } from '@/ui/Button';
import { NavLink } from '@/ui/NavLink';
import { Verdict } from '@/ui/Verdict';
import { callOf, wishOf } from '@/usecases/calendar/callers';
import { contactTyped } from '@/usecases/calendar/reminders';
import { wheelsOnAxle } from '@/usecases/job/jobPlan';
import { STAGE_VIEWS, stagePath } from '@/usecases/job/stages';
import { vehicleOr404 } from '@/usecases/pages';
import { readSession, type Session } from '@/usecases/session';
import type { AxleHubRow, FittedRow, WheelSetRow, WheelWhole } from '@/usecases/shown';
import { waitingAt } from '@/usecases/vehicle/dueRechecks';
import { keysFor, remarksFor } from '@/usecases/vehicle/remarks';
import { type AxleSwaps, swapsOfVehicle } from '@/usecases/vehicle/swaps';
import { fittedOn, jobsOfCar, jobsOnWheels } from '@/usecases/vehicle/vehicles';

export const metadata: Metadata = { title: 'Vehicle' };

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ call?: string | string[] }>;
}) {
  const { id } = await params;
  const { call } = await searchParams;
  const called = await callOf(typeof call === 'string' ? call : null);
  const { vehicle, hubs, wheelSets, wheels } = await vehicleOr404(id);
  const jobs = await jobsOfCar(id);
  const session = await readSession();
  const swaps = await swapsOfVehicle(id);
  const { now, ever } = await fittedOn(id);
  const remarks = shown(await remarksFor(id));
  const keys = await keysFor(id);
  const reaches = new Map<string, string[]>();
  for (const w of wheelSets) reaches.set(w.id, await jobsOnWheels(id, w.id));
  const names = new Map(wheelSets.map((w) => [w.id, w.name]));
  // A hub that an earlier job made what it is can be made what it was.
  const converted = hubs.some((h) => h.fromJobId !== null && h.fastening === 'stud');
  const owner = await contactTyped(id);
  return (
    <main className="mx-auto flex w-full max-w-[1180px] flex-col gap-6 px-4 py-6">
      <div className="flex items-end justify-between">
        <h1>
          {vehicle.name} <span className="figure ml-2 text-[15px] font-normal text-soft">{vehicle.plate}</span>
        </h1>
        <div className="flex gap-3">
          <LinkButton look="main" href="#new-job">
            New job
          </LinkButton>
          <LinkButton href={`/vehicles/${id}/label`}>Glovebox card</LinkButton>
          <LinkButton href={`/vehicles/${id}/edit`}>Change</LinkButton>
        </div>
      </div>
      <OwnerOf vehicleId={id} owner={owner} />
      {jobs.map(({ job }) =>
        job.held === 'left' ? (
          <p
            key={job.id}
            role="status"
            className="-mt-2 flex flex-wrap items-center gap-3 border-l-4 border-stop py-1 pl-3"
          >
            <Verdict level="stop" />
            <span>
              Not for the road: {axleInSentence(job.axle)} was left as it is on purpose. {job.heldWhy} {job.heldBy}
              {job.heldAt ? `, ${format(job.heldAt, 'd MMM yyyy HH:mm')}` : ''}.
            </span>
            <NavLink href={stagePath(job.id, job.stage)} className="touch flex items-center text-accent underline">
              Go on with it
            </NavLink>
          </p>
        ) : null,
      )}
      {vehicle.notes ? <p className="-mt-4 max-w-[720px] text-soft">{vehicle.notes}</p> : null}
      <BegunAndDue waiting={await waitingAt(id)} />
      <FittedCar
        vehicleId={id}
        now={now.map((f) => fittedAt(f, names, session))}
        before={ever.filter((f) => f.endedAt !== null).map((f) => ({ id: f.id, text: beforeText(f, names, session) }))}
        wheelSets={wheelSets.map((w) => ({ id: w.id, name: w.name }))}
      />
      <NewJob
        vehicleId={id}
        converted={converted}
        called={called && { id: called.id, name: called.name, wish: wishOf(called) }}
        wheelSets={wheelSets.map((w) => ({ id: w.id, name: w.name }))}
        hubs={hubs.map((h) => h.axle)}
      />
      <div className="grid gap-6 md:grid-cols-2">
        {hubs.map((h) => (
          <HubTable key={h.id} hub={h} session={session} />
        ))}
      </div>
      <section aria-labelledby="sets" className="flex flex-col gap-2">
        <h2 id="sets">Wheel sets</h2>
        <ul className="divide-y divide-line border-y border-line">
          {wheelSets.map((w) => (
            <li
              key={w.id}
              className="grid grid-cols-[1.2fr_1fr_0.8fr_1fr_1.4fr] items-baseline gap-x-4 px-2 py-2.5 text-[14px]"
            >
              <span className="font-[600]">
                {w.name}
                {w.planned ? (
                  <span className="ml-2 border border-dashed border-strong px-1 text-[12.5px]">planned</span>
                ) : null}
              </span>
              <AxleWheels set={w} axle="front" />
              <WheelDrilling
                vehicleId={id}
                wheelSetId={w.id}
                drilling={
                  w.lugs === null || w.boltCircleMm === null ? null : { lugs: w.lugs, circles: [w.boltCircleMm] }
                }
                hubs={hubs.flatMap((h) => drillingOf(h.lugs, h.boltCircleMm) ?? [])}
                units={session.units}
              />
              {w.rear ? (
                <>
                  <span className="text-soft">rear wheels</span>
                  <AxleWheels set={w} axle="rear" />
                  <span className="figure">{drilled(w.rear.lugs, w.rear.boltCircleMm, session)}</span>
                </>
              ) : null}
              {w.own ? (
                <p className="col-span-full text-[13px]">
                  Their own {w.own.piece}s: {ownText(w.own, session.units)}
                </p>
              ) : null}
              <WheelLines wheels={wheels.filter((k) => k.wheelSetId === w.id)} session={session} />
              <ChangeWheelSet
                vehicleId={id}
                wheelSetId={w.id}
                name={w.name}
                start={typedSet(w)}
                reaches={reaches.get(w.id) ?? []}
              />
            </li>
          ))}
        </ul>
        <NewWheelSet vehicleId={id} />
      </section>
      {swaps.length > 0 ? (
        <section aria-labelledby="swaps" className="flex flex-col gap-2">
          <h2 id="swaps">What goes with what</h2>
          <Swaps
            units={session.units}
            tables={swaps.map((t) => ({
              axle: t.axle,
              plan: t.plan,
              owned: t.owned,
              sets: t.sets,
              carried: t.carried,
              of: standingOf(t),
            }))}
          />
        </section>
      ) : null}
      {swaps.some((t) => t.sets.length > 1) ? (
        <section aria-labelledby="kit" className="flex flex-col gap-2">
          <h2 id="kit">One kit for every set</h2>
          <OneKit units={session.units} axles={swaps.map((t) => ({ axle: t.axle, plan: t.plan, sets: t.sets }))} />
        </section>
      ) : null}
      <Keys vehicleId={id} keys={keys.map((k) => ({ ...k, since: `${k.by}, ${format(k.at, 'd MMM yyyy')}` }))} />
      <Remarks vehicleId={id} jobId={null} {...remarks} />
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
                  <span className="font-[600]">{AXLE_LABEL[job.axle]}</span>
                  <span>
                    {JOB_TYPE_LABEL[job.wish as JobType]}, {USE_LABEL[job.use as Use].toLowerCase()}
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

/** What the matrix is told from. */
const standingOf = ({ signedAt, foundSince }: AxleSwaps): string => {
  if (signedAt === null) return 'as planned, and not signed off yet';
  const signed = `as fitted and signed ${format(signedAt, 'd MMM yyyy')}`;
  return foundSince === null
    ? signed
    : `${signed}; something else was found on it ${format(foundSince, 'd MMM yyyy')}, so look before you trust the first line`;
};

const drilled = (lugs: number | null, circle: number | null, { units }: Session): string => {
  const d = drillingOf(lugs, circle);
  return d ? drillingWords(d, units) : 'not counted';
};

function AxleWheels({ set, axle }: { set: WheelSetRow; axle: End }) {
  const w = wheelsOnAxle(set, axle);
  return (
    <>
      <span className="figure">{w.tyre || 'tyre not read'}</span>
      <span className="figure">{w.offsetMm === null ? 'ET not read' : `ET ${w.offsetMm}`}</span>
      <span>{SEAT_LABEL[w.seat as Seat]}</span>
    </>
  );
}

const plateText = (f: FittedRow, { units }: Session): string | null => {
  if (f.plateMm === null) return null;
  if (f.plateMm === 0) return 'no spacer';
  return `${formatLength(f.plateMm, units)} ${f.plate?.kind === 'adapter' ? 'adapter' : `${f.plate?.kind ?? ''} spacer`.trim()}`;
};

const FROM = { maker: 'as the maker left it, said', found: 'found so', signed: 'fitted' } as const;

function fittedAt(f: FittedRow, names: ReadonlyMap<string, string>, session: Session): FittedAt {
  return {
    corner: f.corner,
    wheels: f.wheelSetId === null ? 'wheels not said' : (names.get(f.wheelSetId) ?? 'wheels put away since'),
    wheelSetId: f.wheelSetId !== null && names.has(f.wheelSetId) ? f.wheelSetId : null,
    plate: plateText(f, session),
    fasteners: f.fastenerText,
    torque: f.torqueNm === null ? null : `${formatTorque(f.torqueNm, session.units)}, ${f.torqueSource}`,
    since: `${FROM[f.source]} ${format(f.since, 'd MMM yyyy')}, ${f.by}`,
    href: f.jobId === null ? null : `/jobs/${f.jobId}/record`,
  };
}

const beforeText = (f: FittedRow, names: ReadonlyMap<string, string>, session: Session): string =>
  `${CORNER_LABEL[f.corner]}: ${plateText(f, session) ?? 'spacer not known'}, ${f.fastenerText}${f.wheelSetId && names.has(f.wheelSetId) ? `, ${names.get(f.wheelSetId)}` : ''}; ${FROM[f.source]} ${format(f.since, 'd MMM yyyy')}${f.endedAt ? ` to ${format(f.endedAt, 'd MMM yyyy')}` : ''}`;

function HubTable({ hub, session }: { hub: AxleHubRow; session: Session }) {
  const rows: [string, string][] = [
    ['Lugs', drilled(hub.lugs, hub.boltCircleMm, session)],
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
    ['On it now', HARDWARE_LABEL[hub.hardware].toLowerCase()],
    ...(hub.fastening === 'stud'
      ? ([['Class on the nuts', hub.nutClass === 'unknown' ? 'not known' : hub.nutClass]] as [string, string][])
      : []),
    ['Locking', hub.lockingFastener ? 'yes, one' : 'no'],
    [
      'Torque',
      hub.torqueNm === null ? 'no figure yet' : `${formatTorque(hub.torqueNm, session.units)}, ${hub.torqueSource}`,
    ],
  ];
  return (
    <section aria-labelledby={`hub-${hub.axle}`}>
      <h2 id={`hub-${hub.axle}`} className="mb-1">
        {AXLE_LABEL[hub.axle]}
      </h2>
      <dl className="grid grid-cols-[130px_1fr] border-t border-line">
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
    <ul className="col-span-5 grid gap-x-6 text-[13px] text-soft md:grid-cols-2">
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
