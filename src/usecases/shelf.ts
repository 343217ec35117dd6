import 'server-only';
import type { CatalogueItem } from '@/core/parts/catalogue';
import { theStore } from '@/store/connection';
import { addParts, archivePart, listParts } from '@/store/parts';

/** Parts that the search may use. */
export const shelfParts = async (): Promise<{ id: string; item: CatalogueItem }[]> =>
  (await listParts((await theStore()).db)).map((p) => ({ id: p.id, item: p.item }));

/** Puts parts on the shelf, all of them or none. @returns how many */
export const putOnShelf = async (items: readonly CatalogueItem[], by: string): Promise<number> =>
  addParts((await theStore()).db, items, by, new Date());

/** Takes a part off the shelf; the row stays archived. @throws NotFoundError */
export const takeOffShelf = async (id: string, by: string): Promise<void> =>
  archivePart((await theStore()).db, id, by, new Date());
