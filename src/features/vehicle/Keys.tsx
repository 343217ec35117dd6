'use client';

import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { endLockingKey, keepLockingKey } from './actions';

export interface ShownKey {
  readonly id: string;
  readonly pattern: string;
  readonly place: string;
  readonly holder: string;
  readonly since: string;
}

const EMPTY = { pattern: '', place: '', holder: '' };

/** Locking keys of a car: which pattern, where it lies, who has it. */
export function Keys({ vehicleId, keys }: { vehicleId: string; keys: readonly ShownKey[] }) {
  const [open, setOpen] = useState<string | null>(null);
  const [typed, setTyped] = useState(EMPTY);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const set = (part: Partial<typeof EMPTY>) => setTyped({ ...typed, ...part });
  const run = (work: () => ReturnType<typeof keepLockingKey>) =>
    start(async () => {
      const result = await ask(work);
      if (!result.ok) return setFailure(result.message);
      setFailure(null);
      setOpen(null);
    });
  const begin = (id: string, from = EMPTY) => {
    setTyped({ pattern: from.pattern, place: from.place, holder: from.holder });
    setOpen(id);
  };
  return (
    <section aria-labelledby="keys" className="flex flex-col gap-2">
      <h2 id="keys">Locking keys</h2>
      {keys.length === 0 ? <p className="text-[14px] text-soft">None noted.</p> : null}
      {keys.length > 0 ? (
        <ul className="divide-y divide-line border-y border-line text-[14px]">
          {keys.map((k) => (
            <li key={k.id} className="flex flex-wrap items-center gap-x-4 py-1">
              <span className="figure font-[600]">{k.pattern}</span>
              <span>{k.place === '' ? 'place not said' : k.place}</span>
              <span className="min-w-0 flex-1">{k.holder === '' ? '' : `with ${k.holder}`}</span>
              <span className="text-[13px] text-soft">{k.since}</span>
              <Button look="quiet" onClick={() => begin(k.id, k)} aria-label={`Change key ${k.pattern}`}>
                Change
              </Button>
              <Button
                look="quiet"
                disabled={busy}
                onClick={() => run(() => endLockingKey(vehicleId, k.id))}
                aria-label={`Key ${k.pattern} is gone`}
              >
                Gone
              </Button>
            </li>
          ))}
        </ul>
      ) : null}
      {open === null ? (
        <Button look="quiet" className="self-start" onClick={() => begin('')}>
          Note a key
        </Button>
      ) : (
        <form
          noValidate
          className="flex flex-wrap items-end gap-3 border-l-2 border-accent pl-4"
          onSubmit={(e) => {
            e.preventDefault();
            run(() => keepLockingKey(vehicleId, typed, open === '' ? null : open));
          }}
        >
          <Field
            label="Pattern"
            value={typed.pattern}
            maxLength={60}
            onChange={(e) => set({ pattern: e.target.value })}
          />
          <Field
            label="Where it lies"
            value={typed.place}
            maxLength={80}
            onChange={(e) => set({ place: e.target.value })}
          />
          <Field
            label="Who has it"
            value={typed.holder}
            maxLength={80}
            onChange={(e) => set({ holder: e.target.value })}
          />
          <Button type="submit" look="main" disabled={busy}>
            Save key
          </Button>
          <Button look="quiet" onClick={() => setOpen(null)}>
            Leave it
          </Button>
        </form>
      )}
      {failure ? (
        <p role="alert" className="text-stop">
          {failure}
        </p>
      ) : null}
    </section>
  );
}
