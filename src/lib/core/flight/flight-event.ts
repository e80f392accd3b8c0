import { Type, type Static } from '@sinclair/typebox';
import { oneOf } from '../measure/one-of';
import { Bugs } from '../instrument/bugs';
import { RadioSettings } from '../radio/radio-settings';
import { Command } from './command';

const time_s = Type.Number({ minimum: 0 });

/** Events that are told in a word or two. */
export const toldKinds = [
  'phase',
  'flaps',
  'gear',
  'pause',
  'continue',
  'resume',
  'altimeter',
  'assist',
  'autopilot',
  'briefed',
  'call',
  'control',
  'cover',
  'look',
  'distraction',
  'examiner',
  'test',
  'timer',
  'mark',
  'hint',
  'end'
] as const;

/**
 * What was answered: a call of the distractions by its number (−1: there was none) and option, the minutes to a
 * station, or a sum worked while flying.
 */
export const Answer = Type.Union([
  Type.Object(
    {
      to: Type.Literal('distraction'),
      index: Type.Integer({ minimum: -1, maximum: 1000 }),
      option: Type.Integer({ minimum: -1, maximum: 1000 })
    },
    { additionalProperties: false }
  ),
  Type.Object(
    { to: Type.Literal('station-time'), minutes: Type.Number({ minimum: 0, maximum: 1000 }) },
    { additionalProperties: false }
  ),
  Type.Object(
    {
      to: Type.Literal('sum'),
      sum: Type.String({ maxLength: 60 }),
      right: Type.Boolean(),
      took_s: Type.Number({ minimum: 0 })
    },
    { additionalProperties: false }
  )
]);
export type Answer = Static<typeof Answer>;

/** Something that happened at a moment of a flight. */
export const FlightEvent = Type.Union(
  [
    Type.Object(
      { time_s, kind: oneOf(toldKinds), detail: Type.String({ maxLength: 200 }) },
      { additionalProperties: false }
    ),
    /** What is set on the radios from now on, all of it. */
    Type.Object(
      { time_s, kind: Type.Literal('radio'), radios: RadioSettings },
      { additionalProperties: false }
    ),
    /** The marks on the scales from now on. */
    Type.Object({ time_s, kind: Type.Literal('bugs'), bugs: Bugs }, { additionalProperties: false }),
    Type.Object({ time_s, kind: Type.Literal('answer'), answer: Answer }, { additionalProperties: false }),
    /** What was done to the flight from outside. */
    Type.Object({ time_s, kind: Type.Literal('command'), command: Command }, { additionalProperties: false })
  ],
  { accepted: 'a known kind of event with what belongs to it' }
);
export type FlightEvent = Static<typeof FlightEvent>;

type Untimed<Event> = Event extends unknown ? Omit<Event, 'time_s'> : never;
/** An event before its moment is put to it. */
export type Happening = Untimed<FlightEvent>;

/** The shape events are kept in today. 1: radios and answers were lines of text (`older-events.ts`). */
export const EVENTS_VERSION = 2;
