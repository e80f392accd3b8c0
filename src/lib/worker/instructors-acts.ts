import type { Command } from '$core/flight/command';
import type { FlownDrill } from '$core/flight/flown-drill';
import { Rejection } from '$core/measure/rejection';
import type { Frame } from './flight-protocol';

/** What a flight lets an instructor change of it. */
export interface ActedOn {
  drill: FlownDrill;
  running: () => boolean;
  /** Lets time run, or not, from now on. */
  run: (running: boolean) => void;
  setRate: (rate: number) => void;
  /** The instructor's own pilot flies, or whoever did before. */
  flyBy: (who: 'instructor' | 'own') => void;
  /** A person, who says so before control is theirs again; a simulated pilot is not asked. */
  asksBeforeGiving: boolean;
}

/** An instructor's acts on the flight of a worker: what stands of them, and the exchange of control in its three steps. */
export class InstructorsActs {
  frozen = false;
  control: Frame['control'] = 'student';
  /** How often the levers were moved without the person's hands. */
  handsMoved = 0;
  /** The command by which control is offered; it is done when control is taken. */
  private offeredBy = 0;
  /** It ran when time was stopped. */
  private ranBefore = false;

  /** @param answer what became of a command by its number */
  constructor(
    private readonly flight: ActedOn,
    private readonly answer: (number: number, done: boolean) => void
  ) {
    if (flight.drill.instructorFlies()) this.take();
  }

  /** Does what is asked for; what cannot be done is answered so, and anything else that goes wrong is a fault of ours. */
  obey(number: number, asked: Command): void {
    if (
      asked.does === 'control' &&
      asked.by === 'student' &&
      this.control !== 'student' &&
      this.flight.asksBeforeGiving
    ) {
      if (this.control === 'offered') this.answer(this.offeredBy, false);
      this.control = 'offered';
      this.offeredBy = number;
      return;
    }
    try {
      this.act(asked);
    } catch (error) {
      if (!(error instanceof Rejection)) throw error;
      return this.answer(number, false);
    }
    this.answer(number, true);
  }

  /** The student takes control that is offered. @returns whether it was */
  takeControl(): boolean {
    if (this.control !== 'offered') return false;
    this.act({ does: 'control', by: 'student' });
    this.answer(this.offeredBy, true);
    return true;
  }

  private act(asked: Command): void {
    const { drill, run, running } = this.flight;
    if (asked.does === 'freeze') {
      if (asked.on === this.frozen) return;
      if (asked.on) this.ranBefore = running();
      this.frozen = asked.on;
      run(asked.on ? false : this.ranBefore);
    }
    drill.command(asked);
    if (asked.does === 'time') this.flight.setRate(asked.rate);
    if (asked.does === 'place') this.handsMoved += 1;
    if (asked.does !== 'control') return;
    if (asked.by === 'instructor') {
      // What was offered and not taken is taken back.
      if (this.control === 'offered') this.answer(this.offeredBy, false);
      return this.take();
    }
    if (this.control === 'student') return;
    this.control = 'student';
    this.handsMoved += 1;
    this.flight.flyBy('own');
  }

  private take(): void {
    this.control = 'instructor';
    this.flight.flyBy('instructor');
  }
}
