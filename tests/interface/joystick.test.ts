import { demoId } from '../../seed/demo-people';
import { expect, flownFor, signedIn, standsStill, test } from './people';

/** What a test puts in the place of the browser's devices. */
type Stick = { axes: number[]; buttons: { pressed: boolean }[] } | null;

test('a joystick: chosen, flown with, its button learnt; pulled out, time stops', async ({ browser }) => {
  const faults: string[] = [];
  const page = await signedIn(browser, 'Maren Tolvik', faults);
  await page.addInitScript(() => {
    const here = window as unknown as { stick: Stick };
    here.stick = { axes: [0, 0], buttons: [{ pressed: false }, { pressed: false }] };
    navigator.getGamepads = () =>
      here.stick ? [{ id: 'Test yoke', ...here.stick } as unknown as Gamepad] : [];
  });
  const set = (stick: Stick) =>
    page.evaluate((next) => ((window as unknown as { stick: Stick }).stick = next), stick);
  const held = (...pressed: boolean[]) => pressed.map((down) => ({ pressed: down }));
  await page.goto(`/fly/${demoId('lesson maren next')}`);
  await page.getByRole('button', { name: 'use a joystick' }).click();
  const sheet = page.getByRole('dialog', { name: 'Joystick or yoke' });
  await sheet.getByRole('combobox', { name: 'Device' }).click();
  await page.getByRole('option', { name: 'Test yoke' }).click();
  await sheet.getByRole('button', { name: /^pause/ }).click();
  await set({ axes: [0, 0], buttons: held(false, true) });
  await expect(sheet.getByRole('button', { name: 'pause: button 2' })).toBeVisible();
  await set({ axes: [0, 0], buttons: held(false, false) });
  await sheet.getByRole('slider', { name: 'Gentle in the middle' }).press('End');
  await sheet.getByRole('button', { name: 'Done' }).click();

  await expect(sheet).toBeHidden();
  // Without the stick nothing goes on.
  await page.keyboard.press('Space');
  await flownFor(page, 3);
  await set(null);
  await expect(
    page.getByRole('alert').filter({ hasText: 'The joystick is not there any more' })
  ).toBeVisible();
  const shown = page.locator('p:text-is("flown") + p');
  const stood = await standsStill(page);
  await set({ axes: [0, 0], buttons: held(false, false) });
  await page.keyboard.press('Space');
  await expect.poll(() => shown.innerText()).not.toBe(stood);
  // Its own button stops the time again.
  await set({ axes: [0, 0], buttons: held(false, true) });
  await standsStill(page);
  expect(faults).toEqual([]);
});
