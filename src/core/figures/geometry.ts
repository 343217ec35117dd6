import type { Corner, Plan } from '../document/document';
import { outerTip } from '../engagement/twoEnded';
import type { CornerNumbers, Numbers } from './numbers';
import { chosenNut } from './stack';

/** A rectangle of the axial section, mm. x outward from the hub face, y from the fastener's axis. */
export interface SectionBlock {
  readonly part: 'hub' | 'disc' | 'spacer' | 'wheel' | 'fastener-shank' | 'fastener-thread' | 'fastener-head' | 'nut';
  readonly x0: number;
  readonly x1: number;
  /** Inner and outer half-height; blocks are drawn above and below the axis. */
  readonly y0: number;
  readonly y1: number;
  /** Drawn at a nominal size because nobody measured it; nothing is judged by it. */
  readonly assumed?: boolean;
}

export interface SectionDimension {
  readonly id: 'thickness' | 'engagement' | 'length';
  readonly x0: number;
  readonly x1: number;
}

export type SectionNeed =
  | 'turns'
  | 'boltLength'
  | 'studProtrusion'
  | 'tappedDepth'
  | 'rotorHat'
  | 'nutGrip'
  | 'nutThread';

/** The joint cut along the axis, ready to lay out: either drawable, or what is missing. */
export type StackGeometry =
  | { readonly drawable: false; readonly needs: readonly SectionNeed[] }
  | {
      readonly drawable: true;
      readonly corner: Corner;
      readonly fastening: 'bolt' | 'stud';
      readonly blocks: readonly SectionBlock[];
      readonly dimensions: readonly SectionDimension[];
      /** Overlapped thread, x0 < x1; null when none is left. */
      readonly engaged: { readonly x0: number; readonly x1: number } | null;
      /**
       * Plain shank standing where the mate’s thread begins, x0 < x1: it stops there. Null where it stays out, or
       * nobody knows.
       */
      readonly clash: { readonly x0: number; readonly x1: number } | null;
      /** Where the engagement would end at exactly the governing minimum. */
      readonly minimumAt: number;
      readonly pitch: number;
      readonly extent: { readonly x0: number; readonly x1: number; readonly y: number };
      /** Depth of the tapped hole was not measured: its far end is drawn open. */
      readonly hubOpen: boolean;
    };

/** Drawn where nothing was measured and nothing is judged: depth of hub, half-height of the section. mm. */
const HUB_DRAWN = 18;
const HALF_HEIGHT = 22;
const DISC_DRAWN = 6;

/**
 * Geometry of the corner with the least engagement. Pure function of plan and numbers, in mm; nothing here
 * judges. A section that would rest on a guess is not drawn: it says what it needs.
 */
export function stackGeometry(plan: Plan, numbers: Numbers): StackGeometry {
  const c = leastEngaged(numbers.corners);
  const conversion = plan.fastener.kind === 'conversion';
  const bolt = plan.hub.fastening === 'bolt' && !conversion;
  const corner = plan.corners.find((k) => k.corner === c?.corner);
  const needs: SectionNeed[] = [];
  if (conversion) {
    if (!corner?.tappedDepth) needs.push('tappedDepth');
    if (!corner?.rotorHat) needs.push('rotorHat');
    if (!plan.hub.nutGrip) needs.push('nutGrip');
    if (c && c.bearing !== null && !c.engagement) needs.push('nutThread');
  } else {
    if (!c?.travel) needs.push('turns');
    if (bolt && !plan.hub.boltLength) needs.push('boltLength');
    if (!bolt && !corner?.studProtrusion) needs.push('studProtrusion');
  }
  if (needs.length > 0 || !c || c.bearing === null || !c.engagement || !corner) return { drawable: false, needs };
  return bolt
    ? boltSection(plan, numbers, c, c.bearing, c.engagement.value)
    : studSection(plan, numbers, c, c.bearing, c.engagement.value);
}

function leastEngaged(corners: readonly CornerNumbers[]): CornerNumbers | undefined {
  return [...corners].sort((a, b) => (a.engagement?.value ?? Infinity) - (b.engagement?.value ?? Infinity))[0];
}

function discBlock(plan: Plan, c: CornerNumbers, r: number): SectionBlock {
  const hat = plan.corners.find((k) => k.corner === c.corner)?.rotorHat ?? null;
  const block = { part: 'disc' as const, x0: 0, x1: hat?.value ?? DISC_DRAWN, y0: r + 0.8, y1: HALF_HEIGHT };
  return hat ? block : { ...block, assumed: true };
}

type Drawable = Extract<StackGeometry, { drawable: true }>;

function boltSection(plan: Plan, n: Numbers, c: CornerNumbers, seat: number, engagement: number): Drawable {
  const s = plan.spacer.thickness;
  const r = n.thread.d / 2;
  const disc = discBlock(plan, c, r);
  const face = disc.x1;
  const lead = plan.policy.leadPitches * n.thread.pitch;
  const present = plan.hub.boltLength?.value ?? 0;
  const length = plan.fastener.kind === 'bolt' ? plan.fastener.length : present;
  const tip = seat - length;
  const depth = plan.corners.find((k) => k.corner === c.corner)?.tappedDepth?.value ?? null;
  const hub = depth ?? Math.max(HUB_DRAWN, -tip + 4);
  const lastFull = tip + lead;
  const engaged = engagement > 0 ? { x0: Math.max(-hub, lastFull), x1: Math.max(-hub, lastFull) + engagement } : null;
  const thread = plan.fastener.kind === 'bolt' ? plan.fastener.threadLength : (plan.hub.boltThread?.value ?? null);
  const threadEnd = thread === null ? Math.min(seat - 2, face + s + 4) : Math.min(seat, tip + thread);
  const head = r * 1.2;
  return {
    drawable: true,
    corner: c.corner,
    fastening: 'bolt',
    blocks: [
      { part: 'hub', x0: -hub, x1: 0, y0: r, y1: HALF_HEIGHT },
      disc,
      { part: 'spacer', x0: face, x1: face + s, y0: r + 0.8, y1: HALF_HEIGHT },
      { part: 'wheel', x0: face + s, x1: Math.max(seat, face + s + 1), y0: r + 0.8, y1: HALF_HEIGHT - 3 },
      { part: 'fastener-thread', x0: tip, x1: Math.max(threadEnd, tip + 1), y0: 0, y1: r },
      {
        part: 'fastener-shank',
        x0: Math.max(threadEnd, tip + 1),
        x1: seat,
        y0: 0,
        y1: r - 0.6,
        ...(thread === null && plan.fastener.kind === 'bolt' ? { assumed: true } : {}),
      },
      { part: 'fastener-head', x0: seat, x1: seat + head * 1.4, y0: 0, y1: head * 1.15 },
    ],
    dimensions: [
      { id: 'thickness', x0: face, x1: face + s },
      { id: 'length', x0: tip, x1: seat },
      ...(engaged ? [{ id: 'engagement' as const, ...engaged }] : []),
    ],
    engaged,
    clash: thread !== null && threadEnd < -1e-9 ? { x0: threadEnd, x1: 0 } : null,
    // The thread is entered from the hub face inward: the minimum reaches that far in.
    minimumAt: -n.minimum,
    pitch: n.thread.pitch,
    extent: { x0: Math.min(-hub, tip) - 6, x1: seat + head * 1.4 + 8, y: HALF_HEIGHT },
    hubOpen: depth === null,
  };
}

function studSection(plan: Plan, n: Numbers, c: CornerNumbers, fromDisc: number, engagement: number): Drawable {
  const s = plan.spacer.thickness;
  const r = n.thread.d / 2;
  const disc = discBlock(plan, c, r);
  const face = disc.x1;
  const corner = plan.corners.find((k) => k.corner === c.corner);
  // Protrusion and grip are measured from the disc's face.
  // A conversion stud's grip is measured from the hub, every other from the disc's face.
  const f = plan.fastener;
  const a = plan.spacer.adapter;
  const nutStart = f.kind === 'conversion' ? fromDisc : face + fromDisc;
  const Z = corner?.studProtrusion?.value ?? 0;
  const tip =
    f.kind === 'conversion'
      ? outerTip(f.length, f.shortEnd, corner?.tappedDepth?.value ?? 0, f.seatsAt)
      : face + (a ? s + (a.studProtrusion ?? 0) : f.kind === 'stud' ? f.protrusion : Z);
  const inside = f.kind === 'conversion' ? tip - f.length : a ? face : -HUB_DRAWN;
  // Where nobody said how far a stud is threaded it is drawn threaded to the hub.
  const thread =
    f.kind === 'stud' || f.kind === 'conversion' ? f.threadLength : a ? null : (plan.hub.studThread?.value ?? null);
  const shankEnd = Math.min(Math.max(2, inside, thread === null ? 0 : tip - thread), tip);
  const nut = chosenNut(plan);
  const nutLength = nut.threadLength ?? Math.max(n.thread.d * 1.2, engagement);
  const blind = nut.style === 'closed' ? (nut.blindDepth ?? nutLength + 6) : null;
  const nutEnd = nutStart + (blind === null ? nutLength : blind + 3);
  const engaged = engagement > 0 ? { x0: nutStart, x1: nutStart + engagement } : null;
  const pad = Math.max(nutStart, face + s + 1);
  const nutHalf = r * 1.75;
  return {
    drawable: true,
    corner: c.corner,
    fastening: 'stud',
    blocks: [
      { part: 'hub', x0: -HUB_DRAWN, x1: 0, y0: r, y1: HALF_HEIGHT },
      disc,
      { part: 'spacer', x0: face, x1: face + s, y0: r + 0.8, y1: HALF_HEIGHT },
      { part: 'wheel', x0: face + s, x1: pad, y0: r + 0.8, y1: HALF_HEIGHT - 3 },
      ...(a
        ? [
            // The factory studs stand between the adapter's own; their nuts lie under its face.
            {
              part: 'fastener-shank' as const,
              x0: -HUB_DRAWN,
              x1: face + Z,
              y0: r + 3,
              y1: Math.min(HALF_HEIGHT - 1, 3 * r + 1),
            },
            ...(a.web === null || a.nutHeight === null
              ? []
              : [
                  {
                    part: 'nut' as const,
                    x0: face + a.web,
                    x1: face + a.web + a.nutHeight,
                    y0: r + 1.5,
                    y1: Math.min(HALF_HEIGHT, 3 * r + 2.5),
                  },
                ]),
          ]
        : []),
      { part: 'fastener-shank', x0: inside, x1: shankEnd, y0: 0, y1: r },
      { part: 'fastener-thread', x0: shankEnd, x1: tip, y0: 0, y1: r },
      { part: 'nut', x0: nutStart, x1: nutStart + nutLength, y0: r, y1: nutHalf },
      ...(blind === null ? [] : [{ part: 'nut' as const, x0: nutStart + blind, x1: nutEnd, y0: 0, y1: nutHalf }]),
      ...(blind !== null && blind > nutLength
        ? [{ part: 'nut' as const, x0: nutStart + nutLength, x1: nutStart + blind, y0: r + 1, y1: nutHalf }]
        : []),
    ],
    dimensions: [
      { id: 'thickness', x0: face, x1: face + s },
      { id: 'length', x0: face, x1: tip },
      ...(engaged ? [{ id: 'engagement' as const, ...engaged }] : []),
    ],
    engaged,
    clash: thread !== null && shankEnd > nutStart + 1e-9 ? { x0: nutStart, x1: shankEnd } : null,
    minimumAt: nutStart + n.minimum,
    pitch: n.thread.pitch,
    extent: { x0: -HUB_DRAWN - 6, x1: Math.max(nutEnd, tip) + 8, y: HALF_HEIGHT },
    hubOpen: false,
  };
}
