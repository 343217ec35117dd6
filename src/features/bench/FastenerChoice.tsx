'use client';

import { blankNut } from '@/core/document/blank';
import type { Fastener, Plan } from '@/core/document/document';
import { SEAT_LABEL } from '@/core/document/labels';
import type { Seat } from '@/core/document/vocabulary';
import type { LengthWindow } from '@/core/engagement/boltStack';
import type { Evaluation } from '@/core/evaluate/evaluate';
import { leastThread } from '@/core/figures/ownThread';
import { sameMate } from '@/core/figures/stack/index';
import { BOLT_CLASSES, type BoltClass } from '@/core/thread/classes';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { roundTo } from '@/core/units/round';
import { longerFastener } from '@/core/whatif/bySize';
import { optionsOf, SelectField } from '@/ui/Field';
import { Segments } from '@/ui/Segments';
import { ConversionForm } from './ConversionForm';
import { FinishInput } from './FinishInput';
import { FromShelf } from './FromShelf';
import { LengthInput } from './LengthInput';
import { LockingInput } from './LockingInput';
import { MoreFields } from './MoreFields';
import { NoseInput } from './NoseInput';
import { NutForm } from './NutForm';
import type { Bench } from './useBench';

const SEATS = optionsOf(SEAT_LABEL);
const CLASSES = BOLT_CLASSES.map((c) => ({ value: c, label: c === 'unknown' ? 'Not known' : c }));
const LENGTH = { min: 10, max: 150 };
const THREAD = { min: 1, max: 150 };

/** The fasteners that are on the car, or longer ones; the window of lengths that will do stands beside the field. */
export function FastenerChoice({ bench, units }: { bench: Bench; units: UnitSystem }) {
  const { choice, plan, evaluation } = bench;
  const bolt = plan.hub.fastening === 'bolt';
  const w = evaluation.numbers.window;
  const { kind } = choice.fastener;
  const longer = kind === 'bolt' || kind === 'stud';
  const length =
    choice.fastener.kind === 'bolt'
      ? choice.fastener.length
      : choice.fastener.kind === 'stud'
        ? choice.fastener.protrusion
        : null;
  const suggested = w ? inWindow(w) : (plan.hub.boltLength?.value ?? 40) + choice.spacer.thickness;
  const asNow = w ? asNowText(w, evaluation, plan, units) : null;
  const set = (mm: number) => bench.setFastener(longerFastener(plan, mm));
  const setClass = (c: BoltClass) => {
    if (choice.fastener.kind === 'bolt' || choice.fastener.kind === 'stud')
      bench.setFastener({ ...choice.fastener, class: c });
  };

  const setThread = (threadLength: number | null) => {
    if (choice.fastener.kind === 'bolt' || choice.fastener.kind === 'stud')
      bench.setFastener({ ...choice.fastener, threadLength });
  };
  const setNose = (nose: number | null) => {
    if (choice.fastener.kind === 'bolt' || choice.fastener.kind === 'stud')
      bench.setFastener({ ...choice.fastener, nose });
  };
  const least = leastThread(evaluation.numbers);
  const threadHint = least === null ? 'tip to plain shank' : `${formatLength(least, units, 'up')} or more`;

  if (plan.spacer.kind === 'adapter') return <OnAdapter bench={bench} units={units} />;
  const pick = (v: 'present' | 'original' | 'longer' | 'other') => {
    if (v === 'present' || v === 'original') bench.setFastener({ kind: v });
    else if (v === 'longer') set(suggested);
    else if (bolt) {
      const nut = blankNut(plan.hub.thread, plan.wheel.seat);
      bench.setFastener({
        kind: 'conversion',
        length: 0,
        threadLength: null,
        nose: null,
        shortEnd: 0,
        hubThread: plan.hub.thread,
        outerThread: plan.hub.thread,
        seatsAt: 'shoulder',
        torque: null,
        class: 'unknown',
        nut,
      });
    } else bench.setFastener({ kind: 'nuts', nut: blankNut(plan.hub.thread, plan.wheel.seat) });
  };
  return (
    <div className="flex flex-wrap items-start gap-x-3 gap-y-3">
      <Segments
        label={bolt ? 'Bolts' : 'Studs'}
        value={longer ? 'longer' : kind === 'present' || kind === 'original' ? onCarKind(plan, kind) : 'other'}
        options={[
          { value: 'present', label: plan.hub.hardware === 'original' ? 'Original' : 'On the car now' },
          ...(plan.hub.hardware !== 'original' && plan.hub.original?.length
            ? [{ value: 'original' as const, label: 'Original' }]
            : []),
          { value: 'longer', label: 'Longer' },
          { value: 'other', label: bolt ? 'Conversion studs' : 'Other nuts' },
        ]}
        onChange={pick}
      />
      <FromShelf bench={bench} slot="fastener" units={units} />
      {longer ? (
        <LengthInput
          label={bolt ? 'Length under the seat' : 'Protrusion from the disc'}
          value={length}
          range={LENGTH}
          onLength={(mm) => mm !== null && set(mm)}
          className="w-[126px]"
        />
      ) : null}
      {choice.fastener.kind === 'bolt' || choice.fastener.kind === 'stud' ? (
        <LengthInput
          label="Full thread on it"
          value={choice.fastener.threadLength}
          range={THREAD}
          onLength={setThread}
          optional
          hint={threadHint}
          className="w-[126px]"
        />
      ) : null}
      {choice.fastener.kind === 'bolt' || choice.fastener.kind === 'stud' ? (
        <NoseInput value={choice.fastener.nose} onNose={setNose} />
      ) : null}
      {choice.fastener.kind === 'bolt' ? (
        <SelectField
          label="Seat of these bolts"
          options={SEATS}
          value={choice.fastener.seat}
          onChange={(e) =>
            choice.fastener.kind === 'bolt' && bench.setFastener({ ...choice.fastener, seat: e.target.value as Seat })
          }
          className="w-[118px]"
        />
      ) : null}
      {choice.fastener.kind === 'bolt' || choice.fastener.kind === 'stud' ? (
        <SelectField
          label="Class"
          options={CLASSES}
          value={choice.fastener.class}
          onChange={(e) => setClass(e.target.value as BoltClass)}
          className="w-[118px]"
        />
      ) : null}
      <LockingInput bench={bench} units={units} />
      <FinishInput bench={bench} />
      <div className="flex flex-col gap-1">
        <span className="narrow text-[13px] font-[600] text-soft">
          {kind === 'conversion' ? 'Window, overall' : bolt ? 'Length window' : 'Protrusion window'}
        </span>
        {w ? (
          <p className="figure flex min-h-[44px] items-center text-[15px]" data-testid="length-window">
            {windowText(
              w,
              units,
              bolt && kind !== 'conversion',
              kind === 'conversion' ? choice.fastener.nut.style : plan.hub.nutStyle,
            )}
            {asNow !== null && longer && length !== roundTo(w.keep, 2, 'nearest') ? (
              <button
                type="button"
                className="touch ml-3 font-sans text-[14px] font-[560] text-accent underline underline-offset-4"
                onClick={() => set(w.keep)}
              >
                {asNow}
              </button>
            ) : null}
          </p>
        ) : (
          <p className="flex min-h-[44px] items-center text-[14px]">{noWindow(evaluation, kind, bolt)}</p>
        )}
      </div>
      <MoreFields bench={bench} />
      {choice.fastener.kind === 'conversion' ? (
        <ConversionForm
          stud={choice.fastener}
          threadHint={threadHint}
          vehicle={plan.hub.torque}
          onStud={bench.setFastener}
        />
      ) : null}
      {kind === 'conversion' || kind === 'stud' || kind === 'nuts' || !bolt ? (
        <FromShelf bench={bench} slot="nut" units={units} />
      ) : null}
      {choice.fastener.kind === 'stud' && choice.fastener.nut ? (
        <NutForm
          nut={choice.fastener.nut}
          onNut={(nut) => choice.fastener.kind === 'stud' && bench.setFastener({ ...choice.fastener, nut })}
        />
      ) : null}
      {choice.fastener.kind === 'nuts' ? (
        <NutForm nut={choice.fastener.nut} onNut={(nut) => bench.setFastener({ kind: 'nuts', nut })} />
      ) : null}
    </div>
  );
}

/** Where the original ones are on the car they are the present ones. */
const onCarKind = (plan: Plan, kind: 'present' | 'original'): 'present' | 'original' =>
  plan.hub.hardware === 'original' ? 'present' : kind;

/** Nuts on an adapter’s own studs: the factory ones, or others of any kind. */
function OnAdapter({ bench, units }: { bench: Bench; units: UnitSystem }) {
  const { choice, plan } = bench;
  const { fastener } = choice;
  const blank = () => blankNut(plan.spacer.adapter?.studThread ?? plan.hub.thread, plan.wheel.seat);
  return (
    <div className="flex flex-wrap items-start gap-x-3 gap-y-3">
      <Segments
        label="Nuts on the adapter’s studs"
        value={fastener.kind === 'nuts' ? 'other' : 'present'}
        options={[
          { value: 'present', label: plan.hub.hardware === 'original' ? 'Original' : 'On the car now' },
          { value: 'other', label: 'Other nuts' },
        ]}
        onChange={(v) => bench.setFastener(v === 'present' ? { kind: 'present' } : { kind: 'nuts', nut: blank() })}
      />
      <LockingInput bench={bench} units={units} />
      <FinishInput bench={bench} />
      <p className="mt-[21px] flex min-h-[44px] items-center text-[14px] text-soft">
        The adapter’s own nuts hold it, in a torque job of their own.
      </p>
      <MoreFields bench={bench} />
      <FromShelf bench={bench} slot="nut" units={units} />
      {fastener.kind === 'nuts' ? (
        <NutForm nut={fastener.nut} onNut={(nut) => bench.setFastener({ kind: 'nuts', nut })} />
      ) : null}
    </div>
  );
}

/** Why no length is offered: something is unmeasured, or the mate is too short for any. */
function noWindow({ numbers: n }: Evaluation, kind: Fastener['kind'], bolt: boolean): string {
  if (n.corners.every((c) => c.bearing !== null && (c.engagement !== null || kind !== 'conversion')))
    return 'none: the thread it goes into is too short for any length, or nothing is left behind it';
  if (kind === 'conversion') return 'needs tapped depth, disc hat, nut grip and the nut’s thread';
  return `needs the turn count and ${bolt ? 'the length of the counted bolt' : 'the stud protrusion'}`;
}

/**
 * A whole length inside its window, near to what engages as now; the window's own end where no whole one lies in it. mm
 */
function inWindow({ min, keep, max }: LengthWindow): number {
  const wanted = roundTo(Math.max(min, keep), 0, 'up');
  if (max === null || wanted <= max) return wanted;
  const below = roundTo(max, 0, 'down');
  return below >= min ? below : min;
}

/**
 * The length that engages as now, as it is offered beside the window: inside it, or under the target where a car may go
 * on as it came. Null where it would be refused.
 */
function asNowText({ min, keep, max }: LengthWindow, e: Evaluation, plan: Plan, units: UnitSystem): string | null {
  const length = formatLength(keep, units);
  if (max !== null && keep > max) return null;
  if (keep >= min) return `Use ${length}, engages as now`;
  const came = sameMate(plan) && e.numbers.corners.every((c) => c.untouched !== null);
  return came ? `Use ${length}: under the target, as received` : null;
}

function windowText(w: LengthWindow, units: UnitSystem, bolt: boolean, nuts: string): string {
  const from = formatLength(w.min, units, 'up');
  const floor = w.toFloor ? ', to the floor only: its mate is short' : '';
  if (w.max !== null) return `${from.replace(/ (mm|in)$/, '')} to ${formatLength(w.max, units, 'down')}${floor}`;
  if (!bolt && nuts === 'open') return `${from} or longer (open nuts)${floor}`;
  return `${from} or longer; longest unmeasured${floor}`;
}
