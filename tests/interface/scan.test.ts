import { demoId } from '../../seed/demo-people';
import { choose, expect, fitsAcross, flownFor, signedIn, test } from './people';

test('a scan: planned, followed by keys, seen with what it cost, mended, and told by an eye tracker’s file', async ({
  browser
}) => {
  const faults: string[] = [];
  const instructor = await signedIn(browser, 'Halvard Roem', faults);

  // One page says what is not looked at, when, and what it cost.
  await instructor.goto(`/debrief/${demoId('attempt tomas 1')}/scan`);
  await expect(instructor.getByText('Engine gauges left out').first()).toBeVisible();
  await expect(instructor.getByText('Staring at the altimeter').first()).toBeVisible();
  await expect(instructor.getByRole('img', { name: /^Share of looking: .*engine gauges 0/ })).toBeVisible();
  const cost = instructor.getByRole('row').filter({ hasText: 'heading indicator' }).first();
  await expect(cost).toContainText(/\d+\.\d s/);
  await cost.getByRole('button').click();
  await expect(instructor.getByLabel('Moment of the flight')).not.toHaveAttribute('aria-valuenow', '0');
  await fitsAcross(instructor);

  // The lesson that mends it is planned from there, with a quicker rhythm and calls left out.
  await instructor.getByRole('link', { name: 'Plan it' }).click();
  await expect(instructor.getByText(/Staring at the altimeter: a quick rhythm/)).toBeVisible();
  await expect(instructor.getByLabel('Hands')).toHaveText('the reference pilot’s');
  await instructor.getByLabel('Look', { exact: true }).fill('9');
  await expect(instructor.getByText(/from 0\.4 to 4 s/).first()).toBeVisible();
  await instructor.getByLabel('Look', { exact: true }).fill('1');
  await instructor.getByLabel('questions, calls and an engine gauge').check();
  await instructor.getByRole('button', { name: 'Plan this lesson' }).click();
  await expect(instructor).toHaveURL(/\/plan\/[0-9a-f-]{36}$/);
  await expect(instructor.getByText('The scan: hub and spoke')).toBeVisible();
  const lessonPath = new URL(instructor.url()).pathname.replace('/plan/', '/fly/');

  // The student looks by key and by pointer while the reference pilot flies.
  const student = await signedIn(browser, 'Tomas Ferrand', faults);
  await student.goto(lessonPath);
  await expect(student.getByText('The reference pilot flies; the eyes are yours.')).toBeVisible();
  await student.keyboard.press('Space');
  const looked = student.locator('[data-looked="true"]');
  await expect(looked).toHaveAttribute('data-area', 'attitude');
  await expect(student.getByRole('img', { name: /^look here/ })).toHaveCount(1);
  for (const [key, area] of [
    ['e', 'altimeter'],
    ['w', 'attitude'],
    ['s', 'heading'],
    ['q', 'airspeed'],
    ['d', 'vertical-speed'],
    ['z', 'engine']
  ] as const) {
    await student.keyboard.press(key);
    await expect(looked).toHaveAttribute('data-area', area);
    await student.waitForTimeout(250);
  }
  await student.locator('[data-area="turn"]').hover();
  await expect(looked).toHaveAttribute('data-area', 'turn');
  await student.keyboard.press('8');
  await expect(student.getByText(/^“.*”$/).first()).toBeVisible();
  await student.keyboard.press('5');
  await expect(student.getByText(/^“.*”$/)).toHaveCount(0);
  await choose(student.getByLabel(/looking with the/), 'right hand');
  // The list lay over an instrument, and where the pointer rests is looked at.
  await student.mouse.move(5, 5);
  await student.keyboard.press('i');
  await expect(looked).toHaveAttribute('data-area', 'attitude');
  await flownFor(student, 40);
  await student.keyboard.press('r');
  await student.getByRole('button', { name: 'Stop and debrief' }).click();
  await expect(student).toHaveURL(/\/debrief\/[0-9a-f-]{36}$/);
  await expect(student.getByText('the reference pilot flew, the scan is the student’s')).toBeVisible();
  await student.getByRole('link', { name: 'Where the eyes went' }).click();
  await expect(student.getByRole('img', { name: /^Looks over time/ })).toBeVisible();
  await expect(student.getByRole('heading', { name: 'Questions and calls' })).toBeVisible();
  await expect(
    student
      .getByRole('row')
      .filter({ hasText: /right|wrong/ })
      .first()
  ).toContainText(/\d\.\d s/);

  // An eye tracker's file beside a flight without a recorded scan: unknown areas are asked for, broken rows refused.
  await instructor.goto(`/debrief/${demoId('attempt maren 4')}/scan`);
  await expect(instructor.getByText('The eyes were not recorded in this flight')).toBeVisible();
  await instructor.getByRole('button', { name: 'Read in a dwell log…' }).first().click();
  const file = (text: string) => ({ name: 'tracker.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await instructor.getByLabel('File').setInputFiles(file('time_s,area\n1,attitude\nx,turn\n'));
  await expect(instructor.getByRole('alert')).toContainText('row 3');
  const rows = Array.from(
    { length: 60 },
    (_, i) => `${500 + i * 2},${['attitude', 'altimeter', 'attitude', 'Left dial'][i % 4]}`
  );
  await instructor.getByLabel('File').setInputFiles(file(`\uFEFFtime_s,area\n${rows.join('\n')}\n`));
  await expect(instructor.getByText('byte-order mark')).toBeVisible();
  await expect(instructor.getByRole('button', { name: 'Keep it' })).toBeDisabled();
  await choose(instructor.getByLabel(/“Left dial”/), 'airspeed');
  await expect(instructor.getByText(/looks from 0\.0 to/)).toBeVisible();
  await instructor.getByRole('button', { name: 'Keep it' }).click();
  await expect(instructor).toHaveURL(/scan\?log=/);
  await expect(instructor.getByText('Heading indicator left out').first()).toBeVisible();
  await instructor.getByRole('button', { name: 'Take tracker.csv off the list' }).click();
  await instructor.getByRole('button', { name: 'Put it back' }).click();
  await expect(instructor.getByRole('link', { name: 'tracker.csv' })).toBeVisible();

  // Eyes watched in a cockpit, tapped, kept by themselves.
  await instructor.goto(`/watch?student=${demoId('tomas')}`);
  for (const key of ['w', 'e', 'w', 's', 'w', 'q', 'w']) {
    await instructor.keyboard.press(key);
    await instructor.waitForTimeout(200);
  }
  await instructor.keyboard.press('Space');
  await expect(instructor.getByText(/7 looks, 0\.\d s on average/)).toBeVisible();
  await instructor.getByRole('button', { name: 'Keep it' }).click();
  await expect(instructor).toHaveURL(/\/watch\/[0-9a-f-]{36}/);
  await instructor.goto(`/students/${demoId('tomas')}`);
  await expect(instructor.getByRole('heading', { name: 'The scan beside the flying' })).toBeVisible();
  await expect(instructor.getByRole('link', { name: /^Watched/ })).toBeVisible();
  expect(faults).toEqual([]);
});

test('the bench: a question answered, its working shown, the standing kept', async ({ browser }) => {
  const faults: string[] = [];
  const student = await signedIn(browser, 'Oskar Lindemoor', faults);
  await student.goto('/bench');
  const liar = student.getByRole('listitem').filter({ hasText: 'Which one lies?' });
  await expect(liar).toContainText('not tried yet');
  await liar.getByRole('button', { name: 'Ask me' }).click();
  await expect(
    student.getByRole('heading', { name: 'One instrument lies. Which one do you cover?' })
  ).toBeVisible();
  await student.keyboard.press('3');
  await expect(student.getByText(/^(Right, |No: )/)).toBeVisible();
  await expect(student.getByText(/showed .* where the airplane had/)).toBeVisible();
  await student.keyboard.press('Enter');
  await expect(student.getByRole('timer')).toBeVisible();
  await student.keyboard.press('Escape');

  // A sum that is due: typed wrong, its working shown; then the entry by its picture.
  await student.getByRole('button', { name: 'Ask what is due' }).click();
  await student.getByLabel('Answer').fill('999');
  await student.keyboard.press('Enter');
  await expect(student.getByText(/^No: \d{3}°\.$/)).toBeVisible();
  await student.getByRole('button', { name: 'Back to the bench' }).click();
  await student.getByRole('button', { name: 'Ask me Hold entries' }).click();
  await expect(student.getByRole('img', { name: /^Heading dial/ })).toBeVisible();
  const kept = student.waitForResponse('**/api/bench/answers');
  await student.keyboard.press('1');
  await expect(student.getByText(/^(Right, |No: )/)).toBeVisible();
  expect((await kept).ok()).toBe(true);
  await student.reload();
  await expect(student.getByRole('row').filter({ hasText: 'Hold entries' })).toContainText('1 answered');
  await expect(student.getByRole('listitem').filter({ hasText: 'Which one lies?' })).toContainText(
    '1 answered'
  );
  expect(faults).toEqual([]);
});
