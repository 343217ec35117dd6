/**
 * What pages and features show: the shapes that use-cases hand out, known from here, so that nothing above them names
 * the store.
 */
export type { BoardStage } from '@/store/board';
export type { JobLine } from '@/store/jobBrief';
export type { JobWhole } from '@/store/jobs';
export type { Role } from '@/store/peopleSchema';
export type { PlanInForce } from '@/store/plans';
export type { Remarks } from '@/store/remarks';
export type { AxleHubRow, ChoiceDraft, FittedRow, HeldFor, JobRow, Stage, WheelSetRow } from '@/store/schema';
export type { VehicleWhole } from '@/store/vehicles';
export type { WheelWhole } from '@/store/wheels';
