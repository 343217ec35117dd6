import type { Nut, Plan, Spacer } from '@/core/document/document';
import { assess } from '@/core/evaluate/evaluate';
import { joined } from '@/core/whatif/search/pairs';
import { type Candidate, type LooseFastener, type Part, rank, type SearchInput } from '@/core/whatif/search/types';

/** The oracle: every combination is built and judged one by one, with no window and no short cut. */
export function brute(input: SearchInput): { total: number; ranked: Candidate[]; rejected: string[] } {
  const all: Candidate[] = [];
  const rejected: string[] = [];
  const short = (p: Part<unknown> | null, need: number) => (p === null ? 0 : Math.max(0, need - p.count));
  const pieces = (input.base.hub.lugs ?? 0) * 2;
  for (const wheel of input.wheels) {
    for (const spacer of input.spacers) {
      let any = false;
      for (const [f, nut] of pairs(input, spacer.part)) {
        const plan: Plan = {
          ...input.base,
          wheel: wheel.wheel,
          corners: [...wheel.corners],
          spacer: spacer.part,
          fastener: joined(f?.part ?? null, nut?.part ?? null),
        };
        const a = assess(plan);
        if (a.blocking.length > 0) continue;
        any = true;
        all.push({
          wheel: wheel.id,
          spacer: spacer.id,
          fastener: f?.id ?? null,
          nut: nut?.id ?? null,
          off:
            input.wantedGap === null || a.numbers.corners.some((c) => c.gapAfter === null)
              ? spacer.part.thickness
              : Math.abs(Math.min(...a.numbers.corners.map((c) => c.gapAfter?.value ?? Number.NaN)) - input.wantedGap),
          margin: Math.min(...a.numbers.corners.map((c) => (c.engagement?.value ?? 0) - a.numbers.minimum)),
          toBuy: short(spacer, 2) + short(f, pieces) + short(nut, pieces),
        });
      }
      if (!any) rejected.push(`${wheel.id}/${spacer.id}`);
    }
  }
  const named = new Map<string, number>();
  const few = all.sort(rank).filter((c) => {
    const key = `${c.wheel}/${c.spacer}`;
    named.set(key, (named.get(key) ?? 0) + 1);
    // What is on the car already is always worth naming.
    return (
      (named.get(key) as number) <= (input.perSpacer ?? Number.POSITIVE_INFINITY) ||
      (c.fastener === null && c.nut === null)
    );
  });
  return { total: all.length, ranked: few.slice(0, input.limit), rejected };
}

function* pairs(input: SearchInput, spacer: Spacer): Generator<[Part<LooseFastener> | null, Part<Nut> | null]> {
  yield [null, null];
  if (spacer.kind === 'adapter') return;
  const stud = input.base.hub.fastening === 'stud';
  if (stud) for (const nut of input.nuts) yield [null, nut];
  for (const f of input.fasteners) {
    if ((f.part.kind === 'stud') !== stud) continue;
    if (f.part.kind === 'bolt') yield [f, null];
    else {
      if (f.part.kind === 'stud') yield [f, null];
      for (const nut of input.nuts) yield [f, nut];
    }
  }
}
