import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { demoId } from '../../seed/demo-people';
import { expect, fitsAcross, signedIn, test } from './people';

/** Every view by what it shows; `night` marks those that between them have all the colours there are. */
const VIEWS: [name: string, path: string, night?: 'night'][] = [
  ['the school this morning', '/today', 'night'],
  ['students', '/students', 'night'],
  ['a road', `/students/${demoId('yusra')}/road`, 'night'],
  ['the syllabus', '/syllabus'],
  ['a lesson flown four times', `/debrief/${demoId('attempt oskar 10')}`, 'night'],
  ['a student', `/students/${demoId('maren')}`],
  ['a student with looks', `/students/${demoId('tomas')}`],
  ['planning', '/plan', 'night'],
  ['a planned lesson by radio', `/plan/${demoId('lesson petra next')}`],
  ['the trainer, dials', `/fly/${demoId('lesson maren next')}`, 'night'],
  ['the trainer by radio, dials', `/fly/${demoId('lesson petra next')}`],
  ['the trainer by radio, tapes', `/fly/${demoId('lesson oskar next')}`, 'night'],
  ['debriefs', '/debrief'],
  ['a debrief', `/debrief/${demoId('attempt maren 1')}`],
  ['a debrief of a course', `/debrief/${demoId('attempt petra 2')}`],
  ['a debrief of a hold', `/debrief/${demoId('attempt petra 4')}`, 'night'],
  ['a debrief of a scan', `/debrief/${demoId('attempt tomas 1')}/scan`, 'night'],
  ['the station', '/station'],
  ['watching', '/watch'],
  ['the bench', '/bench', 'night'],
  ['the planning desk', '/desk', 'night'],
  ['the charts', '/charts'],
  ['an approach', '/charts/xvko-rnav-35', 'night'],
  ['an approach typed in', '/charts/xvlb-ils-24/edit'],
  ['an approach planned', '/plan?approach=xvko-ils-17', 'night'],
  ['drills', '/plan/drills'],
  ['a drill', '/plan/drills/pattern-b', 'night'],
  ['tolerance profiles', '/plan/profiles'],
  ['whose record', '/record'],
  ['a record', `/record?student=${demoId('maren')}`, 'night'],
  ['the hangar', '/hangar?aircraft=tarnvik-200', 'night'],
  ['the own account', '/account'],
  ['signing out', '/sign-out']
];

/** @param colours only what a theme can change */
async function serious(page: Page, colours: boolean): Promise<string[]> {
  // No page here has a frame in it; without that asked for, a look takes a third of the time.
  const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] });
  const { violations } = await (
    colours ? axe.withRules(['color-contrast', 'link-in-text-block']) : axe
  ).analyze();
  return violations
    .filter((violation) => violation.impact === 'serious' || violation.impact === 'critical')
    .map((violation) => `${violation.id}: ${violation.nodes[0]?.html}`);
}

test.describe('nothing sideways, nothing broken, nothing serious for axe', () => {
  let page: Page;
  const faults: string[] = [];
  test.beforeAll(async ({ browser }) => {
    page = await signedIn(browser, 'Ines Brandvik', faults);
  });
  test.afterAll(() => page.context().close());

  for (const [name, path, night] of VIEWS)
    test(night ? `${name}, in paper and night` : name, async () => {
      await page.goto(path);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await expect(page.locator('html')).toHaveAttribute('data-theme', 'paper');
      // What comes after the page is looked at, too.
      await expect(page.getByText(/^(Fetching|Loading)/)).toHaveCount(0);
      // A desk, a phone, and the desk again with the page twice as large.
      for (const width of [390, 640, 1280]) {
        await page.setViewportSize({ width, height: 800 });
        await fitsAcross(page);
      }
      expect(await serious(page, false)).toEqual([]);
      if (night) {
        await page.evaluate(() => (document.documentElement.dataset['theme'] = 'night'));
        expect(await serious(page, true)).toEqual([]);
      }
      expect(faults).toEqual([]);
    });

  test('a theme that was chosen is there before anything is drawn', async ({ browser }) => {
    await page.context().addCookies([{ name: 'hanza_theme', value: 'night', url: page.url() }]);
    const state = await page.context().storageState();
    const plain = await browser.newContext({ javaScriptEnabled: false, storageState: state });
    const still = await plain.newPage();
    await still.goto(new URL('/today', page.url()).href);
    await expect(still.locator('html')).toHaveAttribute('data-theme', 'night');
    await expect(still.getByRole('heading', { level: 1 })).toBeVisible();
  });
});

test('by keyboard alone: the skip link, the list of keys, the palette, and a debrief', async ({
  browser
}) => {
  const faults: string[] = [];
  const page = await signedIn(browser, 'Maren Tolvik', faults);
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the page' })).toBeFocused();
  await page.goto(`/debrief/${demoId('attempt maren 1')}`);
  const moment = page.getByLabel('Moment of the flight');
  await expect(moment).toHaveAttribute('aria-valuenow', '0');
  await page.keyboard.press(']');
  await page.keyboard.press(']');
  await expect(page.getByRole('button', { pressed: true })).toHaveCount(1);
  const found = Number(await moment.getAttribute('aria-valuenow'));
  expect(found).toBeGreaterThan(0);
  await page.keyboard.press('Shift+ArrowRight');
  await expect(moment).toHaveAttribute('aria-valuenow', String(Math.round((found + 10) * 10) / 10));
  await page.keyboard.press('Shift+?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('finding before, after');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Go to…').fill('hang');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/hangar/);
  expect(faults).toEqual([]);
});
