import { format } from 'date-fns';
import { AXLE_LABEL, CORNER_LABEL } from '@/core/document/labels';
import type { StackGeometry } from '@/core/figures/geometry';
import { drawnEngagement } from '@/core/figures/result';
import { cautions } from '@/core/procedure/cautions';
import type { Step } from '@/core/procedure/step';
import type { Level } from '@/core/rules/kit/finding';
import type { TraceSample } from '@/core/torque/trace';
import { formatLength, formatTorque, type UnitSystem } from '@/core/units/format';
import { bayLines } from '@/usecases/fit/bayLines';
import { doneOf, jointsOf, specOf, stepsNow } from '@/usecases/fit/card';
import type { JointState } from '@/usecases/job/joints';
import type { SheetRevision } from '@/usecases/record/recordedVisit';
import { recordEvaluation } from '@/usecases/record/recordFindings';
import type { JobWhole, PlanInForce } from '@/usecases/shown';
import { logLines } from '@/usecases/torque/logLines';
import { factsOf, gapLines } from '../sheet';

export interface TorqueRow {
  readonly lug: string;
  readonly final: string;
  readonly verify: string;
  readonly by: string;
}

export interface TorqueTable {
  readonly name: string;
  readonly through: boolean;
  readonly rows: readonly TorqueRow[];
  /** Wrenches that were named with the entries. */
  readonly tools: string;
}

/** One pull as it came. */
export interface SheetTrace {
  readonly samples: readonly TraceSample[];
  readonly target: number;
  readonly words: string;
}

/** One axle of a visit, ready to be set on a page: words and figures, no rule and no store. */
export interface SheetModel {
  readonly title: string;
  readonly verdict: Level;
  readonly facts: readonly (readonly [string, string])[];
  readonly accepted: string | null;
  readonly geometry: StackGeometry;
  readonly drawn: string;
  readonly findings: readonly { readonly level: Level; readonly text: string }[];
  readonly allFindings: readonly { readonly level: Level; readonly text: string }[];
  readonly note: string | null;
  readonly gaps: readonly { readonly corner: string; readonly text: string }[];
  readonly holds: string;
  readonly steps: readonly { readonly text: string; readonly done: string }[];
  /** What happened at the car, a sentence each. */
  readonly bay: readonly string[];
  readonly torque: readonly TorqueTable[];
  /** Pulls of a wrench that sends them, in the order they were made. */
  readonly traces: readonly SheetTrace[];
  readonly cautions: readonly string[];
  readonly readings: readonly (readonly [string, string, string])[];
  readonly photos: readonly { readonly hash: string; readonly caption: string }[];
  readonly digest: string;
}

/** Findings that mattered: what a person answered for, or could have. */
const MATTERED: ReadonlySet<Level> = new Set(['stop', 'unmeasured', 'caution']);

const FELT = { click: 'clicked', held: 'held', little: 'moved a little', lot: 'moved a lot' } as const;

type Line = ReturnType<typeof logLines>[number];

function entryText(line: Line | undefined, units: UnitSystem): string {
  if (!line) return '–';
  const said = [
    ...(line.reading === null ? [] : [formatTorque(line.reading, units)]),
    ...(line.angle === null ? [] : [`${line.angle}°`]),
    ...(line.felt === null ? [] : [FELT[line.felt as keyof typeof FELT] ?? line.felt]),
  ];
  return said.length === 0 ? 'done' : said.join(', ');
}

function torqueTable(whole: JobWhole, at: JointState, units: UnitSystem): TorqueTable {
  const lines = logLines(specOf(whole, at.joint), whole.torque, at.corner, at.joint).filter((l) => !l.struck);
  const last = (pass: string, lug: number) => lines.findLast((l) => l.pass === pass && l.lug === lug);
  const rows = at.state.order.map((lug, i) => {
    const [final, verify] = [last('final', lug), last('verify', lug)];
    return {
      lug: String(i + 1),
      final: entryText(final, units),
      verify: entryText(verify, units),
      by: (verify ?? final)?.by ?? '',
    };
  });
  const rechecks = lines.filter((l) => l.pass === 'recheck');
  return {
    name: `${CORNER_LABEL[at.corner]}${OF_JOINT[at.joint]}`,
    through: at.state.complete,
    rows,
    tools: rechecks.length === 0 ? '' : `${rechecks.length} rechecked since, last ${rechecks.at(-1)?.at}`,
  };
}

const doneText = (whole: JobWhole, s: Step): string => {
  const done = doneOf(whole, s);
  if (done === null) return s.hold ? 'open' : '';
  return done.reason === null ? 'done' : 'reason';
};

const OF_JOINT = { hub: ', studs in the hub', adapter: ', adapter', wheel: '' } as const;

/** An axle as its record says it. @param readings the table of readings, worded */
export function sheetModel(
  whole: JobWhole,
  inForce: PlanInForce,
  {
    units,
    revision,
    readings,
    photos,
  }: {
    units: UnitSystem;
    revision: SheetRevision | null;
    readings: SheetModel['readings'];
    photos: SheetModel['photos'];
  },
): SheetModel {
  const plan = inForce.document;
  const e = recordEvaluation(whole, inForce, revision, units);
  const least = drawnEngagement(e.figures.corners);
  const all = e.findings.map(({ level, text }) => ({ level, text }));
  const steps = [...stepsNow(whole, 'stage', units), ...stepsNow(whole, 'fit', units)];
  const holds = steps.filter((s) => s.hold);
  const ticked = holds.filter((s) => doneOf(whole, s)?.reason === null);
  return {
    title: `${AXLE_LABEL[plan.axle]}, ${whole.vehicle.name}, ${whole.vehicle.plate}`,
    verdict: e.verdict,
    facts: factsOf(whole, inForce, e, { units, revision }),
    accepted: plan.leadSignOff ? `Cautions accepted by ${plan.leadSignOff.by}: ${plan.leadSignOff.reason}` : null,
    geometry: e.geometry,
    drawn:
      least === null
        ? 'Engagement not measured'
        : `Least engagement ${formatLength(least, units, 'down')} at the ${e.geometry.drawable ? CORNER_LABEL[e.geometry.corner].toLowerCase() : ''}, the target is ${formatLength(e.figures.target, units, 'up')}`,
    findings: all.filter((f) => MATTERED.has(f.level)),
    allFindings: all,
    note: e.note,
    gaps: gapLines(whole, units),
    holds: `${ticked.length} of ${holds.length} hold points ticked`,
    steps: steps.map((s) => ({
      text: s.card ? `${CORNER_LABEL[s.card.corner]}: ${s.text}` : s.text,
      done: doneText(whole, s),
    })),
    bay: bayLines(whole, units),
    torque: jointsOf(whole).map((at) => torqueTable(whole, at, units)),
    traces: tracesOf(whole, units),
    cautions: cautions(plan),
    readings,
    photos,
    digest: `Plan digest ${inForce.digest}${revision === null ? '' : `. Sealed ${revision.seal}${revision.signature.printed ? `. ${revision.signature.printed}` : ''}`}${inForce.intact ? '' : '. The stored plan does not match it: it was altered after it was frozen.'} To verify: open the record and press Verify, or take SHA-256 of the plan document with its keys sorted.`,
  };
}

/** Every pull that was sent, with where it was and what it came to. */
function tracesOf(whole: JobWhole, units: UnitSystem): SheetTrace[] {
  return whole.torque.flatMap((e) =>
    // A record that an earlier release sealed knows no traces.
    !e.trace || e.trace.length === 0
      ? []
      : [
          {
            samples: e.trace,
            target: e.targetNm,
            words: `${CORNER_LABEL[e.corner as keyof typeof CORNER_LABEL]}${OF_JOINT[e.joint]}, ${e.pass}, entry ${e.seq}: ${e.readingNm === null ? '' : formatTorque(e.readingNm, units)}${e.shows && e.shows !== 'normal' ? `, ${e.shows}` : ''}`,
          },
        ],
  );
}

/** When a record was set, for its foot. */
export const setAt = (at: Date): string => format(at, 'd MMM yyyy HH:mm');
