import { TURN_RESOLUTION } from '../engagement/turns';
import type { Hub, Wish } from './document';

/** What is measured on a car, as data: where it belongs, what it may be, how it is read. */
export interface Quantity {
  readonly id: QuantityId;
  readonly label: string;
  /** One line: how to take it. */
  readonly how: string;
  /** A wheel's own figures go where the wheel goes. */
  readonly scope: 'corner' | 'axle' | 'wheel';
  readonly kind: Kind;
  readonly fastening: 'bolt' | 'stud' | 'both';
  readonly min: number;
  readonly max: number;
  readonly methods: readonly Method[];
  /** The decision that waits for it. */
  readonly blocks: string;
  /** The widest error, in its unit, that is still a measurement; null where none is asked. Common practice, no source. */
  readonly widest: number | null;
  /** Without it nothing is blocked; it only makes the drawing truer. */
  readonly optional?: boolean;
}

/** How a reading is typed and shown. A yes or no is kept as 1 or 0. */
export type Kind = 'length' | 'turns' | 'angle' | 'load' | 'yes-no';

/** In the order of the trade: on the ground, loaded, hardware with the wheel off, the wheel itself. */
export const QUANTITY_IDS = [
  'settled', 'gap', 'camber', 'archHeight', 'loadedClearance', 'fingerPasses', 'lipDepth', 'rimProtector', 'innerClearance',
  'turns', 'stockBoltLength', 'stockBoltOverall', 'stockBoltThread', 'studProtrusion', 'stockStudThread', 'nutThread', 'nutBlindDepth', 'tappedDepth', 'roomBehind', 'rotorHat', 'spigotDiameter', 'spigotHeight',
  'nutGrip', 'contactDiameter', 'socketOutside', 'wheelLoad', 'wheelBore', 'chamferDepth', 'boreRecess', 'padThickness', 'lugHole', 'pocketDepth', 'gapFitted',
] as const;
export type QuantityId = (typeof QUANTITY_IDS)[number];

/** Readings of the hub that a plan keeps with their ±. */
export type HubReading = Exclude<Extract<QuantityId, keyof Hub>, 'wheelLoad' | 'socketOutside' | 'contactDiameter'>;

export interface Method {
  readonly id: string;
  readonly label: string;
  /** ± that goes with it, in the quantity's unit. Common practice, no source. */
  readonly pm: number;
}

const COUNT: Method = { id: 'count', label: 'counted', pm: TURN_RESOLUTION };
const CALIPER: Method = { id: 'caliper', label: 'caliper', pm: 0.1 };
const TAPE: Method = { id: 'tape', label: 'tape', pm: 1 };
const GAUGE: Method = { id: 'gauge', label: 'gauge', pm: 0.1 };
const LEVEL: Method = { id: 'level', label: 'level', pm: 0.3 };
const SCALE: Method = { id: 'scale', label: 'scale', pm: 50 };
const PLATE: Method = { id: 'plate', label: 'half plate', pm: 500 };
/** Looked, and could not see it: kept with who and when, and still unmeasured. */
export const UNSEEN: Method = { id: 'unseen', label: 'could not see', pm: 0 };
const LOOKED: Method = { id: 'looked', label: 'looked', pm: 0 };
const FINGER: Method = { id: 'finger', label: 'finger', pm: 3 };

const KINDS: Readonly<Partial<Record<QuantityId, Kind>>> = { turns: 'turns', camber: 'angle', wheelLoad: 'load', settled: 'yes-no', fingerPasses: 'yes-no', rimProtector: 'yes-no' };

const WIDEST: Readonly<Partial<Record<QuantityId, number>>> = { turns: 0.5, gap: 5, gapFitted: 5, loadedClearance: 5, innerClearance: 5, archHeight: 5, camber: 0.5 };

/** Lengths of a joint are known to a millimetre, or they are not known; what is driven on and what is seen, less well. */
function widestOf(id: QuantityId): number | null {
  const kind = KINDS[id] ?? 'length';
  return WIDEST[id] ?? (kind === 'length' ? 1 : null);
}

const q = (
  id: QuantityId, label: string, scope: Quantity['scope'], fastening: Quantity['fastening'], min: number, max: number,
  methods: readonly Method[], how: string, blocks: string, optional = false,
): Quantity => ({ id, label, scope, fastening, min, max, methods, how, blocks, kind: KINDS[id] ?? 'length', widest: widestOf(id), optional });

export const QUANTITIES: readonly Quantity[] = [
  q('settled', 'Settled by rolling', 'corner', 'both', 0, 1, [LOOKED], 'Rolled forward and back since it came off the jack. A car just lowered sits high.', 'stance'),
  q('gap', 'Gap, arch to tyre', 'corner', 'both', -100, 200, [TAPE, FINGER], 'Plumb from the arch’s outer edge to the tyre. Negative when the tyre stands out.', 'stance'),
  q('camber', 'Camber', 'corner', 'both', -15, 15, [GAUGE, LEVEL], 'Negative when the top leans inward: camber gauge, or a spirit level. From −2° on the tyre’s top tucks in.', 'nothing; the arch view and the rub map are truer', true),
  q('archHeight', 'Height of the arch edge', 'corner', 'both', 100, 800, [TAPE, FINGER], 'From the middle of the hub straight up to the arch edge.', 'a camber change, the arch view and the rub map', true),
  q('loadedClearance', 'Loaded clearance', 'corner', 'both', 0, 200, [TAPE, FINGER], 'Diagonal corner jacked, standing still: sidewall to steel lip at the tightest clock position.', 'clearance'),
  q('fingerPasses', 'A finger passes', 'corner', 'both', 0, 1, [LOOKED], 'Between sidewall and steel lip, loaded, all the way round.', 'nothing; a cross-check of the clearance', true),
  q('lipDepth', 'Lip depth', 'corner', 'both', 0, 80, [TAPE, CALIPER], 'How far the steel lip reaches in from the arch’s outer edge.', 'how much of the lip a trim would leave', true),
  q('rimProtector', 'Rim protector rib', 'corner', 'both', 0, 1, [LOOKED], 'A rib that stands out past the tyre’s sidewall.', 'nothing; it says what the clearance was measured to', true),
  q('innerClearance', 'Inner clearance', 'corner', 'both', -60, 200, [TAPE, FINGER], 'Wheel to strut or caliper as it stands. Negative: how much it touches by.', 'clearing strut and caliper', true),
  q('turns', 'Turns', 'corner', 'both', 0, 40, [COUNT], 'Full turns from first catch to seated. Never on the locking fastener: it engages less.', 'engagement'),
  q('stockBoltLength', 'Stock bolt length', 'axle', 'bolt', 10, 150, [CALIPER, TAPE], 'Under the seat: from the start of the cone or ball, or from the flat face, to the tip.', 'length of longer bolts'),
  q('stockBoltOverall', 'Stock bolt overall', 'axle', 'bolt', 15, 200, [CALIPER, TAPE], 'Head and all, from the top of the head to the tip.', 'nothing; it proves the length under the seat', true),
  q('stockBoltThread', 'Thread on the bolt', 'axle', 'bolt', 5, 150, [CALIPER, TAPE], 'Full thread, from the tip to where the plain shank begins.', 'nothing; it proves the count', true),
  q('studProtrusion', 'Stud protrusion', 'corner', 'stud', 5, 150, [CALIPER, TAPE], 'From the disc’s face to the tip of the stud, wheel off.', 'length of longer studs'),
  q('stockStudThread', 'Thread on the stud', 'axle', 'stud', 5, 150, [CALIPER, TAPE], 'Full thread, from the tip to where the plain shank begins; threaded down to the disc, its protrusion.', 'nuts that reach deeper than the spacer is thick', true),
  q('nutThread', 'Nut thread', 'axle', 'stud', 5, 80, [CALIPER, TAPE], 'Length of full thread inside the nut. It holds no more than this, however far it turns on.', 'engagement'),
  q('nutBlindDepth', 'Nut blind depth', 'axle', 'stud', 5, 80, [CALIPER, TAPE], 'Closed nut: from its first full thread to the bottom of the cap.', 'closed nut bottoming'),
  q('tappedDepth', 'Tapped depth', 'corner', 'bolt', 4, 100, [CALIPER, TAPE, UNSEEN], 'Depth of full thread in the hub, from its face. A bolt holds no more than this, however far it turns in.', 'engagement'),
  q('roomBehind', 'Room behind', 'corner', 'bolt', 0, 100, [CALIPER, TAPE, UNSEEN], 'From the back of the thread to brake shoes, backing plate or sensor ring.', 'longest bolt'),
  q('rotorHat', 'Disc hat', 'corner', 'both', 1, 60, [CALIPER, TAPE], 'Thickness of the brake disc or drum where the wheel sits.', 'nothing; the section is drawn truer', true),
  q('spigotDiameter', 'Hub spigot diameter', 'corner', 'both', 30, 200, [CALIPER, TAPE], 'Across the hub spigot, clean metal.', 'fit of the plate'),
  q('spigotHeight', 'Hub spigot height', 'corner', 'both', 0, 60, [CALIPER, TAPE], 'From the disc’s face to the end of the spigot’s straight part.', 'centring'),
  q('nutGrip', 'Nut grip', 'axle', 'bolt', -40, 80, [CALIPER, TAPE], 'With the nut that will be used: from the wheel’s pad face to the nut’s first full thread, seated.', 'conversion studs', true),
  q('contactDiameter', 'Seat contact', 'axle', 'both', 5, 60, [CALIPER, TAPE], 'Mean diameter of the bright ring that the fastener leaves on its seat.', 'the clamp load', true),
  q('socketOutside', 'Socket outside', 'axle', 'both', 8, 60, [CALIPER, TAPE], 'Outside diameter of the socket, or of the key for spline drive.', 'whether the socket enters the lug holes', true),
  q('wheelLoad', 'Wheel load', 'axle', 'both', 500, 30000, [SCALE, PLATE], 'What one wheel of this axle carries, off a corner scale or half of the axle’s plate. A bare figure is newtons; 410 kg will do.', 'the estimate of the clamp that is needed', true),
  q('wheelBore', 'Bore', 'wheel', 'both', 30, 200, [CALIPER, TAPE], 'Across the bore at the back of the wheel.', 'fit of a lipped spacer'),
  q('chamferDepth', 'Bore chamfer', 'wheel', 'both', 0, 40, [CALIPER, TAPE], 'Depth of the chamfer at the mouth of the bore.', 'centring'),
  q('boreRecess', 'Bore depth', 'wheel', 'both', 0, 80, [CALIPER, TAPE], 'How deep a spacer’s lip may reach into the bore.', 'the height of a lip', true),
  q('padThickness', 'Pad to seat', 'wheel', 'both', 0, 80, [CALIPER, TAPE], 'Depth of the lug hole from the pad to the seat.', 'shank nuts and the clamp load', true),
  q('lugHole', 'Lug hole', 'wheel', 'both', 0, 80, [CALIPER, TAPE], 'Diameter that a socket has to enter.', 'whether the socket enters', true),
  q('pocketDepth', 'Pocket', 'wheel', 'both', 0, 80, [CALIPER, TAPE], 'Depth of the shallowest pocket in the back of this wheel. No pocket is 0.', 'a bolt-on adapter', true),
  q('gapFitted', 'Gap now', 'corner', 'both', -100, 200, [TAPE, FINGER], 'Car down and settled by rolling, plumb from the arch’s outer edge to the tyre.', 'nothing; it is held against what was predicted', true),
];

const BY_ID = new Map(QUANTITIES.map((x) => [x.id, x]));

/** The quantity with this id. */
export function quantity(id: QuantityId): Quantity {
  return BY_ID.get(id) as Quantity;
}

/**
 * What is measured before a choice, on a hub: bolts have no nuts, and only a closed nut has a blind depth. Where
 * clearance is the wish, the room inside is what the job is about and not left out.
 */
export function quantitiesFor(hub: Pick<Hub, 'fastening' | 'nutStyle'>, wish: Wish): Quantity[] {
  return QUANTITIES.filter(
    (x) =>
      x.id !== 'gapFitted' && (x.fastening === 'both' || x.fastening === hub.fastening) && (x.id !== 'nutBlindDepth' || hub.nutStyle === 'closed'),
  ).map((x) => (x.id === 'innerClearance' && wish === 'clearance' ? { ...x, optional: false } : x));
}
