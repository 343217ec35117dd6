/**
 * How much of the room behind a hub's thread a tip may use, mm: the room with its error taken off, less what it keeps
 * to whatever moves there, or one pitch to a blind bottom. The reading does not say which of the two it ends at, so the
 * larger is kept. One figure for rule, window, search and quick answer. Common practice, no source.
 * @param room from the back of the thread, mm
 * @param pitch of the hub's thread, mm
 * @param reserve to what moves, mm
 */
export const roomToUse = (
  room: { readonly value: number; readonly pm: number },
  pitch: number,
  reserve: number,
): number => room.value - room.pm - Math.max(reserve, pitch);
