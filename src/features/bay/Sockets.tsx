import type { SocketLine } from '@/core/procedure/sockets';
import { VerdictMark } from '@/ui/Verdict';

const LEVEL = { yes: 'pass', no: 'caution', unknown: 'unmeasured' } as const;
const TITLE = {
  old: 'Off the car',
  caps: 'Swollen caps',
  new: 'Onto the car',
  'hub-end': 'Hub end',
  adapter: 'Adapter',
  key: 'Key',
} as const;

/** Sockets and keys of the visit, told apart, each of the shop’s own held against the lug holes. */
export function Sockets({ axle, lines }: { axle: string; lines: readonly SocketLine[] }) {
  if (lines.length === 0) return null;
  return (
    <section aria-label={`Sockets and keys, ${axle}`} className="flex flex-col gap-1">
      <h2>Sockets and keys</h2>
      <dl className="divide-y divide-line border-y border-line text-[14px]">
        {lines.map((l) => (
          <div key={`${l.use}/${l.text}`} className="grid grid-cols-[110px_minmax(0,1fr)] gap-3 px-1 py-2">
            <dt className="text-soft">{TITLE[l.use]}</dt>
            <dd>
              {l.text}
              {l.shop.map((s) => (
                <span key={s.name} className="flex items-start gap-1.5 text-[13.5px]" data-enters={s.enters}>
                  <span className="pt-0.5">
                    <VerdictMark level={LEVEL[s.enters]} size={13} />
                  </span>
                  <span>
                    <span className="font-[600]">{s.name}</span>: {s.text}
                  </span>
                </span>
              ))}
              {l.shop.length === 0 && l.size !== null ? (
                <span className="block text-[13.5px] text-soft">No socket of this size lies on the shelf.</span>
              ) : null}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
