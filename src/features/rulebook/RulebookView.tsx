'use client';

import { useEffect, useState } from 'react';
import type { Policy } from '@/core/document/policy';
import { POLICY_RULES } from '@/core/document/policy';
import { quantity } from '@/core/document/quantities';
import type { AnyRule } from '@/core/rules/index';
import { citation } from '@/core/rules/kit/sources';
import { FormulaSketch, symbolsOf } from '@/drawing/FormulaSketch';
import { Field } from '@/ui/Field';
import { NavLink } from '@/ui/NavLink';
import { type Area, areas } from './areas';

const BOOK = areas();
const hay = (r: AnyRule): string =>
  `${r.id} ${r.title} ${r.statement} ${r.formula} ${citation(r.sources)} ${r.schools} ${r.policy.join(' ')}`.toLowerCase();

/**
 * Every rule with formula, drawing, source, schools and this shop's figures. A finding's “where from” leads to its
 * line.
 */
export function RulebookView({ policy }: { policy: Policy }) {
  const [filter, setFilter] = useState('');
  const [here, setHere] = useState<string | null>(null);
  useEffect(() => {
    const read = () => setHere(decodeURIComponent(window.location.hash.slice(1)) || null);
    read();
    window.addEventListener('hashchange', read);
    return () => window.removeEventListener('hashchange', read);
  }, []);
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = BOOK.map((a) => ({
    ...a,
    rules: a.rules.filter(({ rule }) => words.every((w) => hay(rule).includes(w))),
  })).filter((a) => a.rules.length > 0);
  const count = shown.reduce((n, a) => n + a.rules.length, 0);
  return (
    <div className="flex flex-col gap-6">
      <div className="flex flex-wrap items-end gap-4">
        <Field
          label="Find a rule"
          type="search"
          placeholder="pocket, ISO 898, spigot …"
          value={filter}
          onChange={(e) => setFilter(e.target.value)}
          className="w-[300px]"
        />
        <p className="pb-3 text-[13px] text-soft" aria-live="polite">
          {count} of {BOOK.reduce((n, a) => n + a.rules.length, 0)} rules
        </p>
      </div>
      {count === 0 ? (
        <p className="border border-dashed border-strong p-6 text-center">
          No rule speaks of “{filter}”. Try one word of it: a part, a letter of a formula, or a standard.
        </p>
      ) : null}
      {shown.map((a) => (
        <AreaOfRules key={a.title} area={a} policy={policy} here={here} />
      ))}
    </div>
  );
}

function AreaOfRules({ area, policy, here }: { area: Area; policy: Policy; here: string | null }) {
  const [pointed, setPointed] = useState<string | null>(null);
  const active =
    area.rules.find(({ rule }) => rule.id === pointed) ??
    area.rules.find(({ rule }) => rule.id === here) ??
    area.rules[0];
  return (
    <section className="grid gap-x-8 lg:grid-cols-[minmax(0,1fr)_360px]" aria-labelledby={`area-${area.title}`}>
      <h2 id={`area-${area.title}`} className="col-span-full !text-[17px] !text-ink">
        {area.title}
      </h2>
      <div className="divide-y divide-line border-y border-line">
        {area.rules.map(({ rule }) => (
          <OneRule
            key={rule.id}
            rule={rule}
            policy={policy}
            here={here === rule.id}
            onPoint={() => setPointed(rule.id)}
          />
        ))}
      </div>
      {active ? (
        <figure className="sticky top-3 self-start max-lg:row-start-2">
          <FormulaSketch name={active.sketch} lit={symbolsOf(active.rule.formula)} />
          <figcaption className="text-[13px] text-soft">
            {active.rule.title}
            {active.rule.formula === '–' ? '' : ': '}
            <span className="figure">{active.rule.formula === '–' ? '' : active.rule.formula}</span>
          </figcaption>
        </figure>
      ) : null}
    </section>
  );
}

function OneRule({
  rule,
  policy,
  here,
  onPoint,
}: {
  rule: AnyRule;
  policy: Policy;
  here: boolean;
  onPoint: () => void;
}) {
  return (
    <article
      id={rule.id}
      data-rule={rule.id}
      onMouseEnter={onPoint}
      onFocusCapture={onPoint}
      className={`scroll-mt-4 py-3 text-[14px] ${here ? 'border-l-4 border-l-accent bg-accent-wash pl-3' : ''}`}
    >
      <h3 className="text-[15px] font-[620]">
        <NavLink href={`#${rule.id}`} className="hover:underline">
          {rule.title}
        </NavLink>{' '}
        <span className="figure ml-1 text-[12.5px] font-normal text-soft">{rule.id}</span>
      </h3>
      <p className="mt-0.5 max-w-[76ch]">{rule.statement}</p>
      {rule.formula === '–' ? null : <p className="figure mt-1 text-[13.5px] break-words">{rule.formula}</p>}
      {rule.schools ? (
        <p className="mt-1 max-w-[76ch] text-soft">Where the trade does it differently: {rule.schools}</p>
      ) : null}
      <ThisShop rule={rule} policy={policy} />
      {rule.needs.length > 0 ? (
        <p className="mt-1 text-[13px] text-soft">
          Looks at: {rule.needs.map((n) => quantity(n).label.toLowerCase()).join(', ')}.
        </p>
      ) : null}
      <p className="mt-0.5 text-[13px] text-soft">Source: {citation(rule.sources)}</p>
    </article>
  );
}

/** The figures that this shop judges the rule by. */
function ThisShop({ rule, policy }: { rule: AnyRule; policy: Policy }) {
  if (rule.policy.length === 0) return null;
  return (
    <ul className="mt-1 flex flex-wrap gap-x-5 text-[13px]" aria-label="This shop">
      {rule.policy.map((id) => {
        const value = POLICY_RULES.find((p) => p.id === id);
        if (!value) return null;
        return (
          <li key={id}>
            {value.statement.replace(/[.:]$/, '')}:{' '}
            <span className="figure font-[620]">
              {policy[id]} {value.unit}
            </span>
            {policy[id] === value.default ? '' : <span className="text-soft"> (shipped {value.default})</span>}
          </li>
        );
      })}
    </ul>
  );
}
