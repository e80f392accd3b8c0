import { readFileSync } from 'node:fs';
import { choose, expect, fitsAcross, signedIn, test } from './people';

test('the planning desk and the charts: a hold worked out, what cannot be flown said, a chart measured and taken away', async ({
  browser
}) => {
  const faults: string[] = [];
  const page = await signedIn(browser, 'Petra Hollisund', faults);
  await page.goto('/desk');

  // The exact hold with its rules of thumb; the entry follows the arrival.
  const figure = (name: string) => page.locator('dl > div').filter({ hasText: name }).first();
  await expect(figure('Inbound leg')).toContainText('60.0 s');
  await page.getByRole('spinbutton', { name: 'Wind', exact: true }).fill('0');
  await expect(figure('Outbound heading')).toContainText('090°');
  await expect(figure('Outbound time')).toContainText('60.0 s');
  await page.getByRole('spinbutton', { name: 'Arriving on' }).fill('120');
  await expect(page.getByRole('img', { name: /^Entry dial: arriving on 120°.*parallel/ })).toBeVisible();
  await choose(page.getByLabel('Turns', { exact: true }), 'left');
  await expect(page.getByRole('img', { name: /^Entry dial.*teardrop/ })).toBeVisible();
  await page.getByRole('spinbutton', { name: 'Wind', exact: true }).fill('45');
  await page.getByRole('spinbutton', { name: 'Wind from' }).fill('270');
  await expect(page.getByRole('alert')).toContainText('third of the airspeed');
  await page.getByRole('spinbutton', { name: 'Wind', exact: true }).fill('900');
  await expect(page.getByText('Wind: from 0 to 120 kt')).toBeVisible();
  await page.getByRole('spinbutton', { name: 'Wind', exact: true }).fill('20');
  await choose(page.getByLabel('Leg by'), 'distance');
  await expect(figure('Turn inbound at')).toContainText('4.0 NM');

  // The wind can be pulled about on the plan.
  await choose(page.getByLabel('Leg by'), 'time');
  const plan = page.getByRole('img', { name: /^Plan of the hold/ });
  const box = (await plan.boundingBox())!;
  const perPixel = box.width / 520;
  await page.mouse.move(box.x + 62 * perPixel, box.y + 62 * perPixel);
  await page.mouse.down();
  await page.mouse.move(box.x + 62 * perPixel, box.y + (62 + 22) * perPixel, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByRole('spinbutton', { name: 'Wind from' })).toHaveValue('360');
  await expect(page.getByRole('spinbutton', { name: 'Wind', exact: true })).toHaveValue('20');

  for (const [tab, shown] of [
    ['Arc', 'Turn onto the arc'],
    ['Reversal', 'Turn takes'],
    ['Wind', 'Largest drift'],
    ['Time to station', 'Time to the station']
  ] as const) {
    await page.getByRole('tab', { name: tab, exact: true }).click();
    await expect(page.getByText(shown, { exact: true })).toBeVisible();
    await fitsAcross(page);
  }
  await page.getByRole('tab', { name: 'Intercept' }).click();
  await expect(
    page.getByRole('row').filter({ has: page.getByRole('button', { name: '90°', exact: true }) })
  ).toContainText('180°');

  // Charts: from one station to the next, magnetic; the world leaves as GeoJSON.
  await page.goto('/charts');
  await page.getByRole('button', { name: /^VLB, Vesterlund/ }).press('Enter');
  await page.getByRole('button', { name: 'TOLVA', exact: true }).click();
  await expect(page.getByText('From VLB')).toBeVisible();
  await expect(page.locator('dl')).toContainText('065°, 12.0 NM');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'GeoJSON' }).click();
  const world = JSON.parse(readFileSync(await (await download).path(), 'utf8')) as { features: unknown[] };
  expect(world.features.length).toBeGreaterThan(20);
  await choose(page.getByLabel('World'), 'Morrow Reach, southern hemisphere');
  await expect(page.getByRole('button', { name: /^MRW, Morrow/ })).toBeVisible();
  expect(faults).toEqual([]);
});
