import type { SectionBlock, SectionDimension, StackGeometry } from '@/core/figures/geometry';
import { written } from './written';

type Drawable = Extract<StackGeometry, { drawable: true }>;

export interface PlacedDimension extends SectionDimension {
  /** Distance from the axis at which the dimension line runs, mm; negative is above. */
  readonly y: number;
}

export interface StackLayout {
  readonly viewBox: string;
  readonly x0: number;
  readonly x1: number;
  readonly half: number;
  readonly dimensions: readonly PlacedDimension[];
  /** Flanks of the engaged thread, drawn tooth by tooth at the real pitch. */
  readonly teeth: { readonly upper: string; readonly lower: string } | null;
}

/** The sheet is at least this wide, so that the scale does not jump while the thickness is stepped. mm. */
const SHEET_MM = 112;
/** Height of the letters, mm of the sheet: 12 px on the bench at 1280 px. */
export const LETTER = 3.1;
/** Width of a letter of the figures' face against its height. */
const LETTER_WIDTH = 0.65;
const MARGIN_TOP = 11;
const MARGIN_BOTTOM = 17;

/** Room that a figure takes, mm of the sheet. */
export const textWidth = (text: string): number => text.length * LETTER * LETTER_WIDTH;

/** Lays the section out on a sheet in mm: view box, dimension lines, thread teeth. Pure; no rule is judged here. */
export function layoutStack(g: Drawable): StackLayout {
  // Beside a bolt the target is written at the left of its tick.
  const x0 = Math.min(
    -32,
    Math.floor(g.extent.x0),
    g.fastening === 'bolt' ? Math.floor(g.minimumAt - textWidth('min 00.0 mm') - 1) : 0,
  );
  const x1 = Math.max(x0 + SHEET_MM, Math.ceil(g.extent.x1 / 10) * 10);
  const half = g.extent.y;
  const row: Readonly<Record<SectionDimension['id'], number>> = {
    thickness: -(half + 6),
    engagement: half + 5,
    length: half + 12,
  };
  return {
    viewBox: `${x0} ${-(half + MARGIN_TOP)} ${x1 - x0} ${2 * half + MARGIN_TOP + MARGIN_BOTTOM}`,
    x0,
    x1,
    half,
    dimensions: g.dimensions.filter((d) => d.x1 > d.x0).map((d) => ({ ...d, y: row[d.id] })),
    teeth: g.engaged
      ? {
          upper: teeth(g.engaged.x0, g.engaged.x1, g.pitch, -radius(g)),
          lower: teeth(g.engaged.x0, g.engaged.x1, g.pitch, radius(g)),
        }
      : null,
  };
}

const radius = (g: Drawable): number => g.blocks.find((b) => b.part === 'fastener-thread')?.y1 ?? 6;

/** Zigzag of 60° flanks between two axial positions, inside the diameter. A rest shorter than a pitch ends flat. */
function teeth(x0: number, x1: number, pitch: number, y: number): string {
  const depth = 0.6134 * pitch * Math.sign(y);
  const points: string[] = [`M${written(x0)} ${written(y)}`];
  for (let x = x0; x + pitch <= x1 + 1e-6; x += pitch) {
    points.push(`L${written(x + pitch / 2)} ${written(y - depth)}`, `L${written(x + pitch)} ${written(y)}`);
  }
  points.push(`L${written(x1)} ${written(y)}`);
  return points.join('');
}

/** A block and its mirror below the axis as one path. */
export function blockPath(b: SectionBlock): string {
  if (b.y0 <= 0) return rect(b.x0, b.x1, -b.y1, b.y1);
  return rect(b.x0, b.x1, -b.y1, -b.y0) + rect(b.x0, b.x1, b.y0, b.y1);
}

const rect = (x0: number, x1: number, y0: number, y1: number): string =>
  `M${written(x0)} ${written(y0)}H${written(x1)}V${written(y1)}H${written(x0)}Z`;
