import { startApplication } from '../../scripts/setup/application.mjs';
import { freePort } from '../../scripts/setup/postgres.mjs';
import type { Page } from '@playwright/test';
import { choose, expect, fitsAcross, signedIn, test } from './people';

const SLOW_KT = 86;
const FAST_KT = 95;

/** What the panel shows, read as a person reads it. */
async function shown(page: Page, instrument: RegExp): Promise<number> {
  const words = await page.getByRole('img', { name: instrument }).first().getAttribute('aria-label');
  return Number(/-?\d+/.exec(words!)![0]);
}

/** Down with the autopilot on course and path; the power is the student's, by the airspeed. */
async function flownDownTo(page: Page, height_ft: number): Promise<void> {
  await expect(async () => {
    const speed_kt = await shown(page, /^Airspeed/);
    const key = speed_kt > FAST_KT ? 's' : speed_kt < SLOW_KT ? 'w' : null;
    for (let i = 0; key && i < Math.abs(speed_kt - 90) / 4; i++) await page.keyboard.press(key);
    expect(await shown(page, /^Altitude/)).toBeLessThanOrEqual(height_ft);
  }).toPass({ timeout: 180_000, intervals: [200] });
}

/** Nose up by the autopilot, and all the power by hand, from wherever the throttle was left. */
async function goesAround(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'go around' }).click();
  const throttle = page.getByRole('slider', { name: 'Throttle' });
  await expect(async () => {
    await page.keyboard.press('w');
    expect(await throttle.getAttribute('aria-valuetext')).toBe('100 %');
  }).toPass({ intervals: [50] });
}

/** The student at one server; the instructor with a tablet, by touch, at another. */
test('a whole lesson of four approaches by two people: placed, below minimums, failed, corrected, taken and given back, the runway in sight, debriefed and signed', async ({
  browser
}) => {
  test.setTimeout(600_000);
  const faults: string[] = [];
  const elsewhere = await startApplication(process.env['DATABASE_URL']!, {
    host: '127.0.0.1',
    port: await freePort()
  });
  try {
    const student = await signedIn(browser, 'Davi Almansor', faults);
    student.setDefaultTimeout(20_000);
    await student.goto('/plan?approach=xvlb-ils-24');
    await choose(student.getByLabel('Way in', { exact: true }), 'vectors to final');
    await choose(student.getByLabel('At the minimum', { exact: true }), 'as the weather has it');
    await choose(student.getByLabel('Radios', { exact: true }), 'set and identified');
    await choose(student.getByLabel('Most help allowed', { exact: true }), 'autopilot');
    // Flown as a test: what the examiner says may not stand in the way of what the instructor says.
    await choose(student.getByLabel('Corridors', { exact: true }), 'hidden (test)');
    await student.getByRole('button', { name: 'Fly this' }).click();
    await student.getByRole('button', { name: 'autopilot', exact: true }).click();
    const autopilot = student.locator('dl[aria-label=Autopilot]');
    const phases = student.getByLabel('Phases');
    const said = student.getByTestId('said');
    await student.getByRole('button', { name: 'Begin', exact: true }).click();

    const instructor = await signedIn(browser, 'Ines Brandvik', faults, elsewhere.address, {
      viewport: { width: 820, height: 1180 },
      hasTouch: true
    });
    instructor.setDefaultTimeout(20_000);
    await instructor.goto('/station');
    await instructor
      .getByRole('listitem')
      .filter({ hasText: 'Davi Almansor: XVLB ILS 24' })
      .getByRole('link', { name: 'Sit in' })
      .first()
      .tap();
    await expect(instructor.getByText('flying', { exact: true })).toBeVisible();
    const tap = (name: string) => instructor.getByRole('button', { name, exact: true }).tap();
    const done = (words: string | RegExp) =>
      expect(instructor.getByRole('listitem').filter({ hasText: words }).first()).toContainText(
        'Ines Brandvik'
      );
    const open = async (act: 'Place…' | 'Clear…' | 'Weather…' | 'Fail…') => {
      const button = instructor.getByRole('button', { name: act, exact: true });
      if ((await button.getAttribute('aria-expanded')) !== 'true') await button.tap();
      await fitsAcross(instructor);
    };
    const placed = async (where: string, at_ft: number) => {
      await open('Place…');
      await choose(instructor.getByLabel('Put the airplane', { exact: true }), where);
      await tap('Put it there');
      await expect(student.getByText('Your instructor has stopped time.')).toBeVisible();
      await expect.poll(async () => Math.abs((await shown(student, /^Altitude/)) - at_ft)).toBeLessThan(40);
    };
    const weather = async (preset: string) => {
      await open('Weather…');
      await tap(preset);
      await tap('Change it');
      // A tap that comes as the weather is being changed tells nothing: it is waited for.
      await expect(instructor.getByRole('button', { name: 'Change it', exact: true })).toBeDisabled();
      await done(/weather: /);
      await tap('Tell the weather');
      await expect(said).toContainText('XVLB: wind');
    };
    const letGo = async () => {
      await tap('Let time go on');
      await expect(student.getByText('Your instructor has stopped time.')).toHaveCount(0);
    };

    // The first: nothing to be seen at the minimum, and around.
    await placed('1 NM before the final fix', 1600);
    await weather('Below minimums');
    await student.getByRole('button', { name: 'with path' }).click();
    await letGo();
    await student.keyboard.press('8');
    await expect(autopilot).toContainText('flies course · path', { timeout: 120_000 });
    await tap('Good');
    await flownDownTo(student, 330);
    await student.keyboard.press('1');
    await goesAround(student);
    await student.keyboard.press('4');
    await expect(phases).toContainText('Go around');
    await expect.poll(() => shown(student, /^Altitude/)).toBeGreaterThan(600);

    // The second: by hand; a heading misheard and put right, time stopped meanwhile.
    await placed('3 NM out on the final', 1090);
    await letGo();
    await open('Clear…');
    for (const to of ['280', '260']) {
      await instructor.getByLabel('Heading', { exact: true }).fill(to);
      await tap('Clear');
      await done(`cleared: heading ${to}°`);
      await expect(phases.getByText(`Heading ${to}°`)).toBeVisible();
    }
    await tap('Stop time');
    await expect(student.getByText('Your instructor has stopped time.')).toBeVisible();
    await letGo();
    await tap('Chased');
    await expect(instructor.getByText(/Marked last: \d+:\d\d Chased/)).toBeVisible();
    await student.keyboard.press('8');
    await student.waitForTimeout(6000);
    await student.keyboard.press('4');

    // The third: the instructor flies it down, the student its missed approach. Handed over while time stands, however long that takes.
    await placed('3 NM out on the final', 1090);
    await tap('“I have control”');
    await student.getByRole('button', { name: '“You have control”' }).click();
    await letGo();
    await student.keyboard.press('4');
    await expect.poll(() => shown(student, /^Altitude/), { timeout: 120_000 }).toBeLessThan(900);
    await student.keyboard.press('1');
    await tap('Stop time');
    await tap('“You have control”');
    await student.getByRole('button', { name: '“I have control”' }).click();
    await done('the student has control');
    await open('Clear…');
    await tap('Go around');
    await done('sent around');
    await letGo();
    await goesAround(student);
    await student.keyboard.press('8');
    await expect.poll(() => shown(student, /^Altitude/), { timeout: 120_000 }).toBeGreaterThan(1500);
    await student.keyboard.press('1');

    // The fourth: at minimums the runway comes in sight, and it is flown to it; what fails then is no matter.
    await placed('1 NM before the final fix', 1600);
    await weather('Just above minimums');
    await student.getByRole('button', { name: 'with path' }).click();
    await letGo();
    await student.keyboard.press('8');
    await expect(autopilot).toContainText('flies course · path', { timeout: 120_000 });
    await flownDownTo(student, 360);
    await student.keyboard.press('1');
    await expect(phases).toContainText('By eye to the threshold');
    await open('Fail…');
    await choose(instructor.getByLabel('What is to fail', { exact: true }), 'Vacuum lost');
    await tap('Fail it now');
    await done('vacuum lost');
    await student.keyboard.press('4');
    await expect(student).toHaveURL(/\/debrief\//, { timeout: 120_000 });

    // The debrief: the last time graded, what the student flew before it each by itself, with what was marked and done.
    await instructor.getByRole('link', { name: 'Open its debrief' }).tap();
    for (const page of [student, instructor]) {
      await expect(page.getByRole('heading', { name: 'XVLB ILS 24' })).toBeVisible();
      // Of the third only the missed approach is the student's: whether that is long enough to be judged depends on where it was given back.
      const times = page.getByText(/^Time \d$/);
      await expect(times.first()).toHaveText('Time 1');
      await expect(times.nth(1)).toHaveText('Time 2');
      const marked = page.locator('section', {
        has: page.getByRole('heading', { name: 'Marked and done in flight' })
      });
      for (const words of [
        'Good',
        'Chased',
        'placed: 1 NM before the final fix',
        'weather: ',
        'cleared: heading 260°',
        'time stopped',
        'the instructor has control',
        'sent around'
      ])
        await expect(marked.getByText(words, { exact: false }).first()).toBeVisible();
      await expect(page.getByText(/Vacuum lost from \d+:\d\d/).first()).toBeVisible();
    }
    await expect(instructor.getByText(/^Over the threshold at \d+ ft/)).toBeVisible();
    await fitsAcross(instructor);

    // Signed: the time with an instructor in the training device, in the record.
    await instructor.getByRole('link', { name: 'Record', exact: true }).first().tap();
    await tap('Enter a flight');
    await instructor.getByLabel('Type and registration').fill('Sandling 160, XV-SND');
    await instructor.getByLabel('Route', { exact: true }).fill('XVLB four ILS');
    await instructor.getByLabel('Total', { exact: true }).fill('0.5');
    await instructor.getByLabel('Simulated instrument', { exact: true }).fill('0.5');
    await tap('Enter');
    const entry = instructor.getByRole('row').filter({ hasText: 'XVLB four ILS' }).first();
    await entry.getByRole('button', { name: 'Sign…' }).tap();
    await instructor.getByRole('dialog').getByRole('button', { name: 'Sign', exact: true }).tap();
    await expect(entry).toContainText('◆ ');
    await expect(entry.getByRole('button', { name: 'Sign…' })).toHaveCount(0);
    expect(faults).toEqual([]);
  } finally {
    await elsewhere.stop();
  }
});
