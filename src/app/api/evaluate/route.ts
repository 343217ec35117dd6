import { report } from '@/core/evaluate/report';

const MOST_BYTES = 1_000_000;

/**
 * POST a plan document, get its evaluation; an invalid one gets a list of {path, message}. `?units=imperial` words it
 * in inches.
 */
export async function POST(request: Request): Promise<Response> {
  const text = await request.text();
  if (text.length > MOST_BYTES)
    return Response.json(
      { issues: [{ path: '', message: `The document is larger than ${MOST_BYTES} bytes.` }] },
      { status: 413 },
    );
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch {
    return Response.json({ issues: [{ path: '', message: 'This is not JSON.' }] }, { status: 400 });
  }
  const units = new URL(request.url).searchParams.get('units') === 'imperial' ? 'imperial' : 'metric';
  const result = report(document, units);
  return Response.json(result, { status: 'issues' in result ? 422 : 200 });
}
