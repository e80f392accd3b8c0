import type { Syllabus, SyllabusLesson, SyllabusTask } from './syllabus';

const aided = (task: string, minutes: number, met = 1): SyllabusTask => ({
  task,
  met,
  unaided: false,
  minutes
});
const unaided = (task: string, minutes: number, met = 2): SyllabusTask => ({
  task,
  met,
  unaided: true,
  minutes
});
const lesson = (
  id: string,
  name: string,
  purpose: string,
  tasks: SyllabusTask[],
  ...after: string[]
): SyllabusLesson => ({ id, name, purpose, tasks, after });

/** The syllabus that ships: from the first straight line to the profile of a test, in the order in which each rests on what was before. */
export const instrumentSyllabus: Syllabus = {
  id: 'instrument-rating',
  name: 'Instrument rating, airplane',
  edition: '1',
  stages: [
    {
      id: 'attitude',
      name: 'Attitude flying',
      lessons: [
        lesson(
          'level',
          'Straight and level',
          'One altitude, one heading, one speed: small corrections, trimmed, and a scan that keeps going.',
          [unaided('straight-and-level', 8)]
        ),
        lesson(
          'speeds',
          'Level at other speeds',
          'The nose comes up as the speed goes: power, pitch and trim together, the altitude unmoved.',
          [unaided('level-speed-changes', 9)],
          'level'
        ),
        lesson(
          'turns',
          'Level turns',
          'Bank for the speed, a little back pressure, and the roll-out led by half the bank.',
          [unaided('standard-rate-turns', 8), aided('half-standard-turns', 8)],
          'level'
        ),
        lesson(
          'climbs',
          'Climbs and descents',
          'Pitch for speed and power for rate, then the other way about.',
          [aided('constant-speed-climb', 10), unaided('constant-rate-climb', 10)],
          'speeds'
        ),
        lesson(
          'level-offs',
          'Level-offs',
          'Each altitude led by a tenth of the rate.',
          [unaided('level-offs', 10)],
          'climbs'
        ),
        lesson(
          'called',
          'Turns while climbing and descending',
          'Headings and altitudes as a controller calls them, one finished before the next.',
          [unaided('called-turns', 10)],
          'level-offs',
          'turns'
        )
      ]
    },
    {
      id: 'precision',
      name: 'Rates, clocks and patterns',
      lessons: [
        lesson(
          'timed',
          'Timed turns',
          'A turn by the clock: three degrees a second.',
          [unaided('timed-turns', 8)],
          'turns'
        ),
        lesson(
          'steep',
          'Steep turns',
          'Forty-five degrees of bank and an altitude that stays.',
          [unaided('steep-turns', 8)],
          'turns'
        ),
        lesson(
          'vertical-s',
          'Vertical S',
          'Rate and speed held through every reversal, straight and in turns.',
          [aided('vertical-s-a', 10), unaided('vertical-s-b', 12), aided('vertical-s-d', 12)],
          'called'
        ),
        lesson(
          'slow-then-down',
          'Slow first, then down',
          'The descent of every approach: speed first, then the rate, and the climb away at its altitude.',
          [unaided('rate-and-speed-descent', 9)],
          'level-offs'
        ),
        lesson(
          'patterns',
          'Patterns',
          'Everything so far by the clock, on a course that comes back on itself.',
          [aided('pattern-a', 14), unaided('pattern-b', 14, 1)],
          'timed',
          'slow-then-down'
        )
      ]
    },
    {
      id: 'partial',
      name: 'Partial panel and unusual attitudes',
      lessons: [
        lesson(
          'attitudes',
          'Unusual attitudes',
          'Airspeed first: low and falling is nose high, and the other way about.',
          [unaided('unusual-attitudes', 8)],
          'called'
        ),
        lesson(
          'compass',
          'By compass and clock',
          'Turns by the compass alone, and by the clock when it swings.',
          [aided('compass-turns', 9), unaided('timed-turns-partial', 9)],
          'timed'
        ),
        lesson(
          'partial-descent',
          'Partial panel',
          'Both gyros gone: pitch by what the air says, bank by the turn coordinator.',
          [unaided('partial-panel-descent', 10)],
          'compass',
          'slow-then-down'
        )
      ]
    },
    {
      id: 'courses',
      name: 'Courses',
      lessons: [
        lesson(
          'where-am-i',
          'Where am I?',
          'Tune, identify, centre the needle, and say where you are.',
          [aided('centring-and-identifying', 10)],
          'called'
        ),
        lesson(
          'tracking',
          'Tracking',
          'A heading, what the needle does, a smaller change: to the station and from it, in wind.',
          [unaided('vor-tracking', 14), aided('rnav-tracking', 14)],
          'where-am-i'
        ),
        lesson(
          'beacon',
          'The beacon',
          'A needle that points, and a wind that has to be found.',
          [unaided('ndb-tracking', 14, 1)],
          'tracking'
        ),
        lesson(
          'joining',
          'Joining a course',
          'Thirty degrees, forty-five, ninety; the turn on led by how quickly the needle comes.',
          [unaided('intercept', 12), aided('intercept-outbound', 12), aided('double-the-angle', 12)],
          'tracking'
        ),
        lesson(
          'over-the-station',
          'Over the station',
          'Turn, time, twist; then two radials, and minutes to the station.',
          [unaided('station-passage', 12, 1), aided('fix-from-radials', 12), aided('time-and-distance', 12)],
          'joining'
        ),
        lesson(
          'localizer',
          'The localizer',
          'Four times as keen as a radial: joined gently, kept with little.',
          [unaided('localizer', 12)],
          'joining'
        )
      ]
    },
    {
      id: 'holds',
      name: 'Arcs, holds and reversals',
      lessons: [
        lesson(
          'arcs',
          'Arcs',
          'On with a lead, round in steps, off by the lead radial.',
          [unaided('dme-arc', 20)],
          'joining'
        ),
        lesson(
          'holding',
          'Holds',
          'Enter, time, correct: until the inbound leg takes its minute and the needle is in the middle.',
          [unaided('vor-hold', 24)],
          'over-the-station'
        ),
        lesson(
          'more-holds',
          'Holds elsewhere',
          'The same at a DME fix, an intersection and a waypoint.',
          [aided('dme-hold', 24), aided('radials-hold', 24), unaided('rnav-hold', 24, 1)],
          'holding'
        ),
        lesson(
          'reversals',
          'Course reversals',
          'Outbound, round, and inbound again, inside the protected side.',
          [unaided('procedure-turn', 20, 1), aided('reversal-teardrop', 20), aided('reversal-racetrack', 20)],
          'joining'
        ),
        lesson(
          'arc-and-hold',
          'Arc, then a hold',
          'One after the other, about two fixes.',
          [unaided('arc-and-hold', 34, 1)],
          'arcs',
          'holding'
        )
      ]
    },
    {
      id: 'approaches',
      name: 'Approaches',
      lessons: [
        lesson(
          'ils',
          'The ILS',
          'Localizer before path, the path from below, and ever smaller corrections.',
          [unaided('approach xvlb-ils-24', 30)],
          'localizer',
          'slow-then-down'
        ),
        lesson(
          'rnav-path',
          'RNAV with a path',
          'What the receiver promises, and what it takes back.',
          [unaided('approach xvlb-rnav-24', 26)],
          'ils'
        ),
        lesson(
          'vor-dme',
          'VOR/DME',
          'Step by step, each altitude a floor.',
          [unaided('approach xvlb-vor-dme-06', 28)],
          'ils',
          'arcs'
        ),
        lesson(
          'odd-localizers',
          'Offset and back course',
          'A localizer that does not end on the middle line, and one that works the other way about.',
          [unaided('approach xvko-ils-17', 30, 1), aided('approach xvlb-back-course-06', 38)],
          'ils'
        ),
        lesson(
          'beacon-approach',
          'By the beacon',
          'A final by a needle that points, in wind.',
          [aided('approach xvna-ndb-13', 26)],
          'beacon',
          'vor-dme'
        ),
        lesson(
          'circling',
          'Circling',
          'Below the cloud, within its distance, no more than thirty degrees of bank; and away toward the runway when the field is lost.',
          [unaided('approach xvna-vor-a', 42, 1)],
          'vor-dme'
        )
      ]
    },
    {
      id: 'test',
      name: 'Toward the test',
      lessons: [
        lesson(
          'other-fields',
          'Fields not seen before',
          'Briefed from the card, flown once.',
          [unaided('approach xvko-rnav-35', 34, 1), unaided('approach xvna-rnav-31', 42, 1)],
          'rnav-path'
        ),
        lesson(
          'to-standard',
          'All of it, to standard',
          'Precision, non-precision, hold, unusual attitudes and partial panel, each once more without help.',
          [
            unaided('approach xvlb-ils-24', 30),
            unaided('approach xvlb-vor-dme-06', 28),
            unaided('vor-hold', 24),
            unaided('unusual-attitudes', 8),
            unaided('partial-panel-descent', 10)
          ],
          'circling',
          'arc-and-hold',
          'attitudes',
          'partial-descent'
        )
      ]
    }
  ]
};
