import { TURN_RESOLUTION } from '../engagement/turns';
import type { Hub } from './document';

/** What is measured on a car, as data: where it belongs, what it may be, how it is read. */
export interface Quantity {
  readonly id: QuantityId;
  readonly label: string;
  /** One line: how to take it. */
  readonly how: string;
  readonly scope: 'corner' | 'axle';
  readonly kind: 'length' | 'turns';
  readonly fastening: 'bolt' | 'stud' | 'both';
  readonly min: number;
  readonly max: number;
  readonly methods: readonly Method[];
  /** The decision that waits for it. */
  readonly blocks: string;
  /** Without it nothing is blocked; it only makes the drawing truer. */
  readonly optional?: boolean;
}

export const QUANTITY_IDS = [
  'turns', 'stockBoltLength', 'studProtrusion', 'nutThread', 'nutBlindDepth', 'tappedDepth', 'roomBehind', 'rotorHat',
  'spigotDiameter', 'spigotHeight', 'wheelBore', 'chamferDepth', 'gap', 'loadedClearance', 'innerClearance', 'archHeight',
] as const;
export type QuantityId = (typeof QUANTITY_IDS)[number];

export interface Method {
  readonly id: string;
  readonly label: string;
  /** ± that goes with it, in the quantity's unit. Common practice, no source. */
  readonly pm: number;
}

const COUNT: Method = { id: 'count', label: 'counted', pm: TURN_RESOLUTION };
const CALIPER: Method = { id: 'caliper', label: 'caliper', pm: 0.1 };
const TAPE: Method = { id: 'tape', label: 'tape', pm: 1 };
const FINGER: Method = { id: 'finger', label: 'finger', pm: 3 };

const q = (
  id: QuantityId, label: string, scope: Quantity['scope'], fastening: Quantity['fastening'], min: number, max: number,
  methods: readonly Method[], how: string, blocks: string, optional = false,
): Quantity => ({ id, label, scope, fastening, min, max, methods, how, blocks, kind: id === 'turns' ? 'turns' : 'length', optional });

export const QUANTITIES: readonly Quantity[] = [
  q('turns', 'Turns', 'corner', 'both', 0, 40, [COUNT], 'Full turns from first catch to seated. Never on the locking fastener: it engages less.', 'engagement'),
  q('stockBoltLength', 'Stock bolt length', 'axle', 'bolt', 10, 150, [CALIPER, TAPE], 'Under the seat: from the start of the cone or ball, or from the flat face, to the tip.', 'length of longer bolts'),
  q('studProtrusion', 'Stud protrusion', 'corner', 'stud', 5, 150, [CALIPER, TAPE], 'From the disc’s face to the tip of the stud, wheel off.', 'length of longer studs'),
  q('nutThread', 'Nut thread', 'axle', 'stud', 5, 80, [CALIPER, TAPE], 'Length of full thread inside the nut.', 'length of longer studs'),
  q('nutBlindDepth', 'Nut blind depth', 'axle', 'stud', 5, 80, [CALIPER, TAPE], 'Closed nut: from its first full thread to the bottom of the cap.', 'closed nut bottoming'),
  q('tappedDepth', 'Tapped depth', 'corner', 'bolt', 4, 100, [CALIPER, TAPE], 'Depth of full thread in the hub, from its face.', 'longest bolt'),
  q('roomBehind', 'Room behind', 'corner', 'bolt', 0, 100, [CALIPER, TAPE], 'From the back of the thread to brake shoes, backing plate or sensor ring. Could not see it: leave it unmeasured.', 'longest bolt'),
  q('rotorHat', 'Disc hat', 'corner', 'both', 1, 60, [CALIPER, TAPE], 'Thickness of the brake disc or drum where the wheel sits.', 'nothing; the section is drawn truer', true),
  q('spigotDiameter', 'Hub spigot diameter', 'axle', 'both', 30, 200, [CALIPER, TAPE], 'Across the hub spigot, clean metal.', 'fit of a lipped spacer'),
  q('spigotHeight', 'Hub spigot height', 'corner', 'both', 0, 60, [CALIPER, TAPE], 'From the disc’s face to the end of the spigot’s straight part.', 'centring'),
  q('wheelBore', 'Wheel bore', 'axle', 'both', 30, 200, [CALIPER, TAPE], 'Across the bore at the back of the wheel.', 'fit of a lipped spacer'),
  q('chamferDepth', 'Bore chamfer', 'corner', 'both', 0, 40, [CALIPER, TAPE], 'Depth of the chamfer at the mouth of the wheel’s bore.', 'centring'),
  q('gap', 'Gap, arch to tyre', 'corner', 'both', -100, 200, [TAPE, FINGER], 'Plumb from the arch’s outer edge to the tyre, car settled by rolling. Negative when the tyre stands out.', 'stance'),
  q('loadedClearance', 'Loaded clearance', 'corner', 'both', 0, 200, [TAPE, FINGER], 'Diagonal corner jacked, standing still: sidewall to steel lip at the tightest clock position.', 'clearance'),
  q('innerClearance', 'Inner clearance', 'corner', 'both', -60, 200, [TAPE, FINGER], 'Wheel to strut or caliper as it stands. Negative: how much it touches by.', 'inner clearance', true),
  q('archHeight', 'Height of the arch edge', 'corner', 'both', 100, 800, [TAPE, FINGER], 'From the middle of the hub straight up to the arch edge. Needed where the camber will change.', 'a camber change', true),
];

const BY_ID = new Map(QUANTITIES.map((x) => [x.id, x]));

/** The quantity with this id. */
export function quantity(id: QuantityId): Quantity {
  return BY_ID.get(id) as Quantity;
}

/** What applies to a hub: bolts have no nuts, and only a closed nut has a blind depth. */
export function quantitiesFor(hub: Pick<Hub, 'fastening' | 'nutStyle'>): Quantity[] {
  return QUANTITIES.filter(
    (x) =>
      (x.fastening === 'both' || x.fastening === hub.fastening) && (x.id !== 'nutBlindDepth' || hub.nutStyle === 'closed'),
  );
}
