import { seedIfEmpty } from './demo/seed';
import { DamagedError, dataFolder, theStore } from './store/connection';
import { FolderInUseError } from './store/engine/lock';
import { ServerRefusesError } from './store/engine/server';
import { RefusedError } from './store/errors';
import { diskSentence } from './store/folder/disk';
import { NewerError } from './store/folder/migrations';
import { sessionKeyOf } from './store/folder/sessionKey';
import { people, personOfLogin } from './store/people';
import { shopTimeNow } from './store/shopTime';
import { keepTimeBy } from './usecases/calendar/zone';
import { keepBackingUp } from './usecases/shop/backups';
import { keepHouse } from './usecases/shop/housekeeping';
import { openToNetwork, setLoginStands, setSessionKey } from './usecases/shop/openTo';

/**
 * Opens the data folder and, for the demo, fills an empty one. A folder that cannot be opened ends the process with one
 * sentence.
 */
export async function openOrExit(): Promise<void> {
  // Whoever read what is printed here may be gone: that is no reason to stop, nor to say it again and again.
  for (const out of [process.stdout, process.stderr]) out.on('error', () => {});
  try {
    const store = await theStore();
    setSessionKey(sessionKeyOf(store.folder));
    setLoginStands(async (id) => (await personOfLogin((await theStore()).db, id)) !== null);
    if (openToNetwork()) await requirePins(store.db);
    keepTimeBy((await shopTimeNow(store.db)).zone);
    if (process.env.VECTIS_DEMO === '1')
      await store.onlyHere('demo', () => seedIfEmpty(store, (line) => console.log(line)));
    closeOnSignal();
    keepBackingUp();
    console.log('Data folder open.');
    keepHouse();
  } catch (error) {
    const said =
      error instanceof FolderInUseError ||
      error instanceof NewerError ||
      error instanceof DamagedError ||
      error instanceof ServerRefusesError ||
      error instanceof RefusedError;
    console.error(said ? error.message : (diskSentence(error, dataFolder()) ?? error));
    process.exit(1);
  }
}

/**
 * On the bays' network nobody works without a PIN, and somebody has to be able to let others in. @throws RefusedError
 */
async function requirePins(db: Parameters<typeof people>[0]): Promise<void> {
  const all = await people(db);
  if (!all.some((p) => p.role === 'lead' && p.pinHash !== null))
    throw new RefusedError(
      'VECTIS_HOST opens Vectis to the network, where everybody signs in. Start it without VECTIS_HOST first and add a lead with a PIN in Settings.',
    );
  const without = all.filter((p) => p.pinHash === null).map((p) => p.name);
  if (without.length > 0) console.log(`No PIN yet, so not let in from the network: ${without.join(', ')}.`);
}

/** Asked to stop, the folder is closed first, so that the next start finds it whole and unlocked. */
function closeOnSignal(): void {
  let closing = false;
  for (const signal of ['SIGTERM', 'SIGINT'] as const) {
    process.on(signal, () => {
      if (closing) return;
      closing = true;
      void theStore()
        .then((store) => store.close())
        .then(
          () => process.exit(0),
          (error) => {
            console.error(error);
            process.exit(1);
          },
        );
    });
  }
}
