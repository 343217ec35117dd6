'use client';

import { useRouter } from 'next/navigation';
import { useRef, useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { NavLink } from '@/ui/NavLink';
import { forgetDevice } from '@/ui/offline/forget';
import { PinField } from '@/ui/PinField';
import type { Person } from '@/usecases/shop/people';
import { comeIn, comeInByName, leave } from './actions';

/** One tap says who is at the bench; whoever has a PIN types it. What is done from then on carries that name. */
export function WhoIsIt({
  people,
  here,
  named,
  pins,
  typed,
  back,
}: {
  people: readonly Person[];
  here: string | null;
  named: string | null;
  /** Everybody is asked for a PIN. */
  pins: boolean;
  /** Not every name is shown: who is not among them types theirs. */
  typed: boolean;
  back: string;
}) {
  const router = useRouter();
  const [asked, setAsked] = useState<Person | null>(null);
  const [pin, setPin] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const field = useRef<HTMLInputElement>(null);
  const enter = (person: Person, typed: string) =>
    start(async () => {
      const result = await ask(() => comeIn(person.id, typed));
      setPin('');
      if (result.ok) return router.push(back);
      setFailure(result.message);
      field.current?.focus();
    });
  const pick = (person: Person) => {
    setFailure(null);
    setPin('');
    if (!person.hasPin && !pins) return enter(person, '');
    setAsked(person);
    requestAnimationFrame(() => field.current?.focus());
  };
  if (people.length === 0 && !typed)
    return (
      <div className="border-l-2 border-accent pl-4">
        <p>
          One person works here, and everything carries the name <strong>{named}</strong>. Nothing is asked on this
          machine.
        </p>
        <p className="mt-1 text-soft">
          Add people with their names in{' '}
          <NavLink href="/settings#people" className="text-accent underline underline-offset-4">
            Settings
          </NavLink>
          , and whoever works says so with one tap, or with a PIN.
        </p>
      </div>
    );
  return (
    <div className="flex flex-col gap-3">
      {people.length > 0 ? (
        <ul className="grid gap-2 sm:grid-cols-2" aria-label="People">
          {people.map((p) => (
            <li key={p.id}>
              <button
                type="button"
                disabled={busy}
                aria-pressed={p.id === here}
                onClick={() => pick(p)}
                className="flex min-h-[72px] w-full items-center justify-between rounded-[3px] border border-strong bg-sheet px-4 text-left text-[18px] font-[600] hover:border-accent aria-pressed:border-accent aria-pressed:bg-accent-wash"
              >
                {p.name}
                <span className="text-[13px] font-normal text-soft">
                  {p.id === here ? 'at the bench' : p.role}
                  {p.hasPin ? ', PIN' : ''}
                </span>
              </button>
            </li>
          ))}
        </ul>
      ) : null}
      {asked ? (
        <form
          noValidate
          onSubmit={(e) => {
            e.preventDefault();
            enter(asked, pin);
          }}
          className="flex items-end gap-3"
        >
          <PinField
            ref={field}
            label={`PIN of ${asked.name}`}
            value={pin}
            onChange={(e) => setPin(e.target.value)}
            className="w-[220px]"
          />
          <Button type="submit" look="main" disabled={busy || pin === ''}>
            Come in
          </Button>
        </form>
      ) : null}
      {typed && asked === null ? <ByName back={back} /> : null}
      {failure ? (
        <p role="alert" className="font-[560] text-stop">
          {failure}
        </p>
      ) : null}
      {here ? (
        <Button
          look="quiet"
          className="self-start"
          disabled={busy}
          onClick={() =>
            start(async () => {
              const result = await ask(leave);
              if (result.ok) await forgetDevice();
            })
          }
        >
          Leave the bench
        </Button>
      ) : null}
    </div>
  );
}

/** Name and PIN typed, on a browser that nobody signed in on before. */
function ByName({ back }: { back: string }) {
  const router = useRouter();
  const [name, setName] = useState('');
  const [pin, setPin] = useState('');
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  return (
    <form
      noValidate
      aria-label="Sign in with a name"
      onSubmit={(e) => {
        e.preventDefault();
        start(async () => {
          const result = await ask(() => comeInByName(name, pin));
          setPin('');
          if (result.ok) return router.push(back);
          setFailure(result.message);
        });
      }}
      className="flex flex-wrap items-end gap-3"
    >
      <Field
        label="Your name"
        autoComplete="off"
        maxLength={60}
        value={name}
        onChange={(e) => setName(e.target.value)}
        className="w-[260px]"
      />
      <PinField label="Your PIN" value={pin} onChange={(e) => setPin(e.target.value)} className="w-[160px]" />
      <Button type="submit" look="main" disabled={busy || pin === '' || name.trim() === ''}>
        Sign in
      </Button>
      {failure ? (
        <p role="alert" className="basis-full font-[560] text-stop">
          {failure}
        </p>
      ) : null}
    </form>
  );
}
