import { aircraftById, aircraftCatalogue } from '$core/aircraft/catalogue';
import { Rejection } from '$core/measure/rejection';
import type { Approach } from '$core/procedure/approach/approach';
import {
  approachCard,
  plainDay,
  type ApproachCard,
  type ApproachDay
} from '$core/procedure/approach/approach-card';
import type { World } from '$core/radio/world';

/** The day an approach is briefed for, as it is changed on the screen, and its card. */
export class BriefedDay {
  aircraftId = $state(aircraftCatalogue[0]!.id);
  speed_kt = $state(90);
  windFrom_deg = $state(360);
  windSpeed_kt = $state(0);
  temperature_C = $state(15);
  transition = $state('');
  line = $state('');
  altimeter = $state<ApproachDay['altimeter']>('local');
  approachLights = $state<ApproachDay['approachLights']>('on');
  path = $state<'received' | 'not received'>('received');
  technique = $state<ApproachDay['technique']>('continuous');
  round = $state<'1' | '10' | '20'>('10');

  constructor(
    private readonly world: World,
    readonly approach: Approach
  ) {
    this.chooseAircraft(this.aircraftId);
    const plain = plainDay(approach, aircraftById(this.aircraftId));
    this.temperature_C = plain.temperature_C;
    this.transition = plain.transition ?? '';
    this.windFrom_deg = approach.finalCourse_deg;
  }

  /** Another airplane comes with its own approach speed. */
  chooseAircraft(id: string) {
    this.aircraftId = id;
    this.speed_kt = plainDay(this.approach, aircraftById(id)).speed_kt;
  }

  readonly day: ApproachDay = $derived.by(() => ({
    ...plainDay(this.approach, aircraftById(this.aircraftId)),
    speed_kt: this.speed_kt,
    wind: { from_deg: this.windFrom_deg, speed_kt: this.windSpeed_kt },
    temperature_C: this.temperature_C,
    transition: this.transition === '' ? null : this.transition,
    line: this.line === '' ? null : this.line,
    altimeter: this.altimeter,
    approachLights: this.approachLights,
    withoutPath: this.path === 'not received',
    technique: this.technique,
    roundTo_ft: Number(this.round) as 1 | 10 | 20
  }));

  /** The card, or what keeps it from being made. */
  readonly card: ApproachCard | { problem: string } = $derived.by(() => {
    try {
      return approachCard(this.world, this.approach, this.day);
    } catch (error) {
      if (!(error instanceof Rejection)) throw error;
      return { problem: error.message };
    }
  });
}
