import type { ConditionFile, DrillFile } from '../drill-file';

const HIGH = {
  id: 'highAltitude_ft',
  name: 'Climb to',
  unit: 'ft',
  usual: { figure: 'startAltitude_ft', plus: 1000 },
  minimum: 500,
  maximum: 25000,
  step: 100
} as const;
const RATE = {
  id: 'rate_fpm',
  name: 'Rate',
  unit: 'ft/min',
  usual: { figure: 'approachRate_fpm' },
  minimum: 200,
  maximum: 1500,
  step: 50
} as const;
const SLOW = {
  id: 'slowSpeed_kt',
  name: 'Slow speed',
  unit: 'kt',
  usual: { figure: 'approach_kt' },
  minimum: 50,
  maximum: 200,
  step: 5
} as const;

/** The descent has clearly been begun and is no sag: well below, at a rate that is kept up; dated back to where it was left. */
const GONE_DOWN: ConditionFile = {
  is: 'all',
  of: [
    {
      is: 'below',
      channel: 'verticalSpeed_fpm',
      value: { figure: 'descentRate_fpm', times: -0.45 },
      for_s: 4
    },
    {
      is: 'below',
      channel: 'altitude_ft',
      value: { figure: 'startAltitude_ft', plus: -90 },
      since: { figure: 'startAltitude_ft', plus: -60 },
      for_s: 2
    }
  ]
};

export const basicDrills: readonly DrillFile[] = [
  {
    id: 'straight-and-level',
    name: 'Straight and level',
    family: 'basic',
    purpose:
      'Hold one altitude, heading and speed: small corrections, trimmed, with a scan that keeps going.',
    usualFaults: [
      'Chasing the altimeter with the nose.',
      'Heading wanders while the altitude is being put right.',
      'Not trimmed: a hand that always holds something.'
    ],
    figures: [{ id: 'time_s', name: 'Time', unit: 's', usual: 180, minimum: 30, maximum: 1800, step: 30 }],
    covers: [],
    checks: [],
    phases: [{ id: 'level', name: 'Level', for_s: { figure: 'time_s' } }]
  },
  {
    id: 'level-speed-changes',
    name: 'Level speed changes',
    family: 'basic',
    purpose:
      'Slow down and speed up on one altitude and heading: the nose comes up as the speed goes, and trim follows.',
    usualFaults: [
      'Balloons when slowing, sinks when speeding up.',
      'Power left where it was when the speed is reached.',
      'Yaw with the power change takes the heading away.'
    ],
    figures: [SLOW],
    covers: [],
    checks: [],
    phases: [
      { id: 'level', name: 'Level', for_s: 20 },
      { id: 'slow', name: 'Slow down', call: 'Slow to {speed} knots', speed_kt: { figure: 'slowSpeed_kt' } },
      { id: 'slow-level', name: 'Hold slow', for_s: 40 },
      {
        id: 'fast',
        name: 'Speed up',
        call: 'Speed up to {speed} knots',
        speed_kt: { figure: 'startSpeed_kt' }
      },
      { id: 'fast-level', name: 'Hold fast', for_s: 40 }
    ]
  },
  {
    id: 'constant-speed-climb',
    name: 'Constant-speed climb and descent',
    family: 'climbs and descents',
    purpose: 'Pitch for speed: power and attitude set together, then the nose alone holds the airspeed.',
    usualFaults: [
      'Nose left where it was first set.',
      'Level-off not led.',
      'Heading lost with the power change.'
    ],
    figures: [HIGH, { ...SLOW, id: 'climbSpeed_kt', name: 'Climb speed', usual: { figure: 'bestClimb_kt' } }], // prettier-ignore
    covers: [],
    checks: [],
    phases: [
      { id: 'level', name: 'Level', for_s: 20 },
      {
        id: 'climb',
        name: 'Climb',
        call: 'Climb to {altitude}, {speed} knots',
        to_ft: { figure: 'highAltitude_ft' },
        speed_kt: { figure: 'climbSpeed_kt' }
      },
      { id: 'level-high', name: 'Level high', speed_kt: { figure: 'startSpeed_kt' }, for_s: 45 },
      {
        id: 'descend',
        name: 'Descend',
        call: 'Descend to {altitude}, keep {speed} knots',
        to_ft: { figure: 'startAltitude_ft' },
        rate_fpm: 500,
        nose_holds: 'speed'
      },
      { id: 'level-again', name: 'Level again', for_s: 30 }
    ]
  },
  {
    id: 'constant-rate-climb',
    name: 'Constant-rate climb and descent',
    family: 'climbs and descents',
    purpose: 'Pitch for rate, power for speed: both held at once, up and down.',
    usualFaults: [
      'Chasing the vertical speed before it has caught up.',
      'Speed let go while the rate is held.',
      'Level-off led by too little.'
    ],
    figures: [
      { ...HIGH, usual: { figure: 'startAltitude_ft', plus: 500 } },
      { ...RATE, usual: 400 },
      { ...SLOW, id: 'rateSpeed_kt', name: 'Speed' }
    ],
    covers: [],
    checks: [],
    phases: [
      { id: 'level', name: 'Level', for_s: 15 },
      { id: 'slow', name: 'Slow down', call: 'Slow to {speed} knots', speed_kt: { figure: 'rateSpeed_kt' } },
      { id: 'steady', name: 'Steady', for_s: 20 },
      {
        id: 'climb',
        name: 'Climb',
        call: 'Climb to {altitude} at {rate} feet a minute',
        to_ft: { figure: 'highAltitude_ft' },
        rate_fpm: { figure: 'rate_fpm' }
      },
      { id: 'level-high', name: 'Level high', for_s: 30 },
      {
        id: 'descend',
        name: 'Descend',
        call: 'Descend to {altitude} at {rate} feet a minute',
        to_ft: { figure: 'startAltitude_ft' },
        rate_fpm: { figure: 'rate_fpm' }
      },
      { id: 'level-again', name: 'Level again', for_s: 30 }
    ]
  },
  {
    id: 'level-offs',
    name: 'Level-offs',
    family: 'climbs and descents',
    purpose: 'Lead each altitude by a tenth of the rate, and arrive with the right attitude and power.',
    usualFaults: ['Levelling when the needle arrives, not before.', 'Power forgotten after a descent.'],
    figures: [{ ...RATE, id: 'slowRate_fpm', name: 'First rate', usual: 500 }, { ...RATE, id: 'fastRate_fpm', name: 'Second rate', usual: 800 }], // prettier-ignore
    covers: [],
    checks: [],
    phases: [
      { id: 'level', name: 'Level', speed_kt: { figure: 'startSpeed_kt' }, for_s: 15 },
      {
        id: 'down-slow',
        name: 'Down 500',
        call: 'Descend to {altitude} at {rate}',
        to_ft: { figure: 'startAltitude_ft', plus: -500 },
        rate_fpm: { figure: 'slowRate_fpm' }
      },
      { id: 'level-1', name: 'Level', for_s: 30 },
      {
        id: 'down-fast',
        name: 'Down 800',
        call: 'Descend to {altitude} at {rate}',
        to_ft: { figure: 'startAltitude_ft', plus: -1200 },
        rate_fpm: { figure: 'fastRate_fpm' }
      },
      { id: 'level-2', name: 'Level', for_s: 30 },
      {
        id: 'up',
        name: 'Climb',
        call: 'Climb to {altitude}, {speed} knots',
        to_ft: { figure: 'startAltitude_ft', plus: -500 },
        speed_kt: { figure: 'bestClimb_kt' }
      },
      { id: 'level-3', name: 'Level', speed_kt: { figure: 'startSpeed_kt' }, for_s: 40 }
    ]
  },
  {
    id: 'rate-and-speed-descent',
    name: 'Rate-and-speed descent',
    family: 'climbs and descents',
    purpose:
      'Slow first, then descend at a set rate and speed to a decision altitude, and climb away at once: the foundation of every glide path.',
    usualFaults: [
      'The nose goes down before the speed is there.',
      'The rate is chased with the nose.',
      'The climb begins at the altitude, not before it is passed.'
    ],
    figures: [
      { ...SLOW, id: 'targetSpeed_kt', name: 'Descent speed', minimum: 40, maximum: 300 },
      { ...RATE, id: 'descentRate_fpm', name: 'Descent rate', minimum: 100, maximum: 3000 },
      {
        id: 'flaps_deg',
        name: 'Flaps',
        unit: '°',
        usual: { figure: 'approachFlaps_deg' },
        minimum: 0,
        maximum: 60,
        step: 5
      },
      {
        id: 'decisionAltitude_ft',
        name: 'Decision altitude',
        unit: 'ft',
        usual: { figure: 'startAltitude_ft', plus: -1000 },
        minimum: 100,
        maximum: 25000,
        step: 100
      },
      { ...SLOW, id: 'climbSpeed_kt', name: 'Climb speed', usual: { figure: 'bestClimb_kt' }, step: 1 },
      {
        id: 'levelOffAltitude_ft',
        name: 'Level off at',
        unit: 'ft',
        usual: { figure: 'decisionAltitude_ft', plus: 600 },
        minimum: 300,
        maximum: 25000,
        step: 100
      }
    ],
    covers: [],
    checks: [
      { kind: 'speed-first', phase: 'descent', speed_kt: { figure: 'targetSpeed_kt' } },
      { kind: 'configuration', phase: 'descent', within_s: 15 },
      { kind: 'decision', phase: 'decision', altitude_ft: { figure: 'decisionAltitude_ft' } }
    ],
    phases: [
      {
        id: 'level',
        name: 'Level',
        pace: 'own',
        until: {
          is: 'any',
          of: [
            { is: 'below', channel: 'ias_kt', value: { figure: 'startSpeed_kt', plus: -5 }, for_s: 2 },
            GONE_DOWN,
            { is: 'after', seconds: 180 }
          ]
        }
      },
      {
        id: 'slowing',
        name: 'Slowing',
        pace: 'own',
        speed_kt: { figure: 'targetSpeed_kt' },
        flaps_deg: { figure: 'flaps_deg' },
        judge: ['altitude', 'heading'],
        until: {
          is: 'any',
          of: [GONE_DOWN, { is: 'after', seconds: 240 }]
        }
      },
      {
        id: 'descent',
        name: 'Descent',
        pace: 'own',
        to_ft: { figure: 'decisionAltitude_ft' },
        rate_fpm: { figure: 'descentRate_fpm' },
        gear: 'down',
        until: {
          is: 'any',
          of: [
            { is: 'below', channel: 'altitude_ft', value: { figure: 'decisionAltitude_ft' }, for_s: 0 },
            {
              is: 'all',
              of: [
                {
                  is: 'below',
                  channel: 'altitude_ft',
                  value: { figure: 'decisionAltitude_ft', plus: 150 },
                  for_s: 0
                },
                { is: 'above', channel: 'climbRate_fpm', value: 0, for_s: 2 }
              ]
            },
            // Climbed away early, well above the altitude.
            { is: 'above', channel: 'climbRate_fpm', value: 250, for_s: 6 }
          ]
        }
      },
      {
        id: 'decision',
        name: 'Decision',
        pace: 'own',
        to_ft: { figure: 'levelOffAltitude_ft' },
        speed_kt: { figure: 'climbSpeed_kt' },
        flaps_deg: 0,
        gear: 'up',
        judge: ['heading'],
        until: {
          is: 'any',
          of: [
            { is: 'above', channel: 'climbRate_fpm', value: 100, for_s: 1 },
            { is: 'after', seconds: 60 }
          ]
        }
      },
      { id: 'climb', name: 'Climb', pace: 'own', to_ft: { figure: 'levelOffAltitude_ft' } },
      {
        id: 'level-off',
        name: 'Level-off',
        pace: 'own',
        speed_kt: { figure: 'startSpeed_kt' },
        judge: ['altitude', 'heading'],
        for_s: 30
      }
    ]
  }
];
