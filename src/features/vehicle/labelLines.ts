import type { Plan } from '@/core/document/document';
import { onCarText } from '@/core/document/fastenerText';
import { wheelTorque } from '@/core/document/hardware';
import { AXLE_LABEL } from '@/core/document/labels';
import { ownText } from '@/core/document/ownText';
import { formatThread, parseThread } from '@/core/thread/designation';
import { formatLength, formatTorque, type UnitSystem } from '@/core/units/format';
import type { LabelAxle } from '@/usecases/vehicle/glovebox';

const finishText = ({ finish, fastener: f }: Plan): string =>
  finish === undefined || f.kind === 'present' || f.kind === 'original' ? '' : `, ${finish}`;

/** What goes on with the wheels that are on, and with no others. */
const ownLines = ({ wheel: { own, name } }: Plan, units: UnitSystem): (readonly [string, boolean])[] =>
  own ? [[`${own.piece}s of “${name}”: ${ownText(own, units)}`, false]] : [];

/** What is on an axle, in lines short enough for a card. */
export function linesOf(
  { axle, plan, signed, signature, never, foundSince, rechecks }: LabelAxle,
  units: UnitSystem,
): readonly (readonly [string, boolean])[] {
  const { spacer, fastener: f, hub } = plan;
  const torque = wheelTorque(plan);
  const thread = formatThread(parseThread('Thread', f.kind === 'conversion' ? f.outerThread : hub.thread));
  const loose =
    f.kind === 'bolt'
      ? `bolts ${formatLength(f.length, units)} under the seat, ${thread}`
      : f.kind === 'stud'
        ? `studs ${formatLength(f.protrusion, units)} from the disc, ${thread}`
        : f.kind === 'conversion'
          ? `conversion studs ${formatLength(f.length, units)}, nuts ${thread}`
          : `${f.kind === 'nuts' ? 'other nuts' : onCarText(hub, units, hub.fastening === 'bolt' ? 'bolts' : 'studs and nuts')}, ${thread}`;
  return [
    [`${AXLE_LABEL[axle]}${signed ? `, signed ${signed}` : ', not signed off yet'}`, true],
    [
      spacer.thickness === 0
        ? 'no spacer'
        : `${formatLength(spacer.thickness, units)} ${spacer.kind} ${spacer.kind === 'adapter' ? '' : 'spacer'}`.trim(),
      false,
    ],
    [`${loose}${finishText(plan)}`, false],
    ...ownLines(plan, units),
    ...(signature === null ? [] : [[signature, true] as const]),
    ...(foundSince === null
      ? []
      : [[`something else was found on it ${foundSince}: look before you trust this`, true] as const]),
    [torque ? `${formatTorque(torque.value, units)} (${torque.source})` : 'no torque figure', false],
    ...(hub.socketOutside === null
      ? []
      : [[`socket ${formatLength(hub.socketOutside, units, 'up')} outside`, false] as const]),
    ...(spacer.thickness > 0 && (f.kind === 'bolt' || f.kind === 'stud')
      ? [
          [
            `DO NOT COMBINE: these ${f.kind}s without this ${spacer.kind === 'adapter' ? 'adapter' : 'spacer'}, or it with shorter ones`,
            true,
          ] as const,
        ]
      : []),
    ...never.map((n) => [`DO NOT COMBINE: ${n}`, true] as const),
    ...rechecks.map((r) => [`recheck ${r}`, false] as const),
  ];
}

/** What stands at the foot of the card. */
export const LABEL_FOOT =
  'The vehicle maker’s and hardware supplier’s instructions win over any figure here. Local codes apply.';
