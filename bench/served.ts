/** Benchmarks of the running application: pages from a large school, and the panel in the browser. Prints JSON. */
import { chromium, type Page } from '@playwright/test';
import knex from 'knex';
import { randomUUID } from 'node:crypto';
import { launch } from '../scripts/setup/browser.mjs';
import { DEMO_PASSWORD, demoEmail, demoId } from '../seed/demo-people';
import { ATTEMPTS, STUDENTS, fillSchool } from './large-school';
import { opened } from './opened';

const address = process.env['HANZA_ADDRESS']!;
const REQUESTS = 120;

function percentile(values: number[], share: number): number {
  return [...values].sort((a, b) => a - b)[
    Math.min(values.length - 1, Math.ceil(share * values.length) - 1)
  ]!;
}

/** Milliseconds of one page after the other, interleaved so that a noisy moment touches all alike. */
async function pages(page: Page) {
  const paths = {
    baseline: '/sign-out',
    students: '/students',
    debrief: `/debrief/${demoId('attempt maren 4')}`
  };
  const times: Record<string, number[]> = { baseline: [], students: [], debrief: [] };
  for (let n = 0; n < REQUESTS + 10; n++) {
    for (const [name, path] of Object.entries(paths)) {
      const start = performance.now();
      const response = await page.request.get(path);
      await response.body();
      if (!response.ok()) throw new Error(`${path} answered ${response.status()}`);
      if (n >= 10) times[name]!.push(performance.now() - start);
    }
  }
  return Object.fromEntries(
    Object.entries(times).map(([name, values]) => [
      name,
      { median_ms: percentile(values, 0.5), p95_ms: percentile(values, 0.95) }
    ])
  );
}

const RATE_PER_S = 20;
const LOADED_S = 60;

/** Every page asked for at a steady rate, whether the one before has been answered or not: milliseconds by page. */
async function loaded(page: Page, student: string, studentPage: Page) {
  const paths = {
    'the school this morning': '/today',
    'Today of a student': '/today',
    'the road of a student': `/students/${student}/road`,
    students: '/students',
    'students by last flown': '/students?sort=flown&way=down',
    'a student': `/students/${student}`,
    'debriefs of the school': '/debrief',
    'debriefs not met': '/debrief?verdict=not+met',
    'debriefs of a student, by score': `/debrief?student=${student}&sort=score&way=down`,
    'a debrief': `/debrief/${demoId('attempt maren 4')}`,
    'a record': `/record?student=${student}`,
    plan: `/plan?student=${student}`,
    hangar: '/hangar',
    drills: '/plan/drills',
    charts: '/charts',
    'a recording': `/api/attempts/${demoId('attempt maren 4')}/flight.parquet`
  };
  const names = Object.keys(paths) as (keyof typeof paths)[];
  const times = Object.fromEntries(names.map((name) => [name, [] as number[]]));
  const ask = async (name: keyof typeof paths, counts: boolean) => {
    const start = performance.now();
    const asking = name === 'Today of a student' ? studentPage : page;
    const response = await asking.request.get(paths[name]);
    await response.body();
    if (!response.ok()) throw new Error(`${paths[name]} answered ${response.status()}`);
    if (counts) times[name]!.push(performance.now() - start);
  };
  for (const name of names) await ask(name, false);
  const asked: Promise<void>[] = [];
  const from = performance.now();
  for (let n = 0; n < RATE_PER_S * LOADED_S; n++) {
    const due = from + (n * 1000) / RATE_PER_S;
    await new Promise((resolve) => setTimeout(resolve, Math.max(0, due - performance.now())));
    asked.push(ask(names[n % names.length]!, true));
  }
  await Promise.all(asked);
  return Object.fromEntries(
    names.map((name) => [
      name,
      { median_ms: percentile(times[name]!, 0.5), p95_ms: percentile(times[name]!, 0.95) }
    ])
  );
}

/** Script and main-thread time a frame while the reference pilot flies, from the browser's own accounts. */
async function panel(page: Page, lesson: string) {
  await page.goto(`/fly/${lesson}`);
  await page.getByRole('button', { name: 'the reference pilot' }).click();
  const session = await page.context().newCDPSession(page);
  // The thread's own time: what else runs on the machine is not the page's.
  await session.send('Performance.enable', { timeDomain: 'threadTicks' });
  // As text: what compiles this file would put helpers of its own into a function.
  await page.evaluate(
    'window.framesDrawn = 0; (function count() { window.framesDrawn += 1; requestAnimationFrame(count); })()'
  );
  const read = async () => {
    const { metrics } = await session.send('Performance.getMetrics');
    const of = (name: string) => metrics.find((metric) => metric.name === name)!.value;
    const frames = await page.evaluate<number>('window.framesDrawn');
    return { script: of('ScriptDuration'), task: of('TaskDuration'), frames };
  };
  await page.waitForTimeout(3000);
  const windows: { script_ms: number; task_ms: number; framesPerSecond: number }[] = [];
  for (let n = 0; n < 15; n++) {
    const before = await read();
    await page.waitForTimeout(1000);
    const after = await read();
    const frames = after.frames - before.frames;
    windows.push({
      script_ms: ((after.script - before.script) * 1000) / frames,
      task_ms: ((after.task - before.task) * 1000) / frames,
      framesPerSecond: frames
    });
  }
  const median = (pick: (w: (typeof windows)[number]) => number) => percentile(windows.map(pick), 0.5);
  return {
    scriptPerFrame_ms: median((w) => w.script_ms),
    mainThreadPerFrame_ms: median((w) => w.task_ms),
    framesPerSecond: median((w) => w.framesPerSecond)
  };
}

/** A lesson of an approach on a clear day: the runway is to be seen from the beginning, and the view is large in this browser. */
async function seenApproach(databaseUrl: string): Promise<string> {
  const db = knex({ client: 'pg', connection: databaseUrl, pool: { min: 0, max: 1 } });
  try {
    const lesson = await db('lesson').whereRaw("plan->'approach' IS NOT NULL").orderBy('created_at').first();
    const approach = { ...lesson.plan.approach, ends: 'as seen', base_ft: 5000, visibility_sm: 10 };
    const id = randomUUID();
    await db('lesson').insert({
      ...lesson,
      id,
      number: lesson.number + 900,
      plan: JSON.stringify({ ...lesson.plan, approach })
    });
    await page.goto('/');
    await page.evaluate("localStorage.setItem('hanza.outside', 'large')");
    return id;
  } finally {
    await db.destroy();
  }
}

/** The plan view of a flight with its way drawn out to two hours, pulled about: frames a second, beside the page left alone. */
async function planPulled(page: Page, attempt: string) {
  await page.goto(`/debrief/${demoId(attempt)}`);
  const plan = page.getByTestId('plan-view');
  await plan.waitFor();
  const points = await page.evaluate<number>(`(() => {
    const path = document.querySelector('[data-testid="plan-view"] path[stroke="var(--trace)"]');
    const own = path.getAttribute('d').slice(1).split('L').map((p) => p.split(' ').map(Number));
    const all = [];
    for (let i = 0; all.length < 7200; i++) for (const [x, y] of own) all.push([x + 3 * i, y + 2 * i]);
    path.setAttribute('d', 'M' + all.map((p) => p.join(' ')).join('L'));
    window.planFrames = 0;
    (function count() { window.planFrames += 1; requestAnimationFrame(count); })();
    return all.length;
  })()`);
  const frames = () => page.evaluate<number>('window.planFrames');
  const box = (await plan.boundingBox())!;
  const rate = async (work: () => Promise<void>) => {
    const before = await frames();
    const from = performance.now();
    await work();
    return ((await frames()) - before) / ((performance.now() - from) / 1000);
  };
  const alone = await rate(() => page.waitForTimeout(3000));
  await page.mouse.move(box.x + 170, box.y + 130);
  await page.mouse.down();
  const pulled = await rate(async () => {
    for (let i = 0; i < 120; i++) {
      await page.mouse.move(box.x + 170 + 60 * Math.sin(i / 9), box.y + 130 + 40 * Math.cos(i / 7));
      await page.waitForTimeout(16);
    }
  });
  await page.mouse.up();
  return { points, alone, pulled };
}

const browser = await chromium.launch(launch);
async function signedIn(name: string): Promise<Page> {
  const context = await browser.newContext({ baseURL: address, viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').fill(demoEmail(name));
  await page.getByLabel('Password').fill(DEMO_PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL(/today/);
  return page;
}
const page = await signedIn('Ines Brandvik');
const dials = await panel(page, demoId('lesson maren next'));
const tapes = await panel(page, demoId('lesson yusra next'));
const windowed = await panel(page, demoId('lesson tomas 3'));
const byRadio = await panel(page, demoId('lesson petra next'));
const seen = await seenApproach(process.env['DATABASE_URL']!);
const withView = await panel(page, seen);
const plan = await planPulled(page, 'attempt petra 4');
const firstOpened = await opened(browser, page, {
  empty: '/sign-out',
  plan: `/plan?student=${demoId('maren')}`,
  fly: `/fly/${demoId('lesson petra next')}`,
  debrief: `/debrief/${demoId('attempt petra 4')}`
});
await fillSchool(process.env['DATABASE_URL']!);
const pageFigures = await pages(page);
const loadFigures = await loaded(page, demoId('maren'), await signedIn('Maren Tolvik'));
await browser.close();
process.stdout.write(
  JSON.stringify(
    {
      dials,
      tapes,
      windowed,
      byRadio,
      withView,
      plan,
      opened: firstOpened,
      pages: pageFigures,
      loaded: loadFigures,
      school: { students: STUDENTS, attempts: ATTEMPTS }
    },
    null,
    2
  )
);
