import { parquetReadObjects } from 'hyparquet';
import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { choose, expect, fitsAcross, flownFor, signedIn, test } from './people';

test('one lesson from plan to record, by two people in two browsers', async ({ browser }) => {
  const faults: string[] = [];
  const instructor = await signedIn(browser, 'Ines Brandvik', faults);
  await expect(instructor.getByRole('heading', { name: 'The school this morning' })).toBeVisible();
  await expect(instructor.getByRole('link', { name: 'Petra Hollisund', exact: true }).first()).toBeVisible();

  // Plan. What cannot be flown is refused at its field, with the reason.
  await instructor.getByRole('link', { name: 'Plan', exact: true }).click();
  // While the student's last lesson is on its way nothing can be entered that its arrival would undo.
  let arrives = () => {};
  const held = new Promise<void>((resolve) => (arrives = resolve));
  await instructor.route('**/plan/__data.json*', async (route) => {
    await held;
    await route.continue();
  });
  await choose(instructor.getByLabel('Student', { exact: true }), 'Petra Hollisund');
  await expect(instructor.getByLabel('Drill', { exact: true })).toBeDisabled();
  await expect(instructor.getByRole('button', { name: 'Plan this lesson' })).toBeDisabled();
  arrives();
  await expect(instructor.getByLabel('Drill', { exact: true })).toBeEnabled();
  await instructor.getByRole('button', { name: 'The airplane’s own figures' }).click();
  await choose(instructor.getByLabel('Drill', { exact: true }), 'Rate-and-speed descent');
  const rate = instructor.getByLabel('Descent rate');
  await rate.fill('1900');
  await expect(instructor.locator('[id="figures.descentRate_fpm-problem"]')).toContainText(
    'cannot come down so steeply'
  );
  await expect(instructor.getByRole('button', { name: 'Plan this lesson' })).toBeDisabled();
  await rate.fill('600');
  const decision = instructor.getByLabel('Decision altitude');
  await decision.fill('300');
  await expect(instructor.locator('[id="figures.decisionAltitude_ft-problem"]')).toContainText(
    '500 ft or more'
  );
  await decision.fill('3000');
  await choose(instructor.getByLabel('Where'), 'Korrin Plateau');
  await choose(instructor.getByLabel('Where'), 'Vesterlund Bay');
  // What the reference pilot flies to standard below is not left to the gusts.
  await choose(instructor.getByLabel('Ride'), 'smooth');
  await expect(instructor.getByText('−600 ft/min').first()).toBeVisible();
  await fitsAcross(instructor);
  await instructor.getByRole('button', { name: 'Plan this lesson' }).click();
  await expect(instructor).toHaveURL(/\/plan\/[0-9a-f-]{36}$/);
  await expect(instructor.getByText('Petra Hollisund').first()).toBeVisible();
  const lessonPath = new URL(instructor.url()).pathname.replace('/plan/', '/fly/');

  // The student finds it, flies a little with the keys, and steps away; nothing flown is lost.
  const student = await signedIn(browser, 'Petra Hollisund', faults);
  await student.getByRole('navigation').getByRole('link', { name: 'Fly' }).click();
  await expect(student).toHaveURL(/\/fly$/);
  await student.locator(`a[href="${lessonPath}"]`).click();
  await expect(student.getByRole('img', { name: /^Attitude/ })).toBeVisible();
  await student.keyboard.press('4');
  await student.keyboard.press('Space');
  await flownFor(student, 8);
  for (let press = 0; press < 4; press++) await student.keyboard.press('ArrowRight');
  await expect(student.getByRole('img', { name: /^Attitude.*bank [4-9]|1\d right/ })).toBeVisible();
  await student.keyboard.press('l');
  await student.keyboard.press('f');
  await expect(student.getByRole('slider', { name: 'Flaps' })).toHaveAttribute('aria-valuenow', '1');
  await student.keyboard.press('Space');
  await expect(student.getByRole('button', { name: 'Go on' })).toBeVisible();
  await expect(student.getByText('all saved')).toBeVisible();

  await student.reload();
  await expect(student.getByText(/was begun and not finished/)).toBeVisible();
  await student.getByRole('button', { name: 'Resume it' }).click();
  await expect(student.getByText(/Resumed at/)).toBeVisible();
  await student.keyboard.press('Space');
  await expect(student.getByRole('button', { name: 'Pause' })).toBeVisible();
  await student.waitForTimeout(1500);
  await student.keyboard.press('r');
  await student.getByRole('button', { name: 'Stop and debrief' }).click();
  await expect(student).toHaveURL(/\/debrief\/[0-9a-f-]{36}$/);
  await expect(student.getByText('Not flown to the end').first()).toBeVisible();
  await expect(student.getByRole('button', { name: 'Write a note' })).toHaveCount(0);

  // Beginning again keeps what was flown and puts the airplane back at the start.
  await student.goto(lessonPath);
  await expect(student.getByRole('button', { name: 'Begin', exact: true })).toBeVisible();
  await student.keyboard.press('8');
  await student.keyboard.press('Space');
  await flownFor(student, 5);
  await student.keyboard.press('r');
  await student.getByRole('dialog').getByRole('button', { name: 'Begin again' }).click();
  await expect(student.getByRole('button', { name: 'Begin', exact: true })).toBeVisible();
  await expect(student.getByText('all saved')).toBeVisible();
  await student.reload();
  await expect(student.getByRole('button', { name: 'Begin', exact: true })).toBeVisible();
  await expect(student.getByText(/was begun and not finished/)).toHaveCount(0);

  // The simulated pilot with habits flies it to the end at once; each habit is found.
  await student.goto(lessonPath);
  await student.getByRole('button', { name: 'a pilot with habits' }).click();
  await student.getByRole('button', { name: 'Fly on to the end at once' }).click();
  await expect(student).toHaveURL(/\/debrief\//);
  await expect(student.getByText('Descended before slowing').first()).toBeAttached();
  // Which of the two stands among the smaller ones is up to the gusts of the day.
  const folded = student.locator('ol details:not([open]) > summary');
  while ((await folded.count()) > 0) await folded.first().click();
  await expect(student.getByText('Descended before slowing').first()).toBeVisible();
  await expect(student.getByText('Pumping the nose').first()).toBeVisible();
  await expect(student.getByText('demonstration').first()).toBeVisible();

  // So does the reference pilot, to standard.
  await student.goto(lessonPath);
  await student.getByRole('button', { name: 'the reference pilot' }).click();
  await student.getByRole('button', { name: 'Fly on to the end at once' }).click();
  await expect(student).toHaveURL(/\/debrief\//);
  await expect(student.getByText('Slowed down first, then descended').first()).toBeVisible();
  await expect(student.getByRole('img', { name: /^Altitude: / })).toBeVisible();
  const debriefPath = new URL(student.url()).pathname;

  // Debrief: a finding takes the cursor to its moment; the instructor overrides with a reason, both values stay.
  await instructor.goto(debriefPath);
  await instructor
    .getByRole('button', { name: /Slowed down first, then descended/ })
    .first()
    .click();
  await expect(instructor.getByLabel('Moment of the flight')).not.toHaveAttribute('aria-valuenow', '0');
  const asked = instructor.getByRole('button', { name: /^Verdict: / });
  await asked.click();
  await expect(instructor.getByRole('dialog')).toContainText('The worst required element decides');
  await instructor.getByRole('button', { name: 'Override…' }).click();
  await choose(instructor.getByLabel('Verdict', { exact: true }), 'not met');
  await instructor.getByLabel('Reason').fill('The call at the decision altitude was missing.');
  await instructor.getByRole('dialog').getByRole('button', { name: 'Override', exact: true }).click();
  await expect(asked).toHaveAccessibleName(/not met/);
  await expect(instructor.getByText(/instructor’s; computed: met/)).toBeVisible();
  await instructor.getByRole('button', { name: 'Write a note' }).click();
  await instructor.getByLabel('What you would say').fill('Say the altitude aloud at a hundred above.');
  await instructor.getByRole('button', { name: 'Keep it' }).click();
  await expect(instructor.getByRole('dialog')).toHaveCount(0);
  await student.reload();
  await expect(student.getByText('Say the altitude aloud at a hundred above.')).toBeVisible();

  // The flight leaves as Parquet, and an independent reader opens it.
  const download = instructor.waitForEvent('download');
  await instructor.getByRole('link', { name: 'Parquet' }).click();
  const file = readFileSync(await (await download).path());
  const rows = await parquetReadObjects({
    file: {
      byteLength: file.byteLength,
      slice: (from, to) => new Uint8Array(file.subarray(from, to)).slice().buffer
    },
    compressors: { GZIP: (part) => gunzipSync(part) }
  });
  expect(rows.length).toBeGreaterThan(1000);
  expect(rows[0]).toMatchObject({ time_s: 0, altitude_ft: 4000, ias_kt: 105 });

  // Record: practice is shown and not counted; a training flight counts once it is signed.
  await instructor.getByRole('link', { name: 'Record', exact: true }).click();
  await expect(instructor.getByText('not counted').first()).toBeVisible();
  const instrument = instructor.getByRole('progressbar', { name: 'Actual or simulated instrument time' });
  const before = Number(await instrument.getAttribute('aria-valuenow'));
  await instructor.getByRole('button', { name: 'Enter a flight' }).click();
  await instructor.getByLabel('Type and registration').fill('Sandling 160, XV-SND');
  await instructor.getByLabel('Route', { exact: true }).fill('XVLB – XVLB');
  await instructor.getByLabel('Total', { exact: true }).fill('1.0');
  await instructor.getByLabel('Actual instrument', { exact: true }).fill('0.4');
  await instructor.getByLabel('Simulated instrument', { exact: true }).fill('0.9');
  await instructor.getByRole('button', { name: 'Enter', exact: true }).click();
  await expect(instructor.getByText('Actual and simulated together at most the total')).toBeVisible();
  await instructor.getByLabel('Simulated instrument', { exact: true }).fill('0.5');
  await instructor.getByRole('button', { name: 'Enter', exact: true }).click();
  await expect(instructor.getByRole('dialog')).toHaveCount(0);
  expect(Number(await instrument.getAttribute('aria-valuenow'))).toBeCloseTo(before, 5);
  const entry = instructor.getByRole('row').filter({ hasText: 'XVLB – XVLB' }).first();
  // What is signed is shown, and asked once more.
  await entry.getByRole('button', { name: 'Sign…' }).click();
  await expect(instructor.getByRole('dialog')).toContainText('Petra Hollisund');
  await expect(instructor.getByRole('dialog')).toContainText('XVLB – XVLB');
  await instructor.getByRole('dialog').getByRole('button', { name: 'Sign', exact: true }).click();
  await expect(entry.getByText('◆ Ines Brandvik')).toBeVisible();
  expect(Number(await instrument.getAttribute('aria-valuenow'))).toBeCloseTo(before + 0.9, 5);

  // A signed entry is put right by a new one, which counts in its place once signed.
  await entry.getByRole('button', { name: 'Correct' }).click();
  await instructor.getByLabel('Actual instrument', { exact: true }).fill('0.1');
  await instructor.getByRole('button', { name: 'Enter the correction' }).click();
  await expect(instructor.getByText('corrects an earlier entry')).toBeVisible();
  await instructor
    .getByRole('row')
    .filter({ hasText: 'corrects an earlier entry' })
    .getByRole('button', { name: 'Sign…' })
    .click();
  await instructor.getByRole('dialog').getByRole('button', { name: 'Sign', exact: true }).click();
  await expect(instrument).toHaveAttribute('aria-valuenow', String(Math.round((before + 0.6) * 10) / 10));

  // The student sees the progress, and nobody else's record.
  await student.getByRole('link', { name: 'Record', exact: true }).click();
  await expect(
    student.getByRole('progressbar', { name: 'Actual or simulated instrument time' })
  ).toHaveAttribute('aria-valuenow', String(Math.round((before + 0.6) * 10) / 10));
  await expect(student.getByRole('button', { name: 'Sign' })).toHaveCount(0);
  expect(faults).toEqual([]);
});
