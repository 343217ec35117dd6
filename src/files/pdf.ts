import { join } from 'node:path';
import { Font } from '@react-pdf/renderer';

const face = (file: string): string => join(process.cwd(), 'node_modules/dejavu-fonts-ttf/ttf', file);

// A face with ≥, ≤, × and → in it: the Latin cut of a web font prints them as letters.
Font.register({
  family: 'Sheet',
  fonts: [{ src: face('DejaVuSansCondensed.ttf') }, { src: face('DejaVuSansCondensed-Bold.ttf'), fontWeight: 700 }],
});
// A figure is never broken over two lines.
Font.registerHyphenationCallback((word) => [word]);

/** The face that every sheet on paper is set in. */
export const SHEET_FACE = 'Sheet';
