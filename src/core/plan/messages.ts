import { formatLength, formatTorque, formatTurns, type UnitSystem } from '../units/format';
import type { Direction } from '../units/round';
import type { Corner, Seat } from './document';
import type { Finding } from './findings';
import { CORNER_LABEL, SCHOOL_LABEL, SEAT_LABEL, seatInSentence } from './labels';
import { quantity, type QuantityId } from './quantities';

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
  clearance: 'the loaded clearance',
  gap: 'the gap from arch to tyre',
  spigot: 'the hub spigot height and the bore chamfer',
  chamfer: 'the bore chamfer',
  'spigot-height': 'the hub spigot height',
  depth: 'the depth',
  room: 'the room behind',
};

/**
 * One sentence for one finding, in metric or imperial. The interface, the record and the API all take their
 * words from here. Figures are rounded so that they never look safer than they are.
 */
export function sentence(f: Finding, w: Wording): string {
  const len = (mm: number | null, d: Direction): string => formatLength(mm ?? 0, w.units, d);
  const at = f.corner ? ` at the ${CORNER_LABEL[f.corner as Corner]}` : '';
  const both = (mm: number | null, d: Direction): string => `${len(mm, d)} (${formatTurns((mm ?? 0) / w.pitch, d)})`;
  const error = f.uncertain ? ` The measuring error of ±${len(f.pm, 'up')} alone decides this: measure better.` : '';
  const missing = `Needs ${NEEDS[f.why] ?? f.why}${at}; unmeasured is not pass.`;
  const short = f.level === 'unmeasured';
  switch (f.rule) {
    case 'spacer.kind':
      return 'A slotted universal plate is centred by nothing. Use a plate bored for this hub.';
    case 'engagement.minimum':
    case 'engagement.cross-check': {
      if (short) return missing;
      const school = f.school ? SCHOOL_LABEL[f.school].toLowerCase() : '';
      const held = `${both(f.value, 'down')} of thread left${at}; ${school} asks for ${both(f.limit, 'up')}.`;
      if ((f.margin ?? 0) < -1e-9) return `${held} Short by ${len(-(f.margin ?? 0), 'up')}.${error}`;
      return `${held}${error}`;
    }
    case 'engagement.never-drive':
      return `Only ${both(f.value, 'down')} of thread${at}: under three turns nobody drives.`;
    case 'engagement.material':
      return 'Material of the internal thread is not known and is counted as steel. If it is aluminium, half as much again is needed.';
    case 'nut.grip-bounded':
      return f.why === 'bolt'
        ? `The count${at} used the whole tapped depth, so the bolt may already stand through. Measure its tip before ordering longer ones.`
        : `The count${at} used the whole nut, so the stud may reach further than the count shows.`;
    case 'nut.bottom':
      if (short && f.why === 'style') return 'Nobody has said whether the nuts are open or closed. A closed nut can bottom on a longer stud.';
      if (short && f.why === 'bounded') return `The count${at} used the whole nut, so the room in the cap is not known. Look with a dab of grease in the cap.`;
      if (short) return `Needs the nut’s thread length and blind depth; unmeasured is not pass.`;
      if (f.why === 'backed-off') return `The spacer backs the nut off by ${len(f.value, 'down')}; the stud cannot reach the cap.`;
      return f.level === 'stop'
        ? `The stud comes within ${len(f.value, 'down')} of the cap${at}; ${len(f.limit, 'up')} is the least. The wrench clicks and the wheel is loose.${error}`
        : `${len(f.value, 'down')} between stud and cap${at}; ${len(f.limit, 'up')} is the least.${error}`;
    case 'bolt.behind':
      if (short && f.why === 'bounded') return `The count${at} used the whole tapped depth, so where the tip ends is not known. Measure the tip.`;
      if (short && f.why === 'length') return `Needs the turn count and the stock bolt length${at}; unmeasured is not pass.`;
      if (short) return f.why === 'depth' ? `Needs the tapped depth${at} before a longer bolt can pass.` : `Needs the room behind the thread${at}; if it cannot be seen, a longer bolt cannot pass.`;
      if ((f.value ?? 0) <= 0) return `The tip stays ${len(-(f.value ?? 0), 'down')} inside the thread${at}.${error}`;
      return f.level === 'stop'
        ? `The tip comes ${len(f.value, 'up')} out behind the thread${at}; there is room for ${len(f.limit, 'down')}. It would foul what is behind.${error}`
        : `The tip comes ${len(f.value, 'up')} out behind the thread${at}; there is room for ${len(f.limit, 'down')}.${error}`;
    case 'fastener.mix':
      return `These ${f.why}s belong to this ${len(f.value, 'nearest')} spacer: never without it, and never stock ${f.why}s with it.`;
    case 'seat.match': {
      if (short) return `Seat of the ${f.why === 'wheel' ? 'wheel' : 'fastener'} is not known. Look before anything is torqued.`;
      const [own, wheel] = f.why.split('/') as [Seat, Seat];
      return f.level === 'pass'
        ? `${SEAT_LABEL[own]} in ${seatInSentence(wheel)}.`
        : `${SEAT_LABEL[own]} fastener in a ${seatInSentence(wheel)} wheel: it bears on a line and comes loose.`;
    }
    case 'centring.spigot':
      if (short) return missing;
      return f.level === 'stop'
        ? `Only ${len(Math.max(0, f.value ?? 0), 'down')} of hub spigot is left to centre the wheel${at}; ${len(f.limit, 'up')} is the least. Thinner, or a lipped spacer.${error}`
        : `${len(f.value, 'down')} of hub spigot is left to centre the wheel${at}.${f.level === 'caution' ? ' Hanger pin and star order matter.' : ''}${error}`;
    case 'centring.seats':
      if (short) return 'Seat of the wheel is not known, so nothing is known to centre it.';
      return f.level === 'stop'
        ? 'Flat seats do not centre a wheel. It needs the hub spigot or a lipped spacer.'
        : 'Only the seats centre this wheel. Hanger pin, snug in star order in the air, and expect vibration to be felt.';
    case 'centring.lip-bore': {
      const what = f.why === 'hub' ? 'Spacer bore on the hub spigot' : 'Spacer lip in the wheel bore';
      if (short) return f.why === 'hub' ? 'Needs the spacer’s bore and the hub spigot’s diameter.' : 'Needs the spacer’s lip diameter and the wheel’s bore.';
      if ((f.value ?? 0) < 0) return `${what}: too tight by ${len(-(f.value ?? 0), 'up')}. It will not go on.`;
      return f.level === 'stop' ? `${what}: ${len(f.value, 'up')} of play. That does not centre.` : `${what}: ${len(f.value, 'up')} of play.`;
    }
    case 'centring.lip-root':
      if (short) return f.why === 'lip' ? 'Needs the height of the spacer’s lip root.' : missing;
      return f.level === 'stop'
        ? `The lip root of ${len(f.limit, 'up')} is taller than the ${len(f.value, 'down')} chamfer${at}: the wheel stands proud and rocks.${error}`
        : `The chamfer of ${len(f.value, 'down')}${at} takes the spacer’s lip root of ${len(f.limit, 'up')}.${error}`;
    case 'centring.over-spigot':
      if (short) return missing;
      return f.level === 'stop'
        ? `The hub spigot is ${len(f.value, 'up')} tall${at} and the spacer ${len(f.limit, 'down')} thick: it would hold the wheel off.${error}`
        : `The spacer covers the ${len(f.value, 'up')} hub spigot${at}.${error}`;
    case 'clearance.loaded':
      if (short) return missing;
      return f.level === 'stop'
        ? `${len(f.value, 'down')} left between tyre and arch under load${at}; the reserve is ${len(f.limit, 'up')}. It can cut the tyre.${error}`
        : `${len(f.value, 'down')} left between tyre and arch under load${at}; the reserve is ${len(f.limit, 'up')}.${error}`;
    case 'stance.gap':
      if (short) return missing;
      return (f.value ?? 0) < 0
        ? `The tyre stands ${len(-(f.value ?? 0), 'up')} outside the arch${at}. Tyres outside the body are regulated: check local rules.`
        : `${len(f.value, 'down')} from arch to tyre${at} with the spacer on.${error}`;
    case 'torque.source':
      return short
        ? 'No torque figure with a source. Look it up in the handbook or on the door plate; Vectis does not guess.'
        : `${formatTorque(f.value ?? 0, w.units)}, from: ${f.why}.`;
    case 'use.competition':
      return `${len(f.value, 'nearest')} slip-on for competition: many refuse more than ${len(f.limit, 'nearest')}. The lead decides and signs.`;
  }
}

/** A line for what is still to measure: what, and which decision waits for it. */
export function missingReading(id: QuantityId): string {
  const x = quantity(id);
  return `${x.label}: ${x.blocks} waits for it.`;
}
