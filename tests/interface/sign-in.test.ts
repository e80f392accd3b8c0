import { expect, test } from '@playwright/test';

const EMAIL = 'nobody@vesterlund.example';

test('what is typed before the page has woken stays, also when it is refused', async ({ page }) => {
  await page.route('**/_app/**', async (route) => {
    await new Promise((done) => setTimeout(done, 500));
    await route.continue();
  });
  await page.goto('/sign-in', { waitUntil: 'commit' });
  const email = page.getByLabel('E-mail');
  await email.fill(EMAIL);
  await page.getByLabel('Password').fill('not the password');
  await page.waitForLoadState('networkidle');
  await expect(email).toHaveValue(EMAIL);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toBeVisible();
  await expect(email).toHaveValue(EMAIL);
});

test.describe('without scripts', () => {
  test.use({ javaScriptEnabled: false });
  test('a refused sign-in keeps the e-mail', async ({ page }) => {
    await page.goto('/sign-in');
    await page.getByLabel('E-mail').fill(EMAIL);
    await page.getByLabel('Password').fill('not the password');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('alert')).toBeVisible();
    await expect(page.getByLabel('E-mail')).toHaveValue(EMAIL);
  });
});
