import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { drillCatalogue, drillFileById } from '$core/drill/catalogue/catalogue';
import { drillShaped } from '$core/drill/drill-shape';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { changedPlan, type PlanChange } from '$core/drill/plan-change';
import { sensiblePlan } from '$core/drill/sensible-plan';
import { withChange } from '$core/drill/with-change';
import { trainingAreas } from '$core/earth/training-area';
import { lessonBrief } from '$core/flight/lesson-brief';
import { planInMaking } from '$core/flight/plan-in-making';
import { approaches } from '$core/procedure/approach/approach-catalogue';
import { worldById } from '$core/radio/world-catalogue';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { planned } from './planned-approach';

const school = { drills: [], profiles: [] };
const plan = sensiblePlan(aircraftCatalogue[0]!, trainingAreas[0]!);
const problemsOf = (asked: LessonPlan) => planInMaking(asked, school).problems;

describe('a plan while it is made', () => {
  test('every drill can be chosen after every approach and flown in every airplane as it then stands', () => {
    for (const { id } of drillCatalogue)
      for (const aircraft of aircraftCatalogue) {
        let chosen: LessonPlan = planned('xvlb-ils-24');
        const changes: PlanChange[] = [
          { kind: 'drill', id },
          { kind: 'aircraft', id: aircraft.id },
          { kind: 'own figures' }
        ];
        for (const change of changes) chosen = changedPlan(chosen, change, []);
        expect([chosen.drill, chosen.aircraft, chosen.approach]).toEqual([id, aircraft.id, undefined]);
        const made = planInMaking(chosen, school);
        expect(made.problems, `${id} in the ${aircraft.name}`).toEqual([]);
        expect(made.brief).toEqual(lessonBrief(chosen));
      }
  });

  test('a figure is shown as the lesson has it: left alone or typed in as it is shown, it is the same lesson', () => {
    for (const { id } of drillCatalogue) {
      const asked = { ...changedPlan(plan, { kind: 'drill', id }, []) };
      const { usual, brief } = planInMaking(asked, school);
      const typed = planInMaking({ ...asked, figures: usual as Record<string, number> }, school);
      expect(typed.brief!.lesson.drill, id).toEqual(brief!.lesson.drill);
    }
  });

  test('by radio, what can be chosen is there, and what is chosen is flown', () => {
    for (const { id, navigation } of drillCatalogue.filter((file) => file.navigation)) {
      const asked = changedPlan(plan, { kind: 'drill', id }, []);
      const radio = planInMaking(asked, school).radio!;
      expect(radio.fixes).toContain(radio.now.fix);
      expect(radio.others.map((other) => other.id)).toEqual((navigation!.others ?? []).map((o) => o.id));
      const stations = worldById(trainingAreas[0]!.world).stations;
      expect(stations.filter((s) => s.kind !== 'marker').map((s) => s.id)).toEqual(radio.stations);
      expect(radio.stations).toContain(radio.serving);
      for (const fix of radio.fixes.slice(0, 2)) {
        const there = planInMaking({ ...asked, navigation: { ...radio.now, fix } }, school);
        expect(there.radio!.now.fix).toBe(fix);
        expect(there.brief?.lesson.navigation?.origin.fix ?? fix).toBe(fix);
      }
    }
    expect(planInMaking(plan, school).radio).toBeNull();
  });

  test('another airplane flies an approach at its own speed, another way in begins at its own height; the rest stays', () => {
    const asked = planned('xvlb-ils-24', {}, { windSpeed_kt: 21 });
    const fast = changedPlan(asked, { kind: 'aircraft', id: 'korvane-750' }, []);
    expect(fast.approach!.speed_kt).toBeGreaterThan(asked.approach.speed_kt + 10);
    expect(fast.approach!.transition).toBe(asked.approach.transition);
    const vectors = changedPlan(fast, { kind: 'way in', transition: null }, []);
    expect(vectors.approach).toEqual({ ...fast.approach!, transition: null });
    expect(vectors.windSpeed_kt).toBe(21);
    for (const { id } of approaches.find((a) => a.id === 'xvlb-ils-24')!.transitions)
      expect(problemsOf(changedPlan(vectors, { kind: 'way in', transition: id }, []))).toEqual([]);
    // Where the approach leads to no runway, and only there, is it circled.
    expect(planInMaking(asked, school).circles).toEqual([]);
    expect(planInMaking(planned('xvna-vor-a'), school).circles.length).toBeGreaterThan(1);
  });

  test('an empty field is the only thing said, at its place, and takes nothing else away', () => {
    const fields = ['startAltitude_ft', 'startSpeed_kt', 'windSpeed_kt', 'altimeterSetting_hPa'] as const;
    for (const field of fields)
      for (const empty of [NaN, null, undefined] as unknown as number[]) {
        const made = planInMaking({ ...plan, [field]: empty }, school);
        expect(made.problems.map((problem) => problem.field)).toEqual([field]);
        expect([made.drill.id, made.brief]).toEqual([plan.drill, null]);
      }
    const figures = { rate_fpm: null as unknown as number };
    expect(problemsOf({ ...plan, figures }).map(({ field }) => field)).toEqual(['figures.rate_fpm']);
    expect(problemsOf({ ...plan, cloudBase_ft: null })).toEqual([]);
  });

  test('what was typed while a choice was being worked out stays; what the choice takes with it does not', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('note', 'wind', 'speed', 'none'),
        fc.constantFrom(...aircraftCatalogue.map(({ id }) => id)),
        (typed, id) => {
          const before = {
            ...plan,
            aircraft: 'sandling-160',
            navigation: undefined
          } as unknown as LessonPlan;
          const after = changedPlan(before, { kind: 'aircraft', id }, []);
          const now: LessonPlan = {
            ...before,
            ...(typed === 'wind' ? { windSpeed_kt: 3, temperatureOffset_K: 9 } : {}),
            ...(typed === 'speed' ? { startSpeed_kt: 101 } : {})
          };
          const both = withChange(now, before, after);
          expect(both.aircraft).toBe(id);
          expect([both.windSpeed_kt, both.temperatureOffset_K]).toEqual([
            now.windSpeed_kt,
            now.temperatureOffset_K
          ]);
          const speedChanges = after.startSpeed_kt !== before.startSpeed_kt;
          expect(both.startSpeed_kt).toBe(speedChanges ? after.startSpeed_kt : now.startSpeed_kt);
        }
      )
    );
    // Of an approach, too, what is chosen while another way in is worked out stays.
    const approach = planned('xvlb-ils-24');
    const byVectors = changedPlan(approach, { kind: 'way in', transition: null }, []);
    const set = { ...approach, approach: { ...approach.approach!, radios: 'ready' as const } };
    expect(byVectors.approach).not.toEqual(approach.approach);
    expect(withChange(set, approach, byVectors).approach).toEqual({ ...byVectors.approach, radios: 'ready' });
    // What a choice takes out is out.
    const drill = changedPlan(approach, { kind: 'drill', id: 'vor-hold' }, []);
    expect('approach' in withChange(approach, approach, drill)).toBe(false);
  });
});

describe('a drill typed as text', () => {
  const file = drillFileById('vor-hold');

  test('each that ships is one; what an editor could not show is refused by its name', () => {
    for (const drill of drillCatalogue) expect(drillShaped(JSON.parse(JSON.stringify(drill)))).toEqual(drill);
    const [phase] = file.phases;
    const broken: [unknown, RegExp][] = [
      [null, /^drill/],
      [[], /^drill/],
      ['drill', /^drill/],
      [{}, /^id/],
      [{ ...file, name: 3 }, /^name/],
      [{ ...file, phases: {} }, /^phases/],
      [{ ...file, phases: [null] }, /^phases/],
      [{ ...file, phases: [phase, phase] }, /^phases.*id of its own/],
      [{ ...file, figures: [{ id: 'x' }] }, /^figures/],
      [{ ...file, covers: undefined }, /^covers: missing/],
      [{ ...file, navigation: [] }, /^navigation/],
      [{ ...file, navigation: { ...file.navigation, others: [4] } }, /^navigation\.others/]
    ];
    for (const [drill, words] of broken) expect(() => drillShaped(drill), String(words)).toThrow(words);
  });
});
