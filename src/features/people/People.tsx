'use client';

import { useState, useTransition } from 'react';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { PinField } from '@/ui/PinField';
import { Segments } from '@/ui/Segments';
import type { Result } from '@/usecases/result';
import type { Person } from '@/usecases/shop/people';
import type { Role } from '@/usecases/shown';
import { add, change, endLogin, endLogins, keepNamesShown, left } from './actions';

const ROLES = [
  { value: 'fitter' as const, label: 'Fitter' },
  { value: 'lead' as const, label: 'Lead' },
];
const FRESH = { name: '', role: 'fitter' as Role, pin: '' };

/** Who works here: name, role, PIN. What somebody did keeps their name when they leave. */
export function People({
  people,
  logins,
  namesShown,
}: {
  people: readonly Person[];
  logins: readonly Login[];
  namesShown: boolean;
}) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <div className="flex flex-col gap-3 text-[14px]">
      <p className="max-w-[76ch] text-soft">
        A lead signs cautions off in competition, as a second person and by PIN. On this machine a PIN is asked only of
        those who have one; from the network of everybody.
      </p>
      {people.length === 0 ? (
        <p className="border-l-2 border-accent pl-3">
          One person works here and nothing is asked. Add people to have names.
        </p>
      ) : (
        <ul className="divide-y divide-line border-y border-line" aria-label="People">
          {people.map((p) => (
            <li key={p.id} className="flex flex-wrap items-center gap-x-4 py-1">
              <span className="min-w-[180px] font-[600]">{p.name}</span>
              <span className="flex-1 text-soft">
                {p.role}, {p.hasPin ? 'with a PIN' : 'no PIN'}
                {signedInText(logins.filter((l) => l.personId === p.id).length)}
              </span>
              <button
                type="button"
                aria-expanded={open === p.id}
                onClick={() => setOpen(open === p.id ? null : p.id)}
                className="touch text-accent underline underline-offset-4"
                aria-label={`Change ${p.name}`}
              >
                Change
              </button>
              {open === p.id ? (
                <PersonForm
                  key={p.id}
                  start={{ name: p.name, role: p.role, pin: '' }}
                  verb="Save"
                  onSend={(typed) => change(p.id, typed)}
                  onDone={() => setOpen(null)}
                >
                  <Ask label="Sign out everywhere" work={() => endLogins(p.id)} onDone={() => setOpen(null)} />
                  <Ask label={`${p.name} left`} work={() => left(p.id)} onDone={() => setOpen(null)} />
                  <Logins of={p.name} logins={logins.filter((l) => l.personId === p.id)} />
                </PersonForm>
              ) : null}
            </li>
          ))}
        </ul>
      )}
      {open === 'new' ? (
        <PersonForm start={FRESH} verb="Add" onSend={add} onDone={() => setOpen(null)} />
      ) : (
        <Button className="self-start" onClick={() => setOpen('new')}>
          Add a person
        </Button>
      )}
      {people.length > 1 ? <NamesShown shown={namesShown} /> : null}
    </div>
  );
}

/** A browser that somebody is signed in on, in words. */
export interface Login {
  readonly id: string;
  readonly personId: string;
  readonly device: string;
  readonly since: string;
  readonly here: boolean;
}

const signedInText = (n: number): string =>
  n === 0 ? '' : `, at the bench on ${n} ${n === 1 ? 'browser' : 'browsers'}`;

/** Where somebody is signed in; a tablet that was lost is signed out here. */
function Logins({ of, logins }: { of: string; logins: readonly Login[] }) {
  if (logins.length === 0) return null;
  return (
    <ul className="flex basis-full flex-col" aria-label={`Where ${of} is signed in`}>
      {logins.map((l) => (
        <li key={l.id} className="flex flex-wrap items-center gap-x-3">
          <span>
            {l.device}, since {l.since}
            {l.here ? ', this one' : ''}
          </span>
          <Ask label="Sign out there" work={() => endLogin(l.id)} onDone={() => {}} />
        </li>
      ))}
    </ul>
  );
}

/** Whether whoever reaches the sign-in page from the network reads everybody's name there. */
function NamesShown({ shown: kept }: { shown: boolean }) {
  const [shown, setShown] = useState(kept);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  return (
    <div className="flex flex-col gap-1">
      <label className="touch flex items-center gap-3">
        <input
          type="checkbox"
          checked={shown}
          disabled={busy}
          onChange={(e) => {
            const next = e.target.checked;
            setShown(next);
            start(async () => {
              const result = await ask(() => keepNamesShown(next));
              setFailure(result.ok ? null : result.message);
              if (!result.ok) setShown(kept);
            });
          }}
          className="size-5 [accent-color:var(--accent)]"
        />
        <span>
          Every name is shown on the sign-in page, for the whole network. If not, a browser shows those who signed in on
          it before, and everyone else types name and PIN.
        </span>
      </label>
      {failure ? (
        <p role="alert" className="font-[560] text-stop">
          {failure}
        </p>
      ) : null}
    </div>
  );
}

function Ask({ label, work, onDone }: { label: string; work: () => Promise<Result<null>>; onDone: () => void }) {
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  return (
    <>
      <Button
        look="quiet"
        disabled={busy}
        onClick={() =>
          start(async () => {
            const result = await ask(work);
            if (result.ok) onDone();
            else setFailure(result.message);
          })
        }
      >
        {label}
      </Button>
      {failure ? (
        <p role="alert" className="basis-full font-[560] text-stop">
          {failure}
        </p>
      ) : null}
    </>
  );
}

function PersonForm({
  start: from,
  verb,
  onSend,
  onDone,
  children,
}: {
  start: typeof FRESH;
  verb: string;
  onSend: (typed: typeof FRESH) => Promise<Result<null>>;
  onDone: () => void;
  children?: React.ReactNode;
}) {
  const [typed, setTyped] = useState(from);
  const [failure, setFailure] = useState<{ message: string; field?: string } | null>(null);
  const [busy, begin] = useTransition();
  const send = () =>
    begin(async () => {
      const result = await ask(() => onSend(typed));
      if (result.ok) return onDone();
      setFailure({ message: result.message, ...(result.field ? { field: result.field } : {}) });
    });
  const errorOf = (field: string) => (failure?.field === field ? failure.message : undefined);
  return (
    <form
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        send();
      }}
      className="flex basis-full flex-wrap items-start gap-3 border-l-2 border-accent py-2 pl-3"
    >
      <Field
        label="Name"
        value={typed.name}
        maxLength={120}
        error={errorOf('Name')}
        onChange={(e) => setTyped({ ...typed, name: e.target.value })}
        className="w-[220px]"
      />
      <Segments label="Role" value={typed.role} options={ROLES} onChange={(role) => setTyped({ ...typed, role })} />
      <PinField
        label={verb === 'Add' ? 'PIN' : 'New PIN'}
        autoComplete="new-password"
        hint={verb === 'Add' ? 'Six digits, or none on this machine.' : 'Empty: as it is.'}
        value={typed.pin}
        error={errorOf('PIN')}
        onChange={(e) => setTyped({ ...typed, pin: e.target.value })}
        className="w-[190px]"
      />
      <div className="mt-[22px] flex flex-wrap gap-2">
        <Button type="submit" look="main" disabled={busy}>
          {verb}
        </Button>
        {children}
      </div>
      {failure && !failure.field ? (
        <p role="alert" className="basis-full font-[560] text-stop">
          {failure.message}
        </p>
      ) : null}
    </form>
  );
}
