import { renderToStaticMarkup } from 'react-dom/server';
import { QUANTITIES } from '@/core/document/quantities';
import { WhereToMeasure } from '@/drawing/where/WhereToMeasure';

test.each(QUANTITIES.map((q) => [q.id] as const))(
  '%s is drawn on a hub of either kind, inside its frame, with one mark',
  (id) => {
    for (const fastening of ['bolt', 'stud'] as const) {
      const svg = renderToStaticMarkup(<WhereToMeasure id={id} fastening={fastening} />);
      const [left, top, width, height] = (/viewBox="([^"]+)"/.exec(svg)?.[1] ?? '').split(' ').map(Number) as [
        number,
        number,
        number,
        number,
      ];
      const marks = [...svg.matchAll(/<(?:path|circle)[^>]*stroke="var\(--accent\)"[^>]*>/g)].map((m) => m[0]);
      expect(marks.length).toBeGreaterThan(0);
      for (const mark of marks) {
        const points = [...(/ d="([^"]+)"/.exec(mark)?.[1] ?? '').matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)];
        for (const [, x, y] of points) {
          expect([
            Number(x) >= left && Number(x) <= left + width,
            Number(y) >= top && Number(y) <= top + height,
            mark,
          ]).toEqual([true, true, mark]);
        }
      }
    }
  },
);
