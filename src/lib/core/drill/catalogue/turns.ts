import type { DrillFile, PhaseFile } from '../drill-file';

const hold = (id: string, for_s = 25): PhaseFile => ({ id, name: 'Hold', for_s });

export const turnDrills: readonly DrillFile[] = [
  {
    id: 'standard-rate-turns',
    name: 'Standard-rate turns',
    family: 'turns',
    purpose: 'Three degrees a second, level: bank for the speed, roll out led by half the bank.',
    usualFaults: [
      'Altitude lost in the turn.',
      'Rolls out when the heading arrives.',
      'Turns better to one side than to the other.'
    ],
    figures: [],
    covers: [],
    checks: [],
    phases: [
      { id: 'level', name: 'Level', for_s: 15 },
      {
        id: 'right',
        name: 'Right turn',
        call: 'Right turn, heading {heading}',
        turn: { direction: 'right', by_deg: 180, rate: 'standard' }
      },
      hold('hold-1'),
      {
        id: 'left',
        name: 'Left turn',
        call: 'Left turn, heading {heading}',
        turn: { direction: 'left', by_deg: 180, rate: 'standard' }
      },
      hold('hold-2')
    ]
  },
  {
    id: 'half-standard-turns',
    name: 'Half-standard turns',
    family: 'turns',
    purpose: 'Small turns gently made: a degree and a half a second for changes of less than 30°.',
    usualFaults: ['Too much bank for a small change.', 'Stops short, then creeps.'],
    figures: [],
    covers: [],
    checks: [],
    phases: [
      { id: 'level', name: 'Level', for_s: 15 },
      {
        id: 'right',
        name: 'Right 45',
        call: 'Right, heading {heading}, half rate',
        turn: { direction: 'right', by_deg: 45, rate: 'half' }
      },
      hold('hold-1'),
      {
        id: 'left',
        name: 'Left 90',
        call: 'Left, heading {heading}, half rate',
        turn: { direction: 'left', by_deg: 90, rate: 'half' }
      },
      hold('hold-2'),
      {
        id: 'right-back',
        name: 'Right 45',
        call: 'Right, heading {heading}, half rate',
        turn: { direction: 'right', by_deg: 45, rate: 'half' }
      },
      hold('hold-3')
    ]
  },
  {
    id: 'timed-turns',
    name: 'Timed turns',
    family: 'turns',
    purpose: 'A turn by the clock: three degrees a second for so many seconds, rolled out on time.',
    usualFaults: ['Clock started after the roll-in.', 'Rate not held, so the heading does not come out.'],
    figures: [],
    covers: [],
    checks: [],
    phases: [
      { id: 'level', name: 'Level', for_s: 15 },
      {
        id: 'right',
        name: 'Right 30 s',
        call: 'Right turn, thirty seconds',
        turn: { direction: 'right', rate: 'standard' },
        for_s: 30
      },
      hold('hold-1'),
      {
        id: 'left',
        name: 'Left 60 s',
        call: 'Left turn, one minute',
        turn: { direction: 'left', rate: 'standard' },
        for_s: 60
      },
      hold('hold-2')
    ]
  },
  {
    id: 'steep-turns',
    name: 'Steep turns',
    family: 'turns',
    purpose:
      'Forty-five degrees of bank for a full circle each way: back pressure, power, and a nose that stays.',
    usualFaults: [
      'The nose drops as the bank goes past 40°.',
      'Back pressure kept on rolling out: a balloon.'
    ],
    figures: [
      { id: 'bank_deg', name: 'Bank', unit: '°', usual: 45, minimum: 30, maximum: 60, step: 5 },
      {
        id: 'turnSpeed_kt',
        name: 'Speed',
        unit: 'kt',
        usual: { figure: 'startSpeed_kt' },
        minimum: 60,
        maximum: 200,
        step: 5
      }
    ],
    covers: [],
    checks: [],
    phases: [
      { id: 'level', name: 'Level', speed_kt: { figure: 'turnSpeed_kt' }, for_s: 20 },
      {
        id: 'right',
        name: 'Steep right',
        call: 'Steep turn right',
        turn: { direction: 'right', by_deg: 360, bank_deg: { figure: 'bank_deg' } }
      },
      hold('hold-1', 20),
      {
        id: 'left',
        name: 'Steep left',
        call: 'Steep turn left',
        turn: { direction: 'left', by_deg: 360, bank_deg: { figure: 'bank_deg' } }
      },
      hold('hold-2', 20)
    ]
  },
  {
    id: 'called-turns',
    name: 'Climbing and descending turns, called',
    family: 'climbs and descents',
    purpose:
      'Headings and altitudes called one after the other; each turn and climb is finished before the next call.',
    usualFaults: [
      'The first of the two arrives and the other is forgotten.',
      'Heading omitted in the climb.',
      'Neither roll-out nor level-off led.'
    ],
    figures: [],
    covers: [],
    checks: [],
    phases: [
      { id: 'level', name: 'Level', speed_kt: { figure: 'approach_kt' }, for_s: 35 },
      {
        id: 'climb-right',
        name: 'Climbing right',
        call: 'Climbing right turn, heading {heading}, {altitude}',
        to_ft: { figure: 'startAltitude_ft', plus: 500 },
        speed_kt: { figure: 'bestClimb_kt' },
        turn: { direction: 'right', by_deg: 100, rate: 'standard' }
      },
      { id: 'hold-1', name: 'Hold', speed_kt: { figure: 'approach_kt' }, for_s: 35 },
      {
        id: 'descend-left',
        name: 'Descending left',
        call: 'Descending left turn, heading {heading}, {altitude}',
        to_ft: { figure: 'startAltitude_ft', plus: -300 },
        rate_fpm: 500,
        turn: { direction: 'left', by_deg: 160, rate: 'standard' }
      },
      hold('hold-2'),
      {
        id: 'climb-left',
        name: 'Climbing left',
        call: 'Climbing left turn, heading {heading}, {altitude}',
        to_ft: { figure: 'startAltitude_ft', plus: 200 },
        speed_kt: { figure: 'bestClimb_kt' },
        turn: { direction: 'left', by_deg: 70, rate: 'standard' }
      },
      { id: 'hold-3', name: 'Hold', speed_kt: { figure: 'approach_kt' }, for_s: 35 }
    ]
  }
];
