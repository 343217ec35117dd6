import type { Policy } from '../document/policy';
import { effectiveOffset, trackChange } from '../stance/offset';
import { camberShift, flushSpacer } from '../stance/position';
import { formatLength, type UnitSystem } from '../units/format';
import { largestAtOrBelow } from '../units/round';
import type { QuickAnswer } from './answer';

export interface FlushAsked {
  /** Arch edge to tyre, plumb, mm, positive: tyre inside; and the plate that was on then. */
  readonly gap: number;
  readonly plateOn: number;
  /** Camber that comes, less the camber that is, as degrees more negative; null where it stays. */
  readonly moreCamber: number | null;
  /** Height of the arch edge above the hub centre, mm. */
  readonly height: number | null;
  readonly offset: number | null;
  /** Tightest loaded clearance, mm. */
  readonly loaded: number | null;
}

export interface FlushAnswer extends QuickAnswer {
  readonly flush: number;
  readonly size: number | null;
}

/** A gap is read with a tape. mm. */
const TAPE_PM = 1;

/**
 * Plate that stands the tyre flush with the arch edge: s0 + g, camber taken in at the edge's height; the common size
 * below it, its offset and track. Source: geometry; definitions of offset and track.
 */
export function flushAnswer(
  asked: FlushAsked,
  policy: Policy,
  sizes: readonly number[],
  units: UnitSystem,
): FlushAnswer {
  const { gap, plateOn, moreCamber, height, offset, loaded } = asked;
  const len = (mm: number, to: 'up' | 'down' | 'nearest') => formatLength(mm, units, to);
  const camber = moreCamber ?? 0;
  const tilted = camber !== 0 && height !== null;
  const flush = plateOn + (tilted ? flushSpacer(gap, height, camber) : gap);
  const clear =
    loaded === null
      ? null
      : plateOn + loaded - (tilted ? Math.max(0, camberShift(height, camber)) : 0) - policy.clearanceReserveStreet;
  const most = Math.min(flush - TAPE_PM, clear ?? Number.POSITIVE_INFINITY);
  const size = largestAtOrBelow(sizes, most);
  return {
    flush,
    size,
    says:
      size === null
        ? `Flush at ${len(flush, 'down')}; no common size at or below it`
        : `Flush at ${len(flush, 'down')}: ${len(size, 'down')} is the common size below it`,
    given: [
      ...(camber !== 0 && height === null ? ['camber stays as it is'] : []),
      ...(loaded === null ? ['nothing touches once it is loaded'] : []),
      'both sides were measured and the suspension had settled',
    ],
    missing: [
      ...(camber !== 0 && height === null
        ? [
            {
              what: 'Height of the arch edge above the hub',
              changes: 'Says how far the camber tips the tyre at that height.',
            },
          ]
        : []),
      ...(loaded === null
        ? [
            {
              what: 'Loaded clearance',
              changes: 'Flush says nothing about rubbing: the tightest clock hour, less the reserve, may be far less.',
            },
          ]
        : []),
      ...(offset === null ? [{ what: 'Offset ET', changes: 'Enter it to see the effective offset.' }] : []),
    ],
    because: [
      `Gap ${len(gap, 'nearest')}${plateOn > 0 ? ` with ${len(plateOn, 'nearest')} on` : ''}; a tape reads to ${len(TAPE_PM, 'up')}.`,
      ...(tilted
        ? [
            `${Math.abs(camber)}° ${camber > 0 ? 'more' : 'less'} negative moves the tyre ${len(Math.abs(camberShift(height, camber)), 'nearest')} ${camber > 0 ? 'in' : 'out'} at the edge.`,
          ]
        : []),
      ...(clear === null
        ? []
        : [
            `Loaded, ${len(Math.max(0, clear), 'down')} is the most with ${len(policy.clearanceReserveStreet, 'up')} in reserve on the road.`,
          ]),
      ...(size === null
        ? []
        : [
            `${offset === null ? '' : `ET ${offset} becomes ET ${Number(effectiveOffset(offset, size).toFixed(2))}. `}Track +${len(trackChange(size), 'nearest')} on the axle.`,
          ]),
    ],
    rows: [
      {
        label: 'Gap to the edge',
        bars: [{ from: 0, to: Math.max(0, flush), part: 'room', text: len(flush, 'down') }],
        marks: [],
      },
      {
        label: 'With the spacer',
        bars: size === null ? [] : [{ from: 0, to: size, part: 'plate', text: len(size, 'down') }],
        marks: clear === null || clear <= 0 ? [] : [{ at: clear, text: 'loaded, reserve kept' }],
      },
    ],
    rules: ['stance.flush', 'stance.gap', 'clearance.loaded'],
  };
}
