import { randomLcg, randomNormal } from 'd3-random';
import { subDays } from 'date-fns';
import type { WorkKind } from '@/core/procedure/estimate';
import type { Db } from '@/store/connection';
import { remember } from '@/store/pastWork';

/**
 * What the demo workshop did before it kept its work here: kind, plate, usual minutes, by how much it ran over, lugs.
 * All of it invented.
 */
const KINDS: readonly {
  readonly kind: WorkKind;
  readonly what: string;
  readonly plates: readonly number[];
  readonly minutes: number;
  readonly over: number;
  readonly lugs: number;
  readonly moves: number;
  readonly of: number;
}[] = [
  {
    kind: 'plate',
    what: 'lipped spacer, longer bolts',
    plates: [10, 12.5, 15, 20],
    minutes: 68,
    over: 1.12,
    lugs: 5,
    moves: 0.1,
    of: 22,
  },
  {
    kind: 'nuts',
    what: 'plain spacer, present studs',
    plates: [3, 5, 8],
    minutes: 62,
    over: 0.94,
    lugs: 4,
    moves: 0.08,
    of: 16,
  },
  {
    kind: 'conversion',
    what: 'two-ended studs, open nuts',
    plates: [0, 5, 12],
    minutes: 84,
    over: 1.31,
    lugs: 5,
    moves: 0.16,
    of: 14,
  },
  {
    kind: 'adapter',
    what: 'bolt-on adapter',
    plates: [20, 25, 30],
    minutes: 88,
    over: 1.18,
    lugs: 6,
    moves: 0.22,
    of: 10,
  },
  { kind: 'wheel-change', what: 'season’s wheels', plates: [0], minutes: 34, over: 0.9, lugs: 5, moves: 0.05, of: 14 },
];

const CARS = ['Corvane Tern', 'Halm Drover', 'Merrow Kite GT', 'Ilex Lumen', 'Anselm Heron'] as const;

/** A year and a half of earlier work: the same every time the demo is made. */
export async function seedPastWork(db: Db, now: Date): Promise<void> {
  const chance = randomLcg(0.37);
  const normal = randomNormal.source(chance)(0, 1);
  for (const k of KINDS)
    for (let i = 0; i < k.of; i++) {
      const estimated = k.minutes * (0.85 + 0.3 * chance());
      const plateMm = k.plates[Math.floor(chance() * k.plates.length)] as number;
      const before = 14 + 10 * chance();
      const predicted = plateMm > 0 ? Math.round((before - plateMm * 0.98) * 10) / 10 : null;
      const moved = chance() < k.moves ? 1 : 0;
      await remember(db, {
        jobId: null,
        at: subDays(now, 20 + Math.round(chance() * 520)),
        car: CARS[Math.floor(chance() * CARS.length)] as string,
        wheels: 'own wheels',
        kind: k.kind,
        axle: chance() < 0.5 ? 'front' : 'rear',
        lugs: k.lugs,
        plateMm,
        what: plateMm > 0 ? `${k.what}, ${plateMm} mm` : k.what,
        predictedGapMm: predicted,
        // Tyres stand a little further out than sums have it.
        achievedGapMm:
          predicted === null || chance() < 0.4 ? null : Math.round((predicted - 0.8 + 0.7 * normal()) * 10) / 10,
        rubbed: plateMm > 0 ? chance() < 0.06 : null,
        estimatedMin: estimated,
        actualMin: Math.max(15, estimated * k.over * Math.exp(0.14 * normal())),
        movedLugs: moved,
        rechecks: 1 + (chance() < 0.6 ? 1 : 0),
      });
    }
}
