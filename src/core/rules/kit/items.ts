import type { QuantityId } from '../../document/quantities';

/** What is chosen or taken in, and not measured, that a rule may lack. */
export const CHOSEN_ITEMS = {
  spacerBore: 'the spacer’s bore',
  lipDiameter: 'the spacer’s lip diameter',
  newThread: 'the thread in the new nut: it holds no more than that, however far it turns on',
  newBlind: 'the blind depth of the new nut',
  adapterWeb: 'the adapter’s web under its nut',
  adapterNutHeight: 'the height of the adapter’s nut',
  adapterNutThread: 'the thread in the adapter’s nut',
  adapterStud: 'how far the adapter’s own studs stand out',
  tyre: 'the tyre of the wheels that were measured',
  offset: 'the offset of the wheels that were measured',
} as const;
export type ChosenId = keyof typeof CHOSEN_ITEMS;

/** Something that a rule needs: a reading, or what is known of a part. */
export type ItemId = QuantityId | ChosenId;

export const isChosen = (id: ItemId): id is ChosenId => id in CHOSEN_ITEMS;
