import type { DrillFile, FigureFile, PhaseFile, Quantity } from '../drill-file';
import type { FixedBy } from '../reference';

const figure = (
  id: string,
  name: string,
  unit: string,
  usual: Quantity,
  [minimum, maximum, step]: [number, number, number]
): FigureFile => ({ id, name, unit, usual, minimum, maximum, step });

const COURSE = 'course_deg';
const course = (usual: Quantity, name = 'Course inbound') => figure(COURSE, name, '°', usual, [1, 360, 1]);
const of = (id: string, plus = 0): Quantity => ({ figure: id, plus });

/** Level, to take in the panel and to find out where one is. */
const level = (for_s: number): PhaseFile => ({ id: 'level', name: 'Level', for_s });

/** A drill flown by radio begins on the far side of the fix: radial = inbound course + 180, give or take. */
function navigationDrill(
  drill: Pick<DrillFile, 'id' | 'name' | 'purpose' | 'usualFaults' | 'figures' | 'phases'> &
    Partial<Pick<DrillFile, 'checks'>>,
  navigation: NonNullable<DrillFile['navigation']>
): DrillFile {
  return {
    family: 'navigation',
    covers: [],
    checks: [],
    ...drill,
    navigation
  };
}

const overVor = ['VLB', 'MRW'];
const overNdb = ['TS', 'PL'];
const byDme = ['TOLVA', 'OTTAR'];
const byRadials = ['ULDAN'];
const byWaypoint = ['KELPA', 'OTTAR'];

const WATCHED_FAULTS = [
  'Banks again before the last correction has acted.',
  'Comes back to the course and takes the whole correction out, so that the wind takes it off again.',
  'Large corrections close to the station.'
];

const tracking = (
  id: string,
  name: string,
  by: 'vor' | 'ndb' | 'rnav',
  usualFixes: string[],
  usual: number
): DrillFile =>
  navigationDrill(
    {
      id,
      name,
      purpose:
        'Hold a course to the fix and away from it in wind: a heading, what the needle does, a small known correction, level and wait.',
      usualFaults: WATCHED_FAULTS,
      figures: [course(usual), figure('distance_nm', 'Begins so far out', 'NM', 9, [4, 25, 1])],
      phases: [
        {
          id: 'inbound',
          name: 'Inbound',
          call: 'Track inbound to {fix} on {course}',
          course: { course_deg: of(COURSE), way: 'to' }
        },
        {
          id: 'outbound',
          name: 'Outbound',
          call: 'Over {fix}: track outbound on {course}',
          course: { course_deg: of(COURSE), way: 'from' },
          for_s: 210
        }
      ]
    },
    {
      by,
      usualFixes,
      start: { radial_deg: of(COURSE, 180), distance_nm: of('distance_nm'), heading_deg: of(COURSE) }
    }
  );

const interceptPhase: PhaseFile = {
  id: 'intercept',
  name: 'Intercept',
  call: 'Join the {course} course to {fix}',
  course: { course_deg: of(COURSE), way: 'to', intercept_deg: of('angle_deg') }
};
const trackIn: PhaseFile = {
  id: 'track',
  name: 'Track inbound',
  course: { course_deg: of(COURSE), way: 'to' },
  until: {
    is: 'any',
    of: [
      { is: 'below', channel: 'fixDistance_nm', value: 2, for_s: 0 },
      { is: 'after', seconds: 600 }
    ]
  }
};

const outToArc: PhaseFile = {
  id: 'outbound',
  name: 'Outbound',
  call: 'Outbound on {course}, then the arc',
  course: { course_deg: of('from_deg'), way: 'from' },
  until: {
    is: 'any',
    of: [
      { is: 'above', channel: 'fixDistance_nm', value: of('radius_nm', -0.6), for_s: 0 },
      { is: 'after', seconds: 600 }
    ]
  }
};

const hold = (id: string, name: string, by: FixedBy, usualFixes: string[], usual: Quantity): DrillFile =>
  navigationDrill(
    {
      id,
      name,
      purpose:
        'Enter, time and correct a hold until the inbound leg takes its minute and the needle is in the middle at roll-out.',
      usualFaults: [
        'Entry chosen too late, or for the wrong side.',
        'Clock started in the turn.',
        'No correction outbound, so the turn inbound ends on the wrong side of the course.',
        'The outbound time is not changed from one circuit to the next.'
      ],
      figures: [
        course(usual, 'Course inbound'),
        figure('arrival_deg', 'Arrives on heading', '°', of(COURSE, 0), [1, 360, 1]),
        figure('leg_s', 'Inbound leg', 's', 60, [30, 180, 5]),
        figure('circuits', 'Circuits after the entry', '', 3, [1, 8, 1])
      ],
      phases: [
        {
          id: 'arrive',
          name: 'To the fix',
          call: 'Cleared to {fix}, hold there, {turn} turns',
          course: { course_deg: of('arrival_deg'), way: 'to' }
        },
        {
          id: 'hold',
          name: 'Hold',
          call: 'Hold at {fix}, {course} inbound, {turn} turns',
          hold: { inbound_deg: of(COURSE), leg_s: of('leg_s'), circuits: of('circuits') }
        }
      ]
    },
    {
      by,
      usualFixes,
      start: { radial_deg: of('arrival_deg', 180), distance_nm: 5, heading_deg: of('arrival_deg') }
    }
  );

const reversal = (
  id: string,
  name: string,
  kind: NonNullable<PhaseFile['reversal']>['kind'],
  purpose: string
): DrillFile =>
  navigationDrill(
    {
      id,
      name,
      purpose,
      usualFaults: [
        'Clock not started over the fix.',
        'Goes on outbound in a tailwind for the time of a calm day.',
        'Turns to the inbound heading and never looks whether the course has come.'
      ],
      figures: [
        course(60),
        figure('arrival_deg', 'Arrives on heading', '°', of(COURSE, 180), [1, 360, 1]),
        figure('within_nm', 'Remain within', 'NM', 10, [5, 20, 1])
      ],
      phases: [
        {
          id: 'arrive',
          name: 'To the fix',
          call: 'To {fix}, then reverse course',
          course: { course_deg: of('arrival_deg'), way: 'to' }
        },
        {
          id: 'reversal',
          name: 'Reversal',
          call: 'Over {fix}: reverse course to {course}',
          reversal: { kind, inbound_deg: of(COURSE), within_nm: of('within_nm') }
        }
      ]
    },
    {
      by: 'vor',
      usualFixes: overVor,
      start: { radial_deg: of('arrival_deg', 180), distance_nm: 4, heading_deg: of('arrival_deg') }
    }
  );

export const navigationDrills: readonly DrillFile[] = [
  navigationDrill(
    {
      id: 'centring-and-identifying',
      name: 'Centring and identifying',
      purpose:
        'Find where you are and the way to the station: tune, identify, centre the needle with TO, check what feeds it.',
      usualFaults: [
        'Never listened to the ident.',
        'Centred with FROM.',
        'The needle was showing another source.'
      ],
      figures: [course(320, 'Bearing to the station')],
      checks: [{ kind: 'set-up', phase: 'set-up' }],
      phases: [
        {
          id: 'set-up',
          name: 'Set up',
          call: 'Hold this heading. Tune and identify {fix}, centre the needle with TO',
          for_s: 75
        },
        {
          id: 'inbound',
          name: 'Inbound',
          call: 'Track inbound to {fix}',
          course: { course_deg: of(COURSE), way: 'to' },
          until: {
            is: 'any',
            of: [
              { is: 'below', channel: 'fixDistance_nm', value: 3, for_s: 0 },
              { is: 'after', seconds: 600 }
            ]
          }
        }
      ]
    },
    {
      by: 'vor',
      usualFixes: overVor,
      start: { radial_deg: of(COURSE, 180), distance_nm: 12, heading_deg: of(COURSE) }
    }
  ),
  tracking('vor-tracking', 'VOR tracking, to and from', 'vor', overVor, 60),
  tracking('ndb-tracking', 'NDB tracking, to and from', 'ndb', overNdb, 120),
  tracking('rnav-tracking', 'RNAV tracking, to and from', 'rnav', byWaypoint, 40),
  navigationDrill(
    {
      id: 'intercept',
      name: 'Intercept and track inbound',
      purpose:
        'Join a course at an angle: 30° close, 45°, 90° when it is to be quick; lead the turn by how fast the needle moves.',
      usualFaults: [
        'Turns when the needle is centred, and goes through.',
        'Turns parallel too soon and never arrives.'
      ],
      figures: [
        course(60),
        figure('angle_deg', 'Angle of intercept', '°', 45, [20, 90, 5]),
        figure('start_deg', 'Begins on radial', '°', of(COURSE, 166), [1, 720, 1])
      ],
      phases: [level(20), interceptPhase, trackIn]
    },
    {
      by: 'vor',
      usualFixes: overVor,
      start: { radial_deg: of('start_deg'), distance_nm: 13, heading_deg: of(COURSE) }
    }
  ),
  navigationDrill(
    {
      id: 'localizer',
      name: 'Localizer: join and track',
      purpose:
        'Hold the heading until the localizer comes alive, ease in, and keep it with corrections that shrink as it narrows.',
      usualFaults: [
        'Turns when the needle is centred: it moves faster than a VOR’s, and is gone through.',
        'Corrections as large close in as far out.',
        'Banks until the needle is back, and so through it again.'
      ],
      figures: [
        course(of('fixRadial_deg'), 'Course of the localizer'),
        figure('angle_deg', 'Angle of intercept', '°', 30, [20, 60, 5])
      ],
      phases: [
        level(15),
        { ...interceptPhase, call: 'Join the localizer {fix}, {course}' },
        {
          ...trackIn,
          until: {
            is: 'any',
            of: [
              { is: 'below', channel: 'fixDistance_nm', value: 3, for_s: 0 },
              { is: 'after', seconds: 600 }
            ]
          }
        }
      ]
    },
    {
      by: 'localizer',
      usualFixes: ['IVL', 'IMR'],
      start: { radial_deg: of(COURSE, 190), distance_nm: 14, heading_deg: of(COURSE) }
    }
  ),
  navigationDrill(
    {
      id: 'double-the-angle',
      name: 'Double the angle off the bow',
      purpose:
        'Back to the course by twice the angle it is off: the time out equals the time the angle took to double.',
      usualFaults: ['Angle guessed, not read.', 'Does not turn back when the angle has doubled.'],
      figures: [course(60), figure('angle_deg', 'Angle of intercept', '°', 24, [10, 60, 2])],
      phases: [level(15), interceptPhase, trackIn]
    },
    {
      by: 'vor',
      usualFixes: overVor,
      start: { radial_deg: of(COURSE, 192), distance_nm: 11, heading_deg: of(COURSE) }
    }
  ),
  navigationDrill(
    {
      id: 'intercept-outbound',
      name: 'Intercept and track outbound',
      purpose: 'Join a radial outbound: the needle gets less sensitive the farther you go.',
      usualFaults: ['Course set with TO.', 'Angle too small: it takes forever.'],
      figures: [
        course(100, 'Course outbound'),
        figure('angle_deg', 'Angle of intercept', '°', 45, [20, 90, 5])
      ],
      phases: [
        level(15),
        {
          id: 'intercept',
          name: 'Intercept',
          call: 'Join the {course} radial of {fix} outbound',
          course: { course_deg: of(COURSE), way: 'from', intercept_deg: of('angle_deg') }
        },
        {
          id: 'track',
          name: 'Track outbound',
          course: { course_deg: of(COURSE), way: 'from' },
          for_s: 180
        }
      ]
    },
    {
      by: 'vor',
      usualFixes: overVor,
      start: { radial_deg: of(COURSE, 25), distance_nm: 4, heading_deg: of(COURSE) }
    }
  ),
  navigationDrill(
    {
      id: 'station-passage',
      name: 'Station passage and a new course',
      purpose: 'Over the station: turn, time, twist. Heading held in the cone, then the new course joined.',
      usualFaults: ['Chases the needle in the cone.', 'Twists before turning.'],
      figures: [course(60), figure('outbound_deg', 'Course outbound', '°', of(COURSE, 35), [1, 360, 1])],
      phases: [
        {
          id: 'inbound',
          name: 'Inbound',
          call: 'Track inbound to {fix} on {course}',
          course: { course_deg: of(COURSE), way: 'to' }
        },
        {
          id: 'join',
          name: 'Join outbound',
          call: 'Over {fix}: outbound on {course}',
          course: { course_deg: of('outbound_deg'), way: 'from', intercept_deg: 30 }
        },
        {
          id: 'outbound',
          name: 'Outbound',
          course: { course_deg: of('outbound_deg'), way: 'from' },
          for_s: 180
        }
      ]
    },
    {
      by: 'vor',
      usualFixes: overVor,
      start: { radial_deg: of(COURSE, 180), distance_nm: 5, heading_deg: of(COURSE) }
    }
  ),
  navigationDrill(
    {
      id: 'fix-from-radials',
      name: 'Fix from two radials',
      purpose:
        'Along one radial until the second needle says the fix: called when it is there, not when it was.',
      usualFaults: [
        'Second radio set to the reciprocal.',
        'Looks away from the first course while waiting for the second.'
      ],
      figures: [course(of('fixRadial_deg'), 'Course to the fix')],
      checks: [{ kind: 'passage', phase: 'to-fix', within_s: 15 }],
      phases: [
        {
          id: 'to-fix',
          name: 'To the fix',
          call: 'Along {course} to {fix}. Call the fix',
          course: { course_deg: of(COURSE), way: 'to' }
        },
        { id: 'beyond', name: 'Beyond', course: { course_deg: of(COURSE), way: 'from' }, for_s: 60 }
      ]
    },
    {
      by: 'radials',
      usualFixes: byRadials,
      start: { radial_deg: of(COURSE, 180), distance_nm: 7, heading_deg: of(COURSE) }
    }
  ),
  navigationDrill(
    {
      id: 'time-and-distance',
      name: 'Time and distance to a station',
      purpose: 'Station off the wing tip, two bearings, a stopwatch: minutes to the station without any DME.',
      usualFaults: ['Wanders off the heading between the bearings.', 'Divides the wrong way round.'],
      figures: [figure('radial_deg', 'Begins on radial', '°', 150, [1, 360, 1])],
      checks: [{ kind: 'station-time', phase: 'bearings' }],
      phases: [
        {
          id: 'bearings',
          name: 'Two bearings',
          call: 'Station on the wing tip. How many minutes to it?',
          heading_deg: of('radial_deg', 90),
          for_s: 240
        }
      ]
    },
    {
      by: 'vor',
      usualFixes: overVor,
      start: { radial_deg: of('radial_deg'), distance_nm: 12, heading_deg: of('radial_deg', 90) }
    }
  ),
  navigationDrill(
    {
      id: 'dme-arc',
      name: 'DME arc',
      purpose:
        'On to the arc with a lead, round it in steps of ten degrees or one shallow bank, off it by the lead radial.',
      usualFaults: [
        'Turns on to it late and begins outside.',
        'One correction kept while the wind comes from another side.',
        'Lead radial missed.'
      ],
      figures: [
        figure('radius_nm', 'Radius', 'NM', 10, [5, 20, 1]),
        figure('from_deg', 'Out on radial', '°', 330, [1, 360, 1]),
        figure('to_deg', 'To radial', '°', 60, [1, 360, 1])
      ],
      phases: [
        outToArc,
        {
          id: 'arc',
          name: 'Arc',
          call: 'Join the arc',
          arc: { radius_nm: of('radius_nm'), to_radial_deg: of('to_deg') }
        },
        {
          id: 'join',
          name: 'Inbound',
          call: 'Lead radial: inbound on {course}',
          course: { course_deg: of('to_deg', 180), way: 'to', intercept_deg: 90 }
        },
        {
          id: 'inbound',
          name: 'Track inbound',
          course: { course_deg: of('to_deg', 180), way: 'to' },
          until: {
            is: 'any',
            of: [
              { is: 'below', channel: 'fixDistance_nm', value: 5, for_s: 0 },
              { is: 'after', seconds: 400 }
            ]
          }
        }
      ]
    },
    {
      by: 'vor',
      usualFixes: overVor,
      start: { radial_deg: of('from_deg'), distance_nm: 6, heading_deg: of('from_deg') }
    }
  ),
  navigationDrill(
    {
      id: 'arc-and-hold',
      name: 'Arc, then a hold',
      purpose:
        'Round an arc to its lead radial, inbound along it, and a hold the other way round at a fix on it: two fixes, one picture.',
      usualFaults: [
        'Still thinking of the arc as the fix comes up.',
        'Lead radial missed, so that the course is joined inside the fix.',
        'Turns the way the arc went, not the way the hold does.'
      ],
      figures: [
        figure('radius_nm', 'Radius', 'NM', of('hold.fixDistance_nm', 4), [5, 25, 1]),
        figure('from_deg', 'Out on radial', '°', of('hold.fixRadial_deg', 290), [1, 360, 1]),
        figure('leg_s', 'Inbound leg', 's', 60, [30, 180, 5]),
        figure('circuits', 'Circuits after the entry', '', 2, [1, 8, 1])
      ],
      phases: [
        outToArc,
        {
          id: 'arc',
          name: 'Arc',
          call: 'Join the arc',
          arc: { radius_nm: of('radius_nm'), to_radial_deg: of('hold.fixRadial_deg') }
        },
        {
          id: 'join',
          name: 'Join',
          call: 'Lead radial: inbound to {fix} on {course}',
          about: 'hold',
          course: { course_deg: of('hold.fixRadial_deg', 180), way: 'to', intercept_deg: 90 }
        },
        {
          id: 'inbound',
          name: 'To the fix',
          call: 'Hold at {fix}, {turn} turns',
          course: { course_deg: of('hold.fixRadial_deg', 180), way: 'to' }
        },
        {
          id: 'hold',
          name: 'Hold',
          call: 'Hold at {fix}, {course} inbound, {turn} turns',
          hold: { inbound_deg: of('hold.fixRadial_deg', 180), leg_s: of('leg_s'), circuits: of('circuits') }
        }
      ]
    },
    {
      by: 'vor',
      usualFixes: overVor,
      others: [{ id: 'hold', name: 'Hold', by: 'dme', usualFixes: byDme, turn: 'left' }],
      start: { radial_deg: of('from_deg'), distance_nm: of('radius_nm', -4), heading_deg: of('from_deg') }
    }
  ),
  hold('vor-hold', 'Hold over a VOR', 'vor', overVor, 60),
  hold('ndb-hold', 'Hold over an NDB', 'ndb', overNdb, 120),
  hold('dme-hold', 'Hold at a DME fix', 'dme', byDme, of('fixRadial_deg', 180)),
  hold('radials-hold', 'Hold at an intersection', 'radials', byRadials, of('fixRadial_deg', 180)),
  hold('rnav-hold', 'Hold at a waypoint', 'rnav', byWaypoint, 210),
  reversal(
    'procedure-turn',
    'Procedure turn 45/180',
    '45/180',
    'Outbound by the clock, 45° off for a minute, 180° back the other way, on to the course inbound.'
  ),
  reversal(
    'reversal-80-260',
    'Reversal 80/260',
    '80/260',
    'Outbound by the clock, 80° to one side and at once round to the other.'
  ),
  reversal(
    'reversal-teardrop',
    'Teardrop reversal',
    'teardrop',
    'Outbound at an angle so wide that the turn back ends on the course.'
  ),
  reversal(
    'reversal-racetrack',
    'Racetrack reversal',
    'racetrack',
    'A hold in place of a turn: outbound beside the course, one turn to it.'
  )
];
