/** Vulgar fractions people paste or type from a tablet keyboard. */
const GLYPHS: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

/**
 * Reads one number as the trade writes it: `20`, `19,05`, `0.75`, `3/4`, `1 1/4`, `1¼`, `−3`, `15½`.
 * @returns the number, or null when the text is not one number (never NaN, never a guess).
 */
export function parseNumber(text: string): number | null {
  let t = text.trim().replace(/[−–]/g, '-');
  t = t.replace(/\s*([½¼¾⅛⅜⅝⅞])/g, (_, glyph: string) => ` ${GLYPHS[glyph]}`).trim();
  const plain = /^([+-]?)(\d+(?:[.,]\d+)?|[.,]\d+)$/.exec(t);
  if (plain) return sign(plain[1]) * Number((plain[2] as string).replace(',', '.'));
  const fraction = /^([+-]?)(?:(\d+)[ -])?\s*(\d+)\s*[/⁄]\s*(\d+)$/.exec(t);
  if (!fraction) return null;
  const denominator = Number(fraction[4]);
  if (denominator === 0) return null;
  return sign(fraction[1]) * (Number(fraction[2] ?? 0) + Number(fraction[3]) / denominator);
}

const sign = (s: string | undefined): number => (s === '-' ? -1 : 1);
