import type { Command } from '$core/flight/command';
import type { TimedChange } from '$core/flight/weather-in-flight';
import { comesAbout, waitingCommand } from '$core/flight/waiting-command';
import type { SeenCommand } from '$lib/worker/watched-flight.svelte';

/** What stands of all that was done to a flight: by the newest command of each kind that was obeyed. */
export class StandingActs {
  /**
   * @param asked what was asked for here and is not among the commands yet
   * @param came what came about by itself after it had been asked for
   */
  constructor(
    private readonly commands: () => readonly SeenCommand[],
    private readonly asked: () => readonly Pick<SeenCommand, 'command'>[],
    private readonly came: () => readonly TimedChange[]
  ) {}

  private last<Does extends Command['does']>(does: Does) {
    const found = this.commands().findLast(
      ({ command, outcome }) => command.does === does && outcome === 'done'
    );
    return found && { ...found, command: found.command as Extract<Command, { does: Does }> };
  }
  private standing(does: 'freeze' | 'hold position') {
    const found = this.last(does);
    return found?.command.on ? found : null;
  }

  readonly frozenBy = $derived.by(() => this.standing('freeze'));
  readonly heldBy = $derived.by(() => this.standing('hold position'));
  readonly rate = $derived.by(() => this.last('time')?.command.rate ?? 1);
  /** Who has control; offered: given back, and not taken yet. */
  readonly control = $derived.by((): 'student' | 'instructor' | 'offered' => {
    if ((this.last('control')?.command.by ?? 'student') === 'student') return 'student';
    const isOffered = this.commands().some(
      ({ command, outcome }) => command.does === 'control' && command.by === 'student' && outcome === null
    );
    return isOffered ? 'offered' : 'instructor';
  });
  /** Every change of the weather that has come about. */
  readonly weather = $derived.by((): TimedChange[] => {
    const obeyed = this.commands().flatMap(({ command, outcome, at_s }) =>
      command.does === 'weather' && outcome === 'done' && at_s !== null ? [{ change: command, at_s }] : []
    );
    const later = obeyed.flatMap(({ change, at_s }) => waitingCommand(change, at_s) ?? []);
    const came = this.came().filter(({ change }) => later.some((one) => comesAbout(change, one)));
    return [...obeyed.filter(({ change }) => !change.when), ...came].sort((a, b) => a.at_s - b.at_s);
  });
  /** False while a change of it is on its way. */
  readonly isWeatherKnown = $derived.by(() =>
    [...this.asked(), ...this.commands().filter(({ outcome }) => outcome === null)].every(
      ({ command }) => command.does !== 'weather'
    )
  );
  readonly failed = $derived.by(() =>
    this.commands().flatMap(({ command, outcome }) =>
      command.does === 'fail' && outcome === 'done' && !command.when ? [command.what] : []
    )
  );
}
