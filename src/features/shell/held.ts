import type { HeldFor } from '@/usecases/shown';

/** Why a job rests, in words. */
export const HELD_LABEL: Readonly<Record<HeldFor, string>> = {
  declined: 'Was declined: nothing is fitted',
  parts: 'Waits for parts',
  'arch-work': 'Waits for arch work',
  owner: 'Waits for the owner',
  later: 'Goes on another day',
  left: 'Left as it is on purpose, not for the road',
};
