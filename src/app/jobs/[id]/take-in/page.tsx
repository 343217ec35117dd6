import type { Metadata } from 'next';
import { AXLE_LABEL, JOB_TYPE_LABEL, SEAT_LABEL, USE_LABEL } from '@/core/document/labels';
import type { JobType, Seat, SpacerKind, Use } from '@/core/document/vocabulary';
import { drillingOf, drillingWords } from '@/core/parts/drilling';
import { formatThread, parseThread } from '@/core/thread/designation';
import { formatLength, formatTorque } from '@/core/units/format';
import { formatMileage } from '@/core/units/mileage';
import { HubFace } from '@/drawing/HubFace';
import { Mileage } from '@/features/intake/Mileage';
import { PlannedHere } from '@/features/intake/PlannedHere';
import { StartMeasuring } from '@/features/intake/StartMeasuring';
import { JobFrame } from '@/features/shell/JobRail';
import { LinkButton } from '@/ui/Button';
import { VerdictMark } from '@/ui/Verdict';
import { hubOf, wheelsOnAxle } from '@/usecases/job/jobPlan';
import { jobOr404 } from '@/usecases/pages';
import { readSession } from '@/usecases/session';
import type { JobWhole } from '@/usecases/shown';
import { JobRemarks } from '../../remarks';

export const metadata: Metadata = { title: 'Take in' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const whole = await jobOr404((await params).id);
  const { units } = await readSession();
  const hub = hubOf(whole);
  const wheel = whole.wheelSets.find((w) => w.id === whole.job.wheelSetId);
  const drilled = drillingOf(hub.lugs, hub.boltCircleMm);
  const thread = parseThread('Thread', hub.thread);
  const own = wheel ? wheelsOnAxle(wheel, whole.job.axle) : undefined;
  const rows: [string, string, boolean][] = [
    ['Wish', JOB_TYPE_LABEL[whole.job.wish as JobType], true],
    ['Use', USE_LABEL[whole.job.use as Use], true],
    ['Wheels', wheel ? `${wheel.name}, ${own?.tyre || 'tyre not read'}` : 'none', Boolean(own?.tyre)],
    ['Offset', own?.offsetMm == null ? 'not read' : `ET ${own.offsetMm}`, own?.offsetMm != null],
    ['Seat in the wheel', SEAT_LABEL[(own?.seat ?? 'unknown') as Seat], own?.seat !== 'unknown'],
    ['Lugs', drilled ? drillingWords(drilled, units) : 'not counted', drilled !== null],
    ['Thread', formatThread(thread), true],
    [hub.fastening === 'bolt' ? 'Bolts, seat' : 'Nuts, seat', SEAT_LABEL[hub.seat as Seat], hub.seat !== 'unknown'],
    [
      hub.fastening === 'bolt' ? 'Hub thread in' : 'Nuts of',
      hub.threadMaterial === 'unknown' ? 'not known' : hub.threadMaterial,
      hub.threadMaterial !== 'unknown',
    ],
    [
      'Torque',
      hub.torqueNm === null
        ? 'no figure with a source yet'
        : `${formatTorque(hub.torqueNm, units)}, ${hub.torqueSource}`,
      hub.torqueNm !== null,
    ],
  ];
  if (hub.fastening === 'stud')
    rows.splice(9, 0, [
      'Nuts',
      hub.nutStyle === 'unknown' ? 'open or closed? not known' : hub.nutStyle,
      hub.nutStyle !== 'unknown',
    ]);
  return (
    <JobFrame whole={whole} here="take-in">
      <main className="flex max-w-[1080px] flex-col gap-5 p-5">
        <h1>Take in</h1>
        <p className="text-soft">
          Read this over at the car before measuring. What is not known stays unmeasured and blocks the sign-off.
        </p>
        <div className="grid grid-cols-[minmax(0,1fr)_330px] items-start gap-8 max-lg:grid-cols-1">
          <dl className="grid grid-cols-[150px_1fr] border-t border-line max-lg:order-2">
            {rows.map(([label, value, known]) => (
              <div key={label} className="contents">
                <dt className="border-b border-line py-2 text-soft">{label}</dt>
                <dd className="figure flex items-center gap-2 border-b border-line py-2 text-[16px]">
                  {known ? null : <VerdictMark level="unmeasured" size={13} />}
                  {value}
                </dd>
              </div>
            ))}
          </dl>
          <div className="flex flex-col gap-1 max-lg:order-1 max-lg:max-w-[280px]">
            <HubFace
              lugs={hub.lugs}
              circleMm={hub.boltCircleMm}
              threadMm={thread.d}
              studs={hub.fastening === 'stud'}
              circle={hub.boltCircleMm === null ? 'circle not read' : formatLength(hub.boltCircleMm, units)}
              thread={formatThread(thread)}
            />
            <p className="text-[13px] text-soft">
              {AXLE_LABEL[whole.job.axle]}, {hub.fastening === 'stud' ? 'studs in the hub' : 'a hub that takes bolts'}.
              The spigot is measured next, so it is dashed.
            </p>
          </div>
        </div>
        <div className="flex flex-wrap items-start gap-x-10 gap-y-3">
          <PlannedOf whole={whole} />
          <Mileage
            jobId={whole.job.id}
            visitId={whole.visit.id}
            kept={
              whole.visit.mileageKm === null ? '' : formatMileage(whole.visit.mileageKm, units).replace(/ \D+$/, '')
            }
            unit={units === 'imperial' ? 'mi' : 'km'}
          />
        </div>
        <div className="flex gap-3">
          <StartMeasuring jobId={whole.job.id} started={whole.job.stage !== 'take-in'} />
          <LinkButton href={`/vehicles/${whole.vehicle.id}/edit?back=${whole.job.id}`}>Change vehicle</LinkButton>
        </div>
        <JobRemarks whole={whole} />
      </main>
    </JobFrame>
  );
}

/** Kind of spacer that is on the bench, where somebody put one there. */
const spacerPlanned = ({ job }: JobWhole): SpacerKind | '' =>
  job.draft && (job.draft.spacer.thickness > 0 || job.draft.spacer.kind !== 'plain') ? job.draft.spacer.kind : '';

/** What is planned, as long as the job is open. */
function PlannedOf({ whole }: { whole: JobWhole }) {
  const { id, signedAt, stage, wish, use } = whole.job;
  if (signedAt !== null || stage === 'closed') return null;
  const saved = { wish: wish as JobType, use: use as Use, kind: spacerPlanned(whole) };
  return <PlannedHere jobId={id} saved={saved} approved={whole.plan !== null} />;
}
