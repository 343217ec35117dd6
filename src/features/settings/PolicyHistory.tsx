import { format } from 'date-fns';
import { SCHOOL_LABEL } from '@/core/document/labels';
import { DEFAULT_POLICY, type Policy, policyChanges } from '@/core/document/policy';
import type { PolicyEntry } from '@/usecases/shop/policy';

const schools = (p: Policy): string => p.governing.map((s) => SCHOOL_LABEL[s].toLowerCase()).join(', ');

/** Every set that the shop chose: who, when, why, and what it changed. */
export function PolicyHistory({ history }: { history: readonly PolicyEntry[] }) {
  if (history.length === 0)
    return (
      <p className="text-[14px] text-soft">
        The shop judges by what Vectis ships with, {DEFAULT_POLICY.version}. What you change is listed here, with who,
        when and why.
      </p>
    );
  return (
    <ol className="divide-y divide-line border-y border-line text-[14px]" reversed>
      {history.map((h, i) => {
        const before = history[i + 1]?.policy ?? DEFAULT_POLICY;
        const changes = policyChanges(before, h.policy);
        return (
          <li key={h.seq} className="py-2">
            <p>
              <span className="figure font-[620]">{h.policy.version}</span>, {format(h.at, 'd MMM yyyy HH:mm')}, {h.by}:
              “{h.why}”
            </p>
            <ul className="list-disc pl-5 text-soft">
              {schools(before) === schools(h.policy) ? null : (
                <li>
                  Governing: {schools(before)} → {schools(h.policy)}.
                </li>
              )}
              {changes.map((c) => (
                <li key={c.rule.id}>
                  {c.rule.statement.replace(/\.$/, '')}: <span className="figure">{c.from}</span> →{' '}
                  <span className="figure">
                    {c.to} {c.rule.unit}
                  </span>
                  .
                </li>
              ))}
            </ul>
          </li>
        );
      })}
    </ol>
  );
}
