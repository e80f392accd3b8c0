import type { Command, ComesWhen } from './command';

/** Something that is to come about later, and since when it waits. */
export interface WaitingCommand {
  /** As it is obeyed when its moment has come. */
  command: Command;
  when: ComesWhen;
  since_s: number;
}

/** A command that is to wait for its moment, as it is obeyed then; null: it comes about at once. */
export function waitingCommand(command: Command, since_s: number): WaitingCommand | null {
  if (!('when' in command) || command.when === undefined) return null;
  const { when, ...then } = command;
  return { command: then, when, since_s };
}

/** Whether one command is what waits in another, so that the other need wait no longer. */
export function comesAbout(one: Command, { command }: WaitingCommand): boolean {
  if (one.does === 'fail' && command.does === 'fail') return one.what === command.what;
  return JSON.stringify(one) === JSON.stringify(command);
}
