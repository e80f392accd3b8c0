/** One line for the person at the terminal. */
export function say(text) {
  process.stdout.write(`hanza: ${text}\n`);
}

/** A condition the person has to mend; shown as one line, without a stack. Empty: what failed has said why itself. */
export class Trouble extends Error {}

/** Ends the process with one clear line for what a person can mend, and with everything for what is a fault of ours. */
export function endWith(error) {
  if (error instanceof Trouble) process.stderr.write(error.message && `hanza: ${error.message}\n`);
  else if (error?.code === 'ENOSPC')
    process.stderr.write('hanza: the disk is full; free some space and start again.\n');
  else process.stderr.write(`hanza: ${error?.stack ?? error}\n`);
  process.exitCode = 1;
}
