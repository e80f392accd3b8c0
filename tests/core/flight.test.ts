import { gunzipSync, gzipSync } from 'node:zlib';
import { describe, expect, test } from 'vitest';
import { groundTrack } from '$core/air/wind';
import { STATE, STATE_LENGTH, setAttitude } from '$core/aircraft/airplane-state';
import { observer } from '$core/flight/observed-air';
import { weatherInFlight } from '$core/flight/weather-in-flight';
import { channelDefinitions } from '$core/flight/channels';
import { column, duration, type Flight } from '$core/flight/flight';
import { flightLoop } from '$core/flight/flight-loop';
import { flyDrill } from '$core/flight/flown-drill';
import { FlightChunk, flightFromChunks } from '$core/flight/recorder';
import { simulatedHands } from '$core/flight/simulated-flight';
import { lessonOf } from '$core/drill/lesson';
import { noHabits } from '$core/pilot/habits';
import { flightToCsv } from '$core/format/flight-csv';
import { flightFromParquet, flightToParquet } from '$core/format/flight-parquet';
import { turnFromTo } from '$core/measure/angle';
import { parse } from '$core/measure/validation';
import type { Hands } from '$core/flight/hands';
import type { CheckPlace } from '$core/grade/checks/check-kind';
import { altimeter } from '$core/grade/checks/altimeter';
import { chunksOf, flown, planOf } from './flown';
import { planned } from './planned-approach';

const gzip = (part: Uint8Array) => gzipSync(part, { level: 9 });
const idle = { aileron: 0, elevator: 0, rudder: 0, throttle: 0, trim: 0, flapsTarget_deg: 0, gearTarget: 0, propeller: 1 }; // prettier-ignore
const gunzip = (part: Uint8Array) => gunzipSync(part);

describe('the flight loop', () => {
  test('the same inputs give the same flight, bit for bit; another seed another', () => {
    const plan = planOf({ turbulence: 'moderate' });
    expect(chunksOf(plan)).toEqual(chunksOf(plan));
    expect(chunksOf({ ...plan, seed: 2 })).not.toEqual(chunksOf(plan));
  });

  test('taken up from a snapshot, a flight goes on as if it had never stopped', () => {
    const plan = planOf({ turbulence: 'moderate' });
    const whole = flightLoop(lessonOf(plan));
    const hands = {
      ...whole.hands(),
      stick: { kind: 'attitude' as const, pitch_deg: -2, bank_deg: 12 },
      throttle: 0.4,
      flapsTarget_deg: 20
    };
    for (let i = 0; i < 700; i++) whole.step(hands);
    const later = flightLoop(lessonOf(plan));
    later.restore(JSON.parse(JSON.stringify(whole.snapshot())) as number[]);
    for (let i = 0; i < 700; i++) {
      whole.step(hands);
      later.step(hands);
    }
    expect(later.snapshot()).toEqual(whole.snapshot());
    expect(later.readings()).toEqual(whole.readings());
    expect(() => later.restore([1, 2, 3])).toThrow(/snapshot: 3 is not accepted/);
  });

  test('what is set before the first second counts as set: the flight keeps it, and the altimeter is judged by it', () => {
    const plan = planned('xvna-vor-a', { radios: 'ready', planted: 'old altimeter setting' });
    const lesson = lessonOf(plan);
    const begun = (changes: Partial<Hands>) => {
      const flown = flyDrill(flightLoop(lesson), lesson);
      const hands = { ...flown.loop.hands(), ...changes };
      const chunks = [];
      for (let i = 0; i < 3000; i++) chunks.push(flown.step(hands));
      chunks.push(flown.finish());
      return flightFromChunks(chunks.filter((chunk) => chunk !== null));
    };
    const noted = (flight: Flight) =>
      flight.events.filter(({ kind }) => ['altimeter', 'flaps', 'gear'].includes(kind));
    const setting_hPa = plan.altimeterSetting_hPa;
    expect(flightLoop(lesson).hands().altimeterSetting_hPa).not.toBe(setting_hPa);
    expect(noted(begun({}))).toEqual([]);
    const set = begun({ altimeterSetting_hPa: setting_hPa, flapsTarget_deg: 10 });
    expect(noted(set)).toEqual([
      { time_s: 0, kind: 'flaps', detail: '10°' },
      { time_s: 0, kind: 'altimeter', detail: `${setting_hPa} hPa` }
    ]);
    const unset = (flight: Flight) =>
      altimeter.measure(
        { flight, lesson, span: { start_s: 0, end_s: 20 }, phase: lesson.drill.phases[0]! } as CheckPlace,
        { kind: 'altimeter', phase: '', setting_hPa }
      )!.set_hPa;
    expect(unset(set)).toBe(setting_hPa);
    expect(unset(begun({}))).not.toBe(setting_hPa);
  });

  test('the trend of the speed is what the speed does: its slope over the seconds before, up and down', () => {
    const loop = flightLoop(lessonOf(planOf({ turbulence: 'smooth' })));
    const hands = { ...loop.hands(), stick: { kind: 'attitude' as const, pitch_deg: 0, bank_deg: 0 } };
    const seconds = (count: number, throttle: number) => {
      const speeds = [loop.readings().ias_kt];
      for (let i = 1; i <= count * 100; i++) {
        loop.step({ ...hands, throttle });
        if (i % 100 === 0) speeds.push(loop.readings().ias_kt);
      }
      return { slope: (speeds.at(-1)! - speeds.at(-3)!) / 2, trend: loop.readings().speedTrend_ktps };
    };
    expect(Math.abs(seconds(5, hands.throttle).trend)).toBeLessThan(0.25);
    for (const { slope, trend } of [seconds(8, 1), seconds(8, 0)]) {
      expect(Math.abs(slope)).toBeGreaterThan(0.3);
      expect(trend / slope).toBeGreaterThan(0.8);
      expect(trend / slope).toBeLessThan(1.25);
    }
  });

  test('begun in wind, it is in trim: track and groundspeed are the wind triangle’s, and nothing moves', () => {
    const plan = planOf({ turbulence: 'smooth', windFrom_deg: 290, windSpeed_kt: 25, heading_deg: 240 });
    const loop = flightLoop(lessonOf(plan));
    const hands = { ...loop.hands(), stick: { kind: 'direct' as const, aileron: 0, elevator: 0 } };
    for (let i = 0; i < 1000; i++) loop.step(hands);
    const counts = new Int32Array(channelDefinitions.length);
    loop.sample(counts);
    const at = (id: string) => {
      const index = channelDefinitions.findIndex((definition) => definition.id === id);
      return counts[index]! / 10 ** channelDefinitions[index]!.decimals;
    };
    const expected = groundTrack(240, at('tas_kt'), { from_deg: 290, speed_kt: 25 });
    // Hands off, the propeller's pull leans it by next to nothing in ten seconds.
    expect(Math.abs(turnFromTo(at('track_deg'), expected.track_deg))).toBeLessThan(1.2);
    expect(at('groundspeed_kt')).toBeCloseTo(expected.groundspeed_kt, 0);
    expect(at('ias_kt')).toBeCloseTo(105, 0);
    expect(Math.abs(at('altitude_ft') - 4000)).toBeLessThan(10);
    expect(Math.abs(at('verticalSpeed_fpm'))).toBeLessThan(60);
  });

  test('the altimeter shows what its subscale makes of the pressure: 27–30 ft for each hPa', () => {
    const loop = flightLoop(lessonOf(planOf({ altimeterSetting_hPa: 1003 })));
    const right = loop.readings().altitude_ft;
    expect(right).toBeCloseTo(4000, 0);
    loop.step({ ...loop.hands(), altimeterSetting_hPa: 1013 });
    expect((loop.readings().altitude_ft - right) / 10).toBeGreaterThan(27);
    expect((loop.readings().altitude_ft - right) / 10).toBeLessThan(30);
  });
});

describe('the recording', () => {
  test('a drill resumed after its first chunks is recorded without a seam', () => {
    const plan = planOf();
    const chunks = chunksOf(plan);
    const kept = chunks.slice(0, 7);
    const loop = flightLoop(lessonOf(plan));
    const again = flyDrill(loop, lessonOf(plan), { chunks: kept });
    expect(again.phase().phaseId).toBe('level');
    const nextHands = simulatedHands(lessonOf(plan), again, noHabits, plan.seed);
    let next = null;
    while (!next) next = again.step(nextHands());
    expect(next.sequence).toBe(7);
    expect(next.counts[2]![0]! - kept[6]!.counts[2]![19]!).toBeLessThan(3);
    // Seven pieces of twenty tenths of a second: the last sample of them is that of 13.9 s.
    expect(next.events.filter(({ kind }) => kind === 'resume')).toEqual([
      { time_s: expect.closeTo(13.9, 9), kind: 'resume', detail: 'after chunk 6' }
    ]);
  });

  test('chunks make the flight in any order; a missing one is named; each fits its schema', () => {
    const chunks = chunksOf(planOf());
    for (const chunk of chunks) parse(FlightChunk, chunk);
    const flight = flightFromChunks(chunks);
    expect(flightFromChunks([...chunks].reverse())).toEqual(flight);
    expect(flight.length).toBe(chunks.reduce((sum, chunk) => sum + chunk.counts[0]!.length, 0));
    expect(() => flightFromChunks(chunks.filter((chunk) => chunk.sequence !== 3))).toThrow(
      /chunk 3 is missing/
    );
    const torn = structuredClone(chunks[0]!);
    torn.counts[4]!.pop();
    expect(() => flightFromChunks([torn])).toThrow(/counts\.4/);
  });

  test('Parquet gives back every value and event exactly, in an eighth of raw float32 or less', async () => {
    const flight = flown(planOf());
    const bytes = flightToParquet(flight, gzip, { attempt: 'a' });
    expect(await flightFromParquet(bytes, gunzip)).toEqual(flight);
    expect((flight.length * channelDefinitions.length * 4) / bytes.byteLength).toBeGreaterThan(8);
    await expect(flightFromParquet(bytes.slice(0, 500), gunzip)).rejects.toThrow();
  });

  test('a recording of a few channels at its own rate is read as it is; a file of none is refused', async () => {
    const whole = flown(planOf());
    const ids = ['latitude_deg', 'longitude_deg', 'altitude_ft'] as const;
    const columns = new Map(ids.map((id) => [id, column(whole, id).filter((_, k) => k % 4 === 0)] as const));
    const sparse = { ...whole, rate_hz: 2.5, length: columns.get('altitude_ft')!.length, columns };
    const read = await flightFromParquet(flightToParquet(sparse, gzip), gunzip);
    expect(read).toEqual(sparse);
    expect(duration(read)).toBeCloseTo(duration(whole), 0);
    const none = flightToParquet({ ...sparse, columns: new Map() }, gzip);
    await expect(flightFromParquet(none, gunzip)).rejects.toThrow(/at least one channel of a flight/);
    const still = flightToParquet({ ...sparse, rate_hz: 0.1 }, gzip);
    await expect(flightFromParquet(still, gunzip)).rejects.toThrow(/hanza\.rate_hz: "0\.1" .*0\.2 to 100/);
  });

  test('CSV has a row a sample with as many decimals as the channel carries', () => {
    const flight = flown(planOf());
    const [header, first, ...rest] = flightToCsv(flight).trimEnd().split('\r\n');
    expect(header).toMatch(/^time_s,latitude_deg,longitude_deg,altitude_ft,/);
    expect(first).toMatch(/^0\.0,44\.1200000,-33\.2000000,4000,4000,105\.0,/);
    expect(rest).toHaveLength(flight.length - 1);
    expect(Number(rest[499]!.split(',')[3])).toBe(column(flight, 'altitude_ft')[500]);
  });
});

// Aerospace sequence, yaw, pitch, roll: the columns of the direction cosine matrix, as in any text on flight dynamics.
test('over the ground it goes where its speeds along its own axes take it, whatever its attitude', () => {
  const lesson = lessonOf(planOf({ windSpeed_kt: 0, turbulence: 'smooth' }));
  const state = new Float64Array(STATE_LENGTH);
  const seen = observer(lesson, weatherInFlight(lesson.plan, 0), state, new Float64Array(3));
  seen.setWeather(0, 0);
  const { sin, cos } = Math;
  for (const [bank_rad, pitch_rad, heading_rad, u, v, w] of [
    [0, 0, 0, 50, 3, 2],
    [0.5, 0.2, 2, 50, 4, -3],
    [-0.9, -0.3, 4, 60, -6, 8],
    [1.2, 0.6, 5.5, 40, 9, 7]
  ] as const) {
    const [p, q, r] = [0.1, -0.02 * u, 0.01 * w];
    state.set([u, v, w, p, q, r]);
    state[STATE.altitude] = 1000;
    setAttitude(state, { bank_rad, pitch_rad, heading_rad });
    seen.observe(idle);
    const [sr, cr, sp, cp, sy, cy] = [bank_rad, pitch_rad, heading_rad].flatMap((a) => [sin(a), cos(a)]) as [number, number, number, number, number, number]; // prettier-ignore
    const north = u * cp * cy + v * (sr * sp * cy - cr * sy) + w * (cr * sp * cy + sr * sy);
    const east = u * cp * sy + v * (sr * sp * sy + cr * cy) + w * (cr * sp * sy - sr * cy);
    const down = -u * sp + v * sr * cp + w * cr * cp;
    expect(seen.groundspeed_kt()).toBeCloseTo(Math.hypot(north, east) / 0.514444, 3);
    expect(seen.climbRate_fpm()).toBeCloseTo((-down / 0.3048) * 60, 3);
    expect(seen.tas_mps()).toBeCloseTo(Math.hypot(u, v, w), 6);
    // The heading’s rate by the body’s own: (q sin φ + r cos φ) / cos θ.
    expect(seen.truth.turnRate_degps).toBeCloseTo((((q * sr + r * cr) / cp) * 180) / Math.PI, 6);
    expect(seen.truth.rollRate_degps).toBeCloseTo((p * 180) / Math.PI, 6);
    expect(seen.truth.pathAngle_deg).toBeCloseTo((Math.asin(-down / Math.hypot(u, v, w)) * 180) / Math.PI, 6);
    const drift_rad = Math.atan2(east, north) - heading_rad;
    expect(seen.truth.drift_deg).toBeCloseTo((Math.atan2(sin(drift_rad), cos(drift_rad)) * 180) / Math.PI, 3);
  }
});
