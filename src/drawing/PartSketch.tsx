import { useId } from 'react';
import type { CatalogueItem } from '@/core/parts/catalogue';
import { formatLength, type UnitSystem } from '@/core/units/format';
import { drawn, HEIGHT, Outline, WIDTH, Words } from './partShapes';

/**
 * A part drawn to scale from its numbers alone, one millimetre of the sheet for one of the part; a plate is half as
 * large.
 */
export function PartSketch({ item, units }: { item: CatalogueItem; units: UnitSystem }) {
  const id = useId();
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-labelledby={id}
      data-testid="part-sketch"
      className="w-full overflow-visible border border-line bg-sheet"
      stroke="var(--ink)"
      strokeWidth="0.5"
      fill="none"
    >
      <title id={id}>{`${item.name}, drawn to scale: ${described(item, units)}`}</title>
      {drawn(item, units)}
      <Bar scale={halved(item) ? 0.5 : 1} units={units} />
    </svg>
  );
}

/** What of the sheet a list shows, for each kind the same, so that lines of a kind are drawn to one scale. */
function windowOf(item: CatalogueItem): string {
  if (item.kind === 'spacer') return '4 2 156 88';
  if (item.kind === 'nut') return '40 20 76 44';
  if (item.kind === 'other') return item.other.what === 'ring' ? '46 0 98 84' : '62 12 66 60';
  return item.kind === 'bolt' ? '14 26 96 32' : '10 26 96 32';
}

/**
 * A part as one line of a list draws it: its outline, to one scale with the others of its kind. The line says the rest.
 */
export function PartOutline({ item, units }: { item: CatalogueItem; units: UnitSystem }) {
  return (
    <svg
      viewBox={windowOf(item)}
      preserveAspectRatio="xMinYMid meet"
      aria-hidden="true"
      data-testid="part-outline"
      className="h-[40px] w-full"
      stroke="var(--ink)"
      // About a pixel wide at the size that a line gives each kind.
      strokeWidth={item.kind === 'spacer' ? 1.8 : 0.8}
      fill="none"
    >
      <Outline.Provider value={true}>{drawn(item, units)}</Outline.Provider>
    </svg>
  );
}

/** What is too large for the sheet is drawn at half size. */
const halved = (item: CatalogueItem): boolean =>
  item.kind === 'spacer' || (item.kind === 'other' && item.other.what === 'ring');

function described(item: CatalogueItem, units: UnitSystem): string {
  const len = (x: number) => formatLength(x, units);
  switch (item.kind) {
    case 'spacer':
      return `${len(item.spacer.thickness)} thick, bore ${item.spacer.bore === null ? 'not known' : len(item.spacer.bore)}`;
    case 'other':
      return item.other.what;
    case 'nut':
      return `${item.nut.style} nut, ${item.nut.threadLength === null ? 'thread not known' : `${len(item.nut.threadLength)} of thread`}`;
    default:
      return `${len(item.fastener.kind === 'stud' ? item.fastener.protrusion : item.fastener.length)} long`;
  }
}

/** Ten millimetres, or half an inch where inches are read. */
function Bar({ scale, units }: { scale: number; units: UnitSystem }) {
  const long = (units === 'imperial' ? 12.7 : 10) * scale;
  return (
    <g>
      <path d={`M4 ${HEIGHT - 4}h${long}m0 -1.5v3m${-long} -3v3`} />
      <Words x={6 + long} y={HEIGHT - 2.6} text={units === 'imperial' ? '0.5 in' : '10 mm'} start />
    </g>
  );
}
