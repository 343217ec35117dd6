import type { Stage } from '@/store/schema';

export interface StageView {
  readonly stage: Exclude<Stage, 'closed'>;
  readonly label: string;
  /** The next action on a job that stands in this stage. */
  readonly next: string;
}

/** The seven stages in the order of the trade. */
export const STAGE_VIEWS: readonly StageView[] = [
  { stage: 'take-in', label: 'Take in', next: 'Read it over at the car' },
  { stage: 'measure', label: 'Measure', next: 'Measure both corners' },
  { stage: 'choose', label: 'Choose', next: 'Choose the spacer' },
  { stage: 'stage', label: 'Stage', next: 'Stage the kit' },
  { stage: 'fit', label: 'Fit', next: 'Fit, corner by corner' },
  { stage: 'torque', label: 'Torque', next: 'Torque in star order' },
  { stage: 'recheck', label: 'Recheck', next: 'Recheck the torque' },
];

/** Page of the stage a job stands in; a closed job shows its record. */
export const stagePath = (jobId: string, stage: Stage): string =>
  `/jobs/${jobId}/${stage === 'closed' ? 'record' : stage}`;

/** Position of a stage in the order of the trade; closed comes last. */
export const stageIndex = (stage: Stage): number => {
  const i = STAGE_VIEWS.findIndex((s) => s.stage === stage);
  return i < 0 ? STAGE_VIEWS.length : i;
};

/** A stage by its name on the rail, in a sentence. */
export const stageName = (stage: Stage): string =>
  stage === 'closed' ? 'Closed' : (STAGE_VIEWS.find((s) => s.stage === stage)?.label ?? stage);
