import { useMemo } from 'react';
import { endOf } from '@/core/document/axles';
import type { Plan } from '@/core/document/document';
import { lockingOf } from '@/core/document/hardware';
import { CORNER_LABEL } from '@/core/document/labels';
import { evaluate } from '@/core/evaluate/evaluate';
import type { SectionBlock } from '@/core/figures/geometry';
import { drawnEngagement } from '@/core/figures/result';
import { stepName } from '@/core/procedure/card';
import type { CardDetail } from '@/core/procedure/step';
import { archModel, USUAL } from '@/core/stance/archModel';
import { starOrder } from '@/core/torque/starOrder';
import type { UnitSystem } from '@/core/units/format';
import { ArchView } from '@/drawing/ArchView';
import { CornerPlan } from '@/drawing/CornerPlan';
import { FormulaSketch } from '@/drawing/FormulaSketch';
import { StackSection } from '@/drawing/StackSection';
import { WheelFace } from '@/drawing/WheelFace';

type Part = SectionBlock['part'];
const FASTENER: readonly Part[] = ['fastener-thread', 'fastener-shank', 'fastener-head'];

/** Pieces that a step is about, by its name. */
const LIT: Readonly<Record<string, readonly Part[]>> = {
  'disc-screw': ['disc', 'hub'],
  clean: ['hub', 'disc', 'wheel'],
  spigot: ['hub'],
  'try-plate': ['spacer'],
  'hub-threads': ['hub'],
  'dry-stud': FASTENER,
  locker: FASTENER,
  'hub-torque': FASTENER,
  cure: [...FASTENER, 'hub'],
  studs: FASTENER,
  flat: ['spacer'],
  turn: [...FASTENER, 'hub'],
  'nuts-off': ['spacer'],
  pockets: ['wheel', ...FASTENER],
  wheel: ['wheel'],
};

/** The drawing that shows a step: the joint with its piece lit, the wheel’s face, the car from above, or the arch. */
export function StepDrawing({
  stepKey,
  card,
  plan,
  units,
}: {
  stepKey: string;
  card: CardDetail;
  plan: Plan;
  units: UnitSystem;
}) {
  const name = stepName(stepKey) ?? '';
  if (name === 'hanger-in' || name === 'hanger-out')
    return (
      <div className="mx-auto w-full max-w-[520px]">
        <FormulaSketch name="hanger" lit={new Set()} />
      </div>
    );
  if (card.shows === 'car') return <CornerPlan at={card.corner} stand={name === 'stand'} />;
  if (card.shows === 'arch') return <Arch plan={plan} card={card} units={units} />;
  if (card.shows === 'section') return <Joint plan={plan} card={card} units={units} lit={LIT[name]} />;
  return <Face plan={plan} card={card} />;
}

function Joint({
  plan,
  card,
  units,
  lit,
}: {
  plan: Plan;
  card: CardDetail;
  units: UnitSystem;
  lit: readonly Part[] | undefined;
}) {
  const e = useMemo(() => evaluate(plan), [plan]);
  if (!e.geometry.drawable) return <CornerPlan at={card.corner} stand={false} />;
  return (
    <StackSection
      geometry={e.geometry}
      units={units}
      target={e.numbers.minimum}
      engagement={drawnEngagement(e.numbers.corners)}
      level={e.findings.find((f) => f.rule === 'engagement.minimum')?.level ?? 'unmeasured'}
      lit={lit && new Set(lit)}
    />
  );
}

function Arch({ plan, card, units }: { plan: Plan; card: CardDetail; units: UnitSystem }) {
  const { model, gapAfter } = useMemo(() => {
    const i = plan.corners.findIndex((c) => c.corner === card.corner);
    const corner = plan.corners[i];
    return {
      model: corner ? archModel(plan, corner, USUAL[endOf(plan.axle)]) : ({ drawable: false, needs: [] } as const),
      gapAfter: evaluate(plan).numbers.corners[i]?.gapAfter ?? null,
    };
  }, [plan, card.corner]);
  if (!model.drawable) return <CornerPlan at={card.corner} stand={false} />;
  return <ArchView model={model} gapAfter={gapAfter} pose={null} units={units} />;
}

function Face({ plan, card }: { plan: Plan; card: CardDetail }) {
  const { lugs } = plan.hub;
  if (lugs === null) return <CornerPlan at={card.corner} stand={false} />;
  const locking = lockingOf(plan).is === 'none' ? null : 0;
  return (
    <div className="mx-auto h-[300px] w-[300px]">
      <WheelFace
        lugs={lugs}
        order={starOrder(lugs, locking)}
        done={[]}
        next={null}
        locking={locking}
        title={`Wheel face, ${CORNER_LABEL[card.corner]}, ${lugs} lugs in star order`}
      />
    </div>
  );
}
