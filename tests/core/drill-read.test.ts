import { describe, expect, test } from 'vitest';
import { briefingFor, type Briefing } from '$core/drill/briefing';
import { directFixes } from '$core/drill/cleared-phase';
import { drillFileById } from '$core/drill/catalogue/catalogue';
import { nextPhase, type Phase } from '$core/drill/drill';
import { drillInMaking } from '$core/drill/drill-in-making';
import { idealTrack } from '$core/drill/ideal-track';
import { lessonOf } from '$core/drill/lesson';
import { instrumentsToWatch } from '$core/drill/primary-instruments';
import { navigationBrief } from '$core/drill/navigation-brief';
import { problemsOf } from '$core/drill/plan-check';
import { placesOfLesson } from '$core/drill/places-of-lesson';
import { servingStation } from '$core/drill/reference';
import { wayBetween } from '$core/earth/geodesic';
import { normaliseSigned } from '$core/measure/angle';
import { worldById } from '$core/radio/world-catalogue';
import { planOf } from './flown';
import { planned } from './planned-approach';

const still = { windSpeed_kt: 0, turbulence: 'smooth' as const };

describe('what comes after a phase', () => {
  const phase = (id: string, then?: string | null) =>
    ({ id, ...(then === undefined ? {} : { then }) }) as Phase;

  test('is the next of the plan; of what was asked for, what it leads to, and of the last nothing', () => {
    const phases = [phase('a'), phase('b'), phase('c'), phase('x', 'b'), phase('y', null), phase('z', '')];
    const after = (index: number) => nextPhase({ phases }, index)?.id ?? null;
    // What an instructor asked for stands behind the plan, and is not what comes after its last phase.
    expect(phases.map((_, index) => after(index))).toEqual(['b', 'c', null, 'b', null, null]);
    expect(nextPhase({ phases }, 9)).toBeNull();
  });
});

describe('a lesson read before it is flown', () => {
  test('a turn is briefed with its bank, half of it as the lead, and the rules of thumb with their errors', () => {
    const lesson = lessonOf(planOf({ drill: 'standard-rate-turns', figures: {}, ...still }));
    const { turns } = briefingFor(lesson) as Briefing;
    expect(turns.length).toBeGreaterThan(0);
    for (const { bank_deg, rollOutLead_deg, tas_kt, rules } of turns) {
      // tan φ = V·ω/g at 3°/s.
      const exact = (Math.atan((tas_kt * (1852 / 3600) * (Math.PI / 60)) / 9.80665) * 180) / Math.PI;
      expect(bank_deg).toBeCloseTo(exact, 6);
      expect(rollOutLead_deg).toBeCloseTo(exact / 2, 6);
      expect(rules.map((rule) => rule.bank_deg)).toEqual([tas_kt / 10 + 5, tas_kt / 10 + 7, 0.15 * tas_kt]);
      for (const rule of rules) expect(rule.error_deg).toBeCloseTo(rule.bank_deg - exact, 6);
    }
  });

  test('its ideal track turns as far as it is asked to, and flies as far as its speed takes it in still air', () => {
    const lesson = lessonOf(planOf({ drill: 'standard-rate-turns', figures: {}, ...still }));
    const track = idealTrack(lesson);
    const headings = track.slice(1).map((to, i) => {
      const from = track[i]!;
      return (Math.atan2(to.east_nm - from.east_nm, to.north_nm - from.north_nm) * 180) / Math.PI;
    });
    const turnedIn = (id: string) =>
      headings.reduce(
        (sum, heading, i) =>
          i > 0 && track[i]!.phaseId === id && track[i + 1]!.phaseId === id
            ? sum + normaliseSigned(heading - headings[i - 1]!)
            : sum,
        0
      );
    for (const { id, goal } of lesson.drill.phases)
      if (goal.lateral.kind === 'turn') {
        expect(Math.abs(turnedIn(id)), id).toBeGreaterThan(60);
        expect(Math.sign(turnedIn(id))).toBe(goal.lateral.direction);
      } else if (goal.lateral.kind === 'heading') expect(Math.abs(turnedIn(id)), id).toBeLessThan(8);
  });

  test('by radio each fix and course is said once, in the order in which they are flown; without radios nothing is', () => {
    const words = (drill: string) =>
      navigationBrief(lessonOf(planOf({ drill, figures: {}, ...still }))).map(({ name }) => name);
    expect(words('straight-and-level')).toEqual([]);
    const [first, second, ...others] = words('vor-tracking');
    expect([first, second]).toEqual(['Fix', expect.stringMatching(/^Course \d{3}°$/)]);
    expect(new Set(others.map((name, i) => `${name}${i}`)).size).toBe(others.length);
    const lines = navigationBrief(lessonOf(planned('xvlb-ils-24', { transition: null }))).map((line) =>
      JSON.stringify(line)
    );
    expect(new Set(lines).size).toBe(lines.length);
  });

  test('places to begin at lie on either side of the course, at the altitude and speed flown there', () => {
    const lesson = lessonOf(planned('xvlb-ils-24', { transition: null }, still));
    const places = placesOfLesson(lesson);
    const [left, right, downwind] = ['from the left', 'from the right', 'left downwind'].map((part) =>
      places.find(({ name }) => name.includes(part))!
    );
    const course = 240 - 9;
    for (const [place, side] of [
      [left!, -1],
      [right!, 1]
    ] as const) {
      const other = place === left ? right! : left!;
      const across = wayBetween(place.at!, other.at!);
      // From one to the other it is straight across the course.
      expect(Math.abs(normaliseSigned(across.azimuth_deg - (course - side * 90)))).toBeLessThan(1);
      expect(Math.sign(normaliseSigned(place.heading_deg - 240))).toBe(-side);
    }
    expect(Math.abs(normaliseSigned(downwind!.heading_deg - 60))).toBeLessThan(1);
    const drill = lessonOf(planOf({ drill: 'level-speed-changes', figures: {} }));
    const begins = placesOfLesson(drill).filter(({ name }) => name.startsWith('As “'));
    expect(begins[0]).toMatchObject({ speed_kt: drill.plan.startSpeed_kt });
    expect(begins.slice(1).map(({ speed_kt }) => speed_kt)).toEqual(
      drill.drill.phases.slice(0, -1).map(({ goal }) => goal.ias_kt)
    );
  });

  test('what can be cleared straight to are waypoints and beacons; what a fix is found by is its station', () => {
    const world = worldById('vesterlund');
    const fixes = directFixes(lessonOf(planned('xvlb-ils-24')));
    expect(fixes).toContain('TOLVA');
    expect(fixes).not.toContain('IVL');
    expect(directFixes(lessonOf(planOf({ drill: 'straight-and-level', figures: {} })))).toEqual([]);
    expect(['TOLVA', 'KELPA', 'VLB'].map((fix) => servingStation(world, fix))).toEqual([
      'VLB',
      'KELPA',
      'VLB'
    ]);
  });

  test('a drill that is being written is a lesson of that drill, or says what keeps it from being one', () => {
    const file = drillFileById('level-offs');
    const made = drillInMaking({ ...file, name: 'Mine' }, 'sandling-160');
    expect([made.problems, made.lesson?.drill.name]).toEqual([[], 'Mine']);
    const broken = drillInMaking(
      { ...file, phases: [{ ...file.phases[0]!, altitude_ft: { figure: 'nowhere' } }] },
      'sandling-160'
    );
    expect(broken.lesson).toBeNull();
    expect(broken.problems.length).toBeGreaterThan(0);
  });

  test('a figure of a drill may be as small and as large as it says, and no more; left out it is the usual', () => {
    for (const { id, minimum, maximum } of drillFileById('rate-and-speed-descent').figures) {
      const refused = (value: number) =>
        problemsOf(planOf({ figures: { [id]: value } })).filter(
          ({ field, message }) =>
            field === `figures.${id}` && message.includes(` is from ${minimum} to ${maximum}`)
        );
      expect([refused(minimum), refused(maximum)], id).toEqual([[], []]);
      for (const value of [minimum - 1, maximum + 1]) {
        expect(refused(value), id).toHaveLength(1);
      }
    }
  });

  test('a course is briefed with the heading that holds it: the correction is the law of sines, the rest over the ground', () => {
    const lesson = lessonOf(planOf({ drill: 'vor-tracking', figures: { course_deg: 90 }, windFrom_deg: 360, windSpeed_kt: 20, windLayers: [] })); // prettier-ignore
    const { words } = navigationBrief(lesson).find(({ name }) => name === 'Course 090°')!;
    const [, held, correction, groundspeed] = /^hold (\d{3})° \(correction −(\d+)°\), (\d+) kt/.exec(words)!.map(Number) as [number, number, number, number]; // prettier-ignore
    // 20 kt from the left of some 110 kt; square to it the ground is the root of the squares’ difference.
    const tas_kt = Math.hypot(groundspeed, 20);
    expect(Math.abs(tas_kt - 110)).toBeLessThan(12);
    expect(correction).toBe(Math.round((Math.asin(20 / tas_kt) * 180) / Math.PI));
    // The station’s north is not the panel’s, to a degree.
    expect(Math.abs(held - (90 - correction))).toBeLessThanOrEqual(1);
  });

  test('wind layers stand one above the other', () => {
    const layers = (...heights: number[]) =>
      problemsOf(planOf({ windLayers: heights.map((altitude_ft) => ({ altitude_ft, from_deg: 240, speed_kt: 10 })) })).filter(({ field }) => field === 'windLayers'); // prettier-ignore
    expect(layers(1000, 3000, 6000)).toEqual([]);
    for (const wrong of [layers(3000, 1000), layers(3000, 3000)])
      expect(wrong.map(({ message }) => message)).toEqual(['Each layer stands above the one before it.']);
  });

  test('what the airplane is set by is the attitude and the power, whatever it does', () => {
    for (const drill of ['straight-and-level', 'standard-rate-turns', 'level-offs'])
      for (const phase of lessonOf(planOf({ drill, figures: {} })).drill.phases)
        expect(instrumentsToWatch(phase, null, 30).control).toEqual({ pitch: 'attitude', bank: 'attitude', power: 'power gauge' }); // prettier-ignore
  });

  test('a hold at the end of a missed approach is flown, however long it is to be held', () => {
    const plan = planned('xvlb-ils-24', { transition: null });
    for (const type of ['HM', 'HF', 'HA'] as const) {
      const { approach } = structuredClone(plan.approach);
      approach.missed.legs.at(-1)!.type = type;
      const { phases } = lessonOf({ ...plan, approach: { ...plan.approach, approach } }).drill;
      expect([phases.at(-1)!.name, phases.at(-1)!.goal.lateral.kind], type).toEqual(['Hold at VLB', 'hold']);
    }
  });

  test('the way in ends where a path in space is met before the final fix; an altimeter’s path begins at the fix', () => {
    const meetsPath = (id: string) => {
      const { phases } = lessonOf(planned(id, { transition: null })).drill;
      const final = phases.findIndex(({ segment }) => segment === 'final');
      return JSON.stringify(phases[final - 1]!.until).includes('pathShare');
    };
    expect(['xvlb-ils-24', 'xvlb-rnav-24', 'xvna-rnav-13', 'xvlb-vor-dme-06'].map(meetsPath)).toEqual([true, true, false, false]); // prettier-ignore
  });
});
