import { RECORD_FORMAT, recordSchema, type VectisRecord } from './document';

/**
 * Records of releases before `vectis-record/1` are rows of the store as JSON. These are the names that those rows had;
 * they are written out here so that the store may rename anything.
 */
type Row = Readonly<Record<string, unknown>>;

const rows = (value: unknown): readonly Row[] => (Array.isArray(value) ? value : []);
const row = (value: unknown): Row => (value ?? {}) as Row;
const or = <T>(value: unknown, fallback: T): T => (value === undefined || value === null ? fallback : (value as T));
const person = (name: unknown) => ({ id: null, name: or(name, '') });
const done = (r: Row) => ({ person: person(r.by), at: r.at });

const readingOf = (r: Row) => ({
  id: r.id,
  quantity: r.quantity,
  value: r.value,
  pm: r.pm,
  unit: r.unit,
  typed: r.typed,
  method: r.method,
  ...done(r),
});

const hubOf = (h: Row) => ({
  id: h.id,
  lugs: or(h.lugs, null),
  boltCircle: or(h.boltCircleMm, null),
  thread: h.thread,
  fastening: h.fastening,
  seat: h.seat,
  threadMaterial: h.threadMaterial,
  nutStyle: h.nutStyle,
  torque: or(h.torqueNm, null) === null ? null : { value: h.torqueNm, source: or(h.torqueSource, '') },
  torqueSource: or(h.torqueSource, ''),
  lockingFastener: or(h.lockingFastener, false),
  fastenerClass: or(h.fastenerClass, 'unknown'),
  internalTensile: or(h.internalTensileMpa, null),
  nutClass: or(h.nutClass, 'unknown'),
  hardware: or(h.hardware, 'unknown'),
});

const axleWheelsOf = (w: Row) => ({
  tyre: w.tyre,
  offset: or(w.offsetMm, null),
  seat: w.seat,
  lugs: or(w.lugs, null),
  boltCircle: or(w.boltCircleMm, null),
});

const wheelSetOf = (w: Row, wheels: readonly Row[]) => ({
  id: w.id,
  name: w.name,
  ...axleWheelsOf(w),
  rotates: or(w.rotates, true),
  planned: or(w.planned, false),
  rear: w.rear ? axleWheelsOf(row(w.rear)) : null,
  wheels: wheels.map((x) => ({ id: x.id, mark: x.mark, corner: x.corner, readings: rows(x.readings).map(readingOf) })),
});

const sectionOf = (g: Row) => {
  if (g.drawable !== true) return { drawable: false, needs: or(g.needs, []) };
  const { minimumAt, ...same } = g;
  return { ...same, clash: or(g.clash, null), targetAt: minimumAt };
};

const evaluationOf = (e: Row, at: unknown) => {
  const numbers = row(e.numbers);
  return {
    rulesVersion: or(e.rules, 0),
    at: or(at, null),
    verdict: e.verdict,
    effectiveOffset: or(numbers.effectiveOffset, null),
    trackChange: numbers.trackChange,
    target: numbers.minimum,
    engagement: rows(numbers.corners).map((c) => ({ corner: c.corner, result: or(c.engagement, null) })),
    section: sectionOf(row(e.geometry)),
    findings: rows(e.findings).map((f) => ({
      rule: f.rule,
      level: f.level,
      value: or(f.value, null),
      limit: or(f.limit, null),
      margin: or(f.margin, null),
      pm: or(f.pm, null),
      rss: or(f.rss, null),
      unit: or(f.unit, ''),
      corner: or(f.corner, null),
      school: or(f.school, null),
      uncertain: or(f.uncertain, false),
      pitch: or(f.pitch, null),
      case: or(f.case, null),
      metric: f.metric,
      imperial: f.imperial,
    })),
  };
};

const planOf = (p: Row) => ({
  id: p.id,
  logId: or(p.log, or(p.logOf, p.id)),
  document: p.document,
  digest: p.digest,
  intact: or(p.intact, true),
  policyVersion: p.policyVersion,
  approved: { person: person(p.frozenBy), at: p.frozenAt },
  evaluation: p.evaluation ? evaluationOf(row(p.evaluation), p.judgedAt) : null,
  steps: or(p.steps, null),
});

const recheckOf = (l: Row) => ({
  id: l.id,
  seq: l.seq,
  kind: l.kind,
  dueFrom: l.dueFrom,
  dueTo: l.dueTo,
  done: or(l.doneAt, null) === null ? null : { person: person(l.doneBy), at: l.doneAt, outcome: or(l.outcome, null) },
  reason: or(l.reason, null),
  note: or(l.note, null),
});

const torqueOf = (e: Row) => ({
  id: e.id,
  planId: e.planId,
  corner: e.corner,
  seq: e.seq,
  joint: or(e.joint, 'wheel'),
  pass: e.pass,
  lug: e.lug,
  target: e.targetNm,
  reading: or(e.readingNm, null),
  angle: or(e.angleDeg, null),
  felt: or(e.felt, null),
  tool: e.tool,
  note: or(e.note, null),
  trace: or(e.trace, null),
  shows: or(e.shows, null),
  hash: e.hash,
  ...done(e),
});

const bayEntryOf = (e: Row) => ({
  id: e.id,
  corner: or(e.corner, null),
  detail: e.detail,
  person: person(e.by),
  // The log of the bay kept its times as milliseconds.
  at: typeof e.at === 'number' ? new Date(e.at).toISOString() : e.at,
});

const chalkOf = (c: Row) => ({
  id: c.id,
  corner: c.corner,
  trialSpacer: c.trialMm,
  load: c.load,
  across: or(c.across, null),
  hours: or(c.hours, []),
  heldBy: or(c.heldBy, null),
  ...done(c),
});

const photoOf = (p: Row) => ({
  id: p.id,
  corner: or(p.corner, null),
  state: p.state,
  caption: or(p.caption, ''),
  hash: p.hash,
  width: p.width,
  height: p.height,
  ...done(p),
});

function fromRows(s: Row): unknown {
  const job = row(s.job);
  const car = row(s.vehicle);
  const set = rows(s.wheelSets).find((w) => w.id === job.wheelSetId);
  const wheels = rows(s.wheels).filter((w) => w.wheelSetId === job.wheelSetId);
  const remarks = row(s.remarks);
  // Ticks were pairs of a key and who ticked it when.
  const ticks = (Array.isArray(s.ticked) ? s.ticked : []) as readonly (readonly [unknown, Row])[];
  return {
    format: RECORD_FORMAT,
    signed: { person: person(job.signedBy), at: job.signedAt },
    installation: null,
    visit: job.visitId ? { id: job.visitId, mileageKm: null } : null,
    jobId: job.id,
    axle: job.axle,
    jobType: job.wish,
    use: job.use,
    vehicle: { id: car.id, name: car.name, plate: car.plate, notes: or(car.notes, '') },
    hub: hubOf(row(rows(s.hubs).find((h) => h.axle === job.axle))),
    wheelSet: set ? wheelSetOf(set, wheels) : null,
    setups: null,
    archWork:
      or(job.archDoneAt, null) === null
        ? null
        : { person: person(job.archDoneBy), at: job.archDoneAt, note: or(job.archNote, '') },
    plan: s.plan ? planOf(row(s.plan)) : null,
    readings: rows(s.readings).map((r) => ({
      ...readingOf(r),
      corner: or(r.corner, null),
      hour: or(r.hour, null),
      onSpacer: or(r.onPlateMm, null),
      confirms: or(r.confirms, null),
    })),
    chalkTests: rows(s.chalk).map(chalkOf),
    ticks: ticks.map(([key, t]) => ({ key, ...done(t) })),
    bay: rows(s.bay).map(bayEntryOf),
    torque: rows(s.torque).map(torqueOf),
    rechecks: rows(s.rechecks).map(recheckOf),
    photos: rows(remarks.photos).map(photoOf),
    notes: rows(remarks.notes).map((n) => ({ id: n.id, corner: or(n.corner, null), text: n.text, ...done(n) })),
  };
}

/** A record that this release cannot read. */
export class UnreadableRecordError extends Error {
  constructor(where: string) {
    super(`This record cannot be read by this release: ${where}. A later release may have written it.`);
    this.name = 'UnreadableRecordError';
  }
}

/**
 * A stored record in the present format. The stored JSON is not changed: its seal is over that.
 * @throws UnreadableRecordError
 */
export function readRecord(stored: unknown): VectisRecord {
  const format = (stored as { format?: unknown } | null)?.format;
  const read = recordSchema.safeParse(format === undefined ? fromRows(row(stored)) : stored);
  if (read.success) return read.data;
  const [first] = read.error.issues;
  throw new UnreadableRecordError(
    format === undefined || format === RECORD_FORMAT
      ? `${first?.path.join('.') || 'the record'} is not as expected`
      : `its format is “${String(format)}”`,
  );
}
