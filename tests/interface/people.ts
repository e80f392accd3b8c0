import {
  expect,
  test as plainTest,
  type Browser,
  type BrowserContext,
  type BrowserContextOptions,
  type Locator,
  type Page
} from '@playwright/test';
import { DEMO_PASSWORD, demoEmail } from '../../seed/demo-people';

export { expect };

/** What a test opened is closed after it: a trainer left open goes on drawing and slows every test after it. */
export const test = plainTest.extend<{ closesWhatItOpened: void }>({
  closesWhatItOpened: [
    async ({ browser }, use) => {
      const before = browser.contexts();
      await use();
      await Promise.all(
        browser.contexts().map((context) => (before.includes(context) ? undefined : context.close()))
      );
    },
    { auto: true }
  ]
});

/** As many pictures a second as can be told apart here: several browsers share two cores. */
const FRAMES_A_SECOND = 12;

function fewerFrames(aSecond: number): void {
  const next = window.requestAnimationFrame.bind(window);
  const waiting = new Map<number, FrameRequestCallback>();
  let last = 0;
  let due = false;
  const draw = (time: number) => {
    due = false;
    const now = [...waiting.values()];
    waiting.clear();
    for (const callback of now) callback(time);
  };
  window.requestAnimationFrame = (callback) => {
    waiting.set((last += 1), callback);
    if (!due) setTimeout(() => next(draw), 1000 / aSecond);
    due = true;
    return last;
  };
  window.cancelAnimationFrame = (id) => void waiting.delete(id);
}

/** Who has signed in once is known by it in the next browser, where that still holds. */
const known = new Map<string, Awaited<ReturnType<BrowserContext['storageState']>>>();

/** A person at a browser of their own, signed in. Faults on the page fail the test that asked for it. */
export async function signedIn(
  browser: Browser,
  name: string,
  faults: string[],
  address = process.env['HANZA_ADDRESS']!,
  screen: Pick<BrowserContextOptions, 'viewport' | 'hasTouch'> = {}
): Promise<Page> {
  const context = await browser.newContext({
    baseURL: address,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    storageState: known.get(`${address} ${name}`),
    ...screen
  });
  await context.addInitScript(fewerFrames, FRAMES_A_SECOND);
  const page = await context.newPage();
  // What is chosen or pressed before the page's scripts have run is lost on a slow machine.
  const open = page.goto.bind(page);
  page.goto = (path, options) => open(path, { waitUntil: 'networkidle', ...options });
  page.on('pageerror', (error) => faults.push(`${page.url()}: ${error.message}`));
  page.on('console', (message) => {
    // A lost connection is part of some tests and reported by the browser itself.
    if (message.type() === 'error' && !/Failed to load resource|ERR_/.test(message.text()))
      faults.push(message.text());
  });
  await page.goto('/');
  if (!new URL(page.url()).pathname.startsWith('/sign-in')) return page;
  await page.getByLabel('E-mail').fill(demoEmail(name));
  await page.getByLabel('Password').fill(DEMO_PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL((at) => !at.pathname.startsWith('/sign-in'));
  known.set(`${address} ${name}`, await context.storageState());
  return page;
}

/** Opens the list and chooses by its words. */
export async function choose(list: Locator, words: string): Promise<void> {
  await list.click();
  await list.page().getByRole('option', { name: words, exact: true }).click();
  await expect(list.page().getByRole('listbox')).toHaveCount(0);
}

/** Nothing may scroll sideways, once what is drawn to the window's width has been drawn again. */
export async function fitsAcross(page: Page): Promise<void> {
  await expect
    .poll(() => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth), {
      message: `${page.url()} is wider than the window`
    })
    .toBeLessThanOrEqual(0);
}

/** Waits until the trainer has flown so many seconds. */
export async function flownFor(page: Page, seconds: number): Promise<void> {
  const shown = page.locator('p:text-is("flown") + p');
  await expect
    .poll(
      async () => {
        const [minutes, rest] = (await shown.innerText()).split(':').map(Number);
        return minutes! * 60 + rest!;
      },
      { timeout: 120_000 }
    )
    .toBeGreaterThanOrEqual(seconds);
}

/** Waits until the trainer's time stands still, and says at what. */
export async function standsStill(page: Page): Promise<string> {
  const shown = page.locator('p:text-is("flown") + p');
  let before = await shown.innerText();
  await expect(async () => {
    await page.waitForTimeout(1500);
    const now = await shown.innerText();
    const stood = now === before;
    before = now;
    expect(stood, 'the time goes on').toBe(true);
  }).toPass({ timeout: 15_000 });
  return before;
}
