import type { Locking, Seat } from '@/core/document/document';
import { SEAT_LABEL } from '@/core/document/labels';
import type { UnitSystem } from '@/core/units/format';
import { optionsOf, SelectField } from '@/ui/Field';
import { Segments } from '@/ui/Segments';
import { FromShelf } from './FromShelf';
import { LengthInput } from './LengthInput';
import type { Bench } from './useBench';

const PIECES = [
  { value: 'none' as const, label: 'None' },
  { value: 'alike' as const, label: 'As the others' },
  { value: 'differs' as const, label: 'Differs' },
];

type Piece = (typeof PIECES)[number]['value'];

const AS_OTHERS = 'as-others';
const SEATS = [{ value: AS_OTHERS, label: 'As the others' }, ...optionsOf(SEAT_LABEL)];

function pieceOf(locking: Locking | undefined): Piece | null {
  if (locking === undefined || locking.kind === 'unknown') return null;
  if (locking.kind === 'none') return 'none';
  return locking.shorter === 0 && locking.seat === undefined ? 'alike' : 'differs';
}

/** The locking piece of new hardware, which is never counted. */
export function LockingInput({ bench, units }: { bench: Bench; units: UnitSystem }) {
  const { locking, fastener } = bench.choice;
  const keepsPresent = fastener.kind === 'present' || (fastener.kind === 'stud' && fastener.nut === null);
  const piece = pieceOf(locking);
  const pick = (v: Piece) => {
    if (v === 'none') bench.setLocking({ kind: 'none' });
    else bench.setLocking({ kind: 'piece', shorter: v === 'alike' ? 0 : 1 });
  };
  return (
    <>
      {keepsPresent ? null : <Segments label="Locking piece" value={piece} options={PIECES} onChange={pick} />}
      {fastener.kind === 'bolt' ? <FromShelf bench={bench} slot="locking" units={units} /> : null}
      {!keepsPresent && locking?.kind === 'piece' && piece === 'differs' ? (
        <>
          <LengthInput
            label="It reaches less by"
            value={locking.shorter}
            range={{ min: -30, max: 30 }}
            onLength={(mm) => mm !== null && bench.setLocking({ ...locking, shorter: mm })}
            className="w-[130px]"
          />
          <SelectField
            label="Seat of the locking piece"
            options={SEATS}
            value={locking.seat ?? AS_OTHERS}
            onChange={(e) => {
              const { seat: _, ...rest } = locking;
              bench.setLocking(e.target.value === AS_OTHERS ? rest : { ...rest, seat: e.target.value as Seat });
            }}
            className="w-[150px]"
          />
        </>
      ) : null}
    </>
  );
}
