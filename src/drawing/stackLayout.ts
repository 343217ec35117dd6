import type { SectionBlock, SectionDimension, StackGeometry } from '@/core/plan/geometry';

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
const MARGIN_TOP = 11;
const MARGIN_BOTTOM = 17;

/** Lays the section out on a sheet in mm: view box, dimension lines, thread teeth. Pure; no rule is judged here. */
export function layoutStack(g: Drawable): StackLayout {
  const x0 = Math.min(-32, Math.floor(g.extent.x0));
  const x1 = Math.max(x0 + SHEET_MM, Math.ceil(g.extent.x1 / 10) * 10);
  const half = g.extent.y;
  const row: Readonly<Record<SectionDimension['id'], number>> = {
    thickness: -(half + 6), engagement: half + 5, length: half + 12,
  };
  return {
    viewBox: `${x0} ${-(half + MARGIN_TOP)} ${x1 - x0} ${2 * half + MARGIN_TOP + MARGIN_BOTTOM}`,
    x0,
    x1,
    half,
    dimensions: g.dimensions.filter((d) => d.x1 > d.x0).map((d) => ({ ...d, y: row[d.id] })),
    teeth: g.engaged ? { upper: teeth(g.engaged.x0, g.engaged.x1, g.pitch, -radius(g)), lower: teeth(g.engaged.x0, g.engaged.x1, g.pitch, radius(g)) } : null,
  };
}

const radius = (g: Drawable): number => g.blocks.find((b) => b.part === 'fastener-thread')?.y1 ?? 6;

/** Zigzag of 60° flanks between two axial positions, inside the diameter. A rest shorter than a pitch ends flat. */
function teeth(x0: number, x1: number, pitch: number, y: number): string {
  const depth = 0.6134 * pitch * Math.sign(y);
  const points: string[] = [`M${n(x0)} ${n(y)}`];
  for (let x = x0; x + pitch <= x1 + 1e-6; x += pitch) {
    points.push(`L${n(x + pitch / 2)} ${n(y - depth)}`, `L${n(x + pitch)} ${n(y)}`);
  }
  points.push(`L${n(x1)} ${n(y)}`);
  return points.join('');
}

/** A block and its mirror below the axis as one path. */
export function blockPath(b: SectionBlock): string {
  if (b.y0 <= 0) return rect(b.x0, b.x1, -b.y1, b.y1);
  return rect(b.x0, b.x1, -b.y1, -b.y0) + rect(b.x0, b.x1, b.y0, b.y1);
}

const rect = (x0: number, x1: number, y0: number, y1: number): string => `M${n(x0)} ${n(y0)}H${n(x1)}V${n(y1)}H${n(x0)}Z`;

/** Rounded only here, where it is written down. */
const n = (x: number): string => String(Math.round(x * 1000) / 1000);
