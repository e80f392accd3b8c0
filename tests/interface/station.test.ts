import { startApplication } from '../../scripts/setup/application.mjs';
import { freePort } from '../../scripts/setup/postgres.mjs';
import AxeBuilder from '@axe-core/playwright';
import { choose, expect, fitsAcross, flownFor, signedIn, standsStill, test } from './people';

/** Stands in for a browser that takes speech down: it hears this. */
function takesDown(words: string): void {
  class Recognition {
    onresult: ((event: unknown) => void) | null = null;
    onend: (() => void) | null = null;
    start() {
      setTimeout(() => {
        this.onresult?.({ results: [[{ transcript: words }]] });
        this.onend?.();
      }, 600);
    }
    abort() {
      this.onend?.();
    }
  }
  Object.assign(window, { SpeechRecognition: Recognition, webkitSpeechRecognition: Recognition });
}

/** The student flies at one server, the instructor sits at another; between them there is only the database. */
test.describe('an instructor sits in', () => {
  let elsewhere: Awaited<ReturnType<typeof startApplication>>;
  let port: number;
  const start = () => startApplication(process.env['DATABASE_URL']!, { host: '127.0.0.1', port });
  test.beforeAll(async () => {
    port = await freePort();
    elsewhere = await start();
  });
  test.afterAll(() => elsewhere.stop());

  test('sees it as it is flown, speaks, stops time, lets something fail, marks through a broken server, ends it: all in the debrief', async ({
    browser
  }) => {
    const faults: string[] = [];
    const student = await signedIn(browser, 'Maren Tolvik', faults);
    await student.goto('/plan');
    await student.getByLabel('Drill', { exact: true }).click();
    await student.getByRole('option', { name: 'Straight and level', exact: true }).click();
    await student.getByRole('button', { name: 'Fly this' }).click();
    await expect(student.getByRole('button', { name: 'Begin', exact: true })).toBeVisible();
    await student.keyboard.press('Space');
    await flownFor(student, 5);

    const instructor = await signedIn(browser, 'Ines Brandvik', faults, elsewhere.address);
    await instructor.addInitScript(takesDown, 'nose low before the bank');
    await instructor.reload();
    await instructor.getByRole('navigation').getByRole('link', { name: 'Station' }).click();
    const line = instructor.getByRole('listitem').filter({ hasText: 'Maren Tolvik: Straight and level' });
    await line.getByRole('link', { name: 'Sit in' }).click();
    await expect(instructor.getByRole('heading', { level: 1, name: 'Maren Tolvik' })).toBeVisible();
    await expect(instructor.getByText('flying', { exact: true })).toBeVisible();
    await expect(student.getByText('Watched by Ines Brandvik')).toBeVisible();
    // Everything since the start is there, and grows.
    const moment = instructor.getByLabel('Moment of the flight');
    const seen_s = async () => Number(await moment.getAttribute('aria-valuemax'));
    await expect.poll(seen_s).toBeGreaterThan(5);
    const before_s = await seen_s();
    await expect.poll(seen_s).toBeGreaterThan(before_s + 1);

    for (const width of [390, 820, 1280]) {
      await instructor.setViewportSize({ width, height: 1000 });
      await fitsAcross(instructor);
    }
    const { violations } = await new AxeBuilder({ page: instructor }).analyze();
    expect(violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')).toEqual([]);

    await instructor.getByLabel('Say to the student').fill('turn left heading 240');
    await instructor.keyboard.press('Enter');
    await expect(student.getByTestId('said')).toHaveText('Ines Brandvik: “turn left heading 240”');
    await expect(instructor.getByText('“turn left heading 240”')).toBeVisible();

    await instructor.getByRole('button', { name: 'Stop time' }).click();
    await expect(student.getByText('Your instructor has stopped time.')).toBeVisible();
    const stoodAt = await standsStill(student);
    await student.keyboard.press('Space');
    expect(await standsStill(student)).toBe(stoodAt);
    await expect(instructor.getByText('you have stopped time')).toBeVisible();
    await instructor.getByRole('button', { name: 'Let time go on' }).click();
    await expect.poll(() => student.locator('p:text-is("flown") + p').innerText()).not.toBe(stoodAt);

    // Own words, written or spoken, stand at the moment they were begun.
    await instructor.getByRole('button', { name: 'Speak', exact: true }).click();
    await expect(instructor.getByText(/Marked last: .*nose low before the bank/)).toBeVisible();
    const lastMarked = async () =>
      /(\d+):(\d\d)/
        .exec(await instructor.getByText(/Marked last/).innerText())!
        .slice(1)
        .map(Number);
    const [spokenMinute, spokenSecond] = (await lastMarked()) as [number, number];
    await instructor.getByLabel('Mark in own words').fill('late with the trim');
    // However long the typing took on a slow machine: by now it had begun.
    const typed_s = await seen_s();
    await expect.poll(seen_s).toBeGreaterThan(typed_s + 5);
    await instructor.keyboard.press('Enter');
    await expect(instructor.getByText(/Marked last: .*late with the trim/)).toBeVisible();
    const [minute, second] = (await lastMarked()) as [number, number];
    // What is seen of the flight is a moment old.
    expect(60 * minute + second).toBeLessThan(typed_s + 3);
    expect(60 * minute + second).toBeGreaterThanOrEqual(60 * spokenMinute + spokenSecond);

    await instructor.getByRole('button', { name: 'Good', exact: true }).click();
    await expect(instructor.getByText(/Marked last: \d:\d\d Good/)).toBeVisible();
    await elsewhere.kill();
    await instructor.getByRole('button', { name: 'Chased', exact: true }).click();
    await expect(instructor.getByText('1 mark on its way')).toBeVisible();
    await expect(instructor.getByText('the server is not reached; it is tried again')).toBeVisible();
    elsewhere = await start();
    await expect(instructor.getByText(/Marked last: \d:\d\d Chased/)).toBeVisible();
    await expect(instructor.getByText('flying', { exact: true })).toBeVisible();

    await instructor.getByRole('button', { name: 'Fail…' }).click();
    await instructor.getByRole('combobox', { name: 'What is to fail' }).click();
    await instructor.getByRole('option', { name: 'Vacuum lost' }).click();
    await instructor.getByRole('button', { name: 'Fail it now' }).click();
    const done = instructor.getByRole('listitem').filter({ hasText: 'vacuum lost' });
    await expect(done).toContainText('Ines Brandvik');

    await instructor.getByRole('button', { name: 'End the flight…' }).click();
    await instructor.getByRole('button', { name: 'End the flight', exact: true }).click();
    await expect(student).toHaveURL(/\/debrief\//);
    await instructor.getByRole('link', { name: 'Open its debrief' }).click();
    for (const page of [student, instructor]) {
      const marked = page.locator('section', {
        has: page.getByRole('heading', { name: 'Marked and done in flight' })
      });
      for (const words of [
        'Good',
        'nose low before the bank',
        'Chased',
        '“turn left heading 240”',
        'time stopped',
        'time goes on',
        'flight ended'
      ])
        await expect(marked.getByText(words, { exact: false }).first()).toBeVisible();
      await expect(page.getByText(/Vacuum lost from \d:\d\d/).first()).toBeVisible();
    }
    expect(faults).toEqual([]);
  });

  test('places the airplane, keeps a place and a weather of the school’s own, has rain fall, lets time pass faster: seen, and judged so', async ({
    browser
  }) => {
    test.slow();
    const faults: string[] = [];
    const student = await signedIn(browser, 'Maren Tolvik', faults);
    await student.goto('/plan?approach=xvlb-ils-24');
    await choose(student.getByLabel('Way in', { exact: true }), 'vectors to final');
    await student.getByRole('button', { name: 'Fly this' }).click();
    await expect(student.getByRole('button', { name: 'Begin', exact: true })).toBeVisible();
    await student.keyboard.press('Space');
    await flownFor(student, 5);
    const instructor = await signedIn(browser, 'Ines Brandvik', faults, elsewhere.address);
    await instructor.goto('/station');
    const line = instructor.getByRole('listitem').filter({ hasText: 'Maren Tolvik: XVLB ILS 24' });
    // The way there takes longer than the list takes to be fetched again.
    await instructor.route('**/station/*/__data.json*', async (route) => {
      await new Promise((resolve) => setTimeout(resolve, 6000));
      await route.continue();
    });
    await line.first().getByRole('link', { name: 'Sit in' }).click();
    const press = (name: string) => instructor.getByRole('button', { name, exact: true }).click();
    const done = (words: string | RegExp) =>
      expect(instructor.getByRole('listitem').filter({ hasText: words }).first()).toContainText(
        'Ines Brandvik'
      );
    await expect(instructor.getByText('flying', { exact: true })).toBeVisible();

    // On the final: time stands still until it is let go on, and there the airplane is.
    await press('Place…');
    await choose(instructor.getByLabel('Put the airplane', { exact: true }), '3 NM out on the final');
    await press('Put it there');
    await done(/placed: 3 NM out on the final/);
    await expect(student.getByText('Your instructor has stopped time.')).toBeVisible();
    await expect(student.getByRole('img', { name: /^Altitude 1[01]\d0 ft/ })).toBeVisible();
    await press('Let time go on');
    await expect(student.getByLabel('Phases').getByText('Down the path')).toBeVisible();

    // A place of the school's own is kept, offered to whoever sits in next, and put away.
    const own = `Short final ${Date.now() % 1e6}`;
    await instructor.getByLabel('Keep where it is now as').fill(own);
    await press('Keep the place');
    await expect(instructor.getByLabel('Keep where it is now as')).toHaveValue('');
    await choose(instructor.getByLabel('Put the airplane', { exact: true }), own);
    await press(`Put “${own}” away`);
    await expect(instructor.getByRole('button', { name: `Put “${own}” away` })).toHaveCount(0);

    await press('Weather…');
    await press('At minimums');
    await press('Change it');
    await done(/weather: cloud base/);
    await press('Tell the weather');
    await expect(student.getByTestId('said')).toContainText(
      'XVLB: wind 240 at 18, visibility 3/4, runway 24 visual range 4000, overcast 300'
    );

    // What clears late waits for its altitude, and is not told as if it were there.
    await press('Clears late');
    await expect(instructor.getByLabel('once below')).toHaveValue('440');
    await press('Change it then');
    await done(/weather: cloud base 452 ft above touchdown, visibility 1 ¼ SM, below 440 ft/);
    await press('Tell the weather');
    await expect(student.getByTestId('said')).toContainText(
      'visibility 3/4, runway 24 visual range 4000, overcast 300'
    );
    const top = instructor.getByRole('slider', { name: 'Cloud top' });
    await top.focus();
    await instructor.keyboard.press('Home');
    // The top comes down to no less than a cloud is thick above its base.
    await expect(top).toHaveAttribute('aria-valuenow', '200');
    await press('Change it');
    await done(/weather: cloud base 0 ft above touchdown, cloud top 200 ft above touchdown/);
    await press('At minimums');
    await press('Change it');

    // Rain takes from what is seen, snow does not fall at 13 °C, and weather of the school's own is kept.
    await choose(instructor.getByLabel('Rain or snow', { exact: true }), 'heavy rain');
    const autumn = `Autumn rain ${Date.now() % 1e6}`;
    await instructor.getByLabel('Keep what was moved as').fill(autumn);
    await press('Keep the weather');
    await expect(instructor.getByLabel('Keep what was moved as')).toHaveValue('');
    await press('Change it');
    await done(/weather: heavy rain/);
    await press('Tell the weather');
    await expect(student.getByTestId('said')).toContainText(
      'visibility 1/4 in heavy rain, runway 24 visual range 2200, overcast 300'
    );
    await choose(instructor.getByLabel('Rain or snow', { exact: true }), 'snow');
    await expect(instructor.getByText(/no snow at \d+ °C/)).toBeVisible();
    await expect(instructor.getByRole('button', { name: 'Change it' })).toBeDisabled();
    await choose(instructor.getByLabel('The school’s own weather', { exact: true }), autumn);
    await press(`Put “${autumn}” away`);
    await expect(instructor.getByRole('button', { name: `Put “${autumn}” away` })).toHaveCount(0);
    // What the student has before the eyes is before the instructor's.
    await expect(instructor.getByRole('img', { name: /^Out of the cockpit/ })).toBeVisible();
    await expect(instructor.getByTestId('course-rose')).toBeVisible();

    // Given again where it was not taken, as a person would.
    await expect(async () => {
      await press('2×');
      const rate = instructor.getByRole('button', { name: '2×', exact: true });
      await expect(rate).toHaveAttribute('aria-pressed', 'true', { timeout: 15_000 });
    }).toPass({ timeout: 90_000 });
    await expect(student.getByRole('button', { name: '2×' })).toHaveAttribute('aria-pressed', 'true');
    for (const width of [390, 820]) {
      await instructor.setViewportSize({ width, height: 1180 });
      for (const act of ['Place…', 'Clear…', 'Weather…', 'Fail…']) {
        await press(act);
        await fitsAcross(instructor);
      }
    }
    const { violations } = await new AxeBuilder({ page: instructor }).analyze();
    expect(violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')).toEqual([]);

    await instructor.getByRole('button', { name: 'End the flight…' }).click();
    await instructor.getByRole('button', { name: 'End the flight', exact: true }).click();
    await expect(student).toHaveURL(/\/debrief\//);
    await expect(
      student.getByText('The instructor ended the flight at', { exact: false }).first()
    ).toBeVisible();
    const marked = student.locator('section', {
      has: student.getByRole('heading', { name: 'Marked and done in flight' })
    });
    for (const words of ['placed: 3 NM out', 'time passes twice'])
      await expect(marked.getByText(words, { exact: false }).first()).toBeVisible();
    await expect(student.getByRole('row', { name: /Final/ })).toBeVisible();
    await instructor.getByRole('link', { name: 'Open its debrief' }).click();
    await expect(instructor.getByRole('heading', { name: 'XVLB ILS 24' })).toBeVisible();
    await expect(instructor.getByText('no instructor asked')).toHaveCount(0);
    expect(faults).toEqual([]);
  });

  test('a student has no station, and a command needs a flight, an instructor, and sense', async ({
    browser
  }) => {
    const student = await signedIn(browser, 'Davi Almansor', []);
    await expect(student.getByRole('navigation').getByRole('link', { name: 'Station' })).toHaveCount(0);
    expect((await student.request.get('/station')).status()).toBe(403);
    const nobody = '00000000-0000-4000-8000-000000000000';
    const freeze = { id: nobody, command: { does: 'freeze', on: true } };
    const at = `/api/attempts/${nobody}`;
    expect((await student.request.post(`${at}/commands`, { data: freeze })).status()).toBe(403);
    const instructor = await signedIn(browser, 'Ines Brandvik', []);
    const post = (path: string, data: unknown) => instructor.request.post(`${at}/${path}`, { data });
    expect((await post('commands', freeze)).status()).toBe(400);
    for (const [path, wrong] of [
      ['commands', { ...freeze, command: { does: 'place' } }],
      ['commands', { ...freeze, command: { does: 'call', words: '' } }],
      ['commands', { ...freeze, id: '------------------------------------' }],
      ['marks', { id: nobody, at_s: -1, kind: 'late', words: '' }],
      ['marks', { id: nobody, at_s: 1, kind: 'awful', words: '' }],
      ['live', { from: 0, samples: [['x']], phase: 0, running: true, hint: null }]
    ] as const) {
      const response = await post(path, wrong);
      expect(response.status(), JSON.stringify(wrong)).toBe(400);
      expect(await response.json()).toMatchObject({
        field: expect.any(String),
        accepted: expect.any(String)
      });
    }
    expect((await instructor.request.get(`/station/${nobody}`)).status()).toBe(404);
    expect((await instructor.request.get(`${at}/live`)).status()).toBe(400);
    expect((await instructor.request.get(`${at}/live/chunks?from=x`)).status()).toBe(400);
  });
});
