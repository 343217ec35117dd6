'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { axleInSentence, CORNER_LABEL } from '@/core/document/labels';
import type { Axle, Corner } from '@/core/document/vocabulary';
import { type Joint, type Pass, type TorqueSpec, type TorqueState, WHOLE } from '@/core/torque/log';
import { formatTorque, type UnitSystem } from '@/core/units/format';
import { WheelFace } from '@/drawing/WheelFace';
import { Button } from '@/ui/Button';
import { KeysLine } from '@/ui/KeysLine';
import { Segments } from '@/ui/Segments';
import { useTicked } from '@/ui/ticked';
import { useInAddress } from '@/ui/useInAddress';
import { useUnkept } from '@/ui/useUnkept';
import { Verdict } from '@/ui/Verdict';
import type { Before } from '@/usecases/fit/card';
import { InHand, type WrenchInHand } from './InHand';
import { LastSaid } from './LastSaid';
import { type LogLine, LogTable } from './LogTable';
import { OrderChoice, type OrderSaid } from './OrderChoice';
import { Puller } from './Puller';
import { SignOff } from './SignOff';
import { type Entries, jointKey, useEntries } from './useEntries';

export interface TorquedJoint {
  /** The job of its axle. */
  readonly jobId: string;
  readonly corner: Corner;
  readonly joint: Joint;
  readonly state: TorqueState;
  readonly log: readonly LogLine[];
  readonly spec: TorqueSpec;
  readonly source: string;
  /** The shop’s wrenches, each held against the figure. */
  readonly wrenches: readonly WrenchInHand[];
  /** Torque may be entered at the job's present stage, once nothing holds this corner back. */
  readonly active: boolean;
  /**
   * What holds this corner back: holds of its card, rounds that come before, locker that cures, trouble that is open.
   */
  readonly held: readonly Before[];
}

/** One axle of the visit as it stands before its signature. */
export interface TorqueAxle {
  readonly jobId: string;
  readonly axle: Axle;
  /** The visit has a job on the other axle as well. */
  readonly paired: boolean;
  /** Sentences for what stands before the sign-off. */
  readonly open: readonly string[];
  /** What must not be put together on this car once the job is signed, worded. */
  readonly never: readonly string[];
  /** The wheels may be torqued and signed off at the job's present stage. */
  readonly active: boolean;
  /** Why nothing may be torqued on this plan now; null where it may. */
  readonly bar: string | null;
  /** Who signed the job off and when, worded; null while it is open. */
  readonly signed: string | null;
  /** In which order the wheels are torqued, as it was said at the car; null for the star. */
  readonly order: OrderSaid | null;
}

export interface TorqueProps {
  /** The axle whose page it is, then the other one of the visit where it is at the wrench as well. */
  readonly axles: readonly [TorqueAxle, ...TorqueAxle[]];
  /** Every joint of these axles, the front one's first; adapters' and hubs' own before the wheels. */
  readonly wheels: readonly TorquedJoint[];
  readonly units: UnitSystem;
  /** Recheck after sign-off instead of the first torque. */
  readonly recheck: boolean;
}

const FACE: Readonly<Record<Joint, string>> = { hub: 'Studs', adapter: 'Adapter', wheel: 'Wheel' };

const BEFORE: Readonly<Record<Joint, string>> = { hub: 'Studs ', adapter: 'Adapter ', wheel: '' };
const PIECE: Readonly<Record<Joint, string>> = { hub: 'stud', adapter: 'nut', wheel: 'fastener' };
const TO: Readonly<Record<Joint, string>> = { hub: 'the studs, ', adapter: 'the adapter, ', wheel: '' };

function firstLabel(wheels: readonly TorquedJoint[]): string {
  if (wheels.some((w) => w.joint === 'adapter')) return 'Adapters first, then the wheels';
  return wheels.some((w) => w.joint === 'hub') ? 'Studs first, then the wheels' : 'Wheel';
}

const PASS_LABEL: Readonly<Record<Pass, string>> = {
  snug: 'Snug',
  lower: 'Lower',
  middle: 'Middle',
  final: 'Final',
  verify: 'Verify',
  recheck: 'Recheck',
};

/**
 * The wheel face with the next lug lit, and one entry at a time; readable from two metres. All corners of the visit are
 * on it.
 */
export function TorqueView({ axles, wheels: stored, units, recheck }: TorqueProps) {
  const router = useRouter();
  const entries = useEntries(stored);
  const wheels = useHeldNow(stored, entries);
  const own = wheels.filter((w) => w.jobId === axles[0].jobId);
  const open = own.filter((w) => !finished(w.state, recheck));
  const first = open.find((w) => w.active) ?? open[0] ?? wheels.find((w) => w.active) ?? wheels[0];
  const [at, setAt] = useInAddress('at', jointKey(first as TorquedJoint), wheels.map(jointKey));
  const [hand, setHand] = useUnkept('torque/in-hand', 'click');
  const title = useRef<HTMLHeadingElement>(null);
  const wheel = wheels.find((w) => jointKey(w) === at) ?? wheels[0];
  const through = wheel ? finished(entries.stateOf(wheel), recheck) : false;
  // The last entry takes its form away: the focus stays with the pass instead of falling into the next field on the
  // page.
  const before = useRef(through);
  useEffect(() => {
    if (through && !before.current) title.current?.focus();
    before.current = through;
  }, [through]);
  if (!wheel) return null;
  const { corner, joint, source, spec } = wheel;
  const axle = axles.find((a) => a.jobId === wheel.jobId) ?? axles[0];
  const { lugs } = spec;
  const { target, locking } = spec;
  const taken = wheel.wrenches.find((w) => w.name === hand);
  const clicks = taken ? taken.kind === 'click' : hand !== 'figures';
  const state = entries.stateOf(wheel);
  const face = FACE[joint];
  const pass: Pass = state.pass ?? 'recheck';
  const next =
    state.next ?? (recheck && state.pass === null && !finished(state, true) ? (state.order[0] as number) : null);
  const position = next === null ? null : state.order.indexOf(next) + 1;
  const wrong = state.last && state.last.outcome !== 'done' ? state.last.reading.lug : null;
  const done = through;
  const other = nextAfter(
    wheel,
    wheels.filter((w) => !finished(entries.stateOf(w), recheck)),
  );

  // A slip is struck out and stays in the log; what was signed does not change.
  const canStrike = wheel.active && state.last !== null && (!recheck || state.last.reading.pass === 'recheck');
  const strike = () =>
    entries.enter(
      wheel,
      { corner, joint, pass: 'strike', lug: WHOLE, reading: '', angle: '', felt: null, tool: 'by hand', recheck },
      { pass: 'strike', lug: WHOLE, reading: null, angle: null, felt: null },
    );

  // The other axle of the visit is signed by itself, and after it the record shows both.
  const signed = () => {
    const open = axles.find((a) => a !== axle && a.active && a.signed === null);
    if (!open) return router.push(`/jobs/${axle.jobId}/record`);
    const on = wheels.find((w) => w.jobId === open.jobId && w.joint === 'wheel');
    if (on) setAt(jointKey(on));
    // What is signed leaves the wrench, and with it the page that was its own.
    if (open !== axles[0]) router.push(`/jobs/${open.jobId}/torque`);
  };

  return (
    <div className="grid min-w-0 flex-1 grid-cols-[minmax(0,1fr)_340px] max-lg:grid-cols-1">
      <main className="flex min-w-0 flex-col gap-3 p-4">
        <div className="flex items-end justify-between gap-4">
          <h1 ref={title} tabIndex={-1} className="text-[28px] outline-none">
            {done
              ? `${face} done`
              : joint === 'wheel'
                ? `${PASS_LABEL[pass]} pass`
                : `${face}, ${PASS_LABEL[pass].toLowerCase()} pass`}
            <span className="ml-3 text-[18px] font-normal text-soft">{CORNER_LABEL[corner]}</span>
          </h1>
          <p className="text-right">
            <span className="figure block text-[28px] leading-none font-[650]">{formatTorque(target, units)}</span>
            <span className="text-[13px] text-soft">{source}</span>
          </p>
        </div>
        <WheelFace
          lugs={lugs}
          order={state.order}
          done={done ? state.order : state.done}
          next={done ? null : next}
          locking={locking}
          wrong={wrong}
          title={
            position === null
              ? `${face} face, ${lugs} lugs`
              : `${face} face, ${lugs} lugs, lug ${position} of the star is next`
          }
        />
        <LastSaid state={state} face={face} units={units} />
      </main>
      <aside
        aria-label="Entry"
        className="flex min-w-0 flex-col gap-4 border-l border-line p-4 max-lg:border-t max-lg:border-l-0"
      >
        <Segments
          label={firstLabel(wheels)}
          pairs={wheels.length > 2}
          value={at}
          options={wheels.map((w) => ({
            value: jointKey(w),
            label: `${BEFORE[w.joint]}${CORNER_LABEL[w.corner]}${standing(w, finished(entries.stateOf(w), recheck))}`,
          }))}
          onChange={setAt}
        />
        {done ? (
          <>
            <Verdict level="pass" />
            <p>
              Every {PIECE[joint]} of the {CORNER_LABEL[corner]} {face.toLowerCase()} held in its{' '}
              {recheck ? 'recheck' : 'verify pass'}.
              {state.sentBack > 0
                ? ` The final pass was sent back ${state.sentBack === 1 ? 'once' : `${state.sentBack} times`}.`
                : ''}
            </p>
            {other ? (
              <Button look="main" onClick={() => setAt(jointKey(other))}>
                Go to {TO[other.joint]}
                {CORNER_LABEL[other.corner]}
              </Button>
            ) : null}
          </>
        ) : wheel.active ? (
          <>
            <InHand wrenches={wheel.wrenches} value={hand} onChange={setHand} />
            {joint === 'wheel' && !recheck ? (
              <OrderChoice
                key={axle.jobId}
                jobId={axle.jobId}
                lugs={lugs}
                locking={locking !== null}
                said={axle.order}
                begun={wheels.some(
                  (w) => w.jobId === axle.jobId && w.joint === 'wheel' && w.log.some((e) => e.lug >= 0),
                )}
              />
            ) : null}
            <Puller
              key={at}
              wheel={wheel}
              state={state}
              pass={pass}
              next={next}
              taken={taken}
              clicks={clicks}
              lugs={lugs}
              units={units}
              onEnter={(typed, reading) => entries.enter(wheel, typed, reading)}
            />
          </>
        ) : (
          <p className="text-soft">
            {recheck
              ? 'This recheck is not due yet.'
              : waitingFor(
                  wheel,
                  wheels.filter((w) => w.jobId === wheel.jobId),
                )}
          </p>
        )}
        <KeysLine>Enter or space enters a lug; the next one is in focus at once.</KeysLine>
        {canStrike ? (
          <Button look="quiet" onClick={strike} className="self-start">
            Take the last one back
          </Button>
        ) : null}
        {wheel.active && !recheck && (state.complete || pass === 'verify') ? (
          <Button
            look="quiet"
            className="self-start"
            onClick={() =>
              entries.enter(
                wheel,
                { corner, joint, pass: 'swapped', lug: WHOLE, reading: '', angle: '', felt: null, tool: 'by hand' },
                { pass: 'swapped', lug: WHOLE, reading: null, angle: null, felt: null },
              )
            }
          >
            A fastener was swapped: final pass again
          </Button>
        ) : null}
        {entries.trouble ? (
          <p role="alert" className="font-[560] text-stop">
            {entries.trouble}
            {entries.waiting > 0
              ? ` ${entries.waiting} ${entries.waiting === 1 ? 'entry waits' : 'entries wait'} and will be sent in order.`
              : ''}
          </p>
        ) : null}
        {axle.bar ? <p className="border-l-4 border-stop pl-3 text-[14px]">{axle.bar}</p> : null}
        {recheck ? null : (
          <SignOff
            key={axle.jobId}
            axle={axle}
            title={axle.paired ? `Sign off ${axleInSentence(axle.axle)}` : 'Sign off'}
            waiting={entries.waiting > 0}
            onSigned={signed}
          />
        )}
        <LogTable log={wheel.log} units={units} order={state.order} />
      </aside>
    </div>
  );
}

/**
 * Joints with what still holds each of them back: what was ticked or torqued on this device and is on its way holds
 * nothing any more.
 */
function useHeldNow(joints: readonly TorquedJoint[], entries: Entries): TorquedJoint[] {
  const ticked = useTicked();
  return joints.map((w) => {
    const through = (joint: Joint): boolean =>
      joints.some((j) => j.corner === w.corner && j.joint === joint && entries.stateOf(j).complete);
    const held = w.held.filter(
      (b) => !(b.key !== undefined && ticked(w.jobId, b.key) === true) && !(b.joint !== undefined && through(b.joint)),
    );
    return { ...w, held, active: w.active && held.length === 0 };
  });
}

/**
 * Where the wrench goes from a joint that is through: the same axle's next, else what may be pulled, else whatever is
 * open.
 */
function nextAfter(at: TorquedJoint, open: readonly TorquedJoint[]): TorquedJoint | undefined {
  const others = open.filter((w) => jointKey(w) !== jointKey(at));
  return (
    others.find((w) => w.active && w.jobId === at.jobId) ??
    others.find((w) => w.active) ??
    others.find((w) => w.jobId === at.jobId) ??
    others[0]
  );
}

/** How a joint stands, behind its name: through, or not to be begun yet. */
function standing(w: TorquedJoint, through: boolean): string {
  if (through) return ' ✓';
  return w.active ? '' : ', waits';
}

/** Why nothing can be entered at a joint now. */
function waitingFor(at: TorquedJoint, all: readonly TorquedJoint[]): string {
  if (at.joint === 'adapter') return 'The adapter’s torque is entered while fitting.';
  if (at.joint === 'hub') return 'The studs’ own round is entered while fitting.';
  const before = all.find((w) => w.joint !== 'wheel' && w.corner === at.corner && !w.state.complete);
  if (before?.joint === 'adapter') return 'The adapters come first: they are a torque job of their own.';
  if (before) return 'The studs in the hub come first: they are a torque round of their own.';
  return at.held[0]?.text ?? 'Torque is entered once the job card’s hold points are ticked.';
}

const finished = (s: TorqueState, recheck: boolean): boolean => s.complete && (!recheck || s.rechecks > 0);
