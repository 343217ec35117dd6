import { formatLength, type UnitSystem } from '../units/format';
import type { Corner, Measured, Plan, WheelEach } from './document';
import { CORNER_LABEL } from './labels';
import { type HubReading, QUANTITIES, type QuantityId } from './quantities';
import { readingText } from './readingText';
import type { OnCar } from './setup';

/**
 * What changed between a frozen plan and the one that the same choice would make now, a line each: readings by name
 * and corner with both values, then vehicle and wheel data. Empty when nothing did.
 */
export function planChanges(frozen: Plan, now: Plan, units: UnitSystem): string[] {
  const changes: string[] = [];
  const plain = (label: string, a: unknown, b: unknown): void => {
    if (JSON.stringify(a) !== JSON.stringify(b)) changes.push(`${label} changed.`);
  };
  for (const q of QUANTITIES) {
    const show = (m: Measured): string =>
      m === null ? 'unmeasured' : readingText(q, m.value, units) + onText(m, units);
    const compare = (place: string, a: Measured, b: Measured): void => {
      if (a?.value !== b?.value || a?.pm !== b?.pm || onText(a, units) !== onText(b, units))
        changes.push(`${q.label}${place}: ${show(a)} then, ${show(b)} now.`);
    };
    if (NOT_COMPARED.has(q.id)) continue;
    if (q.scope === 'wheel') {
      for (const w of frozen.wheel.each)
        compare(
          `, ${w.name}`,
          wheelReading(w, q.id),
          wheelReading(
            now.wheel.each.find((k) => k.name === w.name),
            q.id,
          ),
        );
    } else if (q.id === 'holeOpen' || q.id === 'capOpen') {
      const [a, b] = [frozen.hub[q.id], now.hub[q.id]];
      if (a !== b) changes.push(`${q.label}: ${yesNo(a)} then, ${yesNo(b)} now.`);
    } else if (q.id === 'capDab') {
      for (const c of frozen.corners)
        if (JSON.stringify(c.capDab) !== JSON.stringify(now.corners.find((k) => k.corner === c.corner)?.capDab ?? null))
          changes.push(`${q.label}, ${CORNER_LABEL[c.corner]}, changed.`);
    } else if (q.kind === 'yes-no') {
      for (const c of frozen.corners) {
        const [a, b] = [c[q.id as YesNo], now.corners.find((k) => k.corner === c.corner)?.[q.id as YesNo] ?? null];
        if (a !== b) changes.push(`${q.label}, ${CORNER_LABEL[c.corner]}: ${yesNo(a)} then, ${yesNo(b)} now.`);
      }
    } else if (q.scope === 'axle' || q.id === 'spigotDiameter')
      compare('', axleReading(frozen, q.id), axleReading(now, q.id));
    else {
      for (const c of frozen.corners) {
        const other = now.corners.find((k) => k.corner === c.corner);
        compare(`, ${CORNER_LABEL[c.corner]}`, c[q.id as CornerQuantity], other?.[q.id as CornerQuantity] ?? null);
      }
    }
  }
  for (const c of frozen.corners) {
    const other = now.corners.find((k) => k.corner === c.corner);
    if (JSON.stringify(c.clock) !== JSON.stringify(other?.clock))
      changes.push(`Loaded clearance by the clock, ${CORNER_LABEL[c.corner]}, changed.`);
    if (JSON.stringify(c.chalk) !== JSON.stringify(other?.chalk))
      changes.push(`Chalk tests, ${CORNER_LABEL[c.corner]}, changed.`);
  }
  for (const w of frozen.wheel.each) {
    const other = now.wheel.each.find((k) => k.name === w.name);
    if (w.corner !== (other?.corner ?? null))
      changes.push(`${sentenceCase(w.name)}: ${cornerText(w.corner)} then, ${cornerText(other?.corner ?? null)} now.`);
  }
  plain(
    'Wheels that can go on',
    frozen.wheel.each.map((w) => w.name),
    now.wheel.each.map((w) => w.name),
  );
  plain(
    'Wheel load, socket or seat contact',
    [frozen.hub.wheelLoad, frozen.hub.socketOutside, frozen.hub.contactDiameter],
    [now.hub.wheelLoad, now.hub.socketOutside, now.hub.contactDiameter],
  );
  plain('Name, job type or use', [frozen.title, frozen.jobType, frozen.use], [now.title, now.jobType, now.use]);
  plain('Thread', frozen.hub.thread, now.hub.thread);
  plain('Torque figure', frozen.hub.torque, now.hub.torque);
  plain('Seat', [frozen.hub.seat, frozen.wheel.seat], [now.hub.seat, now.wheel.seat]);
  plain(
    'Material, class or whose hardware is on',
    [
      frozen.hub.threadMaterial,
      frozen.hub.fastenerClass,
      frozen.hub.internalTensile,
      frozen.hub.nutClass,
      frozen.hub.hardware,
    ],
    [now.hub.threadMaterial, now.hub.fastenerClass, now.hub.internalTensile, now.hub.nutClass, now.hub.hardware],
  );
  plain(
    'Lugs, bolt circle or nuts',
    [frozen.hub.lugs, frozen.hub.boltCircle, frozen.hub.nutStyle, frozen.hub.lockingFastener, frozen.hub.fastening],
    [now.hub.lugs, now.hub.boltCircle, now.hub.nutStyle, now.hub.lockingFastener, now.hub.fastening],
  );
  plain(
    'Wheel set',
    [frozen.wheel.name, frozen.wheel.tyre, frozen.wheel.offset, frozen.wheel.lugs, frozen.wheel.boltCircle],
    [now.wheel.name, now.wheel.tyre, now.wheel.offset, now.wheel.lugs, now.wheel.boltCircle],
  );
  plain('Wheel sets that are prepared as well', frozen.also, now.also);
  plain('Finish', frozen.finish, now.finish);
  plain('Bolts or nuts of the wheels', frozen.wheel.own, now.wheel.own);
  plain('Policy', frozen.policy, now.policy);
  return changes;
}

/** What was on while it was read, in words; empty where nothing was. */
function onText(m: Measured, units: UnitSystem): string {
  const on = m === null ? undefined : (m as OnCar).on;
  if (on === undefined) return '';
  const spacer =
    on.spacer === null
      ? ' with a spacer that is not known'
      : on.spacer > 0
        ? ` with ${formatLength(on.spacer, units)} on`
        : '';
  const part = typeof on.fastener === 'object' ? ', tried by hand' : '';
  const wheel = typeof on.wheel === 'object' ? ` on ${on.wheel.name}` : '';
  return `${spacer}${part}${wheel}`;
}

type YesNo = 'slidesOn' | 'settled' | 'rimProtector' | 'fingerPasses';
type WheelQuantity =
  | 'wheelBore'
  | 'ringBore'
  | 'chamferDepth'
  | 'boreRecess'
  | 'padThickness'
  | 'lugHole'
  | 'pocketDepth';
type PlainAxle = 'wheelLoad' | 'socketOutside' | 'contactDiameter';
type CornerQuantity = Exclude<
  QuantityId,
  | WheelQuantity
  | HubReading
  | PlainAxle
  | YesNo
  | 'gapFitted'
  | 'socketSize'
  | 'originalLength'
  | 'holeOpen'
  | 'capOpen'
  | 'capDab'
>;

/** Kept without their ± in the plan and compared as plain figures, or no part of a plan at all. */
const NOT_COMPARED: ReadonlySet<QuantityId> = new Set<QuantityId>([
  'wheelLoad',
  'socketOutside',
  'contactDiameter',
  'gapFitted',
  'socketSize',
]);

const yesNo = (x: boolean | null): string => (x === null ? 'unsaid' : x ? 'yes' : 'no');
const cornerText = (c: Corner | null): string => (c === null ? 'nowhere' : CORNER_LABEL[c]);
const sentenceCase = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const axleReading = (plan: Plan, id: QuantityId): Measured =>
  id === 'originalLength' ? (plan.hub.original?.length ?? null) : plan.hub[id as HubReading];

function wheelReading(w: WheelEach | undefined, id: QuantityId): Measured {
  return w?.[id === 'wheelBore' ? 'bore' : (id as Exclude<WheelQuantity, 'wheelBore'>)] ?? null;
}
