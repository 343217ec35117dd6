import type { Measured, Plan, Spacer } from '../document/document';
import { ofWheels } from '../document/wheels';
import { type Assessment, assess, blocksChoice } from '../evaluate/evaluate';
import { leastThread } from '../figures/ownThread';
import type { RuleId } from '../rules/ids';
import type { Finding } from '../rules/kit/finding';
import { formatLength, type UnitSystem } from '../units/format';

/** Ways out by another part, or by looking where a sum cannot tell. */
export const PART_WAYS = ['longer', 'thread', 'thicker-adapter', 'plain', 'lipped', 'seats', 'dab'] as const;

export type PartWay =
  /** Longer bolts or studs, from this length; and more thread on them, from the tip. mm */
  | { readonly way: 'longer' | 'thread'; readonly what: 'bolts' | 'studs' | 'two-ended studs'; readonly amount: number }
  | { readonly way: 'thicker-adapter'; readonly amount: number }
  | { readonly way: 'plain' | 'seats' | 'dab' }
  /** A lip no higher and a root no deeper than this, mm; null where the wheels were not measured. */
  | { readonly way: 'lipped'; readonly root: number | null; readonly lip: number | null };

/** Step and reach of what is tried for a thicker adapter, mm. */
const STEP = 0.5;
const THICKEST = 60;

const stands = (a: Assessment, rule: RuleId): Finding | undefined =>
  blocksChoice(a).find((f) => f.rule === rule && f.level === 'stop');

/** Whether another choice takes away what stands in the way by some rules, and puts nothing new there. */
function helps(now: Assessment, then: Plan, rules: readonly RuleId[]): boolean {
  const before = new Set(blocksChoice(now).map((f) => f.rule));
  const after = blocksChoice(assess(then));
  return rules.some((r) => before.has(r) && !after.some((f) => f.rule === r)) && after.every((f) => before.has(f.rule));
}

function whatOf({ fastener, hub }: Plan): 'bolts' | 'studs' | 'two-ended studs' {
  if (fastener.kind === 'conversion') return 'two-ended studs';
  return hub.fastening === 'bolt' ? 'bolts' : 'studs';
}

/** Least thickness of the same adapter whose nuts stay below its face and whose studs find room in every pocket, mm. */
function thickerAdapter(plan: Plan): number | null {
  const s = plan.spacer.thickness;
  for (let t = s + STEP; t <= THICKEST; t += STEP) {
    const thicker = assess({ ...plan, spacer: { ...plan.spacer, thickness: t } });
    if (!stands(thicker, 'adapter.nut-below') && !stands(thicker, 'adapter.pocket')) return t;
  }
  return null;
}

/**
 * The least of a figure of every wheel that can go on, its error taken off, mm; null as soon as one was not measured.
 */
function leastOfWheels(plan: Plan, id: 'boreRecess'): number | null {
  let least = Number.POSITIVE_INFINITY;
  for (const { measured } of ofWheels(plan.wheel, id)) {
    if (measured === null) return null;
    least = Math.min(least, measured.value - measured.pm);
  }
  return Number.isFinite(least) ? least : null;
}

const low = (m: Measured): number | null => (m === null ? null : m.value - m.pm);

/** The least chamfer of the wheels that can go on, its error taken off, mm. */
function leastChamfer({ wheel, corners }: Plan): number | null {
  const each = wheel.each.map((w) => w.chamferDepth);
  const all = (each.some((m) => m !== null) ? each : corners.map((c) => c.chamferDepth)).map(low);
  return all.some((x) => x === null) ? null : Math.min(...(all as number[]));
}

const noLip: Partial<Spacer> = { kind: 'plain', lipDiameter: null, lipHeight: null, lipRoot: null };

/** Ways out of what stands in the way by other parts, each only where it helps. @param now the judgement of the plan */
export function partWays(plan: Plan, now: Assessment): PartWay[] {
  const { spacer, fastener } = plan;
  const { numbers } = now;
  const { window: lengths } = numbers;
  const out: PartWay[] = [];
  const what = whatOf(plan);
  const thread = stands(now, 'engagement.minimum');
  if (thread && lengths !== null && spacer.kind !== 'adapter') out.push({ way: 'longer', what, amount: lengths.min });
  const shank = stands(now, 'fastener.thread');
  const needed = shank ? leastThread(numbers) : null;
  if (needed !== null) out.push({ way: 'thread', what, amount: needed });
  if (stands(now, 'adapter.nut-below') || stands(now, 'adapter.pocket')) {
    const amount = thickerAdapter(plan);
    if (amount !== null) out.push({ way: 'thicker-adapter', amount });
  }
  const lips: readonly RuleId[] = [
    'centring.lip-root',
    'centring.lip-height',
    'centring.lip-bore',
    'centring.lip-reach',
  ];
  if (spacer.kind === 'lipped' && helps(now, { ...plan, spacer: { ...spacer, ...noLip } }, lips))
    out.push({ way: 'plain' });
  if (spacer.kind === 'plain' && stands(now, 'centring.spigot'))
    out.push({ way: 'lipped', root: leastChamfer(plan), lip: leastOfWheels(plan, 'boreRecess') });
  const centring: readonly RuleId[] = ['centring.spigot', 'centring.wheel', 'centring.lip-bore', 'centring.lip-reach'];
  if (spacer.centring === 'hub' && helps(now, { ...plan, spacer: { ...spacer, centring: 'seats' } }, centring))
    out.push({ way: 'seats' });
  const cap = now.findings.find((f) => f.rule === 'nut.bottom');
  const tells = fastener.kind === 'present' || fastener.kind === 'nuts';
  // What the sum certainly runs into no dab of grease takes back.
  const close = cap?.value == null || cap.value + (cap.pm ?? 0) >= 0;
  if (cap && tells && close && (cap.level === 'stop' || cap.level === 'unmeasured') && cap.case.is !== 'touched')
    out.push({ way: 'dab' });
  return out;
}

/** One sentence for one way; what it takes is rounded up, what it may be at most down. */
export function partWaySentence(w: PartWay, units: UnitSystem): string {
  const len = (mm: number, to: 'up' | 'down') => formatLength(mm, units, to);
  switch (w.way) {
    case 'longer': {
      const where = { bolts: 'under the seat', studs: 'out of the disc', 'two-ended studs': 'overall' }[w.what];
      return `Longer ${w.what}: ${len(w.amount, 'up')} or more ${where}, threaded that far, with room for what comes further in.`;
    }
    case 'thread':
      return `Other ${w.what}: ${len(w.amount, 'up')} of full thread or more from the tip.`;
    case 'thicker-adapter':
      return `Thicker adapter: the same web, nuts and studs go from ${len(w.amount, 'up')}, if its pockets and the gap allow it.`;
    case 'plain':
      return 'A plain spacer of the same thickness: nothing of it reaches into the wheel. What centres the wheel then is what is left of the hub spigot.';
    case 'lipped': {
      const most = [
        w.root === null ? null : `a root of ${len(w.root, 'down')} at most`,
        w.lip === null ? null : `a lip of ${len(w.lip, 'down')} at most`,
      ].filter((x) => x !== null);
      const needs = [
        w.root === null ? 'the bore chamfer' : null,
        w.lip === null ? 'the depth of the bore' : null,
      ].filter((x) => x !== null);
      return `A spacer with its own lip centres the wheel${most.length > 0 ? `: ${most.join(', ')}` : ''}.${needs.length > 0 ? ` Needs ${needs.join(' and ')} of every wheel to say how large.` : ''}`;
    }
    case 'seats':
      return 'Centred by its seats instead of the spigot: star order, torqued in the air first, and the hanger pin in until every one is by hand.';
    case 'dab':
      return 'A dab of grease in the cap: seat the nut with what is chosen here, take it off and look. Untouched settles it.';
  }
}
