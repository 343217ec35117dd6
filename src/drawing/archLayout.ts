import type { ArchModel } from '@/core/stance/archModel';
import type { SectionPoint } from '@/core/stance/outline';
import { written as n } from './written';

export interface ArchLayout {
  readonly viewBox: string;
  /** Bounds of the sheet in drawing mm: x outward, y down. */
  readonly x0: number;
  readonly x1: number;
  readonly top: number;
  readonly bottom: number;
  readonly before: string;
  readonly after: string;
  readonly lip: string;
  readonly skin: string;
  /** Height of the letters, drawing mm: 12 px where the sheet is as large as it stands on the bench at 1280 px. */
  readonly letter: number;
  /** Where the gap is dimensioned: height of the line, from the tyre to the edge. */
  readonly gap: { readonly from: number; readonly to: number; readonly y: number };
}

const MARGIN = 34;
/** The sheet on the bench, px. */
const ON_SCREEN = { width: 262, height: 330, letter: 12 };

/** A line of the section as a path; z is up, so it is turned over. Rounded only here, where it is written down. */
export const sectionPath = (line: readonly SectionPoint[], closeAt?: number): string => {
  const points = line.map((p) => `${n(p.y)} ${n(-p.z)}`);
  const first = line[0];
  const last = line[line.length - 1];
  if (!first || !last) return '';
  return closeAt === undefined
    ? `M${points.join('L')}`
    : `M${n(closeAt)} ${n(-first.z)}L${points.join('L')}L${n(closeAt)} ${n(-last.z)}`;
};

/** Lays the arch and the outer half of the tyre out on a sheet in mm. Pure; no rule is judged here. */
export function layoutArch(m: ArchModel): ArchLayout {
  const inner = m.tyre.middle - m.tyre.sectionWidth * 0.12;
  const x0 = inner - 4;
  const x1 = Math.max(m.edge.y, widest(m.after)) + 46;
  const top = -(m.edge.z + MARGIN + 18);
  const bottom = -((m.before[0]?.z ?? 0) - 14);
  return {
    viewBox: `${n(x0)} ${n(top)} ${n(x1 - x0)} ${n(bottom - top)}`,
    x0,
    x1,
    top,
    bottom,
    letter: ON_SCREEN.letter * Math.max((x1 - x0) / ON_SCREEN.width, (bottom - top) / ON_SCREEN.height),
    before: sectionPath(m.before),
    after: sectionPath(m.after, inner),
    // Drawn as deep as it was measured, and never shorter than where the clearance says that it ends.
    lip: `M${n(Math.min(m.lip.y, m.edge.y - (m.lipDepth ?? 0)))} ${n(-m.lip.z)}H${n(m.edge.y)}`,
    skin: `M${n(m.edge.y)} ${n(-m.edge.z)}C${n(m.edge.y + 3)} ${n(-m.edge.z - 14)} ${n(m.edge.y + 1)} ${n(-m.edge.z - 30)} ${n(m.edge.y - 8)} ${n(top)}`,
    gap: { from: widest(m.after), to: m.edge.y, y: -(m.edge.z - 20) },
  };
}

const widest = (line: readonly SectionPoint[]): number => Math.max(...line.map((p) => p.y));
