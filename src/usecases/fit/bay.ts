import 'server-only';
import { cornersOf } from '@/core/document/axles';
import { wheelLugs } from '@/core/document/hardware';
import { CORNER_LABEL } from '@/core/document/labels';
import type { Corner } from '@/core/document/vocabulary';
import { InputError } from '@/core/errors';
import { type BayDetail, clockAt, holdsNow, isCorner, OF_CORNER } from '@/core/procedure/bay';
import { byWordOf, guardsPeople, saysWhy } from '@/core/procedure/holdReasons';
import { mayStay, trouble } from '@/core/procedure/troubles';
import { addBayEntry } from '@/store/bay';
import type { Executor } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import type { JobWhole } from '@/store/jobs';
import { people } from '@/store/people';
import { advance } from '../job/advance';
import { planOf } from '../job/soundPlan';
import { onlyLead } from '../roles';
import { bayOf, doneOf, stepsNow } from './card';

export interface BayInput {
  /** Made by who sends it: sent twice it counts once. */
  readonly id: string;
  readonly corner: string | null;
  readonly detail: BayDetail;
}

/**
 * Notes what happened at the car: by the time of this machine, under the plan in force.
 * @throws RefusedError where it does not belong to this job as it stands
 */
export function noteBay(
  jobId: string,
  { id, corner, detail }: BayInput,
  by: string,
  personId: string | null = null,
  lead: string | null = null,
): Promise<void> {
  const event = detail.kind === 'drive' ? 'drive' : 'bay';
  return advance({ jobId, event, by }, async (tx, whole, at) => {
    const plan = planOf(whole);
    const where = cornerFor(whole, corner, detail);
    if (whole.bay.some((e) => e.id === id)) return { value: undefined };
    await check(whole, where, detail, { tx, personId, at, lead });
    await addBayEntry(tx, { id, jobId, planId: plan.log, corner: where, detail }, byWordOf(by, lead), at);
    return { value: undefined };
  });
}

function cornerFor(whole: JobWhole, corner: string | null, detail: BayDetail): Corner | null {
  if (!OF_CORNER.has(detail.kind)) return null;
  const own: readonly string[] = cornersOf(whole.job.axle);
  if (corner === null || !isCorner(corner) || !own.includes(corner))
    throw new RefusedError('Say at which corner of this axle it was.');
  return corner;
}

interface Acting {
  /** The transaction of the caller: the store has one connection, and asking it beside would wait for itself. */
  readonly tx: Executor;
  readonly personId: string | null;
  readonly at: Date;
  /** The lead who gave their word for it, by PIN. */
  readonly lead: string | null;
}

/**
 * A reason that says something, and a lead's word for what keeps somebody from being hurt. @throws InputError,
 * RefusedError
 */
export async function maySay(why: string, guards: boolean, { tx, lead }: Pick<Acting, 'tx' | 'lead'>): Promise<void> {
  if (!saysWhy(why))
    throw new InputError(
      'Why',
      why.slice(0, 40),
      'says nothing to who reads the record.',
      'Write a sentence of three words or more.',
    );
  if (!guards || lead !== null) return;
  if ((await people(tx)).some((p) => p.role === 'lead'))
    throw new RefusedError('This keeps somebody from being hurt: without its tick a lead ends it, by name and PIN.');
}

async function check(
  whole: JobWhole,
  corner: Corner | null,
  d: BayDetail,
  { tx, personId, at, lead }: Acting,
): Promise<void> {
  const bay = bayOf(whole, at.getTime());
  switch (d.kind) {
    case 'clock-waived':
      if (!corner || clockAt(bay, corner, d.clock) === null)
        throw new RefusedError('No clock runs there, so there is none to set aside.');
      return maySay(d.why, true, { tx, lead });
    case 'instead': {
      const asked = (['stage', 'fit'] as const)
        .flatMap((from) => stepsNow(whole, from))
        .find((s) => s.key === d.key && (s.hold || s.card?.photo !== undefined) && doneOf(whole, s) === null);
      if (!asked) throw new RefusedError('That step is not open on this card. Reload the page.');
      return maySay(d.why, guardsPeople(asked), { tx, lead });
    }
    case 'trouble': {
      const lugs = lugsOf(whole);
      if (d.lug !== null && d.lug >= lugs) throw new RefusedError(`This wheel has ${lugs} lugs.`);
      return;
    }
    case 'settled':
      await maySettle(whole, corner, d, { tx, personId });
      return;
    case 'order':
      orderGoes(whole, d);
      return;
    case 'hub-figure':
      if (!holdsNow(bay).includes(d.hold))
        throw new RefusedError('The brakes are open in this visit, so no pedal holds the hub: a bar, or a tool, does.');
      if (whole.plan?.document.fastener.kind !== 'conversion')
        throw new RefusedError('No studs go into the hub on this job.');
      if (whole.torque.some((e) => e.joint === 'hub' && e.targetNm !== d.nm))
        throw new RefusedError(
          `Studs were torqued to ${bay.hub?.nm ?? '?'} N·m here already. Both hubs take one figure; say why under “Done another way”.`,
        );
      return;
    default:
      return;
  }
}

/** Lugs of the wheel’s joint by the plan. */
const lugsOf = (whole: JobWhole): number => (whole.plan ? (wheelLugs(whole.plan.document) ?? 0) : 0);

/**
 * Whether a wheel may be torqued in this order: every lug once, with its source, and before any lug was torqued in
 * another.
 */
function orderGoes(whole: JobWhole, { order, source }: Extract<BayDetail, { kind: 'order' }>): void {
  const lugs = lugsOf(whole);
  const every =
    order === null || (order.length === lugs && new Set(order).size === lugs && order.every((l) => l < lugs));
  if (!every) throw new RefusedError(`This wheel has ${lugs} lugs: name each of them once, from 1 to ${lugs}.`);
  if (order !== null && source === '')
    throw new RefusedError('Say where this order stands, such as “handbook p. 212”; else the star order is taken.');
  const begun = whole.torque.some((e) => e.joint === 'wheel' && e.lug >= 0);
  if (begun)
    throw new RefusedError(
      'Lugs were entered in the order before. Strike them out first, or end this wheel as it was begun.',
    );
}

async function maySettle(
  whole: JobWhole,
  corner: Corner | null,
  d: Extract<BayDetail, { kind: 'settled' }>,
  { tx, personId }: Pick<Acting, 'tx' | 'personId'>,
): Promise<void> {
  const open = bayOf(whole, 0).troubles.find((t) => t.id === d.of && t.settled === null);
  if (!open || open.corner !== corner)
    throw new RefusedError('That is dealt with already, or was never noted here. Reload the page.');
  const what = trouble(open.what);
  const { settles, title } = what;
  const way = settles.find((s) => s.id === d.how);
  const stays = d.how === 'stays';
  if (!way && !stays) throw new RefusedError(`Say how “${title}” was ended.`);
  if (!stays) return;
  if (!mayStay(what))
    throw new RefusedError(`“${title}” does not stay as it is: it holds the wheel. Put it right first.`);
  if (d.note.trim() === '') throw new RefusedError('Say why it stays as it is; it stands on the record.');
  await onlyLead(tx, personId, `“${title}” at the ${CORNER_LABEL[open.corner]} stays only by a lead’s word.`);
}
