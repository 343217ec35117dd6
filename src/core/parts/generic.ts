import { plainSpacer } from '../document/blank';
import type { Nut } from '../document/document';
import { METRIC_SIZES_MM } from '../document/sizes';
import type { Seat } from '../document/vocabulary';
import { formatThread, parseThread } from '../thread/designation';
import type { CatalogueItem } from './catalogue';

/**
 * Common sizes that a shop may begin from before it has a catalogue: nobody’s parts, but what a part bought to that
 * line has to be. A line says no more than the least that its figures need: thread so long or longer, no nose, the
 * class or better. Common practice, no source.
 */

const LEAST_CLASS = '10.9';
const name = (text: string): string => `common ${text}`;

/**
 * Plain plates in the usual thicknesses. @param drilling lugs and circle, mm @param bore mm; null where nobody measured
 * the spigot
 */
export function commonPlates(
  { lugs, circle }: { readonly lugs: number; readonly circle: number },
  bore: number | null,
): CatalogueItem[] {
  return METRIC_SIZES_MM.map((thickness) => ({
    kind: 'spacer',
    name: name(`plate ${thickness}, ${lugs}x${circle}`),
    count: 0,
    bin: '',
    spacer: { ...plainSpacer(thickness, bore), lugs, boltCircles: [circle] },
  }));
}

/**
 * Lengths in whole steps, mm, both ends among them. @throws RangeError where the ends are turned round or the step is
 * none
 */
function steps(from: number, to: number, by: number): number[] {
  if (!(Number.isFinite(from) && Number.isFinite(to) && from <= to && by > 0)) throw new RangeError('from, to, by');
  return Array.from({ length: Math.floor((to - from) / by + 1e-9) + 1 }, (_, i) => from + i * by);
}

/** Most thread that is asked of a common bolt, mm: longer ones are cut no further. */
const THREADED = 30;
/** Plain part of a stud at the disc or collar that is not asked to be threaded, mm. */
const PLAIN = 5;

/** Bolts in steps of a millimetre, threaded up to 30 mm. @param from mm under the seat @param to mm */
export function commonBolts(thread: string, seat: Seat, from: number, to: number, by = 1): CatalogueItem[] {
  const of = parseThread('Thread', thread);
  return steps(from, to, by).map((length) => ({
    kind: 'bolt',
    name: name(`bolt ${formatThread(of)} x ${length}, ${seat}, thread ${Math.min(length, THREADED)}`),
    count: 0,
    bin: '',
    thread,
    fastener: { kind: 'bolt', length, threadLength: Math.min(length, THREADED), nose: 0, seat, class: LEAST_CLASS },
  }));
}

/** Studs that are pressed in, by how far they stand out of the disc, mm. */
export function commonStuds(thread: string, from: number, to: number, by = 5): CatalogueItem[] {
  const of = parseThread('Thread', thread);
  return steps(from, to, by).map((protrusion) => ({
    kind: 'stud',
    name: name(`stud ${formatThread(of)}, ${protrusion} out, thread ${protrusion - PLAIN}`),
    count: 0,
    bin: '',
    thread,
    fastener: {
      kind: 'stud',
      protrusion,
      threadLength: protrusion - PLAIN,
      nose: 0,
      class: LEAST_CLASS,
    },
  }));
}

/**
 * Two-ended studs: the same thread at both ends, each length with each short end, mm; what the leaflet asks for torque
 * is not known.
 */
export function commonConversions(
  thread: string,
  lengths: { readonly from: number; readonly to: number; readonly by?: number },
  shortEnds: readonly number[],
): CatalogueItem[] {
  const of = parseThread('Thread', thread);
  return shortEnds.flatMap((shortEnd) =>
    steps(lengths.from, lengths.to, lengths.by ?? 5).map(
      (length): CatalogueItem => ({
        kind: 'conversion',
        name: name(
          `two-ended stud ${formatThread(of)} x ${length}, ${shortEnd} in the hub, thread ${length - shortEnd - PLAIN}`,
        ),
        count: 0,
        bin: '',
        thread,
        fastener: {
          kind: 'conversion',
          length,
          threadLength: length - shortEnd - PLAIN,
          nose: 0,
          shortEnd,
          hubThread: thread,
          outerThread: thread,
          seatsAt: 'shoulder',
          torque: null,
          class: LEAST_CLASS,
        },
      }),
    ),
  );
}

/** Open steel nuts, threaded for one and a half diameters. */
export function commonNut(thread: string, seat: Seat): CatalogueItem {
  const of = parseThread('Thread', thread);
  const nut: Nut = {
    thread,
    style: 'open',
    seat,
    threadLength: of.d * 1.5,
    blindDepth: null,
    capOpen: null,
    shankReach: 0,
    shankLength: 0,
    shankDiameter: null,
    material: 'steel',
    class: '10',
    tensile: null,
  };
  return { kind: 'nut', name: name(`open nut ${formatThread(of)}, ${seat}`), count: 0, bin: '', nut };
}
