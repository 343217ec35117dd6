import { useEffect, useRef } from 'react';
import { Button } from '@/ui/Button';
import { Field, SelectField } from '@/ui/Field';
import type { Ask, Question } from './asks';
import type { Asked } from './useQuestion';

const UNIT: Readonly<Record<Exclude<Ask['kind'], 'one-of'>, string>> = {
  length: 'mm',
  turns: '',
  angle: '°',
  torque: 'N·m',
  thread: '',
};

/** The figures of a question: those it needs first, the rest narrow the answer. The first field is stood in. */
export function QuestionForm({ question, q }: { question: Question; q: Asked }) {
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    form.current?.querySelector('input')?.focus({ preventScroll: true });
  }, []);
  const needed = question.asks.filter((a) => a.kind !== 'one-of' && a.needed);
  const more = question.asks.filter((a) => !needed.includes(a));
  return (
    <form
      ref={form}
      className="flex flex-col gap-3"
      aria-label={question.title}
      noValidate
      onSubmit={(e) => e.preventDefault()}
    >
      <h2 className="!text-[15px] !text-ink">{question.title}</h2>
      <div className="grid grid-cols-2 items-start gap-3">
        {needed.map((a) => (
          <One key={a.id} ask={a} q={q} />
        ))}
      </div>
      <p className="border-t border-line pt-3 text-[13px] text-soft">What narrows it, as far as you know it</p>
      <div className="grid grid-cols-2 items-start gap-3">
        {more.map((a) => (
          <One key={a.id} ask={a} q={q} />
        ))}
      </div>
      <Button look="quiet" onClick={q.clear} className="self-start">
        Empty the fields
      </Button>
    </form>
  );
}

function One({ ask, q }: { ask: Ask; q: Asked }) {
  if (ask.kind === 'one-of')
    return (
      <SelectField
        label={ask.label}
        options={[...ask.options]}
        value={q.values.word(ask.id)}
        onChange={(e) => q.set(ask.id, e.target.value)}
      />
    );
  return (
    <Field
      label={ask.label}
      figure
      unit={UNIT[ask.kind] || undefined}
      inputMode={ask.kind === 'thread' ? 'text' : 'decimal'}
      hint={ask.hint}
      value={q.typed[ask.id] ?? ''}
      error={q.errors[ask.id]}
      onChange={(e) => q.set(ask.id, e.target.value)}
    />
  );
}
