import { readFileSync } from 'node:fs';
import { report } from '@/core/evaluate/report';

/**
 * `npm run -s evaluate -- FILE.json` (or `-` for standard input), `--imperial` for inches. Exit 0 evaluated, 1 invalid,
 * 2 cannot read.
 */
const args = process.argv.slice(2);
const file = args.find((a) => !a.startsWith('--'));

function main(): number {
  if (file === undefined) {
    console.error('Name a plan file, or - for standard input: npm run -s evaluate -- plan.json');
    return 2;
  }
  let document: unknown;
  try {
    document = JSON.parse(readFileSync(file === '-' ? 0 : file, 'utf8'));
  } catch (error) {
    console.error(`${file} could not be read as JSON: ${(error as Error).message}`);
    return 2;
  }
  const result = report(document, args.includes('--imperial') ? 'imperial' : 'metric');
  console.log(JSON.stringify(result, null, 2));
  return 'issues' in result ? 1 : 0;
}

process.exitCode = main();
