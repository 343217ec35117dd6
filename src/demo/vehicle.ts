import type { TrialPart } from '@/core/document/document';
import type { QuantityId } from '@/core/document/quantities';
import type { Axle } from '@/core/document/vocabulary';
import type { ChoiceDraft, HeldFor, Stage } from '@/store/schema';
import type { HubInput, VehicleInput } from '@/store/vehicles';

type Readings = Readonly<Partial<Record<QuantityId, readonly [number, number] | number>>>;

export interface DemoJob {
  readonly axle: Axle;
  readonly jobType: 'clearance' | 'stance' | 'conversion' | 'wheels';
  /** The wheel set that it is about; the first of the car where nothing is said. */
  readonly set?: string;
  /** Its rechecks are through and it is closed. */
  readonly closed?: boolean;
  readonly use: 'street' | 'towing' | 'track' | 'competition';
  /** How far the job is driven. */
  readonly until: Stage;
  /** Left and right for what belongs to a corner, one figure for the axle. */
  readonly readings: Readings;
  /** Part that was turned in by hand for the count; left out, what was on the car. */
  readonly counted?: TrialPart;
  readonly choice?: ChoiceDraft;
  readonly lead?: { by: string; reason: string };
  /** Days ago it was opened. */
  readonly daysAgo: number;
  /** In the torque stage: a verify pass that moved on the left wheel. */
  readonly verifyMoved?: boolean;
  /** Came in with the vehicle's first job: one visit, two axles. */
  readonly sameVisit?: boolean;
  /** Came to nothing, or waits. */
  readonly held?: { readonly why: HeldFor; readonly reason: string };
}

export interface DemoVehicle extends VehicleInput {
  readonly jobs: readonly DemoJob[];
  readonly key?: { readonly pattern: string; readonly place: string; readonly holder: string };
  readonly remark?: string;
  readonly moreSets?: readonly VehicleInput['wheelSet'][];
  /** Readings of the wheels, by set: front left, front right, rear left, rear right. */
  readonly wheels?: Readonly<
    Record<string, Readonly<Partial<Record<QuantityId, readonly [number, number, number, number]>>>>
  >;
}

const hub = (axle: Axle, h: Omit<HubInput, 'axle'>): HubInput => ({ axle, ...h });
/** The same hub at both axles. */
export const both = (h: Omit<HubInput, 'axle'>): HubInput[] => [hub('front', h), hub('rear', h)];
