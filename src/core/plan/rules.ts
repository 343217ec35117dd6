import type { RuleId } from './findings';
import type { PolicyRule } from './policy';
import { type SourceId, SOURCES } from './sources';

/**
 * Version of the rules as a whole: one more whenever a rule is added, or judges a plan otherwise than before. Kept with every
 * evaluation, so that a record says by which rules it was judged.
 */
export const RULES_VERSION = 2;

/** What each rule says, by what formula, and where it comes from. Read by the interface and the rulebook. */
export interface Rule {
  readonly id: RuleId;
  readonly title: string;
  readonly statement: string;
  readonly formula: string;
  /** Ids of its sources, and their citations in words. */
  readonly sources: readonly SourceId[];
  readonly source: string;
  /** Policy values that it judges by. */
  readonly policy: readonly PolicyRule['id'][];
  /** Schools of installers that differ on it, and the default with its reason. Empty where they agree. */
  readonly schools: string;
}

const POLICY_OF: Readonly<Partial<Record<RuleId, readonly PolicyRule['id'][]>>> = {
  'engagement.minimum': ['diameterFactorSteel', 'diameterFactorAluminium', 'leadPitches', 'spacerPm', 'fastenerPm'],
  'engagement.cross-check': ['turnsByHand', 'turnsInHub', 'turnsPolicy', 'visibleThreadInch'],
  'engagement.never-drive': ['turnsNeverDrive'],
  'engagement.material': ['diameterFactorSteel', 'diameterFactorAluminium'],
  'engagement.hub-end': ['diameterFactorSteel', 'leadPitches'],
  'nut.bottom': ['closedNutGap', 'leadPitches'],
  'bolt.behind': ['leadPitches', 'fastenerPm'],
  'stud.behind': ['fastenerPm'],
  'fastener.thread': ['leadPitches', 'fastenerPm', 'spacerPm'],
  'seat.socket': ['socketRoom'],
  'centring.spigot': ['spigotGood', 'spigotLeast'],
  'centring.lip-bore': ['boreClearanceGood', 'boreClearanceMost'],
  'adapter.pocket': ['pocketMargin'],
  'clearance.loaded': ['clearanceReserveStreet', 'clearanceReserveTrack'],
  'clearance.inner': ['innerReserve'],
  'torque.source': ['torqueBand', 'verifyAngle'],
  'joint.proof': ['proofMost'],
  'joint.need': ['roadFriction', 'loadFactor', 'jointFriction'],
  'use.competition': ['competitionSlipOn'],
};

const SCHOOLS_OF: Readonly<Partial<Record<RuleId, string>>> = {
  'engagement.minimum': 'One diameter; strength (neither thread strips before the stud breaks). Default: the more demanding of the two, because one is custom and the other arithmetic, and neither alone catches a soft hub and a coarse thread.',
  'engagement.cross-check': 'Five turns by hand; seven in the hub; eight counted; half an inch visible. Shown beside the governing one, not governing by default: turns forget the diameter.',
  'centring.seats': 'Some hold that seats centre as well as a spigot, others want both. Default: seats alone are a caution.',
  'use.competition': 'Many refuse slip-on plates above a few millimetres in competition; others run them with inspection between sessions. Default: a caution, which in competition blocks until the lead signs.',
  'joint.condition': 'One school uses a little grease on bolts, one forbids it. Default dry; greased is shown, and the torque is not changed by itself.',
  'joint.bearing-moment': 'Some say bearings do not notice a few millimetres, others that they wear out sooner. Informational.',
};

const cite = (ids: readonly SourceId[]): string => `${(ids.length > 0 ? ids : (['common'] as const)).map((s) => SOURCES[s]).join('; ')}.`;

const r = (id: RuleId, title: string, statement: string, formula: string, ...sources: SourceId[]): Rule => ({
  id, title, statement, formula, sources: sources.length > 0 ? sources : ['common'], source: cite(sources), policy: POLICY_OF[id] ?? [], schools: SCHOOLS_OF[id] ?? '',
});

export const RULES: readonly Rule[] = [
  r('spacer.kind', 'Kind of spacer', 'A slotted universal plate is refused: neither hub nor lugs centre it.', 'kind ≠ universal'),
  r('engagement.minimum', 'Thread engagement', 'Engagement with the spacer fitted is at least the governing minimum. A count of turns is travel: what holds is no more than the mate’s own thread, so that has to be measured too.', 'E = min(N·P − s, Ln or Dt) (stock) · min(Dt, Lb − seat − nb) (bolt) · min(X − n, nut end) − nut start (stud) ≥ E_min', 'geometry', 'common', 'stripping', 'iso-724', 'iso-4753'),
  r('engagement.never-drive', 'Never driven under three turns', 'Under three full turns the car is not driven.', 'E ≥ 3·P'),
  r('engagement.cross-check', 'Other school', 'Each school that does not govern is a cross-check.', 'E ≥ minimum of that school'),
  r('engagement.strength-known', 'Strength school', 'The strength school governs with the others, so what it needs should be known.', 'class and Rm of hub or nut stated', 'stripping', 'iso-898'),
  r('engagement.material', 'Thread material', 'Material of the internal thread is known: aluminium needs half as much thread again as steel. A magnet tells steel and iron from aluminium in a second.', 'k = 1.0 steel, 1.5 aluminium'),
  r('reading.contradiction', 'Readings that contradict', 'A count cannot exceed the thread that it was counted in, nor the thread on the bolt or stud; a bolt is longer overall than under its seat. One of the two readings is wrong; neither is trusted.', 'N·P ≤ Ln (nut) · N·P ≤ Dt (hub) · N·P ≤ thread on the bolt or stud · under the seat < overall', 'geometry'),
  r('reading.error', 'Error of a reading', 'A figure that is known no better than this is no measurement: the joint to 1 mm, turns to a half, gap, clearance and arch to 5 mm, camber to half a degree. Repeats are inside their band, every one of them; two that differ by more are not outvoted by a third.', '± ≤ widest error of the quantity'),
  r('engagement.hub-end', 'Thread in the hub', 'The hub end of a conversion stud, or the adapter’s nut on the factory stud, engages the minimum for that thread.', 'Eh = min(short end, Dt) ≥ E_min · E = min(Z − w − n, Ln) ≥ E_min', 'geometry', 'common', 'stripping'),
  r('thread.match', 'Threads go together', 'Hub end equals hub, nut equals outer end: diameter and pitch both.', 'd = d, P = P', 'iso-724', 'asme-b1.1'),
  r('nut.shank', 'Shank in its hole', 'A nut’s shank is not longer than the hole it enters.', 'shank ≤ pad to seat', 'geometry'),
  r('nut.bottom', 'Closed nut bottoming', 'A stud never reaches the bottom of a closed nut: it would click the wrench and clamp nothing.', '(tr + s + q + Dn) − X ≥ max(1.5 mm, 1 P)', 'geometry', 'common'),
  r('nut.grip-bounded', 'Count used up the thread', 'The fastener was threaded over its whole mate, so the count only bounds the grip.', 'E = Ln or E = Dt', 'geometry'),
  r('bolt.behind', 'Bolt tip behind the hub', 'A longer bolt does not reach the shoes, backing plate or sensor ring behind its thread.', 'Lb − (tr + s + qb) − Dt ≤ A', 'geometry'),
  r('stud.behind', 'Stud behind the hub', 'The hub end of a conversion stud does not stand out further than there is room.', 'short end − Dt ≤ A', 'geometry'),
  r('fastener.thread', 'Thread on the fastener', 'The full thread of a new bolt or stud, or of a stud under a nut that reaches deeper than was counted, covers all that goes past the first thread of its mate. A plain shank that meets it stops there: it clicks the wrench and clamps nothing.', 'b ≥ Lb − (tr + s + qb) (bolt) · b ≥ X − (tr + s + q) (stud)', 'geometry'),
  r('fastener.mix', 'Never mix', 'Longer fasteners never go on without the spacer, nor stock ones with it.', '–'),
  r('seat.match', 'Seats', 'Seat of the fastener equals seat of the wheel.', 'seat(fastener) = seat(wheel)'),
  r('seat.socket', 'Socket in the lug hole', 'Lug hole is larger than the socket, or the spline-drive key, all over.', 'hole − socket ≥ 1 mm'),
  r('centring.spigot', 'Hub spigot left', 'Enough hub spigot stands through a plain plate to centre the wheel.', 'H − s − chamfer ≥ 4 mm good, 2–4 mm caution, less is not hub-centric'),
  r('centring.seats', 'Centred by its seats', 'Only cone or ball seats can centre a wheel; best is hub and seats both.', 'seat is cone or ball'),
  r('centring.lip-bore', 'Bore and lip fit', 'The bore of every plate on the hub spigot, and a spacer’s lip in the wheel bore, are close fits; a plate that the seats centre has to go over the spigot.', '0 ≤ clearance ≤ 0.15 mm good, ≤ 0.4 mm caution'),
  r('centring.lip-root', 'Lip root and chamfer', 'The root of the spacer’s lip goes into the wheel’s bore chamfer; a taller root stands the wheel proud and it rocks.', 'root ≤ chamfer depth', 'geometry'),
  r('centring.over-spigot', 'Spacer over the spigot', 'A lipped spacer is at least as thick as the hub spigot is tall, unless its bore goes through.', 's ≥ H', 'geometry'),
  r('centring.lip-height', 'Lip in the bore', 'The spacer’s lip is not higher than the wheel’s bore is deep.', 'lip ≤ bore depth', 'geometry'),
  r('adapter.nut-below', 'Adapter nuts below its face', 'The nuts that hold the adapter end below the face that the wheel sits on.', 'w + hn ≤ s', 'geometry'),
  r('adapter.pocket', 'Pockets for the factory studs', 'Every wheel that can go on has pockets deeper than the factory studs stand beyond the adapter.', 'pocket ≥ (Z − s) + 1.5 mm, each wheel', 'geometry', 'common'),
  r('adapter.recess', 'Recess for the spigot', 'The adapter’s recess takes the hub spigot, unless its bore goes through.', 'recess ≥ H', 'geometry'),
  r('adapter.torque', 'Torque of the adapter', 'The adapter’s nuts have a torque figure with its source, a first and separate job.', 'figure and source present', 'maker'),
  r('clearance.loaded', 'Loaded clearance', 'Loaded clearance less the spacer keeps its reserve.', 'min(c) − s ≥ r (5 mm street, 8 mm track)'),
  r('clearance.finger', 'A finger passes', 'A finger goes between sidewall and lip, loaded, before any spacer. Where it does not, the clearance is looked at again.', 'a finger passes'),
  r('clearance.rib', 'Rim protector rib', 'A rib that stands out past the sidewall is what the clearance is measured to.', 'clearance from the rib'),
  r('clearance.chalk', 'Chalk test', 'Chalk that came off at a trial thickness stops that thickness and every thicker one; clean chalk counts once bounced to the stop.', 's < thinnest trial that touched; s ≤ thickest trial that stayed clean, bounced'),
  r('stance.settled', 'Settled suspension', 'The gap is taken with the car rolled forward and back. Just off the jack it sits high.', 'rolled before the gap was taken'),
  r('stance.gap', 'Tyre inside the arch', 'The tyre stays inside the arch edge at ride height.', 'g − s ≥ 0', 'geometry', 'local'),
  r('clearance.inner', 'Clear of strut and caliper', 'The wheel clears strut and caliper with a reserve once the spacer is on.', 'c + s ≥ 3 mm', 'geometry', 'common'),
  r('stance.flush', 'Flush thickness', 'Thickness that would stand the tyre flush with the arch edge, after a camber change.', 's = g + h·sin(Δγ)', 'geometry'),
  r('torque.source', 'Torque figure', 'There is a torque figure and it says where it came from.', 'figure and source present', 'maker', 'iso-6789'),
  r('joint.proof', 'Clamp under proof load', 'The highest clamp of the band stays under the proof load of the stated class.', 'F = T/(P/2π + µ·d2/(2·cos 30°) + µ·lever) ≤ Sp·As', 'vdi-2230', 'iso-898'),
  r('joint.need', 'Clamp that is needed', 'The lowest clamp of the band against an estimate of what carries braking and cornering.', 'F ≥ µ_road·W·k/(µ_joint·n)', 'common'),
  r('joint.condition', 'Dry or greased', 'The torque figure is for dry threads; greased ones clamp harder.', 'µ dry 0.12–0.18, greased 0.08–0.12'),
  r('joint.bearing-moment', 'Moment on the bearing', 'What the spacer adds to the bending of the wheel bearing. Informational.', 'ΔM = Fz·s', 'statics'),
  r('use.competition', 'Slip-on in competition', 'Slip-on spacers above a few millimetres are questioned for competition.', 's ≤ 5 mm'),
];

const BY_ID = new Map(RULES.map((x) => [x.id, x]));

/** The rule with this id. */
export const ruleOf = (id: RuleId): Rule => BY_ID.get(id) as Rule;
