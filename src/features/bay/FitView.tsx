'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useRef, useState, useTransition } from 'react';
import { AXLE_LABEL, CORNER_LABEL } from '@/core/document/labels';
import { CORNERS, type Corner } from '@/core/document/vocabulary';
import type { BayDetail } from '@/core/procedure/bay';
import { headOf, ridingWith } from '@/core/procedure/ride';
import { usualMinutes, workOrder } from '@/core/procedure/workOrder';
import { ask } from '@/ui/ask';
import { Button, LinkButton } from '@/ui/Button';
import { KeysLine } from '@/ui/KeysLine';
import { Segments } from '@/ui/Segments';
import { useInHash } from '@/ui/useInHash';
import { finish } from './actions';
import { ClockList, isThrough, useServerNow } from './Clocks';
import { CornerPicker } from './CornerPicker';
import { DoneBefore } from './DoneBefore';

import type { FitAxle, FitProps, FitStep } from './fitProps';
import { Pause } from './Pause';
import { Reason } from './Reason';
import { StepList } from './StepList';
import { StepPanel } from './StepPanel';
import { OpenTroubles } from './Trouble';
import { useAwake } from './useAwake';
import { useBayQueue } from './useBayQueue';
import { useFast } from './useFast';

const LIFTS = [
  { value: 'corner' as const, label: 'One corner' },
  { value: 'side' as const, label: 'A side' },
  { value: 'axle' as const, label: 'An axle' },
  { value: 'all' as const, label: 'The whole car' },
];

/**
 * The job card, one step of one corner on the screen: the drawing, the tool, the figure, the caution. The rest is a
 * quiet list.
 */
export function FitView(props: FitProps) {
  const { axles, marks, units } = props;
  const router = useRouter();
  const now = useServerNow(props.now);
  const all = useMemo(() => axles.flatMap((a) => a.steps), [axles]);
  const first = axles[0] as FitAxle;
  const queue = useBayQueue();
  const fast = useFast();
  const awake = useAwake();
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const lift = axles.find((a) => a.lift !== null)?.lift ?? null;

  const isDone = (s: FitStep): boolean => queue.pending(s.jobId, s.key) ?? s.done !== null;
  const order = useMemo(() => workOrder(all, lift ?? 'corner') as FitStep[], [all, lift]);
  const corners = axles.flatMap((a) => a.corners);
  const firstOpen = order.find((s) => !isDone(s));
  // What holds nothing is said with the hold point that it leads to, as far as nothing is asked of it.
  const head = (s: FitStep): FitStep => headOf(order, s, isDone);
  const [at, setAt] = useInHash(
    (firstOpen ? head(firstOpen) : order[0])?.key ?? '',
    order.map((s) => s.key),
  );
  const step = order.find((s) => s.key === at) ?? order[0];
  const corner: Corner = step?.card?.corner ?? (corners[0] as Corner);
  const axle = axles.find((a) => a.corners.includes(corner)) ?? first;

  const noteAll = (detail: BayDetail) => {
    for (const a of axles) queue.note(a.jobId, null, detail);
  };
  const goTo = (s: FitStep | undefined) => s && setAt(s.key);
  /** The next open step in the order of the lift; one that waits for a clock lets the others pass. */
  const after = (from: FitStep): FitStep | undefined => {
    const i = order.indexOf(from);
    const open = [...order.slice(i + 1), ...order.slice(0, i)].filter((s) => !isDone(s));
    const next = open.find((s) => !waiting(s, axles, now)) ?? open[0];
    return next && head(next);
  };
  const before = step && !isDone(step) ? ridingWith(order, step, isDone) : [];
  const toggle = (s: FitStep, on: boolean, also: readonly FitStep[] = []) => {
    if (on && s.card?.round) return;
    // A photo ticks its own step.
    if (on && s.card?.photo) return goTo(s);
    awake();
    queue.tick(
      s.jobId,
      s.key,
      on,
      also.map((x) => x.key),
    );
    if (on) fast.ticked([...also.map((x) => x.key), s.key]);
  };
  const pick = (c: Corner) => {
    const own = order.filter((s) => s.card?.corner === c);
    const open = own.find((s) => !isDone(s));
    goTo(open ? head(open) : own[0]);
  };
  const doneAndOn = () => {
    // What was ticked so fast is answered for first.
    if (!step || fast.keys !== null) return;
    if (isDone(step)) return goTo(after(step));
    if (step.card?.round || waiting(step, axles, now)) return;
    if (!step.card?.photo) toggle(step, true, before);
    goTo(after(step));
  };

  // Space, Enter or a pedal's key moves on wherever nothing is being typed or pressed.
  const press = useRef(doneAndOn);
  press.current = doneAndOn;
  useEffect(() => {
    const on = (e: KeyboardEvent) => {
      const busyWith = e.target instanceof Element && e.target.closest('input, textarea, select, button, a, summary');
      if (e.repeat || e.ctrlKey || e.metaKey || e.altKey) return;
      const moves = e.key === 'PageDown' || ((e.key === ' ' || e.key === 'Enter') && !busyWith);
      if (!moves) return;
      e.preventDefault();
      press.current();
    };
    window.addEventListener('keydown', on);
    return () => window.removeEventListener('keydown', on);
  }, []);

  const open = Object.fromEntries(
    CORNERS.map((c) => [c, order.filter((s) => s.card?.corner === c && !isDone(s)).length]),
  );
  const holds = (a: FitAxle) => a.steps.filter((s) => s.hold && !isDone(s)).length;
  const holdsAt = (a: FitAxle, c: Corner) =>
    a.steps.filter((s) => s.hold && s.card?.corner === c && !isDone(s)).length + queue.waiting;
  const clocks = axles.flatMap((a) => a.clocks);
  const troubles = axles.flatMap((a) => a.troubles).filter((t) => t.settled === null);
  const jobOf = (c: Corner): string => (axles.find((a) => a.corners.includes(c)) ?? first).jobId;
  const next = (a: FitAxle) =>
    start(async () => {
      const result = await ask(() => finish(a.jobId, 'fit'));
      if (result.ok) router.push(`/jobs/${a.jobId}/torque`);
      else setFailure(result.message);
    });

  return (
    <div className="grid min-w-0 flex-1 grid-cols-[200px_minmax(0,1fr)_268px] max-xl:grid-cols-1">
      <aside
        aria-label="Corners"
        className="flex flex-col gap-3 border-r border-line p-3 max-xl:border-r-0 max-xl:border-b"
      >
        <CornerPicker
          corners={corners}
          active={corner}
          open={open}
          torqued={axles.flatMap((a) => a.torqued)}
          marks={marks}
          onPick={pick}
        />
        <Segments
          label="How is the car lifted?"
          value={lift}
          options={LIFTS}
          onChange={(value) => noteAll({ kind: 'lift', lift: value })}
        />
        <ClockList clocks={clocks} now={now} />
        <p className="text-[13px] text-soft">
          About {usualMinutes(order.filter((s) => !isDone(s)))} min of work are left on this card.
        </p>
        <Pause paused={axle.paused} onSay={noteAll} />
      </aside>
      <main className="flex min-w-0 flex-col gap-3 p-4">
        <h1 className="sr-only">Fit</h1>
        <OpenTroubles
          troubles={troubles}
          here={corner}
          onGo={pick}
          onSay={(c, detail) => queue.note(jobOf(c), c, detail)}
        />
        {fast.keys !== null ? (
          <div className="flex flex-col gap-2">
            <Reason
              ask={`${fast.keys.length} steps were ticked within ten seconds. Was each of them looked at? Say how, or take them back.`}
              label="They were done"
              onSay={(why) => {
                queue.note(axle.jobId, null, { kind: 'fast', why });
                fast.answered();
              }}
            />
            <Button
              look="quiet"
              className="self-start"
              onClick={() => {
                const keys = new Set(fast.keys);
                for (const s of order.filter((x) => keys.has(x.key))) toggle(s, false);
                fast.answered();
              }}
            >
              Take them back
            </Button>
          </div>
        ) : null}
        {step ? (
          <StepPanel
            key={step.key}
            step={step}
            before={before}
            axle={axle}
            place={`${order.filter((s) => s.card?.corner === corner).indexOf(step) + 1} of ${order.filter((s) => s.card?.corner === corner).length}`}
            done={isDone(step)}
            waits={waiting(step, axles, now)}
            held={fast.keys !== null || (firstOpen === undefined && queue.waiting > 0)}
            lockers={props.lockers}
            units={units}
            now={now}
            vehicleId={props.vehicleId}
            leads={props.leads}
            allDone={firstOpen === undefined && axle.current}
            onTorque={() => next(axle)}
            onDone={doneAndOn}
            onPhoto={() => {
              queue.tick(step.jobId, step.key, true);
              goTo(after(step));
            }}
            onUndo={() => toggle(step, false)}
            onSay={(detail, c) => queue.note(step.jobId, c ?? null, detail)}
          />
        ) : null}
        {queue.trouble ? (
          <p role="alert" className="font-[560] text-stop">
            {queue.trouble}
            {queue.waiting > 0
              ? ` ${queue.waiting} ${queue.waiting === 1 ? 'thing waits' : 'things wait'} and will be sent in order.`
              : ''}
          </p>
        ) : null}
      </main>
      <aside
        aria-label="Steps of this corner"
        className="flex flex-col gap-3 border-l border-line p-3 max-xl:border-t max-xl:border-l-0"
      >
        <StepList
          title={CORNER_LABEL[corner]}
          steps={order.filter((s) => s.card === undefined || s.card.corner === corner)}
          at={step?.key ?? ''}
          isDone={isDone}
          onPick={goTo}
          onToggle={toggle}
        />
        <KeysLine>space, Enter or Page Down for done, next.</KeysLine>
        <DoneBefore key={corner} axle={axle} corner={corner} isDone={isDone} leads={props.leads} />
        {axle.current && holdsAt(axle, corner) === 0 && !axle.torqued.includes(corner) ? (
          <LinkButton look="quiet" href={`/jobs/${axle.jobId}/torque?at=${corner}/wheel`}>
            Torque this wheel now, {CORNER_LABEL[corner]}
          </LinkButton>
        ) : null}
        {axles.map((a) => (
          <div key={a.jobId} className="flex flex-col gap-1 border-t border-line pt-2">
            <Button
              look="main"
              disabled={busy || holds(a) > 0 || !a.current || queue.waiting > 0}
              onClick={() => next(a)}
            >
              {axles.length > 1 ? `${AXLE_LABEL[a.axle]}: go to torque` : 'Go to torque'}
            </Button>
            <p className="text-[13px] text-soft">{holdText(holds(a), a.current)}</p>
          </div>
        ))}
        {failure ? (
          <p role="alert" className="font-[560] text-stop">
            {failure}
          </p>
        ) : null}
      </aside>
    </div>
  );
}

function holdText(open: number, current: boolean): string {
  if (open > 0) return `${open} hold ${open === 1 ? 'point' : 'points'} open.`;
  return current ? 'All hold points ended.' : 'This job is at another stage.';
}

/** Whether a step waits for a clock that is not over, or not started. */
function waiting(s: FitStep, axles: readonly FitAxle[], now: number): boolean {
  const { waits, corner } = s.card ?? {};
  if (waits === undefined || corner === undefined) return false;
  const axle = axles.find((a) => a.corners.includes(corner));
  const clock = axle?.clocks.find((c) => c.corner === corner && c.kind === waits);
  const instead = axle?.steps.find((x) => x.card?.corner === corner && x.card.starts === waits)?.done?.reason;
  return clock ? !isThrough(clock, now) : !instead;
}
