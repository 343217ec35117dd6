import { format } from 'date-fns';
import type { Plan } from '@/core/document/document';
import { fastenerText } from '@/core/document/fastenerText';
import { wheelTorque } from '@/core/document/hardware';
import { AXLE_LABEL, CORNER_LABEL, JOB_TYPE_LABEL, seatInSentence, USE_LABEL } from '@/core/document/labels';
import { compareGap, gapCheckText } from '@/core/figures/gaps';
import { hasLeadsWord } from '@/core/procedure/holdReasons';
import { RECHECK_LABEL } from '@/core/procedure/rechecks';
import { archWorkOf } from '@/core/stance/archWork';
import { formatThread, parseThread } from '@/core/thread/designation';
import { formatLength, formatTorque, type UnitSystem } from '@/core/units/format';
import { formatMileage } from '@/core/units/mileage';
import { bayOf, doneOf, stepsNow } from '@/usecases/fit/card';
import type { SheetRevision } from '@/usecases/record/recordedVisit';
import type { RecordEvaluation } from '@/usecases/record/recordFindings';
import type { JobWhole, PlanInForce } from '@/usecases/shown';
import { gapsCompared } from '@/usecases/torque/gapCompare';

/** What the odometer showed as the car came, behind the car; nothing where nobody read it. */
const mileageText = ({ visit }: JobWhole, units: UnitSystem): string =>
  visit.mileageKm === null ? '' : `, ${formatMileage(visit.mileageKm, units)} at arrival`;

/** How many hold points were ticked, and how many ended otherwise: it stands on the first page. */
function holdsText(whole: JobWhole): string {
  const holds = [...stepsNow(whole, 'stage'), ...stepsNow(whole, 'fit')].filter((s) => s.hold);
  const done = holds.map((s) => doneOf(whole, s));
  const ticked = done.filter((d) => d !== null && d.reason === null).length;
  const reasons = done.filter((d) => d !== null && d.reason !== null).length;
  const { instead, clocks } = bayOf(whole, 0);
  const leads = holds.filter((s) => hasLeadsWord(instead.get(s.key)?.by ?? '')).length;
  const waived = clocks.filter((c) => c.waived !== null).length;
  return [
    `${ticked} of ${holds.length} ticked`,
    ...(reasons > 0 ? [`${reasons} ended by a reason${leads > 0 ? `, ${leads} of them by a lead’s word` : ''}`] : []),
    ...(waived > 0 ? [`${waived} ${waived === 1 ? 'wait' : 'waits'} cut short`] : []),
  ].join('; ');
}

/** What a record says of an axle before any list: label and words, in the order they are read. */
export function factsOf(
  whole: JobWhole,
  inForce: PlanInForce,
  { figures: n, rulesVersion }: RecordEvaluation,
  { units, revision }: { units: UnitSystem; revision: SheetRevision | null },
): [string, string][] {
  const plan = inForce.document;
  const { job, vehicle } = whole;
  const torque = wheelTorque(plan);
  const earlyRules = revision !== null && (rulesVersion ?? 0) < 7;
  return [
    // Releases up to rules version 6 wrote “stock” for whatever hung on the car.
    ...(earlyRules && plan.fastener.kind === 'present' && plan.hub.hardware !== 'original'
      ? [['Hardware', 'not identified by the release that signed this'] as [string, string]]
      : []),
    ['Vehicle', `${vehicle.name}, ${vehicle.plate}${mileageText(whole, units)}`],
    ['Axle', `${AXLE_LABEL[plan.axle]}, ${drillingText(plan.hub, units)}`],
    ['Wheels', `${plan.wheel.name}, ${plan.wheel.tyre}`],
    ...(plan.also ? [['Prepared as well', plan.also.map((w) => w.name).join(', ')] as [string, string]] : []),
    ['Job type and use', `${JOB_TYPE_LABEL[plan.jobType]}, ${USE_LABEL[plan.use].toLowerCase()}`],
    ['Thread, seat', threadText(plan)],
    ['Spacer', spacerText(plan, units)],
    ...(plan.spacer.adapter ? [['Adapter', adapterText(plan.spacer.adapter, units)] as [string, string]] : []),
    ['Fasteners', `${fastenerText(plan, units)}, ${classText(plan)}`],
    ['Torque', torque ? `${formatTorque(torque.value, units)}, ${torque.source}` : 'no figure'],
    ...ownTorques(whole, plan, units),
    [
      'Offset, track',
      `${n.effectiveOffset === null ? 'ET not read' : `ET ${plan.wheel.offset} → ${Number(n.effectiveOffset.toFixed(2))}`}, track +${formatLength(n.trackChange, units)}`,
    ],
    ['Camber, height, lip', laterText(plan, units)],
    ...archLine(job),
    ['Hold points', holdsText(whole)],
    [
      'Plan',
      `${plan.format}, policy ${plan.policy.version}, ${format(inForce.frozenAt, 'd MMM yyyy HH:mm')} by ${inForce.frozenBy}`,
    ],
    ...(revision === null
      ? []
      : [['Revision', `${revision.number}${revision.reason ? `: ${revision.reason}` : ''}`] as [string, string]]),
    ['Signed off', job.signedAt ? `${job.signedBy}, ${format(job.signedAt, 'd MMM yyyy HH:mm')}` : 'not yet'],
    ...(revision === null ? [] : [['Signature', revision.signature.words] as [string, string]]),
    ['Recheck', whole.rechecks.length === 0 ? 'set at sign-off' : whole.rechecks.map(recheckText).join('; ')],
  ];
}

/** Gap at each corner: predicted, as it came out, and what that means. */
export const gapLines = (whole: JobWhole, units: UnitSystem): { corner: string; text: string }[] =>
  gapsCompared(whole).map((g) => ({
    corner: CORNER_LABEL[g.corner],
    text: [
      g.after ? `predicted ${formatLength(g.after.value, units)}, ` : 'no prediction, ',
      g.measured ? `measured ${formatLength(g.measured.value, units)}. ` : 'not measured since. ',
      g.after && g.measured ? gapCheckText(compareGap(g.after, g.measured), units) : '',
    ].join(''),
  }));

function recheckText(l: JobWhole['rechecks'][number]): string {
  const label = RECHECK_LABEL[l.kind].toLowerCase();
  if (l.doneAt === null) return `${label}: due ${format(l.dueFrom, 'd MMM')} to ${format(l.dueTo, 'd MMM yyyy')}`;
  return `${label}: ${l.outcome} ${format(l.doneAt, 'd MMM yyyy HH:mm')}${l.reason ? ` (${l.reason})` : ''}`;
}

const threadName = (text: string): string => formatThread(parseThread('Thread', text));

/**
 * Threads in their own pitch and the seat of what bears on the wheel: of the nuts, once studs are in a hub that took
 * bolts.
 */
function threadText({ fastener: f, hub }: Plan): string {
  switch (f.kind) {
    case 'conversion':
      return `${threadName(f.hubThread)} in the hub, ${threadName(f.outerThread)} under the nuts, ${seatInSentence(f.nut.seat)}`;
    case 'bolt':
      return `${threadName(hub.thread)}, ${seatInSentence(f.seat)}`;
    case 'stud':
      return `${threadName(hub.thread)}, ${seatInSentence(f.nut?.seat ?? hub.seat)}`;
    case 'nuts':
      return `${threadName(hub.thread)}, ${seatInSentence(f.nut.seat)}`;
    case 'original':
      return `${threadName(hub.thread)}, ${seatInSentence(hub.hardware === 'original' ? hub.seat : (hub.original?.seat ?? 'unknown'))}`;
    case 'present':
      return `${threadName(hub.thread)}, ${seatInSentence(hub.seat)}`;
  }
}

const drillingText = ({ lugs, boltCircle }: Plan['hub'], units: UnitSystem): string =>
  lugs === null || boltCircle === null ? 'drilling not known' : `${lugs} × ${formatLength(boltCircle, units)}`;

function spacerText({ spacer, rightSpacer }: Plan, units: UnitSystem): string {
  if (spacer.thickness === 0 && rightSpacer === null) return 'none';
  const size = formatLength(spacer.thickness, units);
  const right = rightSpacer === null ? '' : ` left, ${formatLength(rightSpacer, units)} right`;
  const on =
    spacer.lugs === null || spacer.boltCircles === null ? '' : `, ${spacer.lugs} × ${spacer.boltCircles.join(' / ')}`;
  const len = (x: number) => formatLength(x, units);
  const bore = spacer.bore === null ? '' : `, bore ${len(spacer.bore)}`;
  const lip =
    spacer.lipDiameter === null
      ? ''
      : `, lip ⌀ ${len(spacer.lipDiameter)}${spacer.lipHeight === null ? '' : `, ${len(spacer.lipHeight)} high`}${spacer.lipRoot === null ? '' : `, root ${len(spacer.lipRoot)}`}`;
  return `${size}${right}, ${spacer.kind}${on}${bore}${lip}`;
}

const named = (text: string): string => (text === 'unknown' ? 'not known' : text);

/** Classes of what holds the wheel, as they are marked on it. */
function classText({ fastener: f, hub }: Plan): string {
  const nut = 'nut' in f && f.nut ? f.nut.class : hub.nutClass;
  const own = 'class' in f ? f.class : hub.fastenerClass;
  return f.kind === 'bolt' || (f.kind === 'present' && hub.fastening === 'bolt')
    ? `class ${named(own)}`
    : `studs’ class ${named(own)}, nuts’ ${named(nut)}`;
}

/** What an adapter brings of its own: drilling for the wheel, studs, and the nuts under it. */
function adapterText(a: NonNullable<Plan['spacer']['adapter']>, units: UnitSystem): string {
  const len = (x: number | null, what: string) => (x === null ? [] : [`${what} ${formatLength(x, units)}`]);
  return [
    ...(a.boltCircle === null ? [] : [`its studs on ${formatLength(a.boltCircle, units)}`]),
    `${threadName(a.studThread)}, class ${named(a.studClass)}`,
    ...len(a.studProtrusion, 'standing out'),
    ...len(a.web, 'web'),
    ...len(a.nutHeight, 'nuts under it high'),
    `nuts’ class ${named(a.nutClass)}`,
  ].join(', ');
}

/** Figure and source of every joint beside the wheel's, each torqued in a round of its own. */
function ownTorques(whole: JobWhole, plan: Plan, units: UnitSystem): [string, string][] {
  const adapter = plan.spacer.adapter?.torque;
  const { hub } = bayOf(whole, 0);
  return [
    ...(adapter
      ? [['Adapter’s nuts', `${formatTorque(adapter.value, units)}, ${adapter.source}`] as [string, string]]
      : []),
    ...(hub ? [['Studs in the hub', `${formatTorque(hub.nm, units)}, ${hub.source}`] as [string, string]] : []),
  ];
}

function laterText({ camberChange, lowerBy, trim, trimRight }: Plan, units: UnitSystem): string {
  const said = [
    ...(camberChange === 0 ? [] : [`camber ${camberChange}° more negative`]),
    ...(lowerBy === 0 ? [] : [`${formatLength(lowerBy, units)} lower`]),
    ...(trim === 0 ? [] : [`lip trimmed by ${formatLength(trim, units)}${trimRight === null ? '' : ' at the left'}`]),
    ...(trimRight === null || trimRight === 0 ? [] : [`lip trimmed by ${formatLength(trimRight, units)} at the right`]),
  ];
  return said.length === 0 ? 'as measured' : said.join(', ');
}

/** What was done to the arches, if anything was. */
function archLine({ axle, archCuts }: JobWhole['job']): [string, string][] {
  const work = archWorkOf(axle, archCuts);
  return work === null ? [] : [['Arch work', `${work.note}, ${work.by}, ${format(work.at, 'd MMM yyyy HH:mm')}`]];
}
