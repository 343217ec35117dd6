'use client';

import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardCode,
  type KeyboardCoordinateGetter,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { useEffect, useMemo, useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import type { Bar, Waiting } from '@/usecases/calendar/day';
import { type SentView, viewSent } from '@/usecases/calendar/sent';
import { askOpen, type MoveForm, moveTo } from './actions';
import { OpenThings } from './BarFace';
import { type Asked, BookForm } from './BookForm';
import { DayRuler, QUARTER } from './DayRuler';
import { WaitingList } from './WaitingList';
import { WeekGrid } from './WeekGrid';

export type By = 'place' | 'person';

/** What is dragged, and where it was let go. */
export interface DragData {
  readonly bar?: Bar;
  readonly waiting?: Waiting;
}
export interface DropData {
  readonly day: string;
  readonly row: string | null;
  /** Of a ruler of one day: ms at its left end, and how many a pixel is. */
  readonly from: number | null;
  readonly msPerPx: number | null;
  readonly rowHeight: number;
}

/** Arrow keys move what was picked up by a quarter of an hour, or a row. */
const byKeys: KeyboardCoordinateGetter = (event, { currentCoordinates: at, context }) => {
  const drop = context.over?.data.current as DropData | undefined;
  const dx = drop?.msPerPx ? QUARTER / drop.msPerPx : (context.over?.rect.width ?? 60);
  const dy = drop?.rowHeight ?? 60;
  switch (event.code) {
    case KeyboardCode.Right:
      return { ...at, x: at.x + dx };
    case KeyboardCode.Left:
      return { ...at, x: at.x - dx };
    case KeyboardCode.Down:
      return { ...at, y: at.y + dy };
    case KeyboardCode.Up:
      return { ...at, y: at.y - dy };
    default:
      return undefined;
  }
};

const KEYS = { start: [KeyboardCode.Space], cancel: [KeyboardCode.Esc], end: [KeyboardCode.Space, KeyboardCode.Enter] };
const HOW = {
  draggable:
    'Space picks a booking up, arrow keys move it by a quarter of an hour or to another row, space puts it down, escape leaves it. Enter opens it.',
};

/** The shop’s time, drawn on a ruler: what is booked where, what waits for a time. */
export function Calendar({ sent, by, span }: { sent: SentView; by: By; span: 'day' | 'week' }) {
  const view = useMemo(() => viewSent(sent), [sent]);
  const [asked, setAsked] = useState<Asked | null>(null);
  const [refused, setRefused] = useState<{ move: MoveForm; message: string; why: boolean } | null>(null);
  const [busy, begin] = useTransition();
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    // A thumb that scrolls picks nothing up; one that rests does.
    useSensor(TouchSensor, { activationConstraint: { delay: 220, tolerance: 8 } }),
    useSensor(KeyboardSensor, { coordinateGetter: byKeys, keyboardCodes: KEYS }),
  );
  const move = (form: MoveForm) =>
    begin(async () => {
      const done = await ask(() => moveTo(form));
      setRefused(done.ok ? null : { move: form, message: done.message, why: done.field === 'Reason' });
    });
  const dropped = ({ active, over, delta }: DragEndEvent) => {
    const drag = active.data.current as DragData | undefined;
    const drop = over?.data.current as DropData | undefined;
    if (!drag || !drop || !over) return;
    if (drag.bar) {
      const form = movedTo(drag.bar, drop, delta.x, by);
      if (form) move(form);
      return;
    }
    if (!drag.waiting) return;
    const left = active.rect.current.translated?.left ?? over.rect.left;
    const at = drop.from === null || drop.msPerPx === null ? null : drop.from + (left - over.rect.left) * drop.msPerPx;
    setAsked({
      ...ofWaiting(drag.waiting),
      day: drop.day,
      at: at === null ? null : Math.round(at / QUARTER) * QUARTER,
      placeId: by === 'place' ? drop.row : null,
      whoId: by === 'person' ? drop.row : null,
    });
  };
  const open = (bar: Bar) => setAsked({ ...ofBar(bar) });
  const [first] = view.days;
  const ahead = (span === 'day' ? (first?.bars ?? []) : [])
    .filter((b) => b.kind === 'visit' && (b.state === 'booked' || b.state === 'not begun'))
    .map((b) => `${b.visitId}/${b.version}`)
    .join(' ');
  const [things, setThings] = useState<Readonly<Record<string, number>>>({});
  useEffect(() => {
    // The day is there at once; whether everything for it is, comes after.
    if (ahead === '') return;
    let gone = false;
    void ask(() => askOpen(ahead.split(' ').map((a) => a.split('/')[0] ?? ''))).then((done) => {
      if (done.ok && !gone) setThings(done.value);
    });
    return () => {
      gone = true;
    };
  }, [ahead]);
  return (
    <DndContext
      id="calendar"
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={dropped}
      accessibility={{ screenReaderInstructions: HOW }}
    >
      <OpenThings value={things}>
        <div aria-busy={busy} className="flex flex-col gap-3">
          {refused ? (
            <Refused
              key={refused.message}
              message={refused.message}
              asks={refused.why}
              onWhy={(why) => move({ ...refused.move, why })}
              onLeave={() => setRefused(null)}
            />
          ) : null}
          <div className="grid grid-cols-[minmax(0,1fr)_240px] gap-4 max-lg:grid-cols-1">
            {span === 'day' && first ? (
              <DayRuler view={view} ruler={first} by={by} onOpen={open} />
            ) : (
              <WeekGrid view={view} by={by} onOpen={open} />
            )}
            <WaitingList waiting={view.waiting} more={view.more} onAsk={(w) => setAsked(ofWaiting(w))} />
          </div>
          {asked ? <BookForm key={keyOf(asked)} asked={asked} zone={view.zone} onDone={() => setAsked(null)} /> : null}
        </div>
      </OpenThings>
    </DndContext>
  );
}

const keyOf = (a: Asked): string => `${a.visitId}/${a.recheckId ?? ''}/${a.bar?.id ?? ''}/${a.at ?? ''}/${a.day ?? ''}`;

const ofWaiting = (w: Waiting): Asked => ({
  visitId: w.visitId,
  recheckId: w.recheckId,
  bar: null,
  day: null,
  at: null,
  placeId: null,
  whoId: null,
});

const ofBar = (bar: Bar): Asked => ({
  visitId: bar.visitId,
  recheckId: bar.recheckId,
  bar,
  day: null,
  at: bar.from,
  placeId: bar.placeId,
  whoId: bar.whoId,
});

/** Where a booking was dragged to; null where it was put down where it was. */
function movedTo(bar: Bar, drop: DropData, dx: number, by: By): MoveForm | null {
  const to =
    by === 'place' ? { placeId: drop.row ?? bar.placeId, whoId: bar.whoId } : { placeId: bar.placeId, whoId: drop.row };
  const base = { id: bar.id, version: bar.version, why: '', ...to };
  const sameRow = to.placeId === bar.placeId && to.whoId === bar.whoId;
  if (drop.msPerPx === null) return { ...base, startAt: null, day: drop.day };
  const startAt = bar.from + Math.round((dx * drop.msPerPx) / QUARTER) * QUARTER;
  return sameRow && startAt === bar.from ? null : { ...base, startAt, day: null };
}

/** A move that was refused, said where it happened: nothing has moved. Where a reason would do, it is asked. */
function Refused({
  message,
  asks,
  onWhy,
  onLeave,
}: {
  message: string;
  asks: boolean;
  onWhy: (why: string) => void;
  onLeave: () => void;
}) {
  const [why, setWhy] = useState('');
  return (
    <div role="alert" className="flex flex-wrap items-end gap-3 border-l-4 border-stop bg-stop-wash px-3 py-2">
      <p className="w-full text-[15px]">Not moved. {message}</p>
      {asks ? (
        <>
          <Field
            label="Reason"
            value={why}
            maxLength={300}
            className="min-w-[280px] flex-1"
            onChange={(e) => setWhy(e.target.value)}
          />
          <Button look="main" disabled={why.trim() === ''} onClick={() => onWhy(why)}>
            Move it all the same
          </Button>
        </>
      ) : null}
      <Button look="quiet" onClick={onLeave}>
        Leave it where it was
      </Button>
    </div>
  );
}
