import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';

/** A data folder from the first release is brought up to date with its rows intact. */
test('older data migrates: rows of the first tables are kept, new columns take their unknowns', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'vectis-old-'));
  const client = new PGlite();
  try {
    const journal = JSON.parse(readFileSync('drizzle/meta/_journal.json', 'utf8'));
    mkdirSync(join(folder, 'meta'));
    writeFileSync(join(folder, 'meta', '_journal.json'), JSON.stringify({ ...journal, entries: journal.entries.slice(0, 1) }));
    cpSync('drizzle/0000_first.sql', join(folder, '0000_first.sql'));
    const db = drizzle(client);
    await migrate(db, { migrationsFolder: folder });
    await db.execute(sql`insert into vehicle (id, name, plate, created_at, updated_at) values ('v', 'Anselm Heron', 'DN 09', now(), now())`);
    await db.execute(sql`insert into axle_hub (id, vehicle_id, axle, lugs, bolt_circle_mm, thread, fastening, seat, thread_material, nut_style, torque_nm, torque_source, locking_fastener)
      values ('h', 'v', 'front', 5, 112, 'M14x1.5', 'bolt', 'ball13', 'steel', 'unknown', 120, 'handbook', false)`);
    await migrate(db, { migrationsFolder: 'drizzle' });
    const { rows } = await db.execute(sql`select thread, fastener_class, internal_tensile_mpa from axle_hub`);
    expect(rows).toEqual([{ thread: 'M14x1.5', fastener_class: 'unknown', internal_tensile_mpa: null }]);
    await migrate(db, { migrationsFolder: 'drizzle' });
  } finally {
    await client.close();
    rmSync(folder, { recursive: true, force: true });
  }
});
