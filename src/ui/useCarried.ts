import type { Carried } from '@/core/quick/carried';
import { useUnkept } from './useUnkept';

/** Figures of a quick answer on their way into a job; they stay with the tab until the job has them. */
export const useCarried = () => useUnkept<Carried | null>('quick/carried', null);
