import { parseArgs } from 'node:util';
import { pinFrom } from '@/core/pin';
import { dataFolder, openStore } from '@/store/connection';
import { changePerson, people } from '@/store/people';

/**
 * `npm run pin -- NAME PIN`: sets somebody's PIN at the machine that has the data (VECTIS_DATA), with Vectis stopped.
 * It is the way in where a backup was put in place on another machine, whose PINs are void here, or where every lead
 * forgot theirs.
 */
async function main(): Promise<void> {
  const { positionals } = parseArgs({ allowPositionals: true });
  const [name, typed] = positionals;
  if (!name || !typed) throw new Error('Name the person and the new PIN: npm run pin -- "NAME" 123987');
  const pin = pinFrom(typed);
  const store = await openStore(dataFolder(), (line) => console.error(line));
  try {
    const all = await people(store.db);
    const who = all.find((p) => p.name.toLowerCase() === name.trim().toLowerCase());
    if (!who)
      throw new Error(`Nobody here is called “${name}”. There are ${all.map((p) => p.name).join(', ') || 'none'}.`);
    await changePerson(store.db, who.id, { pinHash: await store.pinKey.hash(pin) }, 'at this machine', new Date());
    console.log(`${who.name} has a new PIN. Whoever was signed in as ${who.name} signs in again.`);
  } finally {
    await store.close();
  }
}

main().catch((error) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
