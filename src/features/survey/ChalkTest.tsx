import { useEffect, useState, useTransition } from 'react';
import { v7 as newId } from 'uuid';
import type { Plan } from '@/core/document/document';
import { CHALK_LOAD_LABEL } from '@/core/document/labels';
import { CHALK_PLACES, type ChalkLoad, type ChalkPlace, type Corner } from '@/core/document/vocabulary';
import { tryInput } from '@/core/errors';
import { hourText } from '@/core/stance/clock';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { parseLength } from '@/core/units/parse';
import { ChalkClock } from '@/drawing/ChalkClock';
import { ask } from '@/ui/ask';
import { Button } from '@/ui/Button';
import { Field, optionsOf } from '@/ui/Field';
import { isMine, post, taken, useOutbox } from '@/ui/outbox';
import { Segments } from '@/ui/Segments';
import { useUnkept } from '@/ui/useUnkept';
import { VerdictMark } from '@/ui/Verdict';
import { takeBackChalk } from './actions';
import { type HeldTyped, heldBy, TrialHeld, UNHELD } from './TrialHeld';

export interface ChalkKept {
  readonly id: string;
  readonly corner: Corner;
  readonly trial: number;
  readonly load: ChalkLoad;
  readonly across: ChalkPlace | null;
  readonly hours: readonly number[];
  /** What held the wheel, in words; empty where nobody said. */
  readonly held: string;
  readonly by: string;
  readonly at: string;
}

const LOADS = optionsOf(CHALK_LOAD_LABEL) as { value: ChalkLoad; label: string }[];
const RESULTS = [
  { value: 'clean' as const, label: 'Clean all round' },
  { value: 'off' as const, label: 'Chalk came off' },
];

const PLACES = CHALK_PLACES.map((p) => ({ value: p, label: p.charAt(0).toUpperCase() + p.slice(1) }));

interface Unkept {
  readonly trial: string;
  readonly load: ChalkLoad;
  readonly result: 'clean' | 'off' | null;
  readonly across?: ChalkPlace | null;
  readonly hours: readonly number[];
  readonly held?: HeldTyped;
}
/** What the page shows of a chalk test in the outbox: its corner, and all that was said. */
interface Shows {
  readonly chalk: string;
  readonly typed: Unkept;
}
const showsOf = ({ shows }: { readonly shows?: unknown }): Shows | null =>
  typeof (shows as Partial<Shows> | undefined)?.chalk === 'string' ? (shows as Shows) : null;

const TRIAL = { min: 0, max: 100 };
/** A trial spacer as it was typed, in the units of the page. */
const trialText = (typed: string, units: UnitSystem): string => {
  const read = tryInput(() => parseLength('Trial spacer', typed, TRIAL));
  return read.error === undefined ? formatLength(read.value.value, units) : typed;
};

const FRESH: Unkept = { trial: '', load: 'bounced', result: null, hours: [] };

/** Chalk test of a corner: trial spacer, how it was loaded, where chalk came off. It goes into the verdict. */
export function ChalkTest({
  jobId,
  corner,
  tests,
  plan,
  units,
}: {
  jobId: string;
  corner: Corner;
  plan: Plan;
  tests: readonly ChalkKept[];
  units: UnitSystem;
}) {
  const [{ trial, load, result, across, hours, held = UNHELD }, setTest] = useUnkept(`${jobId}/${corner}/chalk`, FRESH);
  const set = (change: Partial<Unkept>) => setTest((t) => ({ ...t, ...change }));
  const [error, setError] = useState<string>();
  const [failure, setFailure] = useState<string | null>(null);
  const [busy, start] = useTransition();

  const place = `${jobId}/${corner}/chalk`;
  const box = useOutbox();
  const onWay = [...box.kept, ...box.waiting].flatMap((p) => (showsOf(p)?.chalk === place ? [p] : []));
  const refused = box.refused.find((p) => showsOf(p)?.chalk === place && isMine(p));
  // What was refused stands where it was said again, with why.
  useEffect(() => {
    if (!refused) return;
    setTest(showsOf(refused)?.typed ?? FRESH);
    setFailure(refused.refused ?? '');
    taken(refused);
  }, [refused, setTest]);

  const back = (id: string) =>
    start(async () => {
      const taken = await ask(() => takeBackChalk(jobId, id));
      setFailure(taken.ok ? null : taken.message);
    });
  const marks = (next: readonly number[]) => set(next.length > 0 ? { hours: next, result: 'off' } : { hours: next });
  const keep = () => {
    setFailure(null);
    const read = tryInput(() => parseLength('Trial spacer', trial, TRIAL));
    setError(read.error);
    if (read.error !== undefined) return;
    if (result === null) return setFailure('Say whether it stayed clean or chalk came off.');
    if (result === 'off' && hours.length === 0)
      return setFailure('Put a mark on the arch where chalk came off, or say that it stayed clean.');
    if (result === 'off' && !across) return setFailure('Say where across the tyre the chalk came off.');
    const id = newId();
    const test = { corner, trial, load, across: across ?? null, hours: result === 'off' ? [...hours] : [] };
    const shows: Shows = { chalk: place, typed: { trial, load, result, across: across ?? null, hours, held } };
    const body = { is: 'chalk', id, jobId, ...test, heldBy: heldBy(plan, held) };
    post({ id, url: '/api/readings', body, shows, returns: true });
    // The next one is often of the same plate, loaded the same way.
    set({ result: null, across: null, hours: [] });
  };
  return (
    <section aria-label="Chalk test" id="chalk">
      <h2 className="border-b border-line pb-1">
        Chalk test, with a trial spacer and long bolts: the thinner one first
      </h2>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)] items-start gap-5 pt-3 max-lg:grid-cols-1">
        <div>
          <ChalkClock hours={hours} onHours={marks} />
          <div className="flex flex-wrap gap-2">
            <Button
              look="quiet"
              onClick={() => marks([...hours, [12, 1, 11, 2, 10, 3, 9].find((h) => !hours.includes(h)) ?? 12])}
            >
              Add a mark
            </Button>
            <Button look="quiet" disabled={hours.length === 0} onClick={() => set({ hours: hours.slice(0, -1) })}>
              Undo mark
            </Button>
          </div>
        </div>
        <div className="flex flex-col gap-3">
          <p className="text-[14px] text-soft">
            Chalk the lip, load the corner, bounce until the bump stop is felt. Chalk on the sidewall will cut the tyre.
            Clean counts only when bounced.
          </p>
          <Field
            label="Trial spacer"
            figure
            unit="mm"
            inputMode="decimal"
            value={trial}
            error={error}
            onChange={(e) => set({ trial: e.target.value })}
            className="w-[150px]"
          />
          <TrialHeld
            plan={plan}
            corner={corner}
            trial={trial}
            typed={held}
            units={units}
            onType={(next) => set({ held: next })}
          />
          <Segments label="How it was loaded" value={load} options={LOADS} onChange={(v) => set({ load: v })} />
          <Segments
            label="Result"
            value={result}
            options={RESULTS}
            onChange={(v) => set(v === 'clean' ? { result: v, hours: [] } : { result: v })}
          />
          {result === 'off' ? (
            <Segments
              label="Where across the tyre"
              value={across ?? null}
              options={PLACES}
              onChange={(v) => set({ across: v })}
            />
          ) : null}
          {failure ? (
            <p role="alert" className="text-[14px] font-[560] text-stop">
              {failure}
            </p>
          ) : null}
          <Button className="self-start" onClick={keep}>
            Save chalk test
          </Button>
        </div>
      </div>
      {tests.length + onWay.length > 0 ? (
        <ul className="mt-3 divide-y divide-line border-y border-line text-[14px]" aria-label="Chalk tests kept">
          {tests.map((t) => (
            <li key={t.id} className="flex flex-wrap items-center gap-x-3 py-1">
              <VerdictMark level={t.hours.length > 0 ? 'stop' : t.load === 'bounced' ? 'pass' : 'note'} size={13} />
              <span className="figure font-[620]">{formatLength(t.trial, units)}</span>
              <span>
                {t.held}
                {CHALK_LOAD_LABEL[t.load].toLowerCase()}
              </span>
              <span>
                {t.hours.length > 0
                  ? `chalk off at ${t.hours.map(hourText).join(', ')}${t.across ? `, ${t.across}` : ''}`
                  : 'clean'}
              </span>
              <span className="text-soft">
                {t.by}, {t.at}
              </span>
              <button
                type="button"
                disabled={busy}
                onClick={() => back(t.id)}
                className="touch ml-auto px-1 text-accent underline underline-offset-4"
                aria-label={`Undo: take back the ${formatLength(t.trial, units)} chalk test`}
              >
                Undo
              </button>
            </li>
          ))}
          {onWay.map((p) => (
            <li key={p.id} className="flex flex-wrap items-center gap-x-3 py-1">
              <span className="figure font-[620]">{trialText(showsOf(p)?.typed.trial ?? '', units)}</span>
              <span>{showsOf(p)?.typed.result === 'off' ? 'chalk off' : 'clean'}</span>
              <span className="text-soft">on its way</span>
            </li>
          ))}
        </ul>
      ) : null}
    </section>
  );
}
