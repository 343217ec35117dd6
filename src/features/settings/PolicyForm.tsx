'use client';

import { useState, useTransition } from 'react';
import { SCHOOL_LABEL } from '@/core/document/labels';
import { POLICY_RULES, type Policy, type PolicyRule, SCHOOLS, type School } from '@/core/document/policy';
import { parseNumber } from '@/core/units/number';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { useUnkept } from '@/ui/useUnkept';
import { keepPolicy } from './actions';
import { GROUPS, policyRule } from './groups';

interface Unkept {
  readonly governing: readonly School[] | null;
  readonly typed: Readonly<Record<string, string>>;
  readonly why: string;
}
const FRESH: Unkept = { governing: null, typed: {}, why: '' };

const SCHOOL_SAYS: Readonly<Record<School, string>> = {
  'one-diameter': 'As much thread as the bolt is thick; one and a half in aluminium.',
  strength: 'The bolt breaks before either thread strips, one pitch more. Where class and strength are known.',
  'turns-hand': 'Full turns that go on by hand.',
  'turns-hub': 'Full turns inside the hub.',
  'turns-policy': 'Full turns counted from first catch to seated.',
  visible: 'Thread that shows through the wheel before the nut goes on.',
};

/** A threshold as typed: inside its range, or why not. */
function problemOf(r: PolicyRule, text: string): string | undefined {
  const n = parseNumber(text.trim());
  if (n === null) return `“${text.trim()}” is not a figure. Enter ${r.min} to ${r.max} ${r.unit}.`;
  if (n < r.min || n > r.max) return `No shop may choose that. Enter ${r.min} to ${r.max} ${r.unit}.`;
  return undefined;
}

/** Schools and thresholds of the shop. What is changed stands out until it is kept, with who, when and why. */
export function PolicyForm({ current, after }: { current: Policy; after: number }) {
  const [{ governing: chosen, typed, why }, setAll] = useUnkept<Unkept>('settings/policy', FRESH);
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();
  const set = (change: Partial<Unkept>) => setAll((u) => ({ ...u, ...change }));
  const governing = chosen ?? current.governing;
  const shown = (r: PolicyRule): string => typed[r.id] ?? String(current[r.id]);
  const problems = POLICY_RULES.filter((r) => typed[r.id] !== undefined && problemOf(r, shown(r)));
  const changed = POLICY_RULES.filter((r) => typed[r.id] !== undefined && typed[r.id] !== String(current[r.id]));
  const schoolsChanged = [...governing].sort().join() !== [...current.governing].sort().join();
  const toggle = (school: School) =>
    set({ governing: governing.includes(school) ? governing.filter((s) => s !== school) : [...governing, school] });
  const strict = () =>
    set({
      typed: {
        ...typed,
        floorSteel: shown(policyRule('diameterFactorSteel')),
        floorAluminium: shown(policyRule('diameterFactorAluminium')),
        floorAluminiumKnown: shown(policyRule('diameterFactorAluminiumKnown')),
      },
    });
  const keep = () =>
    start(async () => {
      setFailure(null);
      const only = Object.fromEntries(changed.map((r) => [r.id, typed[r.id] as string]));
      const result = await ask(() => keepPolicy({ after, governing: [...governing], typed: only, why }));
      if (result.ok) setAll(FRESH);
      else setFailure(result.message);
    });
  return (
    <form
      className="flex flex-col gap-6"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <fieldset className="flex flex-col gap-1">
        <legend className="mb-1 text-[15px] font-[640]">Rules of thumb for thread engagement</legend>
        <p className="max-w-[720px] text-[14px] text-soft">
          The most demanding of the ones you tick sets the target; the others are shown beside it as a cross-check. The
          floor under it, three turns, and what strips while it is tightened cannot be switched off.
        </p>
        <ul className="mt-1 grid gap-x-6 md:grid-cols-2">
          {SCHOOLS.map((s) => (
            <li key={s} className="border-b border-line">
              <label className="touch flex items-start gap-3 py-2">
                <input
                  type="checkbox"
                  checked={governing.includes(s)}
                  onChange={() => toggle(s)}
                  className="mt-1 size-5 shrink-0 accent-(--accent)"
                />
                <span>
                  <span className="font-[600]">{SCHOOL_LABEL[s]}</span>
                  <span className="block text-[13px] text-soft">{SCHOOL_SAYS[s]}</span>
                </span>
              </label>
            </li>
          ))}
        </ul>
      </fieldset>
      {GROUPS.map((g) => (
        <fieldset key={g.title}>
          <legend className="mb-1 flex w-full items-baseline justify-between text-[15px] font-[640]">
            {g.title}
            {g.title === 'Thread engagement' ? (
              <button
                type="button"
                onClick={strict}
                className="touch text-[14px] font-[560] text-accent underline underline-offset-4"
              >
                Strict: short of the target stops
              </button>
            ) : null}
          </legend>
          <ul className="border-t border-line">
            {g.ids.map((id) => (
              <Threshold
                key={id}
                rule={policyRule(id)}
                value={shown(policyRule(id))}
                current={current[id]}
                onType={(text) => set({ typed: { ...typed, [id]: text } })}
              />
            ))}
          </ul>
        </fieldset>
      ))}
      <div className="sticky bottom-0 flex flex-wrap items-end gap-3 border-t-2 border-ink bg-paper py-3">
        <Field
          label="Why"
          hint="A sentence. It is shown beside every plan that is evaluated with this."
          value={why}
          maxLength={300}
          onChange={(e) => set({ why: e.target.value })}
          className="min-w-[260px] flex-1"
        />
        <p className="w-[180px] pb-3 text-[13px] text-soft" aria-live="polite">
          {changed.length + (schoolsChanged ? 1 : 0) === 0
            ? 'Nothing changed yet.'
            : `${changed.length + (schoolsChanged ? 1 : 0)} changed. Plans that are frozen keep theirs.`}
        </p>
        <Button
          type="submit"
          look="main"
          disabled={busy || problems.length > 0 || (changed.length === 0 && !schoolsChanged)}
        >
          Save settings
        </Button>
        <Button
          look="quiet"
          onClick={() => setAll(FRESH)}
          disabled={changed.length === 0 && !schoolsChanged && why === ''}
        >
          Leave as they are
        </Button>
        {failure ? (
          <p role="alert" className="basis-full text-[14px] font-[560] text-stop">
            {failure}
          </p>
        ) : null}
      </div>
    </form>
  );
}

function Threshold({
  rule,
  value,
  current,
  onType,
}: {
  rule: PolicyRule;
  value: string;
  current: number;
  onType: (text: string) => void;
}) {
  const problem = problemOf(rule, value);
  const n = parseNumber(value.trim());
  const laxer = n !== null && (rule.safer === 'higher' ? n < rule.default : n > rule.default);
  const other = value.trim() !== String(current);
  return (
    <li
      data-policy={rule.id}
      className={`grid grid-cols-[minmax(0,1fr)_150px] items-start gap-x-4 border-b border-line py-1.5 ${other ? 'border-l-2 border-l-accent pl-2' : ''}`}
    >
      <p className="pt-2 text-[14px]">
        {rule.statement}
        <span className="block text-[13px] text-soft">
          {rule.min} to {rule.max} {rule.unit}; {rule.default} as shipped, {rule.safer} is the safer way.
          {laxer && !problem ? <span className="font-[600] text-caution"> Less strict than shipped.</span> : null}
        </span>
      </p>
      <Field
        label={rule.statement}
        hideLabel
        figure
        unit={rule.unit}
        inputMode="decimal"
        value={value}
        error={problem}
        onChange={(e) => onType(e.target.value)}
      />
    </li>
  );
}
