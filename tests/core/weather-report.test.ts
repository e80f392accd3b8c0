import {
  precipitationProblem,
  precipitations,
  seenThroughPrecipitation,
  visibilityIn
} from '$core/air/precipitation';
import { amongClouds } from '$core/air/cloud';
import { runwayVisualRange_ft } from '$core/air/runway-visual-range';
import { lessonOf } from '$core/drill/lesson';
import { problemsOf } from '$core/drill/plan-check';
import { reportedAtStart } from '$core/flight/weather-now';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  readWeatherReport,
  spokenWeather,
  weatherReport,
  type ReportedWeather
} from '$core/air/weather-report';
import { planOf } from './flown';
import { planned } from './planned-approach';

/** Groups as the code for aviation routine reports writes them (WMO No. 306, FM 15), with visibilities in statute miles. */
const known: [ReportedWeather, string][] = [
  [{ station: 'XVLB', windFrom_deg: 238, windSpeed_kt: 18, gust_kt: 28, visibility_sm: 0.75, runwayVisualRange: { runway: '24', ft: 4080 }, precipitation: 'heavy rain', base_ft: 420, temperature_C: 9.6, dewPoint_C: 8.5, altimeterSetting_hPa: 1009.8 }, 'XVLB 24018G28KT 3/4SM R24/4000FT +RA OVC004 10/09 Q1009'],
  [{ station: 'XMOR', windFrom_deg: 2, windSpeed_kt: 5, gust_kt: 9, visibility_sm: 12, runwayVisualRange: null, precipitation: 'none', base_ft: null, temperature_C: -3, dewPoint_C: -11, altimeterSetting_hPa: 1031 }, 'XMOR 36005KT 10SM CLR M03/M11 Q1031'],
  [{ station: 'XVKO', windFrom_deg: 90, windSpeed_kt: 0, gust_kt: null, visibility_sm: 0.1, runwayVisualRange: { runway: '35L', ft: 420 }, precipitation: 'heavy snow', base_ft: 60, temperature_C: 2, dewPoint_C: 2, altimeterSetting_hPa: 987 }, 'XVKO 00000KT M1/4SM R35L/M0600FT +SN VV000 02/02 Q0987'],
  [{ station: 'XVNA', windFrom_deg: 130, windSpeed_kt: 12, gust_kt: null, visibility_sm: 1.6, runwayVisualRange: null, precipitation: 'light rain', base_ft: 1290, temperature_C: 15, dewPoint_C: 12, altimeterSetting_hPa: 1013 }, 'XVNA 13012KT 1 1/2SM -RA OVC012 15/12 Q1013']
]; // prettier-ignore

describe('a weather report', () => {
  test.each(known)('of %j', (weather, text) => {
    expect(weatherReport(weather)).toBe(text);
  });

  test.each<[Partial<ReportedWeather>, RegExp, RegExp]>([
    [{ base_ft: 99 }, / VV000 /, /sky obscured/],
    [{ base_ft: 100 }, / OVC001 /, /overcast 100/],
    [{ base_ft: 4999 }, / OVC049 /, /overcast 4900/],
    [{ base_ft: 5000 }, / CLR /, /sky clear/],
    [{ visibility_sm: 0.24 }, / M1\/4SM /, /visibility less than 1\/4/],
    [{ visibility_sm: 0.25 }, / 1\/4SM /, /visibility 1\/4/],
    [{ visibility_sm: 2.99 }, / 2 1\/2SM /, /visibility 2 1\/2/],
    [{ visibility_sm: 3 }, / 3SM /, /visibility 3/],
    [{ visibility_sm: 9.9 }, / 9SM /, /visibility 9/],
    [{ visibility_sm: 10 }, / 10SM /, /visibility 10/],
    [{ runwayVisualRange: { runway: '24', ft: 799 } }, / R24\/0700FT /, /700/],
    [{ runwayVisualRange: { runway: '24', ft: 999 } }, / R24\/0800FT /, /800/],
    [{ runwayVisualRange: { runway: '24', ft: 2999 } }, / R24\/2800FT /, /2,?800/],
    [{ runwayVisualRange: { runway: '24', ft: 3400 } }, / R24\/3000FT /, /3,?000/],
    [{ runwayVisualRange: { runway: '24', ft: 600 } }, / R24\/0600FT /, /600/],
    [{ runwayVisualRange: { runway: '24', ft: 599 } }, / R24\/M0600FT /, /600/],
    [{ windSpeed_kt: 12, gust_kt: 15 }, /(?:)/, /wind 240 at 12/],
    [{ windSpeed_kt: 0.4 }, / 00000KT /, /wind calm/]
  ])('at the edge of a step, %j, reads the step it has reached', (changes, written, said) => {
    const weather: ReportedWeather = {
      station: 'XVLB', windFrom_deg: 240, windSpeed_kt: 12, gust_kt: null, visibility_sm: 5, runwayVisualRange: null,
      precipitation: 'none', base_ft: 1200, temperature_C: 9, dewPoint_C: 8, altimeterSetting_hPa: 1009, ...changes
    }; // prettier-ignore
    expect(weatherReport(weather)).toMatch(written);
    expect(readWeatherReport(`  ${weatherReport(weather)}\n`)).toEqual(
      readWeatherReport(weatherReport(weather))
    );
    expect(spokenWeather(weather, 0)).toMatch(said);
  });

  test('is read as it is written, and never says more than there is', () => {
    const weather = fc.record({
      station: fc.constantFrom('XVLB', 'XMOR'),
      windFrom_deg: fc.double({ min: 0, max: 360, noNaN: true }),
      windSpeed_kt: fc.integer({ min: 0, max: 80 }),
      gust_kt: fc.option(fc.integer({ min: 0, max: 99 })),
      visibility_sm: fc.double({ min: 0, max: 15, noNaN: true }),
      runwayVisualRange: fc.option(
        fc.record({ runway: fc.constantFrom('06', '24L'), ft: fc.integer({ min: 0, max: 5999 }) })
      ),
      precipitation: fc.constantFrom(...precipitations),
      base_ft: fc.option(fc.integer({ min: 0, max: 6000 })),
      temperature_C: fc.integer({ min: -40, max: 45 }),
      dewPoint_C: fc.integer({ min: -40, max: 45 }),
      altimeterSetting_hPa: fc.double({ min: 940, max: 1060, noNaN: true })
    });
    fc.assert(
      fc.property(weather, (told) => {
        const read = readWeatherReport(weatherReport(told));
        expect(weatherReport(read)).toBe(weatherReport(told));
        expect(read.visibility_sm).toBeLessThanOrEqual(told.visibility_sm);
        expect(read.runwayVisualRange?.ft ?? 0).toBeLessThanOrEqual(told.runwayVisualRange?.ft ?? 0);
        expect(read.base_ft ?? 0).toBeLessThanOrEqual(told.base_ft ?? Infinity);
        expect(told.altimeterSetting_hPa - read.altimeterSetting_hPa).toBeLessThan(1);
        expect(read.temperature_C).toBe(told.temperature_C);
        expect(read.precipitation).toBe(told.precipitation);
      })
    );
  });

  test.each(['', 'XVLB', 'XVLB 24018KT', 'XVLB 2401KT 10SM CLR 10/09 Q1009', 'x'.repeat(5000)])(
    'something else is refused: %s',
    (text) => expect(() => readWeatherReport(text)).toThrow(expect.objectContaining({ field: 'report' }))
  );

  test('is said by magnetic north, the altimeter setting figure by figure', () => {
    expect(spokenWeather(known[0]![0], 8)).toBe(
      'XVLB: wind 230 at 18 gusting 28, visibility 3/4 in heavy rain, runway 24 visual range 4000, overcast 400, altimeter 1 0 0 9'
    );
    expect(spokenWeather(known[2]![0], 8)).toContain(
      'wind calm, visibility less than 1/4 in heavy snow, runway 35L visual range less than 600, sky obscured'
    );
  });

  test('of an approach gives nothing away that the plan and not the weather decides', () => {
    const at = (ends: 'missed' | 'landing' | 'as seen', more = {}) =>
      weatherReport(reportedAtStart(lessonOf(planned('xvlb-ils-24', { ends, ...more })))!);
    expect(at('missed')).toBe(at('landing'));
    expect(at('missed')).toContain(' 1/2SM R24/2400FT OVC002 ');
    expect(at('as seen', { base_ft: 800, visibility_sm: 2 })).toContain(' 2SM OVC008 ');
    expect(reportedAtStart(lessonOf(planOf()))).toBeNull();
  });
});

describe('rain and snow', () => {
  /** 11.6 R^−0.63 km by hand: 1, 5 and 20 mm an hour. Snow by the visibilities that define its intensities. */
  test.each([
    ['light rain', 7.21],
    ['rain', 2.61],
    ['heavy rain', 1.09],
    ['light snow', 1],
    ['snow', 0.5],
    ['heavy snow', 0.25]
  ] as const)('%s alone lets see %f miles', (kind, miles) => {
    expect(seenThroughPrecipitation(kind)).toBeCloseTo(miles, 2);
    expect(visibilityIn(kind, 10)).toBeCloseTo(miles, 2);
  });

  test('take as much from the light as the air does where both let see as far; nothing without them', () => {
    expect(visibilityIn('light snow', 1)).toBeCloseTo(0.5, 9);
    expect(visibilityIn('none', 3)).toBe(3);
    expect(visibilityIn('rain', 0)).toBe(0);
    const haze = fc.double({ min: 0.1, max: 15, noNaN: true });
    fc.assert(
      fc.property(haze, fc.constantFrom(...precipitations), (dry, kind) => {
        const seen = visibilityIn(kind, dry);
        expect(seen).toBeLessThanOrEqual(Math.min(dry, seenThroughPrecipitation(kind)) + 1e-9);
        expect(seen).toBeGreaterThan(0);
      })
    );
  });

  test('no snow in the warm, no rain in hard frost: a plan says so at its field', () => {
    expect(precipitationProblem('snow', 5)).toContain('There is no snow at 5 °C: choose rain');
    expect(precipitationProblem('rain', -11)).toContain('choose snow');
    expect([precipitationProblem('snow', 4), precipitationProblem('rain', -10)]).toEqual([null, null]);
    const snowing = (temperatureOffset_K: number, ends: 'as seen' | 'missed' = 'as seen') =>
      problemsOf(planned('xvlb-ils-24', { ends, precipitation: 'heavy snow' }, { temperatureOffset_K })).map(
        ({ field }) => field
      );
    expect(snowing(0)).toContain('approach.precipitation');
    expect(snowing(-20)).not.toContain('approach.precipitation');
    // Where the plan says how it ends nothing is asked of the weather.
    expect(snowing(0, 'missed')).not.toContain('approach.precipitation');
  });

  test('decide at the minimum what is seen: three miles are enough, and in heavy snow they are not', () => {
    const ends = (precipitation: 'none' | 'heavy snow') =>
      lessonOf(
        planned(
          'xvlb-ils-24',
          { transition: null, ends: 'as seen', base_ft: 2000, visibility_sm: 3, precipitation },
          { temperatureOffset_K: -20 }
        )
      ).drill.phases.at(-1)!.segment;
    expect([ends('none'), ends('heavy snow')]).toEqual(['final', 'missed']);
  });
});

/** Steps as the surface observers' handbook has them; pairs of the table in 14 CFR 91.175(h). */
test('a runway visual range stands for a visibility as the rules pair them, and is not told where it is long', () => {
  const pairs = [[1 / 4, 1600], [1 / 2, 2400], [5 / 8, 3200], [3 / 4, 4000], [7 / 8, 4500], [1, 5000]] as const; // prettier-ignore
  for (const [visibility_sm, ft] of pairs) expect(runwayVisualRange_ft(visibility_sm)).toBeCloseTo(ft, 9);
  expect([5 / 4, 3, 10].map(runwayVisualRange_ft)).toEqual([null, null, null]);
  expect(runwayVisualRange_ft(0)).toBe(0);
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 1.24, noNaN: true }),
      fc.double({ min: 0, max: 1.24, noNaN: true }),
      (a, b) => {
        const [less, more] = [a, b].sort((x, y) => x - y).map((sm) => runwayVisualRange_ft(sm)!) as [
          number,
          number
        ];
        expect(less).toBeLessThanOrEqual(more);
      }
    )
  );
  const group = (ft: number) =>
    / R24\/(\S+)FT/.exec(weatherReport({ ...known[0]![0], runwayVisualRange: { runway: '24', ft } }))![1];
  expect([599, 600, 799, 800, 999, 2999, 3499, 5999].map(group)).toEqual([
    'M0600',
    '0600',
    '0700',
    '0800',
    '0800',
    '2800',
    '3000',
    '5500'
  ]);
  expect(spokenWeather(known[0]![0], 0)).toContain(
    'visibility 3/4 in heavy rain, runway 24 visual range 4000, overcast'
  );
  expect(spokenWeather(known[2]![0], 0)).toContain('runway 35L visual range less than 600');
});

test('the range belongs to the runway that is landed on, and only an approach has one', () => {
  const told = (id: string, more: object) =>
    reportedAtStart(
      lessonOf(planned(id, { transition: null, ends: 'as seen', visibility_sm: 0.5, ...more }))
    )!.runwayVisualRange;
  expect(told('xvlb-ils-24', {})).toEqual({ runway: '24', ft: 2400 });
  expect(told('xvna-vor-a', { circle: { runway: '31', turn: 'left' } })).toEqual({ runway: '31', ft: 2400 });
  expect(told('xvlb-ils-24', { visibility_sm: 3 })).toBeNull();
});

test('between the pairs a visual range lies straight between them', () => {
  // Half way from 1/4 to 1/2 mile, from 5/8 to 3/4, a quarter of the way from 1 to 1 1/4.
  expect(runwayVisualRange_ft(3 / 8)).toBeCloseTo(2000, 9);
  expect(runwayVisualRange_ft(11 / 16)).toBeCloseTo(3600, 9);
  expect(runwayVisualRange_ft(17 / 16)).toBeCloseTo(5250, 9);
});

test('said aloud, a gust is said only where it is one, a short range as less than', () => {
  const [gusty] = known[0]!;
  expect(spokenWeather({ ...gusty, windSpeed_kt: 18, gust_kt: 20 }, 0)).not.toContain('gusting');
  expect(spokenWeather({ ...gusty, windSpeed_kt: 18, gust_kt: null }, 0)).not.toContain('gusting');
  expect(spokenWeather({ ...gusty, windSpeed_kt: 18, gust_kt: 28 }, 0)).toContain('at 18 gusting 28');
  expect(spokenWeather({ ...gusty, runwayVisualRange: null }, 0)).not.toContain('visual range');
  const range = (ft: number) => spokenWeather({ ...gusty, runwayVisualRange: { runway: '24', ft } }, 0);
  expect(range(599)).toContain('runway 24 visual range less than 600');
  expect(range(600)).toContain('runway 24 visual range 600,');
  expect(readWeatherReport('XVNA 13012KT 1 1/2SM -RA OVC012 15/12 Q1013').gust_kt).toBeNull();
  expect(() => readWeatherReport('wind '.repeat(60))).toThrow(/^.{0,400}$/s);
});

test('what falls takes its share of what is seen, and nothing out of nothing', () => {
  // 11.6 · 5^−0.63 km = 4.21 km of rain alone; ½ mile of snow.
  const rain_sm = (11.6 * 5 ** -0.63) / 1.609344;
  expect(visibilityIn('rain', 10)).toBeCloseTo(rain_sm, 9);
  expect(visibilityIn('rain', 25)).toBeCloseTo(rain_sm, 9);
  expect(visibilityIn('rain', rain_sm)).toBeCloseTo(rain_sm / 2, 9);
  expect(visibilityIn('snow', 1)).toBeCloseTo(1 / 3, 9);
  expect(visibilityIn('none', 3)).toBe(3);
  expect(visibilityIn('rain', 0)).toBe(0);
});

test('an eye is in a cloud between its base and its top, and else between what it sees', () => {
  const [low, high] = [
    { base_ft: 800, top_ft: 2000 },
    { base_ft: 4000, top_ft: Infinity }
  ];
  const at = (height_ft: number) => amongClouds([low!, high!], height_ft);
  expect(at(800)).toEqual({ within: null, above: low, below: null });
  expect(at(801)).toEqual({ within: low, above: high, below: null });
  expect(at(2000)).toEqual({ within: null, above: high, below: low });
  expect(at(4000)).toEqual({ within: null, above: high, below: low });
  expect(at(9000)).toEqual({ within: high, above: null, below: low });
});
