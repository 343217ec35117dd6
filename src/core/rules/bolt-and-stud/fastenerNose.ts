import type { Case } from '../kit/finding';
import { finding } from '../kit/make';
import { PLAIN, type Rule } from '../kit/rule';

interface Nose extends Case {
  readonly is: 'unknown';
}

/** A new fastener says whether a smooth nose stands before its thread. */
export const fastenerNose: Rule<'fastener.nose', Nose> = {
  ...PLAIN,
  id: 'fastener.nose',
  title: 'Pilot nose of a new fastener',
  statement:
    'A smooth pilot nose guides the nut and holds nothing, so a new bolt or stud says how long its nose is; a plain end is 0.',
  formula: 'n = nose + 2 P, off the length at the tip',
  sources: ['geometry'],
  chosen: ['fastener'],
  decidedBy: 'fastener',
  judge({ plan: { fastener: f } }, out) {
    if (!('nose' in f) || (f.nose !== null && Number.isFinite(f.nose))) return;
    out.push(finding({ rule: 'fastener.nose', case: { is: 'unknown' }, unit: 'mm' }));
  },
  sentence: () =>
    'It is not known whether the new fastener has a smooth pilot nose. It holds nothing: measure it, or say 0 for a plain end.',
};
