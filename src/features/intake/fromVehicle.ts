import { endOf } from '@/core/document/axles';
import { AXLES, type Axle, type WheelSeat } from '@/core/document/vocabulary';
import type { AxleHubRow, VehicleWhole, WheelSetRow } from '@/usecases/shown';
import { EMPTY_HUB, EMPTY_SET, EMPTY_VEHICLE, type HubTyped, type VehicleTyped } from './schema';
import type { SetTyped } from './WheelSetForm';

const typedHub = (h: AxleHubRow | undefined): HubTyped =>
  h
    ? {
        lugs: h.lugs === null ? '' : String(h.lugs),
        boltCircle: h.boltCircleMm === null ? '' : String(h.boltCircleMm),
        thread: h.thread,
        fastening: h.fastening,
        seat: h.seat as HubTyped['seat'],
        threadMaterial: h.threadMaterial as HubTyped['threadMaterial'],
        nutStyle: h.nutStyle as HubTyped['nutStyle'],
        torque: h.torqueNm === null ? '' : String(h.torqueNm),
        torqueSource: h.torqueSource,
        locking: h.lockingFastener ? 'yes' : 'no',
        fastenerClass: h.fastenerClass as HubTyped['fastenerClass'],
        tensile: h.internalTensileMpa === null ? '' : String(h.internalTensileMpa),
        nutClass: h.nutClass,
        hardware: h.hardware,
        found: '',
      }
    : EMPTY_HUB;

/** The hubs of a car in the places of the form: a side by itself beside the left one. */
const typedHubs = ({ hubs }: VehicleWhole): Pick<VehicleTyped, HubPlace> => {
  const at = new Map(hubs.map((h) => [placeOf(h.axle), typedHub(h)]));
  return {
    front: at.get('front') ?? EMPTY_HUB,
    rear: at.get('rear') ?? EMPTY_HUB,
    frontRight: at.get('frontRight') ?? null,
    rearRight: at.get('rearRight') ?? null,
  };
};

type HubPlace = 'front' | 'rear' | 'frontRight' | 'rearRight';

/** Where a hub stands in the form. */
const placeOf = (axle: Axle): HubPlace => (axle.endsWith('right') ? `${endOf(axle)}Right` : endOf(axle));

/** The form's name of a field that a link names by axle: `rear-right.torque` is `rearRight.torque`. */
export function fieldOf(linked: string): string {
  const [axle, ...rest] = linked.split('.');
  const known = AXLES.find((a) => a === axle);
  return known === undefined ? linked : [placeOf(known), ...rest].join('.');
}

/** A stored vehicle as the form would have been typed. The wheel set is edited elsewhere and only fills its place. */
export function typedVehicle(whole: VehicleWhole): VehicleTyped {
  const set = whole.wheelSets[0];
  return {
    ...EMPTY_VEHICLE,
    name: whole.vehicle.name,
    plate: whole.vehicle.plate,
    notes: whole.vehicle.notes,
    ...typedHubs(whole),
    wheelSet: { ...EMPTY_SET, setName: set?.name ?? '–' },
  };
}

const typedDrilling = (lugs: number | null, circle: number | null): string =>
  lugs === null || circle === null ? '' : `${lugs}x${circle}`;
const typedOffset = (mm: number | null): string => (mm === null ? '' : String(mm));

/** A stored wheel set as the form would have been typed. */
export const typedSet = (w: WheelSetRow): SetTyped => ({
  setName: w.name,
  tyre: w.tyre,
  offset: typedOffset(w.offsetMm),
  wheelSeat: w.seat as WheelSeat,
  drilling: typedDrilling(w.lugs, w.boltCircleMm),
  planned: w.planned ? 'yes' : 'no',
  own: w.own && { ...w.own, socket: w.own.socket === null ? '' : String(w.own.socket) },
  rear: w.rear && {
    tyre: w.rear.tyre,
    offset: typedOffset(w.rear.offsetMm),
    wheelSeat: w.rear.seat as WheelSeat,
    drilling: typedDrilling(w.rear.lugs, w.rear.boltCircleMm),
  },
});
