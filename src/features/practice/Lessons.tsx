'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { LESSONS } from '@/core/practice/lessons';
import { Button, LinkButton } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { LESSON_WORDS } from './words';

/** The lessons, and any car by its number, which can be told to somebody else. */
export function Lessons({ surprise }: { surprise: number }) {
  const [number, setNumber] = useState('');
  const [error, setError] = useState<string>();
  const router = useRouter();
  return (
    <div className="flex flex-col gap-6">
      <ol className="grid grid-cols-2 gap-4 max-md:grid-cols-1">
        {LESSONS.map((lesson) => (
          <li key={lesson} className="flex flex-col gap-2 border-2 border-line bg-sheet p-4">
            <h2 className="text-[19px] tracking-normal text-ink">{LESSON_WORDS[lesson].title}</h2>
            <p className="flex-1">{LESSON_WORDS[lesson].about}</p>
            <LinkButton className="self-start" href={`/practice/${lesson}-0`}>
              Begin: {LESSON_WORDS[lesson].title}
            </LinkButton>
          </li>
        ))}
      </ol>
      <form
        noValidate
        className="flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          if (!/^\d{1,6}$/.test(number.trim()))
            return setError(`“${number.trim()}” is no car’s number. Enter a whole number up to 999999.`);
          router.push(`/practice/any-${Number(number)}`);
        }}
      >
        <LinkButton look="main" href={`/practice/any-${surprise}`}>
          Surprise me
        </LinkButton>
        <Field
          label="Or the number of a car"
          figure
          inputMode="numeric"
          value={number}
          error={error}
          onChange={(e) => {
            setError(undefined);
            setNumber(e.target.value);
          }}
          className="w-[220px]"
        />
        <Button type="submit">Bring it in</Button>
      </form>
    </div>
  );
}
