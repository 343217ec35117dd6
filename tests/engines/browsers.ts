import { type ChildProcess, spawn } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import puppeteer from 'puppeteer-core';
import { Builder, Capabilities } from 'selenium-webdriver';

/** What each engine is asked to do, in the same words. */
export interface Engine {
  readonly name: string;
  open(url: string): Promise<void>;
  /** Runs the body of a function in the page. */
  run<T>(body: string): Promise<T>;
  /** A PNG of what is seen. */
  picture(path: string): Promise<void>;
  close(): Promise<void>;
}

const SIZE = { width: 1280, height: 800 };

export async function blink(): Promise<Engine> {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--headless', '--no-sandbox', '--disable-gpu'],
  });
  const page = await browser.newPage({ viewport: SIZE });
  return {
    name: 'Chromium',
    open: async (url) => void (await page.goto(url, { waitUntil: 'load' })),
    run: (body) => page.evaluate(new Function(body) as () => never),
    picture: async (path) => void (await page.screenshot({ path })),
    close: () => browser.close(),
  };
}

export async function gecko(): Promise<Engine> {
  const browser = await puppeteer.launch({
    browser: 'firefox',
    executablePath: '/usr/bin/firefox-esr',
    headless: true,
    args: [`--width=${SIZE.width}`, `--height=${SIZE.height}`],
  });
  const page = await browser.newPage();
  await page.setViewport(SIZE);
  return {
    name: 'Firefox',
    open: async (url) => void (await page.goto(url, { waitUntil: 'load' })),
    run: (body) => page.evaluate(new Function(body) as () => never),
    picture: async (path) => void (await page.screenshot({ path: path as `${string}.png` })),
    close: () => browser.close(),
  };
}

const until = async (work: () => Promise<unknown>, tries = 40): Promise<void> => {
  for (let i = 0; ; i += 1) {
    try {
      await work();
      return;
    } catch (error) {
      if (i >= tries) throw error;
      await new Promise((go) => setTimeout(go, 250));
    }
  }
};

/** WebKit as Debian has it, under a screen that nobody sees. */
export async function webkit(): Promise<Engine> {
  const screen = spawn('Xvfb', [':97', '-screen', '0', `${SIZE.width + 40}x${SIZE.height + 140}x24`], {
    stdio: 'ignore',
  });
  const env = { ...process.env, DISPLAY: ':97', WEBKIT_DISABLE_COMPOSITING_MODE: '1', WEBKIT_FORCE_SANDBOX: '0' };
  const driverProcess: ChildProcess = spawn('WebKitWebDriver', ['--port=4497'], { stdio: 'ignore', env });
  await until(async () => {
    if (!(await fetch('http://127.0.0.1:4497/status')).ok) throw new Error('not there yet');
  });
  const capabilities = new Capabilities({
    browserName: 'MiniBrowser',
    'webkitgtk:browserOptions': {
      binary: '/usr/lib/x86_64-linux-gnu/webkit2gtk-4.1/MiniBrowser',
      args: ['--automation', `--geometry=${SIZE.width}x${SIZE.height + 60}`],
    },
  });
  const driver = await new Builder().usingServer('http://127.0.0.1:4497').withCapabilities(capabilities).build();
  await driver
    .manage()
    .window()
    .setRect({ x: 0, y: 0, width: SIZE.width, height: SIZE.height + 60 })
    .catch(() => {});
  return {
    name: 'WebKit',
    open: (url) => driver.get(url),
    run: (body) => driver.executeScript(body),
    picture: async (path) => writeFileSync(path, Buffer.from(await driver.takeScreenshot(), 'base64')),
    close: async () => {
      await Promise.race([driver.quit().catch(() => {}), new Promise((go) => setTimeout(go, 3000))]);
      driverProcess.kill('SIGKILL');
      screen.kill();
      await new Promise((go) => setTimeout(go, 500));
    },
  };
}
