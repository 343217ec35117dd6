import type { Plan } from '../document/document';
import { jobCard } from './card';
import { kitList } from './kitList';
import type { KeptSteps } from './step';

/** Both lists of a plan. Pure. */
export const keepSteps = (plan: Plan): KeptSteps => ({ stage: kitList(plan), fit: jobCard(plan) });
