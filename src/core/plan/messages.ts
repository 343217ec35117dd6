import { formatForce, formatLength, formatTorque, formatTurns, type UnitSystem } from '../units/format';
import { type Direction, roundTo } from '../units/round';
import { hourText } from '../stance/clock';
import type { GapCheck } from './gaps';
import type { Corner, Seat } from './document';
import type { Finding, RuleId } from './findings';
import { CORNER_LABEL, SCHOOL_LABEL, SEAT_LABEL, seatInSentence } from './labels';
import { quantity, type QuantityId } from './quantities';
import { pmText } from './readingText';

/** What the sentences need besides the finding itself. */
export interface Wording {
  readonly units: UnitSystem;
  /** Thread pitch, mm, so that length and turns stand side by side. */
  readonly pitch: number;
}

const NEEDS: Readonly<Record<string, string>> = {
  turns: 'the turn count',
  'turns-and-length': 'the turn count and the stock bolt length',
  'turns-and-protrusion': 'the turn count and the stud protrusion',
  conversion: 'the tapped depth, the disc hat, the nut’s grip and its thread length',
  protrusion: 'the stud protrusion',
  tapped: 'the tapped depth',
  clearance: 'the loaded clearance',
  inner: 'the clearance to strut or caliper',
  gap: 'the gap from arch to tyre',
  'gap-and-height': 'the gap and the height of the arch edge, because the camber changes',
  spigot: 'the hub spigot height and the bore chamfer',
  chamfer: 'the bore chamfer',
  'spigot-height': 'the hub spigot height',
  recess: 'the depth of the adapter’s recess',
  pad: 'the depth of the lug hole from pad to seat',
  'mate-hub': 'the tapped depth: a bolt holds no more thread than the hub has, however far it turns in',
  'mate-nut': 'the thread in the nut: it holds no more than that, however far it turns on',
  'new-nut': 'the thread in the new nut: it holds no more than that, however far it turns on',
};

/** A finding with its figures ready to be put into words; each figure is rounded the way that cannot hurt. */
class Say {
  readonly at: string;
  readonly error: string;
  readonly missing: string;
  readonly short: boolean;
  readonly stop: boolean;
  /** “ of wheel C” where one wheel decides, else empty. */
  readonly ofWheel: string;
  constructor(
    readonly f: Finding,
    private readonly w: Wording,
  ) {
    this.at = f.corner ? ` at the ${CORNER_LABEL[f.corner as Corner]}` : '';
    this.error = f.uncertain ? ` The measuring error of ±${this.len(f.pm, 'up')} alone decides this: measure better.` : '';
    this.ofWheel = f.why.startsWith('wheel/') ? ` of ${f.why.slice('wheel/'.length)}` : '';
    this.missing = `Needs ${NEEDS[f.why] ?? f.why}${this.at}; unmeasured is not pass.`;
    this.short = f.level === 'unmeasured';
    this.stop = f.level === 'stop';
  }
  len(mm: number | null, d: Direction): string {
    return formatLength(mm ?? 0, this.w.units, d);
  }
  value(d: Direction): string {
    return this.len(this.f.value, d);
  }
  limit(d: Direction): string {
    return this.len(this.f.limit, d);
  }
  both(mm: number | null, d: Direction): string {
    return `${this.len(mm, d)} (${formatTurns((mm ?? 0) / (this.f.pitch ?? this.w.pitch), d)})`;
  }
  torque(nm: number | null): string {
    return formatTorque(nm ?? 0, this.w.units);
  }
  force(n: number, d: Direction): string {
    return formatForce(n, this.w.units, d);
  }
  get units(): UnitSystem {
    return this.w.units;
  }
  get v(): number {
    return this.f.value ?? 0;
  }
}

const held = (s: Say, what: string): string => {
  const text = `${s.both(s.f.value, 'down')} of thread${s.at}; ${what} asks for ${s.both(s.f.limit, 'up')}.`;
  return (s.f.margin ?? 0) < -1e-9 ? `${text} Short by ${s.len(-(s.f.margin ?? 0), 'up')}.${s.error}` : `${text}${s.error}`;
};

const engagement = (s: Say): string => {
  const school = s.f.school ? SCHOOL_LABEL[s.f.school].toLowerCase() : 'the minimum';
  return s.short ? s.missing : held(s, school);
};

const behind = (what: string) => (s: Say): string => {
  if (s.short && s.f.why === 'bounded') return `The count${s.at} used the whole tapped depth, so where the tip ends is not known. Measure the tip.`;
  if (s.short && s.f.why === 'length') return `Needs the turn count and the stock bolt length${s.at}; unmeasured is not pass.`;
  if (s.short) return s.f.why === 'depth' ? `Needs the tapped depth${s.at} before ${what} can pass.` : `Needs the room behind the thread${s.at}; if it cannot be seen, ${what} cannot pass.`;
  if (s.v <= 0) return `The tip stays ${s.len(-s.v, 'down')} inside the thread${s.at}.${s.error}`;
  const text = `The tip comes ${s.value('up')} out behind the thread${s.at}; there is room for ${s.limit('down')}.`;
  return s.stop ? `${text} It would foul what is behind.${s.error}` : `${text}${s.error}`;
};

const SENTENCES: Readonly<Record<RuleId, (s: Say) => string>> = {
  'spacer.kind': () => 'A slotted universal plate is centred by nothing. Use a plate bored for this hub.',
  'engagement.minimum': engagement,
  'engagement.cross-check': engagement,
  'engagement.never-drive': (s) => `Only ${s.both(s.f.value, 'down')} of thread${s.at}: under three turns nobody drives.`,
  'engagement.strength-known': () => 'The strength school cannot be computed: class of the fastener or strength of hub or nut is not known. The other schools govern alone.',
  'engagement.material': (s) =>
    `What ${s.f.why === 'hub' ? 'the hub’s thread is' : s.f.why === 'nut' ? 'the new nut is' : 'the nuts are'} made of is not known. Hold a magnet to it: steel and iron hold it, aluminium does not and needs half as much thread again.`,
  'reading.error': (s) => {
    const [id, wheel] = s.f.why.split('|') as [QuantityId, string | undefined];
    const q = quantity(id);
    const where = wheel ? `, ${wheel}` : s.f.corner ? `, ${CORNER_LABEL[s.f.corner]}` : '';
    return `${q.label}${where}: known to ±${pmText(q, s.v, s.units)}, and more than ±${pmText(q, s.f.limit ?? 0, s.units)} is no measurement. Measure again, or take back the reading that is wrong.`;
  },
  'reading.contradiction': (s) =>
    s.f.why === 'under'
      ? `The stock bolt is ${s.value('nearest')} under the seat and ${s.limit('nearest')} overall: head and seat make it longer overall. One of the two is wrong: measure both again, by the picture.`
      : `The count${s.at} says ${s.value('nearest')} of thread, but the ${s.f.why} has only ${s.limit('nearest')}. One of the two is wrong: measure both again.`,
  'engagement.hub-end': (s) => (s.short ? s.missing : held(s, s.f.why === 'adapter' ? 'the adapter’s nut on the factory stud' : 'the hub end')),
  'thread.match': (s) => {
    const [where, a, b] = s.f.why.split('|') as [string, string, string];
    const what = where === 'hub' ? `Hub end ${a} in a ${b} hub` : `Nut ${a} on ${b}`;
    return s.stop ? `${what}: these threads do not go together. Forcing them strips both.` : `${what}: the threads go together.`;
  },
  'nut.shank': (s) => {
    if (s.short) return s.ofWheel ? `Needs the depth of the lug hole${s.ofWheel}; unmeasured is not pass.` : s.missing;
    return s.stop
      ? `The shank of ${s.limit('up')} is longer than the ${s.value('down')} hole: it bears on what is behind and clamps nothing.`
      : `The shank of ${s.limit('up')} ends inside the ${s.value('down')} hole.${s.error}`;
  },
  'nut.grip-bounded': (s) =>
    s.f.why === 'bolt'
      ? `The count${s.at} used the whole tapped depth, so the bolt may already stand through. Measure its tip before ordering longer ones.`
      : `The count${s.at} used the whole nut, so the stud may reach further than the count shows.`,
  'nut.bottom': (s) => {
    if (s.short && s.f.why === 'style') return 'Nobody has said whether the nuts are open or closed. A closed nut can bottom on a longer stud.';
    if (s.short && s.f.why === 'bounded') return `The count${s.at} used the whole nut, so the room in the cap is not known. Look with a dab of grease in the cap.`;
    if (s.short) return 'Needs the nut’s thread length and blind depth; unmeasured is not pass.';
    if (s.f.why === 'backed-off') return `The spacer backs the nut off by ${s.value('down')}; the stud cannot reach the cap.`;
    return s.stop
      ? `The stud comes within ${s.value('down')} of the cap${s.at}; ${s.limit('up')} is the least. The wrench clicks and the wheel is loose.${s.error}`
      : `${s.value('down')} between stud and cap${s.at}; ${s.limit('up')} is the least.${s.error}`;
  },
  'bolt.behind': behind('a longer bolt'),
  'stud.behind': behind('a conversion stud'),
  'fastener.thread': (s) => {
    const enough = s.f.value === null ? '' : `; ${s.value('up')} from the tip will do`;
    if (s.f.why === 'own') return `How much of the new fastener is threaded is not known${enough}. A plain shank that meets its mate’s thread clamps nothing.`;
    if (s.f.why === 'stock') return `These nuts run further down the studs than the count has shown to be threaded. Measure the thread on the stud${enough}.`;
    if (s.f.why === 'more') return `${s.value('nearest')} of thread on ${s.limit('nearest')} of fastener: one of the two is wrong. Measure both again.`;
    if (s.f.why === 'bounded') return `The count${s.at} may have used up its mate, so up to ${s.value('up')} of thread can be needed; there is ${s.limit('down')}. Try one dry by hand, or take one threaded further.`;
    if (s.short) return s.missing;
    const mate = s.f.why === 'bolt' ? 'the hub’s thread' : 'the nut';
    return s.stop
      ? `${s.limit('down')} of thread, and ${s.value('up')} goes past the start of ${mate}${s.at}: the plain shank meets it first, the wrench clicks and nothing is clamped.${s.error}`
      : `${s.limit('down')} of thread; ${s.value('up')} of it goes past the start of ${mate}${s.at}.${s.error}`;
  },
  'fastener.mix': (s) => `These ${s.f.why}s belong to this ${s.value('nearest')} spacer: never without it, and never stock ${s.f.why}s with it.`,
  'seat.match': (s) => {
    if (s.short) return `Seat of the ${s.f.why === 'wheel' ? 'wheel' : 'fastener'} is not known. Look before anything is torqued.`;
    const [own, wheel] = s.f.why.split('/') as [Seat, Seat];
    return s.stop ? `${SEAT_LABEL[own]} fastener in a ${seatInSentence(wheel)} wheel: it bears on a line and comes loose.` : `${SEAT_LABEL[own]} in ${seatInSentence(wheel)}.`;
  },
  'seat.socket': (s) => {
    if (s.short) return `Needs the lug hole of ${s.f.why}; unmeasured is not pass.`;
    return s.stop
      ? `Only ${s.value('down')} between socket and lug hole of ${s.f.why}; ${s.limit('up')} is the least. A slimmer socket, or a spline-drive key.`
      : `${s.value('down')} between socket and lug hole of ${s.f.why}.${s.error}`;
  },
  'centring.spigot': (s) => {
    if (s.short) return s.missing;
    return s.stop
      ? `${s.v > 0 ? `Only ${s.value('down')}` : 'Nothing'} of the hub spigot is left to centre the wheel${s.at}; ${s.limit('up')} is the least. Thinner, or a lipped spacer.${s.error}`
      : `${s.value('down')} of the hub spigot is left to centre the wheel${s.at}.${s.f.level === 'caution' ? ' Hanger pin and star order matter.' : ''}${s.error}`;
  },
  'centring.seats': (s) => {
    if (s.short) return 'Seat of the wheel is not known, so nothing is known to centre it.';
    return s.stop
      ? 'Flat seats do not centre a wheel. It needs the hub spigot or a lipped spacer.'
      : 'Only the seats centre this wheel. Hanger pin, snug in star order in the air, and expect vibration to be felt.';
  },
  'centring.lip-bore': (s) => {
    const what = s.f.why === 'hub' ? 'Spacer bore on the hub spigot' : `Spacer lip in the bore${s.ofWheel || ' of the wheel'}`;
    if (s.short) return s.f.why === 'hub' ? 'Needs the spacer’s bore and the hub spigot’s diameter.' : `Needs the spacer’s lip diameter and the bore${s.ofWheel || ' of the wheel'}.`;
    if (s.v < 0) return s.stop ? `${what}: too tight by ${s.len(-s.v, 'up')}. It will not go on.` : `${what}: tight by ${s.len(-s.v, 'up')}, within the measuring error of ±${s.len(s.f.pm, 'up')}. Try it: it slides on by hand and does not rock, or it is not used.`;
    return s.stop ? `${what}: ${s.value('up')} of play. That does not centre.` : `${what}: ${s.value('up')} of play.${s.error}`;
  },
  'centring.lip-root': (s) => {
    if (s.short) return s.f.why === 'lip' ? 'Needs the height of the spacer’s lip root.' : s.ofWheel ? `Needs the bore chamfer${s.ofWheel}; unmeasured is not pass.` : s.missing;
    const where = s.ofWheel || s.at;
    return s.stop
      ? `The lip root of ${s.limit('up')} is taller than the ${s.value('down')} chamfer${where}: the wheel stands proud by ${s.len(-(s.f.margin ?? 0), 'up')} and rocks.${s.error}`
      : `The chamfer of ${s.value('down')}${where} takes the spacer’s lip root of ${s.limit('up')}.${s.error}`;
  },
  'centring.lip-height': (s) => {
    const whose = s.f.why === '' ? 'the wheel' : s.f.why;
    if (s.short) return `Needs the depth of the bore of ${whose}; unmeasured is not pass.`;
    return s.stop
      ? `The lip is ${s.limit('up')} high and the bore of ${whose} ${s.value('down')} deep: the wheel sits on the lip.`
      : `The bore of ${whose}, ${s.value('down')} deep, takes the ${s.limit('up')} lip.${s.error}`;
  },
  'centring.over-spigot': (s) => {
    if (s.short) return s.missing;
    return s.stop
      ? `The hub spigot is ${s.value('up')} tall${s.at} and the spacer ${s.limit('down')} thick: it would hold the wheel off.${s.error}`
      : `The spacer covers the ${s.value('up')} hub spigot${s.at}.${s.error}`;
  },
  'adapter.nut-below': (s) => (s.short ? 'Needs the adapter’s own figures: web, nut height and thread, its studs, its torque.' : s.stop ? `The adapter’s nuts stand ${s.len(-s.v, 'up')} proud of its face: the wheel would sit on them.` : `The adapter’s nuts end ${s.value('down')} below its face.`),
  'adapter.pocket': (s) => {
    if (s.f.why === 'none') return 'The factory studs end below the adapter’s face. No pocket is asked for.';
    if (s.short) return s.f.why === 'protrusion' ? s.missing : `Needs the pocket depth of ${s.f.why === 'wheels' ? 'every wheel that can go on' : s.f.why}: no mark tells castings apart.`;
    return s.stop
      ? `The pocket of ${s.f.why} is ${s.value('down')} deep; the factory studs ask for ${s.limit('up')}. The wheel would sit on a stud. Thicker adapter, or a plain plate with shank nuts.`
      : `The shallowest pocket, of ${s.f.why}, is ${s.value('down')} deep; the factory studs ask for ${s.limit('up')}.${s.error}`;
  },
  'adapter.recess': (s) => {
    if (s.short) return s.missing;
    return s.stop
      ? `The hub spigot is ${s.value('up')} tall${s.at} and the adapter’s recess ${s.limit('down')} deep: the adapter stands off.`
      : `The recess of ${s.limit('down')} takes the ${s.value('up')} hub spigot${s.at}.${s.error}`;
  },
  'adapter.torque': (s) => (s.short ? 'No torque figure with a source for the adapter’s nuts: the vehicle’s figure or the adapter’s leaflet.' : `Adapter nuts ${s.torque(s.f.value)}, from: ${s.f.why}. A torque job of its own, before the wheel’s.`),
  'clearance.loaded': (s) => {
    if (s.short) return s.missing;
    const hour = s.f.why ? ` at ${s.f.why} o’clock` : '';
    const text = `${s.value('down')} left between tyre and arch under load${s.at}${hour}; the reserve is ${s.limit('up')}.`;
    return s.stop ? `${text} It can cut the tyre.${s.error}` : `${text}${s.error}`;
  },
  'clearance.inner': (s) => {
    if (s.f.value === null) return `Clearance to strut or caliper was not measured${s.at}, so whether this spacer clears is not known. It is what this job is for.`;
    return s.stop
      ? `${s.value('down')} to strut or caliper${s.at} with the spacer; the reserve is ${s.limit('up')}. A thicker one.${s.error}`
      : `${s.value('down')} to strut or caliper${s.at} with the spacer.${s.error}`;
  },
  'clearance.finger': (s) => (s.f.level === 'pass' ? 'A finger passes between sidewall and lip as it stands.' : `No finger passes between sidewall and lip${s.at} as it stands, and this spacer goes further out.`),
  'clearance.rib': (s) => `The tyre${s.at} has a rim protector rib: the clearance is from the rib, not from the sidewall.`,
  'clearance.chalk': (s) => {
    if (s.stop) return `Chalk came off${s.at} with a ${s.limit('down')} trial at ${s.f.why.split('/').map((h) => hourText(Number(h))).join(', ')} o’clock. It will cut the tyre.`;
    if (s.f.why === 'clear') return `No chalk came off${s.at} with a ${s.limit('down')} trial bounced to the stop.`;
    return `Chalk says nothing of this thickness yet${s.at}: it counts clean only with this trial or a thicker one, bounced to the stop.`;
  },
  'stance.settled': (s) =>
    s.f.why === 'no' ? `The gap was taken${s.at} before the suspension had settled: roll the car forward and back, and take it again.` : `Nobody said whether the suspension had settled${s.at} when the gap was taken.`,
  'stance.gap': (s) => {
    if (s.short) return s.missing;
    return s.v < 0
      ? `The tyre stands ${s.len(-s.v, 'up')} outside the arch${s.at}. Tyres outside the body are regulated: check local rules.`
      : `${s.value('down')} from arch to tyre${s.at} with the spacer on.${s.error}`;
  },
  'stance.flush': (s) => `${s.value('down')} would stand the tyre flush with the arch edge.`,
  'torque.source': (s) => (s.short ? 'No torque figure with a source. Look it up in the handbook or on the door plate; Vectis does not guess.' : `${s.torque(s.f.value)}, from: ${s.f.why}.`),
  'joint.proof': (s) => {
    if (s.f.value === null) return s.f.why === 'class' ? 'Class of the fastener is not known, so its clamp is not held against a proof load.' : 'Clamp is not computed: it needs the torque figure and the diameter on which the seat bears.';
    const [low, high] = s.f.why.split('/').map(Number) as [number, number];
    const band = `Clamp ${s.force(low, 'down')} to ${s.force(high, 'up')}, at most ${roundTo(s.v, 0, 'up')} % of proof load`;
    return s.stop ? `${band}: past it. The figure, the class or the condition of the thread is wrong.` : `${band}.`;
  },
  'joint.need': (s) => `An estimate: at least ${s.force(s.v, 'down')} of clamp against ${s.force(s.f.limit ?? 0, 'up')} needed, ${roundTo(s.v / (s.f.limit ?? 1), 1, 'down')} times.`,
  'joint.condition': (s) =>
    s.f.why === 'greased' ? 'Greased threads: the same torque clamps much harder. The figure is for dry threads and is not changed.' : 'Whether the threads are dry or greased is not known; the clamp band covers both.',
  'joint.bearing-moment': (s) => `The wheel load bends the bearing by ${s.torque(s.f.value)} more. Some say bearings do not notice, others that they wear out sooner; vibration is felt more.`,
  'use.competition': (s) => `${s.value('nearest')} slip-on for competition: many refuse more than ${s.limit('nearest')}. The lead decides and signs.`,
};

/**
 * One sentence for one finding, in metric or imperial. The interface, the record and the API all take their
 * words from here. Figures are rounded so that they never look safer than they are.
 */
export function sentence(f: Finding, w: Wording): string {
  if ([f.value, f.limit, f.margin].some((x) => x !== null && !Number.isFinite(x))) return 'A figure here is no number, so nothing is known of it. Type or measure it again.';
  return SENTENCES[f.rule](new Say(f, w));
}

/** What a gap measured after fitting says of the prediction. */
export function gapCheckText(c: GapCheck, units: UnitSystem): string {
  if (c.agrees) return `Within the ${formatLength(c.pm, units, 'up')} that measuring explains.`;
  return `${formatLength(Math.abs(c.difference), units, 'up')} ${c.difference < 0 ? 'further out' : 'further in'} than predicted, more than measuring explains. Right thickness? Wheel seated? Settled?`;
}

/** A line for what is still to measure: what, and which decision waits for it. */
export function missingReading(id: QuantityId): string {
  const x = quantity(id);
  return `${x.label}: ${x.blocks} waits for it.`;
}
