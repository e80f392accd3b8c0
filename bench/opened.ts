/** How long a page takes until it can be used, on a browser that has nothing of it yet and a quarter of this machine's speed. */
import type { Browser, Page } from '@playwright/test';
import { median } from '../src/lib/core/measure/median';

const SLOWED = 4;
const TIMES = 7;
/** Nothing that holds up a click for so long after it: the page can be used. */
const QUIET_MS = 1500;

/**
 * Milliseconds from asking for each page to the end of the last task of its thread that would hold up a click (50 ms or more),
 * or to its first picture where that comes later; the pages in turn, so that a noisy moment touches all alike. Medians.
 */
export async function opened<Name extends string>(
  browser: Browser,
  signedIn: Page,
  paths: Record<Name, string>
): Promise<Record<Name, number>> {
  const names = Object.keys(paths) as Name[];
  const times = Object.fromEntries(names.map((name) => [name, []])) as unknown as Record<Name, number[]>;
  const storageState = await signedIn.context().storageState();
  const baseURL = new URL(signedIn.url()).origin;
  for (let n = 0; n < TIMES; n++)
    for (const name of names) {
      // A browser's cache goes with its context.
      const context = await browser.newContext({
        baseURL,
        viewport: { width: 1280, height: 800 },
        storageState
      });
      const page = await context.newPage();
      const session = await context.newCDPSession(page);
      await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
      await page.addInitScript(`
        window.busyUntil = 0;
        new PerformanceObserver((list) => {
          for (const { startTime, duration } of list.getEntries())
            window.busyUntil = Math.max(window.busyUntil, startTime + duration);
        }).observe({ type: 'longtask', buffered: true });
        new PerformanceObserver((list) => {
          for (const { startTime } of list.getEntries()) window.busyUntil = Math.max(window.busyUntil, startTime);
        }).observe({ type: 'paint', buffered: true });`);
      await page.goto(paths[name], { waitUntil: 'load' });
      while (!(await page.evaluate<boolean>(`performance.now() - window.busyUntil > ${QUIET_MS}`)))
        await page.waitForTimeout(200);
      times[name].push(await page.evaluate<number>('window.busyUntil'));
      await context.close();
    }
  return Object.fromEntries(names.map((name) => [name, median(times[name])!])) as Record<Name, number>;
}
