import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

/** Arrows of the house point one way: app → features → (usecases, drawing, ui), usecases → store → records → core. */
const ALLOWED: Readonly<Record<string, readonly string[]>> = {
  core: [],
  records: ['core'],
  store: ['core', 'records'],
  drawing: ['core', 'ui'],
  ui: ['core'],
  usecases: ['core', 'records', 'store', 'files'],
  demo: ['core', 'store', 'usecases'],
  workers: ['core', 'files'],
  devices: ['core'],
  files: ['core'],
  features: ['core', 'drawing', 'ui', 'usecases', 'workers', 'devices', 'files', 'features'],
  app: ['core', 'files', 'drawing', 'ui', 'usecases', 'features', 'app'],
};
/** The shell (header, rail) and the torque log table are shared by features on purpose. */
const SHARED_FEATURES = ['shell', 'torque/LogTable'];

function* sources(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* sources(path);
    else if (/\.tsx?$/.test(entry.name)) yield path;
  }
}

const imports = (path: string): string[] =>
  [...readFileSync(path, 'utf8').matchAll(/from '([^']+)'|import '([^']+)'/g)].map((m) => (m[1] ?? m[2]) as string);

test.each(Object.keys(ALLOWED))('src/%s imports only what stands below it', (room) => {
  const wrong: string[] = [];
  for (const path of sources(join('src', room))) {
    for (const name of imports(path)) {
      const target = /^@\/([^/]+)\/(.*)$/.exec(name);
      if (!target) continue;
      const [, other, rest] = target as unknown as [string, string, string];
      if (other !== room && !ALLOWED[room]?.includes(other)) wrong.push(`${path} imports ${name}`);
      if (room === 'core') wrong.push(`${path} imports ${name}`);
      if (room === 'features' && other === 'features') {
        const own = path.split('/')[2];
        if (!rest.startsWith(`${own}/`) && !SHARED_FEATURES.some((s) => rest.startsWith(s)))
          wrong.push(`${path} imports ${name}`);
      }
    }
  }
  expect(wrong).toEqual([]);
});

test('no file of the core reaches itself through what it imports, types included', () => {
  const files = [...sources('src/core')];
  const known = new Set(files);
  const next = (path: string): string[] =>
    imports(path).flatMap((name) => {
      const at = join(dirname(path), name);
      return [`${at}.ts`, `${at}/index.ts`].filter((p) => name.startsWith('.') && known.has(p));
    });
  const graph = new Map(files.map((f) => [f, next(f)]));
  // Files that nothing else leads to are taken away until none is left; what stays stands in a circle.
  for (let before = -1; before !== graph.size; ) {
    before = graph.size;
    for (const [file, on] of graph) if (!on.some((o) => graph.has(o))) graph.delete(file);
  }
  expect([...graph.keys()]).toEqual([]);
});

test('the core asks for no clock, no chance, no network, no document', () => {
  const wrong: string[] = [];
  for (const path of sources('src/core')) {
    const text = readFileSync(path, 'utf8').replace(/\/\*[\s\S]*?\*\/|\/\/.*$/gm, '');
    if (
      /Date\.now|new Date\(|Math\.random|\bfetch\(|\bdocument\b(?!\.)|\bwindow\.|process\.|from 'react'|from 'next/.test(
        text.replace(/document[:.'/]/g, ''),
      )
    )
      wrong.push(path);
  }
  expect(wrong).toEqual([]);
});

test('no source file is too long to read in one sitting', () => {
  const long = [...sources('src')].filter((p) => readFileSync(p, 'utf8').split('\n').length > 350);
  expect(long).toEqual([]);
});
