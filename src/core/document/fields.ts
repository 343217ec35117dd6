import { z } from 'zod';
import { tryInput } from '../errors';
import { parseThread } from '../thread/designation';

/** A size from nought, mm. */
export const mm = (max: number) => z.number().min(0).max(max);

/** A reading with its ±, or null: nobody measured it. */
export const measured = (max: number, min = 0) =>
  z
    .strictObject({ value: z.number().min(min).max(max), pm: z.number().min(0).max(max) })
    .nullable()
    .describe('value with ± in the same unit; null is unmeasured');

/** Checked beside the schema, so that the schema itself can be written down as JSON Schema. */
export const threadText = z.string().max(40).refine(isThread, { error: threadProblem });

function isThread(text: string): boolean {
  return threadMessage(text) === undefined;
}

function threadProblem(issue: { readonly input: unknown }): string {
  return threadMessage(String(issue.input)) ?? '';
}

function threadMessage(text: string): string | undefined {
  return tryInput(() => parseThread('Thread', text)).error;
}

/** A figure with the source it came from; null where nobody gave one. */
export const torqueSchema = z
  .strictObject({ value: z.number().min(20).max(800).describe('N·m'), source: z.string().trim().min(1) })
  .nullable();
