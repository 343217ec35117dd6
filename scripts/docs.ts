import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { planJsonSchema } from '@/core/document/schema';
import { FORMAT } from '@/core/document/vocabulary';
import { rulebook } from '@/core/rules/rulebook';
import { PLAN_EXAMPLES } from '@/demo/planExamples';
import { recordJsonSchema } from '@/records/document';
import { visitJsonSchema } from '@/store/visitFile';

/** Documents that are made from the code: `npm run docs` writes them, a test compares them. */
export function generatedDocs(): Record<string, string> {
  const json = (x: unknown): string => `${JSON.stringify(x, null, 2)}\n`;
  return {
    'docs/rulebook.md': rulebook(),
    'docs/plan-format.schema.json': json(planJsonSchema()),
    'docs/plan-format.md': planFormat(),
    'docs/visit-format.schema.json': json(visitJsonSchema()),
    'docs/record-format.schema.json': json(recordJsonSchema()),
    ...Object.fromEntries(
      Object.entries(PLAN_EXAMPLES).map(([name, plan]) => [`docs/examples/${name}.json`, json(plan)]),
    ),
  };
}

const WHAT: Readonly<Record<string, string>> = {
  'slip-on-bolts': 'A plain plate with longer bolts.',
  'slip-on-lipped': 'A lipped spacer with longer bolts on a vehicle that tows.',
  'slip-on-studs': 'A plain plate on the stock studs with closed nuts.',
  'shank-nuts': 'A plain plate on the stock studs with shank nuts that win back engagement.',
  conversion: 'Bolts replaced by two-ended conversion studs and open nuts.',
  adapter: 'A bolt-on adapter: two joints, pockets in every wheel. One pocket of four is too shallow, so it is a stop.',
};

function planFormat(): string {
  const examples = Object.entries(PLAN_EXAMPLES).flatMap(([name, plan]) => [
    `### ${name}`,
    '',
    WHAT[name] ?? '',
    '',
    `[docs/examples/${name}.json](examples/${name}.json)`,
    '',
    '```json',
    JSON.stringify(plan, null, 2),
    '```',
    '',
  ]);
  return `# The plan document, \`${FORMAT}\`

One plan is one axle: what the car is, what was measured, what was chosen, and the policy it is judged by. It is JSON; its
schema is [plan-format.schema.json](plan-format.schema.json), served at \`/api/plan-schema\`. This page is made from the code
by \`npm run docs\`.

- Lengths are millimetres, torque N·m, loads N, strengths MPa, turns full turns, angles degrees.
- A reading is \`{ "value": …, "pm": … }\`, with ± in the same unit. \`null\` is **unmeasured**: never zero, never a pass.
- What a plate changes (turns, protrusion, gap, clearances) may say \`plate\`: what was on the hub while it was read, mm. Left out, nothing was.
- \`unknown\` is a value of its own for seats, materials, classes and nut styles. Nothing is assumed in its place.
- \`corners\` has one or both corners of the axle; the worse one decides each finding. \`axle\` names one side, such as
  \`rear-right\`, where left and right are held differently: that corner alone is then the whole of the plan.
- \`also\` names other wheel sets of the car that the job prepares as well: each has to hold with the same choice.
- \`policy\` carries every threshold with its version, so that an old plan stays explainable. See [rulebook.md](rulebook.md).
- Documents of an older version are upgraded when they are read; what they could not say becomes unmeasured or unknown.

## Evaluate one

\`\`\`
npm run -s evaluate -- docs/examples/slip-on-bolts.json      # or - for standard input; --imperial for inches
curl -s --data @docs/examples/adapter.json http://127.0.0.1:4310/api/evaluate
\`\`\`

Both return \`vectis-evaluation/1\`: \`verdict\`, \`mayGoForward\`, \`findings\` (rule, level, value, limit, margin, pm worst case,
rss root-sum-square, unit, corner, school, sentence, source), \`numbers\` and \`geometry\`. A document that is not valid returns
\`{ "issues": [{ "path": …, "message": … }] }\` instead (HTTP 422, exit code 1).

## One full example per kind of job

${examples.join('\n')}`;
}

/** Writes them all. */
export function writeDocs(root: string): string[] {
  const docs = generatedDocs();
  for (const [path, text] of Object.entries(docs)) {
    const file = resolve(root, path);
    mkdirSync(dirname(file), { recursive: true });
    writeFileSync(file, text);
  }
  return Object.keys(docs);
}
