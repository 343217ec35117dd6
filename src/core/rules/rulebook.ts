import { POLICY_RULES } from '../document/policy';
import { RULES } from './index';
import { citation } from './kit/sources';

/** The rulebook as Markdown, from the rules and policy values themselves; docs/rulebook.md is this and nothing else. */
export function rulebook(): string {
  const lines = [
    '# Rulebook',
    '',
    'Every rule and threshold that Vectis judges by, with formula and source. Made from the code by `npm run docs`; a test fails when it is not current.',
    '"From memory" means the published source was not at hand when it was written down. "Common practice, no source" means installers do it so.',
    '',
    'Levels, worst first: **stop**, **unmeasured**, **caution**, **note**, **pass**. Unmeasured is not pass. A margin that only the measuring error eats is a caution; in competition a caution blocks until the lead signs it off.',
    '',
    '## Rules',
  ];
  for (const r of RULES) {
    lines.push(
      '',
      `### ${r.title} (\`${r.id}\`)`,
      '',
      r.statement,
      '',
      `- Formula: \`${r.formula}\``,
      `- Source: ${citation(r.sources)}`,
    );
    if (r.schools) lines.push(`- Schools: ${r.schools}`);
    if (r.policy.length > 0) lines.push(`- Policy: ${r.policy.map((p) => `[\`${p}\`](#policy-values)`).join(', ')}`);
  }
  lines.push(
    '',
    '## Policy values',
    '',
    '| id | statement | default | range | unit | source |',
    '|---|---|---|---|---|---|',
  );
  for (const p of POLICY_RULES)
    lines.push(
      `| \`${p.id}\` | ${p.statement} | ${p.default} | ${p.min} to ${p.max} | ${p.unit || '–'} | ${p.source} |`,
    );
  return `${lines.join('\n')}\n`;
}
