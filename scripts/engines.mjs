import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { runBundled } from './bundled.mjs';
import { buildIfNeeded, installIfNeeded, root, say } from './run.mjs';

/** Every main view and one visit through Chromium, Firefox and WebKit: `npm run engines [-- views|visit]`. */
await installIfNeeded('setup:', { full: true });
const NEEDS = [
  ['/usr/bin/chromium', 'chromium'],
  ['/usr/bin/firefox-esr', 'firefox-esr'],
  ['/usr/bin/WebKitWebDriver', 'webkit2gtk-driver'],
  ['/usr/bin/Xvfb', 'xvfb'],
];
// Firefox and WebKit are driven by packages of their own, which nothing else here needs.
const DRIVERS = ['puppeteer-core@24', 'selenium-webdriver@4'];
if (!existsSync(join(root, 'node_modules/selenium-webdriver')))
  spawnSync('npm', ['install', '--no-save', '--no-audit', '--no-fund', '--loglevel=error', ...DRIVERS], {
    cwd: root,
    stdio: 'inherit',
  });
const missing = NEEDS.filter(([path]) => !existsSync(path)).map(([, name]) => name);
if (missing.length > 0) {
  say(`setup: Installing ${missing.join(', ')} from the system packages …`);
  spawnSync('apt-get', ['update', '-qq'], { stdio: 'inherit' });
  spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...missing], { stdio: 'inherit' });
}
await buildIfNeeded('setup:');
await runBundled('engines', 'tests/engines/engines.ts');
