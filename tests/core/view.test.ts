import { describe, expect, test } from 'vitest';
import { lessonOf } from '$core/drill/lesson';
import { problemsOf } from '$core/drill/plan-check';
import { placeAt, wayBetween } from '$core/earth/geodesic';
import { inSpace } from '$core/earth/in-space';
import { approachById } from '$core/procedure/approach/approach-catalogue';
import { distanceAtHeight } from '$core/procedure/approach/vertical-path';
import { seenAtMinimum } from '$core/procedure/approach/what-is-seen';
import { worldById } from '$core/radio/world-catalogue';
import { seeing, type Eye } from '$core/view/eye';
import { lookingOut, outsideOf, type Outside } from '$core/view/looking-out';
import { eyeAt } from '$core/view/recorded-eye';
import { flightLoop } from '$core/flight/flight-loop';
import { flyDrill } from '$core/flight/flown-drill';
import { flightFromChunks, type FlightChunk } from '$core/flight/recorder';
import { navigationAt } from '$core/flight/replayed-navigation';
import { runwayInPhase, runwaySeenIn } from '$core/flight/runway-in-sight';
import { simulatedHands } from '$core/flight/simulated-flight';
import { lessonInWeather } from '$core/flight/weather-in-flight';
import { noHabits } from '$core/pilot/habits';
import { mainNeedle, type NavigationShown } from '$core/radio/navigation-shown';
import { flown, planOf } from './flown';
import { outlookOfLesson } from '$core/drill/approach/outlook-of-lesson';
import { runwayInSpace } from '$core/view/runway-in-space';
import { planned } from './planned-approach';

const FT = 0.3048;
const DEG = 180 / Math.PI;
const runway = worldById('vesterlund').runways.find(({ name }) => name === '24')!;
const VARIATION_DEG = -9;
const COURSE_DEG = runway.course_deg + VARIATION_DEG;
const path = { angle_deg: 3, crossing_ft: 50 };
const laid = runwayInSpace(runway, VARIATION_DEG, path, true);
const clear = { base_ft: 5000, visibility_sm: 10 };

/** On the runway's middle line so far before the threshold, at a height above it. */
const before = (nm: number, height_ft: number, more: Partial<Eye> = {}): Eye => {
  const place = placeAt(runway, COURSE_DEG + 180, nm);
  // Meridians come together: along the runway's line the course changes by hundredths of a degree.
  const trueHeading_deg = nm > 0 ? wayBetween(place, runway).azimuth_deg : COURSE_DEG;
  return {
    place,
    altitude_ft: runway.elevation_ft + height_ft,
    pitch_deg: 0,
    bank_deg: 0,
    trueHeading_deg,
    ...more
  };
};
const angles = ({ ahead_m, right_m, down_m }: { ahead_m: number; right_m: number; down_m: number }) => ({
  right: Math.atan2(right_m, ahead_m) * DEG,
  up: Math.atan2(-down_m, Math.hypot(ahead_m, right_m)) * DEG
});

describe('where a point is seen', () => {
  test('is where the geodesic leads and the earth’s curve leaves it, within a twentieth of a degree', () => {
    for (let i = 0; i < 40; i++) {
      const share = i / 39;
      const place = { latitude_deg: -70 + 140 * share, longitude_deg: -179 + ((i * 83) % 358) };
      const [distance_nm, azimuth_deg] = [0.2 + 8 * share, (i * 47) % 360];
      const [eye_ft, point_ft] = [200 + 4000 * share, 100 * (i % 9)];
      const point = inSpace(placeAt(place, azimuth_deg, distance_nm), point_ft * FT);
      const seen = seeing({ place, altitude_ft: eye_ft, pitch_deg: 0, bank_deg: 0, trueHeading_deg: 0 })(
        point
      );
      const { right, up } = angles(seen);
      const off = ((right - azimuth_deg + 540) % 360) - 180;
      const flat_m = distance_nm * 1852;
      // A mean earth is enough here: the drop is 16 m at eight miles.
      const drop_m = flat_m ** 2 / (2 * 6_371_000);
      const elevation = Math.atan(((point_ft - eye_ft) * FT - drop_m) / flat_m) * DEG;
      expect(Math.abs(off)).toBeLessThan(0.05);
      expect(Math.abs(up - elevation)).toBeLessThan(0.05);
      expect(seen.distance_m).toBeCloseTo(Math.hypot(flat_m, (eye_ft - point_ft) * FT), -1);
    }
  });

  test('and turns with the airplane: heading, pitch and bank each by their own angle', () => {
    const point = inSpace(placeAt(runway, COURSE_DEG, 3), (runway.elevation_ft + 300) * FT);
    const at = (more: Partial<Eye>) => angles(seeing(before(0, 300, more))(point));
    const level = at({});
    expect(at({ trueHeading_deg: COURSE_DEG - 12 }).right).toBeCloseTo(12, 1);
    expect(at({ pitch_deg: 4 }).up).toBeCloseTo(level.up - 4, 2);
    // In a bank to the right what lies to the right rises along the wing.
    const [banked, flat] = [
      at({ bank_deg: 30, trueHeading_deg: COURSE_DEG - 10 }),
      at({ trueHeading_deg: COURSE_DEG - 10 })
    ];
    expect(flat.up).toBeCloseTo(level.up, 1);
    expect(banked.right).toBeCloseTo(10 * Math.cos(30 / DEG), 0);
    expect(banked.up).toBeCloseTo(10 * Math.sin(30 / DEG), 0);
  });
});

describe('a runway from its approach', () => {
  test('lies even about the middle, its edges as far apart as thirty metres are from there', () => {
    const { surface, lights } = outsideOf(before(0.5, 170), laid, clear);
    const rights = surface!.map(({ right }) => right);
    expect(Math.max(...rights)).toBeCloseTo(-Math.min(...rights), 3);
    expect(Math.max(...rights)).toBeCloseTo(Math.atan2(15, 0.5 * 1852) * DEG, 2);
    // Below the horizontal, the threshold by height over distance, the other end by less.
    const ups = surface!.map(({ up }) => up);
    expect(Math.min(...ups)).toBeCloseTo(-Math.atan2(170 * FT, 0.5 * 1852) * DEG, 1);
    expect(Math.max(...ups)).toBeLessThan(-0.5);
    for (const kind of ['edge', 'threshold', 'end', 'approach'] as const) {
      const sum = lights.filter((l) => l.kind === kind).reduce((all, { right }) => all + right, 0);
      expect(sum).toBeCloseTo(0, 2);
    }
    expect(lights.filter(({ kind }) => kind === 'end').every(({ isRed }) => isRed)).toBe(true);
  });

  test('its descent lights: two of four red on the path, and one more for each third of a degree below it', () => {
    const red = (angle_deg: number) => {
      // The eye a mile before the lights, which stand beside the touchdown point.
      const touchdown_nm = (50 * FT) / Math.tan(3 / DEG) / 1852;
      const eye = before(1 - touchdown_nm, (Math.tan(angle_deg / DEG) * 1852) / FT);
      return outsideOf(eye, laid, clear).lights.filter(({ kind, isRed }) => kind === 'descent' && isRed)
        .length;
    };
    expect([2.3, 2.7, 3, 3.3, 3.7].map(red)).toEqual([4, 3, 2, 1, 0]);
  });

  test('first comes into sight exactly where the decision says so', () => {
    const approach = approachById('xvlb-ils-24');
    for (const set_ft of [288, 388, 520])
      for (const visibility_sm of [0.25, 0.5, 0.75, 1, 1.5, 2])
        for (const base_ft of [150, 250, 600])
          for (const lights of ['on', 'out'] as const) {
            const outlook = { base_ft, visibility_sm };
            const decided = seenAtMinimum(approach, { set_ft, visibility_sm: 0.5 }, lights, outlook);
            const height_ft = set_ft - approach.touchdownElevation_ft;
            const ground = runwayInSpace(runway, VARIATION_DEG, path, lights === 'on');
            const { blank, lights: seen } = outsideOf(
              before(distanceAtHeight(path, height_ft), height_ft),
              ground,
              outlook
            );
            expect(blank === 'cloud').toBe(base_ft < height_ft);
            const sees = (kind: string) => seen.some((light) => light.kind === kind);
            const what = sees('threshold')
              ? 'the runway'
              : sees('approach')
                ? 'the approach lights'
                : 'nothing';
            expect(what, `${set_ft} ft, ${visibility_sm} SM, base ${base_ft} ft, lights ${lights}`).toBe(
              decided.what
            );
          }
  });

  test('behind the airplane there is nothing of it, and half of it where it is half passed', () => {
    const away = outsideOf(before(0.5, 200, { trueHeading_deg: COURSE_DEG + 180 }), laid, clear);
    expect(away.surface).toBeNull();
    expect(away.lights).toEqual([]);
    const over = outsideOf(before(-0.3, 60), laid, clear);
    expect(over.surface!.every(({ right }) => Math.abs(right) <= 90)).toBe(true);
    expect(over.lights.some(({ kind }) => kind === 'threshold')).toBe(false);
    expect(over.lights.some(({ kind }) => kind === 'end')).toBe(true);
  });

  test('cloud is entered at its base, and what is farther off is made out less plainly', () => {
    const low = { base_ft: 200, visibility_sm: 1 };
    expect([199, 201].map((height_ft) => outsideOf(before(0.3, height_ft), laid, low).blank)).toEqual([
      null,
      'cloud'
    ]);
    const lights = outsideOf(before(0.8, 190), laid, low).lights.sort((a, b) => a.distance_m - b.distance_m);
    const contrasts = lights.map(({ contrast }) => contrast);
    expect(contrasts).toEqual([...contrasts].sort((a, b) => b - a));
    expect(contrasts[0]).toBe(1);
    expect(contrasts.at(-1)).toBeLessThan(0.3);
  });

  test('the ground begins where the visibility ends', () => {
    const from = (visibility_sm: number, height_ft: number) =>
      outsideOf(before(2, height_ft), laid, { base_ft: 5000, visibility_sm }).groundFrom_deg;
    expect(from(1, 500)).toBeCloseTo(Math.asin((500 * FT) / 1609.344) * DEG, 1);
    expect(from(0.05, 500)).toBe(90);
    expect(from(10, 500)).toBeLessThan(1);
  });
});

describe('what a lesson lets one see', () => {
  const at = (ends: 'missed' | 'landing' | 'as seen', more = {}) =>
    outlookOfLesson(lessonOf(planned('xvlb-ils-24', { transition: null, ends, ...more })))!;

  test('nothing where it is to be missed, the runway at the minimum where it is to be landed, the plan’s weather where that decides', () => {
    const look = lookingOut(lessonOf(planned('xvlb-ils-24', { transition: null, ends: 'missed' })))!;
    expect(look(before(0.1, 60), 0).blank).toBe('cloud');
    const landing = at('landing');
    const seen = outsideOf(before(distanceAtHeight(path, 300), 300), laid, landing);
    expect(seen.blank).toBeNull();
    expect(seen.surface).not.toBeNull();
    expect(at('as seen', { base_ft: 180, visibility_sm: 0.5 })).toEqual({ base_ft: 180, visibility_sm: 0.5 });
  });

  test('what falls is seen to fall, in cloud and below it, only where the weather decides', () => {
    const falling = (ends: 'landing' | 'as seen', height_ft: number) =>
      lookingOut(
        lessonOf(
          planned('xvlb-ils-24', {
            transition: null,
            ends,
            base_ft: 400,
            visibility_sm: 3,
            precipitation: 'heavy rain'
          })
        )
      )!(before(0.5, height_ft), 0);
    expect(falling('as seen', 200)).toMatchObject({ falling: 'heavy rain', blank: null });
    expect(falling('as seen', 900)).toMatchObject({ falling: 'heavy rain', blank: 'cloud' });
    expect(falling('landing', 200).falling).toBe('none');
  });

  test('a field that is lost while circling is lost', () => {
    const circle = { runway: '31', turn: 'left' as const, lost: 'downwind' as const };
    const lesson = lessonOf(planned('xvna-vor-a', { ends: 'landing', circle }));
    const look = lookingOut(lesson)!;
    const { latitude_deg, longitude_deg, elevation_ft } = worldById('vesterlund').runways.find(
      ({ airport, name }) => airport === 'XVNA' && name === '31'
    )!;
    const eye = { ...before(0, 0), place: { latitude_deg, longitude_deg }, altitude_ft: elevation_ft + 500 };
    const lost = lesson.drill.phases.findIndex(({ segment }) => segment === 'missed');
    expect(look(eye, lost - 1).blank).toBeNull();
    expect(look(eye, lost).blank).toBe('cloud');
  });

  test('an attitude lesson has nothing to look for', () => {
    const plan = planned('xvlb-ils-24');
    expect(
      lookingOut(lessonOf({ ...plan, drill: 'straight-and-level', approach: undefined } as never))
    ).toBeNull();
  });
});

test('cloud is ragged just below its base: fainter there, shred by shred, and yet in sight as soon as it is decided by', () => {
  const under = (below_ft: number, nm = 1) =>
    outsideOf(before(nm, 400 - below_ft), laid, { base_ft: 400, visibility_sm: 5 });
  expect(under(-1)).toMatchObject({ blank: 'cloud', plainness: 0, lights: [] });
  expect(under(0).plainness).toBeCloseTo(0.3, 9);
  expect(under(0).lights.length).toBeGreaterThan(10);
  expect(under(60).plainness).toBe(1);
  const along = (below_ft: number) =>
    Array.from({ length: 60 }, (_, i) => under(below_ft, 0.8 + i / 100).plainness);
  const [ragged, deeper] = [along(20), along(50)];
  expect(Math.max(...ragged) - Math.min(...ragged)).toBeGreaterThan(0.1);
  ragged.forEach((plainness, i) => expect(deeper[i]).toBeGreaterThan(plainness));
  expect(Math.min(...ragged)).toBeGreaterThan(0.3);
  expect(Math.max(...deeper)).toBeLessThan(1);
  // The same place looks the same again.
  expect(along(20)).toEqual(ragged);
});

test('what was before the eyes is seen again from the recording: the needle as it was shown, the runway where it was', () => {
  const plan = planned('xvlb-ils-24', { transition: null, ends: 'landing' }, { turbulence: 'smooth' });
  const lesson = lessonOf(plan);
  const loop = flightLoop(lesson);
  const drill = flyDrill(loop, lesson);
  const hands = simulatedHands(lesson, drill, noHabits, 3);
  const chunks: FlightChunk[] = [];
  const shown: { time_s: number; navigation: NavigationShown; seen: Outside | null }[] = [];
  const look = lookingOut(lesson)!;
  while (drill.ended() === null && loop.time_s() < 3000) {
    const chunk = drill.step(hands());
    if (!chunk) continue;
    chunks.push(chunk);
    const eye = { place: loop.place(), altitude_ft: loop.trueAltitude_ft(), ...loop.attitude() };
    shown.push({
      time_s: chunks.reduce((sum, { counts }) => sum + counts[0]!.length, -1) / 10,
      navigation: structuredClone(loop.navigation()!),
      seen: look(eye, drill.phase().index)
    });
  }
  const flight = flightFromChunks(chunks);
  for (const { time_s, navigation, seen } of shown) {
    const again = navigationAt(flight, time_s)!;
    expect(again.source).toBe(navigation.source);
    const [was, is] = [mainNeedle(navigation), mainNeedle(again)];
    expect(is.deflection).toBeCloseTo(was.deflection, 2);
    expect(is.valid).toBe(was.valid && was.toFrom !== null);
    if (navigation.path?.valid) expect(again.path!.deflection).toBeCloseTo(navigation.path.deflection, 2);
    else expect(again.path?.valid ?? false).toBe(false);
    expect(again.distance?.nm ?? -1).toBeCloseTo(navigation.distance?.nm ?? -1, 0);
    const eye = eyeAt(flight, time_s, lesson.area.variation_deg)!;
    const outside = outsideAgain(eye, time_s);
    expect(outside.blank).toBe(seen!.blank);
    const thresholds = [seen!, outside].map(({ lights }) => lights.find(({ kind }) => kind === 'threshold'));
    // A tenth of a degree of heading, and a foot of altitude, are what is recorded.
    if (thresholds[0] && thresholds[0].distance_m > 300) {
      expect(Math.abs(thresholds[1]!.right - thresholds[0].right)).toBeLessThan(0.2);
      expect(Math.abs(thresholds[1]!.up - thresholds[0].up)).toBeLessThan(0.2);
    }
  }
  expect(shown.some(({ seen }) => seen!.blank === null)).toBe(true);
  expect(shown.filter(({ navigation }) => navigation.path?.valid).length).toBeGreaterThan(20);

  function outsideAgain(eye: Eye, time_s: number): Outside {
    const spans = drill.spans();
    const span = spans.findLast(({ start_s }) => start_s <= time_s) ?? spans[0]!;
    return look(
      eye,
      lesson.drill.phases.findIndex(({ id }) => id === span.phaseId)
    );
  }
});

test('a recording without place or needle shows neither', () => {
  const flight = flown(planOf());
  expect(navigationAt(flight, 5)).toBeNull();
  expect(eyeAt(flight, 5, 0)).not.toBeNull();
  const columns = new Map([...flight.columns].filter(([id]) => id !== 'trueAltitude_ft'));
  expect(eyeAt({ ...flight, columns }, 5, 0)).toBeNull();
});

test('a recording of needle and heading alone shows no bearing, no distance and no path', () => {
  const plan = planned('xvlb-vor-dme-06', { transition: 'arlak' });
  const flight = flown(plan);
  const whole = navigationAt(flight, 60)!;
  expect(whole.pointer!.relative_deg).toBeCloseTo(
    ((whole.pointer!.bearing_deg - flight.columns.get('heading_deg')![600]! + 540) % 360) - 180,
    6
  );
  const kept = ['needle', 'toFrom', 'heading_deg', 'course_deg'];
  const bare = navigationAt(
    { ...flight, columns: new Map([...flight.columns].filter(([id]) => kept.includes(id))) },
    60
  )!;
  expect(bare).toMatchObject({ source: 'nav1', path: null, pointer: null, distance: null });
  expect(mainNeedle(bare)).toMatchObject({ valid: true, deflection: mainNeedle(whole).deflection });
});

describe('the runway in sight, in words', () => {
  const lesson = lessonOf(planned('xvlb-ils-24', { transition: null, ends: 'landing' }));
  const { phases, checks } = lesson.drill;
  const landing = phases.findIndex(({ id }) =>
    checks.some((one) => one.kind === 'threshold' && one.phase === id)
  );
  /** So far before the threshold and so far right of the middle, the nose so far right of the runway's course. */
  const from = (before_nm: number, right_m: number, nose_deg: number, phase = landing) => {
    const onLine = placeAt(runway, COURSE_DEG + 180, before_nm);
    const place = placeAt(onLine, COURSE_DEG + 90, right_m / 1852);
    return runwayInPhase(lesson, phase, place, runway.course_deg + nose_deg);
  };
  test.each([
    [1, 0, 0, 'Runway 24 in sight ahead, 1.0 NM: in line with it.'],
    [1, 0, 10, 'Runway 24 in sight 10° left of the nose, 1.0 NM: in line with it.'],
    // 187 m over a mile is a tenth: 5.7°.
    [1, 187, 0, 'Runway 24 in sight 6° left of the nose, 1.0 NM: 190 m right of its middle.'],
    [0.5, -60, -20, 'Runway 24 in sight 24° right of the nose, 0.5 NM: 60 m left of its middle.']
  ])(
    '%d NM before it, %d m right of its middle, the nose %d° off: %s',
    (before_nm, right_m, nose_deg, words) => {
      expect(from(before_nm, right_m, nose_deg)).toBe(words);
    }
  );
  test('and nothing in any phase before', () => {
    expect(landing).toBeGreaterThan(2);
    for (let phase = 0; phase < landing; phase++) expect(from(1, 0, 0, phase)).toBeNull();
  });
  test('circling it is the one that is circled to, from the first part of the circle on', () => {
    const around = lessonOf(
      planned('xvna-vor-a', { transition: null, ends: 'landing', circle: { runway: '31', turn: 'left' } })
    );
    const check = around.drill.checks.find((one) => one.kind === 'circle')!;
    const first = around.drill.phases.findIndex(({ id }) => id === check.phases[0]);
    expect(first).toBeGreaterThan(0);
    around.drill.phases.forEach(({ id }, index) =>
      expect(runwaySeenIn(around, index)?.name ?? null, id).toBe(index < first ? null : '31')
    );
  });
});

test('in a lesson without an airport the ground comes in sight below the cloud that was planned; with the device on, nothing does', () => {
  const lesson = lessonOf(planOf({ cloudBase_ft: 3000 }));
  const look = lookingOut(lesson)!;
  const at = (altitude_ft: number, more: Partial<Eye> = {}) =>
    look({ ...before(2, 0), altitude_ft, ...more }, 0);
  expect(at(3001)).toMatchObject({ blank: 'cloud', plainness: 0, groundFrom_deg: 90 });
  expect(at(2999)).toMatchObject({ blank: null, surface: null, lights: [], markings: [] });
  expect(at(2900).plainness).toBe(1);
  // Ten statute miles along the line of sight: by height over distance, and half the earth's arc between.
  const ground_ft = lesson.area.groundElevation_ft;
  const far_m = 10 * 1609.344;
  const sine = ((2500 - ground_ft) * FT) / far_m;
  expect(at(2500).groundFrom_deg).toBeCloseTo(Math.asin(sine) * DEG + (far_m / 2 / 6371008.8) * DEG, 3);
  expect(at(2500, { bank_deg: 50, pitch_deg: -12 })).toMatchObject({ bank_deg: 50, pitch_deg: -12 });
  expect(lookingOut(lessonOf(planOf({ cloudBase_ft: null })))).toBeNull();
});

describe('clouds with tops', () => {
  const layers = { base_ft: 400, top_ft: 2000, upper: { base_ft: 4000, top_ft: 5500 }, visibility_sm: 2 };
  const at = (height_ft: number) => outsideOf(before(6, height_ft), laid, layers);

  test('an airplane that comes down through two of them is in each from top to base, and sees the field below the last alone', () => {
    const inCloud = Array.from({ length: 120 }, (_, i) => 25 + 50 * i).filter((h) => at(h).blank === 'cloud');
    expect(inCloud).toEqual(
      Array.from({ length: 120 }, (_, i) => 25 + 50 * i).filter(
        (h) => (h > 400 && h < 2000) || (h > 4000 && h < 5500)
      )
    );
    expect(at(5800)).toMatchObject({ blank: null, below: 'cloud', above: 'sky' });
    // It is the nearer one that lies below.
    expect(at(5800).groundFrom_deg).toBeCloseTo(at(2300).groundFrom_deg, 6);
    expect(at(3000)).toMatchObject({ blank: null, below: 'cloud', above: 'cloud' });
    expect(at(300)).toMatchObject({ blank: null, below: 'ground', above: 'cloud' });
    // Right above the runway's lights, but an overcast lies between.
    const over = outsideOf(before(0.2, 2400), laid, { ...layers, visibility_sm: 10 });
    expect([over.surface, over.lights]).toEqual([null, []]);
    expect(outsideOf(before(0.2, 300), laid, layers).lights.length).toBeGreaterThan(10);
  });

  test('their tops are a level sea: its horizon as far down as the tables of dip say, 1.76′ for the root of each metre', () => {
    // Bowditch: the dip without refraction. Over forty miles of clear air the horizon is nearer only when low above the tops.
    for (const over_ft of [200, 400]) {
      const dip_deg = (1.925 / 60) * Math.sqrt(over_ft * FT);
      expect(at(2000 + over_ft).groundFrom_deg).toBeCloseTo(dip_deg, 2);
    }
    expect(at(3800).groundFrom_deg).toBeGreaterThan((1.925 / 60) * Math.sqrt(1800 * FT) - 0.001);
  });

  test('ragged at the top as at the base, and nothing falls above', () => {
    expect(at(2000).plainness).toBeCloseTo(0.3, 9);
    expect(at(2060).plainness).toBe(1);
    expect(at(3970).plainness).toBeLessThan(1);
    const look = lookingOut(
      lessonOf(
        planned('xvlb-ils-24', {
          transition: null,
          ends: 'as seen',
          base_ft: 400,
          top_ft: 1500,
          visibility_sm: 3,
          precipitation: 'rain'
        })
      )
    )!;
    expect([300, 1000, 1700].map((height_ft) => look(before(4, height_ft), 0).falling)).toEqual([
      'rain',
      'rain',
      'none'
    ]);
  });

  test('the decision knows a minimum above a cloud from one within it', () => {
    const approach = approachById('xvlb-ils-24');
    const seen = (base_ft: number, top_ft?: number) =>
      seenAtMinimum(approach, { set_ft: approach.touchdownElevation_ft + 500, visibility_sm: 0.5 }, 'on', {
        base_ft,
        top_ft,
        visibility_sm: 5
      });
    expect(seen(100, 400)).toMatchObject({
      what: 'nothing',
      goesOn: false,
      words: expect.stringMatching(/lay above a cloud/)
    });
    expect(seen(100, 600).words).toMatch(/lay in cloud/);
    expect(seen(100).words).toMatch(/lay in cloud/);
    expect(seen(600, 900)).toMatchObject({ goesOn: true });
  });

  test('reported clear, it is clear however high one flies', () => {
    const look = (base_ft: number) =>
      lookingOut(
        lessonOf(planned('xvlb-ils-24', { transition: null, ends: 'as seen', base_ft, visibility_sm: 10 }))
      )!(before(8, 6000), 0);
    expect(look(5000)).toMatchObject({ blank: null, below: 'ground', above: 'sky' });
    expect(look(4900).blank).toBe('cloud');
  });

  test('contradict themselves at the field that would have to change', () => {
    const problems = (more: object) =>
      problemsOf(planned('xvlb-ils-24', { transition: null, ends: 'as seen', base_ft: 600, ...more })).map(
        ({ field }) => field
      );
    expect(problems({ top_ft: 800 })).toEqual([]);
    expect(problems({ top_ft: 799 })).toEqual(['approach.top_ft']);
    expect(problems({ upper: { base_ft: 3000, top_ft: 4000 } })).toEqual(['approach.top_ft']);
    expect(problems({ top_ft: 2900, upper: { base_ft: 3000, top_ft: 4000 } })).toEqual([
      'approach.upper.base_ft'
    ]);
    expect(problems({ top_ft: 2500, upper: { base_ft: 3000, top_ft: 3100 } })).toEqual([
      'approach.upper.top_ft'
    ]);
    expect(problemsOf(planOf({ cloudBase_ft: 3000, cloudTop_ft: 3100 })).map(({ field }) => field)).toEqual([
      'cloudTop_ft'
    ]);
    expect(problemsOf(planOf({ cloudBase_ft: 3000, cloudTop_ft: 3200 }))).toEqual([]);
    // Without a cloud its top says nothing.
    expect(problemsOf(planOf({ cloudBase_ft: null, cloudTop_ft: 100 }))).toEqual([]);
  });

  test('go with a change of the weather as far as they can', () => {
    const lesson = lessonOf(
      planned('xvlb-ils-24', {
        transition: null,
        ends: 'as seen',
        base_ft: 400,
        top_ft: 2000,
        upper: { base_ft: 4000, top_ft: 5500 },
        visibility_sm: 2
      })
    );
    const after = (change: object) =>
      outlookOfLesson(lessonInWeather(lesson, { does: 'weather', over_s: 0, ...change })!);
    expect(after({ visibility_sm: 4 })).toEqual({ ...layers, visibility_sm: 4 });
    expect(after({ base_ft: 900 })).toEqual({ ...layers, base_ft: 900 });
    // The base has come up to the top: the cloud goes on upward, and the second is in it.
    expect(after({ base_ft: 1900 })).toEqual({
      base_ft: 1900,
      visibility_sm: 2,
      top_ft: undefined,
      upper: undefined
    });
    expect(after({ top_ft: 3900 })).toEqual({ ...layers, top_ft: 3900, upper: undefined });
    expect(after({ top_ft: null })).toMatchObject({ top_ft: undefined, upper: undefined });
    expect(lessonInWeather(lesson, { does: 'weather', over_s: 0, gust_kt: 3 })).toBeNull();
  });
});

test('over high ground a planned cloud is where the altimeter has it, and its top, too', () => {
  const plan = planOf({
    area: 'korrin-plateau',
    startAltitude_ft: 5000,
    cloudBase_ft: 4000,
    cloudTop_ft: 6000
  });
  const look = lookingOut(lessonOf(plan))!;
  const at = (altitude_ft: number) => look({ ...before(2, 0), altitude_ft }, 0);
  expect([3990, 4010, 5990, 6010].map((altitude_ft) => at(altitude_ft).blank)).toEqual([
    null,
    'cloud',
    'cloud',
    null
  ]);
  expect(at(6500)).toMatchObject({ below: 'cloud', above: 'sky' });
  expect(at(6500).groundFrom_deg).toBeCloseTo((1.925 / 60) * Math.sqrt(500 * FT), 2);
});

test('after an unusual attitude the device comes off: blank until then, then the ground to its horizon', () => {
  const lesson = lessonOf(planOf({ drill: 'unusual-attitudes', figures: {} }));
  const look = lookingOut(lesson)!;
  const { phases } = lesson.drill;
  const eye = { ...before(2, 0), altitude_ft: 4000, bank_deg: 20 };
  expect(phases.map((_, phase) => look(eye, phase).blank)).toEqual([
    ...phases.slice(1).map(() => 'device'),
    null
  ]);
  expect(look(eye, phases.length - 1)).toMatchObject({
    below: 'ground',
    above: 'sky',
    plainness: 1,
    bank_deg: 20
  });
  // Under a cloud that was planned the cloud decides, not the device.
  const under = lookingOut(
    lessonOf(planOf({ drill: 'unusual-attitudes', figures: {}, cloudBase_ft: 3000 }))
  )!;
  expect(phases.map((_, phase) => under(eye, phase).blank)).toEqual(phases.map(() => 'cloud'));
});
