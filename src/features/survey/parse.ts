import type { Quantity } from '@/core/plan/quantities';
import { parseLength, parseTurns, type TypedQuantity } from '@/core/units/parse';

/** A reading as typed, to core units, inside the quantity's range. @throws InputError */
export function parseReading(q: Quantity, text: string): TypedQuantity {
  return q.kind === 'turns' ? parseTurns(q.label, text, q) : parseLength(q.label, text, q);
}
