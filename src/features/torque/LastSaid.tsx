import type { TorqueState } from '@/core/torque/log';
import { formatTorque, type UnitSystem } from '@/core/units/format';

/** What the last entry asks for, beside the face: pull again, slacken, or begin the pass anew. */
export function LastSaid({ state, face, units }: { state: TorqueState; face: string; units: UnitSystem }) {
  return (
    <>
      {state.last?.outcome === 'moved' && !state.complete ? (
        <p role="alert" className="border-l-4 border-stop pl-3 text-[16px]">
          Lug {state.order.indexOf(state.last.reading.lug) + 1} moved{' '}
          {state.last.reading.angle === null ? 'a lot' : `${state.last.reading.angle}°`}. The final pass starts again
          for the whole {face.toLowerCase()}.
        </p>
      ) : null}
      {state.last?.outcome === 'low' ? (
        <p role="alert" className="border-l-4 border-caution pl-3 text-[16px]">
          {formatTorque(state.last.reading.reading ?? 0, units)} is under the figure. Pull the same lug again.
        </p>
      ) : null}
      {state.last?.outcome === 'over' ? (
        <p role="alert" className="border-l-4 border-stop pl-3 text-[16px]">
          {formatTorque(state.last.reading.reading ?? 0, units)} is over the figure. Slacken that lug and pull it again.
        </p>
      ) : null}
      {state.last?.outcome === 'tight' ? (
        <p role="alert" className="border-l-4 border-caution pl-3 text-[16px]">
          Lug {state.order.indexOf(state.last.reading.lug) + 1} hardly turned before the figure: it was tight already,
          so the figure says nothing of its clamp. Slacken it and pull it again.
        </p>
      ) : null}
    </>
  );
}
