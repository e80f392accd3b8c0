import type { ConditionFile, DrillFile } from '../drill-file';

/** Back at the altitude and heading the recovery began from. */
const BACK: ConditionFile = {
  is: 'any',
  of: [
    {
      is: 'all',
      of: [
        {
          is: 'within',
          channel: 'altitude_ft',
          value: { figure: 'startAltitude_ft' },
          tolerance: 80,
          for_s: 5
        },
        { is: 'within', channel: 'heading_deg', value: { figure: 'heading_deg' }, tolerance: 8, for_s: 3 }
      ]
    },
    { is: 'after', seconds: 240 }
  ]
};

export const partialPanelDrills: readonly DrillFile[] = [
  {
    id: 'compass-turns',
    name: 'Compass turns',
    family: 'partial panel',
    purpose:
      'Turns to a heading by the magnetic compass alone: led toward the pole, passed away from it, by latitude and roll-out lead.',
    usualFaults: [
      'Rolls out when the compass shows the heading.',
      'Reads the compass in the turn.',
      'Lead and lag mixed up between north and south.'
    ],
    figures: [],
    covers: ['heading'],
    checks: [],
    phases: [
      { id: 'level', name: 'Level', heading_deg: { figure: 'heading_deg' }, for_s: 20 },
      {
        id: 'north',
        name: 'To north',
        call: 'Right turn to north',
        turn: { direction: 'right', to_deg: 360, rate: 'standard' }
      },
      { id: 'hold-1', name: 'Hold', for_s: 30 },
      {
        id: 'south',
        name: 'To south',
        call: 'Right turn to south',
        turn: { direction: 'right', to_deg: 180, rate: 'standard' }
      },
      { id: 'hold-2', name: 'Hold', for_s: 30 },
      {
        id: 'east',
        name: 'To east',
        call: 'Left turn to east',
        turn: { direction: 'left', to_deg: 90, rate: 'standard' }
      },
      { id: 'hold-3', name: 'Hold', for_s: 30 }
    ]
  },
  {
    id: 'timed-turns-partial',
    name: 'Timed turns without the heading indicator',
    family: 'partial panel',
    purpose: 'Turn coordinator and clock: three degrees a second, then the compass when it has settled.',
    usualFaults: ['Compass believed while it still swings.', 'Rate not held.'],
    figures: [],
    covers: ['heading', 'attitude'],
    checks: [],
    phases: [
      { id: 'level', name: 'Level', for_s: 20 },
      {
        id: 'left',
        name: 'Left 90',
        call: 'Left turn, heading {heading}, by the clock',
        turn: { direction: 'left', by_deg: 90, rate: 'standard' }
      },
      { id: 'hold-1', name: 'Hold', for_s: 30 },
      {
        id: 'right',
        name: 'Right 120',
        call: 'Right turn, heading {heading}, by the clock',
        turn: { direction: 'right', by_deg: 120, rate: 'standard' }
      },
      { id: 'hold-2', name: 'Hold', for_s: 30 }
    ]
  },
  {
    id: 'partial-panel-descent',
    name: 'Partial panel climb and descent',
    family: 'partial panel',
    purpose:
      'Attitude and heading gyros gone: pitch by the pitot-static instruments, bank by the turn coordinator.',
    usualFaults: [
      'Believing an instrument that still leans.',
      'Chasing the vertical speed.',
      'A turn that goes unnoticed.'
    ],
    figures: [],
    covers: ['attitude', 'heading'],
    checks: [],
    phases: [
      { id: 'level', name: 'Level', speed_kt: { figure: 'approach_kt' }, for_s: 45 },
      {
        id: 'descend',
        name: 'Descend',
        call: 'Descend to {altitude} at {rate}',
        to_ft: { figure: 'startAltitude_ft', plus: -600 },
        rate_fpm: 500
      },
      { id: 'level-low', name: 'Level low', for_s: 35 },
      {
        id: 'climb',
        name: 'Climb',
        call: 'Climb to {altitude}',
        to_ft: { figure: 'startAltitude_ft' },
        speed_kt: { figure: 'bestClimb_kt' }
      },
      { id: 'level-again', name: 'Level again', speed_kt: { figure: 'approach_kt' }, for_s: 40 }
    ]
  },
  {
    id: 'unusual-attitudes',
    name: 'Unusual attitudes',
    family: 'recovery',
    purpose:
      'Eyes closed while the instructor flies; then airspeed first: low and falling is nose high, high and rising is nose low. Recover in order, and come back to the altitude.',
    usualFaults: [
      'The nose is pulled up before the wings are level.',
      'Power forgotten, or moved the wrong way.',
      'A second stall from pulling up too soon.'
    ],
    figures: [
      {
        id: 'severity',
        name: 'Severity',
        unit: '',
        usual: 2,
        minimum: 1,
        maximum: 3,
        step: 1
      }
    ],
    covers: [],
    checks: [],
    phases: [
      { id: 'level', name: 'Level', for_s: 12 },
      {
        id: 'hand-over-1',
        name: 'Eyes closed',
        call: 'I have control. Eyes closed, head down',
        upset: { figure: 'severity' },
        for_s: 9
      },
      { id: 'recovery-1', name: 'Recover', call: 'You have control. Recover', recovery: true },
      { id: 'return-1', name: 'Return', altitude_ft: { figure: 'startAltitude_ft' }, judge: [], until: BACK },
      { id: 'level-1', name: 'Level', judge: ['altitude', 'heading'], for_s: 15 },
      {
        id: 'hand-over-2',
        name: 'Eyes closed',
        call: 'I have control. Eyes closed, head down',
        upset: { figure: 'severity' },
        for_s: 9
      },
      { id: 'recovery-2', name: 'Recover', call: 'You have control. Recover', recovery: true },
      { id: 'return-2', name: 'Return', altitude_ft: { figure: 'startAltitude_ft' }, judge: [], until: BACK },
      {
        id: 'level-2',
        name: 'Level, looking out',
        call: 'Device off. Look out, and hold it level',
        looksOut: true,
        judge: ['altitude', 'heading'],
        for_s: 15
      }
    ]
  }
];
