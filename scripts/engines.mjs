import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { runBundled } from './bundled.mjs';
import { buildIfNeeded, installIfNeeded, say } from './run.mjs';

/** Every main view and one visit through Chromium, Firefox and WebKit: `npm run engines [-- views|visit]`. */
installIfNeeded('setup:');
const NEEDS = [
  ['/usr/bin/chromium', 'chromium'],
  ['/usr/bin/firefox-esr', 'firefox-esr'],
  ['/usr/bin/WebKitWebDriver', 'webkit2gtk-driver'],
  ['/usr/bin/Xvfb', 'xvfb'],
];
const missing = NEEDS.filter(([path]) => !existsSync(path)).map(([, name]) => name);
if (missing.length > 0) {
  say(`setup: Installing ${missing.join(', ')} from the system packages …`);
  spawnSync('apt-get', ['update', '-qq'], { stdio: 'inherit' });
  spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...missing], { stdio: 'inherit' });
}
buildIfNeeded('setup:');
await runBundled('engines', 'tests/engines/engines.ts');
