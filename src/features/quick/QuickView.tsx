'use client';

import { useRouter, useSearchParams } from 'next/navigation';
import { Tabs } from 'radix-ui';
import type { Policy } from '@/core/document/policy';
import type { UnitSystem } from '@/core/units/format';
import { useCarried } from '@/ui/useCarried';
import { Answer } from './Answer';
import type { Question } from './asks';
import { QuestionForm } from './QuestionForm';
import { QUESTIONS } from './questions';
import { useQuestion } from './useQuestion';

/** Answers from two or three figures, before any car is taken in. Which one stands in the address. */
export function QuickView({ policy, units }: { policy: Policy; units: UnitSystem }) {
  const asked = useSearchParams().get('ask');
  const question = QUESTIONS.find((q) => q.id === asked) ?? (QUESTIONS[0] as Question);
  const go = (id: string) => window.history.replaceState(null, '', `?ask=${id}`);
  return (
    <Tabs.Root value={question.id} onValueChange={go} activationMode="manual">
      <Tabs.List aria-label="What is asked" className="flex flex-wrap gap-x-1 border-b border-line">
        {QUESTIONS.map((q) => (
          <Tabs.Trigger
            key={q.id}
            value={q.id}
            className="touch border-b-2 border-transparent px-3 text-[15px] data-[state=active]:border-accent data-[state=active]:font-[620]"
          >
            {q.tab}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value={question.id} className="pt-4 outline-none" tabIndex={-1}>
        <One key={question.id} question={question} policy={policy} units={units} />
      </Tabs.Content>
    </Tabs.Root>
  );
}

function One({ question, policy, units }: { question: Question; policy: Policy; units: UnitSystem }) {
  const router = useRouter();
  const q = useQuestion(question);
  const [, setCarried] = useCarried();
  const answer = q.missing.length === 0 && !q.wrong ? question.answer(q.values, policy, units) : null;
  const makeJob = () => {
    setCarried({ from: question.tab, ...question.carry(q.values, q.typed) });
    router.push('/vehicles/new');
  };
  return (
    <div className="grid gap-x-8 gap-y-5 lg:grid-cols-[380px_minmax(0,1fr)]">
      <QuestionForm question={question} q={q} />
      <Answer answer={answer} missing={q.missing} units={units} onJob={makeJob} />
    </div>
  );
}
