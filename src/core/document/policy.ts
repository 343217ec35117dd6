/**
 * Every threshold Vectis judges by is a named value here with its default, allowed range, unit and source.
 * Settings and plan documents carry a whole set with its version, so that an old record stays explainable.
 */
export interface PolicyRule {
  readonly id: keyof Omit<Policy, 'version' | 'governing'>;
  readonly statement: string;
  readonly unit: string;
  readonly default: number;
  readonly min: number;
  readonly max: number;
  readonly source: string;
  /** Which way is the safer one. */
  readonly safer: 'higher' | 'lower';
}

export type School = 'one-diameter' | 'turns-hand' | 'turns-hub' | 'turns-policy' | 'visible' | 'strength';

export const SCHOOLS: readonly School[] = [
  'one-diameter',
  'strength',
  'turns-hand',
  'turns-hub',
  'turns-policy',
  'visible',
];

export interface Policy {
  readonly version: string;
  /** Schools that govern; the most demanding of them sets the minimum. The others are a cross-check. */
  readonly governing: readonly School[];
  readonly diameterFactorSteel: number;
  readonly diameterFactorAluminium: number;
  /** The same where class and internal strength are known, so that stripping is computed. */
  readonly diameterFactorAluminiumKnown: number;
  readonly floorSteel: number;
  readonly floorAluminium: number;
  readonly floorAluminiumKnown: number;
  readonly turnsByHand: number;
  readonly turnsInHub: number;
  readonly turnsPolicy: number;
  readonly turnsNeverDrive: number;
  readonly visibleThreadInch: number;
  readonly leadPitches: number;
  readonly closedNutGap: number;
  readonly behindReserve: number;
  readonly clearanceReserveStreet: number;
  readonly clearanceReserveTrack: number;
  readonly spigotGood: number;
  readonly spigotLeast: number;
  readonly pocketMargin: number;
  readonly innerReserve: number;
  readonly socketRoom: number;
  readonly proofMost: number;
  readonly stressCaution: number;
  readonly roadFriction: number;
  readonly loadFactor: number;
  readonly jointFriction: number;
  readonly lipPastChamfer: number;
  readonly boreClearanceGood: number;
  readonly boreClearanceMost: number;
  readonly competitionSlipOn: number;
  readonly spacerPm: number;
  readonly fastenerPm: number;
  readonly torqueBand: number;
  readonly verifyAngle: number;
}

/** Values of which less is the safer; of all others more is. */
const LOWER: ReadonlySet<PolicyRule['id']> = new Set<PolicyRule['id']>([
  'proofMost',
  'stressCaution',
  'jointFriction',
  'boreClearanceGood',
  'boreClearanceMost',
  'competitionSlipOn',
  'torqueBand',
  'verifyAngle',
]);

const rule = (
  id: PolicyRule['id'],
  value: number,
  min: number,
  max: number,
  unit: string,
  statement: string,
  source: string,
): PolicyRule => ({
  id,
  default: value,
  min,
  max,
  unit,
  statement,
  source,
  safer: LOWER.has(id) ? 'lower' : 'higher',
});

const COMMON = 'common practice, no source';

export const POLICY_RULES: readonly PolicyRule[] = [
  rule('diameterFactorSteel', 1, 1, 2, '× d', 'Target of engagement in steel, in diameters.', COMMON),
  rule('diameterFactorAluminium', 1.5, 1.5, 3, '× d', 'Target of engagement in aluminium, in diameters.', COMMON),
  rule(
    'diameterFactorAluminiumKnown',
    1.2,
    1.2,
    3,
    '× d',
    'The same in aluminium where class and strength are known, so that stripping is computed.',
    COMMON,
  ),
  rule(
    'floorSteel',
    0.8,
    0.8,
    2,
    '× d',
    'Engagement in steel is never less than this many diameters, unless the car came with less.',
    COMMON,
  ),
  rule('floorAluminium', 1.2, 1.2, 3, '× d', 'Engagement in aluminium is never less than this many diameters.', COMMON),
  rule('floorAluminiumKnown', 1, 1, 3, '× d', 'The same in aluminium where class and strength are known.', COMMON),
  rule('turnsByHand', 5, 5, 12, 'turns', 'Full turns that go on by hand.', COMMON),
  rule('turnsInHub', 7, 5, 12, 'turns', 'Full turns inside the hub.', COMMON),
  rule('turnsPolicy', 8, 5, 12, 'turns', 'Full turns counted from first catch to seated.', COMMON),
  rule('turnsNeverDrive', 3, 3, 8, 'turns', 'Under this many turns the car is not driven.', COMMON),
  rule('visibleThreadInch', 0.5, 0.5, 1, 'in', 'Thread that shows through the wheel before the nut goes on.', COMMON),
  rule(
    'leadPitches',
    2,
    1,
    3,
    '× P',
    'Incomplete thread at the tip of a bolt or stud, taken at its longest.',
    'ISO 4753, incomplete thread u ≤ 2P (from memory)',
  ),
  rule('closedNutGap', 1.5, 1, 5, 'mm', 'Room a stud keeps inside a closed nut; never under one pitch.', COMMON),
  rule(
    'behindReserve',
    1,
    1,
    5,
    'mm',
    'Room that a tip keeps behind the hub to what moves there; never under one pitch, in case it is a blind bottom.',
    COMMON,
  ),
  rule('clearanceReserveStreet', 5, 3, 20, 'mm', 'Reserve on the loaded clearance, street and towing.', COMMON),
  rule('clearanceReserveTrack', 8, 5, 25, 'mm', 'Reserve on the loaded clearance, track and competition.', COMMON),
  rule('spigotGood', 4, 3, 10, 'mm', 'Hub spigot that is left to centre the wheel: good at or above.', COMMON),
  rule('spigotLeast', 2, 1, 6, 'mm', 'Hub spigot that is left to centre the wheel: not hub-centric below.', COMMON),
  rule(
    'pocketMargin',
    1.5,
    0.5,
    5,
    'mm',
    'Room between a factory stud’s tip and the bottom of the wheel’s pocket.',
    COMMON,
  ),
  rule('innerReserve', 3, 1, 15, 'mm', 'Reserve between wheel and strut or caliper.', COMMON),
  rule('socketRoom', 1, 0.5, 4, 'mm', 'Lug hole is larger than the socket by at least this.', COMMON),
  rule(
    'proofMost',
    100,
    50,
    100,
    '%',
    'Combined stress while it is tightened, as a share of the yield of the stated class: a stop above.',
    'ISO 898-1, yield; VDI 2230, equivalent stress (from memory)',
  ),
  rule('stressCaution', 90, 40, 90, '%', 'The same: a caution from here on.', COMMON),
  rule('roadFriction', 1, 0.7, 1.4, '', 'Friction of tyre on road in the estimate of the needed clamp.', COMMON),
  rule('loadFactor', 1.5, 1.2, 3, '×', 'Safety on the wheel load in the estimate of the needed clamp.', COMMON),
  rule('jointFriction', 0.1, 0.05, 0.15, '', 'Friction between clean dry faces, taken at its lowest.', COMMON),
  rule(
    'lipPastChamfer',
    2,
    2,
    6,
    'mm',
    'A spacer’s lip reaches at least this far past the wheel’s chamfer to centre it.',
    COMMON,
  ),
  rule('boreClearanceGood', 0.15, 0.05, 0.3, 'mm', 'Diametral clearance of a bore on a spigot: good up to.', COMMON),
  rule(
    'boreClearanceMost',
    0.4,
    0.2,
    0.6,
    'mm',
    'Diametral clearance of a bore on a spigot: not centred above.',
    COMMON,
  ),
  rule('competitionSlipOn', 5, 0, 30, 'mm', 'Slip-on spacers above this are questioned for competition.', COMMON),
  rule('spacerPm', 0.1, 0, 1, 'mm', 'Uncertainty of a spacer’s marked thickness.', COMMON),
  rule('fastenerPm', 0.5, 0, 2, 'mm', 'Uncertainty of a new bolt’s or stud’s marked length.', COMMON),
  rule(
    'torqueBand',
    4,
    1,
    10,
    '%',
    'A torque reading counts when it is within this of the figure.',
    'ISO 6789, click wrench ±4 % (from memory)',
  ),
  rule(
    'verifyAngle',
    10,
    2,
    20,
    '°',
    'In the verify pass a fastener may move this far; more sends the final pass back.',
    COMMON,
  ),
];

const defaults = Object.fromEntries(POLICY_RULES.map((r) => [r.id, r.default])) as unknown as Omit<
  Policy,
  'version' | 'governing'
>;

export const DEFAULT_POLICY: Policy = Object.freeze({
  version: '2027-01',
  governing: Object.freeze(['one-diameter', 'strength'] as School[]),
  ...defaults,
});

/** Every value of one policy that another has otherwise, by its rule; the schools apart. */
export const policyChanges = (
  before: Policy,
  after: Policy,
): { readonly rule: PolicyRule; readonly from: number; readonly to: number }[] =>
  POLICY_RULES.filter((r) => before[r.id] !== after[r.id]).map((r) => ({
    rule: r,
    from: before[r.id],
    to: after[r.id],
  }));
