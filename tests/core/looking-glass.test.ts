import { expect, test } from 'vitest';
import { gradeFlight, type Grade } from '$core/grade/grade';
import { sensiblePlan } from '$core/drill/sensible-plan';
import type { LessonPlan } from '$core/drill/lesson-plan';
import type { Habits } from '$core/pilot/habits';
import { aircraft, area, flown } from './flown';
import { imageOfFlight, imageOfPlan } from './looking-glass';
import { planned } from './planned-approach';

/** What a grade says, without the figures of directions: half a degree rounds one way here and the other way there. */
const said = ({ verdict, score, findings, elements }: Grade, inGlass = false) => ({
  verdict,
  score,
  findings: findings.map(({ kind, severity, start_s, end_s, evidence }) => ({
    kind,
    severity,
    start_s,
    end_s,
    evidence: evidence
      .toLowerCase()
      .replace(/\b(left|right)\b/g, (side) => (inGlass ? other(side) : side))
      .replace(/\b\d+°/g, '·°')
      .replace(/(\d+ × [^,;.]*), (\d+ × [^,;.]*)/, (_, one, two) => [one, two].sort().join(', '))
  })),
  elements: elements.map(({ name, verdict }) => ({ name, verdict }))
});

const other = (side: string) => (side === 'left' ? 'right' : 'left');
const radio = (drill: string, fix: string, figures: LessonPlan['figures'], others = {}): LessonPlan => ({
  ...sensiblePlan(aircraft, area, drill),
  turbulence: 'light',
  seed: 11,
  windFrom_deg: 300,
  windSpeed_kt: 16,
  figures,
  navigation: { fix, turn: 'right', others, radios: 'ready', errors: [] }
});

test.each<[string, LessonPlan, Partial<Habits>]>([
  ['an ILS by vectors, its needle chased', planned('xvlb-ils-24', { transition: null }), { chasesNeedle: 1 }],
  ['an ILS with a hold for its course reversal', planned('xvlb-ils-24'), { turnsOnLate: 1 }],
  ['a final after an arc, widened', planned('xvlb-vor-dme-06'), { widensArc: 1 }],
  ['a curve to a final with a path', planned('xvna-rnav-31'), { chasesPath: 1 }],
  ['a procedure turn, and the wind left out', planned('xvna-vor-a'), { ignoresWind: 1 }],
  [
    'a missed approach turned before the climb',
    planned('xmor-ils-09', { transition: null }),
    { turnsBeforeClimb: 1 }
  ],
  [
    'a hold entered the wrong way',
    radio('ndb-hold', 'TS', { course_deg: 60, arrival_deg: 200 }),
    { wrongEntry: 1 }
  ],
  [
    'a hold without a correction',
    radio('vor-hold', 'VLB', { course_deg: 60, arrival_deg: 20 }),
    { holdsWithoutWind: 1 }
  ],
  [
    'an arc and a hold',
    radio('arc-and-hold', 'VLB', { from_deg: 355 }, { hold: { fix: 'TOLVA', turn: 'left' } }),
    { widensArc: 1 }
  ],
  ['a radial, the needle chased', radio('vor-tracking', 'VLB', { course_deg: 60 }), { chasesNeedle: 1 }],
  ['a localizer joined', radio('localizer', 'IVL', { course_deg: 240 }), { turnsOnLate: 1 }]
])('%s: seen in a looking glass it is the same flight', (_, plan, habits) => {
  const flight = flown(plan, habits);
  const grade = gradeFlight(flight, plan);
  expect(said(gradeFlight(imageOfFlight(flight), imageOfPlan(plan)), true)).toEqual(said(grade));
  expect(grade.findings.length).toBeGreaterThan(0);
});

test.each([
  ['xvlb-vor-dme-06', {}],
  ['xvna-rnav-31', {}],
  ['xvna-ndb-13', {}],
  ['xmor-ils-09', { transition: null }]
])('%s flown as it is drawn, in still air: nothing is found', (id, asked) => {
  const plan = planned(id, asked, { turbulence: 'smooth', windSpeed_kt: 0 });
  const { verdict, findings } = gradeFlight(flown(plan), plan);
  expect(verdict).toBe('met');
  expect(findings.filter(({ severity }) => severity !== 'good')).toEqual([]);
});
