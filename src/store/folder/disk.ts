interface Coded {
  readonly code?: unknown;
  readonly errno?: unknown;
  readonly syscall?: unknown;
  readonly cause?: unknown;
}

/** Number of ENOSPC in the file system that the database lives in (musl; from memory). */
const FULL_INSIDE = 51;
/** PostgreSQL's own code for a disk that is full. */
const FULL_IN_SQL = '53100';

const FULL = 'does not open: its disk is full. Make room on it and start again.';
const NOT_MINE =
  'does not open: this user may not write there. Give it to the user that starts Vectis, or set VECTIS_DATA.';
const WHY: Readonly<Record<string, string>> = {
  ENOSPC: FULL,
  [FULL_IN_SQL]: FULL,
  EDQUOT: 'does not open: there is no room left for this user on its disk. Make room and start again.',
  EROFS: 'does not open: its disk cannot be written to. Start with VECTIS_DATA on one that can.',
  EACCES: NOT_MINE,
  EPERM: NOT_MINE,
  ENOTDIR: 'does not open: there is a file in the place of a folder. Set VECTIS_DATA to a folder.',
  EIO: 'does not open: its disk cannot be read. Look at the disk before anything else is done with it.',
};

/** What is said of a disk that takes nothing, by the code of the system; null for a failure of another kind. */
export function diskSentence(error: unknown, folder: string): string | null {
  for (let e = error as Coded | undefined; e; e = e.cause as Coded | undefined) {
    const why = whyOf(e);
    if (why !== undefined) return `The data folder ${folder} ${why} Nothing in it was changed.`;
  }
  return null;
}

function whyOf({ code, errno, syscall }: Coded): string | undefined {
  if (errno === FULL_INSIDE) return FULL;
  if (code === 'ENOENT' && syscall === 'mkdir')
    return 'cannot be made where it should be. Set VECTIS_DATA to a folder on a disk that can be written to.';
  return typeof code === 'string' ? WHY[code] : undefined;
}
