import { formatLength, formatTorque, type UnitSystem } from '@/core/units/format';
import { wheelTorque } from '@/core/document/hardware';
import type { Plan } from '@/core/document/document';
import { AXLE_LABEL } from '@/core/document/labels';
import { formatThread, parseThread } from '@/core/thread/designation';

export interface LabelAxle {
  readonly axle: 'front' | 'rear';
  readonly plan: Plan;
  /** When it was signed, worded; null while it is not on the car for good. */
  readonly signed: string | null;
  /** Combinations that must never be made, a line each. */
  readonly never: readonly string[];
  /** When something else was found on it after the plan was signed. */
  readonly foundSince: string | null;
  readonly rechecks: readonly string[];
}

const WIDTH = 420;
const LINE = 15;

/** What is on an axle, in lines short enough for a card. */
function linesOf(
  { axle, plan, signed, never, foundSince, rechecks }: LabelAxle,
  units: UnitSystem,
): readonly (readonly [string, boolean])[] {
  const { spacer, fastener: f, hub } = plan;
  const torque = wheelTorque(plan);
  const thread = formatThread(parseThread('Thread', f.kind === 'conversion' ? f.outerThread : hub.thread));
  const loose =
    f.kind === 'bolt'
      ? `bolts ${formatLength(f.length, units)} under the seat, ${thread}`
      : f.kind === 'stud'
        ? `studs ${formatLength(f.protrusion, units)} from the disc, ${thread}`
        : f.kind === 'conversion'
          ? `conversion studs ${formatLength(f.length, units)}, nuts ${thread}`
          : `${f.kind === 'nuts' ? 'other nuts' : `stock ${hub.fastening === 'bolt' ? 'bolts' : 'studs and nuts'}`}, ${thread}`;
  return [
    [`${AXLE_LABEL[axle]}${signed ? `, signed ${signed}` : ', not signed off yet'}`, true],
    [
      spacer.thickness === 0
        ? 'no plate'
        : `${formatLength(spacer.thickness, units)} ${spacer.kind} ${spacer.kind === 'adapter' ? '' : 'plate'}`.trim(),
      false,
    ],
    [loose, false],
    ...(foundSince === null
      ? []
      : [[`something else was found on it ${foundSince}: look before you trust this`, true] as const]),
    [torque ? `${formatTorque(torque.value, units)} (${torque.source})` : 'no torque figure', false],
    ...(hub.socketOutside === null
      ? []
      : [[`socket ${formatLength(hub.socketOutside, units, 'up')} outside`, false] as const]),
    ...never.map((n) => [`NEVER: ${n}`, true] as const),
    ...rechecks.map((r) => [`recheck ${r}`, false] as const),
  ];
}

/** Broken into lines that a card is wide enough for. */
function wrapped(text: string, most = 62): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(' ')) {
    if (`${line} ${word}`.trim().length > most) {
      lines.push(line);
      line = word;
    } else line = `${line} ${word}`.trim();
  }
  return [...lines, line];
}

/** The card for the glovebox: what is fitted, its torque, what must never be mixed, when it is rechecked. One drawing, to print or keep. */
export function Label({
  name,
  plate,
  axles,
  units,
}: {
  name: string;
  plate: string;
  axles: readonly LabelAxle[];
  units: UnitSystem;
}) {
  const lines = axles
    .flatMap((a) => [
      ...linesOf(a, units).flatMap(([text, strong]) =>
        wrapped(text).map((t, i) => ({ text: i === 0 ? t : `   ${t}`, strong })),
      ),
      { text: '', strong: false },
    ])
    .map((l, i) => ({ ...l, y: 62 + i * LINE }));
  const height = 74 + lines.length * LINE + 40;
  return (
    <svg
      xmlns="http://www.w3.org/2000/svg"
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="img"
      aria-labelledby="label-title"
      className="w-full max-w-[640px]"
      data-testid="label"
      fontFamily="ui-monospace, monospace"
    >
      <title id="label-title">{`Glovebox card of ${name}, ${plate}`}</title>
      <rect x="1" y="1" width={WIDTH - 2} height={height - 2} rx="6" fill="#fff" stroke="#000" strokeWidth="2" />
      <text x="16" y="30" fontSize="18" fontWeight="700" fill="#000">
        {name}
      </text>
      <text x={WIDTH - 16} y="30" fontSize="14" textAnchor="end" fill="#000">
        {plate}
      </text>
      <path d={`M16 40H${WIDTH - 16}`} stroke="#000" strokeWidth="1.5" />
      {lines.map((l) => (
        <text
          key={l.y}
          x="16"
          y={l.y}
          fontSize="11.2"
          fontWeight={l.strong ? 700 : 400}
          fill="#000"
          xmlSpace="preserve"
        >
          {l.text}
        </text>
      ))}
      {wrapped(
        'The vehicle maker’s and hardware supplier’s instructions win over any figure here. Local codes apply.',
        66,
      ).map((t, i) => (
        <text key={t} x="16" y={height - 28 + i * 13} fontSize="10.6" fill="#000">
          {t}
        </text>
      ))}
    </svg>
  );
}
