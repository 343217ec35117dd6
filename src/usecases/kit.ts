import 'server-only';
import { type PartSocket, type ShopSocket, type SocketLine, socketLines } from '@/core/procedure/sockets';
import type { UnitSystem } from '@/core/units/format';
import { theStore } from '@/store/connection';
import type { JobWhole } from '@/store/jobs';
import { partsByKind, partsKeptFor } from '@/store/parts';
import { countedReadings } from './jobPlan';

/** Sockets and keys of a job’s plan, each of the shop’s held against the lug holes; empty where it has none. */
export async function socketsForJob(whole: JobWhole, units: UnitSystem): Promise<SocketLine[]> {
  if (!whole.plan) return [];
  const { db } = await theStore();
  const shop = (await partsByKind(db, 'other')).flatMap(({ name, item }): ShopSocket[] =>
    item.kind === 'other' && item.other.what === 'socket'
      ? [{ name, size: item.other.size, outside: item.other.outside }]
      : [],
  );
  const kept = await partsKeptFor(db, whole.job.id);
  const parts = kept.flatMap(({ item }): PartSocket[] => {
    const { socket = null, outside = null, key = null } = item.about ?? {};
    return item.kind === 'spacer' || item.kind === 'other' || (socket === null && key === null)
      ? []
      : [{ size: socket, outside, key }];
  });
  const onCar = countedReadings(whole).findLast((r) => r.quantity === 'stockSocket')?.value ?? null;
  return socketLines({ plan: whole.plan.document, onCar, parts, shop }, units);
}

/** Locker that lies on the shelf, with the cure time of its leaflet. */
export async function lockersOnShelf() {
  const { db } = await theStore();
  return (await partsByKind(db, 'other')).flatMap(({ name, item }) =>
    item.kind === 'other' && item.other.what === 'locker'
      ? [{ name, grade: item.other.grade, hours: item.other.cureHours }]
      : [],
  );
}
