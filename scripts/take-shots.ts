/** One picture a main view. Run by `npm run shots`, against an application with fresh demo data. */
import { chromium, type Page } from '@playwright/test';
import { fileURLToPath } from 'node:url';
import { DEMO_PASSWORD, demoEmail, demoId } from '../seed/demo-people';
import { launch } from './setup/browser.mjs';

const folder = fileURLToPath(new URL('../docs/screenshots', import.meta.url));

interface Shot {
  name: string;
  /** px; 800 where none is named. */
  height?: number;
  path: string;
  theme?: 'night';
  /** Who looks; the instructor where nobody is named. */
  as?: string;
  before?: (page: Page) => Promise<void>;
}

/** Lets the reference pilot fly until the time shown, then holds everything still. */
const flyUntil =
  (seconds: number, pilot = 'the reference pilot') =>
  async (page: Page) => {
    await page.getByRole('button', { name: pilot }).click();
    await page.getByRole('button', { name: '8×' }).click();
    await page.waitForFunction(
      (until) => {
        const shown = [...document.querySelectorAll('p')].find(
          (p) => p.textContent === 'flown'
        )?.nextElementSibling;
        const [minutes, rest] = (shown?.textContent ?? '0:00').split(':').map(Number);
        return minutes! * 60 + rest! >= until;
      },
      seconds,
      { timeout: 120_000 }
    );
    await page.keyboard.press('Space');
  };
const toFinding = (title: RegExp) => async (page: Page) => {
  await page.getByRole('button', { name: title }).first().click();
};

const shots: Shot[] = [
  { name: 'today', as: 'Maren Tolvik', path: '/today' },
  { name: 'morning', path: '/today' },
  { name: 'road', path: `/students/${demoId('yusra')}/road` },
  { name: 'first-evening', as: 'Maren Tolvik', path: '/first-evening' },
  { name: 'syllabus', path: '/syllabus' },
  { name: 'plan', path: `/plan?student=${demoId('maren')}` },
  { name: 'fly', path: `/fly/${demoId('lesson maren 1')}`, before: flyUntil(70) },
  { name: 'debrief', path: `/debrief/${demoId('attempt maren 1')}`, before: toFinding(/Pumping the nose/) },
  { name: 'fly-radio', path: `/fly/${demoId('lesson petra next')}`, before: flyUntil(290) },
  { name: 'scan', path: `/debrief/${demoId('attempt tomas 2')}/scan` },
  {
    name: 'station',
    path: '/station',
    // Somebody else flies at another browser.
    before: async (page) => {
      const other = await page.context().browser()!.newContext({ baseURL: process.env['HANZA_ADDRESS']! });
      const flyer = await other.newPage();
      await enter(flyer, 'Maren Tolvik');
      await flyer.goto('/plan?approach=xvlb-ils-24');
      await flyer.waitForLoadState('networkidle');
      await flyer.getByLabel('Way in', { exact: true }).click();
      await flyer.getByRole('option', { name: 'vectors to final' }).click();
      await flyer.getByRole('button', { name: 'Fly this' }).click();
      await flyUntil(420, 'a pilot with habits')(flyer);
      await page
        .getByRole('listitem')
        .filter({ hasText: 'Maren Tolvik: XVLB ILS 24' })
        .getByRole('link', { name: 'Sit in' })
        .click();
      await page.getByLabel('Moment of the flight').waitFor();
      await page.getByRole('button', { name: 'Chased' }).click();
      await page.getByText(/Marked last/).waitFor();
    }
  },
  {
    name: 'look-out',
    as: 'Davi Almansor',
    path: '/plan?approach=xvlb-ils-24',
    before: async (page) => {
      const choose = async (field: string, words: string) => {
        await page.getByLabel(field, { exact: true }).click();
        await page.getByRole('option', { name: words, exact: true }).click();
      };
      await choose('Way in', 'vectors to final');
      await choose('At the minimum', 'runway seen');
      await choose('Light outside', 'night');
      await page.getByRole('button', { name: 'Fly this' }).click();
      await page.getByRole('button', { name: 'the reference pilot' }).click();
      const lesson = page.url();
      await page.getByRole('button', { name: 'Fly on to the end at once' }).click();
      const moment = page.getByLabel('Moment of the flight');
      await moment.waitFor();
      const end_s = Number(await moment.getAttribute('aria-valuemax'));
      await page.goto(`${lesson}?from=${page.url().split('/').at(-1)}&at=${end_s - 16}`);
      await page.getByText(/^Taken over/).waitFor();
      await page.keyboard.press('u');
    }
  },
  { name: 'desk', path: '/desk' },
  {
    name: 'charts',
    path: '/charts',
    before: async (page) => {
      await page.getByRole('button', { name: /^TS, / }).press('Enter');
      await page.getByRole('button', { name: /^VLB, / }).press('Enter');
    }
  },
  {
    name: 'approach',
    path: '/charts/xvlb-ils-24',
    before: async (page) => {
      await page.getByLabel('Wind from').fill('300');
      await page.getByLabel('Wind', { exact: true }).fill('15');
    }
  },
  { name: 'approach-editor', path: '/charts/xvlb-ils-24/edit' },
  {
    name: 'approach-debrief',
    path: `/debrief/${demoId('attempt oskar 10')}`,
    theme: 'night',
    height: 1900,
    before: async (page) => {
      // Near its end: what was to be seen then, beside what was marked.
      await page.getByLabel('Moment of the flight').focus();
      await page.keyboard.press('End');
      for (let back = 0; back < 2; back++) await page.keyboard.press('Shift+ArrowLeft');
      await page.getByRole('img', { name: /^Out of the cockpit/ }).waitFor();
    }
  },
  { name: 'record', path: `/record?student=${demoId('maren')}` },
  {
    name: 'hangar',
    path: '/hangar?aircraft=sandling-160',
    before: async (page) => {
      await page
        .getByRole('button', { name: /^Accept Descent, (8[5-9]|9[0-5]) kt, flaps 10/ })
        .first()
        .click();
      await page.getByText('twice the scatter').waitFor();
    }
  }
];

async function enter(page: Page, name: string) {
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').fill(demoEmail(name));
  await page.getByLabel('Password').fill(DEMO_PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL(/today/);
}

const browser = await chromium.launch(launch);
const context = await browser.newContext({
  baseURL: process.env['HANZA_ADDRESS'],
  bypassCSP: true,
  viewport: { width: 1280, height: 800 }
});
const page = await context.newPage();
let signedInAs = '';
async function signIn(name: string) {
  if (name === signedInAs) return;
  await context.clearCookies();
  await enter(page, name);
  signedInAs = name;
}
/** All of them, or those named. */
const asked = process.argv.slice(2);
for (const shot of shots.filter(({ name }) => asked.length === 0 || asked.includes(name))) {
  await signIn(shot.as ?? 'Ines Brandvik');
  await context.addCookies([
    { name: 'hanza_theme', value: shot.theme ?? 'paper', url: new URL('/', page.url()).href }
  ]);
  await page.setViewportSize({ width: 1280, height: shot.height ?? 800 });
  await page.goto(shot.path);
  await page.waitForLoadState('networkidle');
  await shot.before?.(page);
  await page.waitForTimeout(400);
  await page.screenshot({ path: `${folder}/${shot.name}.png` });
}
await browser.close();
