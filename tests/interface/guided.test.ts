import { choose, expect, fitsAcross, flownFor, signedIn, test } from './people';

test('a first ILS alone: seen with explanations, then flown, its briefing done and its minimum marked', async ({
  browser
}) => {
  const faults: string[] = [];
  const page = await signedIn(browser, 'Davi Almansor', faults);
  await page.goto('/guided');
  const first = page.locator('section', { has: page.getByRole('heading', { name: 'Your first ILS' }) });
  await expect(first.locator('[aria-current=step]')).toContainText('Shown');
  await fitsAcross(page);
  await first.getByRole('button', { name: 'Watch it' }).click();
  await expect(page.getByText('The reference pilot is flying.')).toBeVisible();
  // Twice as fast and no more: what the coach says stands for seconds of the flight.
  await page.keyboard.press('2');
  await expect(page.getByText('there is nothing to chase')).toBeVisible();
  await page.getByRole('button', { name: 'Fly on to the end at once' }).click();
  await page.waitForURL(/\/debrief\//);
  // At the head of the debrief, and in its own line among the attempts.
  await expect(page.getByText('demonstration', { exact: true })).toHaveCount(2);
  await page.getByText(/The coach spoke \d+ times/).click();
  await expect(page.getByText('The localizer is alive.')).toBeVisible();
  await page.getByRole('link', { name: 'Go on: Your first ILS' }).click();
  await expect(first.locator('[aria-current=step]')).toContainText('With every hint');

  await first.getByRole('button', { name: 'Fly it with every hint' }).click();
  const chart = page.getByRole('region', { name: 'Chart' });
  // What is set is briefed by being set; a wrong mark is not.
  await expect(chart.getByText('✓ set')).toHaveCount(3);
  const minimum = page.getByLabel('minimum', { exact: true });
  await expect(minimum).toHaveValue('390');
  await minimum.fill('200');
  await minimum.press('Enter');
  await expect(chart.getByText('✓ set')).toHaveCount(2);
  await minimum.fill('-5');
  await minimum.press('Enter');
  await expect(page.getByText('minimum bug: from 0 to 25000, or empty')).toBeVisible();
  await minimum.fill('390');
  await minimum.press('Enter');
  await chart.getByRole('button', { name: 'Missed approach: briefed' }).click();
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await flownFor(page, 12);
  await page.getByRole('button', { name: 'Begin again…' }).click();
  await page.getByRole('button', { name: 'Stop and debrief' }).click();
  await page.waitForURL(/\/debrief\//);
  // What is planned from here by hand is no step of it.
  await page.goto('/plan');
  await page.getByRole('button', { name: 'Fly this' }).click();
  await page.waitForURL(/\/fly\//);
  await page.goto('/guided');
  await expect(first.locator('[aria-current=step]')).toContainText('With every hint');
  expect(faults).toEqual([]);
});

test('an ILS with the autopilot: course and path are armed, and caught', async ({ browser }) => {
  const faults: string[] = [];
  const page = await signedIn(browser, 'Davi Almansor', faults);
  // Where the plan is worked out comes late: what is chosen meanwhile stays, and nothing is flown before it.
  let come = () => {};
  const comes = new Promise<void>((resolve) => (come = resolve));
  await page.route(/reckoner\.worker/, async (route) => {
    await comes;
    await route.continue();
  });
  // It is asked for once the page has woken: a list opened before that would open nothing.
  const awake = page.waitForRequest(/reckoner\.worker/);
  await page.goto('/plan?approach=xvlb-ils-24', { waitUntil: 'load' });
  await awake;
  await choose(page.getByLabel('Way in'), 'vectors to final');
  await expect(page.getByRole('button', { name: 'Fly this' })).toBeDisabled();
  await choose(page.getByLabel('Radios', { exact: true }), 'set and identified');
  await choose(page.getByLabel('Most help allowed'), 'autopilot');
  await expect(page.getByLabel('Way in')).not.toContainText('vectors to final');
  come();
  await expect(page.getByLabel('Way in')).toContainText('vectors to final');
  await expect(page.getByLabel('Radios', { exact: true })).toContainText('set and identified');
  await page.getByRole('button', { name: 'Fly this' }).click();
  await page.waitForURL(/\/fly\//);
  await page.getByRole('button', { name: 'autopilot', exact: true }).click();
  const shown = page.locator('dl[aria-label=Autopilot]');
  await page.getByRole('button', { name: 'with path' }).click();
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await page.keyboard.press('8');
  await expect(shown).toContainText('waits for course · path');
  await expect(shown).toContainText('flies course · altitude', { timeout: 180_000 });
  await expect(shown).toContainText('flies course · path', { timeout: 180_000 });
  // Level again: the path is given up and the course kept.
  await page.getByRole('button', { name: 'altitude', exact: true }).click();
  await expect(shown).toContainText('flies course · altitude');
  await page.getByRole('button', { name: 'go around' }).click();
  await expect(shown).toContainText('flies heading · go around');
  await page.getByRole('button', { name: 'Begin again…' }).click();
  await page.getByRole('button', { name: 'Stop and debrief' }).click();
  await page.waitForURL(/\/debrief\//);
  await page.getByText('What the autopilot did').click();
  await expect(page.getByText('course, path', { exact: true })).toBeVisible();
  expect(faults).toEqual([]);
});

test('an approach flown as a test: the path lost on the way; outside the standard the examiner asks, and the rest is judged', async ({
  browser
}) => {
  const faults: string[] = [];
  const page = await signedIn(browser, 'Davi Almansor', faults);
  await page.goto('/plan?approach=xvlb-rnav-24');
  await choose(page.getByLabel('Way in'), 'vectors to final');
  await choose(page.getByLabel('Radios', { exact: true }), 'set and identified');
  await choose(page.getByLabel('Path', { exact: true }), 'lost on the way');
  await choose(page.getByLabel('Corridors', { exact: true }), 'hidden (test)');
  await page.getByRole('button', { name: 'Fly this' }).click();
  await page.waitForURL(/\/fly\//);
  // What is to be lost is not told beforehand.
  await expect(page.getByLabel('Phases')).not.toContainText('the minimum');
  await page.getByRole('button', { name: 'load waypoints' }).click();
  await expect(page.getByRole('region', { name: 'Radios' })).toContainText('to ');
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await page.keyboard.press('4');
  // The nose is pushed down, and nothing is done about what follows.
  await page.keyboard.down('ArrowUp');
  await page.waitForTimeout(500);
  await page.keyboard.up('ArrowUp');
  const examiner = page.getByRole('region', { name: 'Examiner' });
  await expect(examiner).toContainText('Outside the standard.', { timeout: 180_000 });
  await expect(examiner).toContainText('the rest is judged all the same');
  await examiner.getByRole('button', { name: 'Go on' }).click();
  await expect(examiner).toHaveCount(0);
  await page.getByRole('button', { name: 'Begin again…' }).click();
  await page.getByRole('button', { name: 'Stop and debrief' }).click();
  await page.waitForURL(/\/debrief\//);
  await expect(
    page.getByText(/Flown as a test, it was outside the standard at .* it was flown on/)
  ).toBeVisible();
  expect(faults).toEqual([]);
});
