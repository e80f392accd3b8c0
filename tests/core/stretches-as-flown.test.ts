import { describe, expect, test } from 'vitest';
import { lessonOf } from '$core/drill/lesson';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { placeAt } from '$core/earth/geodesic';
import type { ChannelId } from '$core/flight/channels';
import type { Command } from '$core/flight/command';
import { flightLoop } from '$core/flight/flight-loop';
import { flyDrill } from '$core/flight/flown-drill';
import { planPicture } from '$core/flight/plan-picture';
import { flightFromChunks, type FlightChunk } from '$core/flight/recorder';
import { simulatedHands } from '$core/flight/simulated-flight';
import { weatherChangesOf } from '$core/flight/as-flown';
import { reportOf, weatherNow } from '$core/flight/weather-now';
import { clock } from '$core/measure/figure';
import { noHabits } from '$core/pilot/habits';
import { planned, plannedDrill } from './planned-approach';

/**
 * Minutes of flight in which much is asked for from outside, as they were flown once and looked through by a person: what came about
 * when, what was being flown, and every few seconds where the airplane was and what it showed. The whole of the loop stands behind them.
 */
const EVERY_S = 12;
const SHOWN: [ChannelId, number][] = [
  ['altitude_ft', 0],
  ['ias_kt', 0],
  ['verticalSpeed_fpm', -1],
  ['heading_deg', 0],
  ['bank_deg', 0],
  ['pitch_deg', 1],
  ['throttle', 2],
  ['flaps_deg', 0],
  ['trueAltitude_ft', 0],
  ['trueIas_kt', 0],
  ['compass_deg', 0],
  ['turnRate_degps', 1],
  ['groundspeed_kt', 0],
  ['courseShare', 2],
  ['pathShare', 2],
  ['along_nm', 2],
  ['crossTrack_nm', 2],
  ['fixDistance_nm', 2],
  ['fuel_kg', 0]
];
const round = (value: number, decimals: number) => Number((Math.round(value * 10 ** decimals) / 10 ** decimals).toFixed(Math.max(0, decimals))); // prettier-ignore

interface Asked {
  at_s: number;
  command: Command;
}

/** Flown by the reference pilot to a time, and told line by line. */
function told(plan: LessonPlan, until_s: number, asked: readonly Asked[] = []): string[] {
  const lesson = lessonOf(plan);
  const flown = flyDrill(flightLoop(lesson), lesson);
  const hands = simulatedHands(lesson, flown, noHabits, plan.seed);
  const chunks: FlightChunk[] = [];
  const left = [...asked];
  const weather: string[] = [];
  let next_s = EVERY_S;
  while (flown.ended() === null && flown.loop.time_s() < until_s) {
    while (left[0] && left[0].at_s <= flown.loop.time_s() + 1e-6) flown.command(left.shift()!.command);
    const chunk = flown.step(hands());
    if (chunk) chunks.push(chunk);
    if (flown.loop.time_s() + 1e-6 < next_s) continue;
    next_s += EVERY_S;
    const events = flightFromChunks(chunks).events;
    const changes = weatherChangesOf({ events });
    if (changes.length === 0) continue;
    const now = weatherNow(flown.lesson, changes, flown.loop.time_s());
    weather.push(
      `${clock(flown.loop.time_s())} ${JSON.stringify(now)} ${JSON.stringify(reportOf(flown.lesson, now))}`
    );
  }
  const last = flown.finish();
  if (last) chunks.push(last);
  const flight = flightFromChunks(chunks);
  const rows: string[] = [];
  for (let k = 0; k < flight.length; k += EVERY_S * flight.rate_hz)
    rows.push(
      [
        clock(k / flight.rate_hz),
        ...SHOWN.map(([id, decimals]) => round(flight.columns.get(id)?.[k] ?? NaN, decimals))
      ].join(' ')
    );
  return [
    ...flight.events.map(({ time_s, ...event }) => `${time_s.toFixed(1)} ${JSON.stringify(event)}`),
    ...flown.spans().map((span) => `${span.phaseId} ${JSON.stringify({ ...span, phaseId: flown.lesson.drill.phases.find(({ id }) => id === span.phaseId)?.name })}`),
    ...weather,
    `time ${SHOWN.map(([id]) => id).join(' ')}`,
    ...rows,
    `ended ${flown.ended()}, changes ${flown.changes()}, instructor ${flown.instructorFlies()}`
  ]; // prettier-ignore
}

const drill = (id: string, changes: Partial<LessonPlan> = {}, airplane = 0) =>
  plannedDrill(id, { seed: 31, ...changes }, airplane);
const at = (at_s: number, command: Command): Asked => ({ at_s, command });
const ils = planned('xvlb-ils-24', { transition: null, ends: 'as seen', base_ft: 150, visibility_sm: 0.5 });
const final = placeAt(lessonOf(ils).navigation!.world.runways.find(({ airport, name }) => airport === 'XVLB' && name === '24')!, 66, 4); // prettier-ignore

describe('as it was flown', () => {
  test.each<[string, LessonPlan, number, Asked[]?]>([
    ['cleared-and-sent-on', drill('vor-tracking'), 150, [
      at(15, { does: 'clear', heading_deg: 30, turn: 'left', altitude_ft: 4500 }),
      at(40, { does: 'call', words: 'Report established.' }),
      at(60, { does: 'clear', direct: 'TOLVA', speed_kt: 95 }),
      at(80, { does: 'weather', over_s: 30, wind: { from_deg: 180, speed_kt: 30 }, gust_kt: 8, altimeterSetting_hPa: 1003 }),
      at(90, { does: 'fail', what: 'vacuum', when: { after_s: 12 } }),
      at(110, { does: 'go on', phase: 'inbound' }),
      at(112, { does: 'weather', over_s: 0, turbulence: 'moderate', temperatureOffset_K: -10 }),
      at(130, { does: 'hold position', on: true }),
      at(140, { does: 'hold position', on: false })
    ]],
    ['put-down-on-final', ils, 200, [
      at(10, { does: 'place', name: 'four miles', at: final, altitude_ft: 1600, heading_deg: 246, speed_kt: 90, phase: lessonOf(ils).drill.phases.find(({ name }) => name === '1600 to GRIMA')!.id }),
      at(30, { does: 'weather', over_s: 0, base_ft: 700, visibility_sm: 3, precipitation: 'light rain' } as Command),
      at(50, { does: 'control', by: 'instructor' }),
      at(58, { does: 'control', by: 'student' }),
      at(120, { does: 'go around' }),
      at(180, { does: 'end' })
    ]],
    ['put-down-low', drill('straight-and-level'), 70, [
      at(12, { does: 'place', name: 'low', altitude_ft: 3600, heading_deg: 240, speed_kt: 90, verticalSpeed_fpm: 300 }),
      at(50, { does: 'fail', what: 'pitot-and-drain-blocked' }),
      at(52, { does: 'time', rate: 2 })
    ]],
    ['static-and-tapes', drill('level-speed-changes', { panel: 'tapes', faults: [{ kind: 'static-blocked', at_s: 20 }, { kind: 'electrical', at_s: 45 }], turbulence: 'smooth' }, 1), 80],
    ['compass-alone', drill('compass-turns', { windSpeed_kt: 0, windLayers: [{ altitude_ft: 2000, from_deg: 90, speed_kt: 10 }, { altitude_ft: 6000, from_deg: 180, speed_kt: 40 }] }), 80],
    ['upset', drill('unusual-attitudes', {}, 2), 45],
    ['with-looks', drill('constant-rate-climb', { scan: { window: 'dim', attention: 'student', pattern: 't', cue: 'none', rhythm_s: 1, flownBy: 'student', distractions: true } }), 70],
    ['arc', drill('dme-arc', { fuelShare: 0.3, altimeterSetting_hPa: 1030, temperatureOffset_K: 15 }, 2), 120]
  ])('%s', async (name, plan, until_s, asked) => {
    await expect(`${told(plan, until_s, asked).join('\n')}\n`).toMatchFileSnapshot(`stretches/${name}.txt`);
  }); // prettier-ignore
});

test('the plan view of a lesson: lanes, what is asked for, what stands about', async () => {
  const plans: LessonPlan[] = [
    drill('dme-arc'),
    drill('vor-hold', { figures: { arrival_deg: 100 } }),
    drill('arc-and-hold'),
    drill('procedure-turn'),
    drill('intercept'),
    planned('xvlb-ils-24'),
    planned('xvna-rnav-13', { transition: null })
  ];
  const few = (points: { north_nm: number; east_nm: number }[]) =>
    points
      .filter((_, i) => i % Math.ceil(points.length / 12) === 0)
      .map(({ north_nm, east_nm }) => `${north_nm.toFixed(2)} ${east_nm.toFixed(2)}`)
      .join(', ');
  const drawn = plans.flatMap((plan) => {
    const { start, lanes, ideals, marks, wind } = planPicture(lessonOf(plan))!;
    return [
      `${plan.drill}: from ${few([start])}, wind ${wind.from_deg.toFixed(1)} ${wind.speed_kt.toFixed(1)}`,
      ...lanes.map((lane) => `lane of ${lane.length}: ${few(lane)}`),
      ...ideals.map(({ phaseId, about, points }) => `${phaseId} about ${few([about])}: ${few(points)}`),
      ...marks.map((mark) => `${mark.kind} ${mark.id} ${few([mark])}`)
    ];
  });
  expect(planPicture(lessonOf(drill('straight-and-level')))).toBeNull();
  await expect(`${drawn.join('\n')}\n`).toMatchFileSnapshot('stretches/plan-views.txt');
});
