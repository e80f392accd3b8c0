import { oneOf } from '../measure/one-of';
import { Type, type Static } from '@sinclair/typebox';

export const faultKinds = [
  'pitot-blocked',
  'pitot-and-drain-blocked',
  'static-blocked',
  'vacuum',
  'electrical'
] as const;
export type FaultKind = (typeof faultKinds)[number];

export const faultNames: Record<FaultKind, string> = {
  'pitot-blocked': 'pitot blocked, drain open',
  'pitot-and-drain-blocked': 'pitot and drain blocked',
  'static-blocked': 'static blocked',
  vacuum: 'vacuum lost',
  electrical: 'electrical power lost'
};

/** Something that stops working at a moment of the flight, and stays so. */
export const InstrumentFault = Type.Object(
  {
    kind: oneOf(faultKinds),
    at_s: Type.Number({ minimum: 0, maximum: 7200, accepted: 'a number from 0 to 7200 s' })
  },
  { additionalProperties: false }
);
export type InstrumentFault = Static<typeof InstrumentFault>;

/** Which faults stand at a moment. */
export type StandingFaults = Readonly<Record<FaultKind, boolean>>;

export const noFaults: StandingFaults = {
  'pitot-blocked': false,
  'pitot-and-drain-blocked': false,
  'static-blocked': false,
  vacuum: false,
  electrical: false
};

/** Which faults stand at a time: each from its own moment on, for good. */
export function faultsAt(faults: readonly InstrumentFault[], time_s: number): StandingFaults {
  const stands = (kind: FaultKind) => faults.some((fault) => fault.kind === kind && time_s >= fault.at_s);
  return {
    'pitot-blocked': stands('pitot-blocked'),
    'pitot-and-drain-blocked': stands('pitot-and-drain-blocked'),
    'static-blocked': stands('static-blocked'),
    vacuum: stands('vacuum'),
    electrical: stands('electrical')
  };
}
