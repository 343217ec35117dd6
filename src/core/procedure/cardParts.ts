import { endOf } from '../document/axles';
import type { Plan } from '../document/document';
import { formatLength, type UnitSystem } from '../units/format';
import { type CornerStep, torqueText } from './step';

/** Studs into a hub that took bolts: dry by hand first, then locker on the hub end, low torque, twice round, cure. */
export function conversionPart(plan: Plan): CornerStep[] {
  const at = { phase: 'hub', shows: 'section' } as const;
  const held =
    endOf(plan.axle) === 'rear'
      ? 'Hold the hub with the parking brake.'
      : 'Hold the hub: a helper on the pedal, a bar across two studs, or a tool through the vented disc against the bracket.';
  return [
    {
      ...at,
      name: 'hub-threads',
      title: 'Hub threads clean',
      text: 'Hub threads cleaned and dry.',
      tool: 'thread brush, brake cleaner',
      minutes: 2,
      hold: true,
    },
    {
      ...at,
      name: 'dry-stud',
      title: 'Dry trial',
      text: 'One stud tried dry, by hand, all the way in each hole: that proves the thread. Out again.',
      tool: 'one stud',
      minutes: 2,
      hold: true,
    },
    {
      ...at,
      name: 'locker',
      title: 'Locker on the hub end',
      text: 'One drop of thread locker on the hub end only. Short end in, all studs of one hub within a few minutes.',
      tool: 'thread locker, medium',
      minutes: 2,
      hold: true,
      starts: 'locker',
      caution: 'High strength needs heat next to bearings and seals to come off again.',
    },
    {
      ...at,
      name: 'hub-torque',
      title: 'Hub studs torqued',
      text: `Studs by hex key or two nuts jammed together, to the low figure of their leaflet, stud by stud, and once round again. ${held}`,
      tool: 'hex key 5 or 6 mm, small torque wrench',
      shows: 'face',
      minutes: 4,
      hold: true,
      round: 'hub',
    },
    {
      ...at,
      name: 'cure',
      title: 'Locker cured',
      text: 'Locker cured for the time on its bottle before a wheel is tightened on it. The other hub fills the time.',
      tool: null,
      minutes: 1,
      hold: true,
      waits: 'locker',
    },
  ];
}

/** An adapter on its hub: a torque job of its own, before the wheel's. */
export function adapterPart(plan: Plan, units: UnitSystem): CornerStep[] {
  const figure = plan.spacer.adapter?.torque;
  const at = { phase: 'hub', shows: 'section' } as const;
  return [
    {
      ...at,
      name: 'nuts-off',
      title: 'Shipped nuts off',
      text: 'Nuts that the adapter was shipped with off its studs; they are not for the hub. Locker on its own nuts only where its leaflet says so.',
      tool: null,
      minutes: 1,
      hold: true,
    },
    {
      ...at,
      name: 'flat',
      title: 'Adapter flat on the hub',
      text: `${formatLength(plan.spacer.thickness, units)} adapter on: it slides snug, knocks metal on metal, does not rock. A slip of paper finds no gap.`,
      tool: 'paper slip',
      minutes: 2,
      hold: true,
    },
    {
      ...at,
      name: 'adapter-snug',
      title: 'Adapter nuts snug',
      text: 'Adapter nuts by hand, then snug in star order, hub held from turning.',
      tool: 'thin-wall socket',
      shows: 'face',
      minutes: 2,
      hold: true,
    },
    {
      ...at,
      name: 'adapter-torque',
      title: 'Adapter torqued',
      text: `Adapter nuts to ${figure ? torqueText(figure, units) : 'their figure'}, then once round again to verify: a torque job of its own, nut by nut on its face.`,
      tool: 'torque wrench, thin-wall socket',
      shows: 'face',
      minutes: 4,
      hold: true,
      round: 'adapter',
    },
    {
      ...at,
      name: 'pockets',
      title: 'Offer the wheel up',
      text: 'Wheel offered up: its back sits on the adapter all round, the factory studs stand in their pockets, a slip of paper finds no gap. Each wheel, not one of four.',
      tool: 'paper slip',
      minutes: 2,
      hold: true,
    },
  ];
}
