import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { demoId } from '../../seed/demo-people';
import { choose, expect, fitsAcross, flownFor, signedIn, test } from './people';

async function fits(page: Page): Promise<void> {
  for (const width of [390, 820, 1280]) {
    await page.setViewportSize({ width, height: 900 });
    await fitsAcross(page);
  }
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(
    violations
      .filter(({ impact }) => impact === 'serious' || impact === 'critical')
      .map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`)
  ).toEqual([]);
}

test('a newcomer without an instructor: the first evening from an empty account, and what Today makes of it', async ({
  browser
}) => {
  const faults: string[] = [];
  const instructor = await signedIn(browser, 'Ines Brandvik', faults);
  await instructor.goto('/students');
  await instructor.getByRole('button', { name: 'Add a student' }).click();
  const name = `Nora Ellingvag ${Date.now() % 1e6}`;
  const sheet = instructor.getByRole('dialog');
  await sheet.getByLabel('Name', { exact: true }).fill(name);
  await sheet.getByLabel('E-mail').fill(`nora.${Date.now()}@vesterlund.example`);
  await sheet.getByRole('button', { name: 'Add', exact: true }).click();
  const link = await instructor.getByLabel(`Link for ${name}`, { exact: true }).inputValue();

  const context = await browser.newContext({
    baseURL: new URL(link).origin,
    viewport: { width: 1280, height: 800 }
  });
  const page = await context.newPage();
  page.on('pageerror', (error) => faults.push(error.message));
  await page.goto(link, { waitUntil: 'networkidle' });
  await page.getByLabel('Password').fill('quiet hands and eyes');
  await page.getByRole('button', { name: 'Save and sign in' }).click();
  await page.waitForURL(/\/today$/);
  await expect(page.getByRole('heading', { name: 'Your first evening' })).toBeVisible();
  await fits(page);
  await page.getByRole('link', { name: 'Begin' }).click();
  await page.waitForURL(/first-evening/);
  await page.waitForLoadState('networkidle');
  await fits(page);

  // The hands: by keys, each thing done when it is done.
  for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowUp');
  await expect(page.getByText('Nose 5° up: done')).toBeVisible();
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight');
  await expect(page.getByText('Bank 15° to the right: done')).toBeVisible();
  for (let i = 0; i < 12; i++) await page.keyboard.press('ArrowLeft');
  await expect(page.getByText('Bank 15° to the left: done')).toBeVisible();
  await page.keyboard.press('l');
  for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowDown');
  await expect(page.getByText('That is all there is to it.')).toBeVisible();

  const step = page.locator('[aria-current=step]');
  await expect(step).toContainText('3 · Straight and level');
  await step.getByRole('button', { name: 'Show me first' }).click();
  await expect(page.getByText('The reference pilot is flying.')).toBeVisible();
  await page.goto('/first-evening', { waitUntil: 'networkidle' });
  await step.getByRole('button', { name: 'Fly it' }).click();
  await page.waitForURL(/\/fly\//);
  await page.getByRole('button', { name: '8×', exact: true }).click();
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await flownFor(page, 60);
  await page.waitForURL(/\/debrief\//, { timeout: 120_000 });
  await expect(page.getByText('Done well')).toBeVisible();

  await page.goto('/first-evening', { waitUntil: 'networkidle' });
  await expect(step).toContainText('4 · One turn');
  await page.goto('/today', { waitUntil: 'networkidle' });
  const first = page.locator('section', { has: page.locator('#first-thing') });
  await expect(first).toContainText('Straight and level');
  await expect(first).toContainText(
    /in a row without hints complete|without hints completes|Not to standard yet/
  );
  await page.goto('/practise', { waitUntil: 'networkidle' });
  await fits(page);
  const steep = page.getByRole('listitem').filter({ hasText: 'Steep turns' });
  await choose(steep.getByLabel('Level of Steep turns'), '5: wind and light turbulence, no hints');
  await steep.getByRole('button', { name: 'Fly it' }).click();
  await page.waitForURL(/\/fly\//);
  await expect(page.getByText('16 kt', { exact: false }).first()).toBeVisible();

  // With the coach: what it corrects stops time, the space bar lets it go on; pitched down, it has something to correct.
  await page.goto('/practise', { waitUntil: 'networkidle' });
  await page.getByRole('button', { name: 'With me: Straight and level' }).click();
  await page.waitForURL(/\/fly\/.*with=1/);
  await expect(page.getByLabel('with the coach: time stops when it corrects')).toBeChecked();
  await page.getByRole('button', { name: '4×', exact: true }).click();
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowUp');
  const held = page.getByTestId('held');
  await expect(held).toContainText(/^Held\. .+ Set it, then press space\.$/, { timeout: 120_000 });
  await expect(page.getByRole('button', { name: 'Go on', exact: true })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(held).toHaveCount(0);

  // How one thing went, and what it still needs.
  await page.goto('/today', { waitUntil: 'networkidle' });
  await expect(page.getByText('Flown in 1 of the last 8 weeks.')).toBeVisible();
  await page.goto(`${await page.getByRole('link', { name: 'My work' }).getAttribute('href')}/road`, {
    waitUntil: 'networkidle'
  });
  await page.getByRole('link', { name: 'Straight and level', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Straight and level' })).toBeVisible();
  await expect(page.getByText(/in a row to standard, without hints and corridors/)).toBeVisible();
  await expect(page.getByText('The latest was the best so far.')).toBeVisible();
  await fits(page);
  await page.getByRole('link', { name: /^Flight 1,/ }).click();
  await page.waitForURL(/\/debrief\//);

  // A mock test: set, its first part begun and stopped, the result told by task, the test stopped.
  await page.goto(`${await page.getByRole('link', { name: 'My work' }).getAttribute('href')}/road`, {
    waitUntil: 'networkidle'
  });
  await page.getByRole('button', { name: 'Set a mock test' }).click();
  await page.waitForURL(/\/tests\//);
  await expect(page.getByTestId('result')).toContainText('Under way');
  await fits(page);
  await page.getByRole('link', { name: /^Fly part 1: / }).click();
  await page.waitForURL(/\/fly\//);
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await flownFor(page, 4);
  await page.keyboard.press('r');
  await page.getByRole('button', { name: 'Stop and debrief' }).click();
  await page.waitForURL(/\/debrief\//, { timeout: 120_000 });
  await page.getByRole('link', { name: 'to the test' }).click();
  const firstPart = page.getByRole('row').nth(1);
  await expect(firstPart).toContainText('unsatisfactory');
  await expect(firstPart).toContainText('Not flown to the end');
  await expect(page.getByRole('link', { name: /^Fly part 2: / })).toBeVisible();
  await page.getByRole('button', { name: 'Stop the test' }).click();
  await expect(page.getByTestId('result')).toContainText('Not every task satisfactory');
  await expect(page.getByRole('link', { name: /^Fly part/ })).toHaveCount(0);
  expect(faults).toEqual([]);
});

test('an instructor’s morning: to the road of a student, the next lesson, homework, and a syllabus of the school’s own', async ({
  browser
}) => {
  const faults: string[] = [];
  const page = await signedIn(browser, 'Ines Brandvik', faults);
  await page.goto('/');
  await expect(page.getByRole('heading', { level: 1, name: 'The school this morning' })).toBeVisible();
  await page
    .locator('section', { hasText: 'Slipping' })
    .getByRole('link', { name: 'Yusra Kettering' })
    .click();
  await page.waitForURL(/\/road$/);
  await fits(page);
  await expect(page.getByRole('row', { name: /Holding procedures/ })).toBeVisible();
  await page.getByRole('link', { name: /^Plan the next: / }).click();
  await page.waitForURL(/\/plan\?student=/);
  await expect(page.getByLabel('Drill', { exact: true })).toContainText('Standard-rate turns');

  // The syllabus: a lesson one place later, kept as a version, and a student moved to it.
  await page.goto('/syllabus');
  const saving = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as JSON' }).click();
  const shipped = JSON.parse(await readFile(await (await saving).path(), 'utf8'));
  expect(shipped.stages[0].lessons[1].id).toBe('speeds');
  await page.getByRole('button', { name: 'Change it' }).click();
  await page.getByRole('button', { name: 'Put Level at other speeds later' }).click();
  await page.getByRole('button', { name: 'Put Straight and level later' }).click();
  const titles = page.locator('section', { has: page.getByLabel('Name of stage 1') }).getByRole('listitem');
  await expect(titles.first()).toContainText('Level turns');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(titles.first()).toContainText('Straight and level');
  // A lesson of the school's own, named, with what is flown in it and what it comes after.
  await page.getByRole('button', { name: 'Add a lesson to this stage' }).first().click();
  const editor = page.getByRole('group', { name: /^Change / });
  await editor.getByLabel('Name').fill('Climbs by the book');
  await editor.getByLabel('What it is about').fill('The climb our way, three times.');
  await choose(editor.getByLabel('Add something to fly'), 'Constant-rate climb and descent');
  await editor.getByLabel('Minutes a flight: Constant-rate climb and descent').fill('500');
  await editor.getByLabel('Flights in a row to standard: Constant-rate climb and descent').fill('3');
  await editor.getByLabel('Flights in a row to standard: Constant-rate climb and descent').press('Tab');
  await expect(editor.getByLabel('Minutes a flight: Constant-rate climb and descent')).toHaveValue('20');
  await editor
    .getByRole('button', { name: /^Take .* out$/ })
    .first()
    .click();
  await choose(editor.getByLabel('Comes after another lesson'), 'Straight and level');
  await editor.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('button', { name: 'Keep as a new version' }).click();
  const own = page.getByRole('listitem').filter({ hasText: 'Climbs by the book' });
  await expect(own).toContainText('after Straight and level');
  await expect(own).toContainText('3 in a row to standard · 20 min');
  await expect(page.getByText(/Kept: .*, our own, version \d+\./)).toBeVisible();
  await page.locator('input[type=file]').setInputFiles({
    name: 'broken.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify({ ...shipped, stages: [] }))
  });
  await page.getByRole('button', { name: 'Read it in' }).click();
  await expect(page.getByRole('alert')).toContainText('1 to 20 stages');

  // Homework, from a debrief, about a moment; the student finds it.
  await page.goto(`/debrief/${demoId('attempt petra 6')}`);
  await page.getByRole('button', { name: 'Set homework' }).click();
  await page.getByLabel('How often').fill('2');
  await page.getByLabel('What to look at').fill('The outbound heading.');
  await page.getByRole('button', { name: 'Set it' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  const student = await signedIn(browser, 'Petra Hollisund', faults);
  await expect(student).toHaveURL(/\/today$/);
  const homework = student.locator('section', { has: student.getByRole('heading', { name: 'Homework' }) });
  await expect(homework).toContainText('0 of 2 flown');
  await expect(homework).toContainText('“The outbound heading.”');
  await fits(student);
  expect(faults).toEqual([]);
});
