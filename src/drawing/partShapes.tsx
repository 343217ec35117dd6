import { createContext, useContext } from 'react';
import type { CatalogueItem } from '@/core/parts/catalogue';
import { parseThread } from '@/core/thread/designation';
import { formatLength, type UnitSystem } from '@/core/units/format';

/** The sheet is always as large, mm, so that a slipped digit is seen at once. */
export const WIDTH = 190;
export const HEIGHT = 92;
const AXIS = 42;
const LETTER = 6.4;
/** What nobody measured is drawn at a usual size, dashed: head and hexagon. Across flats against the thread. */
const HEAD = 1.5;

/** In a list a part is its outline alone: no words, no dimensions. */
export const Outline = createContext(false);

/** The shape of a part on its sheet. */
export function drawn(item: CatalogueItem, units: UnitSystem) {
  switch (item.kind) {
    case 'spacer':
      return <Plate spacer={item.spacer} units={units} />;
    case 'other':
      return <Other other={item.other} units={units} />;
    case 'nut':
      return <NutBody nut={item.nut} units={units} />;
    default:
      return <Shaft item={item} units={units} />;
  }
}

const diameter = (thread: string): number => {
  try {
    return parseThread('Thread', thread).d;
  } catch {
    return 14;
  }
};

export function Words({ x, y, text, start }: { x: number; y: number; text: string; start?: boolean | undefined }) {
  if (useContext(Outline)) return null;
  return (
    <text
      x={x}
      y={y}
      fontSize={LETTER}
      textAnchor={start ? 'start' : 'middle'}
      className="figure"
      fill="var(--ink)"
      stroke="none"
    >
      {text}
    </text>
  );
}

/** A dimension under or over the part; words that are wider than it stand behind it. */
function Dim({ from, to, y, text }: { from: number; to: number; y: number; text: string }) {
  if (useContext(Outline)) return null;
  const narrow = to - from < text.length * LETTER * 0.62;
  return (
    <g strokeWidth="0.35">
      <path d={`M${from} ${y}H${to}M${from} ${y - 1.8}v3.6M${to} ${y - 1.8}v3.6`} />
      <Words x={narrow ? to + 3 : (from + to) / 2} y={narrow ? y + 2 : y - 1.4} text={text} start={narrow} />
    </g>
  );
}

type Shafted = Extract<CatalogueItem, { kind: 'bolt' | 'stud' | 'conversion' }>;

/** Bolt, pressed stud or two-ended stud along its axis; the seat, disc or collar stands at the same place. */
function Shaft({ item, units }: { item: Shafted; units: UnitSystem }) {
  const f = item.fastener;
  const r = diameter(item.thread) / 2;
  const outer = f.kind === 'conversion' ? diameter(f.outerThread) / 2 : r;
  const long = f.kind === 'stud' ? f.protrusion : f.kind === 'conversion' ? f.length - f.shortEnd : f.length;
  const at = f.kind === 'conversion' ? 14 + f.shortEnd : 34;
  const tip = at + long;
  const nose = f.nose ?? 0;
  const threaded = f.threadLength;
  const len = (x: number) => formatLength(x, units);
  return (
    <g>
      {f.kind === 'bolt' ? (
        <rect
          x={at - 18}
          y={AXIS - HEAD * r}
          width={18}
          height={2 * HEAD * r}
          fill="var(--brass)"
          strokeDasharray="2 1"
        />
      ) : null}
      {f.kind === 'stud' ? (
        <rect x={at - 8} y={AXIS - 26} width={8} height={52} fill="var(--steel)" strokeDasharray="2 1" />
      ) : null}
      {f.kind === 'conversion' ? (
        <>
          <rect x={at - f.shortEnd} y={AXIS - r} width={f.shortEnd} height={2 * r} fill="var(--brass)" />
          <Dim from={at - f.shortEnd} to={at} y={AXIS - 20} text={`short end ${len(f.shortEnd)}`} />
        </>
      ) : null}
      <rect x={at} y={AXIS - outer} width={Math.max(0.2, long - nose)} height={2 * outer} fill="var(--brass)" />
      {nose > 0 ? (
        <rect x={tip - nose} y={AXIS - outer * 0.75} width={nose} height={1.5 * outer} fill="var(--brass)" />
      ) : null}
      {threaded === null ? (
        <Words x={at + long / 2} y={AXIS + 1.5} text="thread not known" />
      ) : (
        <>
          <path
            d={threadPath(tip - nose - threaded, tip - nose, AXIS, outer)}
            stroke="var(--accent)"
            strokeWidth="0.6"
          />
          <Dim from={tip - nose - threaded} to={tip - nose} y={AXIS + 20} text={`thread ${len(threaded)}`} />
        </>
      )}
      <path d={`M6 ${AXIS}H${WIDTH - 6}`} strokeDasharray="6 1.5 1.5 1.5" strokeWidth="0.3" />
      <Dim
        from={f.kind === 'conversion' ? at - f.shortEnd : at}
        to={tip}
        y={AXIS + 30}
        text={len(f.kind === 'stud' ? f.protrusion : f.length)}
      />
      <Words x={at + long / 2} y={AXIS - outer - 3} text={item.thread} />
    </g>
  );
}

/** Crests of a thread above and below the axis. */
function threadPath(from: number, to: number, axis: number, r: number): string {
  const n = Math.max(1, Math.min(60, Math.round((to - from) / 1.5)));
  const step = (to - from) / n;
  const line = (side: 1 | -1) =>
    Array.from({ length: n }, (_, i) => {
      const x = from + i * step;
      return `L${x + step / 2} ${axis + side * (r - 1)}L${x + step} ${axis + side * r}`;
    }).join('');
  return `M${from} ${axis - r}${line(-1)}M${from} ${axis + r}${line(1)}`;
}

type Nut = Extract<CatalogueItem, { kind: 'nut' }>['nut'];

/** A nut along its axis: shank, thread, cap. Its outside is drawn at a usual size. */
function NutBody({ nut, units }: { nut: Nut; units: UnitSystem }) {
  const r = diameter(nut.thread) / 2;
  const len = (x: number) => formatLength(x, units);
  const threaded = nut.threadLength ?? 1.5 * 2 * r;
  const at = 60;
  const deep = Math.max(threaded, nut.blindDepth ?? 0);
  const shank = Math.max(nut.shankLength ?? 0, nut.shankReach ?? 0);
  const shankR = (nut.shankDiameter ?? 2 * r + 4) / 2;
  const closed = nut.style === 'closed';
  return (
    <g>
      <path
        d={`M${at} ${AXIS - 1.6 * r}h${deep + (closed ? 4 : 0)}v${3.2 * r}h${-(deep + (closed ? 4 : 0))}z`}
        fill="var(--brass)"
        strokeDasharray="2 1"
      />
      {shank > 0 ? (
        <rect x={at - shank} y={AXIS - shankR} width={shank} height={2 * shankR} fill="var(--brass)" />
      ) : null}
      <rect
        x={at - shank}
        y={AXIS - r}
        width={shank + (closed ? deep : deep + 0.3)}
        height={2 * r}
        fill="var(--sheet)"
      />
      {nut.threadLength === null ? (
        <Words x={at + deep / 2} y={AXIS + 1.5} text="thread not known" />
      ) : (
        <>
          <path d={threadPath(at, at + threaded, AXIS, r)} stroke="var(--accent)" strokeWidth="0.6" />
          <Dim from={at} to={at + threaded} y={AXIS + 22} text={`thread ${len(threaded)}`} />
        </>
      )}
      {nut.blindDepth === null ? null : (
        <Dim from={at} to={at + nut.blindDepth} y={AXIS + 32} text={`depth ${len(nut.blindDepth)}`} />
      )}
      {shank > 0 ? <Dim from={at - shank} to={at} y={AXIS - 24} text={`shank ${len(shank)}`} /> : null}
      <path d={`M6 ${AXIS}H${WIDTH - 6}`} strokeDasharray="6 1.5 1.5 1.5" strokeWidth="0.3" />
      <Words x={at + deep + 26} y={AXIS - 16} text={nut.thread} />
    </g>
  );
}

/** How thick a lip’s wall is drawn, mm: nobody measures it. */
const WALL = 4;

type OtherItem = Extract<CatalogueItem, { kind: 'other' }>['other'];

/** A ring or socket from the front; what has no shape that matters is named. */
function Other({ other: o, units }: { other: OtherItem; units: UnitSystem }) {
  const [x, y] = [WIDTH / 2, AXIS];
  const len = (v: number) => formatLength(v, units);
  if (o.what === 'ring') {
    const half = 0.5;
    return (
      <g>
        <circle cx={x} cy={y} r={(o.outside / 2) * half} fill="var(--accent-wash)" />
        <circle cx={x} cy={y} r={(o.inside / 2) * half} fill="var(--sheet)" />
        <Words x={x} y={y} text={`⌀ ${len(o.inside)}`} />
        <Words x={x} y={HEIGHT - 4} text={`⌀ ${len(o.outside)}`} />
      </g>
    );
  }
  if (o.what === 'socket') {
    const r = o.size / Math.sqrt(3);
    const hex = Array.from({ length: 6 }, (_, i) => {
      const turn = (Math.PI / 3) * i;
      return `${x + r * Math.cos(turn)},${y + r * Math.sin(turn)}`;
    }).join(' ');
    return (
      <g>
        <circle
          cx={x}
          cy={y}
          r={(o.outside ?? o.size * 1.4) / 2}
          fill="var(--steel)"
          strokeDasharray={o.outside === null ? '2 1' : undefined}
        />
        <polygon points={hex} fill="var(--sheet)" />
        <Words x={x} y={HEIGHT - 4} text={`${len(o.size)}${o.outside === null ? '' : `, ⌀ ${len(o.outside)}`}`} />
      </g>
    );
  }
  return <Words x={x} y={y} text={o.what === 'key' ? o.pattern : o.what} />;
}

type Spacer = Extract<CatalogueItem, { kind: 'spacer' }>['spacer'];

/** A plate from the front and cut along its axis, at half size. Its outside is drawn at a usual size. */
function Plate({ spacer: s, units }: { spacer: Spacer; units: UnitSystem }) {
  const len = (x: number) => formatLength(x, units);
  const half = 0.5;
  const circle = s.boltCircles?.[0] ?? 112;
  const outside = (Math.max(circle, ...(s.boltCircles ?? [])) / 2 + 16) * half;
  const [x, y] = [50, 46];
  const bore = s.bore === null ? null : (s.bore / 2) * half;
  const side = 120;
  const thick = s.thickness * half;
  const lip = (s.lipHeight ?? 6) * half;
  const holes = (s.boltCircles ?? []).flatMap((c) =>
    Array.from({ length: s.lugs ?? 0 }, (_, i) => {
      const turn = (2 * Math.PI * i) / (s.lugs ?? 1) - Math.PI / 2;
      return { x: x + (c / 2) * half * Math.cos(turn), y: y + (c / 2) * half * Math.sin(turn), key: `${c}/${i}` };
    }),
  );
  return (
    <g>
      <circle cx={x} cy={y} r={outside} fill="var(--accent-wash)" strokeDasharray="2 1" />
      {bore === null ? (
        <Words x={x} y={y + 1.5} text="bore not known" />
      ) : (
        <>
          <circle cx={x} cy={y} r={bore} fill="var(--sheet)" />
          <Words x={x} y={y + 1.5} text={`⌀ ${len(s.bore ?? 0)}`} />
        </>
      )}
      {holes.map((h) => (
        <circle key={h.key} cx={h.x} cy={h.y} r={3.6} fill="var(--sheet)" />
      ))}
      <rect
        x={side}
        y={y - outside}
        width={Math.max(0.3, thick)}
        height={outside - (bore ?? 0)}
        fill="var(--accent-wash)"
      />
      <rect
        x={side}
        y={y + (bore ?? 0)}
        width={Math.max(0.3, thick)}
        height={outside - (bore ?? 0)}
        fill="var(--accent-wash)"
      />
      {s.lipDiameter === null ? null : (
        <g strokeDasharray={s.lipHeight === null ? '2 1' : undefined}>
          {[y - (s.lipDiameter / 2) * half, y + (s.lipDiameter / 2 - WALL) * half].map((top) => (
            <rect key={top} x={side + thick} y={top} width={lip} height={WALL * half} fill="var(--accent-wash)" />
          ))}
          <Words x={side + thick + lip + 20} y={y} text={`lip ⌀ ${len(s.lipDiameter)}`} />
        </g>
      )}
      <Dim from={side} to={side + thick} y={7} text="" />
      <Words x={side + thick / 2} y={4.6} text={len(s.thickness)} />
      <Words
        // Beside the bar of the scale, which has the corner.
        x={x + 18}
        y={HEIGHT - 1.2}
        text={s.boltCircles === null ? 'drilling not known' : `${s.lugs ?? '?'} × ${s.boltCircles.join(' / ')}`}
      />
    </g>
  );
}
