import type { DrillFile, PhaseFile } from '../drill-file';

const RATE = { figure: 'rate_fpm' } as const;
const RATE_FIGURE = {
  id: 'rate_fpm',
  name: 'Rate',
  unit: 'ft/min',
  usual: 500,
  minimum: 200,
  maximum: 1000,
  step: 50
} as const;

/** Up 500 ft and down again, twice; the turn of each leg as given: +1 right, −1 left, 0 straight. */
function verticalS(turns: readonly (1 | -1 | 0)[]): PhaseFile[] {
  const legs = turns.map((turn, index): PhaseFile => {
    const up = index % 2 === 0;
    const way = up ? 'Up' : 'Down';
    const side = turn === 0 ? '' : turn > 0 ? ', right' : ', left';
    return {
      id: `leg-${index + 1}`,
      name: `${way}${side}`,
      call: `${way} to {altitude}${side}`,
      to_ft: { figure: 'startAltitude_ft', plus: up ? 500 : 0 },
      rate_fpm: RATE,
      ...(turn === 0 ? {} : { turn: { direction: turn > 0 ? 'right' : 'left', rate: 'standard' } })
    };
  });
  return [
    { id: 'level', name: 'Level', speed_kt: { figure: 'approach_kt' }, for_s: 40 },
    ...legs,
    {
      id: 'end',
      name: 'Level',
      altitude_ft: { figure: 'startAltitude_ft' },
      for_s: 20,
      judge: ['altitude', 'speed']
    }
  ];
}

const verticalSDrill = (letter: string, words: string, turns: readonly (1 | -1 | 0)[]): DrillFile => ({
  id: `vertical-s-${letter.toLowerCase()}`,
  name: `Vertical S ${letter}`,
  family: 'patterns',
  purpose: `Constant-rate climbs and descents one after the other, ${words}: rate and speed held through every reversal.`,
  usualFaults: [
    'The reversal is not led: the altitude is passed.',
    'Speed let go with each change of power.',
    'The vertical speed is chased before it has caught up.'
  ],
  figures: [RATE_FIGURE],
  covers: [],
  checks: [],
  phases: verticalS(turns)
});

const leg = (id: string, name: string, for_s: number, more: Partial<PhaseFile> = {}): PhaseFile => ({
  id,
  name,
  for_s,
  ...more
});
const turn = (
  id: string,
  direction: 'left' | 'right',
  by_deg: number,
  more: Partial<PhaseFile> = {}
): PhaseFile => ({
  id,
  name: `${direction === 'left' ? 'Left' : 'Right'} ${by_deg}`,
  call: `${direction === 'left' ? 'Left' : 'Right'}, heading {heading}`,
  turn: { direction, by_deg, rate: 'standard' },
  ...more
});
const SLOW = { speed_kt: { figure: 'approach_kt' } } as const;

export const patternDrills: readonly DrillFile[] = [
  verticalSDrill('A', 'straight ahead', [0, 0, 0, 0]),
  verticalSDrill('B', 'in one turn throughout', [1, 1, 1, 1]),
  verticalSDrill('C', 'the turn reversed at the bottom', [1, 1, -1, -1]),
  verticalSDrill('D', 'the turn reversed at top and bottom', [1, -1, 1, -1]),
  {
    id: 'pattern-a',
    name: 'Pattern A',
    family: 'patterns',
    purpose:
      'A timed course that comes back on itself: straight legs, speed changes and standard-rate turns, level throughout.',
    usualFaults: [
      'Clock forgotten in the turns.',
      'Speed change and turn begun together and neither finished.'
    ],
    figures: [],
    covers: [],
    checks: [],
    phases: [
      leg('out', 'Outbound', 60, { call: 'Begin pattern A' }),
      { id: 'slow', name: 'Slow down', ...SLOW, call: 'Slow to {speed} knots' },
      leg('out-slow', 'Outbound slow', 30),
      turn('turn-off', 'right', 45),
      leg('off', 'Off course', 40),
      turn('turn-back', 'left', 225),
      leg('in', 'Inbound', 60),
      {
        id: 'fast',
        name: 'Speed up',
        speed_kt: { figure: 'startSpeed_kt' },
        call: 'Speed up to {speed} knots'
      },
      turn('turn-out', 'left', 180),
      leg('end', 'Outbound', 30)
    ]
  },
  {
    id: 'pattern-b',
    name: 'Pattern B',
    family: 'patterns',
    purpose:
      'As pattern A, with a configured descent inbound, a level-off, and a climb away: an approach without needles.',
    usualFaults: [
      'Flaps and gear late, with the descent already begun.',
      'The nose goes down before the speed is there.',
      'The climb away without cleaning up.'
    ],
    figures: [RATE_FIGURE],
    covers: [],
    checks: [
      { kind: 'configuration', phase: 'descent', within_s: 15 },
      { kind: 'speed-first', phase: 'descent', speed_kt: { figure: 'approach_kt' } }
    ],
    phases: [
      leg('out', 'Outbound', 60, { call: 'Begin pattern B' }),
      { id: 'slow', name: 'Slow down', ...SLOW, call: 'Slow to {speed} knots' },
      turn('turn-off', 'right', 45),
      leg('off', 'Off course', 40),
      turn('turn-back', 'left', 225),
      leg('configure', 'Configure', 30, {
        call: 'Approach configuration',
        flaps_deg: { figure: 'approachFlaps_deg' }
      }),
      {
        id: 'descent',
        name: 'Descent',
        call: 'Descend to {altitude} at {rate}',
        to_ft: { figure: 'startAltitude_ft', plus: -800 },
        rate_fpm: RATE,
        gear: 'down'
      },
      leg('low', 'Level low', 25),
      {
        id: 'climb',
        name: 'Climb away',
        call: 'Go around: climb to {altitude}',
        to_ft: { figure: 'startAltitude_ft' },
        speed_kt: { figure: 'bestClimb_kt' },
        flaps_deg: 0,
        gear: 'up'
      },
      leg('end', 'Level', 35, { speed_kt: { figure: 'startSpeed_kt' } })
    ]
  }
];
