import { footOf, type Quote, timeText } from '@/core/procedure/quote';
import { LinkButton } from '@/ui/Button';

/** A quote as the owner gets it: what is chosen, parts, time, what is open, what is to be agreed. */
export function QuoteSheet({ quote: q, jobId }: { quote: Quote; jobId: string }) {
  return (
    <main aria-labelledby="quote" className="flex max-w-[860px] flex-col gap-5 p-6 max-md:p-4">
      <header className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h1 id="quote">Quote</h1>
          <p className="mt-1 text-soft">
            {q.car}, <span className="figure">{q.plate}</span>
            {q.owner === '' ? null : ` · for ${q.owner}`} · {q.day}
          </p>
        </div>
        <div className="no-print flex gap-3">
          <LinkButton look="main" href={`/api/job/${jobId}/quote`} target="_blank" rel="noreferrer">
            Open PDF
          </LinkButton>
          <LinkButton href={`/api/job/${jobId}/quote?as=text`} target="_blank" rel="noreferrer">
            Open as text
          </LinkButton>
        </div>
      </header>
      <p className="border-y border-line py-3 text-[17px]">
        Time: <strong>{timeText(q.minutes)}</strong>
        {q.wait === null ? null : <span className="text-soft">, and {q.wait}</span>}
      </p>
      {q.axles.map((a) => (
        <section key={a.axle} aria-label={a.axle} className="flex flex-col gap-3">
          <h2 className="text-[17px] text-ink">
            {a.axle}: {a.work}
          </h2>
          {a.chosen === null ? null : <p className="text-[17px]">{a.chosen}</p>}
          <Lines title="Parts" lines={a.parts} />
          <Lines title="Still to be settled" lines={a.open} mark />
          <Lines title="To agree" lines={a.agree} />
        </section>
      ))}
      <div className="flex flex-col gap-1 border-t border-line pt-3 text-[13px] text-soft">
        {footOf(q).map((line) => (
          <p key={line}>{line}</p>
        ))}
      </div>
    </main>
  );
}

function Lines({ title, lines, mark = false }: { title: string; lines: readonly string[]; mark?: boolean }) {
  if (lines.length === 0) return null;
  return (
    <div className={mark ? 'border-l-4 border-caution pl-3' : ''}>
      <h3 className="text-[15px] text-soft">{title}</h3>
      <ul className="list-disc pl-5">
        {lines.map((l) => (
          <li key={l}>{l}</li>
        ))}
      </ul>
    </div>
  );
}
