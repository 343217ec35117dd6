import { format } from 'date-fns';
import { CORNER_LABEL } from '@/core/document/labels';
import type { HubHold } from '@/core/procedure/bay';
import { CLOCK_LABEL, waitText } from '@/core/procedure/clocks';
import { deviation, trouble } from '@/core/procedure/troubles';
import { formatTorque, type UnitSystem } from '@/core/units/format';
import type { JobWhole } from '@/store/jobs';
import { bayOf, stepsNow } from './card';

export const HOLD_LABEL: Readonly<Record<HubHold, string>> = {
  brake: 'the parking brake',
  helper: 'a helper on the pedal',
  bar: 'a bar across two studs',
  tool: 'a tool through the vented disc',
};

const when = (ms: number): string => format(ms, 'd MMM HH:mm');

/** What happened at the car, a sentence each, for the record: trouble, another way, waits, reasons, the drive. */
export function bayLines(whole: JobWhole, units: UnitSystem): string[] {
  const bay = bayOf(whole, whole.job.signedAt?.getTime() ?? Date.now());
  const where = (c: keyof typeof CORNER_LABEL): string => CORNER_LABEL[c];
  const steps = new Map(
    stepsNow(whole, 'fit')
      .concat(stepsNow(whole, 'stage'))
      .map((s) => [s.key, s]),
  );
  const lines: string[] = [];
  for (const t of bay.troubles) {
    const { title, settles } = trouble(t.what);
    const end = t.settled
      ? `${t.settled.how === 'stays' ? 'stays as it is' : (settles.find((s) => s.id === t.settled?.how)?.label ?? t.settled.how).toLowerCase()}${t.settled.note ? ` (${t.settled.note})` : ''}, ${t.settled.by}, ${when(t.settled.at)}`
      : 'open';
    lines.push(
      `${title}, ${where(t.corner)}${t.note ? `: ${t.note}` : ''}; ${t.by}, ${when(t.at)}. Dealt with: ${end}.`,
    );
  }
  for (const d of bay.deviations) {
    const { title, consequence } = deviation(d.what);
    lines.push(
      `Done differently, ${where(d.corner)}: ${d.what === 'other' ? d.note : `${title.toLowerCase()}${d.note ? ` (${d.note})` : ''}. ${consequence}`} ${d.by}, ${when(d.at)}.`,
    );
  }
  for (const [key, { why, by, at }] of bay.instead) {
    const s = steps.get(key);
    const corner = s?.card ? `, ${where(s.card.corner)}` : '';
    lines.push(`Not ticked, with a reason: ${s?.card?.title ?? s?.text ?? key}${corner}. ${why}; ${by}, ${when(at)}.`);
  }
  if (bay.hub)
    lines.push(
      `Studs’ hub end ${formatTorque(bay.hub.nm, units)} (${bay.hub.source}), hub held by ${HOLD_LABEL[bay.hub.hold]}.`,
    );
  for (const c of bay.clocks) {
    if (c.kind !== 'locker') continue;
    const grade = c.grade === null ? '' : `, ${c.grade} strength`;
    const end = c.waived ? ` Not waited for: ${c.waived.why}; ${c.waived.by}, ${when(c.waived.at)}.` : '';
    lines.push(
      `${CLOCK_LABEL.locker}, ${where(c.corner)}: ${waitText(c.minutes * 60_000)} (${c.source})${grade}, from ${when(c.startedAt)}.${end}`,
    );
  }
  if (bay.oldKept)
    lines.push(`What came off is kept: ${bay.oldKept.place}; ${bay.oldKept.by}, ${when(bay.oldKept.at)}.`);
  for (const e of whole.bay) {
    if (e.detail.kind === 'fast') lines.push(`Ticked within seconds: ${e.detail.why}; ${e.by}, ${when(e.at)}.`);
    if (e.detail.kind === 'hand-over') lines.push(`Handed over to ${e.detail.to}; ${e.by}, ${when(e.at)}.`);
    if (e.detail.kind === 'brakes')
      lines.push(
        `${e.detail.open ? 'The brakes were open, so no pedal held a hub' : 'The brakes were closed again'}; ${e.by}, ${when(e.at)}.`,
      );
    if (e.detail.kind === 'pause') lines.push(`Left off: ${e.detail.why}; ${e.by}, ${when(e.at)}.`);
  }
  if (bay.drive) {
    const { before, after, rub, pull, note } = bay.drive;
    lines.push(
      `Test drive: vibration before ${before}, after ${after}; ${rub ? 'it rubs' : 'no rub'}; ${pull ? 'it pulls' : 'no pull'}.${note ? ` ${note}` : ''}`,
    );
  }
  return lines;
}
