import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { mark as keepMark } from './actions';

/** The mark that is chalked on a wheel; kept on Enter or when the field is left. */
export function WheelMark({ vehicleId, wheelId, mark }: { vehicleId: string; wheelId: string; mark: string }) {
  const [typed, setTyped] = useState(mark);
  const [error, setError] = useState<string | null>(null);
  const [, start] = useTransition();
  const keep = () => {
    if (typed.trim() === mark) return;
    start(async () => {
      const result = await ask(() => keepMark(vehicleId, wheelId, typed));
      setError(result.ok ? null : result.message);
    });
  };
  return (
    <>
      <input
        value={typed}
        aria-label={`Mark of wheel ${mark}`}
        aria-invalid={error !== null}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={keep}
        onKeyDown={(e) => e.key === 'Enter' && keep()}
        className="touch figure w-full rounded-[3px] border border-line bg-transparent px-2 text-[17px] font-[650]"
      />
      {error ? (
        <span role="alert" className="block text-[13px] text-stop">
          {error}
        </span>
      ) : null}
    </>
  );
}
