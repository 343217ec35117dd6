import { lengthText } from '../calendar/length';
import type { Plan } from '../document/document';
import { fastenerText } from '../document/fastenerText';
import { JOB_TYPE_LABEL, SPACER_KIND_LABEL } from '../document/labels';
import { evaluate, needsSignOff } from '../evaluate/evaluate';
import { sentence } from '../rules/index';
import { formatLength, type UnitSystem } from '../units/format';
import { shoppingLines } from './shopping';

/** What an owner is told of one axle before the work: no prices, what it is made of. */
export interface QuoteAxle {
  readonly axle: string;
  readonly work: string;
  /** What is chosen, in words; null while nothing is. */
  readonly chosen: string | null;
  /** What has to be bought, as limits. */
  readonly parts: readonly string[];
  /** What is still to be measured or changed before it can be approved. */
  readonly open: readonly string[];
  /** What the owner has to agree to. */
  readonly agree: readonly string[];
  /** Whether a spacer goes on: local rules are the owner’s to check then. */
  readonly adds: boolean;
}

export interface Quote {
  readonly car: string;
  readonly plate: string;
  readonly owner: string;
  readonly day: string;
  readonly axles: readonly QuoteAxle[];
  /** Working time, and how far similar jobs lay apart, minutes. */
  readonly minutes: { readonly usual: number; readonly low: number; readonly high: number };
  /** A wait with nobody at the car; null where there is none. */
  readonly wait: string | null;
}

const LOCAL =
  'Spacers, longer fasteners and tyres outside the body: local codes, approval and insurance are the owner’s to check.';
const CUT =
  'The arch lip is trimmed: body work, agreed in writing before it. It cannot be undone, and local rules on wheel cover come first.';

/** What is chosen: spacer, then what holds the wheel. */
function chosenText(plan: Plan, units: UnitSystem): string {
  const { spacer, rightSpacer } = plan;
  const mm = (x: number): string => formatLength(x, units);
  const right = rightSpacer === null || rightSpacer === spacer.thickness ? '' : ` left, ${mm(rightSpacer)} right`;
  const what =
    spacer.thickness > 0 || (rightSpacer ?? 0) > 0
      ? `${SPACER_KIND_LABEL[spacer.kind]}${spacer.kind === 'adapter' ? '' : ' spacer'}, ${mm(spacer.thickness)}${right}`
      : 'No spacer';
  return `${what}; ${fastenerText(plan, units)}`;
}

/** The same sentence once, in the order in which it came. */
const once = (lines: readonly string[]): string[] => [...new Set(lines)];

/**
 * One axle of a quote.
 * @param plan the choice as it stands; null while nothing is chosen
 */
export function quoteAxle(axle: string, jobType: Plan['jobType'], plan: Plan | null, units: UnitSystem): QuoteAxle {
  const work = JOB_TYPE_LABEL[jobType];
  if (plan === null)
    return {
      axle,
      work,
      chosen: null,
      parts: [],
      open: ['Nothing is chosen yet: the car is measured first.'],
      agree: [],
      adds: false,
    };
  const { numbers, findings } = evaluate(plan);
  const wording = { units, pitch: numbers.thread.pitch };
  const say = (wanted: (f: (typeof findings)[number]) => boolean): string[] =>
    once(findings.filter(wanted).map((f) => sentence(f, wording)));
  return {
    axle,
    work,
    chosen: chosenText(plan, units),
    parts: shoppingLines(plan, numbers, units),
    open: say((f) => f.level === 'stop' || f.level === 'unmeasured'),
    agree: [...(plan.trim > 0 ? [CUT] : []), ...say((f) => needsSignOff(f, plan.use))],
    adds: plan.spacer.thickness > 0,
  };
}

/** How long it takes, in words: whole quarters of an hour, upward, so that nobody is told less than it takes. */
export function timeText({ usual, low, high }: Quote['minutes']): string {
  const quarters = (minutes: number): string => lengthText(Math.ceil(minutes / 15) * 15);
  const [from, to] = [quarters(low), quarters(high)];
  return from === to ? quarters(usual) : `${quarters(usual)} (${from} to ${to})`;
}

const FOOT =
  'Parts are given as limits: anything inside them suits. Prices are not part of it. The vehicle maker’s and the hardware supplier’s instructions win over any figure here.';

/** What stands below a quote, once. */
export const footOf = (q: Quote): readonly string[] => [...(q.axles.some((a) => a.adds) ? [LOCAL] : []), FOOT];

/** A quote as plain text, for a message. */
export function quoteText(q: Quote): string {
  const list = (title: string, lines: readonly string[]): string[] =>
    lines.length === 0 ? [] : [`${title}:`, ...lines.map((l) => `- ${l}`)];
  return [
    `${q.car}, ${q.plate}`,
    ...(q.owner === '' ? [] : [`For ${q.owner}`]),
    q.day,
    ...q.axles.flatMap((a) => [
      '',
      `${a.axle}: ${a.work}`,
      ...(a.chosen === null ? [] : [a.chosen]),
      ...list('Parts', a.parts),
      ...list('Still to be settled', a.open),
      ...list('To agree', a.agree),
    ]),
    '',
    `Time: ${timeText(q.minutes)}${q.wait === null ? '' : `, and ${q.wait}`}`,
    '',
    ...footOf(q),
    '',
  ].join('\n');
}
