import type { UnitSystem } from '@/core/units/format';
import type { Glovebox } from '@/usecases/vehicle/glovebox';
import { LABEL_FOOT, linesOf } from './labelLines';

const WIDTH = 420;
const LINE = 15;

/** Broken into lines that a card is wide enough for. */
function wrapped(text: string, most = 57): string[] {
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

/**
 * The card for the glovebox: what is fitted, its torque, what must never be mixed, when it is rechecked. One drawing,
 * to print or keep.
 */
export function Label({
  name,
  plate,
  axles,
  keys,
  units,
}: Glovebox & {
  name: string;
  plate: string;
  units: UnitSystem;
}) {
  const said = axles.flatMap((a) => [...linesOf(a, units), ['', false] as const]);
  const lines = [...said, ...keys.map((k) => [k, false] as const)]
    .flatMap(([text, strong]) => wrapped(text).map((t, i) => ({ text: i === 0 ? t : `   ${t}`, strong })))
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
      {wrapped(LABEL_FOOT, 60).map((t, i) => (
        <text key={t} x="16" y={height - 28 + i * 13} fontSize="10.6" fill="#000">
          {t}
        </text>
      ))}
    </svg>
  );
}
