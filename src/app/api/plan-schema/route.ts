import { planJsonSchema } from '@/core/document/schema';

/** The JSON Schema of the plan document. */
export function GET(): Response {
  return Response.json(planJsonSchema(), { headers: { 'content-type': 'application/schema+json' } });
}
