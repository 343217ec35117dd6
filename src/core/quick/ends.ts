import type { Policy } from '../document/policy';
import { studBeyondFace } from '../engagement/adapter';
import { engaged } from '../engagement/engaged';
import { nutReach } from '../engagement/nutStack';
import type { ThreadMaterial } from '../engagement/schools';
import { hubEndEngagement, outerTip } from '../engagement/twoEnded';
import { compileThread, minimumsFor } from '../figures/compiled';
import { formatLength, type UnitSystem } from '../units/format';
import type { QuickAnswer } from './answer';

export interface PocketAsked {
  /** Factory stud from the disc, mm, and the adapter's thickness, mm. */
  readonly protrusion: number;
  readonly adapter: number;
  /** Web under the adapter's nut, and thread in that nut, mm. */
  readonly web: number | null;
  readonly nutThread: number | null;
  readonly thread: string | null;
}

/** A stud is read with a caliper. mm. */
const CALIPER_PM = 0.1;

/**
 * Pocket that a wheel needs over a bolt-on adapter: (Z − s) + 1.5 mm with the errors of stud, plate and pocket inside.
 * Flush within the errors counts as standing out. Worked example: 31 mm studs under 15 mm ask for 17.8 mm with a
 * caliper.
 */
export function pocketAnswer(
  asked: PocketAsked,
  policy: Policy,
  units: UnitSystem,
): QuickAnswer & { readonly pocket: number } {
  const { protrusion: Z, adapter: s, web, nutThread, thread } = asked;
  const len = (mm: number, to: 'up' | 'down') => formatLength(mm, units, to);
  const beyond = studBeyondFace(Z + CALIPER_PM + policy.spacerPm, s);
  const pocket = beyond === 0 ? 0 : beyond + policy.pocketMargin + CALIPER_PM;
  const t = thread === null ? null : compileThread(thread);
  const hub =
    web === null || t === null
      ? null
      : engaged(Z - web - policy.leadPitches * t.thread.pitch, nutThread ?? Number.POSITIVE_INFINITY);
  const enough = t === null ? null : minimumsFor(t, 'steel', 'unknown', null, policy);
  return {
    pocket,
    says:
      pocket === 0
        ? 'No pocket needed: the studs end below the adapter’s face'
        : `Pockets of ${len(pocket, 'up')} or deeper, in every wheel that can go on`,
    given:
      pocket === 0
        ? ['no stud is longer than that one']
        : ['that is the longest stud', 'every pocket was measured: no mark tells castings apart'],
    missing: [
      ...(hub === null
        ? [
            {
              what: 'Web under the adapter’s nut, and the thread',
              changes: 'Say what the adapter’s own nut holds on the factory stud.',
            },
          ]
        : []),
      ...(hub !== null && nutThread === null
        ? [
            {
              what: 'Thread in the adapter’s nut',
              changes: 'It holds no more than that, however far the stud reaches.',
            },
          ]
        : []),
    ],
    because: [
      `${len(Z, 'up')} of stud less ${len(s, 'down')} of adapter leaves ${len(studBeyondFace(Z, s), 'up')}; ${len(policy.pocketMargin, 'up')} of room and the errors of stud, spacer and pocket come on top.`,
      `No pockets needed from ${len(Z + CALIPER_PM + policy.spacerPm, 'up')} of adapter.`,
      ...(hub === null || enough === null
        ? []
        : [
            `The adapter’s nut holds ${len(hub, 'down')} on the factory stud; target ${len(enough.minimum, 'up')}, floor ${len(enough.floor, 'up')} in steel.`,
          ]),
    ],
    rows: [
      { label: 'Adapter', bars: [{ from: 0, to: s, part: 'plate', text: len(s, 'down') }], marks: [] },
      { label: 'Factory stud', bars: [{ from: 0, to: Z, part: 'thread', text: len(Z, 'up') }], marks: [] },
      ...(pocket > 0
        ? [
            {
              label: 'Pocket needed',
              bars: [{ from: s, to: s + pocket, part: 'room' as const, text: len(pocket, 'up') }],
              marks: [],
            },
          ]
        : []),
    ],
    rules: ['adapter.pocket', 'adapter.nut-below', 'engagement.hub-end'],
  };
}

export interface EndsAsked {
  readonly hubThread: string;
  readonly outerThread: string;
  readonly overall: number;
  readonly shortEnd: number;
  /** Tapped depth of the hub, mm. */
  readonly depth: number;
  readonly seatsAt: 'shoulder' | 'run-out';
  /** Disc hat, plate and nut grip together with the nut's own thread, mm. */
  readonly hat: number;
  readonly plate: number;
  readonly grip: number;
  readonly nutThread: number | null;
  readonly nose: number;
  readonly material: ThreadMaterial;
}

export interface EndsAnswer extends QuickAnswer {
  readonly hubEnd: number;
  readonly nutEnd: number;
  /** How much of the short end may stand out behind the hub's thread, mm; none or less stays inside. */
  readonly behind: number;
  /** Largest plate that still leaves the target in the nut, mm; null where none does. */
  readonly most: number | null;
}

/**
 * Both ends of a two-ended stud: Eh = min(short end − lead, Dt); E = min(X − n − (tr + s + q), Ln) with X = overall −
 * what is in the hub. Each end in its own pitch. Worked example: a 75 mm stud carries 12 mm where a 90 mm one carries
 * 27 (common practice).
 */
export function endsAnswer(asked: EndsAsked, policy: Policy, units: UnitSystem): EndsAnswer {
  const hub = compileThread(asked.hubThread);
  const outer = compileThread(asked.outerThread);
  const len = (mm: number, to: 'up' | 'down') => formatLength(mm, units, to);
  const hubEnd = hubEndEngagement(asked.shortEnd, policy.leadPitches * hub.thread.pitch, asked.depth);
  const tip = outerTip(asked.overall, asked.shortEnd, asked.depth, asked.seatsAt);
  const nose = asked.nose + policy.leadPitches * outer.thread.pitch;
  const start = asked.hat + asked.plate + asked.grip;
  const reach = nutReach({ nutStart: start, studTip: tip, nose });
  const nutEnd = engaged(reach, asked.nutThread ?? Number.POSITIVE_INFINITY);
  const hubEnough = minimumsFor(hub, asked.material, 'unknown', null, policy);
  const nutEnough = minimumsFor(outer, 'steel', 'unknown', null, policy);
  const room = asked.plate + reach - nutEnough.minimum - policy.fastenerPm - policy.spacerPm;
  const most = room >= 0 && (asked.nutThread === null || asked.nutThread >= nutEnough.minimum) ? room : null;
  // A stud and a depth are read with a caliper: what stands out with both errors stands out.
  const behind = asked.shortEnd - asked.depth + policy.fastenerPm + CALIPER_PM;
  const state = (has: number, { minimum, floor }: { minimum: number; floor: number }): string =>
    has >= minimum ? 'reaches the target' : has >= floor ? 'is between floor and target' : 'is under the floor';
  return {
    hubEnd,
    nutEnd,
    behind,
    most,
    says: `${len(hubEnd, 'down')} in the hub, ${len(nutEnd, 'down')} in the nut`,
    ...(behind > 0
      ? {
          warns: [
            `Up to ${len(behind, 'up')} of the short end stands out behind the hub’s thread: that needs ${len(behind + Math.max(policy.behindReserve, hub.thread.pitch), 'up')} of room to shoes, backing plate or sensor ring, measured at every corner, and for a hole that is open or wider there.`,
          ],
        }
      : {}),
    given: [
      ...(asked.material === 'unknown' ? ['the hub is steel'] : []),
      'the nut is steel and open',
      ...(asked.nutThread === null ? ['it has that much thread'] : []),
      'the stud is threaded far enough',
    ],
    missing: [
      ...(asked.nutThread === null
        ? [{ what: 'Thread in the nut', changes: 'It holds no more than that, however far it turns on.' }]
        : []),
      ...(asked.material === 'unknown'
        ? [{ what: 'What the hub is made of (a magnet tells)', changes: 'Aluminium needs half as much again.' }]
        : []),
    ],
    because: [
      `Hub end ${state(hubEnd, hubEnough)}: target ${len(hubEnough.minimum, 'up')}, floor ${len(hubEnough.floor, 'up')}.`,
      `Nut end ${state(nutEnd, nutEnough)}: target ${len(nutEnough.minimum, 'up')}, floor ${len(nutEnough.floor, 'up')}.`,
      `The tip stands ${len(tip, 'down')} from the hub face; nose and lead take ${len(nose, 'up')}.`,
      most === null
        ? 'No spacer leaves the target in the nut.'
        : `Carries spacers up to ${len(most, 'down')} with the target left in the nut.`,
    ],
    rows: [
      {
        label: 'Hub',
        bars: [{ from: -asked.depth, to: 0, part: 'steel', text: len(asked.depth, 'down') }],
        marks: [],
      },
      {
        label: 'Stud',
        bars: [{ from: tip - asked.overall, to: tip, part: 'thread', text: len(asked.overall, 'down') }],
        marks: [],
      },
      {
        label: 'Disc, spacer, wheel',
        bars: [
          { from: 0, to: asked.hat, part: 'steel', text: len(asked.hat, 'down') },
          {
            from: asked.hat,
            to: asked.hat + asked.plate,
            part: 'plate',
            text: asked.plate > 0 ? len(asked.plate, 'up') : '',
          },
          { from: asked.hat + asked.plate, to: start, part: 'wheel', text: len(asked.grip, 'up') },
        ],
        marks: [],
      },
      {
        label: 'Nut',
        bars: [
          {
            from: start,
            to: start + (asked.nutThread ?? Math.max(nutEnd, nutEnough.minimum)),
            part: 'room',
            text: `${len(nutEnd, 'down')} held`,
          },
        ],
        marks: [],
      },
    ],
    rules: ['engagement.hub-end', 'engagement.minimum', 'stud.behind', 'thread.runs-on', 'fastener.thread'],
  };
}
