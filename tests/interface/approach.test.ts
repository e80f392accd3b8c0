import { readFileSync } from 'node:fs';
import { choose, expect, fitsAcross, signedIn, test } from './people';

test('an approach briefed: from the charts to its card, on another day, in another airplane, item by item', async ({
  browser
}) => {
  const faults: string[] = [];
  const page = await signedIn(browser, 'Maren Tolvik', faults);
  await page.goto('/charts');
  await page.getByRole('link', { name: 'XVLB ILS 24', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Vesterlund · ILS 24');
  const briefing = page.getByRole('region', { name: 'Briefing' });
  await expect(briefing).toContainText(
    'DA 288 ft, set 290 ft; 200 ft above the touchdown zone; visibility ½ SM'
  );
  await expect(briefing).toContainText('485 ft/min at 91 kt');
  await expect(briefing).toContainText('To VESKA, by KOR, at or above 3000 ft: heading 32');
  await expect(page.getByRole('img', { name: /^Profile: .*minimum 288 ft/ })).toBeVisible();

  // By another way in the minimum is another one, and says why.
  await page.getByLabel('Way in', { exact: true }).click();
  await page.getByRole('option', { name: 'From Tolva' }).click();
  await expect(briefing).toContainText('DA 388 ft, set 390 ft');
  await expect(briefing).toContainText('ILS DA not usable: only by way of ELSKA');
  // Without the path only the localizer remains, with a setting from elsewhere 80 ft higher, and with the add-on.
  await page.getByLabel('Path', { exact: true }).click();
  await page.getByRole('option', { name: 'not received' }).click();
  await page.getByLabel('Altimeter setting').click();
  await page.getByRole('option', { name: 'from elsewhere' }).click();
  await expect(briefing).toContainText('MDA 600 ft, set 650 ft');
  // A faster airplane belongs to a higher category; too fast for any is said.
  await page.getByLabel('Airplane').click();
  await page.getByRole('option', { name: 'Korvane 750' }).click();
  await expect(briefing).toContainText(/Category [BC]/);
  await page.getByLabel('Approach speed').fill('190');
  await expect(page.getByRole('alert')).toContainText('an approach speed below 166 kt');
  await page.getByLabel('Approach speed').fill('115');
  // A wind from the right takes the nose right.
  await page.getByLabel('Wind from').fill('330');
  await page.getByLabel('Wind', { exact: true }).fill('20');
  await expect(briefing).toContainText(/heading 2(49|50)° in this wind \((9|10)° right of course\)/);
  await page.getByLabel('Wind', { exact: true }).fill('900');
  await expect(page.getByText('Wind: from 0 to 60 kt')).toBeVisible();

  await expect(briefing.getByRole('status')).toHaveText('0 of 10 briefed');
  await page.getByRole('checkbox', { name: 'Guidance briefed' }).click();
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('b');
  await expect(briefing.getByRole('status')).toHaveText('2 of 10 briefed');

  for (const id of ['xvlb-rnav-24', 'xvna-vor-a', 'xvna-ndb-13', 'xmor-vor-dme-27', 'xvlb-back-course-06']) {
    await page.goto(`/charts/${id}`);
    await expect(briefing).toContainText('Missed approach');
    await fitsAcross(page);
  }
  // A step-down fix that is not received leaves its altitude, whatever line is chosen.
  await page.goto('/charts/xvlb-vor-dme-06');
  await expect(briefing).toContainText('MDA 480 ft, set 530 ft');
  await choose(page.getByLabel('MARGU', { exact: true }), 'not received');
  await expect(briefing).toContainText('MDA 800 ft, set 850 ft');
  await expect(briefing).toContainText('2.1 NM out · not received today');
  await choose(page.getByLabel('Minimums', { exact: true }), 'circling');
  await expect(briefing).toContainText('MARGU is not received: not below its 800 ft.');
  const nowhere = await page.goto('/charts/moon');
  expect(nowhere!.status()).toBe(404);
  expect(faults.filter((fault) => !fault.includes('404'))).toEqual([]);
});

test('an approach of the school’s own: refused at its place, taken in, briefed, put away and back', async ({
  browser
}) => {
  const faults: string[] = [];
  const page = await signedIn(browser, 'Ines Brandvik', faults);
  await page.goto('/charts');
  const shipped = readFileSync('src/lib/core/procedure/approach/approaches/xvlb-ils-24.json', 'utf8');
  const own = { ...(JSON.parse(shipped) as object), id: 'our-ils', name: 'ILS 24, from our chart' };
  await page.getByRole('button', { name: 'Take in an approach…' }).click();
  const dialog = page.getByRole('dialog', { name: 'Take in an approach' });
  await dialog.getByLabel('or its text').fill(JSON.stringify({ ...own, station: 'QQQ' }));
  await dialog.getByRole('button', { name: 'Take it in' }).click();
  await expect(dialog).toContainText('station: The Vesterlund archipelago has no station QQQ.');
  await dialog.getByLabel('or its text').fill(JSON.stringify(own));
  await dialog.getByRole('button', { name: 'Take it in' }).click();
  await expect(dialog).toBeHidden();
  await page.getByRole('button', { name: 'Remove XVLB ILS 24, from our chart' }).click();
  await expect(page.getByRole('link', { name: 'XVLB ILS 24, from our chart' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Put it back' }).click();
  await page.getByRole('link', { name: 'XVLB ILS 24, from our chart' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Vesterlund · ILS 24, from our chart');
  await expect(page.getByText('Typed in by your school, for practice.')).toBeVisible();

  const student = await signedIn(browser, 'Maren Tolvik', faults);
  await student.goto('/charts');
  await expect(student.getByRole('link', { name: 'XVLB ILS 24, from our chart' })).toBeVisible();
  await expect(student.getByRole('button', { name: 'Take in an approach…' })).toHaveCount(0);
  expect(faults.filter((fault) => !fault.includes('400'))).toEqual([]);
});

test('an approach typed in, planned, and flown to its missed approach and its debrief', async ({
  browser
}) => {
  test.slow();
  const faults: string[] = [];
  const page = await signedIn(browser, 'Ines Brandvik', faults);
  await page.goto('/charts');
  await page.getByRole('link', { name: 'Type one in…' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('A new approach');
  // What is there to begin with fits; what is typed is checked at once, at its place, and can be taken back.
  const fit = page.getByRole('region', { name: 'What does not fit' });
  await expect(fit).toContainText('Everything fits.');
  const name = page.getByLabel('Name', { exact: true });
  await name.fill('ILS 24 from our chart');
  await name.press('Tab');
  const final = page.getByRole('group', { name: 'Final' });
  const second = final.getByRole('listitem').nth(1);
  const floor = second.getByLabel('not below ft');
  await floor.fill('3400');
  await floor.press('Enter');
  await expect(second).toContainText('rises toward the runway');
  await expect(page.getByRole('button', { name: 'Keep it' })).toBeDisabled();
  await page.keyboard.press('Control+z');
  await expect(floor).toHaveValue('1700');
  await expect(fit).toContainText('Everything fits.');
  // A fix under another name is found by its legs, and the drawing has it.
  const fix = page.getByLabel('fix', { exact: true }).nth(1);
  await fix.fill('hulma');
  await fix.press('Tab');
  await expect(second.getByLabel('to', { exact: true })).toHaveValue('HULMA');
  await expect(page.getByRole('img', { name: /^Plan of what is typed/ })).toContainText('HULMA');
  // Taken back from outside of any field it is one change, and not two.
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('Control+z');
  await expect(fix).not.toHaveValue('HULMA');
  await expect(name).toHaveValue('ILS 24 from our chart');
  await page.keyboard.press('Control+Shift+Z');
  await expect(fix).toHaveValue('HULMA');
  await second.getByLabel('told by').fill('somewhere');
  await second.getByLabel('told by').press('Tab');
  await expect(second).toContainText('a distance like IVL 5.8');
  await second.getByLabel('told by').fill('IVL 6.2, outer marker');
  await second.getByLabel('told by').press('Tab');
  await fitsAcross(page);
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Vesterlund · ILS 24 from our chart');

  await page.getByRole('link', { name: 'Plan a lesson' }).click();
  await expect(page.getByLabel('Drill')).toContainText('XVLB ILS 24 from our chart');
  await choose(page.getByLabel('Student', { exact: true }), 'Maren Tolvik');
  await expect(page.getByLabel('Drill')).toContainText('XVLB ILS 24 from our chart');
  await expect(page.getByLabel('Way in')).toContainText('vectors to final');
  await page.getByRole('button', { name: 'Plan this lesson' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('XVLB ILS 24 from our chart');
  await expect(page.getByText('DA 288 ft, set 290 ft')).toBeVisible();
  const lesson = page.url().split('/').at(-1)!;

  // The chart is at hand while it is flown, from above and from the side.
  const student = await signedIn(browser, 'Maren Tolvik', faults);
  await student.goto(`/fly/${lesson}`);
  const chart = student.getByRole('region', { name: 'Chart' });
  await student.getByRole('button', { name: 'the reference pilot' }).click();
  await expect(chart).toContainText('DA 288 ft, set 290 ft');
  await chart.getByRole('button', { name: 'side' }).click();
  await expect(chart.getByRole('img', { name: /^Profile: .*minimum 288 ft/ })).toBeVisible();
  await student.getByRole('button', { name: 'Fly on to the end at once' }).click();
  await expect(student).toHaveURL(/\/debrief\//, { timeout: 120_000 });
  const short = student.getByRole('region', { name: 'The approach in short' });
  await expect(short).toContainText(/the minimum of 290 ft.* lowest \d+ ft/);
  await expect(short.getByRole('row')).toHaveCount(4);
  await short.getByRole('button', { name: 'Missed approach' }).click();
  await expect(student.getByRole('img', { name: /^Plan of ILS 24 from our chart/ })).toBeVisible();
  await fitsAcross(student);
  expect(faults).toEqual([]);
});

test('a student cannot type approaches in, and nothing that does not fit is kept', async ({ browser }) => {
  const faults: string[] = [];
  const student = await signedIn(browser, 'Maren Tolvik', faults);
  for (const path of ['/charts/new-approach', '/charts/xvlb-ils-24/edit'])
    expect((await student.goto(path))!.status()).toBe(403);
  const refused = await student.request.post('/charts/new-approach', {
    form: { approach: '{}' },
    headers: { origin: new URL(student.url()).origin, 'x-sveltekit-action': 'true' }
  });
  expect(await refused.text()).toContain('Only an instructor can do this.');
  const page = await signedIn(browser, 'Ines Brandvik', faults);
  for (const approach of ['{', '{}', JSON.stringify({ id: 'x', name: 5 }), 'x'.repeat(300_000)]) {
    const answer = await page.request.post('/charts/new-approach', {
      form: { approach },
      headers: { origin: new URL(page.url()).origin, 'x-sveltekit-action': 'true' }
    });
    expect(((await answer.json()) as { type: string }).type).toBe('failure');
  }
});
