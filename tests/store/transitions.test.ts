import { STAGES, type Stage } from '@/store/schema';
import { JOB_EVENTS, type JobEvent, refusalOf, TRANSITIONS } from '@/usecases/job/transitions';

/**
 * Written out by hand, stage by stage, from the order of the trade: every event that may happen there and where it
 * leads.
 */
const WANTED: Readonly<Record<Stage, Readonly<Partial<Record<JobEvent, Stage>>>>> = {
  'take-in': {
    hold: 'take-in',
    'change-plan': 'take-in',
    'take-up': 'take-in',
    'start-measuring': 'measure',
    'go-choose': 'choose',
    'keep-draft': 'take-in',
    measure: 'take-in',
    'compare-gap': 'take-in',
    'arch-work': 'take-in',
    'take-forward': 'stage',
  },
  measure: {
    hold: 'measure',
    'change-plan': 'measure',
    'take-up': 'measure',
    'go-choose': 'choose',
    'keep-draft': 'measure',
    measure: 'measure',
    'compare-gap': 'measure',
    'arch-work': 'measure',
    'take-forward': 'stage',
  },
  choose: {
    hold: 'choose',
    'change-plan': 'choose',
    'take-up': 'choose',
    'plan-b': 'choose',
    'go-choose': 'choose',
    'keep-draft': 'choose',
    measure: 'choose',
    'compare-gap': 'choose',
    'arch-work': 'choose',
    'take-forward': 'stage',
  },
  stage: {
    hold: 'stage',
    'change-plan': 'stage',
    'take-up': 'stage',
    'plan-b': 'stage',
    'take-plan-b': 'stage',
    'keep-draft': 'stage',
    measure: 'stage',
    'compare-gap': 'stage',
    'arch-work': 'stage',
    'take-forward': 'stage',
    'take-readings-in': 'stage',
    tick: 'stage',
    bay: 'stage',
    'finish-kit': 'fit',
  },
  fit: {
    hold: 'fit',
    'change-plan': 'fit',
    'take-up': 'fit',
    'plan-b': 'fit',
    'take-plan-b': 'stage',
    'keep-draft': 'fit',
    measure: 'fit',
    'compare-gap': 'fit',
    'arch-work': 'fit',
    'take-forward': 'stage',
    'take-readings-in': 'fit',
    tick: 'fit',
    bay: 'fit',
    drive: 'fit',
    'finish-fit': 'torque',
    'torque-adapter': 'fit',
    'torque-wheel': 'fit',
  },
  torque: {
    hold: 'torque',
    'change-plan': 'torque',
    'take-up': 'torque',
    'plan-b': 'torque',
    'take-plan-b': 'stage',
    'keep-draft': 'torque',
    measure: 'torque',
    'compare-gap': 'torque',
    'arch-work': 'torque',
    'take-forward': 'stage',
    'take-readings-in': 'torque',
    tick: 'torque',
    bay: 'torque',
    drive: 'torque',
    'torque-adapter': 'torque',
    'torque-wheel': 'torque',
    'sign-off': 'recheck',
  },
  recheck: {
    drive: 'recheck',
    'compare-gap': 'recheck',
    recheck: 'recheck',
    'recheck-link': 'recheck',
    'recheck-moved': 'torque',
    'recheck-done': 'closed',
    revise: 'torque',
  },
  closed: { revise: 'torque' },
};

test.each(STAGES)('in “%s”: every event is allowed to where it leads, or refused with a sentence', (stage) => {
  for (const event of JOB_EVENTS) {
    const to = WANTED[stage][event];
    expect([event, TRANSITIONS[event][stage]]).toEqual([event, to]);
    const refusal = refusalOf(event, stage);
    if (to === undefined) expect([event, refusal]).toEqual([event, expect.stringMatching(/\.$/)]);
    else expect([event, refusal]).toEqual([event, null]);
  }
});

test('a refusal says where the job stands and what would do', () => {
  expect(refusalOf('sign-off', 'fit')).toBe(
    'A job is signed off in “Torque”; this job stands in “Fit”. It is signed once every wheel is through its verify pass.',
  );
  expect(refusalOf('take-forward', 'recheck')).toMatch(/signed off and its record does not change/);
  expect(refusalOf('recheck', 'closed')).toMatch(/closed and its record does not change/);
});
