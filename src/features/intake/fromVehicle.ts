import type { AxleHubRow } from '@/store/schema';
import type { VehicleWhole } from '@/store/vehicles';
import { EMPTY_HUB, EMPTY_SET, EMPTY_VEHICLE, type HubTyped, type VehicleTyped } from './schema';

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
