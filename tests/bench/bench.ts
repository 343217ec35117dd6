import { benchCore } from './core';
import { benchPages } from './pages';

/** `npm run bench`: figures as ratios in one run; `-- core` or `-- pages` for one half. */
async function main(): Promise<void> {
  const only = process.argv[2];
  if (only !== 'pages') benchCore();
  if (only !== 'core') await benchPages();
}

main().catch((error) => {
  console.error(error);
  process.exit(1);
});
