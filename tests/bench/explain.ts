import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Server } from '../e2e/server';
import { freePort, startPostgres } from '../postgres.mjs';
import { grownFolder } from './scale';
import { move, open, run } from './tablets';

/** Queries that take longer than this are shown, ms. */
const SHOWN_MS = 5;
const ROUNDS = 3;

interface Node {
  readonly 'Node Type': string;
  readonly 'Relation Name'?: string;
  readonly 'Index Name'?: string;
  readonly 'Actual Rows'?: number;
  readonly 'Actual Loops'?: number;
  readonly 'Rows Removed by Filter'?: number;
  readonly Plans?: readonly Node[];
}

interface Slow {
  readonly text: string;
  readonly ms: number;
  readonly plan: Node;
}

/** Pages and addresses that are asked for, one after the other. */
const addresses = (id: string): readonly string[] => [
  '/',
  '/?span=week',
  '/?find=halm',
  '/vehicles',
  '/shelf',
  '/orders',
  '/reminders',
  '/memory',
  '/settings',
  ...['take-in', 'measure', 'choose', 'stage', 'fit', 'torque', 'record'].map((s) => `/jobs/${id}/${s}`),
  `/api/job/${id}`,
  `/api/on-device?job=${id}`,
  '/api/fitment',
];

/**
 * Every query that takes longer than five milliseconds in the workshop of many years on a PostgreSQL server, with what
 * it reads: one process, nobody beside it, each address three times.
 */
export async function benchExplain(): Promise<void> {
  let log = '';
  const postgres = await startPostgres(
    tmpdir(),
    {
      autovacuum: 'on',
      session_preload_libraries: 'auto_explain',
      'auto_explain.log_min_duration': `${SHOWN_MS}ms`,
      'auto_explain.log_analyze': 'on',
      'auto_explain.log_timing': 'off',
      'auto_explain.log_format': 'json',
    },
    (text) => {
      log += text;
    },
  );
  const folder = mkdtempSync(join(tmpdir(), 'vectis-explain-'));
  const url = `${postgres.url}/vectis`;
  const server = new Server(await freePort(), false, folder);
  try {
    await run(`${postgres.url}/postgres`, 'create database vectis');
    await move(await grownFolder(), folder, url);
    await run(url, 'vacuum analyze');
    const [job] = await open(url);
    await server.up({ DATABASE_URL: url });
    // What moved the workshop there is not asked about.
    log = '';
    for (let i = 0; i < ROUNDS; i += 1)
      for (const path of addresses(job?.id ?? '')) await (await fetch(server.url + path)).arrayBuffer();
    print(slowOf(log));
  } finally {
    await server.kill();
    await postgres.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Entries of the log: how long, then the plan as JSON, its further lines behind a tab. */
function slowOf(log: string): Slow[] {
  return [...log.matchAll(/duration: ([\d.]+) ms {2}plan:\n((?:\t.*\n?)+)/g)].flatMap((m): Slow[] => {
    try {
      const said = JSON.parse((m[2] ?? '').replace(/^\t/gm, '')) as { 'Query Text': string; Plan: Node };
      return [{ text: said['Query Text'].replace(/\s+/g, ' '), ms: Number(m[1]), plan: said.Plan }];
    } catch {
      return [];
    }
  });
}

function* nodes(n: Node): Generator<Node> {
  yield n;
  for (const below of n.Plans ?? []) yield* nodes(below);
}

/** Where a plan reads most: tables and indexes with the rows that came out of them or were thrown away. */
const readsOf = (plan: Node): string =>
  [...nodes(plan)]
    .filter((n) => n['Relation Name'] !== undefined || n['Index Name'] !== undefined)
    .map((n) => ({
      name: `${n['Node Type']} ${n['Relation Name'] ?? n['Index Name']}`,
      rows: ((n['Actual Rows'] ?? 0) + (n['Rows Removed by Filter'] ?? 0)) * (n['Actual Loops'] ?? 1),
    }))
    .sort((a, b) => b.rows - a.rows)
    .slice(0, 3)
    .map((n) => `${n.name} ${Math.round(n.rows)}`)
    .join(', ');

function print(all: readonly Slow[]): void {
  const byText = new Map<string, Slow[]>();
  for (const s of all) byText.set(s.text, [...(byText.get(s.text) ?? []), s]);
  const lines = [...byText.values()].sort((a, b) => Math.max(...b.map((s) => s.ms)) - Math.max(...a.map((s) => s.ms)));
  console.log(`${lines.length} queries over ${SHOWN_MS} ms; times, longest ms, what they read most, their beginning:`);
  for (const own of lines) {
    const longest = own.reduce((a, b) => (b.ms > a.ms ? b : a));
    console.log(`  ${String(own.length).padStart(4)} ${longest.ms.toFixed(1).padStart(8)}  ${readsOf(longest.plan)}`);
    console.log(`       ${longest.text.slice(0, 160)}`);
  }
}
