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
    writeFileSync(
      join(folder, 'meta', '_journal.json'),
      JSON.stringify({ ...journal, entries: journal.entries.slice(0, 1) }),
    );
    cpSync('drizzle/0000_first.sql', join(folder, '0000_first.sql'));
    const db = drizzle(client);
    await migrate(db, { migrationsFolder: folder });
    await db.execute(
      sql`insert into vehicle (id, name, plate, created_at, updated_at) values ('v', 'Anselm Heron', 'DN 09', now(), now())`,
    );
    await db.execute(sql`insert into axle_hub (id, vehicle_id, axle, lugs, bolt_circle_mm, thread, fastening, seat, thread_material, nut_style, torque_nm, torque_source, locking_fastener)
      values ('h', 'v', 'front', 5, 112, 'M14x1.5', 'bolt', 'ball13', 'steel', 'unknown', 120, 'handbook', false)`);
    await db.execute(
      sql`insert into wheel_set (id, vehicle_id, name, tyre, seat, created_at) values ('s', 'v', 'winter 16', '205/55R16', 'ball13', now())`,
    );
    await db.execute(
      sql`insert into job (id, vehicle_id, wheel_set_id, axle, wish, use, stage, created_at, updated_at) values ('j', 'v', 's', 'front', 'stance', 'street', 'measure', now(), now())`,
    );
    await db.execute(sql`insert into reading (id, job_id, quantity, corner, value, unit, typed, pm, method, by, at) values
      ('r1', 'j', 'chamferDepth', 'front-left', 1.5, 'mm', '1.5', 0.1, 'caliper', 'Bram', now()), ('r2', 'j', 'wheelBore', null, 57.1, 'mm', '57.1', 0.1, 'caliper', 'Bram', now()),
      ('r3', 'j', 'gap', 'front-left', 20, 'mm', '20', 1, 'tape', 'Bram', now())`);
    await migrate(db, { migrationsFolder: 'drizzle' });
    const { rows } = await db.execute(sql`select thread, fastener_class, internal_tensile_mpa from axle_hub`);
    expect(rows).toEqual([{ thread: 'M14x1.5', fastener_class: 'unknown', internal_tensile_mpa: null }]);
    // Chamfer and bore go to the wheels that hung there; the gap stays at its corner.
    const wheels = await db.execute(
      sql`select w.mark, r.quantity, r.value from wheel w join wheel_reading r on r.wheel_id = w.id order by w.mark, r.quantity`,
    );
    expect(wheels.rows).toEqual([
      { mark: 'A', quantity: 'chamferDepth', value: 1.5 },
      { mark: 'A', quantity: 'wheelBore', value: 57.1 },
      { mark: 'B', quantity: 'wheelBore', value: 57.1 },
    ]);
    expect((await db.execute(sql`select id from reading where withdrawn_at is null`)).rows).toEqual([{ id: 'r3' }]);
    expect(
      (
        await db.execute(
          sql`select column_default from information_schema.columns where table_name = 'torque_entry' and column_name = 'joint'`,
        )
      ).rows,
    ).toEqual([{ column_default: "'wheel'::text" }]);
    expect((await db.execute(sql`select visit_id from job`)).rows).toEqual([{ visit_id: 'j' }]);
    await migrate(db, { migrationsFolder: 'drizzle' });
  } finally {
    await client.close();
    rmSync(folder, { recursive: true, force: true });
  }
});
