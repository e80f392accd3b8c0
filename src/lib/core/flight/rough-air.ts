import { gustNow, noGust, stepGust } from '../air/gust';
import { calmTurbulence, stepTurbulence } from '../air/turbulence';
import type { Lesson } from '../drill/lesson';
import type { SeededNoise } from '../measure/seeded-noise';
import type { ObservedAir } from './observed-air';
import type { WeatherInFlight } from './weather-in-flight';

/** What the air does beyond blowing steadily: turbulence all about the airplane, and gusts along the wind. */
export interface RoughAir {
  /** All it remembers, in the order in which flights have kept it. */
  readonly memory: readonly Float64Array[];
  /** Lets it go on and puts it into the observed air. @param height_ft above the ground */
  step(height_ft: number, time_s: number, dt_s: number, noise: SeededNoise): void;
  /** Puts the air of a moment that was taken up again into the observed air. */
  feel(time_s: number): void;
}

/** The turbulence and the gusts of a flight’s weather, laid on the air that is observed; still at first. */
export function roughAir(
  { aircraft }: Pick<Lesson, 'aircraft'>,
  weather: WeatherInFlight,
  observed: ObservedAir
): RoughAir {
  const { air } = observed;
  const turbulence = calmTurbulence();
  const gust = new Float64Array(4);
  const gustMemory = noGust();
  function be(time_s: number, gust_kt: number): void {
    air.gustAlong_mps = gust[0]!;
    air.gustRight_mps = gust[1]!;
    air.gustDown_mps = gust[2]!;
    air.gustRoll_radps = gust[3]!;
    observed.setWeather(time_s, gust_kt);
  }
  return {
    memory: [turbulence, gust, gustMemory],
    step(height_ft, time_s, dt_s, noise) {
      const tas_mps = observed.tas_mps();
      const { span_m } = aircraft.wing;
      stepTurbulence(turbulence, weather.turbulence(), tas_mps, height_ft, span_m, dt_s, noise, gust);
      be(time_s, stepGust(gustMemory, weather.gust_kt(time_s), tas_mps, dt_s, noise));
    },
    feel: (time_s) => be(time_s, gustNow(gustMemory, weather.gust_kt(time_s)))
  };
}
