import { Type, type Static } from '@sinclair/typebox';
import { faultKinds, faultNames } from '../instrument/instrument-fault';
import { oneOf } from '../measure/one-of';

export const LONGEST_CALL = 160;

/**
 * What is done to a flight from outside, from its moment on: kept with its events, obeyed again when it is resumed, and judged in
 * its light. The failures of a plan are the first of them.
 */
export const Command = Type.Union(
  [
    Type.Object({ does: Type.Literal('fail'), what: oneOf(faultKinds) }, { additionalProperties: false }),
    /** Time stands still, and goes on. */
    Type.Object(
      { does: Type.Literal('freeze'), on: Type.Boolean({ accepted: 'true or false' }) },
      { additionalProperties: false }
    ),
    /** The airplane is flown on over one place, so that there is time to think. */
    Type.Object(
      { does: Type.Literal('hold position'), on: Type.Boolean({ accepted: 'true or false' }) },
      { additionalProperties: false }
    ),
    /** Something is said to whoever flies. */
    Type.Object(
      {
        does: Type.Literal('call'),
        words: Type.String({
          minLength: 1,
          maxLength: LONGEST_CALL,
          accepted: `1 to ${LONGEST_CALL} letters`
        })
      },
      { additionalProperties: false }
    ),
    Type.Object({ does: Type.Literal('end') }, { additionalProperties: false })
  ],
  { accepted: 'fail, freeze, hold position, call or end, with what belongs to it' }
);
export type Command = Static<typeof Command>;

const asAct: Record<Exclude<Command['does'], 'fail' | 'call'>, (on: boolean) => string> = {
  freeze: (on) => (on ? 'time stopped' : 'time goes on'),
  'hold position': (on) => (on ? 'held over one place' : 'let fly on'),
  end: () => 'flight ended'
};

/** A command as it is told to people. */
export function commandWords(command: Command): string {
  if (command.does === 'fail') return faultNames[command.what];
  if (command.does === 'call') return `“${command.words}”`;
  return asAct[command.does]('on' in command ? command.on : true);
}
