import { demoId } from '../../seed/demo-people';
import { choose, expect, signedIn, test } from './people';

test('the chief adds an instructor, who chooses a password, plans, changes and withdraws; and is archived', async ({
  browser
}) => {
  const faults: string[] = [];
  const chief = await signedIn(browser, 'Sigrun Aldane', faults);
  await chief.getByRole('link', { name: 'People', exact: true }).click();
  await chief.getByRole('button', { name: 'Add a person' }).click();
  await chief.getByLabel('Name', { exact: true }).fill('Runa Veldmark');
  await chief.getByLabel('E-mail').fill('runa.veldmark@vesterlund.example');
  await choose(chief.getByLabel('Role'), 'instructor');
  await chief.getByRole('button', { name: 'Add', exact: true }).click();
  const link = await chief.getByLabel('Link for Runa Veldmark', { exact: true }).inputValue();

  // The link works once; a poor password is refused in words.
  const context = await browser.newContext({ baseURL: new URL(link).origin });
  const runa = await context.newPage();
  await runa.goto(link, { waitUntil: 'networkidle' });
  await runa.getByLabel('Password').fill('aaaaaaaaaaaa');
  await runa.getByRole('button', { name: 'Save and sign in' }).click();
  await expect(runa.getByText(/over and over|different|repeat/i)).toBeVisible();
  await runa.getByLabel('Password').fill('quiet hands and eyes');
  await runa.getByRole('button', { name: 'Save and sign in' }).click();
  await expect(runa.getByRole('heading', { name: 'The school this morning' })).toBeVisible();
  const again = await (await browser.newContext()).newPage();
  await again.goto(link);
  await expect(again.getByText(/used|expired|no longer/i).first()).toBeVisible();

  // Any plausible figure can be planned; the lesson is changed and withdrawn without fear.
  await runa.goto(`/plan?student=${demoId('oskar')}`, { waitUntil: 'networkidle' });
  await runa.getByRole('button', { name: 'The airplane’s own figures' }).click();
  await choose(runa.getByLabel('Drill', { exact: true }), 'Straight and level');
  await runa.getByLabel('Altitude', { exact: true }).fill('4050');
  await runa.getByLabel('Heading', { exact: true }).fill('062');
  await runa.getByLabel('Altimeter setting').fill('29.92');
  await runa.getByRole('button', { name: 'Plan this lesson' }).click();
  await expect(runa).toHaveURL(/\/plan\/[0-9a-f-]{36}$/);
  await expect(runa.getByText('062°').first()).toBeVisible();
  await runa.getByRole('link', { name: 'Change', exact: true }).click();
  await runa.getByLabel('Note to the student').fill('Brief the entry before we start.');
  await runa.getByRole('button', { name: 'Save the change' }).click();
  await expect(runa.getByText('Brief the entry before we start.')).toBeVisible();
  await runa.getByRole('button', { name: 'Withdraw' }).click();
  await expect(runa.getByText(/withdrawn/i).first()).toBeVisible();

  await chief.goto('/people');
  await chief.getByRole('button', { name: 'Archive Runa Veldmark' }).click();
  await expect(chief.getByText(/Runa Veldmark can no longer sign in/)).toBeVisible();
  await chief.getByRole('switch', { name: /archived/ }).check();
  await expect(chief.getByRole('button', { name: 'Bring back Runa Veldmark' })).toBeVisible();
  await runa.goto('/students');
  await expect(runa).toHaveURL(/sign-in/);
  expect(faults).toEqual([]);
});
