/**
 * How long it takes from a student's key to twenty watching stations, and from an instructor's command to the airplane and back.
 * Against a running application: `HANZA_ADDRESS=… npx tsx bench/station.ts`. Prints JSON. With HANZA_SERVER_PID, the process that
 * serves it, also what a watched flight costs it: milliseconds of a core for each second flown.
 */
import { chromium } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { launch } from '../scripts/setup/browser.mjs';
import { DEMO_PASSWORD, demoEmail } from '../seed/demo-people';
import { channelIndex } from '../src/lib/core/flight/channels';

const address = process.env['HANZA_ADDRESS']!;
const WATCHERS = 20;
const KEYS = 120;
const COMMANDS = 40;
const throttle = channelIndex('throttle');

const server = process.env['HANZA_SERVER_PID'];
/** A clock tick of the kernel's accounts. */
const TICK_MS = 10;
/** What the server has used of a core so far, ms; null: it is not known which process it is. */
function used_ms(): number | null {
  if (!server) return null;
  const fields = readFileSync(`/proc/${server}/stat`, 'utf8').split(') ')[1]!.split(' ');
  return (Number(fields[11]) + Number(fields[12])) * TICK_MS;
}
const COST_S = 20;
async function cost(): Promise<number | null> {
  const before = used_ms();
  await new Promise((done) => setTimeout(done, COST_S * 1000));
  return before === null ? null : (used_ms()! - before) / COST_S;
}

const percentile = (values: number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.ceil(share * values.length) - 1)]!;

const browser = await chromium.launch(launch);
async function enter(name: string) {
  const context = await browser.newContext({ baseURL: address, viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').fill(demoEmail(name));
  await page.getByLabel('Password').fill(DEMO_PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL((at) => !at.pathname.startsWith('/sign-in'));
  return page;
}

const student = await enter('Maren Tolvik');
await student.goto('/plan', { waitUntil: 'networkidle' });
await student.getByLabel('Drill', { exact: true }).click();
await student.getByRole('option', { name: 'Straight and level', exact: true }).click();
await student.getByRole('button', { name: 'Fly this' }).click();
await student.getByRole('button', { name: 'Begin', exact: true }).waitFor();
await student.keyboard.press('Space');
await student.waitForTimeout(6000);

const unwatched = await cost();
const instructor = await enter('Ines Brandvik');
await instructor.goto('/station', { waitUntil: 'networkidle' });
const href = (await instructor.getByRole('link', { name: 'Sit in' }).first().getAttribute('href'))!;
const attempt = href.split('/').at(-1)!;
const cookie = (await instructor.context().cookies()).map(({ name, value }) => `${name}=${value}`).join('; ');

/** By watcher: what waits for the next change of the throttle. */
const waiting: ((seen_ms: number) => void)[] = [];
const answered = new Map<number, (seen_ms: number) => void>();
for (let i = 0; i < WATCHERS; i++) {
  const response = await fetch(`${address}/api/attempts/${attempt}/live`, { headers: { cookie } });
  if (!response.ok) throw new Error(`a stream answered ${response.status}`);
  void (async () => {
    let kept = '';
    let last: number | null = null;
    for await (const part of response.body!.pipeThrough(new TextDecoderStream())) {
      kept += part;
      for (let end = kept.indexOf('\n\n'); end >= 0; end = kept.indexOf('\n\n')) {
        const [event, data] = kept.slice(0, end).split('\n');
        kept = kept.slice(end + 2);
        if (event === 'event: piece')
          for (const sample of (JSON.parse(data!.slice(6)) as { samples: number[][] }).samples) {
            if (last !== null && sample[throttle] !== last) waiting[i]?.(performance.now());
            last = sample[throttle]!;
          }
        if (event === 'event: command' && i === 0) {
          const { number, outcome } = JSON.parse(data!.slice(6)) as {
            number: number;
            outcome: string | null;
          };
          if (outcome !== null) answered.get(number)?.(performance.now());
        }
      }
    }
  })();
}
await student.waitForTimeout(2000);
const watched = await cost();

const seen: number[] = [];
for (let key = 0; key < KEYS; key++) {
  const all = Array.from({ length: WATCHERS }, (_, i) => new Promise<number>((done) => (waiting[i] = done)));
  const start = performance.now();
  await student.keyboard.press(key % 2 === 0 ? 'w' : 's');
  for (const at of await Promise.all(all)) seen.push(at - start);
  await student.waitForTimeout(120 + ((key * 37) % 100));
}

const obeyed: number[] = [];
for (let k = 0; k < COMMANDS; k++) {
  const start = performance.now();
  const response = await fetch(`${address}/api/attempts/${attempt}/commands`, {
    method: 'POST',
    headers: { cookie, 'content-type': 'application/json', origin: address },
    body: JSON.stringify({ id: randomUUID(), command: { does: 'call', words: `call ${k}` } })
  });
  const { number } = (await response.json()) as { number: number };
  obeyed.push((await new Promise<number>((done) => answered.set(number, done))) - start);
  await student.waitForTimeout(300);
}
const tell = (values: number[]) => ({ median_ms: percentile(values, 0.5), p99_ms: percentile(values, 0.99) });
console.log(
  JSON.stringify(
    {
      watchers: WATCHERS,
      serverCost_msps: { unwatched, watched },
      keyToStation: tell(seen),
      commandToAnswer: tell(obeyed)
    },
    null,
    2
  )
);
await browser.close();
process.exit(0);
