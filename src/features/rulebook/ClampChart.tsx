'use client';

import { useState } from 'react';
import { Area, AreaChart, CartesianGrid, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { CONDITION_LABEL, SEAT_LABEL } from '@/core/document/labels';
import { SEATS, type Seat } from '@/core/document/vocabulary';
import { tryInput } from '@/core/errors';
import { THREAD_CONDITIONS, type ThreadCondition } from '@/core/joint/friction';
import { clampAnswer } from '@/core/quick/clamp';
import { BOLT_CLASSES, type BoltClass, boltStrength } from '@/core/thread/classes';
import { parseThread } from '@/core/thread/designation';
import { stressArea } from '@/core/thread/profile';
import { lbfFtToNm, nToLbf } from '@/core/units/factors';
import { formatForce, type UnitSystem } from '@/core/units/format';
import { parseLength } from '@/core/units/parse';
import { Field, SelectField } from '@/ui/Field';

/** Clamp band against torque for a thread, seat and state of its threads. It explains a figure and never makes one. */
export default function ClampChart({ units }: { units: UnitSystem }) {
  const [thread, setThread] = useState('M14x1.5');
  const [contact, setContact] = useState('22');
  const [seat, setSeat] = useState<Seat>('cone60');
  const [condition, setCondition] = useState<ThreadCondition>('dry');
  const [boltClass, setClass] = useState<BoltClass>('10.9');
  const t = tryInput(() => parseThread('Thread', thread));
  const dm = tryInput(() =>
    contact.trim() === '' ? null : parseLength('Contact', contact, { min: 5, max: 60 }).value,
  );
  const imperial = units === 'imperial';
  const force = (n: number): number => (imperial ? Math.round(nToLbf(n)) : Math.round(n / 100) / 10);
  const ok = t.value !== undefined && dm.value !== undefined;
  const points = ok
    ? Array.from({ length: 25 }, (_, i) => {
        const at = (i + 1) * (imperial ? 8 : 10);
        const { low, high } = clampAnswer(
          {
            thread,
            torque: imperial ? lbfFtToNm(at) : at,
            seat,
            contact: dm.value as number | null,
            condition,
            class: boltClass,
            tool: 'click',
          },
          units,
        );
        return { at, band: [force(low), force(high)] as [number, number] };
      })
    : [];
  const strength = t.value ? boltStrength(boltClass, t.value.d) : null;
  const proof = strength && t.value ? strength.proof * stressArea(t.value) : null;
  const unit = imperial ? 'lbf·ft' : 'N·m';
  const middle = points[11];
  const text = middle
    ? `${middle.at} ${unit} clamps ${middle.band[0]} to ${middle.band[1]} ${imperial ? 'lbf' : 'kN'}.`
    : 'Type a thread to see its band.';
  return (
    <section aria-labelledby="chart">
      <h2 id="chart" className="!text-[17px] !text-ink">
        Torque to clamp
      </h2>
      <div className="mt-2 flex flex-wrap items-start gap-3">
        <Field
          label="Thread"
          figure
          value={thread}
          error={t.error}
          onChange={(e) => setThread(e.target.value)}
          className="w-[130px]"
        />
        <SelectField
          label="Seat"
          options={SEATS.map((s) => ({ value: s, label: SEAT_LABEL[s] }))}
          value={seat}
          onChange={(e) => setSeat(e.target.value as Seat)}
        />
        <Field
          label="Bears on, across"
          figure
          unit="mm"
          value={contact}
          error={dm.error}
          onChange={(e) => setContact(e.target.value)}
          className="w-[130px]"
        />
        <SelectField
          label="Threads"
          options={THREAD_CONDITIONS.map((c) => ({ value: c, label: CONDITION_LABEL[c] }))}
          value={condition}
          onChange={(e) => setCondition(e.target.value as ThreadCondition)}
        />
        <SelectField
          label="Class"
          options={BOLT_CLASSES.map((c) => ({ value: c, label: c === 'unknown' ? 'Not known' : c }))}
          value={boltClass}
          onChange={(e) => setClass(e.target.value as BoltClass)}
        />
      </div>
      <p className="mt-2 text-[14px]">
        {text}{' '}
        <span className="text-soft">
          Band: friction and a click wrench’s ±4 %.{' '}
          {proof === null
            ? 'No proof load: the class is not known.'
            : `Line: proof load, ${formatForce(proof, units, 'down')}.`}
        </span>
      </p>
      <div className="h-[300px] max-w-[860px]" role="img" aria-label={`Clamp against torque. ${text}`}>
        <ResponsiveContainer width="100%" height="100%">
          <AreaChart data={points} margin={{ top: 10, right: 16, bottom: 20, left: 6 }} accessibilityLayer={false}>
            <CartesianGrid stroke="var(--line)" vertical={false} />
            <XAxis
              dataKey="at"
              type="number"
              domain={[0, imperial ? 200 : 250]}
              stroke="var(--ink-soft)"
              fontSize={12}
              label={{
                value: `torque, ${unit}`,
                position: 'insideBottom',
                offset: -10,
                fill: 'var(--ink-soft)',
                fontSize: 12,
              }}
            />
            <YAxis
              stroke="var(--ink-soft)"
              fontSize={12}
              width={56}
              label={{
                value: imperial ? 'clamp, lbf' : 'clamp, kN',
                angle: -90,
                position: 'insideLeft',
                fill: 'var(--ink-soft)',
                fontSize: 12,
              }}
            />
            <Tooltip
              isAnimationActive={false}
              formatter={(v) => (Array.isArray(v) ? `${v[0]} to ${v[1]} ${imperial ? 'lbf' : 'kN'}` : String(v))}
              labelFormatter={(at) => `${at} ${unit}`}
              contentStyle={{ background: 'var(--sheet)', border: '1px solid var(--line-strong)', color: 'var(--ink)' }}
            />
            <Area
              dataKey="band"
              name="clamp"
              stroke="var(--accent)"
              fill="var(--accent)"
              fillOpacity={0.25}
              isAnimationActive={false}
            />
            {proof === null ? null : (
              <ReferenceLine y={force(proof)} stroke="var(--stop)" strokeDasharray="5 3" ifOverflow="extendDomain" />
            )}
          </AreaChart>
        </ResponsiveContainer>
      </div>
    </section>
  );
}
