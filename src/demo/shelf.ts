import { lippedSpacer, plainSpacer } from '@/core/document/blank';
import type { CatalogueItem } from '@/core/parts/catalogue';
import type { OtherPart } from '@/core/parts/other';

/** The invented shelf of the demo workshop: spacers and fasteners for its five vehicles. */
const plate = (lugs: number, boltCircle: number, bore: number, thickness: number, count: number): CatalogueItem => ({
  kind: 'spacer',
  name: `spacer ${lugs} × ${boltCircle}, ${thickness} mm`,
  count,
  bin: `P${lugs}`,
  spacer: { ...plainSpacer(thickness, bore), lugs, boltCircles: [boltCircle] },
});

const lipped = (thickness: number, root: number): CatalogueItem => ({
  kind: 'spacer',
  name: `lipped 5 × 118, ${thickness} mm`,
  count: 2,
  bin: 'L5',
  spacer: { ...lippedSpacer(thickness, 71.6, 71.5, root, 8), lugs: 5, boltCircles: [118] },
});

const bolt = (length: number, seat: 'ball13' | 'ball14', count: number): CatalogueItem => ({
  kind: 'bolt',
  name: `bolt M14 × 1.5, ${length} mm, ${seat === 'ball13' ? 'R13' : 'R14'}`,
  count,
  bin: `B${length}`,
  thread: 'M14x1.5',
  fastener: { kind: 'bolt', length, threadLength: 28, nose: 0, seat, class: '10.9' },
});

const stud = (protrusion: number, count: number): CatalogueItem => ({
  kind: 'stud',
  name: `stud M12 × 1.5, ${protrusion} mm`,
  count,
  bin: `S${protrusion}`,
  thread: 'M12x1.5',
  fastener: { kind: 'stud', protrusion, threadLength: protrusion - 4, nose: 0, class: '10.9' },
});

const nut = (name: string, style: 'open' | 'closed', shankReach: number): CatalogueItem => ({
  kind: 'nut',
  name,
  count: 24,
  bin: 'N1',
  nut: {
    thread: 'M12x1.5',
    style,
    seat: 'cone60',
    threadLength: 24,
    blindDepth: style === 'closed' ? 34 : null,
    capOpen: style === 'closed' ? true : null,
    shankReach,
    shankLength: shankReach > 0 ? 11 : 0,
    shankDiameter: shankReach > 0 ? 20 : null,
    class: '10',
    material: 'steel',
    tensile: 900,
  },
});

const other = (name: string, count: number, bin: string, what: OtherPart): CatalogueItem => ({
  kind: 'other',
  name,
  count,
  bin,
  other: what,
});

const PARTS: readonly CatalogueItem[] = [
  ...[3, 5, 8].map((t) => plate(5, 112, 57.1, t, 2)),
  ...[3, 5, 8, 10, 15].map((t) => plate(6, 139.7, 106.1, t, t === 15 ? 0 : 2)),
  ...[3, 5].map((t) => plate(5, 108, 63.5, t, 2)),
  ...[3, 5, 8].map((t) => plate(4, 100, 60.2, t, 2)),
  ...[3, 5].map((t) => plate(5, 118, 71.6, t, 2)),
  lipped(12, 1.2),
  lipped(15, 2),
  lipped(20, 1.2),
  ...[43, 45, 48].map((l) => bolt(l, 'ball13', 20)),
  ...[57, 60, 62, 64, 66, 68].map((l) => bolt(l, 'ball14', l === 64 ? 6 : 10)),
  ...[46, 50, 54].map((l) => stud(l, 12)),
  nut('open nut M12 × 1.5', 'open', 0),
  nut('closed nut M12 × 1.5', 'closed', 0),
  nut('shank nut M12 × 1.5', 'open', 6),
  other('ring 57.1 in 66.6', 8, 'R1', { what: 'ring', inside: 57.1, outside: 66.6 }),
  other('thin socket 17', 1, 'W1', { what: 'socket', size: 17, outside: 23.4 }),
  other('thin socket 19', 1, 'W1', { what: 'socket', size: 19, outside: 26.2 }),
  other('swollen caps socket 18.5', 1, 'W1', { what: 'socket', size: 18.5, outside: null }),
  other('locker, medium', 2, 'W2', { what: 'locker', grade: 'medium', cureHours: 24 }),
  other('brake cleaner', 6, 'W2', { what: 'consumable', dryMinutes: 5 }),
];

/** Each with a code of the shop’s own, as it stands on its bag. */
export const SHELF: readonly CatalogueItem[] = PARTS.map((item, i) => ({
  ...item,
  about: { ...item.about, code: `SW-${101 + i}` },
}));
