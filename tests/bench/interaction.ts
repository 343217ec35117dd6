import { chromium } from '@playwright/test';
import { Server } from '../e2e/server';

/** Interaction to next paint while the thickness is dragged and stepped, measured by the browser's own event timing. */
export async function benchInteraction(): Promise<void> {
  const server = await Server.start({ demo: true });
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(server.url);
    await page.getByRole('link', { name: /Corvane Tern.*Rear/ }).click();
    const face = page.getByRole('slider', { name: 'Spacer face' });
    await face.waitFor();
    await page.evaluate(() => {
      const durations: number[] = [];
      (globalThis as unknown as { durations: number[] }).durations = durations;
      new PerformanceObserver((list) => {
        for (const e of list.getEntries()) durations.push(e.duration);
      }).observe({ type: 'event', durationThreshold: 16, buffered: true } as PerformanceObserverInit);
      const paint: number[] = [];
      (globalThis as unknown as { paint: number[] }).paint = paint;
      addEventListener(
        'pointermove',
        () => {
          const t = performance.now();
          requestAnimationFrame(() => setTimeout(() => paint.push(performance.now() - t)));
        },
        true,
      );
    });
    const box = await face.boundingBox();
    if (!box) throw new Error('no spacer face');
    const [x, y] = [box.x + box.width / 2, box.y + 20];
    await page.mouse.move(x, y);
    await page.mouse.down();
    for (let i = 1; i <= 60; i += 1) {
      await page.mouse.move(x + 60 * Math.sin(i / 8), y);
      await page.waitForTimeout(16);
    }
    await page.mouse.up();
    for (let i = 0; i < 6; i += 1) await page.keyboard.press(i % 2 ? 'ArrowDown' : 'ArrowUp');
    await page.waitForTimeout(300);
    const { durations, paint } = await page.evaluate(() => {
      const g = globalThis as unknown as { durations: number[]; paint: number[] };
      return { durations: g.durations, paint: g.paint };
    });
    const at = (xs: number[], share: number) =>
      [...xs].sort((a, b) => a - b)[Math.min(xs.length - 1, Math.floor(xs.length * share))] ?? 0;
    console.log(
      `dragging the spacer face: move to paint, median ${at(paint, 0.5).toFixed(0)} ms, 98th percentile ${at(paint, 0.98).toFixed(0)} ms of ${paint.length} moves`,
    );
    console.log(
      `discrete interactions over 16 ms by event timing: ${durations.length}, longest ${Math.max(0, ...durations).toFixed(0)} ms`,
    );
  } finally {
    await browser.close();
    await server.stop();
  }
}
