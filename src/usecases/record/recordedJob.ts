import { DEFAULT_POLICY } from '@/core/document/policy';
import type { Axle } from '@/core/document/vocabulary';
import type { ArchCuts } from '@/core/stance/archWork';
import type { RecordedEvaluation, VectisRecord } from '@/records/document';
import { hardwareOfRecord, quantityOfRecord } from '@/records/names';
import type { JobWhole } from '@/store/jobs';
import { type PlanInForce, storedPlan } from '@/store/plans';
import type { RecheckRow } from '@/store/recordSchema';
import type { Remarks } from '@/store/remarks';
import type { AxleHubRow, JobRow, ReadingRow, RearWheels, TorqueEntryRow, WheelSetRow } from '@/store/schema';
import type { WheelWhole } from '@/store/wheels';

/**
 * A record as the views of a job read one. Only the record is asked: what it does not hold (versions, drafts, the other
 * axle) is nothing that a signed sheet shows.
 */
export function recordedJob(r: VectisRecord): JobWhole {
  const signedAt = new Date(r.signed.at);
  return {
    vehicle: { ...r.vehicle, version: 1, createdAt: signedAt, updatedAt: signedAt, archivedAt: null },
    hubs: [hubRow(r)],
    wheelSets: r.wheelSet ? [wheelSetRow(r.wheelSet, r, signedAt)] : [],
    wheels: r.wheelSet ? wheelRows(r.wheelSet) : [],
    job: jobRow(r, signedAt),
    readings: r.readings.map((x) => ({ ...figureRow(x), ...readingPlace(x), jobId: r.jobId })),
    chalk: r.chalkTests.map((c) => ({
      id: c.id,
      jobId: r.jobId,
      corner: c.corner,
      trialMm: c.trialSpacer,
      load: c.load,
      across: c.across,
      hours: c.hours,
      heldBy: c.heldBy as JobWhole['chalk'][number]['heldBy'],
      ...doneRow(c),
      withdrawnAt: null,
    })),
    policy: r.plan ? storedPlan(r.plan.document).policy : DEFAULT_POLICY,
    visit: {
      id: r.visit?.id ?? r.jobId,
      vehicleId: r.vehicle.id,
      openedAt: signedAt,
      mileageKm: r.visit?.mileageKm ?? null,
    },
    others: [],
    plan: r.plan ? planInForce(r.plan, r.jobId) : null,
    ticked: new Map(r.ticks.map((t) => [t.key, doneRow(t)])),
    rechecks: r.rechecks.map((l) => recheckRow(l, r.jobId)),
    torque: r.torque.map((e) => torqueRow(e, r.jobId)),
    bay: r.bay.map(({ id, corner, detail, person, at }) => ({
      id,
      corner,
      detail,
      by: person.name,
      personId: person.id,
      at: new Date(at).getTime(),
    })),
  };
}

/** Photos and notes as they were signed. */
export function recordedRemarks(r: VectisRecord): Remarks {
  const of = { vehicleId: r.vehicle.id, jobId: r.jobId, withdrawnAt: null };
  return {
    photos: r.photos.map(({ person, at, ...p }) => ({ ...p, ...of, ...doneRow({ person, at }) })),
    notes: r.notes.map(({ person, at, ...n }) => ({ ...n, ...of, ...doneRow({ person, at }) })),
  };
}

const doneRow = (d: { readonly person: VectisRecord['signed']['person']; readonly at: string }) => ({
  by: d.person.name,
  personId: d.person.id,
  at: new Date(d.at),
});

type RecordedFigure = Pick<
  VectisRecord['readings'][number],
  'id' | 'quantity' | 'value' | 'pm' | 'unit' | 'typed' | 'method' | 'person' | 'at'
>;

const figureRow = (x: RecordedFigure) => ({
  id: x.id,
  quantity: quantityOfRecord(x.quantity),
  value: x.value,
  pm: x.pm,
  unit: x.unit,
  typed: x.typed,
  method: x.method,
  ...doneRow(x),
  withdrawnAt: null,
});

const readingPlace = (
  x: VectisRecord['readings'][number],
): Pick<ReadingRow, 'corner' | 'hour' | 'onPlateMm' | 'onWheelSetId' | 'trialPart' | 'confirms'> => ({
  corner: x.corner,
  hour: x.hour,
  onPlateMm: x.onSpacer,
  onWheelSetId: null,
  trialPart: null,
  confirms: x.confirms,
});

/** What was worked on: the plan says where it was one side alone. */
const axleOfRecord = (r: VectisRecord): Axle => (r.plan ? storedPlan(r.plan.document).axle : r.axle);

const hubRow = (r: VectisRecord): AxleHubRow => ({
  ...hubFields(r.hub),
  vehicleId: r.vehicle.id,
  axle: axleOfRecord(r),
});

const hubFields = (h: VectisRecord['hub']): Omit<AxleHubRow, 'vehicleId' | 'axle'> => ({
  id: h.id,
  lugs: h.lugs,
  boltCircleMm: h.boltCircle,
  thread: h.thread,
  fastening: h.fastening,
  seat: h.seat,
  threadMaterial: h.threadMaterial,
  nutStyle: h.nutStyle,
  torqueNm: h.torque?.value ?? null,
  torqueSource: h.torqueSource,
  lockingFastener: h.lockingFastener,
  fastenerClass: h.fastenerClass,
  internalTensileMpa: h.internalTensile,
  nutClass: h.nutClass,
  hardware: hardwareOfRecord(h.hardware),
  original: null,
  fromJobId: null,
  endedAt: null,
});

type RecordedWheels = NonNullable<VectisRecord['wheelSet']>;

const axleWheels = (w: NonNullable<RecordedWheels['rear']>): RearWheels => ({
  tyre: w.tyre,
  offsetMm: w.offset,
  seat: w.seat,
  lugs: w.lugs,
  boltCircleMm: w.boltCircle,
});

const wheelSetRow = (w: RecordedWheels, r: VectisRecord, signedAt: Date): WheelSetRow => ({
  id: w.id,
  vehicleId: r.vehicle.id,
  name: w.name,
  ...axleWheels(w),
  rotates: w.rotates,
  planned: w.planned,
  rear: w.rear === null ? null : axleWheels(w.rear),
  // What goes on with the wheels stands in the plan.
  own: (r.plan ? storedPlan(r.plan.document).wheel.own : null) ?? null,
  createdAt: signedAt,
  archivedAt: null,
});

const wheelRows = (set: RecordedWheels): WheelWhole[] =>
  set.wheels.map((w) => ({
    id: w.id,
    wheelSetId: set.id,
    mark: w.mark,
    corner: w.corner,
    readings: w.readings.map((x) => ({ ...figureRow(x), wheelId: w.id })),
  }));

const jobRow = (r: VectisRecord, signedAt: Date): JobRow => ({
  id: r.jobId,
  vehicleId: r.vehicle.id,
  wheelSetId: r.wheelSet?.id ?? '',
  visitId: r.visit?.id ?? r.jobId,
  axle: axleOfRecord(r),
  wish: r.jobType,
  use: r.use,
  stage: 'recheck',
  draft: null,
  version: 1,
  createdAt: signedAt,
  updatedAt: signedAt,
  signedAt,
  signedBy: r.signed.person.name,
  recheckDueAt: null,
  revision: 1,
  revisionReason: null,
  archCuts: archCutsOf(r),
  axleHubId: null,
  planB: null,
  held: null,
  heldWhy: null,
  heldBy: null,
  heldAt: null,
});

/** What the rules found stays with the record: see `recordEvaluation`. */
const planInForce = (p: NonNullable<VectisRecord['plan']>, jobId: string): PlanInForce => ({
  id: p.id,
  jobId,
  document: storedPlan(p.document),
  policyVersion: p.policyVersion,
  digest: p.digest,
  evaluation: null,
  steps: p.steps,
  judgedAt: evaluatedAt(p.evaluation),
  logOf: p.logId === p.id ? null : p.logId,
  frozenAt: new Date(p.approved.at),
  frozenBy: p.approved.person.name,
  personId: p.approved.person.id,
  supersededAt: null,
  intact: p.intact,
  log: p.logId,
});

const evaluatedAt = (e: RecordedEvaluation | null): Date | null => (e?.at ? new Date(e.at) : null);

const recheckRow = (l: VectisRecord['rechecks'][number], jobId: string): RecheckRow => ({
  id: l.id,
  jobId,
  revision: 1,
  seq: l.seq,
  kind: l.kind,
  dueFrom: new Date(l.dueFrom),
  dueTo: new Date(l.dueTo),
  doneAt: l.done ? new Date(l.done.at) : null,
  doneBy: l.done?.person.name ?? null,
  donePersonId: l.done?.person.id ?? null,
  outcome: l.done?.outcome ?? null,
  reason: l.reason,
  note: l.note,
});

const torqueRow = (e: VectisRecord['torque'][number], jobId: string): TorqueEntryRow => ({
  id: e.id,
  jobId,
  planId: e.planId,
  corner: e.corner,
  seq: e.seq,
  joint: e.joint,
  pass: e.pass,
  lug: e.lug,
  targetNm: e.target,
  readingNm: e.reading,
  angleDeg: e.angle,
  felt: e.felt,
  tool: e.tool,
  note: e.note,
  trace: e.trace,
  shows: e.shows,
  hash: e.hash,
  ...doneRow(e),
});

/** A record tells arch work of its axle in one line; both corners have it, so that it is told once. */
function archCutsOf({ axle, archWork }: VectisRecord): ArchCuts {
  if (archWork === null) return {};
  const cut = { at: archWork.at, by: archWork.person.name, note: archWork.note };
  return { [`${axle}-left`]: cut, [`${axle}-right`]: cut };
}
