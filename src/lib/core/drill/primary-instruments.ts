import type { Phase } from './drill';

/** Where the airplane is in a phase, as the two schools would name it. */
export const flightConditions = [
  'straight and level',
  'constant-speed climb or descent',
  'constant-rate climb or descent',
  'level turn',
  'entering a climb or descent',
  'entering or leaving a turn',
  'level speed change'
] as const;
export type FlightCondition = (typeof flightConditions)[number];

/** Which instruments to look at for each of pitch, bank and power. */
export interface InstrumentsToWatch {
  condition: FlightCondition;
  /** Primary and supporting: the one that is supposed to stand still. */
  primary: { pitch: string; bank: string; power: string };
  /** What confirms the primary ones. */
  supporting: { pitch: string; bank: string; power: string };
  /** Control and performance: what is set, and what is cross-checked. */
  control: { pitch: string; bank: string; power: string };
  performance: { pitch: string; bank: string; power: string };
}

const POWER = 'power gauge';
const TABLE: Record<FlightCondition, InstrumentsToWatch['primary']> = {
  'straight and level': { pitch: 'altimeter', bank: 'heading indicator', power: 'airspeed' },
  'constant-speed climb or descent': { pitch: 'airspeed', bank: 'heading indicator', power: POWER },
  'constant-rate climb or descent': { pitch: 'vertical speed', bank: 'heading indicator', power: 'airspeed' },
  'level turn': { pitch: 'altimeter', bank: 'turn rate', power: 'airspeed' },
  'entering a climb or descent': { pitch: 'attitude', bank: 'heading indicator', power: POWER },
  'entering or leaving a turn': { pitch: 'altimeter', bank: 'attitude', power: 'airspeed' },
  'level speed change': { pitch: 'altimeter', bank: 'heading indicator', power: `${POWER}, then airspeed` }
};
const SUPPORTING: Record<FlightCondition, InstrumentsToWatch['supporting']> = {
  'straight and level': { pitch: 'attitude, vertical speed', bank: 'attitude, turn rate', power: POWER },
  'constant-speed climb or descent': {
    pitch: 'attitude, vertical speed',
    bank: 'attitude, turn rate',
    power: 'airspeed'
  },
  'constant-rate climb or descent': {
    pitch: 'attitude, altimeter',
    bank: 'attitude, turn rate',
    power: POWER
  },
  'level turn': { pitch: 'attitude, vertical speed', bank: 'attitude, heading indicator', power: POWER },
  'entering a climb or descent': {
    pitch: 'airspeed, vertical speed',
    bank: 'attitude, turn rate',
    power: 'airspeed'
  },
  'entering or leaving a turn': { pitch: 'attitude, vertical speed', bank: 'turn rate', power: POWER },
  'level speed change': { pitch: 'attitude, vertical speed', bank: 'attitude, turn rate', power: 'airspeed' }
};
/** A change of state is a transition for about this long. */
const TRANSITION_S = 6;

/**
 * The table of both schools for a moment of a drill.
 * @param before the phase before, null in the first one; @param inPhase_s seconds since the phase began
 */
export function instrumentsToWatch(
  phase: Phase,
  before: Phase | null,
  inPhase_s: number
): InstrumentsToWatch {
  const condition = conditionOf(phase, before, inPhase_s);
  const turning = phase.goal.lateral.kind === 'turn';
  // A climbing turn watches its turn as a level turn does.
  const bank = turning && condition !== 'entering or leaving a turn' ? 'turn rate' : TABLE[condition].bank;
  return {
    condition,
    primary: { ...TABLE[condition], bank },
    supporting: {
      ...SUPPORTING[condition],
      ...(bank === 'turn rate' ? { bank: SUPPORTING['level turn'].bank } : {})
    },
    control: { pitch: 'attitude', bank: 'attitude', power: POWER },
    performance: {
      pitch:
        phase.goal.vertical.kind === 'level'
          ? 'altimeter, vertical speed'
          : phase.goal.vertical.kind === 'rate'
            ? 'vertical speed, altimeter'
            : 'airspeed, vertical speed',
      bank: turning ? 'turn rate, heading indicator' : 'heading indicator, turn rate',
      power: 'airspeed'
    }
  };
}

function conditionOf(phase: Phase, before: Phase | null, inPhase_s: number): FlightCondition {
  const { vertical, lateral, ias_kt } = phase.goal;
  const entering = before !== null && inPhase_s < TRANSITION_S;
  if (entering && before.goal.lateral.kind !== lateral.kind) return 'entering or leaving a turn';
  if (entering && before.goal.vertical.kind !== vertical.kind) return 'entering a climb or descent';
  if (vertical.kind === 'rate') return 'constant-rate climb or descent';
  if (vertical.kind === 'speed') return 'constant-speed climb or descent';
  if (lateral.kind === 'turn') return 'level turn';
  return before && before.goal.ias_kt !== ias_kt ? 'level speed change' : 'straight and level';
}
