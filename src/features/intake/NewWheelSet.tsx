'use client';

import { useState } from 'react';
import { Button } from '@/ui/Button';
import { takeInWheelSet } from './actions';
import { WheelSetForm } from './WheelSetForm';

/** Adds another wheel set to a vehicle, folded away until it is wanted. */
export function NewWheelSet({ vehicleId }: { vehicleId: string }) {
  const [open, setOpen] = useState(false);
  if (!open)
    return (
      <Button look="quiet" className="self-start" onClick={() => setOpen(true)}>
        Add a wheel set
      </Button>
    );
  return (
    <WheelSetForm
      verb="Add"
      seenFor={vehicleId}
      save={(typed, confirmed) => takeInWheelSet(vehicleId, typed, confirmed)}
      onDone={() => setOpen(false)}
    />
  );
}
