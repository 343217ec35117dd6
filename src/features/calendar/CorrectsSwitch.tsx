'use client';

import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Segments } from '@/ui/Segments';
import { switchCorrects } from './memoryActions';

/** Whether predictions are shown with the shop's own correction beside them. */
export function CorrectsSwitch({ on }: { on: boolean }) {
  const [failure, setFailure] = useState<string | null>(null);
  const [, start] = useTransition();
  return (
    <div className="flex flex-wrap items-end gap-3">
      <Segments
        label="Beside a predicted gap, what this shop’s own came out at"
        value={on ? 'on' : 'off'}
        options={[
          { value: 'on', label: 'Shown' },
          { value: 'off', label: 'Not shown' },
        ]}
        onChange={(v) =>
          start(async () => {
            const done = await ask(() => switchCorrects(v === 'on'));
            setFailure(done.ok ? null : done.message);
          })
        }
      />
      {failure ? <p role="alert">{failure}</p> : null}
    </div>
  );
}
