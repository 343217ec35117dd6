import { useState } from 'react';
import { v7 as newId } from 'uuid';
import type { BayDetail } from '@/core/procedure/bay';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { post, useOutbox } from '@/ui/outbox';
import { Segments } from '@/ui/Segments';

export type OrderSaid = Extract<BayDetail, { kind: 'order' }>;

/** “1 4 2 5 3” as positions from 0; null where it is not every lug once. */
function positions(typed: string, lugs: number): number[] | null {
  const order = typed
    .trim()
    .split(/[\s,;–-]+/)
    .map((n) => Number(n) - 1);
  const every = order.length === lugs && new Set(order).size === lugs;
  return every && order.every((n) => Number.isInteger(n) && n >= 0 && n < lugs) ? order : null;
}

const inWords = (said: OrderSaid | null, locking: boolean): string => {
  if (said?.order) return `${said.order.map((n) => n + 1).join(' ')}, ${said.source}`;
  if (!locking) return 'star order';
  return said?.locking === 'first' ? 'star order, the locking piece first' : 'star order, the locking piece last';
};

/**
 * In which order the wheel is torqued: the star, its locking piece last or first, or the handbook’s own with its
 * source.
 */
export function OrderChoice({
  jobId,
  lugs,
  locking,
  said,
  begun,
}: {
  jobId: string;
  lugs: number;
  /** One piece of the wheel is keyed. */
  locking: boolean;
  said: OrderSaid | null;
  /** A lug was entered already: the order stays. */
  begun: boolean;
}) {
  const [typed, setTyped] = useState('');
  const [source, setSource] = useState('');
  const [error, setError] = useState<{ order?: string; source?: string }>({});
  const { trouble } = useOutbox();
  const send = (detail: OrderSaid) =>
    post({ id: newId(), url: '/api/bay', body: { is: 'note', jobId, id: newId(), corner: null, detail } });
  const own = () => {
    const order = positions(typed, lugs);
    const wrong = {
      ...(order === null ? { order: `Name each of the ${lugs} lugs once, from 1 to ${lugs}.` } : {}),
      ...(source.trim() === '' ? { source: 'Say where it stands, such as “handbook p. 212”.' } : {}),
    };
    setError(wrong);
    if (order !== null && source.trim() !== '') send({ kind: 'order', order, locking: 'last', source: source.trim() });
  };
  return (
    <details className="text-[14px]">
      <summary className="touch flex cursor-pointer items-center text-accent underline underline-offset-4">
        Order: {inWords(said, locking)}
      </summary>
      {begun ? (
        <p className="text-soft">Lugs were entered in this order, so it stays.</p>
      ) : (
        <div className="flex flex-col gap-3 pt-1">
          {locking || said?.order ? (
            <Segments
              label="Star order, the locking piece"
              value={said?.order ? null : (said?.locking ?? 'last')}
              options={[
                { value: 'last', label: 'Last' },
                { value: 'first', label: 'First' },
              ]}
              onChange={(at) => send({ kind: 'order', order: null, locking: at, source: '' })}
            />
          ) : null}
          <Field
            label="The handbook’s own order"
            hint="Lugs clockwise from the top one, such as 1 4 2 5 3."
            error={error.order}
            value={typed}
            maxLength={40}
            inputMode="numeric"
            onChange={(e) => setTyped(e.target.value)}
          />
          <Field
            label="Where it is from"
            error={error.source}
            value={source}
            maxLength={200}
            onChange={(e) => setSource(e.target.value)}
          />
          <Button className="self-start" onClick={own}>
            Take this order
          </Button>
          {trouble ? (
            <p role="alert" className="font-[560] text-stop">
              {trouble}
            </p>
          ) : null}
        </div>
      )}
    </details>
  );
}
