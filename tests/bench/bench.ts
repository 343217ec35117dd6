import { benchCar } from './car';
import { benchCore } from './core';
import { benchExplain } from './explain';
import { benchInteraction } from './interaction';
import { benchPages } from './pages';
import { benchScale } from './scale';
import { benchRub, benchSearch } from './search';
import { benchShelf } from './shelf';
import { benchTablets } from './tablets';

/**
 * `npm run bench`: figures as ratios in one run; `-- core`, `search`, `rub`, `car`, `pages`, `inp`, `shelf`, `scale`,
 * `tablets` or `explain` for one part.
 */
async function main(): Promise<void> {
  const only = process.argv[2];
  const wants = (half: string) => only === undefined || only === half;
  if (wants('core')) benchCore();
  if (wants('search')) benchSearch();
  if (wants('rub')) benchRub();
  if (wants('car')) benchCar();
  if (wants('shelf')) await benchShelf();
  if (wants('pages')) await benchPages();
  if (only === 'scale') await benchScale();
  if (only === 'tablets') await benchTablets();
  if (only === 'explain') await benchExplain();
  if (wants('inp')) await benchInteraction();
}

main().catch((error) => {
  console.error(error);
  process.exit(1);
});
