import type { Locator, Page } from '@playwright/test';
import { demoId } from '../../seed/demo-people';
import { expect, flownFor, signedIn, standsStill, test } from './people';

/** What a test puts in the place of the browser's devices. */
type Stick = { axes: number[]; buttons: { pressed: boolean }[] } | null;

/** A browser with a joystick, and how it stands. */
async function withStick(page: Page): Promise<(stick: Stick) => Promise<void>> {
  await page.addInitScript(() => {
    const here = window as unknown as { stick: Stick };
    here.stick = { axes: [0, 0], buttons: [{ pressed: false }, { pressed: false }] };
    navigator.getGamepads = () =>
      here.stick ? [{ id: 'Test yoke', ...here.stick } as unknown as Gamepad] : [];
  });
  return async (stick) =>
    void (await page.evaluate((next) => ((window as unknown as { stick: Stick }).stick = next), stick));
}
const held = (...pressed: boolean[]) => pressed.map((down) => ({ pressed: down }));

async function chosen(page: Page): Promise<Locator> {
  await page.getByRole('button', { name: 'use a joystick' }).click();
  const sheet = page.getByRole('dialog', { name: 'Joystick or yoke' });
  await sheet.getByRole('combobox', { name: 'Device' }).click();
  await page.getByRole('option', { name: 'Test yoke' }).click();
  return sheet;
}

/** Where the wings stand by the attitude indicator, + = right. */
async function bank(where: Page | Locator): Promise<number> {
  const words = await where
    .getByRole('img', { name: /^Attitude/ })
    .first()
    .getAttribute('aria-label');
  const [, degrees, side] = /bank (\d+) (\w+)/.exec(words!)!;
  return Number(degrees) * (side === 'left' ? -1 : 1);
}

test('a joystick on the first evening: the airplane follows it, and stays where it was let go', async ({
  browser
}) => {
  const faults: string[] = [];
  const page = await signedIn(browser, 'Maren Tolvik', faults);
  const set = await withStick(page);
  await page.goto('/first-evening');
  const hands = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: '2 · Your hands' }) });
  const sheet = await chosen(page);
  await sheet.getByRole('button', { name: 'Done' }).click();
  await set({ axes: [0.7, 0], buttons: held(false, false) });
  await expect.poll(() => bank(hands)).toBeGreaterThan(20);
  await set({ axes: [0, 0], buttons: held(false, false) });
  await page.waitForTimeout(300);
  const left = await bank(hands);
  await page.waitForTimeout(1500);
  // As near as the steps that are held.
  expect(Math.abs((await bank(hands)) - left)).toBeLessThanOrEqual(2);
  await set(null);
  await expect(page.getByRole('alert').filter({ hasText: 'The joystick is not there' })).toBeVisible();
  expect(faults).toEqual([]);
});

test('a joystick: chosen, flown with, its button learnt; pulled out, time stops', async ({ browser }) => {
  const faults: string[] = [];
  const page = await signedIn(browser, 'Maren Tolvik', faults);
  const set = await withStick(page);
  await page.goto(`/fly/${demoId('lesson maren next')}`);
  const sheet = await chosen(page);
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
  // With the attitude held for who flies: what the stick has brought about is held when it is let go.
  await set({ axes: [0.6, 0], buttons: held(false, false) });
  await expect.poll(() => bank(page)).toBeGreaterThan(10);
  await set({ axes: [0, 0], buttons: held(false, false) });
  await page.waitForTimeout(3000);
  expect(await bank(page)).toBeGreaterThan(5);
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
