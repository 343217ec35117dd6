import { STAGES, type Stage } from '@/store/schema';
import { JOB_EVENTS, type JobEvent, refusalOf, TRANSITIONS } from '@/usecases/transitions';

/** Written out by hand, stage by stage, from the order of the trade: every event that may happen there and where it leads. */
const WANTED: Readonly<Record<Stage, Readonly<Partial<Record<JobEvent, Stage>>>>> = {
  'take-in': {
    'start-measuring': 'measure',
    'go-choose': 'choose',
    'keep-draft': 'take-in',
    measure: 'take-in',
    'compare-gap': 'take-in',
    'take-forward': 'stage',
  },
  measure: {
    'go-choose': 'choose',
    'keep-draft': 'measure',
    measure: 'measure',
    'compare-gap': 'measure',
    'take-forward': 'stage',
  },
  choose: {
    'go-choose': 'choose',
    'keep-draft': 'choose',
    measure: 'choose',
    'compare-gap': 'choose',
    'take-forward': 'stage',
  },
  stage: {
    'keep-draft': 'stage',
    measure: 'stage',
    'compare-gap': 'stage',
    'take-forward': 'stage',
    'take-readings-in': 'stage',
    tick: 'stage',
    'finish-kit': 'fit',
  },
  fit: {
    'keep-draft': 'fit',
    measure: 'fit',
    'compare-gap': 'fit',
    'take-forward': 'stage',
    'take-readings-in': 'fit',
    tick: 'fit',
    'finish-fit': 'torque',
    'torque-adapter': 'fit',
  },
  torque: {
    'keep-draft': 'torque',
    measure: 'torque',
    'compare-gap': 'torque',
    'take-forward': 'stage',
    'take-readings-in': 'torque',
    tick: 'torque',
    'torque-adapter': 'torque',
    'torque-wheel': 'torque',
    'sign-off': 'recheck',
  },
  recheck: { 'compare-gap': 'recheck', recheck: 'recheck', 'recheck-moved': 'torque', 'recheck-done': 'closed' },
  closed: {},
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
