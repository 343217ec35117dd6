import 'server-only';
import { type BoardStage, boardOf, restingJobs } from '@/store/board';
import { anyCaller } from '@/store/callers';
import { theStore } from '@/store/connection';
import { shopTimeNow } from '@/store/shopTime';

export interface BoardNow {
  readonly board: readonly BoardStage[];
  /** What rests or was declined. */
  readonly resting: Omit<BoardStage, 'stage'>;
  /** IANA name of the zone in which the shop keeps its time. */
  readonly zone: string;
  /** Nothing is begun, nothing rests and nobody has called. */
  readonly empty: boolean;
}

/** Jobs by stage, as many as stand on the board at once. @param find words of a car's name or plate; empty, all */
export async function boardNow(find: string): Promise<BoardNow> {
  const { db } = await theStore();
  const board = await boardOf(db, find);
  const resting = await restingJobs(db, find);
  const calls = find === '' ? await anyCaller(db) : false;
  const { zone } = await shopTimeNow(db);
  return { board, resting, zone, empty: board.every((b) => b.count === 0) && resting.count === 0 && !calls };
}
