import { endOf } from '@/core/document/axles';
import type { Plan } from '@/core/document/document';
import { fastenerText } from '@/core/document/fastenerText';
import { wheelTorque } from '@/core/document/hardware';
import type { KeptEvaluation } from '@/core/evaluate/kept';
import { fastenerSeat } from '@/core/figures/counts';
import { archWorkOf } from '@/core/stance/archWork';
import { RECORD_FORMAT, type RecordedEvaluation, type VectisRecord } from '@/records/document';
import { hardwareInRecord, quantityInRecord } from '@/records/names';
import type { JobWhole } from './jobs';
import type { PlanInForce } from './plans';
import type { RecheckRow } from './recordSchema';
import type { Remarks } from './remarks';
import type { AxleHubRow, ReadingRow, RearWheels, TorqueEntryRow, WheelReadingRow } from './schema';

/**
 * A signed job as the record of it: rows of today under the names of the format. A column that is renamed is renamed
 * here and nowhere else.
 */
export interface Signature {
  readonly person: VectisRecord['signed']['person'];
  readonly at: Date;
  readonly installation: VectisRecord['installation'];
}

const time = (at: Date): string => at.toISOString();
const done = (r: { readonly by: string; readonly personId: string | null; readonly at: Date }) => ({
  person: { id: r.personId, name: r.by },
  at: time(r.at),
});

/** @param whole the job as it stands once signed */
export function recordOf(whole: JobWhole, remarks: Remarks, { person, at, installation }: Signature): VectisRecord {
  const { job, vehicle: car, plan } = whole;
  return {
    format: RECORD_FORMAT,
    signed: { person, at: time(at) },
    installation,
    visit: { id: job.visitId, mileageKm: whole.visit.mileageKm },
    jobId: job.id,
    // One side of an axle says so in its plan.
    axle: endOf(job.axle),
    jobType: job.wish,
    use: job.use,
    vehicle: { id: car.id, name: car.name, plate: car.plate, notes: car.notes },
    hub: hubPart(whole.hubs.find((h) => h.axle === job.axle) as AxleHubRow),
    wheelSet: wheelSetPart(whole),
    setups: plan ? setupsPart(plan.document, whole) : null,
    archWork: archPart(job),
    plan: plan ? planPart(plan) : null,
    readings: whole.readings.map((r) => ({
      ...readingPart(r),
      corner: r.corner as VectisRecord['readings'][number]['corner'],
      hour: r.hour,
      onSpacer: r.onPlateMm,
      confirms: r.confirms,
    })),
    chalkTests: whole.chalk.map((c) => ({
      id: c.id,
      corner: c.corner,
      trialSpacer: c.trialMm,
      load: c.load,
      across: c.across,
      hours: [...c.hours],
      heldBy: plain(c.heldBy),
      ...done(c),
    })),
    ticks: [...whole.ticked].map(([key, tick]) => ({ key, ...done(tick) })),
    bay: whole.bay.map(({ id, corner, detail, by, personId, at: when }) => ({
      id,
      corner,
      detail,
      ...done({ by, personId, at: new Date(when) }),
    })),
    torque: whole.torque.map(torquePart),
    rechecks: whole.rechecks.map(recheckPart),
    photos: remarks.photos.map((p) => ({
      id: p.id,
      corner: p.corner,
      state: p.state,
      caption: p.caption,
      hash: p.hash,
      width: p.width,
      height: p.height,
      ...done(p),
    })),
    notes: remarks.notes.map((n) => ({ id: n.id, corner: n.corner, text: n.text, ...done(n) })),
  };
}

const readingPart = (r: ReadingRow | WheelReadingRow) => ({
  id: r.id,
  quantity: quantityInRecord(r.quantity),
  value: r.value,
  pm: r.pm,
  unit: r.unit,
  typed: r.typed,
  method: r.method,
  ...done(r),
});

const hubPart = (h: AxleHubRow): VectisRecord['hub'] => ({
  id: h.id,
  lugs: h.lugs,
  boltCircle: h.boltCircleMm,
  thread: h.thread,
  fastening: h.fastening,
  seat: h.seat,
  threadMaterial: h.threadMaterial,
  nutStyle: h.nutStyle,
  torque: h.torqueNm === null ? null : { value: h.torqueNm, source: h.torqueSource },
  torqueSource: h.torqueSource,
  lockingFastener: h.lockingFastener,
  fastenerClass: h.fastenerClass,
  internalTensile: h.internalTensileMpa,
  nutClass: h.nutClass,
  hardware: hardwareInRecord(h.hardware),
});

const axleWheels = (w: RearWheels) => ({
  tyre: w.tyre,
  offset: w.offsetMm,
  seat: w.seat,
  lugs: w.lugs,
  boltCircle: w.boltCircleMm,
});

function wheelSetPart({ job, wheelSets, wheels }: JobWhole): VectisRecord['wheelSet'] {
  const set = wheelSets.find((w) => w.id === job.wheelSetId);
  if (!set) return null;
  return {
    id: set.id,
    name: set.name,
    ...axleWheels(set),
    rotates: set.rotates,
    planned: set.planned,
    rear: set.rear === null ? null : axleWheels(set.rear),
    wheels: wheels
      .filter((w) => w.wheelSetId === set.id)
      .map((w) => ({ id: w.id, mark: w.mark, corner: w.corner, readings: w.readings.map(readingPart) })),
  };
}

/** Whose fasteners hold the wheel: “original” only where the original ones were recorded for the car. */
function originOf({ fastener, hub }: Plan): 'original' | 'present' | 'new' {
  if (fastener.kind === 'original') return 'original';
  if (fastener.kind !== 'present') return 'new';
  return hub.hardware === 'original' ? 'original' : 'present';
}

/** What the plan leaves on each corner of its axle. */
function setupsPart(plan: Plan, { job, wheelSets }: JobWhole): VectisRecord['setups'] {
  const { spacer, fastener, hub, locking } = plan;
  const set = wheelSets.find((w) => w.id === job.wheelSetId);
  const origin = originOf(plan);
  return plan.corners.map(({ corner }) => {
    const thickness = corner.endsWith('right') ? (plan.rightSpacer ?? spacer.thickness) : spacer.thickness;
    return {
      corner,
      spacer: { thickness, kind: thickness === 0 ? 'none' : spacer.kind },
      fasteners: { origin, text: fastenerText(plan, 'metric') },
      lockingPiece: fastener.kind === 'present' ? (hub.lockingFastener ? 'as received' : 'none') : locking.kind,
      wheel: set ? { setId: set.id, name: set.name, seat: fastenerSeat(plan) } : null,
      torque: wheelTorque(plan),
    };
  });
}

const planPart = (p: PlanInForce): VectisRecord['plan'] => ({
  id: p.id,
  logId: p.log,
  document: plain(p.document),
  digest: p.digest,
  intact: p.intact,
  policyVersion: p.policyVersion,
  approved: done({ by: p.frozenBy, personId: p.personId, at: p.frozenAt }),
  evaluation: p.evaluation === null ? null : evaluationPart(p.evaluation, p.judgedAt),
  steps: p.steps === null ? null : plain(p.steps),
});

function evaluationPart(e: KeptEvaluation, at: Date | null): RecordedEvaluation {
  const { geometry: g, numbers: n } = e;
  return plain({
    rulesVersion: e.rules,
    at: at === null ? null : time(at),
    verdict: e.verdict,
    effectiveOffset: n.effectiveOffset,
    trackChange: n.trackChange,
    target: n.minimum,
    engagement: n.corners.map((c) => ({ corner: c.corner, result: c.engagement })),
    section: g.drawable ? sectionPart(g) : { drawable: false as const, needs: [...g.needs] },
    findings: e.findings.map((f) => ({
      rule: f.rule,
      level: f.level,
      value: f.value,
      limit: f.limit,
      margin: f.margin,
      pm: f.pm,
      rss: f.rss,
      unit: f.unit,
      corner: f.corner,
      school: f.school,
      uncertain: f.uncertain,
      pitch: f.pitch,
      case: plain(f.case),
      metric: f.metric,
      imperial: f.imperial,
    })),
  });
}

const sectionPart = (g: Extract<KeptEvaluation['geometry'], { drawable: true }>) => ({
  drawable: true as const,
  corner: g.corner,
  fastening: g.fastening,
  blocks: g.blocks.map((b) => ({ ...b })),
  dimensions: g.dimensions.map((d) => ({ ...d })),
  engaged: g.engaged,
  clash: g.clash ?? null,
  targetAt: g.minimumAt,
  pitch: g.pitch,
  extent: g.extent,
  hubOpen: g.hubOpen,
});

const torquePart = (e: TorqueEntryRow): VectisRecord['torque'][number] => ({
  id: e.id,
  planId: e.planId,
  corner: e.corner as VectisRecord['torque'][number]['corner'],
  seq: e.seq,
  joint: e.joint,
  pass: e.pass,
  lug: e.lug,
  target: e.targetNm,
  reading: e.readingNm,
  angle: e.angleDeg,
  felt: e.felt,
  tool: e.tool,
  note: e.note,
  trace: e.trace === null ? null : e.trace.map(({ angle, torque }) => ({ angle, torque })),
  shows: e.shows,
  hash: e.hash,
  ...done(e),
});

const recheckPart = (l: RecheckRow): VectisRecord['rechecks'][number] => ({
  id: l.id,
  seq: l.seq,
  kind: l.kind,
  dueFrom: time(l.dueFrom),
  dueTo: time(l.dueTo),
  done:
    l.doneAt === null
      ? null
      : { ...done({ by: l.doneBy ?? '', personId: l.donePersonId, at: l.doneAt }), outcome: l.outcome },
  reason: l.reason,
  note: l.note,
});

/** As JSON carries it: nothing undefined in it, and no figure that is none. */
// biome-ignore lint/suspicious/noExplicitAny: JSON has the shape of what it was made from, and its schema is checked when it is written.
const plain = (value: unknown): any => JSON.parse(JSON.stringify(value ?? null));

function archPart({ axle, archCuts }: JobWhole['job']): VectisRecord['archWork'] {
  const work = archWorkOf(axle, archCuts);
  return work === null ? null : { person: { id: null, name: work.by }, at: work.at, note: work.note };
}
