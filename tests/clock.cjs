/**
 * Moves the clock of a process to another moment; from there it runs on. A flow that depends on the day or the hour would
 * pass or fail with them: tests run as of a working Wednesday, whatever the real day is. VECTIS_AT picks another moment
 * (`VECTIS_AT=2027-01-01T00:10 npm test`). The distance is worked out once and handed on to every child process, and the
 * same shift goes into the pages of the browser.
 */
const USUAL = '2026-06-10T10:00:00';

const at = process.env.VECTIS_AT || USUAL;
const moment = at === 'now' ? Date.now() : new Date(at).getTime();
if (!Number.isFinite(moment)) throw new Error(`VECTIS_AT is “${at}”. Enter “now” or a moment such as ${USUAL}.`);
process.env.VECTIS_CLOCK_SHIFT ??= String(moment - Date.now());

/**
 * Puts every “now” of this realm `shift` ms off; dates that are made of a value stay as they are. Runs in Node, in Jest’s own
 * context and in a page alike, so it uses nothing from here. A proxy and not a class: dates that the engine makes by itself are
 * dates still.
 */
function shiftClock(shift) {
  const Real = Date;
  if (shift === 0 || Real.shifted) return;
  const now = () => Real.now() + shift;
  globalThis.Date = new Proxy(Real, {
    construct: (target, parts, made) => Reflect.construct(target, parts.length === 0 ? [now()] : parts, made),
    apply: () => new Real(now()).toString(),
    get: (target, name) => {
      if (name === 'shifted') return true;
      return name === 'now' ? now : Reflect.get(target, name);
    },
  });
}

shiftClock(Number(process.env.VECTIS_CLOCK_SHIFT));

module.exports = { shiftClock };
