import type { Corner } from '../document/vocabulary';
import { stepName } from './card';
import type { Step } from './step';

/** What stands in the place of each tick, before what was looked at. */
export const DONE_BEFORE = 'Fitted before this visit, looked at and in order';

/**
 * Steps that a corner does not need where its studs and spacer were fitted before: the work at its hub. The round of an
 * adapter’s own nuts stays, since nothing shows from outside how tight they are; so does everything with the wheel.
 */
export const doneWithCorner = <T extends Step>(card: readonly T[], corner: Corner): T[] =>
  card.filter(
    (s) =>
      s.card?.corner === corner &&
      s.card.phase === 'hub' &&
      s.card.round !== 'adapter' &&
      !STAYS.has(stepName(s.key) ?? ''),
  );

/** Belongs to the round of an adapter’s nuts, or is done whenever a wheel goes on: faces clean, its back sits flat. */
const STAYS: ReadonlySet<string> = new Set(['adapter-snug', 'pockets', 'clean']);
