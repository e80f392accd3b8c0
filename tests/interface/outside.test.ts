import type { Page } from '@playwright/test';
import { choose, expect, signedIn, test } from './people';

/** Flown to its end by the reference pilot, and its debrief opened. */
async function flownAtOnce(page: Page) {
  await page.getByRole('button', { name: 'the reference pilot' }).click();
  await page.getByRole('button', { name: 'Fly on to the end at once' }).click();
  await expect(page).toHaveURL(/\/debrief\//, { timeout: 120_000 });
  const moment = page.getByLabel('Moment of the flight');
  await expect(moment).toBeVisible();
  const end_s = Number(await moment.getAttribute('aria-valuemax'));
  return { moment, end_s };
}

test('at the minimum one looks out: cloud, then the lights where they are due; by a key as large as one likes', async ({
  browser
}) => {
  const faults: string[] = [];
  const page = await signedIn(browser, 'Davi Almansor', faults);
  await page.goto('/plan?approach=xvlb-ils-24');
  await choose(page.getByLabel('Way in', { exact: true }), 'vectors to final');
  await choose(page.getByLabel('At the minimum', { exact: true }), 'runway seen');
  await choose(page.getByLabel('Light outside', { exact: true }), 'night');
  await page.getByRole('button', { name: 'Fly this' }).click();
  const view = page.getByRole('img', { name: /^Out of the cockpit/ });
  await expect(view).toHaveAccessibleName('Out of the cockpit: cloud, nothing to be seen');
  await expect(page.getByText('View-limiting device on', { exact: true })).toBeVisible();
  const lesson = page.url();
  const { moment, end_s } = await flownAtOnce(page);
  // What was seen is seen again at the moment that is looked at, and the needle with it.
  await moment.focus();
  await page.keyboard.press('Home');
  await expect(view).toHaveAccessibleName('Out of the cockpit: cloud, nothing to be seen');
  await page.keyboard.press('End');
  await expect(view).toHaveAccessibleName(/^Out of the cockpit: (the runway|runway lights)/);
  await expect(page.getByTestId('course-rose')).toHaveAccessibleName(/course 240° by radio 1/);
  // One picture for both: who cannot see it hears of the bearing, too.
  await expect(page.getByTestId('course-rose')).toHaveAccessibleName(
    /\. Bearing (?:\d{3}° to |pointer parked)/
  );

  // Taken over a little before the threshold the runway lies ahead.
  const attempt = page.url().split('/').at(-1);
  // What was flown before is kept at once, and the stream of what is asked for opens: the network does not fall silent.
  await page.goto(`${lesson}?from=${attempt}&at=${end_s - 12}`, { waitUntil: 'load' });
  await expect(page.getByText(/^Taken over at/)).toBeVisible();
  await expect(view).toHaveAccessibleName(
    /^Out of the cockpit: the runway (ahead|\d+° (left|right) of the nose)$/
  );
  await expect(page.getByText('View-limiting device off: look out')).toBeVisible();
  // There are lights in the picture: bright points on the dark.
  const brightest = await view.locator('canvas').evaluate((canvas: HTMLCanvasElement) => {
    // It is drawn in a worker: here it can only be copied.
    const copy = Object.assign(document.createElement('canvas'), {
      width: canvas.width,
      height: canvas.height
    });
    const pen = copy.getContext('2d')!;
    pen.drawImage(canvas, 0, 0);
    const { data } = pen.getImageData(0, 0, copy.width, copy.height);
    return data.reduce((most, value, i) => (i % 4 === 3 ? most : Math.max(most, value)), 0);
  });
  expect(brightest).toBeGreaterThan(180);

  const height = async () => (await view.boundingBox())!.height;
  const small = await height();
  await page.keyboard.press('u');
  await expect.poll(height).toBeGreaterThan(1.5 * small);
  await page.keyboard.press('u');
  await expect(view).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Look out', exact: true })).toBeVisible();
  await expect(view).toHaveCount(0);
  await page.getByRole('button', { name: 'Look out', exact: true }).click();
  await expect(view).toBeVisible();
  // A lesson without an airport has nothing to look for.
  await page.goto('/plan');
  await choose(page.getByLabel('Drill', { exact: true }), 'Straight and level');
  await page.getByRole('button', { name: 'Fly this' }).click();
  await expect(page.getByRole('button', { name: 'Begin', exact: true })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Look/ })).toHaveCount(0);
  expect(faults).toEqual([]);
});

test('above the clouds their tops lie below; a top under its base is refused at its field; after an unusual attitude the device comes off', async ({
  browser
}) => {
  const faults: string[] = [];
  const page = await signedIn(browser, 'Davi Almansor', faults);
  const view = page.getByRole('img', { name: /^Out of the cockpit/ });
  await page.goto('/plan?approach=xvlb-ils-24');
  await choose(page.getByLabel('At the minimum', { exact: true }), 'as the weather has it');
  await page.getByLabel('Cloud base', { exact: true }).fill('400');
  const top = page.getByLabel('Cloud top', { exact: true });
  await top.fill('500');
  await expect(
    page.getByText('The cloud has its base at 400 ft: its top lies at 600 ft or higher.')
  ).toHaveCount(2);
  await expect(page.getByRole('button', { name: 'Fly this' })).toBeDisabled();
  await top.fill('1400');
  const second = page.getByLabel('Second layer, base', { exact: true });
  await second.fill('4500');
  // Without the top below it a second layer cannot be, and can be taken out.
  await top.fill('');
  await expect(page.getByText('A second layer needs the top of the cloud below it.').first()).toBeVisible();
  await second.fill('');
  await expect(page.getByRole('button', { name: 'Fly this' })).toBeEnabled();
  await top.fill('1400');
  await second.fill('4500');
  await page.getByRole('button', { name: 'Fly this' }).click();
  await expect(view).toHaveAccessibleName(
    'Out of the cockpit: the tops of the cloud below, another cloud above'
  );

  await page.goto('/plan');
  await choose(page.getByLabel('Drill', { exact: true }), 'Unusual attitudes');
  await page.getByRole('button', { name: 'Fly this' }).click();
  await expect(view).toHaveAccessibleName(
    'Out of the cockpit: the view-limiting device is on, nothing to be seen'
  );
  const lesson = page.url();
  const { end_s } = await flownAtOnce(page);
  await page.goto(`${lesson}?from=${page.url().split('/').at(-1)}&at=${end_s - 5}`, { waitUntil: 'load' });
  await expect(page.getByText(/^Taken over at/)).toBeVisible();
  await expect(view).toHaveAccessibleName('Out of the cockpit: the ground below and its horizon, no runway');
  await expect(page.getByText('View-limiting device off: look out')).toBeVisible();
  expect(faults).toEqual([]);
});
