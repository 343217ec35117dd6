import 'server-only';
import { format } from 'date-fns';
import { readWrench, type WrenchTyped, wrenchState } from '@/core/torque/wrench';
import { formatTorque } from '@/core/units/format';
import { type Executor, theStore } from '@/store/connection';
import { RefusedError } from '@/store/errors';
import type { WrenchRow } from '@/store/toolSchema';
import { archiveWrench, keepWrench, listWrenches, wrenchNamed } from '@/store/wrenches';
import { leadOnly } from '../roles';
import type { Actor } from '../session';

const today = (): string => format(new Date(), 'yyyy-MM-dd');

/** The shop's wrenches, each with whether its calibration is in date. */
export const shopWrenches = async (): Promise<(WrenchRow & { calibration: 'in date' | 'overdue' | 'unknown' })[]> =>
  (await listWrenches((await theStore()).db)).map((w) => ({
    ...w,
    calibration: wrenchState(w, w.fromNm, today()).calibration,
  }));

/** A wrench as it can be taken for a figure. */
export interface WrenchFor {
  readonly name: string;
  readonly kind: WrenchRow['kind'];
  /** Why it is not to be used for this figure, in a sentence. */
  readonly refused: string | null;
  /** What has to be said of it all the same. */
  readonly caution: string | null;
}

const rangeText = (w: WrenchRow): string => `${formatTorque(w.fromNm, 'metric')} to ${formatTorque(w.toNm, 'metric')}`;

function wrenchFor(w: WrenchRow, targetNm: number): WrenchFor {
  const { outside, calibration } = wrenchState(w, targetNm, today());
  const caution = {
    'in date': null,
    overdue: `The calibration of “${w.name}” ran out on ${w.dueOn}. Have it calibrated; what is pulled with it says so.`,
    unknown: `Nobody knows when “${w.name}” was calibrated.`,
  }[calibration];
  return {
    name: w.name,
    kind: w.kind,
    refused: outside
      ? `“${w.name}” is good for ${rangeText(w)}; ${formatTorque(targetNm, 'metric')} lies outside it. Take another wrench.`
      : null,
    caution,
  };
}

/** Every wrench of the shop, held against a figure. */
export const wrenchesFor = async (targetNm: number): Promise<WrenchFor[]> =>
  (await listWrenches((await theStore()).db)).map((w) => wrenchFor(w, targetNm));

/**
 * Refuses a figure that the named wrench is not good for; a wrench that is not on the list is not known and says so by
 * its name. @throws RefusedError
 */
export async function mayPull(tx: Executor, tool: string, targetNm: number): Promise<void> {
  const row = await wrenchNamed(tx, tool);
  const refused = row && wrenchFor(row, targetNm).refused;
  if (refused) throw new RefusedError(refused);
}

/** Keeps a wrench as typed. @throws InputError, RefusedError, NotFoundError */
export async function saveWrench(id: string | null, typed: WrenchTyped, { name: by, personId }: Actor): Promise<void> {
  await leadOnly('wrenches', personId);
  const sound = readWrench(typed);
  const { db } = await theStore();
  await db.transaction((tx) => keepWrench(tx, id, sound, by, new Date()));
}

/** Puts a wrench away. @throws NotFoundError */
export async function dropWrench(id: string, { name: by, personId }: Actor): Promise<void> {
  await leadOnly('wrenches', personId);
  const { db } = await theStore();
  await db.transaction((tx) => archiveWrench(tx, id, by, new Date()));
}
