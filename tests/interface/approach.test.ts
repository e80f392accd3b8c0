import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { fitsAcross, signedIn } from './people';

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
  const nowhere = await page.goto('/charts/moon');
  expect(nowhere!.status()).toBe(404);
  expect(faults.filter((fault) => !fault.includes('404'))).toEqual([]);
  await page.context().close();
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
  await page.context().close();
  await student.context().close();
});
