import { useMemo } from 'react';
import type { Plan } from '@/core/document/document';
import { assess, evaluate } from '@/core/evaluate/evaluate';
import { plural } from '@/core/plural';
import type { PracticeCar } from '@/core/practice/lessons';
import { asRead, type PracticeReading, readingAt, readWrong } from '@/core/practice/readings';
import { outcomesOf, type WheelOutcome } from '@/core/practice/world';
import { ruleOf } from '@/core/rules/index';
import type { UnitSystem } from '@/core/units/format';
import { LinkButton } from '@/ui/Button';
import { FindingList } from '@/ui/FindingList';
import { VerdictMark } from '@/ui/Verdict';
import { faultText, readingName, wheelsText, wrongText } from './words';

/**
 * What the car itself says to a decision, where it could have been seen, and what the bench says to what was measured.
 */
export function Answer({
  car,
  plan,
  read,
  all,
  decided,
  units,
  next,
}: {
  car: PracticeCar;
  plan: Plan;
  read: ReadonlyMap<string, number>;
  all: readonly PracticeReading[];
  decided: 'fit' | 'leave';
  units: UnitSystem;
  next: string;
}) {
  const said = useMemo(() => answered(car, read, all, units), [car, read, all, units]);
  const wrong = useMemo(() => readWrong(car.whole, read), [car, read]);
  const judged = useMemo(() => evaluate(plan), [plan]);
  const holds = said.lines.length === 0;
  const right = holds === (decided === 'fit');
  const level = right ? 'pass' : decided === 'fit' ? 'stop' : 'caution';
  return (
    <section aria-label="What comes of it" className="flex flex-col gap-3 border-t-2 border-line pt-3">
      <h2 className="flex items-center gap-2 text-[20px] tracking-normal text-ink">
        <VerdictMark level={level} size={18} /> {headline(decided, holds)}
      </h2>
      {holds ? (
        <p>It seats, it clamps and it clears on every wheel that can go on.</p>
      ) : (
        <ul className="flex flex-col gap-1">
          {said.lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      {!holds && decided === 'fit' && said.stopped.length > 0 ? (
        <p>
          What you had measured was enough to see it: <span className="font-[600]">{said.stopped.join('; ')}</span>.
        </p>
      ) : null}
      {!holds && decided === 'fit' && said.shows.length > 0 ? (
        <p>
          One reading more would have stopped it: <span className="font-[600]">{said.shows.join('; ')}</span>.
        </p>
      ) : null}
      {wrong.length > 0 ? (
        <section aria-label="Read wrong">
          <h3>Read wrong</h3>
          <ul className="flex flex-col gap-1">
            {wrong.map((m) => (
              <li key={m.reading.id}>{wrongText(m, units)}</li>
            ))}
          </ul>
        </section>
      ) : null}
      {holds && decided === 'leave' ? <p>{leftAlone(judged.blocking.length, said.wholeGoes)}</p> : null}
      {said.idle > 0 ? (
        <p className="text-[14px] text-soft">
          {plural(said.idle, 'reading')} would not have been needed for this decision.
        </p>
      ) : null}
      <LinkButton look="main" className="self-start" href={`/practice/${next}`}>
        The next car
      </LinkButton>
      <h3 className="pt-2">What the bench says to what you measured</h3>
      <FindingList
        plan={plan}
        findings={judged.findings.filter((f) => f.level !== 'pass')}
        wording={{ units, pitch: judged.numbers.thread.pitch }}
      />
    </section>
  );
}

function headline(decided: 'fit' | 'leave', holds: boolean): string {
  if (decided === 'fit') return holds ? 'It holds.' : 'This wheel comes off, or the car comes back.';
  return holds ? 'It would have held.' : 'Rightly left: it would not have held.';
}

const leftAlone = (open: number, wholeGoes: boolean): string => {
  if (!wholeGoes) return 'It holds with less in reserve than the trade keeps to, so leaving it was the careful way.';
  return open > 0
    ? 'Some readings were open. With all of them taken the bench lets it go forward.'
    : 'The bench would have let it go forward with what you measured.';
};

/** What goes wrong in words, which single reading that was not taken shows it, and how many were taken for nothing. */
function answered(
  car: PracticeCar,
  read: ReadonlyMap<string, number>,
  all: readonly PracticeReading[],
  units: UnitSystem,
) {
  const taken = [...read.keys()];
  const outcomes = outcomesOf(car.world);
  const texts = new Map<string, ReadonlySet<WheelOutcome>>();
  for (const o of outcomes)
    for (const f of o.faults) {
      const text = faultText(f, units);
      texts.set(text, new Set([...(texts.get(text) ?? []), o]));
    }
  const lines = [...texts].map(
    ([text, of]) => `${wheelsText([...of], outcomes)}: ${text.charAt(0).toLowerCase()}${text.slice(1)}`,
  );
  // What was read stays as it was read; what was not would have been read right.
  const stops = (ids: readonly string[]) =>
    assess(
      asRead(
        car.whole,
        new Map(
          all.filter((r) => ids.includes(r.id)).map((r) => [r.id, read.get(r.id) ?? readingAt(car.whole, r).value]),
        ),
      ),
    ).blocking;
  const now = stops(taken);
  const stopped = now.filter((f) => f.level === 'stop').map((f) => ruleOf(f.rule).title);
  const shows =
    lines.length === 0 || stopped.length > 0
      ? []
      : all
          .filter((r) => !taken.includes(r.id) && stops([...taken, r.id]).some((f) => f.level === 'stop'))
          .map(readingName);
  // Taken for nothing: without it the bench says the same.
  const same = (ids: readonly string[]): boolean => {
    const then = stops(ids);
    return then.length === now.length && then.every((f, i) => f.rule === now[i]?.rule && f.level === now[i]?.level);
  };
  const idle = now.length === 0 ? taken.filter((id) => same(taken.filter((x) => x !== id))).length : 0;
  return { lines, stopped: [...new Set(stopped)], shows, idle, wholeGoes: assess(car.whole).blocking.length === 0 };
}
