import type { Corner, Measured, Plan, PlanCorner, WheelEach } from '../document';
import type { Finding } from '../findings';
import { QUANTITIES, type Quantity } from '../quantities';
import { make } from './make';

/** Every figure that was read with an error too wide to be a measurement, whatever else is made of it. */
export function judgeReadings(plan: Plan, out: Finding[]): void {
  for (const q of QUANTITIES) {
    if (q.widest === null || q.id === 'gapFitted') continue;
    if (q.scope === 'wheel') {
      for (const w of plan.wheel.each) tell(q, q.widest, w[WHEEL_FIELD[q.id] as keyof WheelEach] as Measured, null, w.name, out);
      continue;
    }
    if (q.id in plan.hub) tell(q, q.widest, plan.hub[q.id as 'nutThread'], null, '', out);
    else if (q.scope === 'corner') for (const c of plan.corners) judgeCorner(q, q.widest, c, out);
  }
}

const WHEEL_FIELD: Readonly<Partial<Record<Quantity['id'], keyof WheelEach>>> = {
  wheelBore: 'bore', chamferDepth: 'chamferDepth', boreRecess: 'boreRecess', padThickness: 'padThickness', lugHole: 'lugHole', pocketDepth: 'pocketDepth',
};

function judgeCorner(q: Quantity, widest: number, c: PlanCorner, out: Finding[]): void {
  tell(q, widest, c[q.id as 'gap'], c.corner, '', out);
  if (q.id === 'loadedClearance') for (const h of c.clock) tell(q, widest, h.clearance, c.corner, '', out);
}

function tell(q: Quantity, widest: number, m: Measured | number | undefined, corner: Corner | null, wheel: string, out: Finding[]): void {
  if (typeof m !== 'object' || m === null || m.pm <= widest + 1e-9) return;
  out.push(make('reading.error', 'unmeasured', wheel === '' ? q.id : `${q.id}|${wheel}`, m.pm, widest, widest - m.pm, '', corner));
}
