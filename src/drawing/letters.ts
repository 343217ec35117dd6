/**
 * Letters of a drawing, their height in the drawing's own units. On a small screen, where a drawing stands smaller,
 * they are drawn larger than the sheet foresees: `--lettering` says by how much.
 */
export const letters = (height: number): { fontSize: string } => ({
  fontSize: `calc(${height}px * var(--lettering, 1))`,
});
