import { useState } from 'react';
import { CORNER_LABEL } from '@/core/document/labels';
import type { Corner } from '@/core/document/vocabulary';
import type { BayDetail } from '@/core/procedure/bay';
import { stepName } from '@/core/procedure/card';
import { guardsPeople } from '@/core/procedure/holdReasons';
import { usualMinutes } from '@/core/procedure/workOrder';
import type { UnitSystem } from '@/core/units/format';
import { Button, LinkButton } from '@/ui/Button';
import { VerdictMark } from '@/ui/Verdict';
import { Before } from './Before';
import { StartClock } from './Clocks';
import type { FitAxle, FitStep, ShelfLocker } from './fitProps';
import { HoldReason } from './HoldReason';
import { HubFigure } from './HubFigure';
import { OldKept } from './OldKept';
import { StepDrawing } from './StepDrawing';
import { TakePhoto } from './TakePhoto';
import { AnotherWay, WentWrong } from './Trouble';

export interface StepPanelProps {
  readonly step: FitStep;
  /** Open steps that are said with it. */
  readonly before: readonly FitStep[];
  readonly axle: FitAxle;
  /** “4 of 14”. */
  readonly place: string;
  readonly done: boolean;
  readonly waits: boolean;
  /** Something is asked that comes before the next tick. */
  readonly held: boolean;
  readonly lockers: readonly ShelfLocker[];
  readonly units: UnitSystem;
  readonly now: number;
  readonly vehicleId: string;
  /** Leads whose word ends what keeps somebody from being hurt; empty where nobody is one. */
  readonly leads: readonly { readonly id: string; readonly name: string }[];
  /** Nothing is open on this card: what comes next is the torque. */
  readonly allDone: boolean;
  readonly onTorque: () => void;
  readonly onDone: () => void;
  /** A photo is on its way, which is what this step asks for. */
  readonly onPhoto: () => void;
  readonly onUndo: () => void;
  readonly onSay: (detail: BayDetail, corner?: Corner) => void;
}

type Beside = 'wrong' | 'other' | 'reason' | null;

/** What may be done with a step instead: three buttons beside the main one, on one row at the card’s width. */
const BESIDE = '!min-h-[64px] w-[116px] !px-2 !leading-tight !whitespace-normal';

/** One step, large: readable from the other side of the wheel. */
export function StepPanel(p: StepPanelProps) {
  const { step, before, axle, done, waits, units } = p;
  const { card } = step;
  const [beside, setBeside] = useState<Beside>(null);
  const corner = card?.corner ?? (axle.corners[0] as Corner);
  const flip = (to: Beside) => setBeside((was) => (was === to ? null : to));
  const say = (c: Corner, detail: BayDetail) => {
    setBeside(null);
    p.onSay(detail, c);
  };
  // With more to read the words of the hold point stay in sight, and the drawing stands under them.
  const drawing = card ? (
    <div className="flex min-h-[200px] min-w-0 items-center justify-center">
      <StepDrawing stepKey={step.key} card={card} plan={axle.plan} units={units} />
    </div>
  ) : null;
  return (
    <section
      aria-label="Step"
      data-step={step.key}
      data-ended={p.allDone || undefined}
      className="flex min-w-0 flex-1 flex-col gap-3"
    >
      <p className="text-[14px] text-soft">
        <span className="inline-block first-letter:uppercase">{CORNER_LABEL[corner]}</span> · step{' '}
        <span className="figure">{p.place}</span>
        {card ? ` · usually ${usualMinutes([...before, step])} min` : ''}
        {step.hold ? ' · hold point' : ''}
        {axle.begun[corner] ? ` · begun ${axle.begun[corner]}` : ''}
      </p>
      <h2 className="text-[28px] leading-tight tracking-normal text-ink [font-stretch:112%]">
        {card?.title ?? 'This step'}
      </h2>
      {before.length === 0 ? drawing : null}
      {before.length > 0 ? <Before steps={before} axle={axle} corner={corner} now={p.now} onSay={p.onSay} /> : null}
      <p className="max-w-[60ch] text-[21px] leading-snug">{step.text}</p>
      {card?.tool ? (
        <p className="text-[16px] text-soft">
          In hand: <span className="text-ink">{card.tool}</span>
        </p>
      ) : null}
      {step.caution ? (
        <p className="flex items-center gap-2 text-[17px] font-[600] text-caution">
          <VerdictMark level="caution" size={16} /> {step.caution}
        </p>
      ) : null}
      {card?.round === 'hub' ? (
        <HubFigure
          axle={axle.axle}
          hub={axle.hub}
          brakesOpen={axle.brakesOpen}
          units={units}
          onSay={(d) => p.onSay(d)}
        />
      ) : null}
      {[...before, step].some((s) => stepName(s.key) === 'bag') ? (
        <OldKept kept={axle.oldKept} onSay={(d) => p.onSay(d)} />
      ) : null}
      {card?.starts ? (
        <StartClock
          kind={card.starts}
          running={axle.clocks.find((c) => c.corner === corner && c.kind === card.starts) ?? null}
          lockers={p.lockers}
          now={p.now}
          onSay={(d) => p.onSay(d, corner)}
        />
      ) : null}
      {waits && !done ? <Waits {...p} corner={corner} /> : null}
      {done && step.done ? (
        <p className="text-[15px] text-soft">
          {step.done.reason ? `Ended with a reason: ${step.done.reason}. ` : ''}
          {step.done.who}
        </p>
      ) : null}
      {beside === 'wrong' ? <WentWrong plan={axle.plan} corner={corner} onSay={say} /> : null}
      {beside === 'other' ? <AnotherWay corner={corner} onSay={say} /> : null}
      {beside === 'reason' ? (
        <HoldReason
          question={
            card?.photo
              ? 'Take a photo, or give the reason why there is none. It goes on the record.'
              : guardsPeople(step)
                ? 'This step prevents injury: without its tick only a lead can end it, with a reason that goes on the record.'
                : 'A hold point is ended by a tick or by a reason. The reason goes on the record.'
          }
          label="End it with this reason"
          jobId={step.jobId}
          corner={null}
          leads={guardsPeople(step) ? p.leads : []}
          detailOf={(why) => ({ kind: 'instead', key: step.key, why })}
          onSay={(d) => p.onSay(d)}
          onDone={() => setBeside(null)}
        />
      ) : null}
      {before.length > 0 ? drawing : null}
      <div className="sticky bottom-0 mt-auto flex flex-wrap items-stretch gap-2 bg-paper pt-2 pb-1">
        {card?.round && !done ? (
          <LinkButton
            look="main"
            className="!min-h-[64px] min-w-[180px] flex-1 text-[19px]"
            href={`/jobs/${step.jobId}/torque?at=${corner}/${card.round}`}
          >
            {card.round === 'hub' ? 'Torque the studs' : 'Torque the adapter'}
          </LinkButton>
        ) : card?.photo && !done ? (
          <TakePhoto
            vehicleId={p.vehicleId}
            jobId={step.jobId}
            corner={corner}
            state={card.photo}
            onTaken={p.onPhoto}
          />
        ) : (
          <Button
            look="main"
            className="!min-h-[64px] min-w-[180px] flex-1 text-[19px]"
            disabled={p.held || (waits && !done)}
            onClick={p.allDone ? p.onTorque : p.onDone}
          >
            {p.allDone ? 'On to torque' : done ? 'Next open step' : 'Done, next'}
          </Button>
        )}
        {done && !card?.round && step.done?.reason === null ? (
          <Button look="quiet" className="!min-h-[64px]" onClick={p.onUndo}>
            Not done after all
          </Button>
        ) : null}
        <Button look="quiet" aria-expanded={beside === 'wrong'} className={BESIDE} onClick={() => flip('wrong')}>
          Report a problem
        </Button>
        <Button look="quiet" aria-expanded={beside === 'other'} className={BESIDE} onClick={() => flip('other')}>
          Do it differently
        </Button>
        {(step.hold || card?.photo) && !done ? (
          <Button look="quiet" aria-expanded={beside === 'reason'} className={BESIDE} onClick={() => flip('reason')}>
            Skip with a reason
          </Button>
        ) : null}
      </div>
    </section>
  );
}

function Waits({ step, axle, corner, leads, onSay }: StepPanelProps & { corner: Corner }) {
  const kind = step.card?.waits;
  if (kind === undefined) return null;
  const clock = axle.clocks.find((c) => c.corner === corner && c.kind === kind);
  if (!clock)
    return (
      <p className="border-l-4 border-caution pl-3 text-[16px]">
        The locker’s clock was not started at this hub: how long it has cured is not known. Start it at “Locker on the
        hub end”.
      </p>
    );
  return (
    <HoldReason
      question="The locker has not cured. Another corner can be worked meanwhile. If the wheel goes on all the same, say why, by name."
      label="It is not waited for"
      jobId={step.jobId}
      corner={corner}
      leads={leads}
      detailOf={(why) => ({ kind: 'clock-waived', clock: kind, why })}
      onSay={(d) => onSay(d, corner)}
      onDone={() => {}}
    />
  );
}
