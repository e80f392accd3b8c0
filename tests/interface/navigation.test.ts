import { readFileSync } from 'node:fs';
import { demoId } from '../../seed/demo-people';
import { choose, expect, fitsAcross, flownFor, signedIn, test } from './people';

test('a drill by radio: planned, briefed, radios set up by hand, coached, called, graded', async ({
  browser
}) => {
  const faults: string[] = [];
  const instructor = await signedIn(browser, 'Ines Brandvik', faults);
  await instructor.goto(`/plan?student=${demoId('petra')}`);
  await choose(instructor.getByLabel('Drill', { exact: true }), 'Centring and identifying');
  await expect(instructor.getByLabel('Radios')).toHaveText('to be set up');
  await expect(instructor.getByText('VLB 113.40 MHz (...- .-.. -...)')).toBeVisible();
  // A fix that is not of this drill's kind is not offered; a wind nothing flies in is said.
  await instructor.getByLabel('Fix', { exact: true }).click();
  await expect(instructor.getByRole('option')).toHaveText(['VLB✓', 'KOR', 'SDH']);
  await instructor.keyboard.press('Escape');
  await instructor.getByLabel('Wind speed').fill('79');
  await expect(instructor.getByRole('heading', { name: 'This cannot be flown yet' })).toBeVisible();
  await instructor.getByLabel('Wind speed').fill('0');
  await instructor.getByRole('button', { name: 'Plan this lesson' }).click();
  await expect(instructor).toHaveURL(/\/plan\/[0-9a-f-]{36}$/);
  const lesson = instructor.url().split('/').at(-1)!;

  const page = await signedIn(browser, 'Petra Hollisund', faults);
  await page.goto(`/fly/${lesson}`);
  const radios = page.getByRole('region', { name: 'Radios' });
  await expect(page.getByTestId('course-indicator')).toHaveAccessibleName(/no signal/);
  await page.keyboard.press('Space');
  await expect(page.getByText(/Tune and identify VLB/)).toBeVisible();
  // Nothing is set: the coach says the next step, once.
  await page.getByRole('button', { name: '8×' }).click();
  await expect(page.getByTestId('hint')).toContainText('Tune VLB: 113.40 MHz');
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: '1×', exact: true }).click();

  await radios.getByLabel('Standby of radio 1, MHz').fill('136.5');
  await radios.getByLabel('Standby of radio 1, MHz').press('Enter');
  await expect(radios.getByRole('status')).toContainText('108.00 to 117.95 MHz');
  await radios.getByLabel('Standby of radio 1, MHz').fill('113.4');
  await radios.getByLabel('Standby of radio 1, MHz').press('Enter');
  await radios.getByRole('button', { name: 'Swap radio 1' }).click();
  await radios.getByLabel('show what is sent').check();
  await radios.getByRole('button', { name: 'listen to radio 1' }).click();
  await radios.getByLabel('Waypoints to fly to').fill('NOWHR');
  await radios.getByLabel('Waypoints to fly to').press('Enter');
  await expect(radios.getByRole('status')).toContainText('no NOWHR');
  await radios.getByLabel('Course of radio 1').fill('320');
  await radios.getByLabel('Course of radio 1').press('Enter');
  await radios
    .getByRole('group', { name: 'What feeds the needle' })
    .getByRole('button', { name: '1', exact: true })
    .click();
  await radios
    .getByRole('group', { name: /pointer/ })
    .getByRole('button', { name: '1', exact: true })
    .click();
  await page.keyboard.press('Space');
  await expect(page.getByTestId('course-indicator')).toHaveAccessibleName(/Course 320° by radio 1: .*, to/);
  await expect(page.getByTestId('bearing-pointer')).toHaveAccessibleName(
    /Bearing 3[12]\d° to radio 1, 1[012]\.\d miles/
  );
  await expect(radios.getByRole('status')).toContainText('...- .-.. -... VLB');
  await expect(page.getByTestId('plan-view')).toBeVisible();
  await page.keyboard.press(']');
  await expect(radios.getByLabel('Course of radio 1')).toHaveValue('321');
  await page.keyboard.press('[');
  await fitsAcross(page);

  // A sum in between, answered while the airplane goes on.
  await page.getByLabel('sums while flying').check();
  await page.getByRole('button', { name: '4×' }).click();
  const sum = page.getByRole('form', { name: 'Sum while flying' });
  await expect(sum).toBeVisible();
  const field = sum.getByRole('textbox');
  if (await field.isVisible()) {
    await field.fill('1');
    await field.press('Enter');
  } else await sum.getByRole('button').first().click();
  await expect(page.getByText(/^(Right, |No: )/)).toBeVisible();
  await page.getByLabel('sums while flying').uncheck();
  await page.getByRole('button', { name: '8×' }).click();
  await expect(page.getByText('Track inbound to VLB')).toBeVisible();
  await flownFor(page, 90);
  await page.getByRole('button', { name: 'Begin again…' }).click();
  await page.getByRole('button', { name: 'Stop and debrief' }).click();
  await expect(page).toHaveURL(/\/debrief\//);
  await expect(page.getByRole('button', { name: /Radios ready in time/ }).first()).toBeVisible();
  await page.getByRole('button', { name: /^Verdict/ }).click();
  await expect(
    page.getByRole('dialog').getByText('113.40 MHz tuned, identified', { exact: false })
  ).toBeVisible();
  await page.keyboard.press('Escape');

  // The instructor sees what was answered at the bench, and the hold of another student circuit by circuit.
  await instructor.goto(`/students/${demoId('petra')}`);
  await expect(instructor.getByRole('heading', { name: 'At the bench' })).toBeVisible();
  await instructor.goto(`/debrief/${demoId('attempt petra 4')}`);
  const hold = instructor.getByRole('region', { name: 'Hold, circuit by circuit' });
  await expect(hold).toContainText('not as due');
  await expect(hold.getByRole('row')).toHaveCount(6);
  await expect(hold.getByRole('img', { name: /circuits over each other/ })).toBeVisible();
  await hold.getByRole('button', { name: '2', exact: true }).click();
  await fitsAcross(instructor);
  expect(faults).toEqual([]);
});

test('a world of the school’s own: refused at its place, taken in, drawn, flown in, put away', async ({
  browser
}) => {
  const faults: string[] = [];
  const page = await signedIn(browser, 'Halvard Roem', faults);
  const world = JSON.parse(
    readFileSync(new URL('../../src/lib/core/radio/worlds/morrow.json', import.meta.url), 'utf8')
  ) as { id: string; name: string; fixes: unknown[] };
  world.id = 'test-sound';
  world.name = 'Test Sound';
  await page.goto('/charts');
  const take = async (content: unknown) => {
    if (!(await page.getByRole('dialog').isVisible()))
      await page.getByRole('button', { name: 'Import a world…' }).click();
    await page
      .getByLabel('or its text')
      .fill(typeof content === 'string' ? content : JSON.stringify(content));
    await page.getByRole('dialog').getByRole('button', { name: 'Import', exact: true }).click();
  };
  await take('{"id": ');
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('JSON or GeoJSON');
  await take({ ...world, fixes: [{ id: 'LOSTT', at: { station: 'ZZZ', radial_deg: 1, distance_nm: 2 } }] });
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('ixes.0.at.station: "ZZZ"');
  await take(world);
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(page.getByLabel('World')).toHaveText('Test Sound');
  await expect(page.getByRole('button', { name: /^MRW, Morrow/ })).toBeVisible();

  await page.goto(`/plan?student=${demoId('davi')}`);
  await choose(page.getByLabel('Drill', { exact: true }), 'VOR tracking, to and from');
  await choose(page.getByLabel('Where'), 'Test Sound');
  await expect(page.getByLabel('Fix', { exact: true })).toHaveText('MRW');
  await page.getByRole('button', { name: 'Plan this lesson' }).click();
  await expect(page).toHaveURL(/\/plan\/[0-9a-f-]{36}$/);
  await expect(page.getByText('MRW 114.20 MHz', { exact: false })).toBeVisible();

  await page.goto('/charts');
  await choose(page.getByLabel('World'), 'Test Sound');
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(page.getByText(/off the shelf/)).toBeVisible();
  expect(faults).toEqual([]);
});
