import { readdirSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';

import { POLICY_RULES } from '@/core/document/policy';
import { RULES } from '@/core/rules/index';

const RULE_IDS: readonly string[] = RULES.map((r) => r.id);

import { SOURCES } from '@/core/rules/kit/sources';
import { generatedDocs } from '../../scripts/docs';

/** Rules that a test names as checked against the outside: `rule: id` or `rules: id, id` in tests/core. */
function checkedRules(): Set<string> {
  const found = new Set<string>();
  for (const file of readdirSync('tests/core').filter((f) => f.endsWith('.test.ts'))) {
    for (const m of readFileSync(join('tests/core', file), 'utf8').matchAll(/\/\/ rules?: ([a-z., -]+?)(?: —|$)/gm)) {
      for (const id of (m[1] as string).split(',')) found.add(id.trim());
    }
  }
  return found;
}

test('every rule is described once, with statement, formula and source', () => {
  expect(new Set(RULE_IDS).size).toBe(RULE_IDS.length);
  for (const r of RULES) {
    for (const field of [r.title, r.statement, r.formula]) expect(field.length).toBeGreaterThan(0);
    expect(r.sources.length).toBeGreaterThan(0);
  }
  const used = new Set(RULES.flatMap((r) => r.sources));
  expect(Object.keys(SOURCES).filter((s) => !used.has(s as keyof typeof SOURCES))).toEqual([]);
});

test('every rule has a check against something outside the project', () => {
  const checked = checkedRules();
  expect(RULE_IDS.filter((id) => !checked.has(id))).toEqual([]);
  const known = new Set<string>(RULE_IDS);
  expect([...checked].filter((id) => !known.has(id) && id !== 'engagement.strength')).toEqual([]);
});

test('every policy value is named by a rule, or is a tolerance of marked sizes', () => {
  const named = new Set(RULES.flatMap((r) => r.policy));
  expect(POLICY_RULES.map((p) => p.id).filter((id) => !named.has(id))).toEqual([]);
});

test.each(Object.entries(generatedDocs()))('%s is current; `npm run docs` makes it', (path, text) => {
  expect(readFileSync(path, 'utf8')).toBe(text);
});

test('one file a rule: named by its id, and every such file is in the list', () => {
  const camel = (id: string): string => id.replace(/[.-](\w)/g, (_, c: string) => c.toUpperCase());
  const files = readdirSync('src/core/rules', { recursive: true, encoding: 'utf8' }).filter(
    (f) => f.endsWith('.ts') && /^ {2}id: /m.test(readFileSync(join('src/core/rules', f), 'utf8')),
  );
  expect(files.map((f) => basename(f, '.ts')).sort()).toEqual(RULE_IDS.map(camel).sort());
});
