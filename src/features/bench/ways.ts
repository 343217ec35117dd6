import type { Plan } from '@/core/document/document';
import { CORNER_LABEL } from '@/core/document/labels';
import { quantity } from '@/core/document/quantities';
import { type Lack, lacksOf, type PartFact, type WheelFact } from '@/core/evaluate/lacks';
import type { Finding } from '@/core/rules/kit/finding';
import type { Way } from '@/ui/FindingList';

/** Labels of the fields on the bench. */
const PART_FIELD: Readonly<Record<PartFact, string>> = {
  spacerBore: 'Spacer bore',
  lipDiameter: 'Lip diameter',
  drilling: 'Drilled for',
  nutThread: 'Full thread in it',
  nutBlind: 'Its blind depth',
  nutStyle: 'Nut',
  nutStart: 'Its thread begins deeper by',
  nutCap: 'Past its thread',
  nutMaterial: 'Nut of',
  threadLength: 'Full thread on it',
  nose: 'Pilot nose',
  seat: 'Seat of the nut',
  class: 'Class',
  locking: 'Locking piece',
  torque: 'Torque',
  adapterWeb: 'Web under its nut',
  adapterNutHeight: 'Height of its nut',
  adapterNutThread: 'Thread in its nut',
  adapterStud: 'Its studs stand out',
  adapterCircle: 'Bolt circle outside',
};
const CAR_LABEL = {
  seat: 'Seat on the car',
  threadMaterial: 'Material of the thread',
  fastenerClass: 'Class of what is on',
  nutStyle: 'Open or closed nuts',
  torque: 'Torque and its source',
  lugs: 'Lugs and bolt circle',
} as const;
const WHEEL_LABEL: Readonly<Record<WheelFact, string>> = {
  seat: 'Seat in the wheel',
  drilling: 'Drilling of the wheels',
  tyre: 'Tyre and offset',
};

interface Where {
  readonly jobId: string;
  readonly vehicleId: string;
}

/**
 * Where one thing is entered: a reading in Measure, a fact of the car in its form, a figure of the part on the bench
 * itself.
 */
function wayOf(plan: Plan, lack: Lack, { jobId, vehicleId }: Where): Way {
  switch (lack.place) {
    case 'reading': {
      const { label } = quantity(lack.id);
      const at = lack.corner === null ? '' : `, ${CORNER_LABEL[lack.corner]}`;
      const corner = lack.corner === null ? '' : `corner=${lack.corner}&`;
      return { label: `${label}${at}`, href: `/jobs/${jobId}/measure?${corner}field=${lack.id}` };
    }
    case 'car':
      return {
        label: CAR_LABEL[lack.id],
        href: `/vehicles/${vehicleId}/edit?back=${jobId}&field=${plan.axle}.${lack.id}`,
      };
    case 'wheels':
      return { label: WHEEL_LABEL[lack.id], href: `/vehicles/${vehicleId}#sets` };
    case 'part':
      return {
        label: lack.id === 'seat' && plan.fastener.kind === 'bolt' ? 'Seat of these bolts' : PART_FIELD[lack.id],
        href: null,
      };
  }
}

/** Where each thing is entered that an unmeasured finding waits for. */
export const waysTo =
  (plan: Plan, where: Where) =>
  (f: Finding): readonly Way[] =>
    lacksOf(plan, f).map((l) => wayOf(plan, l, where));
