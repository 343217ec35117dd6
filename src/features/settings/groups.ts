import { POLICY_RULES, type PolicyRule } from '@/core/document/policy';

type Id = PolicyRule['id'];

/** Thresholds by what they are about, in the order of the trade. */
export const GROUPS: readonly { readonly title: string; readonly ids: readonly Id[] }[] = [
  {
    title: 'Thread engagement',
    ids: [
      'diameterFactorSteel',
      'diameterFactorAluminium',
      'diameterFactorAluminiumKnown',
      'floorSteel',
      'floorAluminium',
      'floorAluminiumKnown',
      'turnsNeverDrive',
      'turnsByHand',
      'turnsInHub',
      'turnsPolicy',
      'visibleThreadInch',
      'leadPitches',
      'closedNutGap',
    ],
  },
  {
    title: 'Clearance',
    ids: ['clearanceReserveStreet', 'clearanceReserveTrack', 'innerReserve', 'pocketMargin', 'socketRoom'],
  },
  {
    title: 'Centring',
    ids: ['spigotGood', 'spigotLeast', 'lipPastChamfer', 'boreClearanceGood', 'boreClearanceMost', 'competitionSlipOn'],
  },
  {
    title: 'Clamp and torque',
    ids: ['proofMost', 'stressCaution', 'roadFriction', 'loadFactor', 'jointFriction', 'torqueBand', 'verifyAngle'],
  },
  { title: 'Errors of marked sizes', ids: ['spacerPm', 'fastenerPm'] },
];

/** The rule on a threshold. */
export const policyRule = (id: Id): PolicyRule => POLICY_RULES.find((r) => r.id === id) as PolicyRule;
