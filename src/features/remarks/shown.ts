import { format } from 'date-fns';
import type { Remarks as Kept } from '@/usecases/shown';
import type { ShownNote, ShownPhoto } from './Remarks';

/** Photos and notes worded for the screen, so that server and browser agree on the time zone. */
export function shown({ photos, notes }: Kept): { photos: ShownPhoto[]; notes: ShownNote[] } {
  const at = (d: Date) => format(d, 'd MMM yyyy HH:mm');
  return {
    photos: photos.map((p) => ({
      id: p.id,
      hash: p.hash,
      width: p.width,
      height: p.height,
      corner: p.corner,
      state: p.state,
      caption: p.caption,
      by: p.by,
      at: at(p.at),
    })),
    notes: notes.map((n) => ({ id: n.id, corner: n.corner, text: n.text, by: n.by, at: at(n.at) })),
  };
}
