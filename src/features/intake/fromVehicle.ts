import type { Seat } from '@/core/document/vocabulary';
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

/** A stored vehicle as the form would have been typed. The wheel set is edited elsewhere and only fills its place. */
export function typedVehicle(whole: VehicleWhole): VehicleTyped {
  const set = whole.wheelSets[0];
  return {
    ...EMPTY_VEHICLE,
    name: whole.vehicle.name,
    plate: whole.vehicle.plate,
    notes: whole.vehicle.notes,
    front: typedHub(whole.hubs.find((h) => h.axle === 'front')),
    rear: typedHub(whole.hubs.find((h) => h.axle === 'rear')),
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
  wheelSeat: w.seat as Seat,
  drilling: typedDrilling(w.lugs, w.boltCircleMm),
  planned: w.planned ? 'yes' : 'no',
  own: w.own && { ...w.own, socket: w.own.socket === null ? '' : String(w.own.socket) },
  rear: w.rear && {
    tyre: w.rear.tyre,
    offset: typedOffset(w.rear.offsetMm),
    wheelSeat: w.rear.seat as Seat,
    drilling: typedDrilling(w.rear.lugs, w.rear.boltCircleMm),
  },
});
