import { type AnyRule, RULES } from '@/core/rules/index';
import type { SketchName } from '@/drawing/sketches';

/** Rules by what they are about, in the order of the trade. Each area has its drawing; a rule may bring its own. */
const AREAS: readonly { readonly title: string; readonly of: readonly string[]; readonly sketch: SketchName }[] = [
  { title: 'Readings', of: ['reading'], sketch: 'stud' },
  { title: 'Thread engagement', of: ['engagement', 'thread'], sketch: 'stud' },
  { title: 'Bolts, studs and nuts', of: ['bolt', 'stud', 'nut', 'fastener'], sketch: 'bolt' },
  { title: 'Spacers and centring', of: ['spacer', 'centring', 'circle'], sketch: 'spigot' },
  { title: 'Seats and sockets', of: ['seat'], sketch: 'seat' },
  { title: 'Bolt-on adapters', of: ['adapter'], sketch: 'adapter' },
  { title: 'Stance and clearance', of: ['stance', 'clearance'], sketch: 'arch' },
  { title: 'Torque and clamp', of: ['torque', 'joint', 'use'], sketch: 'clamp' },
];

const OWN: Readonly<Partial<Record<AnyRule['id'], SketchName>>> = {
  'engagement.hub-end': 'ends',
  'engagement.travel': 'bolt',
  'stud.behind': 'ends',
  'nut.bottom': 'stud',
  'nut.shank': 'stud',
  'fastener.nose': 'stud',
  'use.competition': 'spigot',
};

export interface Area {
  readonly title: string;
  readonly rules: readonly { readonly rule: AnyRule; readonly sketch: SketchName }[];
}

/** Every rule in its area; one of no area would be lost from the book, so the last takes the rest. */
export function areas(): readonly Area[] {
  const left = new Set(RULES);
  const found = AREAS.map((a) => ({
    title: a.title,
    rules: RULES.filter((r) => a.of.includes(r.id.split('.')[0] as string)).map((rule) => {
      left.delete(rule);
      return { rule, sketch: OWN[rule.id] ?? a.sketch };
    }),
  }));
  return left.size === 0
    ? found
    : [...found, { title: 'Others', rules: [...left].map((rule) => ({ rule, sketch: 'stud' as const })) }];
}
