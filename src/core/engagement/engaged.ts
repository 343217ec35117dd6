/**
 * What a joint holds, E = min(reach, mate), never below 0. mm. A count of turns is travel: what goes past the mate's
 * own thread stands through and holds nothing.
 * @param reach of the fastener past the mate's first thread; negative where it does not get there
 * @param mate full thread of nut or hub; Infinity where nobody measured it
 * Source: geometry.
 */
export const engaged = (reach: number, mate: number): number => Math.max(0, Math.min(reach, mate));
