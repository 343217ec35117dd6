import { useState } from 'react';
import type { BayDetail, BayState } from '@/core/procedure/bay';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';

/**
 * Where what came off is kept, bagged and labelled: the day the studs come out again somebody looks for it. Never asked
 * for a tick.
 */
export function OldKept({ kept, onSay }: { kept: BayState['oldKept']; onSay: (detail: BayDetail) => void }) {
  const [place, setPlace] = useState('');
  return (
    <form
      className="flex max-w-[560px] flex-col gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (place.trim() === '') return;
        onSay({ kind: 'old-kept', place: place.trim() });
        setPlace('');
      }}
    >
      {kept ? (
        <p className="text-[16px]">
          Kept: <span className="font-[600]">{kept.place}</span>, {kept.by}.
        </p>
      ) : null}
      <div className="flex items-end gap-3">
        <Field
          label="Where the old ones are kept"
          placeholder="boot, under the floor"
          value={place}
          maxLength={400}
          onChange={(e) => setPlace(e.target.value)}
          className="flex-1"
        />
        <Button type="submit" disabled={place.trim() === ''}>
          Save the place
        </Button>
      </div>
    </form>
  );
}
