import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { demoId } from '../../seed/demo-people';
import { fitsAcross, signedIn } from './people';

const VIEWS = [
  '/students',
  `/students/${demoId('maren')}`,
  '/plan',
  `/fly/${demoId('lesson petra next')}`,
  `/fly/${demoId('lesson oskar next')}`,
  `/debrief/${demoId('attempt petra 4')}`,
  `/plan/${demoId('lesson petra next')}`,
  `/fly/${demoId('lesson maren next')}`,
  '/debrief',
  `/debrief/${demoId('attempt maren 1')}`,
  `/debrief/${demoId('attempt petra 2')}`,
  `/debrief/${demoId('attempt tomas 1')}/scan`,
  `/students/${demoId('tomas')}`,
  '/watch',
  '/bench',
  '/desk',
  '/charts',
  '/plan/drills',
  '/plan/drills/pattern-b',
  '/plan/profiles',
  '/record',
  '/hangar?aircraft=tarnvik-200',
  '/sign-out'
];

/** @param colours only what a theme can change */
async function serious(page: Page, colours: boolean): Promise<string[]> {
  const axe = new AxeBuilder({ page });
  const { violations } = await (
    colours ? axe.withRules(['color-contrast', 'link-in-text-block']) : axe
  ).analyze();
  return violations
    .filter((violation) => violation.impact === 'serious' || violation.impact === 'critical')
    .map((violation) => `${violation.id}: ${violation.nodes[0]?.html}`);
}

for (const theme of ['paper', 'night'] as const) {
  test(`every view in ${theme}: nothing sideways, nothing broken, nothing serious for axe`, async ({
    browser
  }) => {
    const faults: string[] = [];
    const page = await signedIn(browser, 'Ines Brandvik', faults);
    await page.context().addCookies([{ name: 'hanza_theme', value: theme, url: page.url() }]);
    // The night changes colours only: every other view shows all that there are.
    for (const view of theme === 'night' ? VIEWS.filter((_, i) => i % 2 === 0) : VIEWS) {
      await page.goto(view);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await fitsAcross(page);
      expect(await serious(page, theme === 'night'), view).toEqual([]);
    }
    expect(await page.locator('html').getAttribute('data-theme')).toBe(theme);
    expect(faults).toEqual([]);
  });
}

test('by keyboard alone: the skip link, the list of keys, the palette, and a debrief', async ({
  browser
}) => {
  const faults: string[] = [];
  const page = await signedIn(browser, 'Maren Tolvik', faults);
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the page' })).toBeFocused();
  await page.goto(`/debrief/${demoId('attempt maren 1')}`);
  const moment = page.getByLabel('Moment of the flight');
  await expect(moment).toHaveValue('0');
  await page.keyboard.press(']');
  await page.keyboard.press(']');
  await expect(page.getByRole('button', { pressed: true })).toHaveCount(1);
  const found = Number(await moment.inputValue());
  expect(found).toBeGreaterThan(0);
  await page.keyboard.press('Shift+ArrowRight');
  await expect(moment).toHaveValue(String(Math.round((found + 10) * 10) / 10));
  await page.keyboard.press('Shift+?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('finding before, after');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Go to…').fill('hang');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/hangar/);
  expect(faults).toEqual([]);
});
