import type { Approach } from '$core/procedure/approach/approach';
import type { ApproachDay } from '$core/procedure/approach/approach-card';
import { stepDownsOf } from '$core/procedure/approach/minimum';

/** The day an approach is briefed for, as it is changed on the screen. */
export class BriefedDay {
  private plain = $state.raw() as ApproachDay;
  speed_kt = $state(90);
  windFrom_deg = $state(360);
  windSpeed_kt = $state(0);
  temperature_C = $state(15);
  transition = $state('');
  line = $state('');
  altimeter = $state<ApproachDay['altimeter']>('local');
  approachLights = $state<ApproachDay['approachLights']>('on');
  path = $state<'received' | 'not received'>('received');
  stepDowns = $state<'received' | 'not received'>('received');
  technique = $state<ApproachDay['technique']>('continuous');
  round = $state<'1' | '10' | '20'>('10');

  /** @param days a plain day for each airplane, each with its own approach speed */
  constructor(
    readonly approach: Approach,
    readonly days: readonly ApproachDay[]
  ) {
    const plain = days[0]!;
    this.chooseAircraft(plain.aircraft.id);
    this.temperature_C = plain.temperature_C;
    this.transition = plain.transition ?? '';
    this.windFrom_deg = approach.finalCourse_deg;
  }

  get aircraftId(): string {
    return this.plain.aircraft.id;
  }

  /** Another airplane comes with its own approach speed. */
  chooseAircraft(id: string) {
    this.plain = this.days.find(({ aircraft }) => aircraft.id === id) ?? this.plain;
    this.speed_kt = this.plain.speed_kt;
  }

  readonly day: ApproachDay = $derived.by(() => ({
    ...this.plain,
    speed_kt: this.speed_kt,
    wind: { from_deg: this.windFrom_deg, speed_kt: this.windSpeed_kt },
    temperature_C: this.temperature_C,
    transition: this.transition === '' ? null : this.transition,
    line: this.line === '' ? null : this.line,
    altimeter: this.altimeter,
    approachLights: this.approachLights,
    withoutPath: this.path === 'not received',
    withoutFixes: this.stepDowns === 'received' ? [] : stepDownsOf(this.approach).map(({ fix }) => fix),
    technique: this.technique,
    roundTo_ft: Number(this.round) as 1 | 10 | 20
  }));
}
