import { startApplication } from '../../scripts/setup/application.mjs';
import { freePort } from '../../scripts/setup/postgres.mjs';
import { get } from 'node:http';
import { expect, flownFor, signedIn, test } from './people';

/** What a request answers whose path is sent as it stands. */
const statusOf = (port: number, path: string) =>
  new Promise<number | undefined>((resolve, reject) =>
    get({ host: '127.0.0.1', port, path }, (response) => {
      response.resume();
      resolve(response.statusCode);
    }).on('error', reject)
  );

test.describe('when things break', () => {
  let application: Awaited<ReturnType<typeof startApplication>>;
  let port: number;
  const start = () => startApplication(process.env['DATABASE_URL']!, { host: '127.0.0.1', port });

  test.beforeAll(async () => {
    port = await freePort();
    application = await start();
  });
  test.afterAll(() => application.stop());
  test.use({ baseURL: undefined });

  test('a killed server loses nothing flown, and the attempt is graded when it is back', async ({
    browser
  }) => {
    const faults: string[] = [];
    const page = await signedIn(browser, 'Tomas Ferrand', faults, application.address);
    await page.getByRole('navigation').getByRole('link', { name: 'Fly' }).click();
    // The page being left has links of the same name.
    await expect(page.getByRole('heading', { level: 1, name: 'Fly', exact: true })).toBeVisible();
    await page
      .getByRole('link', { name: /^Fly lesson/ })
      .first()
      .click();
    await expect(page.getByRole('button', { name: 'Begin', exact: true })).toBeVisible();
    await page.keyboard.press('4');
    await page.keyboard.press('Space');
    await flownFor(page, 6);
    await expect(page.getByText('all saved')).toBeVisible();

    await application.kill();
    await expect(page.getByText(/server not reached: \d+ pieces kept here/)).toBeVisible();
    await page.keyboard.press('w');
    await flownFor(page, 20);
    await page.keyboard.press('r');
    await page.getByRole('button', { name: 'Stop and debrief' }).click();
    await expect(page.getByText(/graded as soon as the server answers/)).toBeVisible();

    application = await start();
    await expect(page).toHaveURL(/\/debrief\//);
    const flown = await page.getByLabel('Moment of the flight').getAttribute('aria-valuemax');
    expect(Number(flown)).toBeGreaterThan(19);
    expect(faults).toEqual([]);
  });

  test('what does not fit is refused with its field, and what belongs to nobody here is not found', async ({
    browser
  }) => {
    const page = await signedIn(browser, 'Davi Almansor', [], application.address);
    const nobody = '00000000-0000-4000-8000-000000000000';
    const put = (data: unknown) => page.request.put(`${application.address}api/attempts/${nobody}`, { data });
    expect(await (await put({ lessonId: 'x', pilot: 'student' })).json()).toMatchObject({
      field: 'lessonId'
    });
    expect(await (await put({ lessonId: nobody, pilot: 'autopilot' })).json()).toMatchObject({
      field: 'pilot',
      accepted: expect.stringContaining('reference')
    });
    expect((await put({ lessonId: nobody, pilot: 'student' })).status()).toBe(400);
    const chunks = await page.request.post(`${application.address}api/attempts/${nobody}/chunks`, {
      data: '{"chunks": [{]',
      headers: { 'content-type': 'application/json' }
    });
    expect(chunks.status()).toBe(400);
    for (const path of [
      `debrief/${nobody}`,
      `students/${nobody}`,
      `fly/${nobody}`,
      'plan/hello',
      'nowhere'
    ]) {
      expect((await page.goto(`${application.address}${path}`))!.status(), path).toBe(404);
    }
    for (const path of ['people', 'plan/profiles'])
      expect((await page.goto(`${application.address}${path}`))!.status(), path).toBe(403);
    // Addresses no browser sends: answered, and the server goes on.
    for (const path of ['/%', '/%ff', '/sign-in/%c0', '/sign-in?next=/%09/evil'])
      expect(await statusOf(port, path), path).toBe(path.includes('next') ? 200 : 400);
    const told = await page.request.post(`${application.address}api/attempts/${nobody}/chunks`, {
      data: `{"chunks": "${'x'.repeat(9_000_000)}"}`,
      headers: { 'content-type': 'application/json' }
    });
    expect(told.status()).toBe(413);
    const headers = (await page.request.get(`${application.address}sign-in`)).headers();
    expect(headers['x-content-type-options']).toBe('nosniff');
    // The letters come with the page, in the one form that every browser reads.
    const fonts = headers['link']!.split(', ').filter((link) => link.includes('as="font"'));
    expect(fonts.map((link) => /\.woff2>/.test(link))).toEqual([true, true, true, true]);
    // Pages are sent compressed to who can read that, and plainly to who cannot.
    expect(headers['content-encoding']).toMatch(/^(br|gzip)$/);
    const plainly = await page.request.get(`${application.address}sign-in`, {
      headers: { 'accept-encoding': 'identity' }
    });
    expect([plainly.headers()['content-encoding'], await plainly.text()]).toEqual([
      undefined,
      expect.stringContaining('<h1')
    ]);
    const forged = await page.request.post(`${application.address}sign-out`, {
      form: { everywhere: '1' },
      headers: { origin: 'http://elsewhere.example' }
    });
    expect(forged.status()).toBe(403);
    await page.context().clearCookies();
    expect((await page.request.get(`${application.address}api/attempts/${nobody}/chunks`)).status()).toBe(
      401
    );
    await page.goto(`${application.address}record`);
    await expect(page).toHaveURL(/sign-in\?next=%2Frecord$/);
  });
});
